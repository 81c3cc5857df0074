import { batteriesOf, kitNeeds, uncountedPacks, type BatteryLine, type KitNeed } from '../../about/kit/index.ts';
import type { Day, DayPlan } from '../../plan/day/index.ts';
import { catalogueOf } from '../../rooms/light/index.ts';
import { fitOfPlan } from './camera.ts';
import { planOf } from './facts.ts';
import type { KIT_PARTS, RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';

/** What a day needs, from the rows of its production. `plan` spares timing the day once more. */
export function kitOf(rows: RowsOf<typeof KIT_PARTS>, day: Day, plan: DayPlan = planOf(rows, day)): KitNeed[] {
  const ids = new Set(plan.rows.flatMap((r) => r.shots.map((s) => s.id)));
  return kitNeeds({
    ...rows,
    ...{ plan, catalogue: catalogueOf(rows.lightKit), policy: rows.production.keepPolicy },
    fit: fitOfPlan({ ...rows, shots: rows.shots.filter((s) => ids.has(s.id)) }, new Map()),
  });
}

/** Packs, swaps and charging of a day, with the packs and chargers that are there. */
export const batteriesOfDay = (
  rows: RowsOf<typeof KIT_PARTS> & Pick<ProductionRows, 'packs' | 'chargers'>,
  plan: DayPlan,
): BatteryLine[] => batteriesOf({ ...rows, plan, catalogue: catalogueOf(rows.lightKit) });

/** What runs on packs on a day of which nobody said how long they last. */
export const uncountedOfDay = (rows: RowsOf<typeof KIT_PARTS>, plan: DayPlan): string[] =>
  uncountedPacks({ ...rows, plan, catalogue: catalogueOf(rows.lightKit) });

/** What all days of a job need: of the same thing the most that any one of them asks for, of what is used up all of it. */
export function kitOfJob(rows: RowsOf<typeof KIT_PARTS> & Pick<ProductionRows, 'days'>): KitNeed[] {
  const whole = new Map<string, KitNeed>();
  for (const day of rows.days)
    for (const need of kitOf(rows, day)) {
      const known = whole.get(need.key);
      if (!known) whole.set(need.key, { ...need, why: [...need.why], places: [...need.places] });
      else whole.set(need.key, joined(known, need));
    }
  return [...whole.values()];
}
const joined = (a: KitNeed, b: KitNeed): KitNeed => ({
  ...a,
  count: a.spent ? a.count + b.count : Math.max(a.count, b.count),
  why: [...new Set([...a.why, ...b.why])],
  places: [...new Map([...a.places, ...b.places].map((p) => [p.placeId, p])).values()],
});
