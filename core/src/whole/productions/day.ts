import {
  learnPace,
  observe,
  unitPlan,
  type DayPlan,
  type Observation,
  type OddsPart,
  type Pace,
  type Projection,
  type Worked,
} from '../../plan/day/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { rehearsalMinutes, takesFor } from '../../rooms/scenes/index.ts';
import { msToMinute } from '../../base/time/index.ts';
import type { ProductionRows } from './rows.ts';

/** A unit’s part of the odds of a day. */
export interface UnitOdds extends OddsPart {
  unit: number;
}

/** What the odds of a day are asked of, unit by unit: its order as it stands, or, under way, what is left of it. None when there is nothing to play. */
export function oddsOf(whole: DayPlan, projection: Projection | null): UnitOdds[] {
  return whole.units.flatMap(({ unit }): UnitOdds[] => {
    const plan = unitPlan(whole, unit);
    const byMin = plan.day.wantedWrapMin - plan.day.strikeMin;
    if (projection) {
      const rest = projection.rests[unit];
      return rest ? [{ unit, input: { plan: rest.order, order: rest.ids, byMin }, before: rest.before }] : [];
    }
    return plan.rows.length === 0
      ? []
      : [{ unit, input: { plan: plan.order, order: plan.rows.map((r) => r.itemId), byMin }, before: null }];
  });
}

/** The pace of the job, out of the takes that were rolled on its days against the plans of those days, drawn toward that of former jobs where it was taken over. */
export const paceOf = (
  rows: Pick<ProductionRows, 'days'> & Partial<Pick<ProductionRows, 'production'>>,
  plans: readonly DayPlan[],
  takes: readonly Take[],
): Pace[] => learnPace(observationsOf(rows, plans, takes), rows.production?.pacePrior?.factors ?? {});

/** What was estimated and what it took, by the takes that were rolled on the days of a job. */
export function observationsOf(
  rows: Pick<ProductionRows, 'days'>,
  plans: readonly DayPlan[],
  takes: readonly Take[],
): Observation[] {
  return rows.days.flatMap((day) => {
    const plan = plans.find((p) => p.day.id === day.id);
    if (!plan) return [];
    const own = takes.filter((t) => t.dayId === day.id && t.shotId !== null);
    const at = (ms: number) => msToMinute(day.date, day.timeZone, ms);
    const worked = new Map<string, { first: number; last: number; takes: number }>();
    for (const t of own) {
      const id = t.shotId as string;
      const rolled = at(t.rolledAtMs);
      const cut = at(t.cutAtMs ?? t.rolledAtMs);
      const known = worked.get(id);
      worked.set(
        id,
        known
          ? { first: Math.min(known.first, rolled), last: Math.max(known.last, cut), takes: known.takes + 1 }
          : { first: rolled, last: cut, takes: 1 },
      );
    }
    const list = [...worked]
      .sort((a, b) => a[1].first - b[1].first)
      .flatMap(([shotId, w]): Worked[] => {
        const row = plan.rows.find((r) => r.shot?.id === shotId);
        if (!row?.shot) return [];
        return [
          {
            changeKind: row.changeKind,
            changeEstimateMin: row.changeMin,
            shotEstimateMin: row.minutes,
            rehearsalMin: rehearsalMinutes(row.shot, row.scene?.style),
            takesPlanned: takesFor(row.shot, row.scene?.style),
            firstRollMin: w.first,
            lastCutMin: w.last,
            takes: w.takes,
          },
        ];
      });
    return observe(list, plan.meals);
  });
}
