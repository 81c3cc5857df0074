import { useMemo } from 'react';
import {
  unitPlan,
  type DayItem,
  type DayPlan,
  type DayRow,
  type OrderContext,
  type OrderPlan,
  type Projection,
} from '@kavrell/core/day';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';

/** What can still be ordered: the whole day, or, under way, what is left of it; and the lines that stay where they are. */
export interface Base {
  order: OrderPlan;
  ids: string[];
  before: OrderContext | null;
  doneIds: string[];
}

/** The base of a unit on the open day; the same until the plan or what is left of it is another. Null where nothing can be ordered. */
export function useBase(unit: number): Base | null {
  const { facts } = useProduction();
  const plan = facts?.plan ?? null;
  const projection = facts?.projection ?? null;
  return useMemo(() => plan && baseOf(plan, projection, unit), [plan, projection, unit]);
}

function baseOf(dayPlan: DayPlan, projection: Projection | null, unit: number): Base | null {
  const plan = unitPlan(dayPlan, unit);
  const all = plan.rows.map((r) => r.itemId);
  if (all.length === 0) return null;
  const rest = projection?.rests[unit];
  if (projection && !rest) return null;
  if (!rest) return { order: plan.order, ids: all, before: null, doneIds: [] };
  return { order: rest.order, ids: rest.ids, before: rest.before, doneIds: all.filter((id) => !rest.ids.includes(id)) };
}

/** Drops the shots of these lines and takes the lines off the day: one change-set. */
export function dropLines(
  productionId: string,
  label: string,
  items: readonly DayItem[],
  lines: readonly DayRow[],
): void {
  void change(productionId, label, [
    ...lines.flatMap((r) =>
      r.shot ? [{ op: 'update' as const, table: 'shots' as const, row: r.shot, values: { dropped: true } }] : [],
    ),
    ...lines.flatMap((r) => {
      const row = items.find((i) => i.id === r.itemId);
      return row ? [{ op: 'delete' as const, table: 'dayItems' as const, row }] : [];
    }),
  ]);
}
