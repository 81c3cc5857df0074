import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ACROSS, across, creases, foldOf, folded, moved, unfolded, withRoom, zoomed, type View } from './mapDrawing.ts';

const stretches = fc.array(
  fc.record({ fromMs: fc.integer({ min: 0, max: 9e7 }), lengthMs: fc.integer({ min: 1000, max: 600_000 }) }),
  { minLength: 1, maxLength: 12 },
);
const toView = (list: readonly { fromMs: number; lengthMs: number }[]): View => {
  const fold = foldOf(list.map((s) => ({ fromMs: s.fromMs, toMs: s.fromMs + s.lengthMs })));
  return { fromMs: 0, toMs: fold.totalMs, fold };
};

describe('folded time', () => {
  it('goes on with the day, keeps what is recorded at its length, and is unfolded to where it was', () => {
    fc.assert(
      fc.property(stretches, (list) => {
        const { fold } = toView(list);
        for (const s of list) {
          const [from, to] = [folded(fold, s.fromMs), folded(fold, s.fromMs + s.lengthMs)];
          expect(to - from).toBeCloseTo(s.lengthMs, 3);
          expect(unfolded(fold, from)).toBeCloseTo(s.fromMs, 3);
          expect(from).toBeGreaterThanOrEqual(-1e-6);
          expect(to).toBeLessThanOrEqual(fold.totalMs + 1e-6);
        }
        const inOrder = [...list].sort((a, b) => a.fromMs - b.fromMs).map((s) => folded(fold, s.fromMs));
        expect(inOrder).toEqual([...inOrder].sort((a, b) => a - b));
      }),
      { numRuns: 100, seed: 3 },
    );
  });
  it('has a crease for each long nothing, and none for a short one', () => {
    const fold = foldOf([
      { fromMs: 0, toMs: 60_000 },
      { fromMs: 65_000, toMs: 120_000 },
      { fromMs: 7_200_000, toMs: 7_260_000 },
    ]);
    expect(fold.parts).toHaveLength(2);
    expect(fold.totalMs).toBe(120_000 + 6000 + 60_000);
    expect(creases({ fromMs: 0, toMs: fold.totalMs, fold })).toHaveLength(1);
  });
});

describe('a view', () => {
  it('never leaves the whole, nor comes nearer than ten frames, and keeps what it is about in its place', () => {
    fc.assert(
      fc.property(
        stretches,
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (list, factor, share) => {
          const whole = toView(list);
          const near = zoomed(whole, 0.3, unfolded(whole.fold, whole.toMs * share), whole);
          for (const v of [
            near,
            zoomed(near, factor, unfolded(whole.fold, (near.fromMs + near.toMs) / 2), whole),
            moved(near, 1e9, whole),
          ]) {
            expect(v.fromMs).toBeGreaterThanOrEqual(-1e-6);
            expect(v.toMs).toBeLessThanOrEqual(whole.toMs + 1e-6);
            expect(v.toMs - v.fromMs).toBeGreaterThanOrEqual(Math.min(400, whole.toMs) - 1e-6);
          }
          const middle = unfolded(whole.fold, (near.fromMs + near.toMs) / 2);
          expect(across(middle, near)).toBeCloseTo(ACROSS / 2, 3);
        },
      ),
      { numRuns: 100, seed: 4 },
    );
  });
  it('names takes where there is room for their names', () => {
    const view = toView([{ fromMs: 0, lengthMs: 100_000 }]);
    const bands = [0, 1000, 50_000].map((fromMs, i) => ({ fromMs, code: `7A-${i}` }));
    expect([...withRoom(bands, view, 12)].map((b) => b.code)).toEqual(['7A-0', '7A-2']);
  });
});
