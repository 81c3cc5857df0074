/** The least width of a column: the first number of its track. */
export const leastPx = (column: { width: string }) => Number(/\d+/.exec(column.width)?.[0] ?? 80);

/** The columns that fit side by side, so that nobody has to scroll sideways. */
export function fitting<C extends { width: string; extra?: number }>(
  columns: readonly C[],
  width: number,
): readonly C[] {
  if (width === 0) return columns;
  let left = [...columns];
  while (left.reduce((t, c) => t + leastPx(c), 0) > width) {
    const [worst] = [...left].sort((a, b) => (b.extra ?? 0) - (a.extra ?? 0));
    if (!worst?.extra) return left;
    left = left.filter((c) => c !== worst);
  }
  return left;
}
