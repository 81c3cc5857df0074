import { Box } from '@chakra-ui/react';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type DragOverEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { moveTo, positionAfter } from '@kavrell/core/records';
import { formatCount, formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { priceOf, unitPlan, type DayItem, type DayRow, type Price } from '@kavrell/core/day';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKept } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { AddShots } from './AddShots.tsx';
import { CutLine } from './CutLine.tsx';
import { DaySheet } from './DaySheet.tsx';
import { LeftView } from './LeftView.tsx';
import { OddsView } from './OddsView.tsx';
import { OrdersView } from './OrdersView.tsx';
import { ShareView } from './ShareView.tsx';
import { PriceBar } from './PriceBar.tsx';
import { UnitPick, useUnit } from './unit.tsx';
import { DayLine, SideLine, type Between, type LineFacts } from './DayLine.tsx';

const VIEWS = [
  ['order', 'In order'],
  ['orders', 'Other orders'],
  ['odds', 'Odds'],
  ['left', 'I have 40 minutes'],
  ['share', 'Share out'],
] as const;
type View = (typeof VIEWS)[number][0];
const KEYS = [
  { keys: '↑ ↓', does: 'go through the day' },
  { keys: 'Alt ↑ ↓', does: 'move the line; times follow' },
  { keys: 'Delete', does: 'take it off the day (Ctrl Z brings it back)' },
];

const PROGRAMME_TAGS = { fixed: 'programme', about: 'programme, about then', follows: 'follows' } as const;

/** The day in order: each line with its start, what changes before it, and what it costs. */
export function DayScreen() {
  const { production, rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  useKeysOf('Day', KEYS);
  const [view, setView] = useKept<View>('day', ['order', 'orders', 'odds', 'left', 'share']);
  const { unit, units, setUnit } = useUnit();
  const [price, setPrice] = useState<Price | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  useEffect(() => {
    if (selectedId) list.current?.querySelector(`[data-line="${selectedId}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [selectedId]);

  const tabs = <Views label="Day" views={VIEWS} open={view} onOpen={setView} />;
  if (!day || !facts) {
    return (
      <NoDay>A day has a date, a call and a wanted wrap: change them in the brief. Shots are put on it here.</NoDay>
    );
  }
  const plan = unitPlan(facts.plan, unit);
  const pick = <UnitPick unit={unit} units={units} onOpen={setUnit} />;
  if (view !== 'order') {
    const Open = { orders: OrdersView, odds: OddsView, left: LeftView, share: ShareView }[view];
    return (
      <>
        <ScreenHead title={formatDate(day.date, { long: true })}>
          {tabs}
          {view === 'odds' ? null : pick}
        </ScreenHead>
        <Open key={unit} />
      </>
    );
  }
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
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
  /** Where among the day’s own lines something let go over a line comes to stand. */
  const nearestOwn = (overId: string, from: number): number => {
    const at = items.findIndex((i) => i.id === overId);
    if (at >= 0) return at;
    const over = plan.rows.findIndex((r) => r.itemId === overId);
    if (over < 0) return -1;
    const before = items.filter((i) => plan.rows.findIndex((r) => r.itemId === i.id) < over);
    return Math.max(0, before.length - (before.some((i) => i.id === items[from]?.id) ? 1 : 0));
  };
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
    const to = nearestOwn(String(over?.id ?? ''), from);
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
  const told = (id: UniqueIdentifier) => nameOf(rowAt(String(id)));
  /** What is said while something is dragged: names, never ids. */
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up ${told(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${told(active.id)} over ${told(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over ? `${told(active.id)} let go at ${told(over.id)}.` : `${told(active.id)} let go.`,
    onDragCancel: ({ active }) => `${told(active.id)} is where it was.`,
  };
  const troubled = new Set(plan.violations.flatMap((v) => v.ids));
  const mealBefore = (row: DayRow, i: number) =>
    plan.meals.find((m) => m.endMin <= row.startMin && (plan.rows[i - 1]?.endMin ?? -1) <= m.startMin);
  return (
    <>
      <ScreenHead title={`${formatDate(day.date, { long: true })}, in order`}>
        {tabs}
        {pick}
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
              {plan.rows.map((row, i) => {
                const meal = mealBefore(row, i);
                const until = Math.max(plan.order.startMin, ...plan.rows.slice(0, i).map((r) => r.endMin));
                const readyMin = (meal ? meal.endMin : until) + row.changeMin;
                const wait = row.startMin - readyMin;
                const before: Between[] = [];
                if (meal)
                  before.push({ start: say(meal.startMin), title: 'Meal', minutes: meal.endMin - meal.startMin });
                if (row.changeMin > 0)
                  before.push({ start: say(readyMin - row.changeMin), title: row.changeTitle, minutes: row.changeMin });
                if (wait > 0.5)
                  before.push({
                    start: say(readyMin),
                    title: row.programme
                      ? 'Ready, before it starts'
                      : row.pinnedStartMin === null
                        ? 'Wait for the window'
                        : 'Ready, before the fixed start',
                    minutes: wait,
                  });
                const when =
                  row.pinnedStartMin === null
                    ? row.windows.map(([from, to]) => `${say(from)}–${say(to)}`)
                    : [row.programme ? PROGRAMME_TAGS[row.programme] : `fixed ${say(row.pinnedStartMin)}`];
                const lineFacts: LineFacts = {
                  code: row.shot?.code ?? null,
                  title: row.title,
                  start: say(row.startMin),
                  minutes: row.minutes,
                  light: row.setup?.code ?? '',
                  cameras: row.cameras,
                  state: row.shot || row.programme ? (facts.states.get(row.shot?.id ?? row.itemId) ?? 'planned') : null,
                  programme: row.programme !== null,
                  tags: [
                    ...(row.programme && row.shots.length ? [formatCount(row.shots.length, 'shot')] : []),
                    ...(row.shot?.priority === 'must' ? ['must'] : []),
                    ...(row.shot?.happensOnce ? ['once'] : []),
                    ...when,
                  ],
                  trouble: troubled.has(row.itemId),
                  before,
                };
                return (
                  <DayLine
                    key={row.itemId}
                    id={row.itemId}
                    facts={lineFacts}
                    selected={row.itemId === selectedId}
                    select={select}
                  />
                );
              })}
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
