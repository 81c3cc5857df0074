import type { DayItem, DayRow } from '@kavrell/core/day';

/**
 * Where among the day’s own lines (by index) the `from`th comes to stand when it is let go over a line; −1: over none. Lines of a programme
 * keep their time: over one of them it comes to stand among its own, where that one is passed.
 */
export function nearestOwn(
  lines: readonly Pick<DayRow, 'itemId'>[],
  own: readonly Pick<DayItem, 'id'>[],
  overId: string,
  from: number,
): number {
  const at = own.findIndex((i) => i.id === overId);
  if (at >= 0) return at;
  const over = lines.findIndex((r) => r.itemId === overId);
  if (over < 0) return -1;
  const before = own.filter((i) => lines.findIndex((r) => r.itemId === i.id) < over);
  return Math.max(0, before.length - (before.some((i) => i.id === own[from]?.id) ? 1 : 0));
}
