import { useNavigate } from 'react-router';
import type { Day, DayItem, DayPlan } from '@kavrell/core/day';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';
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

/** What list and lanes say of a day with nothing on it. */
export function NothingYet({ day }: { day: Day }) {
  const { production } = usePlanned();
  const navigate = useNavigate();
  return (
    <Empty
      title="Nothing on this day yet"
      action={
        <Button onClick={() => void navigate(screenLink(production.id, day.number, 'scenes'))}>
          Write shots, or bring in a programme
        </Button>
      }
    >
      Put shots on it with “Add shots”, in order; moments and cues that have this day and a time stand here by
      themselves. Kavrell then adds rigging, change-overs, meals and moves, and says when it wraps.
    </Empty>
  );
}
