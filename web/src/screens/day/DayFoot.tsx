import type { DayItem, DayPlan } from '@kavrell/core/day';
import { Sheet } from '../../ui/sheet.tsx';
import { CutLine } from './CutLine.tsx';
import { DaySheet } from './DaySheet.tsx';

/** What list and lanes have in common below: what must go to wrap in time, and the line in hand in the side sheet. */
export function DayFoot({
  plan,
  items,
  selectedId,
  remove,
}: {
  plan: DayPlan;
  items: readonly DayItem[];
  selectedId: string | null;
  remove: (index: number) => void;
}) {
  return (
    <>
      {plan.rows.length === 0 ? null : <CutLine />}
      <Sheet>
        <DaySheet
          item={items.find((i) => i.id === selectedId)}
          row={plan.rows.find((r) => r.itemId === selectedId)}
          onRemove={() => remove(items.findIndex((i) => i.id === selectedId))}
        />
      </Sheet>
    </>
  );
}
