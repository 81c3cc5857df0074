/** Runs `work` on every item, at most `lanes` at a time; each lane has its number. When one fails the others end first. */
export async function inLanes<T>(
  items: readonly T[],
  lanes: number,
  work: (item: T, index: number, lane: number) => Promise<void>,
): Promise<void> {
  let next = 0;
  const ended = await Promise.allSettled(
    Array.from({ length: Math.min(lanes, items.length) }, async (_, lane) => {
      while (next < items.length) {
        const index = next;
        next += 1;
        await work(items[index]!, index, lane);
      }
    }),
  );
  const failed = ended.find((e) => e.status === 'rejected');
  if (failed) throw failed.reason;
}
