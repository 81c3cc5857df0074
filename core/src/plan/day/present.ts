import { type ShotState } from '../../rooms/scenes/index.ts';
import { type DayPlan, type DayRow } from './dayPlan.ts';

/** The line of a day that is due, and the one after it. */
export interface Present {
  on: DayRow;
  next: DayRow | null;
  /** Minutes since it was to begin by the plan; negative: it begins in so many. */
  sinceMin: number;
  /** Minutes past its planned end; 0 while it is within its time. */
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
 * shots are done when their time is over, or when work has gone past them. Null: the day is not on, or nothing is left.
 */
export function presentOf(plan: DayPlan, states: ReadonlyMap<string, ShotState>, nowMin: number): Present | null {
  if (nowMin < plan.day.callMin - EARLY_MIN || nowMin > plan.wrapMin + LATE_MIN) return null;
  const stateOf = (id: string) => states.get(id) ?? 'planned';
  const touched = plan.rows.findLastIndex((r) =>
    r.shots.some((s) => stateOf(s.id) !== 'planned' && stateOf(s.id) !== 'dropped'),
  );
  const isDone = (row: DayRow, i: number) =>
    row.shots.length > 0 && !row.programme
      ? row.shots.every((s) => !isOpen(stateOf(s.id)))
      : row.endMin <= nowMin || i < touched;
  const due = plan.rows.filter((row, i) => (i >= touched || row.endMin > nowMin) && !isDone(row, i));
  const [on, next = null] = due;
  if (!on) return null;
  return { on, next, sinceMin: nowMin - on.startMin, overMin: Math.max(0, nowMin - on.endMin) };
}
