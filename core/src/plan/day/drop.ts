import { DEFAULT_RUNS, inTimeShare, type OddsPart } from './odds.ts';
import type { OrderPlan, OrderShot } from './orderModel.ts';

const RANK: Readonly<Record<NonNullable<OrderShot['priority']>, number>> = { nice: 0, should: 1, must: 2 };
const rankOf = (s: OrderShot) => RANK[s.priority ?? 'should'];
/** Days played for each trial; the answer is played in full. */
const TRIAL_RUNS = 1500;

export interface Drop {
  /** Left out, the least important first. */
  ids: string[];
  before: number;
  after: number;
  /** False when even every shot that is no must is not enough. */
  reached: boolean;
}

/** A plan and order without some shots. What came after one of them no longer waits for it. */
export function without(plan: OrderPlan, gone: ReadonlySet<string>): OrderPlan {
  return {
    ...plan,
    shots: plan.shots
      .filter((s) => !gone.has(s.id))
      .map((s) => (s.after?.some((a) => gone.has(a)) ? { ...s, after: s.after.filter((a) => !gone.has(a)) } : s)),
  };
}

/**
 * The fewest, least important shots to leave out, of whatever unit, so that the odds of wrapping in time reach `level`: of the least
 * important class with shots in it the one that helps most, one after the other; then none stays out that need not. Musts are never offered.
 */
export function whatToDrop(parts: readonly OddsPart[], level: number): Drop {
  const orders = parts.map(({ input }) => input.order ?? input.plan.shots.map((s) => s.id));
  const oddsWithout = (gone: ReadonlySet<string>, runs: number) =>
    inTimeShare(
      parts.map(({ input, before }, i) => ({
        before,
        input: { ...input, plan: without(input.plan, gone), order: orders[i]!.filter((id) => !gone.has(id)), runs },
      })),
    );
  const full = parts[0]?.input.runs ?? DEFAULT_RUNS;
  const whole = oddsWithout(new Set(), full);
  const shots = new Map(parts.flatMap(({ input }) => input.plan.shots.map((s) => [s.id, s] as const)));
  const gone: string[] = [];
  let now = whole;
  while (now < level) {
    const left = orders.map((ids) =>
      ids.flatMap((id) => {
        const s = shots.get(id);
        return s && !gone.includes(id) && rankOf(s) < 2 ? [s] : [];
      }),
    );
    const lowest = Math.min(...left.flat().map(rankOf));
    // Only the longest few of a large class are tried, of each unit: a short one never helps more.
    const tried = left.flatMap((shotsOfUnit) =>
      shotsOfUnit
        .filter((s) => rankOf(s) === lowest)
        .sort((a, b) => b.minutes - a.minutes)
        .slice(0, 10),
    );
    let best: { id: string; odds: number } | null = null;
    for (const s of tried) {
      const odds = oddsWithout(new Set([...gone, s.id]), TRIAL_RUNS);
      if (!best || odds > best.odds) best = { id: s.id, odds };
    }
    if (!best) break;
    gone.push(best.id);
    now = oddsWithout(new Set(gone), full);
  }
  // What turned out not to be needed comes back, the most important first.
  for (const id of [...gone].reverse()) {
    const fewer = new Set(gone.filter((g) => g !== id));
    const odds = oddsWithout(fewer, full);
    if (now >= level && odds >= level) {
      gone.splice(gone.indexOf(id), 1);
      now = odds;
    }
  }
  return { ids: gone, before: whole, after: now, reached: now >= level };
}
