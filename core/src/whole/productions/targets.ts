import { programmeNow, type DayPlan, type DayRow } from '../../plan/day/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import type { ShotState } from '../../rooms/scenes/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';

/** What a take can be of: a shot, or a moment as a whole. */
export interface Target {
  /** The shot’s id, or the scene’s. */
  id: string;
  shot: Shot | null;
  /** The moment, where it is one as a whole. */
  moment: Scene | null;
  /** Its line of the day. */
  row: DayRow;
  state: ShotState;
}

/** What of a day can be rolled on, told apart as one looks for it. */
export interface Targets {
  /** In the order of the day: each shot, and each moment that has no shots of its own. */
  all: Target[];
  /** Still to come, the next first. */
  next: Target[];
  /** Passed over and not had: earlier in the order than what was had last, or of a moment that is over. */
  behind: Target[];
  /** Every moment as a whole. */
  moments: Target[];
}

const isOpen = (t: Target) => t.state !== 'got' && t.state !== 'dropped';

/**
 * What of a day can be rolled on at `nowMin` (minutes of the day; null: before or after it), moments as the log says they go. While a moment goes on, what is to be had in
 * it comes first, whatever was passed over; otherwise the order of the day from what was had last.
 */
export function targetsOf(
  plan: DayPlan,
  states: ReadonlyMap<string, ShotState>,
  nowMin: number | null,
  log: readonly LogEntry[] = [],
): Targets {
  const going = nowMin === null ? [] : programmeNow(plan, log, nowMin).moments;
  const goes = new Map(going.map((m) => [m.row.itemId, m.state]));
  const begun = new Set(going.flatMap((m) => (m.state === 'on' && m.begunMin !== null ? [m.row.itemId] : [])));
  const of = (id: string, row: DayRow, shot: Shot | null): Target => ({
    id,
    shot,
    moment: shot ? null : row.scene,
    row,
    state: states.get(id) ?? 'planned',
  });
  const all = plan.rows.flatMap((row) => {
    if (row.shots.length > 0) return row.shots.map((s) => of(s.id, row, s));
    return row.programme ? [of(row.itemId, row, null)] : [];
  });
  const moments = plan.rows.filter((r) => r.programme).map((r) => of(r.itemId, r, null));
  const isOver = (t: Target) => goes.get(t.row.itemId) === 'over';
  const isOn = (t: Target) => goes.get(t.row.itemId) === 'on';
  const lastHad = all.findLastIndex((t) => !isOpen(t) && t.state === 'got' && !t.row.programme);
  const behind = all.filter((t, i) => isOpen(t) && (isOver(t) || (i < lastHad && !t.row.programme)));
  const passed = new Set(behind);
  const open = all.filter((t) => isOpen(t) && !passed.has(t));
  // What somebody said has begun, then what is on by the plan, then the order.
  const rank = (t: Target) => (begun.has(t.row.itemId) ? 0 : isOn(t) ? 1 : 2);
  return { all, next: [0, 1, 2].flatMap((r) => open.filter((t) => rank(t) === r)), behind, moments };
}
