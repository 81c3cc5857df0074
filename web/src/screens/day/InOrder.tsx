import { Box } from '@chakra-ui/react';
import { DndContext, closestCenter } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useCallback, useEffect, useRef, type ReactNode } from 'react';
import { unitPlan, type Day } from '@kavrell/core/day';
import type { DayFacts } from '@kavrell/core/productions';
import { formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { AddShots } from './AddShots.tsx';
import { DayFoot, NothingYet } from './DayFoot.tsx';
import { PriceBar } from '../../shared/day/PriceBar.tsx';
import { DayLine, SideLine } from './DayLine.tsx';
import { linesOfDay } from './lineFacts.ts';
import { NowBar } from './NowBar.tsx';
import { usePresent } from './present.ts';
import { useLineMenu } from './useLineMenu.tsx';
import { useOrderDrag } from './useOrderDrag.ts';
import { useOrderEdits } from './useOrderEdits.ts';
import { useOrderKeys } from './useOrderKeys.ts';

const KEYS = [
  { keys: '↑ ↓', does: 'go through the day' },
  { keys: 'Alt ↑ ↓', does: 'move the line; times follow' },
  { keys: 'Delete', does: 'take it off the day (Ctrl Z brings it back)' },
  { keys: 'menu key', does: 'all that can be done with it; on a screen under the hand a long press' },
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
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const list = useRef<HTMLDivElement>(null);
  useKeysOf('Day', KEYS);
  useEffect(() => {
    if (selectedId) list.current?.querySelector(`[data-line="${selectedId}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [selectedId]);

  const plan = unitPlan(facts.plan, unit);
  const edits = useOrderEdits(day, plan, unit, select);
  const { items, remove, addBlock } = edits;
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const { price, context } = useOrderDrag(plan, edits, select, list);
  const onKeyDown = useOrderKeys(plan, edits, { selectedId, select }, ['ArrowUp', 'ArrowDown']);
  const press = useLineMenu({ day, plan, edits }, select, list, ['↑', '↓']);
  const { nowMin, present } = usePresent(day, facts, unit);
  const presentId = present?.on.itemId;
  // On the day it opens where one is; afterwards nobody is moved who reads elsewhere.
  const opened = useRef(false);
  const show = useCallback((id: string) => {
    list.current?.querySelector(`[data-line="${id}"]`)?.scrollIntoView({ block: 'center' });
  }, []);
  useEffect(() => {
    if (opened.current || !presentId) return;
    opened.current = true;
    if (!selectedId) show(presentId);
  }, [presentId, selectedId, show]);
  return (
    <>
      <ScreenHead title={`${formatDate(day.date, { long: true })}, in order`}>
        {tabs}
        <Button onClick={addBlock}>Add a block</Button>
        <AddShots />
      </ScreenHead>
      <NowBar {...{ day, facts, nowMin, present, say }} show={show} />
      {plan.rows.length === 0 ? (
        <NothingYet day={day} />
      ) : (
        <Box
          ref={list}
          role="listbox"
          aria-label="The day in order"
          tabIndex={0}
          aria-activedescendant={selectedId ? `line-${selectedId}` : undefined}
          onKeyDown={onKeyDown}
          {...press.on}
          minW={0}
        >
          {price ? <PriceBar price={price} /> : null}
          <SideLine start={say(day.callMin)} title="Call, load-in" minutes={day.loadInMin} />
          <DndContext {...context} collisionDetection={closestCenter}>
            <SortableContext items={plan.rows.map((r) => r.itemId)} strategy={verticalListSortingStrategy}>
              {linesOfDay(plan, facts.states, say).map((line) => (
                <DayLine
                  key={line.id}
                  {...line}
                  selected={line.id === selectedId}
                  present={line.id === presentId}
                  select={select}
                />
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
      {press.menu}
      <DayFoot {...{ plan, items, selectedId, remove }} />
    </>
  );
}
