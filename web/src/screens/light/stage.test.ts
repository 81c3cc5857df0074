import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlanItem } from '@kavrell/core/light';
import { marksIn, placeFigures, placeLabels, snapped, spotOf } from './stage.ts';

const PX = 0.01;
const UNIT_M = 0.11;
const flag: PlanItem = {
  id: 'f',
  kind: 'flag',
  name: '',
  xM: 2,
  yM: 3,
  zM: 1.5,
  turnDeg: 0,
  tiltDeg: 0,
  widthM: 1.2,
  heightM: 0.8,
  standKey: null,
  ballastKg: 0,
  watcherId: null,
};

describe('catching', () => {
  it('a tenth of a metre, or the line of another thing near by, which is drawn', () => {
    expect(snapped(1.234, 5.678, [])).toEqual({ x: 1.2, y: 5.7, lineX: null, lineY: null });
    expect(snapped(1.234, 5.678, [{ x: 1.27, y: 2 }])).toEqual({ x: 1.27, y: 5.7, lineX: 1.27, lineY: null });
  });
  it('never moves a thing by more than it catches at', () => {
    const spot = fc.record({
      x: fc.double({ min: 0, max: 20, noNaN: true }),
      y: fc.double({ min: 0, max: 20, noNaN: true }),
    });
    fc.assert(
      fc.property(spot, fc.array(spot, { maxLength: 12 }), (at, others) => {
        const to = snapped(at.x, at.y, others);
        expect(Math.max(Math.abs(to.x - at.x), Math.abs(to.y - at.y))).toBeLessThan(0.121);
      }),
    );
  });
});

describe('names on the plan', () => {
  const row = (n: number) =>
    Array.from({ length: n }, (_, i) => ({ id: `l${i}`, x: i * 0.4, y: 2, words: `lamp ${i}` }));
  const box = (l: { x: number; y: number; words: string; anchor: string }) => {
    const long = l.words.length * 6.6 * PX;
    const x1 = l.x - (l.anchor === 'middle' ? long / 2 : l.anchor === 'end' ? long : 0);
    return { x1, x2: x1 + long, y1: l.y - 15 * PX, y2: l.y };
  };
  it('never lie over one another; what has no room is left out, the first wanted stays', () => {
    const wanted = row(14);
    const placed = placeLabels(wanted, wanted, PX, UNIT_M);
    expect(placed[0]?.id).toBe('l0');
    expect(placed.length).toBeGreaterThan(5);
    placed.forEach((a, i) =>
      placed.slice(i + 1).forEach((b) => {
        const [p, q] = [box(a), box(b)];
        expect(p.x1 < q.x2 && p.x2 > q.x1 && p.y1 < q.y2 && p.y2 > q.y1, `${a.words} over ${b.words}`).toBe(false);
      }),
    );
  });
  it('figures of light stay off the walls, off names and off symbols', () => {
    const wanted = [
      { words: '512 lx', x: 0.05, y: 2 },
      { words: '256 lx', x: 4, y: 0.05 },
      { words: '128 lx', x: 4, y: 3 },
      { words: '64 lx', x: 4.05, y: 3.02 },
      { words: '32 lx', x: 6, y: 3 },
    ];
    const symbols = [{ id: 's', x: 6, y: 3 }];
    const shown = placeFigures(wanted, { labels: [], symbols }, { w: 8, d: 5 }, PX, UNIT_M).map((f) => f.words);
    expect(shown).toEqual(['128 lx']);
  });
});

it('from the side a thing stands at its height and a board shows its outline', () => {
  expect(spotOf(flag, 'side', 4)).toEqual({ x: 2, y: 2.5 });
  const [outline] = marksIn(flag, 'side', UNIT_M);
  const numbers = (outline?.d.match(/-?\d+\.\d+/g) ?? []).map(Number);
  expect(Math.max(...numbers)).toBeCloseTo(0.6, 3);
  expect(numbers.filter((_, i) => i % 2 === 1).map(Math.abs)).toEqual([0.4, 0.4, 0.4, 0.4]);
});
