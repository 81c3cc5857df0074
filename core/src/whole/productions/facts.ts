import { cardStatus, type CardStatus } from '../../rooms/copies/index.ts';
import {
  planDay,
  programmeNow,
  projectDay,
  type Day,
  type DayPlan,
  type Pace,
  type Projection,
} from '../../plan/day/index.ts';
import { ledger, type Answer } from '../../about/ledger/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import { foldEveryTake, foldTakes, shotStates, type Take } from '../../rooms/roll/index.ts';
import { type ShotState } from '../../rooms/scenes/index.ts';
import { minuteToMs, msToMinute } from '../../base/time/index.ts';
import { paceOf } from './day.ts';
import type { Preferences } from '../../base/units/index.ts';
import type { CARD_PARTS, PLAN_PARTS, RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';

/** A day with everything worked out from the rows. */
export interface DayFacts {
  plan: DayPlan;
  takes: Take[];
  /** The same with false starts and what stands in another take. */
  everyTake: Take[];
  states: Map<string, ShotState>;
  cards: CardStatus[];
  dayShotIds: Set<string>;
  projection: Projection | null;
  answers: [Answer, Answer, Answer];
}

export type PlanRows = RowsOf<typeof PLAN_PARTS>;

/** The timed plan of one day; at the pace of the job where it says so and takes have been rolled. */
export function planOf(
  rows: PlanRows & Partial<Pick<ProductionRows, 'production' | 'days' | 'takeEvents'>>,
  day: Day,
): DayPlan {
  const paces =
    rows.production?.usePace && rows.days && rows.takeEvents
      ? jobPace({ ...rows, days: rows.days, takeEvents: rows.takeEvents })
      : null;
  return planDay(daySources(rows, day), paces);
}

/** The pace of the job against its plans as estimated. */
export function jobPace(rows: PlanRows & Pick<ProductionRows, 'days' | 'takeEvents'>): Pace[] {
  return paceOf(
    rows,
    rows.days.map((d) => planDay(daySources(rows, d))),
    foldTakes(rows.takeEvents),
  );
}

/** What a day of these rows is timed from. */
export const daySources = (rows: PlanRows, day: Day) => ({
  day,
  items: rows.dayItems,
  shots: rows.shots,
  scenes: rows.scenes,
  setups: rows.setups,
  relights: rows.relights,
  lightKit: rows.lightKit,
  rooms: rows.rooms,
  places: rows.places,
  moves: rows.moves,
});

/** When the production’s last day ends by its plan; null when it has none. */
export function lastDayEndMs(rows: PlanRows & Pick<ProductionRows, 'days'>): number | null {
  const ends = rows.days.map((day) => minuteToMs(day.date, day.timeZone, planOf(rows, day).wrapMin));
  return ends.length > 0 ? Math.max(...ends) : null;
}

/** The shots of a day: its lines’, and those of its moments. */
export const shotIdsOf = (plan: DayPlan): Set<string> => new Set(plan.rows.flatMap((r) => r.shots.map((s) => s.id)));

/** Where every card's media stand. */
export function cardsOf(rows: RowsOf<typeof CARD_PARTS>): CardStatus[] {
  return rows.cards.map((card) =>
    cardStatus(card, { ...rows, files: rows.copyFiles, jobs: rows.copyJobs }, rows.production.keepPolicy),
  );
}

/**
 * Where a day will end from `nowMs`, or null when the day is not under way: before its call, or more than
 * six hours after its planned wrap. The shot in hand is the one of the newest take, unless it is got.
 */
export function projectionOf(
  plan: DayPlan,
  takes: readonly Take[],
  states: ReadonlyMap<string, ShotState>,
  nowMs: number,
  log: readonly LogEntry[] = [],
): Projection | null {
  const { day } = plan;
  const nowMin = msToMinute(day.date, day.timeZone, nowMs);
  if (nowMin < day.callMin || nowMin > plan.wrapMin + 360 || plan.rows.length === 0) return null;
  const ownTakes = takes.filter((t) => t.dayId === day.id);
  const newest = ownTakes.at(-1);
  const isDone = (shotId: string) => states.get(shotId) === 'got' || states.get(shotId) === 'dropped';
  const rowOf = (t: Take) =>
    plan.rows.find((r) => (t.shotId ? r.shots.some((s) => s.id === t.shotId) : r.programme && r.itemId === t.sceneId));
  const tried = new Set(ownTakes.map((t) => rowOf(t)?.itemId));
  const lastTried = plan.rows.findLastIndex((r) => r.shot && tried.has(r.itemId));
  // A moment is over when somebody said so or its time is, whatever was had of it; before that it goes on, though all of it may be had.
  const going = new Map(programmeNow(plan, log, nowMin).moments.map((m) => [m.row.itemId, m.state]));
  const isOver = (row: DayPlan['rows'][number], i: number) => {
    if (row.programme) return going.get(row.itemId) === 'over';
    return row.shot ? isDone(row.shot.id) : i <= lastTried || row.endMin <= nowMin;
  };
  const done = new Set(plan.rows.filter(isOver).map((row) => row.itemId));
  const newestRow = newest && rowOf(newest);
  const inHand = newestRow && !done.has(newestRow.itemId) && newestRow.shots.length > 0 ? newestRow : undefined;
  const firstTake = inHand ? ownTakes.find((t) => rowOf(t) === inHand) : undefined;
  const startedMin = firstTake
    ? msToMinute(day.date, day.timeZone, firstTake.rolledAtMs) - (inHand?.shot?.rehearseMin ?? 0)
    : nowMin;
  return projectDay(plan, nowMin, done, inHand ? { itemId: inHand.itemId, startedMin } : null);
}

/** What follows for a day from its plan, the takes and the cards, each worked out before, at the instant `nowMs` (production time). */
export function factsFrom(
  { log, ...parts }: Pick<DayFacts, 'plan' | 'takes' | 'everyTake' | 'states' | 'cards'> & { log: readonly LogEntry[] },
  shots: ProductionRows['shots'],
  nowMs: number,
  clock: Preferences['clock'],
): DayFacts {
  const { plan, takes, states, cards } = parts;
  const dayShotIds = shotIdsOf(plan);
  const projection = projectionOf(plan, takes, states, nowMs, log);
  const answers = ledger({ plan, projection, shots, states, dayShotIds, cards, takes: takes.length, clock });
  return { ...parts, dayShotIds, projection, answers };
}

/** One day with all that follows from the rows at the instant `nowMs` (production time). */
export function factsOf(rows: ProductionRows, day: Day, nowMs: number, clock: Preferences['clock'] = '24'): DayFacts {
  const everyTake = foldEveryTake(rows.takeEvents);
  const takes = everyTake.filter((t) => t.struck === null);
  const states = shotStates(rows.shots, takes);
  const parts = { plan: planOf(rows, day), takes, everyTake, states, cards: cardsOf(rows), log: rows.logEntries };
  return factsFrom(parts, rows.shots, nowMs, clock);
}
