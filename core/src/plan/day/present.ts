import { type ShotState } from '../../rooms/scenes/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import { type DayPlan, type DayRow } from './dayPlan.ts';
import { programmeNow } from './underWay.ts';

/** The line of a day that is due, and the one after it. */
export interface Present {
  on: DayRow;
  next: DayRow | null;
  /** When it ends, if it lasts as long as planned from when it began or is to be expected. */
  endMin: number;
  /** Minutes since it was to begin, or did; negative: it begins in so many. */
  sinceMin: number;
  /** Minutes past that end; 0 while it is within its time. */
  overMin: number;
}

/** A day counts as going on from this long before its call until this long after its planned wrap. */
const EARLY_MIN = 120;
const LATE_MIN = 360;

const isOpen = (state: ShotState | undefined) => state !== 'got' && state !== 'dropped';

/**
 * What is due on a day at `nowMin` (minutes of the day): the first line that is not done from where work stands, which
 * is the last line anything was taken of. Lines passed over before it are not due again by themselves, but for those whose
 * time is yet to come: what was had early does not cancel what was to be before it. Lines without
 * shots are done when their time is over, or when work has gone past them; moments as the log says they go. Null: the day is not on, or nothing is left.
 */
export function presentOf(
  plan: DayPlan,
  states: ReadonlyMap<string, ShotState>,
  nowMin: number,
  log: readonly LogEntry[] = [],
): Present | null {
  if (nowMin < plan.day.callMin - EARLY_MIN || nowMin > plan.wrapMin + LATE_MIN) return null;
  const stateOf = (id: string) => states.get(id) ?? 'planned';
  const touched = plan.rows.findLastIndex((r) =>
    r.shots.some((s) => stateOf(s.id) !== 'planned' && stateOf(s.id) !== 'dropped'),
  );
  const goes = new Map(programmeNow(plan, log, nowMin).moments.map((m) => [m.row.itemId, m] as const));
  const startOf = (row: DayRow) => goes.get(row.itemId)?.startMin ?? row.startMin;
  const endOf = (row: DayRow) => startOf(row) + row.endMin - row.startMin;
  // One that somebody stamped, or that waits for a stamp, is not over by the clock.
  const isOver = (row: DayRow) => (row.programme ? goes.get(row.itemId)?.state === 'over' : row.endMin <= nowMin);
  const isSaid = (row: DayRow) => {
    const moment = goes.get(row.itemId);
    return moment?.state === 'on' && moment.begunMin !== null;
  };
  const isDone = (row: DayRow, i: number) =>
    row.shots.length > 0 && !row.programme
      ? row.shots.every((s) => !isOpen(stateOf(s.id)))
      : isOver(row) || (i < touched && !isSaid(row));
  const due = plan.rows.filter((row, i) => (i >= touched || !isOver(row)) && !isDone(row, i));
  // What somebody said goes on is due before what the plan has on.
  const on = due.find(isSaid) ?? due[0];
  if (!on) return null;
  const next = due.find((row) => row !== on && row.startMin >= on.startMin) ?? null;
  return { on, next, endMin: endOf(on), sinceMin: nowMin - startOf(on), overMin: Math.max(0, nowMin - endOf(on)) };
}
