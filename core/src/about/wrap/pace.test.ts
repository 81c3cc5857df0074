import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { learnPace, type PaceKind } from '../../plan/day/index.ts';
import { paceSpread } from './index.ts';

const seen = (kind: PaceKind, ...ratios: number[]) => ratios.map((r) => ({ kind, estimate: 10, actual: 10 * r }));

describe('one’s own pace', () => {
  it('is the median with the tenth and ninetieth percentile, linear between ranks', () => {
    const [shot] = paceSpread(seen('shot', 0.5, 1, 1.5, 2, 2.5, 3, 1.2, 1.4, 1.6, 1.8, 2.2));
    expect(shot).toMatchObject({ kind: 'shot', count: 11, median: 1.6, low: 1, high: 2.5 });
    expect(shot!.factor).toBeCloseTo((5 + 11 * 1.6) / 16, 4);
  });
  it('has no kind that was never seen, and leaves out a forgotten cut', () => {
    expect(paceSpread(seen('setup', 20))).toEqual([]);
    expect(paceSpread([...seen('setup', 20), ...seen('setup', 2)])).toMatchObject([
      { count: 1, median: 2, low: 2, high: 2 },
    ]);
  });
  it('spreads around its median, whatever was seen', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 1, maxLength: 60 }), (ratios) => {
        const [p] = paceSpread(seen('same', ...ratios));
        expect(p!.low!).toBeLessThanOrEqual(p!.median! + 1e-4);
        expect(p!.high!).toBeGreaterThanOrEqual(p!.median! - 1e-4);
      }),
    ));
  it('taken over from the book is what a job begins from, and its own takes move it', () => {
    const prior = { setup: { factor: 1.5, count: 11 } };
    const of = (list: ReturnType<typeof seen>) => learnPace(list, prior).find((p) => p.kind === 'setup')!;
    expect(of([])).toEqual({ kind: 'setup', count: 11, measured: null, factor: 1.5 });
    expect(of(seen('setup', 1, 1, 1, 1, 1)).factor).toBeCloseTo((5 * 1.5 + 5) / 10, 9);
    expect(learnPace([], prior).find((p) => p.kind === 'shot')!.factor).toBe(1);
  });
});
