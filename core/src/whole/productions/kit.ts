import { kitNeeds, type KitNeed } from '../../about/kit/index.ts';
import type { Day, DayPlan } from '../../plan/day/index.ts';
import { catalogueOf } from '../../rooms/light/index.ts';
import { fitOfPlan } from './camera.ts';
import { planOf } from './facts.ts';
import type { KIT_PARTS, RowsOf } from './parts.ts';

/** What a day needs, from the rows of its production. `plan` spares timing the day once more. */
export function kitOf(rows: RowsOf<typeof KIT_PARTS>, day: Day, plan: DayPlan = planOf(rows, day)): KitNeed[] {
  const ids = new Set(plan.rows.flatMap((r) => r.shots.map((s) => s.id)));
  return kitNeeds({
    ...rows,
    ...{ plan, catalogue: catalogueOf(rows.lightKit), policy: rows.production.keepPolicy },
    fit: fitOfPlan({ ...rows, shots: rows.shots.filter((s) => ids.has(s.id)) }, new Map()),
  });
}
