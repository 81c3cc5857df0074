import type { DayPlan } from '../../plan/day/index.ts';
import type { Engagement, Person } from '../../rooms/people/index.ts';

export interface Call {
  person: Person;
  callMin: number;
  /** When first needed in a shot, null when in none. */
  firstNeedMin: number | null;
  /** When last needed in a shot, null when in none. */
  releaseMin: number | null;
  why: string;
}

/** Calls are rounded down to this many minutes: nobody is called for 07:13. */
const STEP_MIN = 5;

/**
 * When each engaged person is called. One set by hand stands; else crew come at the day's call, and everybody
 * else at their first need less their time before it, rounded down to five minutes, so that nobody waits.
 */
export function callsOfDay(plan: DayPlan, engagements: readonly Engagement[], people: readonly Person[]): Call[] {
  const byId = new Map(people.map((p) => [p.id, p]));
  return engagements
    .filter((e) => e.dayId === plan.day.id)
    .flatMap((e): Call[] => {
      const person = byId.get(e.personId);
      if (!person) return [];
      const needs = plan.rows.filter((row) => row.personIds.includes(person.id));
      const firstNeedMin = needs.length ? Math.min(...needs.map((row) => row.startMin)) : null;
      const releaseMin = needs.length ? Math.max(...needs.map((row) => row.endMin)) : null;
      if (e.callMin !== null) return [{ person, callMin: e.callMin, firstNeedMin, releaseMin, why: 'set by hand' }];
      if (person.kind === 'crew' || firstNeedMin === null) {
        return [{ person, callMin: plan.day.callMin, firstNeedMin, releaseMin, why: 'at the general call' }];
      }
      const callMin = Math.floor((firstNeedMin - e.callOffsetMin) / STEP_MIN) * STEP_MIN;
      return [{ person, callMin, firstNeedMin, releaseMin, why: `${e.callOffsetMin} min before first needed` }];
    })
    .sort((a, b) => a.callMin - b.callMin || a.person.name.localeCompare(b.person.name, 'en'));
}
