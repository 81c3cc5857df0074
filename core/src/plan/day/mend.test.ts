import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { LONG_WAIT_MIN, mendWords, mendsOf, timeOrder, troublesOf, type OrderPlan } from './index.ts';
import { aPlanOf, plans, shotOf } from './testing.ts';

const say = (id: string) => id.toUpperCase();
const time = (m: number) => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
const words = (p: OrderPlan, ids = p.shots.map((s) => s.id)) =>
  mendsOf(p, ids).map(({ mends }) => mends.map((m) => mendWords(m, say, time)));

describe('the cheapest mend', () => {
  it('of a window that is missed: the shot before what keeps it waiting, or an earlier start', () => {
    // a ends at 540; b must be done by 530.
    const p = aPlanOf([shotOf('a', 'L1', { minutes: 30 }), shotOf('b', 'L1', { windows: [[480, 530]] })]);
    const [first] = mendsOf(p, ['a', 'b']);
    expect(first?.trouble).toMatchObject({ kind: 'rule', violation: { code: 'window', ids: ['b'] } });
    expect(first?.mends[0]).toMatchObject({ kind: 'move', wrapMin: 0 });
    expect(['B before A: the same wrap', 'A last: the same wrap']).toContain(words(p)[0]?.[0]);
    expect(words(p)[0]).toContain('Start 30\u00a0min earlier');
    expect(first?.mends.map((m) => m.kind)).toContain('drop');
  });
  it('of a fixed start that can’t be kept: fixed anew where nothing may be dropped or moved', () => {
    const p = aPlanOf([
      shotOf('a', 'L1', { minutes: 60, priority: 'must', pinnedStartMin: 510 }),
      shotOf('b', 'L1', { priority: 'must', pinnedStartMin: 530 }),
    ]);
    const [first] = mendsOf(p, ['a', 'b']);
    expect(first?.mends.find((m) => m.kind === 'pin')).toMatchObject({ id: 'b', minutes: 575 });
    expect(first?.mends.some((m) => m.kind === 'drop')).toBe(false);
    expect(words(p)[0]?.join()).toContain('Fix B at 9:35 instead');
  });
  it('of a late meal: something after it instead of before', () => {
    const p = aPlanOf([shotOf('a', 'L1', { minutes: 50 }), shotOf('b', 'L1', { minutes: 80 }), shotOf('c', 'L1')], {
      meals: [{ latestAfterMin: 100, minutes: 30 }],
    });
    // Before the meal: 30 rig + 50 + 4 + 80 is too late, but between a and b it is in time, so make b first.
    const late = mendsOf(p, ['b', 'a', 'c']);
    const meal = late.find((m) => m.trouble.kind === 'rule' && m.trouble.violation.mealIndex === 0);
    expect(meal?.mends[0]?.kind).toBe('move');
    expect(timeOrder(p, meal?.mends[0]?.ids ?? []).violations).toEqual([]);
  });
  it('of a person who waits over an hour: their shots together', () => {
    const p = aPlanOf([
      shotOf('a', 'L1', { people: ['ilse'] }),
      shotOf('b', 'L1', { minutes: 90 }),
      shotOf('c', 'L1', { people: ['ilse'] }),
    ]);
    const [first] = mendsOf(p, ['a', 'b', 'c']);
    expect(first?.trouble).toMatchObject({ kind: 'waits', person: 'ilse' });
    expect(first?.mends[0]).toMatchObject({ kind: 'move', wrapMin: 0, changeMin: 0 });
  });
  it('of everybody waiting for a window: something put into the gap', () => {
    const p = aPlanOf([shotOf('a', 'L1', { windows: [[700, 800]] }), shotOf('b', 'L1', { minutes: 60 })]);
    const gap = mendsOf(p, ['a', 'b']).find((m) => m.trouble.kind === 'gap');
    expect(gap?.trouble).toMatchObject({ id: 'a', minutes: 190 });
    // One hour of work in a gap of three leaves over an hour: nothing single mends it.
    expect(gap?.mends).toEqual([]);
    const small = aPlanOf([shotOf('a', 'L1', { windows: [[600, 800]] }), shotOf('b', 'L1', { minutes: 60 })]);
    expect(mendsOf(small, ['a', 'b'])[0]?.mends[0]).toMatchObject({ kind: 'move', wrapMin: expect.closeTo(-64, 6) });
  });
  it('once the day runs nobody starts earlier; a day in order has nothing to mend', () => {
    const p = aPlanOf([shotOf('a', 'L1', { minutes: 30 }), shotOf('b', 'L1', { windows: [[480, 520]] })]);
    const [first] = mendsOf(p, ['a', 'b'], { place: 'p', setup: 'L1', side: 'a' });
    expect(first?.mends.some((m) => m.kind === 'earlier')).toBe(false);
    expect(mendsOf(aPlanOf([shotOf('a', 'L1')]), ['a'])).toEqual([]);
  });
  it('every mend mends: the trouble is gone and no more rules are broken than before', () => {
    let checked = 0;
    fc.assert(
      fc.property(plans(7), (p) => {
        const ids = p.shots.map((s) => s.id);
        const now = timeOrder(p, ids);
        for (const { trouble, mends } of mendsOf(p, ids))
          for (const m of mends) {
            checked += 1;
            const changed: OrderPlan = {
              ...p,
              startMin: p.startMin - (m.kind === 'earlier' ? m.minutes : 0),
              shots: p.shots
                .filter((s) => m.ids.includes(s.id))
                .map((s) => ({
                  ...s,
                  ...(m.kind === 'pin' && s.id === m.id ? { pinnedStartMin: m.minutes } : {}),
                  ...(s.after ? { after: s.after.filter((a) => m.ids.includes(a)) } : {}),
                })),
            };
            const then = timeOrder(changed, m.ids);
            const musts = (o: typeof now) =>
              o.violations.filter((v) => p.shots.find((s) => s.id === v.ids[0])?.priority === 'must').length;
            expect(musts(then)).toBeLessThanOrEqual(musts(now));
            expect(then.wrapMin - now.wrapMin).toBeCloseTo(m.wrapMin, 6);
            if (trouble.kind === 'waits')
              expect(troublesOf(changed, then).some((t) => t.kind === 'waits' && t.person === trouble.person)).toBe(
                false,
              );
          }
      }),
      { numRuns: sampled(60, 20) },
    );
    expect(checked).toBeGreaterThan(10);
    expect(LONG_WAIT_MIN).toBe(60);
  });
  it('a missed window is kept by its own shot going first where putting one other behind it is not enough', () => {
    const p = aPlanOf([
      shotOf('a', 'L1', { minutes: 30 }),
      shotOf('b', 'L1', { minutes: 30 }),
      shotOf('c', 'L1', { windows: [[480, 535]] }),
    ]);
    expect(mendsOf(p, ['a', 'b', 'c'])[0]?.mends[0]).toMatchObject({ kind: 'move', id: 'c', beforeId: 'a' });
  });
  it('and by another going behind it where it can’t itself go earlier', () => {
    const p = aPlanOf([
      shotOf('long', 'L1', { minutes: 60 }),
      shotOf('first', 'L1'),
      shotOf('then', 'L1', { after: ['first'], windows: [[480, 545]] }),
    ]);
    const [first] = mendsOf(p, ['long', 'first', 'then']);
    expect(first?.mends.find((m) => m.kind === 'move')).toMatchObject({ id: 'long', beforeId: null });
  });
});
