const FIRST_WAIT_MS = 100;
const LONGEST_WAIT_MS = 5000;

/**
 * Keeps one part of Kavrell running: when it ends unasked it is begun again, at once the first time, then with longer and longer waits
 * until it has been ready once more. `begin` starts the part and answers `{ ready, ended, stop }`. Resolves when the part is ready for the
 * first time, or throws what kept it from that.
 *
 * `wait` and `now` are the clock, so that a test needs none. `onEnd` hears of an end and how long the wait is, `onBack` of a new start.
 */
export async function keepAlive(
  begin,
  { onEnd = () => {}, onBack = () => {}, wait = (ms) => new Promise((done) => setTimeout(done, ms)) } = {},
) {
  let stopping = false;
  let part = begin();
  let waitMs = FIRST_WAIT_MS;
  // Its words when it can't even start the first time are the person's to read.
  const first = await part.ready.catch(async (error) => {
    await part.stop();
    throw error;
  });
  const loop = (async () => {
    for (;;) {
      const code = await part.ended;
      if (stopping) return;
      onEnd(code, waitMs);
      await wait(waitMs);
      waitMs = Math.min(LONGEST_WAIT_MS, waitMs * 2);
      if (stopping) return;
      part = begin();
      part.ready.then(
        (value) => {
          waitMs = FIRST_WAIT_MS;
          if (!stopping) onBack(value);
        },
        // It ended before it was ready: the loop hears of that.
        () => {},
      );
    }
  })();
  return {
    first,
    /** The process of the part as it is now. */
    pid: () => part.pid,
    async stop() {
      stopping = true;
      await part.stop();
      await loop;
    },
  };
}
