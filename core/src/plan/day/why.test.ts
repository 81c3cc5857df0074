import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { priceOf, splitOrder, timeOrder, whyHere } from './index.ts';
import { aPlanOf, plans, shotOf } from './testing.ts';

const shot = shotOf;
const plan = aPlanOf;

describe('why here', () => {
  const say = (id: string) => id.toUpperCase();
  it('says what it would cost to stand elsewhere', () => {
    const p = plan([shot('a', 'L1'), shot('b', 'L1'), shot('c', 'L2')]);
    const why = whyHere(p, ['a', 'b', 'c'], 'b', say);
    expect(why.later).toMatch(/wrap \d+\smin later/);
    expect(why.earlier).toBe('it would cost nothing');
    expect(whyHere(p, ['a', 'b', 'c'], 'a', say).earlier).toBe('it is the first');
  });
  it('names the fixed start, the window, and what it would make another miss', () => {
    const p = plan([
      shot('a', 'L1'),
      shot('b', 'L1', { pinnedStartMin: 524 }),
      shot('c', 'L1', { windows: [[538, 560]] }),
    ]);
    expect(whyHere(p, ['a', 'b', 'c'], 'b', say).later).toBe('its fixed start holds it');
    expect(whyHere(p, ['a', 'b', 'c'], 'a', say).later).toMatch(/wrap|cost|miss/);
  });
  it('the price of a move is what timing both says, and nothing for none', () => {
    fc.assert(
      fc.property(plans(8), fc.nat(), fc.nat(), (p, x, y) => {
        const ids = p.shots.map((s) => s.id);
        const moved = [...ids];
        const [one] = moved.splice(x % ids.length, 1);
        moved.splice(y % ids.length, 0, one as string);
        const price = priceOf(p, ids, moved);
        expect(price.wrapMin).toBeCloseTo(timeOrder(p, moved).wrapMin - timeOrder(p, ids).wrapMin, 6);
        expect(priceOf(p, ids, ids)).toEqual({ wrapMin: 0, changeMin: 0, waitingMin: 0, breaks: [] });
      }),
      { numRuns: 60 },
    );
  });
});

describe('shots over several days', () => {
  const lanes = [
    { name: 'one', startMin: 480, byMin: 700 },
    { name: 'two', startMin: 480, byMin: 700 },
  ];
  it('every shot is on one day, what must be on one is, setups stay together', () => {
    const p = plan(Array.from({ length: 16 }, (_, i) => shot(`s${i}`, i % 2 ? 'L1' : 'L2')));
    const split = splitOrder(
      p,
      [lanes[0] as (typeof lanes)[number], { ...(lanes[1] as (typeof lanes)[number]), holds: ['s3'] }],
      { budgetMs: 300 },
    );
    expect(split.lanes.flatMap((l) => l.ids).sort()).toEqual(p.shots.map((s) => s.id).sort());
    expect(split.lanes[1]?.ids).toContain('s3');
    expect(split.overMin).toBeLessThan(30);
    expect(split.lanes.every((l) => l.broken === 0)).toBe(true);
    expect(splitOrder(p, lanes, { budgetMs: 100 })).toEqual(splitOrder(p, lanes, { budgetMs: 100 }));
  });
  it('one that can be nowhere, or no day at all, is refused in words', () => {
    const p = plan([shot('a', 'L1')]);
    expect(() =>
      splitOrder(
        p,
        lanes.map((l) => ({ ...l, cannot: ['a'] })),
      ),
    ).toThrow(/can be on none of the days/);
    expect(() => splitOrder(p, [])).toThrow(/no day/);
  });
});
