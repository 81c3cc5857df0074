import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LISTED, factorsOf, paceSaid, paced, learnPace, observe, type Observation, type Worked } from './index.ts';
import { CHANGE, aShot, anOrder } from './testing.ts';

describe('pace', () => {
  it('is drawn toward 1 with the weight of five', () => {
    const of = (n: number, ratio: number) =>
      learnPace(Array.from({ length: n }, () => ({ kind: 'side' as const, estimate: 10, actual: 10 * ratio }))).find(
        (p) => p.kind === 'side',
      );
    expect(of(0, 2)).toMatchObject({ count: 0, measured: null, factor: 1 });
    expect(of(5, 2)).toMatchObject({ count: 5, measured: 2, factor: 1.5 });
    expect(of(45, 2)?.factor).toBeCloseTo(1.9, 9);
    expect(of(9, 50)).toMatchObject({ count: 0, factor: 1 });
  });
  it('lies between 1 and what was measured', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 1, maxLength: 40 }), (ratios) => {
        const [p] = learnPace(ratios.map((r) => ({ kind: 'first', estimate: 20, actual: 20 * r })));
        const [low, high] = [Math.min(1, p?.measured ?? 1), Math.max(1, p?.measured ?? 1)];
        expect(p?.factor).toBeGreaterThanOrEqual(low - 1e-9);
        expect(p?.factor).toBeLessThanOrEqual(high + 1e-9);
      }),
    );
  });
  it('a plan at another pace: each kind by its own factor, and said', () => {
    const p = anOrder([aShot('a', 10), aShot('b', 20, { setup: 'L2' })], {
      change: { ...CHANGE, relightMin: { '>L1': 30, 'L1>L2': 12 } },
    });
    const own = learnPace([
      ...Array.from({ length: 5 }, () => ({ kind: 'shot' as const, estimate: 10, actual: 20 })),
      ...Array.from({ length: 5 }, () => ({ kind: 'setup' as const, estimate: 10, actual: 5 })),
    ]);
    const slow = paced(p, factorsOf(own));
    expect(slow.shots.map((s) => s.minutes)).toEqual([15, 30]);
    expect(slow.change.relightMin).toEqual({ '>L1': 30, 'L1>L2': 9 });
    expect(paceSaid(own)).toMatch(/relights × 0\.75 \(5 times\), shots × 1\.50 \(5 times\)/);
    expect(paced(p, LISTED)).toEqual(p);
    expect(paceSaid(learnPace([]))).toBe('');
  });
  const w = (first: number, last: number, more: Partial<Worked> = {}): Worked => ({
    ...{ changeKind: 'setup', changeEstimateMin: 20, shotEstimateMin: 20, rehearsalMin: 5, takesPlanned: 3, takes: 3 },
    ...{ firstRollMin: first, lastCutMin: last },
    ...more,
  });
  const seen = (second: Worked, meals: { startMin: number; endMin: number }[] = []) =>
    observe([w(600, 615), second], meals).slice(2);
  const of = (list: readonly Observation[], kind: Observation['kind']) => list.find((o) => o.kind === kind);
  it('learns a change-over and the shot after it apart, less the meal', () => {
    const told = seen(w(715, 730), [{ startMin: 620, endMin: 665 }]);
    // 100 min between less 45 of meal are 55. Takes went as estimated (15 of 15), so the rehearsal did too: 5; 50 are the change-over.
    expect(of(told, 'setup')).toEqual({ kind: 'setup', estimate: 20, actual: 50 });
    expect(of(told, 'shot')).toEqual({ kind: 'shot', estimate: 20, actual: 20 });
    expect(of(told, 'sum')).toBeUndefined();
  });
  it('slow takes make a shot slow, and leave its change-over alone', () => {
    const told = seen(w(645, 675));
    // Takes took twice as long, the rehearsal too: 10 of the 30 between.
    expect(of(told, 'setup')!.actual).toBeCloseTo(20, 9);
    expect(of(told, 'shot')!.actual).toBeCloseTo(40, 9);
  });
  it('more takes are more minutes of the shot, not a slower rehearsal', () => {
    const told = seen(w(640, 670, { takes: 6 }));
    expect(of(told, 'takes')).toEqual({ kind: 'takes', estimate: 3, actual: 6 });
    expect(of(told, 'setup')!.actual).toBeCloseTo(20, 9);
    expect(of(told, 'shot')!.actual).toBeCloseTo(35, 9);
  });
  it('tells only the sum where the estimate is one figure, or nothing is left for the change-over', () => {
    for (const second of [w(655, 670, { rehearsalMin: null }), w(617, 677)]) {
      const told = seen(second).filter((o) => o.kind !== 'takes');
      expect(told).toEqual([{ kind: 'sum', estimate: 40, actual: second.lastCutMin - 615 }]);
    }
  });
  it('of what lay before the first roll of a day nothing is known', () => {
    expect(observe([w(600, 630)], [])).toEqual([
      { kind: 'takes', estimate: 3, actual: 3 },
      { kind: 'shot', estimate: 15, actual: 30 },
    ]);
    expect(observe([w(600, 630, { rehearsalMin: null })], [])).toEqual([{ kind: 'takes', estimate: 3, actual: 3 }]);
  });
  it('without a change-over all that lay between is the shot’s', () =>
    expect(of(seen(w(620, 640, { changeEstimateMin: 0 })), 'shot')).toEqual({
      kind: 'shot',
      estimate: 20,
      actual: 25,
    }));
  it('finds again the pace that a day was worked at, whatever it was', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.integer({ min: 1, max: 8 }),
        (changePace, shotPace, takes) => {
          const roll = 615 + 20 * changePace + 5 * shotPace;
          const told = seen(w(roll, roll + 15 * shotPace * (takes / 3), { takes }));
          expect(of(told, 'setup')!.actual / 20).toBeCloseTo(changePace, 6);
          expect(of(told, 'shot')!.actual).toBeCloseTo(5 * shotPace + 15 * shotPace * (takes / 3), 6);
        },
      ),
    ));
  it('what was only seen as a sum goes to both; what was seen apart goes by its own', () => {
    const times = (kind: Observation['kind'], ratio: number): Observation[] =>
      Array.from({ length: 5 }, () => ({ kind, estimate: 10, actual: 10 * ratio }));
    const only = factorsOf(learnPace(times('sum', 2)));
    expect([only.shot, only.setup, only.side, only.takes]).toEqual([1.5, 1.5, 1.5, 1]);
    const some = factorsOf(learnPace([...times('sum', 2), ...times('setup', 1)]));
    expect([some.shot, some.setup, some.side]).toEqual([1.5, 1, 1.5]);
    expect(paceSaid(learnPace(times('sum', 2)))).toBe(
      'Minutes are at your own pace: change-overs and shots together × 1.50 (5 times).',
    );
  });
});
