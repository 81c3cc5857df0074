import { checkPlan, isRaised, nameOf, stability, type LightFinding } from '../../rooms/light/index.ts';
import { peopleDay, roleLoad } from '../../about/crew/index.ts';
import { formatMinuteOfDay } from '../../base/units/index.ts';
import { fitOfPlan } from './camera.ts';
import { scanRisks, type FoundRisk } from '../../about/risks/index.ts';
import { coverageOf, failuresOf } from '../../about/holds/index.ts';
import { planOf } from './facts.ts';
import type { RISK_PARTS, RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';
import { surroundingsOf } from './light.ts';

/** What could go wrong on all days of a production, found from its rows. */
export function risksOf(rows: RowsOf<typeof RISK_PARTS> & Partial<Pick<ProductionRows, 'takeEvents'>>): FoundRisk[] {
  const plans = rows.days.map((d) => planOf(rows, d));
  const lightFindings = new Map<string, readonly LightFinding[]>();
  const windLimits = new Map<string, { name: string; limitMps: number }>();
  for (const setup of rows.setups) {
    const plan = plans.find((p) => p.rows.some((r) => r.setup?.id === setup.id));
    if (!plan) continue;
    const s = surroundingsOf(rows, setup, plan.day);
    lightFindings.set(setup.id, checkPlan(s));
    const limits = setup.plan.items.filter(isRaised).flatMap((i) => {
      const limitMps = stability(i, s)?.limitMps;
      return limitMps === undefined ? [] : [{ name: nameOf(i), limitMps }];
    });
    const [least] = limits.sort((a, b) => a.limitMps - b.limitMps);
    if (least) windLimits.set(setup.id, least);
  }
  // Shots that hang on one adapter: without it the lens goes on no camera.
  const adapters = new Map<string, string[]>();
  for (const f of fitOfPlan(rows, new Map()).fittings)
    if (f.adapterMm !== null && f.lens)
      adapters.set(`${f.lens.mount} → ${f.camera.mount}`, [
        ...(adapters.get(`${f.lens.mount} → ${f.camera.mount}`) ?? []),
        f.shot.code,
      ]);
  return scanRisks({
    ...rows,
    plans,
    peopleDays: plans.map((p, i) => peopleDay(p, plans[i + 1] ?? null, rows.people, rows.engagements, rows.production)),
    lightFindings,
    windLimits,
    adapters,
    failures: plans.map((plan) => failuresOf(coverageOf({ ...rows, plan }))),
    nobody: plans.map((plan) =>
      roleLoad({ plan, ...rows }, (m) => formatMinuteOfDay(m, plan.day)).filter((f) => f.personId === null),
    ),
  });
}
