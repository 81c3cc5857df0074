import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { bestInTime, cutToFit, lastMove, timeOrder } from './index.ts';
import { aPlanOf, plans, shotOf } from './testing.ts';

describe('the cut line', () => {
  const p = aPlanOf([
    shotOf('a', 'L1', { priority: 'must' }),
    shotOf('b', 'L1', { priority: 'nice' }),
    shotOf('c', 'L1', { priority: 'nice', minutes: 25 }),
    shotOf('d', 'L1', { priority: 'should', minutes: 60 }),
  ]);
  const ids = ['a', 'b', 'c', 'd'];
  const all = timeOrder(p, ids).wrapMin;
  it('nothing goes while all fits', () => {
    expect(cutToFit(p, ids, all)).toEqual({ goIds: [], keptIds: ids, wrapMin: all, reached: true });
  });
  it('the one nice that is just enough goes, not the bigger; what is kept keeps its order', () => {
    expect(cutToFit(p, ids, all - 10)).toMatchObject({ goIds: ['b'], keptIds: ['a', 'c', 'd'], reached: true });
    expect(cutToFit(p, ids, all - 20)).toMatchObject({ goIds: ['c'], reached: true });
  });
  it('shoulds go after nices; musts only when asked', () => {
    expect(cutToFit(p, ids, all - 80)).toMatchObject({ goIds: expect.arrayContaining(['d']), reached: true });
    expect(cutToFit(p, ids, 500)).toMatchObject({ keptIds: ['a'], reached: false });
    expect(cutToFit(p, ids, 500, null, { musts: true })).toMatchObject({ keptIds: [], reached: true });
  });
  it('what is kept ends in time when it says so, and nothing kept could have stayed away for less', () => {
    fc.assert(
      fc.property(plans(9, { rules: false }), fc.integer({ min: 0, max: 300 }), (plan, more) => {
        const all = plan.shots.map((s) => s.id);
        const byMin = plan.startMin + more;
        const cut = cutToFit(plan, all, byMin, null, { musts: true });
        expect([...cut.goIds, ...cut.keptIds].sort()).toEqual([...all].sort());
        if (!cut.reached) return;
        const timed = timeOrder({ ...plan, shots: plan.shots.filter((s) => cut.keptIds.includes(s.id)) }, cut.keptIds);
        if (cut.keptIds.length) expect(timed.wrapMin).toBeLessThanOrEqual(byMin + 1e-6);
        for (const id of cut.goIds) {
          const more = all.filter((x) => x === id || cut.keptIds.includes(x));
          const o = timeOrder({ ...plan, shots: plan.shots.filter((s) => more.includes(s.id)) }, more);
          expect(o.wrapMin > byMin || o.violations.length > 0).toBe(true);
        }
      }),
      { numRuns: sampled(80, 27) },
    );
  });
  it('more than fifteen that all fit are all offered', () => {
    const many = aPlanOf(Array.from({ length: 24 }, (_, i) => shotOf(`s${i}`, 'L1', { minutes: 5 })));
    const best = bestInTime(many, 400, { place: 'p', setup: 'L1', side: 'a' });
    expect(best.ids).toHaveLength(24);
    expect(best.leftIds).toEqual([]);
    const short = bestInTime(many, 100, { place: 'p', setup: 'L1', side: 'a' });
    expect(short.order.wrapMin).toBeLessThanOrEqual(many.startMin + 100);
    expect(short.ids).toHaveLength(11);
  });
});

describe('the last move still ahead', () => {
  const moved = aPlanOf([shotOf('a', 'L1'), shotOf('b', 'T1', { place: 'q', minutes: 20 })], {
    change: { ...aPlanOf([]).change, moveMin: { 'p>q': 40, 'q>p': 40 } },
  });
  it('begins so early that what follows still ends in time', () => {
    // 480 + 30 + 10 = 520; then 40 + 30 + 20.
    expect(lastMove(moved, ['a', 'b'], 700)).toMatchObject({ id: 'b', planMin: 520 });
    expect(lastMove(moved, ['a', 'b'], 700)?.latestMin).toBeCloseTo(610, 0);
    expect(lastMove(moved, ['a', 'b'], 600)?.latestMin).toBeNull();
  });
  it('a window at the new place comes first', () => {
    const low = {
      ...moved,
      shots: moved.shots.map((s) => (s.id === 'b' ? { ...s, windows: [[560, 640]] as [number, number][] } : s)),
    };
    expect(lastMove(low, ['a', 'b'], 700)?.latestMin).toBeCloseTo(640 - 20 - 70, 0);
  });
  it('no move, nothing to tell', () => {
    expect(lastMove(aPlanOf([shotOf('a', 'L1')]), ['a'], 700)).toBeNull();
  });
});
