import type { Day, DayPlan, Projection } from '../../plan/day/index.ts';
import type { Place } from '../../rooms/places/index.ts';
import { formatMinuteOfDay, formatMinutes } from '../../base/units/index.ts';
import { hourAt, type Forecast } from '../../rooms/weather/index.ts';
import type { Risk, Trigger } from './model.ts';
import type { FoundRisk } from './found.ts';
import { forecastFor } from './scan.ts';

/** A risk as a person sees it: found from the plan or written, with what was decided. */
export interface ListedRisk extends Omit<FoundRisk, 'remedies'> {
  /** The stored row, once somebody has touched it. */
  row: Risk | null;
  remedies: Risk['remedies'];
  ownerId: string | null;
  decidedBy: string;
  state: Risk['state'];
}

/** Found and written risks as one list: what was decided on a found one stands with it, and what of it was set by hand; one that is found no more and was decided stays, as told. */
export function listRisks(found: readonly FoundRisk[], rows: readonly Risk[]): ListedRisk[] {
  const stored = new Map(rows.filter((r) => r.key).map((r) => [r.key, r]));
  const listed = found.map((f): ListedRisk => {
    const row = stored.get(f.key) ?? null;
    if (!row)
      return {
        ...f,
        row,
        remedies: f.remedies.map((words) => ({ words, chosen: false })),
        ownerId: null,
        decidedBy: '',
        state: 'open',
      };
    // What nobody set by hand goes with the plan: a day that moved has its wind at another hour.
    const hand = new Set(row.byHand);
    return {
      ...f,
      likelihood: hand.has('likelihood') ? grade(row.likelihood) : f.likelihood,
      harm: hand.has('harm') ? grade(row.harm) : f.harm,
      trigger: hand.has('trigger') ? row.trigger : f.trigger,
      row,
      remedies: row.remedies,
      ownerId: row.ownerId,
      decidedBy: row.decidedBy,
      state: row.state,
    };
  });
  const keys = new Set(found.map((f) => f.key));
  const own = rows
    .filter((r) => r.key === '' || !keys.has(r.key))
    .map((r): ListedRisk => ({
      key: r.key || r.id,
      dayId: r.dayId,
      title: r.title,
      why: r.key && !keys.has(r.key) ? `${r.why} The plan no longer has it.`.trim() : r.why,
      likelihood: grade(r.likelihood),
      harm: grade(r.harm),
      trigger: r.trigger,
      row: r,
      remedies: r.remedies,
      ownerId: r.ownerId,
      decidedBy: r.decidedBy,
      state: r.state,
    }));
  return [...listed, ...own].sort((a, b) => b.likelihood * b.harm - a.likelihood * a.harm || b.harm - a.harm);
}
const grade = (n: number): 1 | 2 | 3 => (n <= 1 ? 1 : n >= 3 ? 3 : 2);

/** What a trigger says in words: `gusts over 8 m/s by 15:00`. */
export function triggerWords(t: Trigger, day: Pick<Day, 'date' | 'timeZone'>, clock: '24' | '12' = '24'): string {
  const by = (m: number | null) => (m === null ? '' : ` by ${formatMinuteOfDay(m, day, clock)}`);
  if (t.kind === 'gust') return `gusts over ${t.overMps}\u00a0m/s${by(t.byMin)}`;
  if (t.kind === 'rain') return `rain over ${t.overMm}\u00a0mm an hour${by(t.byMin)}`;
  if (t.kind === 'behind') return `over ${formatMinutes(t.overMin)} behind`;
  return `at ${formatMinuteOfDay(t.atMin, day, clock)}`;
}

/** What is known of the day at this minute. */
export interface Conditions {
  nowMin: number;
  behindMin: number | null;
  /** Weather now, where the work is. */
  forecast: Forecast | null;
}

/** Whether a trigger has fired: gusts and rain from an hour ahead of when they matter until their time has passed, a time from itself on for two hours. */
export function isDue(t: Trigger, c: Conditions): boolean {
  if (t.kind === 'behind') return c.behindMin !== null && c.behindMin > t.overMin;
  if (t.kind === 'time') return c.nowMin >= t.atMin && c.nowMin <= t.atMin + TIME_HOLDS_MIN;
  if (!c.forecast || (t.byMin !== null && c.nowMin > t.byMin + AFTER_MIN)) return false;
  if (t.fromMin !== null && c.nowMin + AHEAD_MIN < t.fromMin) return false;
  const until = Math.min(c.nowMin + AHEAD_MIN, t.byMin ?? Infinity);
  for (let m = c.nowMin; m <= Math.max(c.nowMin, until); m += 30) {
    const hour = hourAt(c.forecast, m);
    if (t.kind === 'gust' ? hour.gustMps > t.overMps : hour.rainMm > t.overMm) return true;
  }
  return false;
}
/** A time that has passed is told for so long; then it was decided one way or the other. */
const TIME_HOLDS_MIN = 120;
/** Weather is looked at so far ahead: an hour to take something down. */
const AHEAD_MIN = 60;
/** And is still said for a while after its time. */
const AFTER_MIN = 60;

/** The risks of a day whose trigger has fired and that are not gone, worst first. */
export function dueRisks(
  risks: readonly ListedRisk[],
  plan: DayPlan,
  places: readonly Place[],
  projection: Projection | null,
  nowMin: number,
): ListedRisk[] {
  const at = plan.rows.find((r) => r.endMin >= nowMin) ?? plan.rows.at(-1);
  const conditions: Conditions = {
    nowMin,
    behindMin: projection?.behindMin ?? null,
    forecast: at ? forecastFor(plan.day, at.placeId, places) : null,
  };
  return risks.filter(
    (r) =>
      r.trigger !== null &&
      r.state !== 'gone' &&
      (r.dayId === null || r.dayId === plan.day.id) &&
      isDue(r.trigger, conditions),
  );
}
