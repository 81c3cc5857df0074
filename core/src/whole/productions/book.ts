import { bookDayOf, bookSetupOf } from '../../about/book/index.ts';
import { entriesOf } from '../../rooms/log/index.ts';
import { catalogueOf, setupRigMin } from '../../rooms/light/index.ts';
import { foldTakes } from '../../rooms/roll/index.ts';
import { planDay } from '../../plan/day/index.ts';
import { daySources, shotIdsOf } from './facts.ts';
import { observationsOf } from './day.ts';
import type { ProductionRows } from './rows.ts';

/** What a job has to give to the book: every setup that something was shot in or that was frozen as built, and every day that taught something. */
export interface BookOfJob {
  setups: ReturnType<typeof bookSetupOf>[];
  days: ReturnType<typeof bookDayOf>[];
}

/** The book of one job out of its rows. */
export function bookOf(rows: ProductionRows): BookOfJob {
  const takes = foldTakes(rows.takeEvents);
  const catalogue = catalogueOf(rows.lightKit);
  const roomOf = new Map(rows.rooms.map((r) => [r.id, r]));
  const plannedMin = new Map(
    rows.setups.flatMap((s) => {
      const minutes = setupRigMin(s, catalogue, roomOf.get(s.plan.roomId ?? '') ?? null);
      return minutes === null ? [] : [[s.id, Math.round(minutes)] as const];
    }),
  );
  const sources = { ...rows, takes, log: rows.logEntries, plannedMin };
  const taken = new Set(takes.map((t) => t.shotId));
  const used = new Set(rows.shots.filter((s) => taken.has(s.id)).map((s) => s.setupId));
  const frozen = new Set(entriesOf(rows.logEntries, 'built').map((e) => e.payload.setupId));
  const plans = rows.days.map((d) => planDay(daySources(rows, d)));
  const days = rows.days.flatMap((day, i) => {
    const plan = plans[i];
    if (!plan) return [];
    const seen = observationsOf({ days: [day] }, [plan], takes);
    const crew = new Set(rows.engagements.filter((e) => e.dayId === day.id).map((e) => e.personId));
    const working = rows.people.filter((p) => p.kind === 'crew' && crew.has(p.id)).length;
    return seen.length === 0 ? [] : [bookDayOf(rows, day, { crew: working, seen, shotIds: shotIdsOf(plan) })];
  });
  return {
    setups: rows.setups.filter((s) => used.has(s.id) || frozen.has(s.id)).map((s) => bookSetupOf(sources, s)),
    days,
  };
}
