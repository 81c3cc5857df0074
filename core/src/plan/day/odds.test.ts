import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import {
  SPREADS,
  bestInTime,
  dayOdds,
  inTimeShare,
  oddsInput,
  timeOrder,
  unitsOdds,
  whatToDrop,
  without,
  type OrderPlan,
  type OrderShot,
} from './index.ts';
import { CHANGE, aShot, anOrder, plans } from './testing.ts';

const NONE = { shot: 0, first: 0, place: 0, setup: 0, side: 0, same: 0, day: 0 };

describe('the odds', () => {
  it('without any scatter every day is the plan', () => {
    fc.assert(
      fc.property(plans(8), (p) => {
        const ids = p.shots.map((s) => s.id);
        const told = timeOrder(p, ids);
        const odds = dayOdds({ plan: p, byMin: told.wrapMin, spreads: NONE, runs: 100 });
        expect(odds.wrap.p50).toBeCloseTo(told.wrapMin, 6);
        expect(odds.wrap.p95).toBeCloseTo(told.wrapMin, 6);
        expect(odds.byShare).toBe(1);
        expect(dayOdds({ plan: p, byMin: told.wrapMin - 0.01, spreads: NONE, runs: 100 }).byShare).toBe(0);
        const broken = new Set(
          told.violations.filter((v) => v.code === 'window' || v.code === 'pin').flatMap((v) => v.ids),
        );
        for (const w of odds.windows) expect(w.keptShare).toBe(broken.has(w.id) ? 0 : 1);
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('one block alone is lognormal with the estimate as its median', () => {
    // Nothing but one shot of 60 min, σ = √(0.25² + 0.1²): P(T ≤ t) = Φ(ln(t/60)/σ).
    const alone = anOrder([aShot('a', 60)], { change: { ...CHANGE, relightDefaultMin: 0 } });
    const sigma = Math.hypot(SPREADS.shot, SPREADS.day);
    const odds = dayOdds({ plan: alone, byMin: 480 + 60 * Math.exp(sigma), runs: 40_000 });
    expect(odds.wrap.p50 - 480).toBeCloseTo(60, 0);
    expect(odds.byShare).toBeCloseTo(0.8413, 2);
    expect((odds.wrap.p95 - 480) / (60 * Math.exp(1.6449 * sigma))).toBeCloseTo(1, 1);
  });
  it('agrees with a simulation of its own that shares no code', () => {
    const p = anOrder([aShot('a', 30), aShot('b', 20, { side: 'b' }), aShot('c', 40, { setup: 'L2' })]);
    let state = 99;
    const random = () => {
      state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff;
      return (state + 0.5) / 0x80000000;
    };
    const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    const blocks: [number, number][] = [
      [30, 0.25],
      [30, 0.25],
      [15, 0.3],
      [20, 0.25],
      [30, 0.3],
      [40, 0.25],
    ];
    let within = 0;
    const days = 60_000;
    for (let i = 0; i < days; i += 1) {
      const today = Math.exp(0.1 * normal());
      if (480 + blocks.reduce((t, [m, s]) => t + m * today * Math.exp(s * normal()), 0) <= 660) within += 1;
    }
    expect(dayOdds({ plan: p, byMin: 660, runs: 40_000 }).byShare).toBeCloseTo(within / days, 1.7);
  });
  it('the same seed, the same answer; another seed, nearly', () => {
    const p = anOrder(Array.from({ length: 12 }, (_, i) => aShot(`s${i}`, 10 + i)));
    const input = { plan: p, byMin: 760, runs: 4000 };
    expect(dayOdds(input)).toEqual(dayOdds(input));
    expect(dayOdds({ ...input, seed: 2 }).byShare).toBeCloseTo(dayOdds(input).byShare, 1);
  });
  it('more shots never raise the odds, less time neither', () => {
    fc.assert(
      fc.property(
        plans(9, { rules: false, metric: true }),
        fc.nat(),
        fc.integer({ min: 500, max: 1000 }),
        (p, which, byMin) => {
          const gone = new Set([p.shots[which % p.shots.length]?.id ?? '']);
          const free = { ...p, meals: [] };
          const fewer = without(free, gone);
          const full = dayOdds({ plan: free, byMin, runs: 300 });
          if (fewer.shots.length > 0)
            expect(dayOdds({ plan: fewer, byMin, runs: 300 }).byShare).toBeGreaterThanOrEqual(full.byShare);
          expect(dayOdds({ plan: free, byMin: byMin - 20, runs: 300 }).byShare).toBeLessThanOrEqual(full.byShare);
          expect(full.wrap.p50 <= full.wrap.p80 && full.wrap.p80 <= full.wrap.p95).toBe(true);
        },
      ),
      { numRuns: sampled(80, 27) },
    );
  });
  it('names who is let go when, and what carries the risk', () => {
    const odds = dayOdds({
      plan: anOrder([aShot('short', 5, { people: ['ilse'] }), aShot('long', 120, { people: ['dov'] })]),
      byMin: 700,
    });
    expect(odds.risks[0]?.id).toBe('long');
    expect(odds.released.map((r) => r.person)).toEqual(['ilse', 'dov']);
    expect(odds.released[0]?.p95 ?? 0).toBeLessThan(odds.released[1]?.p50 ?? 0);
    const total = odds.risks.reduce((t, r) => t + r.share, 0);
    expect(total).toBeCloseTo(1, 1);
  });
  it('of units that work apart: the day wraps with the last, never likelier than either, and the day’s luck is one', () => {
    fc.assert(
      fc.property(plans(6), plans(6), fc.integer({ min: 500, max: 1000 }), (a, b, byMin) => {
        const other = {
          ...b,
          shots: b.shots.map((s) => ({ ...s, id: `b${s.id}`, after: s.after?.map((x) => `b${x}`) })),
        };
        const part = (p: OrderPlan) => ({ input: { plan: p, byMin, runs: 300 }, before: null });
        const both = unitsOdds([part(a), part(other)]);
        const each = [a, other].map((p) => dayOdds({ plan: p, byMin, runs: 300 }));
        expect(both.byShare).toBeLessThanOrEqual(Math.min(...each.map((o) => o.byShare)));
        expect(both.byShare).toBeGreaterThanOrEqual(each[0]!.byShare + each[1]!.byShare - 1 - 1e-9);
        for (const q of ['p50', 'p80', 'p95'] as const)
          expect(both.wrap[q]).toBeGreaterThanOrEqual(Math.max(...each.map((o) => o.wrap[q])) - 1e-9);
        expect(both.windows).toHaveLength(each[0]!.windows.length + each[1]!.windows.length);
        expect(inTimeShare([part(a), part(other)])).toBe(both.byShare);
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('of two like units: both in time has the odds that the arithmetic says', () => {
    // With no luck of the day they are independent: the odds multiply. With nothing but the day’s luck they are one.
    const one = (id: string) => ({ plan: anOrder([aShot(id, 100)]), byMin: 580, runs: 40_000 });
    const both = (spreads: object) =>
      unitsOdds(['a', 'b'].map((id) => ({ input: { ...one(id), spreads: { ...NONE, ...spreads } }, before: null })))
        .byShare;
    const single = dayOdds({ ...one('a'), spreads: { ...NONE, shot: 0.25 } }).byShare;
    expect(both({ shot: 0.25 })).toBeCloseTo(single ** 2, 1.7);
    expect(both({ day: 0.1 })).toBe(dayOdds({ ...one('a'), spreads: { ...NONE, day: 0.1 } }).byShare);
  });
  it('a meal says whose it is, and whether it is eaten at all', () => {
    const meals = [{ earliestAfterMin: 120, latestAfterMin: 300, minutes: 30 }];
    const part = (p: OrderPlan) => ({ input: { plan: p, byMin: 900, runs: 500 }, before: null });
    const odds = unitsOdds([
      part(anOrder([])),
      part(anOrder([aShot('a', 30)], { meals })),
      part(anOrder([aShot('b', 200), aShot('c', 300)], { meals })),
    ]);
    expect(odds.meals.map((m) => m.part)).toEqual([1, 2]);
    expect(odds.meals[0]?.eatenShare).toBe(0);
    expect(odds.meals[1]?.eatenShare).toBeGreaterThan(0.99);
    expect(odds.meals[0]?.keptShare).toBe(1);
  });
  it('somebody of two units is let go by the last; a unit with nothing to do is none; no unit is refused', () => {
    const part = (p: OrderPlan) => ({ input: { plan: p, byMin: 700, runs: 500 }, before: null });
    const early = anOrder([aShot('a', 20, { people: ['dov'] })]);
    const late = anOrder([aShot('b', 90, { people: ['dov', 'ilse'] })]);
    const { released, risks } = unitsOdds([part(early), part(late)]);
    expect(released.map((r) => r.person)).toEqual(['dov', 'ilse']);
    expect(released[0]).toEqual({ ...released[1], person: 'dov' });
    expect(risks[0]?.id).toBe('b');
    expect(unitsOdds([part(anOrder([])), part(late)])).toEqual(dayOdds({ plan: late, byMin: 700, runs: 500 }));
    expect(() => unitsOdds([])).toThrow('There is no unit to play.');
  });
  it('bad input is refused in words', () => {
    expect(() => dayOdds({ plan: anOrder([aShot('a', 1)]), order: ['z'], byMin: 1 })).toThrow(/not in the plan/);
    expect(oddsInput.safeParse({ plan: anOrder([]), byMin: 1, runs: 5 }).error?.issues[0]?.message).toMatch(
      /Under 100 days/,
    );
    expect(oddsInput.safeParse({ plan: anOrder([]), byMin: 1, spreads: { shot: -1 } }).success).toBe(false);
    expect(dayOdds({ plan: anOrder([]), byMin: 480 }).byShare).toBe(1);
  });
  it('say of each line with a fixed start or a window how often it is kept, in the order of the day', () => {
    const p = anOrder([
      aShot('free', 30),
      aShot('pinned', 20, { pinnedStartMin: 600 }),
      aShot('window', 20, { windows: [[480, 900]] }),
      aShot('late', 20, { windows: [[480, 500]] }),
    ]);
    expect(dayOdds({ plan: p, byMin: 900, spreads: NONE, runs: 20 }).windows).toEqual([
      { id: 'pinned', keptShare: 1 },
      { id: 'window', keptShare: 1 },
      { id: 'late', keptShare: 0 },
    ]);
  });
  it('the curve has the wrap at every twentieth of the days', () => {
    const { curve, wrap } = dayOdds({ plan: anOrder([aShot('a', 60)]), byMin: 600, runs: 2000 });
    expect(curve).toHaveLength(21);
    expect(curve).toEqual([...curve].sort((a, b) => a - b));
    expect(new Set(curve).size).toBe(21);
    expect([curve[10], curve[16], curve[19]]).toEqual([wrap.p50, wrap.p80, wrap.p95]);
  });
});

describe('what to drop', () => {
  const p = anOrder([
    aShot('must', 90, { priority: 'must' }),
    aShot('should', 60, { priority: 'should' }),
    aShot('nice', 30, { priority: 'nice' }),
    aShot('nice2', 12, { priority: 'nice' }),
  ]);
  it('the least important first, no more than needed, never a must', () => {
    const some = whatToDrop([{ input: { plan: p, byMin: 710, runs: 2000 }, before: null }], 0.6);
    expect(some.reached).toBe(true);
    expect(some.ids).not.toContain('must');
    expect(some.ids).not.toContain('should');
    const hopeless = whatToDrop([{ input: { plan: p, byMin: 500, runs: 1000 }, before: null }], 0.9);
    expect(hopeless.reached).toBe(false);
    expect(hopeless.ids).not.toContain('must');
    expect(whatToDrop([{ input: { plan: p, byMin: 2000, runs: 500 }, before: null }], 0.9).ids).toEqual([]);
  });
  it('of two units it drops in the one that is late', () => {
    const part = (shots: OrderShot[]) => ({ input: { plan: anOrder(shots), byMin: 655, runs: 500 }, before: null });
    const quick = part([aShot('q', 20, { priority: 'nice' })]);
    const slow = part([aShot('s', 60), aShot('t', 70, { priority: 'nice' }), aShot('u', 8, { priority: 'nice' })]);
    expect(whatToDrop([quick, slow], 0.9).ids).toEqual(['t']);
  });
  it('what is said to be reached is, and putting any of it back is not enough', () => {
    fc.assert(
      fc.property(plans(7, { rules: false }), fc.integer({ min: 520, max: 800 }), (q, byMin) => {
        const input = { plan: q, byMin, runs: 400 };
        const drop = whatToDrop([{ input, before: null }], 0.8);
        const odds = (gone: readonly string[]) => dayOdds({ ...input, plan: without(q, new Set(gone)) }).byShare;
        expect(odds(drop.ids)).toBeCloseTo(drop.after, 9);
        if (drop.reached) for (const id of drop.ids) expect(odds(drop.ids.filter((x) => x !== id))).toBeLessThan(0.8);
      }),
      { numRuns: sampled(25, 8) },
    );
  });
});

describe('“I have so many minutes”', () => {
  it('takes the musts first, with the move still ahead, and ends in time', () => {
    const p = anOrder(
      [
        aShot('far', 20, { place: 'q', setup: 'T1', priority: 'must' }),
        aShot('near', 20, { priority: 'should' }),
        aShot('nice', 5, { priority: 'nice' }),
      ],
      { startMin: 900 },
    );
    const now = { place: 'p', setup: 'L1', side: 'a' };
    expect(bestInTime(p, 40, now).ids.sort()).toEqual(['near', 'nice']);
    expect(bestInTime(p, 100, now).ids).toContain('far');
    expect(bestInTime(p, 3, now)).toMatchObject({ ids: [], leftIds: ['far', 'near', 'nice'] });
  });
  it('ends in time, breaks nothing, and no single shot more would fit as well', () => {
    fc.assert(
      fc.property(plans(8), fc.integer({ min: 10, max: 240 }), (p, minutes) => {
        const now = { place: 'bench', setup: 'L1', side: 'left' };
        const best = bestInTime(p, minutes, now);
        expect(best.order.wrapMin).toBeLessThanOrEqual(p.startMin + minutes + 1e-6);
        expect(best.order.violations).toEqual([]);
        expect([...best.ids, ...best.leftIds].sort()).toEqual(p.shots.map((s) => s.id).sort());
        for (const s of p.shots)
          if (
            s.priority === 'must' &&
            !best.ids.includes(s.id) &&
            !best.ids.some((id) => p.shots.find((x) => x.id === id)?.priority === 'must') &&
            !s.after &&
            !s.windows &&
            s.pinnedStartMin === undefined &&
            p.meals?.length === 0
          ) {
            const alone = timeOrder({ ...p, shots: [s] }, [s.id], now);
            expect(alone.wrapMin).toBeGreaterThan(p.startMin + minutes);
          }
      }),
      { numRuns: sampled(80, 27) },
    );
  });
});
