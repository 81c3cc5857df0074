import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { Timer, compile, solveOrder, timeOrder, type Order, type OrderPlan } from './index.ts';
import { aPlanOf, plans, shotOf as shotAt } from './testing.ts';

const ids = (plan: OrderPlan) => plan.shots.map((s) => s.id);
function* permutations<T>(list: readonly T[]): Generator<T[]> {
  if (list.length < 2) {
    yield [...list];
    return;
  }
  for (let i = 0; i < list.length; i += 1)
    for (const rest of permutations([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i] as T, ...rest];
}
const shotOf = (plan: OrderPlan, id: string) => plan.shots.find((s) => s.id === id);
const effortOf = (plan: OrderPlan, o: Order) =>
  o.order.reduce((t, x) => t + (shotOf(plan, x.id)?.effort ?? 0) * x.startMin, 0);
const musts = (plan: OrderPlan, o: Order) =>
  o.violations.filter(
    (v) => v.code !== 'meal.late' && v.code !== 'meal.missed' && shotOf(plan, v.ids[0] ?? '')?.priority === 'must',
  ).length;
/** What a school wants least, in its order, for orders that keep every rule. */
const aims = (plan: OrderPlan, o: Order): number[] =>
  plan.school === 'people'
    ? [o.waitingMin, o.wrapMin]
    : plan.school === 'effort'
      ? [effortOf(plan, o), o.wrapMin]
      : [o.wrapMin, o.changeMin];

describe('timing quickly', () => {
  it('is timing: the same times, meals, faults and waiting as the one that says how', () => {
    fc.assert(
      fc.property(plans(9), fc.integer(), (plan, turn) => {
        const order = ids(plan).map((id, i) => [id, Math.sin(i * 12.9898 + turn) % 1] as const);
        const told = order.sort((a, b) => a[1] - b[1]).map(([id]) => id);
        const slow = timeOrder(plan, told);
        const timer = new Timer(compile(plan));
        const indices = told.map((id) => plan.shots.findIndex((s) => s.id === id));
        const quick = timer.time(indices);
        timer.more(indices);
        expect(quick.wrapMin).toBeCloseTo(slow.wrapMin, 6);
        expect(quick.changeMin).toBeCloseTo(slow.changeMin, 6);
        expect(quick.broken).toBe(slow.violations.length);
        expect(quick.mustBroken).toBe(musts(plan, slow));
        expect(quick.waitingMin).toBeCloseTo(slow.waitingMin, 6);
        expect(quick.effort).toBeCloseTo(effortOf(plan, slow), 6);
        expect(Array.from(timer.startAt).slice(0, told.length)).toEqual(slow.order.map((o) => o.startMin));
        expect(Array.from(timer.mealAt).filter((m) => !Number.isNaN(m))).toEqual(slow.meals.map((m) => m.startMin));
      }),
      { numRuns: sampled(400, 133) },
    );
  });
});

describe('the order', () => {
  it('is proven: no other order of up to six shots wraps earlier, and “optimal” is said only then', () => {
    fc.assert(
      fc.property(plans(6), (plan) => {
        const found = solveOrder(plan);
        let least = Infinity;
        for (const p of permutations(ids(plan))) {
          const o = timeOrder(plan, p);
          if (o.violations.length === 0) least = Math.min(least, o.wrapMin);
        }
        if (least < Infinity) {
          expect(found.violations).toEqual([]);
          expect(found.wrapMin).toBeCloseTo(least, 6);
          expect(found.optimal).toBe(true);
        } else {
          expect(found.optimal).toBe(false);
          expect(found.violations.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: sampled(120, 40) },
    );
  });
  it.each(['changeovers', 'people', 'effort'] as const)('%s: none of up to five shots’ orders is better', (school) => {
    fc.assert(
      fc.property(plans(5), (p) => {
        const plan = { ...p, school };
        const found = solveOrder(plan);
        for (const o of [...permutations(ids(plan))].map((x) => timeOrder(plan, x))) {
          const rules = (x: Order) => [musts(plan, x), x.violations.length];
          const [a, b] = [rules(found), rules(o)];
          if (a[0] !== b[0] || a[1] !== b[1]) {
            expect((a[0] as number) < (b[0] as number) || (a[0] === b[0] && (a[1] as number) < (b[1] as number))).toBe(
              true,
            );
            continue;
          }
          if (a[1] !== 0) continue;
          const [x, y] = [aims(plan, found), aims(plan, o)];
          expect((x[0] as number) <= (y[0] as number) + 1e-6, `${x.join()} against ${y.join()}`).toBe(true);
          if (Math.abs((x[0] as number) - (y[0] as number)) < 1e-6)
            expect(x[1] as number).toBeLessThanOrEqual((y[1] as number) + 1e-6);
        }
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('the listed order stays with “story”; the same seed gives the same order; every shot is there once', () => {
    fc.assert(
      fc.property(plans(14), (plan) => {
        expect(solveOrder({ ...plan, school: 'story' }).order.map((o) => o.id)).toEqual(ids(plan));
        const [a, b] = [solveOrder(plan), solveOrder(plan)];
        expect(a).toEqual(b);
        expect(a.order.map((o) => o.id).sort()).toEqual(ids(plan).sort());
        for (const o of a.order) expect(o.startMin).toBeGreaterThanOrEqual(plan.startMin);
      }),
      { numRuns: 15 },
    );
  });
  it('never takes longer than the order as it is listed', () => {
    fc.assert(
      fc.property(plans(24), (plan) => {
        const [found, listed] = [solveOrder({ ...plan, budgetMs: 15 }), timeOrder(plan, ids(plan))];
        const [a, b] = [musts(plan, found), musts(plan, listed)];
        expect(a < b || (a === b && found.violations.length <= listed.violations.length)).toBe(true);
        if (found.violations.length === listed.violations.length && found.violations.length === 0)
          expect(found.wrapMin).toBeLessThanOrEqual(listed.wrapMin + 1e-6);
      }),
      { numRuns: sampled(25, 8) },
    );
  });
  it('goes on in the midst of a day, and can be ended early', () => {
    const shot = (id: string, setup: string) => ({ id, minutes: 10, place: 'p', setup, side: 'a' });
    const plan: OrderPlan = {
      startMin: 600,
      school: 'changeovers',
      shots: [shot('a', 'L2'), shot('b', 'L1'), shot('c', 'L2'), shot('d', 'L1')],
      change: { repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30, moveMin: {} },
    };
    const now = solveOrder(plan, { place: 'p', setup: 'L1', side: 'a' });
    expect(
      now.order
        .map((o) => o.id)
        .slice(0, 2)
        .sort(),
    ).toEqual(['b', 'd']);
    let looks = 0;
    const many: OrderPlan = { ...plan, shots: Array.from({ length: 40 }, (_, i) => shot(`s${i}`, `L${(i * 7) % 9}`)) };
    const ended = solveOrder(many, null, (best, share) => {
      looks += 1;
      expect(best.ids).toHaveLength(40);
      expect(share).toBeLessThanOrEqual(1);
      return false;
    });
    expect(looks).toBe(1);
    expect(ended.order).toHaveLength(40);
  });
  it('what can’t be is refused with its path', () => {
    const bad = (shots: OrderPlan['shots']) => () =>
      solveOrder({
        startMin: 0,
        school: 'changeovers',
        shots,
        change: { repositionMin: 1, lensMin: 1, rigMin: 1, turnaroundMin: 1, relightDefaultMin: 1, moveMin: {} },
      });
    const s = (id: string, more: object = {}) => ({ id, minutes: 1, place: 'p', setup: 'L', side: '', ...more });
    expect(bad([s('a', { after: ['b'] }), s('b', { after: ['a'] })])).toThrow(/each wait for the other/);
    expect(bad([s('a'), s('a')])).toThrow(/Two shots are called/);
    expect(bad([s('a', { after: ['z'] })])).toThrow(/not in the plan/);
    expect(bad([s('a'), s('b', { place: 'q' })])).toThrow(/How long is the move/);
    expect(
      solveOrder({
        startMin: 60,
        school: 'changeovers',
        shots: [],
        change: { repositionMin: 1, lensMin: 1, rigMin: 1, turnaroundMin: 1, relightDefaultMin: 1, moveMin: {} },
      }),
    ).toMatchObject({ order: [], wrapMin: 60, optimal: true });
  });
  it('“optimal” is said of a listed order only where there is no other, and of many where nothing can be less', () => {
    const listed = (...ids_: string[]) => solveOrder(aPlanOf(ids_.map((id) => shotAt(id, 'L1')))).optimal;
    expect([listed('a'), listed('a', 'b'), listed('a', 'b', 'c')]).toEqual([true, false, false]);
    // Too many to be tried: all in one setup, and a meal that can’t be missed. No order can be shorter.
    const many = Array.from({ length: 18 }, (_, i) => shotAt(`s${i}`, 'L1', { minutes: 20 }));
    const meals = [{ latestAfterMin: 180, minutes: 30 }];
    const lit = { place: 'p', setup: 'L1', side: 'a' };
    const found = solveOrder(aPlanOf(many, { school: 'changeovers', meals, budgetMs: 5 }), lit);
    expect(found.violations).toEqual([]);
    expect(found.wrapMin).toBeCloseTo(480 + 18 * (20 + 4) + 30, 6);
    expect(found.optimal).toBe(true);
  });
});
