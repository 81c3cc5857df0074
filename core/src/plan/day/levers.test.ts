import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_LEVERS, spareIds, timeOrder, unitsOdds, withLevers, type OddsPart } from './index.ts';
import { plans } from './testing.ts';

const part = (plan: OddsPart['input']['plan'], byMin = 900): OddsPart => ({
  before: null,
  input: { plan, order: plan.shots.map((s) => s.id), byMin, runs: 200 },
});

describe('levers of a day', () => {
  it('not pulled, the day is the same', () => {
    fc.assert(
      fc.property(plans(8), (plan) => {
        expect(withLevers([part(plan)], NO_LEVERS)).toEqual([part({ ...plan, shots: plan.shots })]);
      }),
    );
  });
  it('an earlier call begins earlier, and moves neither windows nor fixed starts', () => {
    fc.assert(
      fc.property(plans(8), fc.integer({ min: 1, max: 90 }), (plan, earlierMin) => {
        const [{ input }] = withLevers([part(plan)], { ...NO_LEVERS, earlierMin }) as [OddsPart];
        expect(input.plan.startMin).toBe(plan.startMin - earlierMin);
        expect(input.plan.shots).toEqual(plan.shots);
        expect(input.byMin).toBe(900);
      }),
    );
  });
  it('what is left out is in neither plan nor order, and nothing waits for it', () => {
    fc.assert(
      fc.property(plans(8), fc.nat(), (plan, pick) => {
        const goneIds = [plan.shots[pick % plan.shots.length]!.id];
        const [{ input }] = withLevers([part(plan)], { ...NO_LEVERS, goneIds }) as [OddsPart];
        expect(input.order).toEqual(plan.shots.map((s) => s.id).filter((id) => !goneIds.includes(id)));
        expect(input.plan.shots.map((s) => s.id)).toEqual(input.order);
        expect(input.plan.shots.flatMap((s) => s.after ?? [])).not.toContain(goneIds[0]);
      }),
    );
  });
  it('a later wanted wrap never lowers the odds', () => {
    fc.assert(
      fc.property(plans(5), fc.integer({ min: 0, max: 120 }), (plan, laterMin) => {
        const wrap = timeOrder(
          plan,
          plan.shots.map((s) => s.id),
        ).wrapMin;
        const now = unitsOdds([part(plan, wrap)]).byShare;
        expect(unitsOdds(withLevers([part(plan, wrap)], { ...NO_LEVERS, laterMin })).byShare).toBeGreaterThanOrEqual(
          now,
        );
      }),
      { numRuns: 25 },
    );
  });
  it('other hands change the change-overs of their own part only', () => {
    const [plan] = fc.sample(plans(4), { numRuns: 1, seed: 7 }) as [OddsPart['input']['plan']];
    const quick = { ...plan.change, repositionMin: 1 };
    const [first, second] = withLevers([part(plan), part(plan)], { ...NO_LEVERS, changes: [undefined, quick] });
    expect(first!.input.plan.change).toBe(plan.change);
    expect(second!.input.plan.change).toBe(quick);
  });
  it('what may go is named by what matters least, the longest first; musts and what is done never', () => {
    const [plan] = fc.sample(plans(4), { numRuns: 1, seed: 3 }) as [OddsPart['input']['plan']];
    const shot = { ...plan.shots[0]!, after: [] };
    const shots = [
      { ...shot, id: 'should 10', minutes: 10, priority: 'should' as const },
      { ...shot, id: 'must', minutes: 40, priority: 'must' as const },
      { ...shot, id: 'nice 5', minutes: 5, priority: 'nice' as const },
      { ...shot, id: 'nice 20', minutes: 20, priority: 'nice' as const },
      { ...shot, id: 'done', minutes: 30, priority: 'nice' as const },
    ];
    const input = { plan: { ...plan, shots }, order: ['should 10', 'must', 'nice 5', 'nice 20'], byMin: 900 };
    expect(spareIds([{ before: null, input }])).toEqual(['nice 20', 'nice 5', 'should 10']);
  });
});
