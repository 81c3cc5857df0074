import type { DayItem } from '@kavrell/core/day';
import { change } from '../../platform/rows.ts';

/** Puts the lines of a day into an order: one change-set, only the lines that move. */
export function takeOrder(
  productionId: string,
  label: string,
  items: readonly DayItem[],
  ids: readonly string[],
): number {
  const byId = new Map(items.map((i) => [i.id, i]));
  const ops = ids.flatMap((id, i) => {
    const row = byId.get(id);
    return row && row.position !== i + 1
      ? [{ op: 'update' as const, table: 'dayItems' as const, row, values: { position: i + 1 } }]
      : [];
  });
  void change(productionId, label, ops);
  return ops.length;
}
