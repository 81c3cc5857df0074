import { Box } from '@chakra-ui/react';
import { DndContext, closestCenter } from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy } from '@dnd-kit/sortable';
import { Fragment, useMemo, useRef, type CSSProperties, type ReactNode } from 'react';
import { codesOf, dayBlocks, lanesOf, unitPlan, type Day, type DayLane, type Odds } from '@kavrell/core/day';
import { sunPlaceOf } from '@kavrell/core/places';
import type { DayFacts } from '@kavrell/core/productions';
import { sunTimes } from '@kavrell/core/sun';
import { formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { shareSaid, useDayOdds, wrapsOf } from '../../app/odds.ts';
import { usePlanned } from '../../app/production.tsx';
import { useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { LaneStretch } from '../../ui/LaneStretch.tsx';
import { ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { DayFoot, NothingYet } from './DayFoot.tsx';
import { LaneBlock } from './LaneBlock.tsx';
import { laneScale } from '../../shared/day/laneScale.ts';
import { NowBar } from './NowBar.tsx';
import { usePresent } from './present.ts';
import { PriceBar } from '../../shared/day/PriceBar.tsx';
import { useLineMenu } from './useLineMenu.tsx';
import { useOrderDrag } from './useOrderDrag.ts';
import { useOrderEdits } from './useOrderEdits.ts';
import { useOrderKeys } from './useOrderKeys.ts';

const KEYS = [
  { keys: '← →', does: 'go through the day' },
  { keys: 'Alt ← →', does: 'move the line; times follow' },
  { keys: 'Delete', does: 'take it off the day (Ctrl Z brings it back)' },
  { keys: 'menu key', does: 'all that can be done with it; on a screen under the hand a long press' },
];

const GROUPS: readonly (readonly [DayLane['group'], string])[] = [
  ['people', 'People'],
  ['cameras', 'Cameras'],
  ['places', 'Places, light'],
  ['windows', 'Only then'],
];

/** Lines of one scene with no more than this between are named together: one alone is too narrow for its name. */
const JOINED_MIN = 45;

/** So far past the plan late days are drawn. */
const MOST_LATE_MIN = 90;

interface Props {
  day: Day;
  facts: DayFacts;
  unit: number;
  /** The other ways to look at the day. */
  tabs: ReactNode;
}

/** The day as a drawn band: its order on top, below it who and what it takes when, who waits, and where now is. A block of the order is dragged along it. */
export function LanesView({ day, facts, unit, tabs }: Props) {
  const { rows } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const band = useRef<HTMLDivElement>(null);
  useKeysOf('Day', KEYS);
  const plan = unitPlan(facts.plan, unit);
  const edits = useOrderEdits(day, plan, unit, select);
  const { items, remove } = edits;
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const { price, context } = useOrderDrag(plan, edits, select, band);
  const onKeyDown = useOrderKeys(plan, edits, { selectedId, select }, ['ArrowLeft', 'ArrowRight']);
  const press = useLineMenu({ day, plan, edits }, select, band, ['←', '→']);
  const { nowMin, present } = usePresent(day, facts, unit);
  const { people, cameras, places } = rows;
  const lanes = useMemo(() => lanesOf(plan, { people, cameras, places }), [plan, people, cameras, places]);
  const blocks = useMemo(() => dayBlocks(plan, { joinMin: -1, unit }), [plan, unit]);
  const named = useMemo(
    () => dayBlocks(plan, { joinMin: JOINED_MIN, joinPinned: true, unit }).filter((b) => b.kind === 'work'),
    [plan, unit],
  );
  const place = places.find((p) => p.id === day.basePlaceId) ?? places[0] ?? null;
  const sun = useMemo(() => {
    const at = sunPlaceOf(day, place);
    return at && sunTimes(at);
  }, [day, place]);
  const odds = useDayOdds();
  const wrap = odds && wrapsOf(odds, day);
  const planned = Math.max(plan.wrapMin, day.wantedWrapMin);
  // Late days lie in the band as far as they don’t squeeze the plan.
  const scale = laneScale(day.callMin, Math.max(planned, Math.min(wrap?.p80 ?? 0, planned + MOST_LATE_MIN)));
  const span = (from: number, to: number) => ({ left: scale.left(from), width: scale.width(from, to) });
  return (
    <>
      <ScreenHead title={`${formatDate(day.date, { long: true })}, in lanes`}>{tabs}</ScreenHead>
      <NowBar {...{ day, facts, nowMin, present, say }} show={select} />
      {plan.rows.length === 0 ? (
        <NothingYet day={day} />
      ) : (
        <Box
          ref={band}
          role="listbox"
          aria-label="The day in lanes"
          aria-orientation="horizontal"
          tabIndex={0}
          aria-activedescendant={selectedId ? `line-${selectedId}` : undefined}
          onKeyDown={onKeyDown}
          {...press.on}
          overflowX="auto"
          data-lanes
        >
          {price ? <PriceBar price={price} /> : null}
          <div className="lanes">
            <Behind {...{ scale, sun, nowMin, wrap }} wantedMin={day.wantedWrapMin} say={say} />
            <strong className="lane-name">In order</strong>
            <div className="lane order">
              {named.map((b, i) => (
                <LaneStretch
                  key={`named${b.startMin}`}
                  className="lane-label"
                  style={span(b.startMin, named[i + 1]?.startMin ?? scale.toMin)}
                  words={codesOf(b.rows) || b.title}
                  title={b.title}
                />
              ))}
              {blocks
                .filter((b) => b.kind !== 'work' && b.kind !== 'wait')
                .map((b) => (
                  <LaneStretch
                    key={`${b.kind}${b.startMin}`}
                    className="lane-bar aside"
                    style={span(b.startMin, b.endMin)}
                    words={b.title}
                    title={`${b.title}, ${say(b.startMin)} to ${say(b.endMin)}`}
                  />
                ))}
              <DndContext {...context} collisionDetection={closestCenter}>
                <SortableContext items={plan.rows.map((r) => r.itemId)} strategy={horizontalListSortingStrategy}>
                  {plan.rows.map((r) => (
                    <LaneBlock
                      key={r.itemId}
                      row={r}
                      style={span(r.startMin, r.endMin)}
                      title={`${r.shot?.code ?? ''} ${r.title}, ${say(r.startMin)} to ${say(r.endMin)}, ${formatMinutes(r.minutes)}`.trim()}
                      isDone={r.shots.length > 0 && r.shots.every((s) => facts.states.get(s.id) === 'got')}
                      isPresent={r.itemId === present?.on.itemId}
                      isSelected={r.itemId === selectedId}
                      select={select}
                    />
                  ))}
                </SortableContext>
              </DndContext>
            </div>
            {GROUPS.map(([group, words]) => {
              const list = lanes.filter((l) => l.group === group);
              return list.length === 0 ? null : (
                <Fragment key={group}>
                  <div className="lane-group">{words}</div>
                  {list.map((l) => (
                    <LaneRow key={l.key} lane={l} selectedId={selectedId} odds={odds} span={span} say={say} />
                  ))}
                </Fragment>
              );
            })}
          </div>
        </Box>
      )}
      {wrap && plan.rows.length ? (
        <Box color="soft" fontSize="s" mb={2} data-lanes-legend>
          Hatched: when such days wrap, half of them by {say(wrap.p50)}, four of five by {say(wrap.p80)}, 19 of 20 by{' '}
          {say(wrap.p95)}. Dashes behind somebody’s last work: let go by then on four days of five.
        </Box>
      ) : null}
      {press.menu}
      <DayFoot {...{ plan, items, selectedId, remove }} />
    </>
  );
}

const keptWords = (share: number | undefined) => (share === undefined ? '' : `, kept on ${shareSaid(share)} of days`);

/** Somebody’s day on four days of five: how much later than planned they are let go. */
function LateStretch({
  lane,
  released,
  span,
  say,
}: {
  lane: DayLane;
  released: Odds['released'];
  span: (from: number, to: number) => CSSProperties;
  say: (minute: number) => string;
}) {
  const until = released.find((r) => lane.key === r.person)?.p80;
  const end = Math.max(0, ...lane.bars.map((b) => b.toMin));
  if (lane.group !== 'people' || until === undefined || until <= end) return null;
  return (
    <div
      className="lane-late"
      style={span(end, until)}
      title={`${lane.name} is let go by ${say(until)} on four days of five`}
    />
  );
}

/** What lies behind all lanes: the hours, the dark, the wanted wrap, and now. */
function Behind({
  scale,
  sun,
  nowMin,
  wrap,
  wantedMin,
  say,
}: {
  scale: ReturnType<typeof laneScale>;
  sun: ReturnType<typeof sunTimes> | null;
  nowMin: number;
  /** When half, four of five and nineteen of twenty days wrap; null until that is worked out. */
  wrap: Odds['wrap'] | null;
  wantedMin: number;
  say: (minute: number) => string;
}) {
  const within = (m: number | null | undefined): m is number =>
    typeof m === 'number' && m > scale.fromMin && m < scale.toMin;
  return (
    <div className="lanes-behind" aria-hidden="true">
      {scale.hours.map((m) => (
        <div key={m} className="lane-hour" style={{ left: scale.left(m) }}>
          {say(m).replace(':00', '')}
        </div>
      ))}
      {within(sun?.lowSunStartMin) && within(sun?.setMin) ? (
        <div
          className="lane-low-sun"
          style={{ left: scale.left(sun.lowSunStartMin), width: scale.width(sun.lowSunStartMin, sun.setMin) }}
        />
      ) : null}
      {within(sun?.setMin) ? (
        <div
          className="lane-dark"
          style={{ left: scale.left(sun.setMin), width: scale.width(sun.setMin, scale.toMin) }}
        />
      ) : null}
      {wrap ? (
        <>
          <div
            className="lane-odds"
            style={{ left: scale.left(wrap.p50), width: scale.width(wrap.p50, wrap.p80) }}
            data-odds={`${say(wrap.p50)}–${say(wrap.p80)}`}
          />
          <div
            className="lane-odds rare"
            style={{ left: scale.left(wrap.p80), width: scale.width(wrap.p80, wrap.p95) }}
          />
        </>
      ) : null}
      <div className="lane-wanted" style={{ left: scale.left(wantedMin) }}>
        <span>wanted {say(wantedMin)}</span>
      </div>
      {within(nowMin) ? <div className="lane-now" style={{ left: scale.left(nowMin) }} /> : null}
    </div>
  );
}

/** One lane: its name, what is in it, and until when it may run late. */
function LaneRow({
  lane,
  selectedId,
  odds,
  span,
  say,
}: {
  lane: DayLane;
  selectedId: string | null;
  odds: Odds | null;
  span: (from: number, to: number) => { left: string; width: string };
  say: (m: number) => string;
}) {
  /** Of what has this window, the one kept least often. */
  const keptShare = (l: DayLane) => {
    const of = odds?.windows.filter((w) => l.bars.some((b) => b.itemIds.includes(w.id))) ?? [];
    return of.length ? Math.min(...of.map((w) => w.keptShare)) : undefined;
  };
  const own = (ids: readonly string[]) => selectedId !== null && ids.includes(selectedId);
  return (
    <>
      <div className="lane-name" title={lane.name}>
        {lane.name}
      </div>
      <div className="lane" data-lane={lane.name}>
        <LateStretch lane={lane} released={odds?.released ?? []} span={span} say={say} />
        {lane.bars.map((b) => (
          <LaneStretch
            key={`${b.kind}${b.fromMin}`}
            className={`lane-bar ${b.kind}${own(b.itemIds) ? ' own' : ''}`}
            style={span(b.fromMin, b.toMin)}
            words={
              b.kind === 'wait' ? (
                <>
                  <span className="lane-roomy">waits </span>
                  {formatMinutes(b.waitMin)}
                </>
              ) : (
                `${b.words}${b.kind === 'window' ? keptWords(keptShare(lane)) : ''}`
              )
            }
            title={`${lane.name}, ${say(b.fromMin)} to ${say(b.toMin)}: ${b.kind === 'wait' ? `waits ${formatMinutes(b.waitMin)}` : b.words || 'no light said'}${b.kind === 'window' ? keptWords(keptShare(lane)) : ''}`}
          />
        ))}
      </div>
    </>
  );
}
