import { Box } from '@chakra-ui/react';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { priceOf, unitPlan, type Day, type Price } from '@kavrell/core/day';
import type { DayFacts } from '@kavrell/core/productions';
import { formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { AddShots } from './AddShots.tsx';
import { CutLine } from './CutLine.tsx';
import { DaySheet } from './DaySheet.tsx';
import { PriceBar } from './PriceBar.tsx';
import { announcementsOf } from './announcements.ts';
import { DayLine, SideLine } from './DayLine.tsx';
import { linesOfDay } from './lineFacts.ts';
import { nearestOwn } from './nearest.ts';
import { useOrderEdits } from './useOrderEdits.ts';

const KEYS = [
  { keys: '↑ ↓', does: 'go through the day' },
  { keys: 'Alt ↑ ↓', does: 'move the line; times follow' },
  { keys: 'Delete', does: 'take it off the day (Ctrl Z brings it back)' },
];

interface Props {
  day: Day;
  facts: DayFacts;
  unit: number;
  /** The other ways to look at the day. */
  tabs: ReactNode;
}

/** The day in order: each line with its start, what changes before it, and what it costs. */
export function InOrder({ day, facts, unit, tabs }: Props) {
  const { production } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  useKeysOf('Day', KEYS);
  const [price, setPrice] = useState<Price | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  useEffect(() => {
    if (selectedId) list.current?.querySelector(`[data-line="${selectedId}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [selectedId]);

  const plan = unitPlan(facts.plan, unit);
  const { items, move, remove, addBlock, nameOf } = useOrderEdits(day, plan, unit, select);
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  /** The price of letting go here, before it is let go. */
  const onDragOver = ({ active, over }: DragOverEvent) => {
    const ids = plan.rows.map((r) => r.itemId);
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id ?? ''))];
    if (from < 0 || to < 0 || from === to) setPrice(null);
    else setPrice(priceOf(plan.order, ids, arrayMove(ids, from, to)));
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    setPrice(null);
    const from = items.findIndex((i) => i.id === active.id);
    const to = nearestOwn(plan.rows, items, String(over?.id ?? ''), from);
    if (from >= 0 && to >= 0 && from !== to) {
      move(from, to);
      select(String(active.id));
      // Keys go on from the line that was moved.
      list.current?.focus();
    }
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const at = plan.rows.findIndex((r) => r.itemId === selectedId);
    const own = items.findIndex((i) => i.id === selectedId);
    if (event.altKey && event.key === 'ArrowUp') {
      if (own > 0) move(own, own - 1);
    } else if (event.altKey && event.key === 'ArrowDown') {
      if (own >= 0 && own < items.length - 1) move(own, own + 1);
    } else if (event.key === 'ArrowDown') select(plan.rows[Math.min(plan.rows.length - 1, at + 1)]?.itemId ?? null);
    else if (event.key === 'ArrowUp') select(plan.rows[Math.max(0, at - 1)]?.itemId ?? null);
    else if (event.key === 'Delete' && own >= 0) remove(own);
    else return;
    event.preventDefault();
  };
  const announcements = announcementsOf(nameOf);
  return (
    <>
      <ScreenHead title={`${formatDate(day.date, { long: true })}, in order`}>
        {tabs}
        <Button onClick={addBlock}>Add a block</Button>
        <AddShots />
      </ScreenHead>
      {plan.rows.length === 0 ? (
        <Empty
          title="Nothing on this day yet"
          action={
            <Button onClick={() => void navigate(`${screenLink(production.id, day.number, 'scenes')}`)}>
              Write shots, or bring in a programme
            </Button>
          }
        >
          Put shots on it with “Add shots”; moments and cues that have this day and a time stand here by themselves.
          Kavrell then adds rigging, change-overs, meals and moves, and says when it wraps.
        </Empty>
      ) : (
        <Box
          ref={list}
          role="listbox"
          aria-label="The day in order"
          tabIndex={0}
          aria-activedescendant={selectedId ? `line-${selectedId}` : undefined}
          onKeyDown={onKeyDown}
          minW={0}
        >
          {price ? <PriceBar price={price} /> : null}
          <SideLine start={say(day.callMin)} title="Call, load-in" minutes={day.loadInMin} />
          <DndContext
            accessibility={{ container: document.body, announcements }}
            sensors={sensors}
            collisionDetection={closestCenter}
            onDragOver={onDragOver}
            onDragCancel={() => setPrice(null)}
            onDragEnd={onDragEnd}
          >
            <SortableContext items={plan.rows.map((r) => r.itemId)} strategy={verticalListSortingStrategy}>
              {linesOfDay(plan, facts.states, say).map((line) => (
                <DayLine key={line.id} {...line} selected={line.id === selectedId} select={select} />
              ))}
            </SortableContext>
          </DndContext>
          <SideLine start={say(plan.lastShotEndMin)} title="Wrap, cards out" minutes={day.strikeMin} />
          <Box display="flex" justifyContent="space-between" py={2} px="10px" fontWeight="700">
            <span>{say(plan.wrapMin)} wrap</span>
            <Box as="span" color="soft" fontWeight="400">
              {formatMinutes(plan.changeMin)} of change-overs
            </Box>
          </Box>
        </Box>
      )}
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
