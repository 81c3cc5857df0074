import { keyed } from '../../base/records/index.ts';
import type { ChangeKind, OrderPlan } from './orderModel.ts';

/** What minutes are learned of: change-overs by their kind, the work of a shot, both together where they can’t be told apart, how many takes one needs. */
export const PACE_KINDS = ['first', 'place', 'setup', 'side', 'same', 'shot', 'sum', 'takes'] as const;
export type PaceKind = (typeof PACE_KINDS)[number];
export const PACE_WORDS: Readonly<Record<PaceKind, string>> = {
  first: 'first rig',
  place: 'moves',
  setup: 'relights',
  side: 'turnarounds',
  same: 'repositions',
  shot: 'shots',
  sum: 'change-overs and shots together',
  takes: 'takes a shot',
};

/** One thing that was estimated and then took what it took. */
export interface Observation {
  kind: PaceKind;
  estimate: number;
  actual: number;
}

export interface Pace {
  kind: PaceKind;
  count: number;
  /** Median of actual ÷ estimate; null without observations. */
  measured: number | null;
  /** What plans use: the measured ratio drawn toward 1 with the weight of five observations. */
  factor: number;
}

/** So many observations does the estimate itself count as. */
export const PRIOR_WEIGHT = 5;
/** Ratios beyond this are a lunch or a forgotten cut, not a pace. */
const MOST_RATIO = 6;

/** What work of one kind took of its estimate, from least to most; what can be no pace is left out. */
export const ratiosOf = (observations: readonly Observation[], kind: PaceKind): number[] =>
  observations
    .filter((o) => o.kind === kind && o.estimate > 0 && o.actual > 0)
    .map((o) => o.actual / o.estimate)
    .filter((r) => r <= MOST_RATIO && r >= 1 / MOST_RATIO)
    .sort((a, b) => a - b);

/** What estimates are drawn toward by kind: the pace of former jobs; 1 where nothing is known. */
export type PacePrior = Partial<Readonly<Record<PaceKind, { factor: number; count: number }>>>;

/**
 * The pace of each kind: (5 × prior + n × the median ratio) ÷ (5 + n); the prior is 1, or the pace of former jobs. Source: shrinkage toward a prior mean with the weight of
 * five observations.
 */
export function learnPace(observations: readonly Observation[], prior: PacePrior = {}): Pace[] {
  return PACE_KINDS.map((kind) => {
    const before = prior[kind]?.factor ?? 1;
    const ratios = ratiosOf(observations, kind);
    const count = ratios.length;
    if (count === 0) return { kind, count: prior[kind]?.count ?? 0, measured: null, factor: before };
    const half = Math.floor(count / 2);
    const measured =
      count % 2 ? (ratios[half] as number) : ((ratios[half - 1] as number) + (ratios[half] as number)) / 2;
    return { kind, count, measured, factor: (PRIOR_WEIGHT * before + count * measured) / (PRIOR_WEIGHT + count) };
  });
}

export interface Worked {
  /** What it was of the plan. */
  changeKind: ChangeKind;
  changeEstimateMin: number;
  shotEstimateMin: number;
  /** What of the shot’s estimate lies before its first roll; null where its minutes were said as one. */
  rehearsalMin: number | null;
  takesPlanned: number;
  /** First roll and last cut, minutes of the day; takes rolled. */
  firstRollMin: number;
  lastCutMin: number;
  takes: number;
}

/**
 * Observations out of a day as it was worked: shots in the order they were rolled, meals left out.
 *
 * Roll and cut are known, what lies before a roll is not: a change-over, then the rehearsal. Where the shot’s own estimate parts its rehearsal
 * from its takes, the rehearsal is taken to have gone at the pace of a take, and the rest of what lay between is the change-over. Where the
 * estimate is one figure, or nothing is left for the change-over, only the sum was seen, and only the sum is told. What lay before the first
 * roll of a day is unknown.
 */
