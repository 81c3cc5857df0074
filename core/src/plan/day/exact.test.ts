import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { compile, timeOrder, type OrderPlan } from './index.ts';
import { MOST_EXACT, bestOf, earliestEnds, orderOf } from './exact.ts';
import { plans } from './testing.ts';

function* permutations<T>(list: readonly T[]): Generator<T[]> {
  if (list.length < 2) {
    yield [...list];
    return;
  }
  for (let i = 0; i < list.length; i += 1)
    for (const rest of permutations([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i] as T, ...rest];
}
/** The least end of all orders that keep every rule, by trying them all; null where none does. */
function leastEnd(plan: OrderPlan): number | null {
  const ends = [...permutations(plan.shots.map((s) => s.id))].flatMap((ids) => {
    const o = timeOrder(plan, ids);
    return o.violations.length === 0 ? [o.wrapMin] : [];
  });
  return ends.length > 0 ? Math.min(...ends) : null;
}
const proven = (plan: OrderPlan) => {
  const c = compile(plan);
  const frontier = earliestEnds(c);
  const all = (1 << c.n) - 1;
  const best = bestOf(c, frontier, all);
  return best && { end: best.end, ids: orderOf(frontier, all, best.last, best.m).map((i) => plan.shots[i]!.id) };
};
/** Days on which a meal can hardly be had: it must begin within minutes. */
const tight = plans(5).chain((plan) =>
  fc.tuple(fc.integer({ min: 0, max: 150 }), fc.integer({ min: 0, max: 12 })).map(([from, span]): OrderPlan => ({
    ...plan,
    shots: plan.shots.map(({ windows: _, pinnedStartMin: __, ...s }) => s),
    meals: [{ earliestAfterMin: from, latestAfterMin: from + span, minutes: 30 }],
  })),
);

describe('what is proven of an order', () => {
  it.each([
    ['with windows, pins and what must come first', plans(5)],
    ['with a meal that can hardly be had', tight],
  ] as const)('is the least of all orders, %s', (_, days) =>
    fc.assert(
      fc.property(days, (plan) => {
        const [found, least] = [proven(plan), leastEnd(plan)];
        if (least === null) expect(found).toBeNull();
        else expect(found!.end).toBeCloseTo(least, 6);
      }),
      { numRuns: sampled(150, 50) },
    ),
  );
  it('is an order that ends then, and breaks nothing', () =>
    fc.assert(
      fc.property(tight, (plan) => {
        const found = proven(plan);
        if (!found) return;
        expect([...found.ids].sort()).toEqual(plan.shots.map((s) => s.id).sort());
        const told = timeOrder(plan, found.ids);
        expect(told.violations).toEqual([]);
        expect(told.wrapMin).toBeCloseTo(found.end, 6);
      }),
      { numRuns: sampled(100, 33) },
    ));
  it('a meal on its last minute is in time, one minute later is not', () => {
    const change = { repositionMin: 0, lensMin: 0, rigMin: 0, turnaroundMin: 0, relightDefaultMin: 0, moveMin: {} };
    const shot = (id: string) => ({ id, minutes: 60, place: 'p', setup: 'L1', side: 'a' });
    const day = (latestAfterMin: number): OrderPlan => ({
      ...{ startMin: 600, school: 'changeovers', shots: [shot('a'), shot('b')], change },
      meals: [{ earliestAfterMin: 30, latestAfterMin, minutes: 30 }],
    });
    expect(proven(day(60))!.end).toBe(750);
    // Between the shots it would begin an hour after the call: nothing else is left for it.
    expect(proven(day(59))).toBeNull();
  });
  it('is refused of more shots than sets can be looked at', () => {
    const [plan] = fc.sample(plans(1), 1) as [OrderPlan];
    const [one] = plan.shots;
    const many = {
      ...plan,
      meals: [],
      shots: Array.from({ length: MOST_EXACT + 1 }, (_, i) => ({ ...one!, id: `s${i}`, after: [] })),
    };
    expect(() => earliestEnds(compile(many))).toThrow(`Sets of ${MOST_EXACT + 1} shots are too many.`);
  });
});
