import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayOdds, inTimeShare, missShares, timeOrder, type OddsPart, type OrderPlan } from './index.ts';
import { aPlanOf, plans, shotOf } from './testing.ts';

const part = (plan: OrderPlan, more: Partial<OddsPart['input']> = {}): OddsPart => ({
  input: { plan, byMin: 700, runs: 300, ...more },
  before: null,
});
const total = (shares: ReturnType<typeof missShares>) => shares.parts.reduce((sum, p) => sum + p.share, 0);

describe('whose luck makes the day miss its wrap', () => {
  it('the shares add up to the days that miss, of any plan, with meals, windows and a second unit', () => {
    fc.assert(
      fc.property(plans(7), plans(3), fc.integer({ min: 480, max: 1000 }), (a, b, byMin) => {
        const other = {
          ...b,
          shots: b.shots.map((s) => ({ ...s, id: `b${s.id}`, after: s.after?.map((x) => `b${x}`) })),
        };
        const parts = [part(a, { byMin, runs: 200 }), part(other, { byMin, runs: 200 })];
        const told = missShares(parts);
        expect(told.days).toBe(200);
        expect(told.missShare).toBeCloseTo(1 - inTimeShare(parts), 9);
        expect(total(told)).toBeCloseTo(told.missShare - (told.plannedMiss ? 1 : 0), 9);
        expect(told.parts).toHaveLength(a.shots.length + b.shots.length + 1);
        expect(told.parts.filter((p) => p.id === null)).toHaveLength(1);
        const late = [a, other].some(
          (p) =>
            timeOrder(
              p,
              p.shots.map((s) => s.id),
            ).wrapMin >
            byMin + 1e-9,
        );
        expect(told.plannedMiss).toBe(late);
      }),
      { numRuns: 25 },
    );
  });
  it('of one shot and the day itself: the shares are those that the definition gives', () => {
    const plan = aPlanOf([shotOf('a', 'L1', { minutes: 200 })]);
    const byMin = 740;
    const miss = (spreads: OddsPart['input']['spreads']) =>
      1 - dayOdds({ plan, byMin, runs: 10_000, ...(spreads ? { spreads } : {}) }).byShare;
    const [both, block, day] = [miss(undefined), miss({ day: 0 }), miss({ shot: 0, first: 0 })];
    const told = missShares([part(plan, { byMin, runs: 2000 })]);
    const of = (id: string | null) => told.parts.find((p) => p.id === id);
    expect(both).toBeGreaterThan(0.2);
    // Half a percent of 2,000 days is a day in 200: three standard errors are under three percent.
    expect(of('a')?.share).toBeCloseTo((block + both - day) / 2, 1.3);
    expect(of(null)?.share).toBeCloseTo((day + both - block) / 2, 1.3);
    expect(told.errorShare).toBeGreaterThan(0);
    expect(told.errorShare).toBeLessThan(0.012);
  });
  it('without a block’s luck is the same days with that luck taken away', () => {
    const plan = aPlanOf([shotOf('a', 'L1', { minutes: 90 }), shotOf('b', 'L2', { minutes: 60 })]);
    const told = missShares([part(plan, { byMin: 730 })]);
    const still = dayOdds({ plan, byMin: 730, runs: 300, spreads: { day: 0 } });
    expect(told.parts.find((p) => p.id === null)?.withoutShare).toBeCloseTo(1 - still.byShare, 9);
    expect(told.parts[0]?.withoutShare).toBeLessThan(told.missShare);
    // A setup’s luck is that of the relight and the shot together: with neither, and no day’s luck, all days are the plan.
    const none = missShares([part(plan, { byMin: 730, spreads: { shot: 0, first: 0, setup: 0, day: 0 } })]);
    expect(none.missShare).toBe(none.plannedMiss ? 1 : 0);
    expect(none.parts.every((p) => p.share === 0)).toBe(true);
  });
  it('the same seed says the same, and the longest block with the least certain minutes weighs most', () => {
    const plan = aPlanOf([shotOf('short', 'L1', { minutes: 5 }), shotOf('long', 'L1', { minutes: 180 })]);
    const asked = [part(plan, { byMin: 730, runs: 2000 })];
    expect(missShares(asked)).toEqual(missShares(asked));
    expect(missShares(asked).parts[0]?.id).toBe('long');
    const many = aPlanOf(Array.from({ length: 12 }, (_, i) => shotOf(`s${i}`, 'L1')));
    expect(missShares([part(many)]).parts.filter((p) => p.withoutShare !== null)).toHaveLength(8);
    expect(missShares([part(aPlanOf([]))])).toMatchObject({ missShare: 0, parts: [{ id: null, share: 0 }] });
  });
});
