import type { Day, DayItem, DayPlan, DayRow } from '@kavrell/core/day';
import { moveTo, positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';

/** The day’s own lines in their order, and what is done with them; `select` takes one in hand. */
export function useOrderEdits(day: Day, plan: DayPlan, unit: number, select: (id: string | null) => void) {
  const { production, rows } = usePlanned();
  const items = plan.rows
    .map((r) => rows.dayItems.find((i) => i.id === r.itemId))
    .filter((i): i is DayItem => i !== undefined);
  const nameOf = (r: DayRow | undefined) => r?.shot?.code ?? r?.title ?? '';

  const rowAt = (id: string) => plan.rows.find((r) => r.itemId === id);
  /** Moves one of the day’s own lines among them; lines of a programme keep their time. */
  const move = (from: number, to: number) => {
    const moved = moveTo(items, from, to);
    void change(
      production.id,
      `Moved ${nameOf(rowAt(items[from]?.id ?? ''))}`,
      moved.flatMap((m) => {
        const row = items.find((i) => i.id === m.id);
        return row
          ? [{ op: 'update' as const, table: 'dayItems' as const, row, values: { position: m.position } }]
          : [];
      }),
    );
  };
  const remove = (index: number) => {
    const row = items[index];
    if (!row) return;
    void change(production.id, `Took ${nameOf(rowAt(row.id))} off day ${day.number}`, [
      { op: 'delete', table: 'dayItems', row },
    ]);
    select(plan.rows[plan.rows.findIndex((r) => r.itemId === row.id) + 1]?.itemId ?? null);
  };
  const addBlock = () => {
    const id = newId();
    void change(production.id, 'Added a block', [
      {
        op: 'insert',
        table: 'dayItems',
        id,
        values: {
          dayId: day.id,
          shotId: null,
          title: 'Rehearsal',
          minutes: 20,
          placeId: plan.rows.at(-1)?.placeId ?? rows.places[0]?.id ?? null,
          setupId: null,
          personIds: [],
          position: positionAfter(items),
          pinnedStartMin: null,
          unit,
        },
      },
    ]);
    select(id);
  };
  return { items, move, remove, addBlock, nameOf: (id: string) => nameOf(rowAt(id)) };
}