export function observe(
  worked: readonly Worked[],
  meals: readonly { startMin: number; endMin: number }[],
): Observation[] {
  return worked.flatMap((w, i): Observation[] => {
    const takes: Observation = { kind: 'takes', estimate: w.takesPlanned, actual: w.takes };
    const rolledMin = w.lastCutMin - w.firstRollMin;
    const rolledEstimateMin = w.shotEstimateMin - (w.rehearsalMin ?? 0);
    const before = worked[i - 1];
    if (!before)
      return w.rehearsalMin === null
        ? [takes]
        : [takes, { kind: 'shot', estimate: rolledEstimateMin, actual: rolledMin }];
    const eaten = meals
      .filter((m) => m.startMin >= before.lastCutMin - 1 && m.endMin <= w.firstRollMin + 1)
      .reduce((t, m) => t + m.endMin - m.startMin, 0);
    const betweenMin = w.firstRollMin - before.lastCutMin - eaten;
    if (betweenMin <= 0) return [takes];
    const whole = betweenMin + rolledMin;
    if (w.changeEstimateMin <= 0) return [takes, { kind: 'shot', estimate: w.shotEstimateMin, actual: whole }];
    const sum: Observation = { kind: 'sum', estimate: w.changeEstimateMin + w.shotEstimateMin, actual: whole };
    if (w.rehearsalMin === null || rolledEstimateMin <= 0 || w.takes <= 0) return [takes, sum];
    const paceOfTake = rolledMin / w.takes / (rolledEstimateMin / Math.max(1, w.takesPlanned));
    const rehearsedMin = w.rehearsalMin * paceOfTake;
    const changeMin = betweenMin - rehearsedMin;
    if (changeMin <= 0) return [takes, sum];
    return [
      takes,
      { kind: w.changeKind, estimate: w.changeEstimateMin, actual: changeMin },
      { kind: 'shot', estimate: w.shotEstimateMin, actual: rehearsedMin + rolledMin },
    ];
  });
}

export type Factors = Readonly<Record<PaceKind, number>>;
export const LISTED: Factors = { first: 1, place: 1, setup: 1, side: 1, same: 1, shot: 1, sum: 1, takes: 1 };
/** What plans use: each kind’s own factor; of what was only seen together with something else, the factor of the two together. */
export function factorsOf(paces: readonly Pace[]): Factors {
  const of = new Map(paces.map((p) => [p.kind, p]));
  const sum = of.get('sum')?.factor ?? 1;
  const own = (kind: PaceKind) => {
    const pace = of.get(kind);
    return pace && pace.count > 0 ? pace.factor : kind === 'takes' ? 1 : sum;
  };
  return keyed(PACE_KINDS.map((kind) => [kind, own(kind)]));
}

const scaled = (pairs: Readonly<Record<string, number>>, factor: (key: string) => number): Record<string, number> =>
  Object.fromEntries(Object.entries(pairs).map(([key, m]) => [key, m * factor(key)]));

/** A plan at another pace: shots and each kind of change-over by their factors. A rig from nothing (`>S`) goes by the first rig’s, from one setup to another by the relights’. */
export function paced(plan: OrderPlan, f: Factors): OrderPlan {
  const { change } = plan;
  return {
    ...plan,
    shots: plan.shots.map((s) => (s.programme ? s : { ...s, minutes: s.minutes * f.shot })),
    change: {
      repositionMin: change.repositionMin * f.same,
      lensMin: change.lensMin * f.same,
      rigMin: change.rigMin * f.same,
      turnaroundMin: change.turnaroundMin * f.side,
      relightDefaultMin: change.relightDefaultMin * f.setup,
      ...(change.relightMin
        ? { relightMin: scaled(change.relightMin, (key) => (key.startsWith('>') ? f.first : f.setup)) }
        : {}),
      moveMin: scaled(change.moveMin, () => f.place),
    },
  };
}

/** What a pace changed, in one line for whoever reads the plan; empty when it changed nothing. */
export function paceSaid(paces: readonly Pace[]): string {
  const told = paces.filter((p) => p.kind !== 'takes' && p.count > 0 && Math.abs(p.factor - 1) > 0.005);
  return told.length === 0
    ? ''
    : `Minutes are at your own pace: ${told.map((p) => `${PACE_WORDS[p.kind]} × ${p.factor.toFixed(2)} (${p.count} times)`).join(', ')}.`;
}
