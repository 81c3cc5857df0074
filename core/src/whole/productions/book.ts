import { bookDayOf, bookSetupOf } from '../../about/book/index.ts';
import { entriesOf } from '../../rooms/log/index.ts';
import { catalogueOf, setupRigMin } from '../../rooms/light/index.ts';
import { foldTakes } from '../../rooms/roll/index.ts';
import { forgetter } from '../forget/index.ts';
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
  const taken = new Set(takes.map((t) => t.shotId));
  const used = new Set(rows.shots.filter((s) => taken.has(s.id)).map((s) => s.setupId));
  const frozen = new Set(entriesOf(rows.logEntries, 'built').map((e) => e.payload.setupId));
  const plans = rows.days.map((d) => planDay(daySources(rows, d)));
  const mealsOf = (dayId: string) => plans.find((p) => p.day.id === dayId)?.meals ?? [];
  const sources = { ...rows, takes, log: rows.logEntries, plannedMin, mealsOf };
  const days = rows.days.flatMap((day, i) => {
    const plan = plans[i];
    if (!plan) return [];
    const seen = observationsOf({ days: [day] }, [plan], takes);
    const crew = new Set(rows.engagements.filter((e) => e.dayId === day.id).map((e) => e.personId));
    const working = rows.people.filter((p) => p.kind === 'crew' && crew.has(p.id)).length;
    return seen.length === 0 ? [] : [bookDayOf(rows, day, { crew: working, seen, shotIds: shotIdsOf(plan) })];
  });
  const kept = rows.setups.filter((s) => used.has(s.id) || frozen.has(s.id));
  const nameless = withoutNames(rows.people);
  return { setups: kept.map((s) => nameless(bookSetupOf(sources, s))), days };
}

/** Takes the names of people out of the words of a setup: what they did stands in their place. Its kit and its plan’s keys are no words. */
function withoutNames(people: ProductionRows['people']) {
  const turns = people.map((p) => forgetter(p, p.role || p.kind));
  const turn = (text: string): string => turns.reduce((words, t) => t(words), text);
  return (setup: ReturnType<typeof bookSetupOf>): ReturnType<typeof bookSetupOf> => ({
    ...setup,
    ...{ name: turn(setup.name).slice(0, 80), remark: turn(setup.remark).slice(0, 300) },
    ...{ place: turn(setup.place).slice(0, 120), room: turn(setup.room).slice(0, 120) },
    lines: setup.lines.map((l) => turn(l).slice(0, 160)),
    plan: { ...setup.plan, items: setup.plan.items.map((i) => ({ ...i, name: turn(i.name).slice(0, 60) })) },
  });
}
