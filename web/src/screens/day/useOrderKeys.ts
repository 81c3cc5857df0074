import type { KeyboardEvent } from 'react';
import type { DayPlan } from '@kavrell/core/day';
import type { useOrderEdits } from './useOrderEdits.ts';

/** Going through the lines of a day by arrow keys (`back` and `on`), moving one with Alt, taking one off. */
export function useOrderKeys(
  plan: DayPlan,
  { items, move, remove }: ReturnType<typeof useOrderEdits>,
  { selectedId, select }: { selectedId: string | null; select: (id: string | null) => void },
  [back, on]: readonly [string, string],
) {
  return (event: KeyboardEvent) => {
    const at = plan.rows.findIndex((r) => r.itemId === selectedId);
    const own = items.findIndex((i) => i.id === selectedId);
    const { key, altKey } = event;
    if (altKey && key === back) {
      if (own > 0) move(own, own - 1);
    } else if (altKey && key === on) {
      if (own >= 0 && own < items.length - 1) move(own, own + 1);
    } else if (key === on) select(plan.rows[Math.min(plan.rows.length - 1, at + 1)]?.itemId ?? null);
    else if (key === back) select(plan.rows[Math.max(0, at - 1)]?.itemId ?? null);
    else if (key === 'Delete' && own >= 0) remove(own);
    else return;
    event.preventDefault();
  };
}
