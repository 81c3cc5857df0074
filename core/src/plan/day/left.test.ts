import { describe, expect, it } from 'vitest';
import { bestInTime, type OrderShot } from './index.ts';
import { aPlanOf, shotOf as shot } from './testing.ts';

/** The day of these plans begins at 480, and nothing takes time but the shots. */
const START = 480;
const plan = (shots: OrderShot[]) =>
  aPlanOf(shots, {
    change: { repositionMin: 0, lensMin: 0, rigMin: 0, turnaroundMin: 0, relightDefaultMin: 0, moveMin: {} },
  });
const best = (shots: OrderShot[], minutes: number) => bestInTime(plan(shots), minutes, null).ids;

describe('what fits into the minutes there are', () => {
  it('a fixed start counts only where it and its end lie in them', () => {
    const at = (pinnedStartMin: number) => best([shot('a', 'L1', { minutes: 20, pinnedStartMin })], 60);
    expect(at(START + 10)).toEqual(['a']);
    expect(at(START + 40)).toEqual(['a']);
    expect(at(START + 41)).toEqual([]);
    expect(at(START - 1)).toEqual([]);
  });
  it('of a window what is still ahead, and what of it lies in them', () => {
    const within = (from: number, to: number) =>
      best([shot('a', 'L1', { minutes: 20, windows: [[START + from, START + to]] })], 60);
    expect(within(0, 60)).toEqual(['a']);
    // Open since before: only the rest of it counts.
    expect(within(-30, 20)).toEqual(['a']);
    expect(within(-30, 15)).toEqual([]);
    // It goes on after them, and begins so late that it can’t end in them.
    expect(within(40, 200)).toEqual(['a']);
    expect(within(45, 200)).toEqual([]);
  });
  it('a shot that is longer than they are is left, one as long is taken', () => {
    const whole = bestInTime(plan([shot('a', 'L1', { minutes: 30 }), shot('b', 'L1', { minutes: 31 })]), 30, null);
    expect(whole).toMatchObject({ ids: ['a'], leftIds: ['b'] });
  });
  it('one must outweighs many shoulds, one should many nices; of equals what ends first', () => {
    const take = (list: [string, OrderShot['priority'], number][], minutes: number) =>
      best(
        list.map(([id, priority, length]) => shot(id, 'L1', { minutes: length, priority })),
        minutes,
      ).sort();
    expect(
      take(
        [
          ['must', 'must', 30],
          ['a', 'should', 10],
          ['b', 'should', 10],
          ['c', 'should', 10],
        ],
        30,
      ),
    ).toEqual(['must']);
    expect(
      take(
        [
          ['should', 'should', 30],
          ['a', 'nice', 10],
          ['b', 'nice', 10],
          ['c', 'nice', 10],
        ],
        30,
      ),
    ).toEqual(['should']);
    expect(
      take(
        [
          ['long', 'should', 25],
          ['short', 'should', 20],
        ],
        30,
      ),
    ).toEqual(['short']);
  });
  it('of more than can all be looked at, what is worth most for its minutes and its way there', () => {
    const many = Array.from({ length: 14 }, (_, i) => shot(`s${i}`, 'L1', { minutes: 30, priority: 'nice' }));
    const found = best([...many, shot('quick', 'L1', { minutes: 5, priority: 'nice' })], 20);
    expect(found).toEqual(['quick']);
  });
  it('one that must come after another is taken without it where that is left', () => {
    const { ids, order } = bestInTime(
      plan([shot('first', 'L1', { minutes: 90 }), shot('then', 'L1', { minutes: 20, after: ['first'] })]),
      30,
      null,
    );
    expect(ids).toEqual(['then']);
    expect(order.violations).toEqual([]);
  });
  it('of equals what ends first, whichever was listed first', () => {
    expect(best([shot('short', 'L1', { minutes: 10 }), shot('long', 'L1', { minutes: 20 })], 25)).toEqual(['short']);
    expect(best([shot('long', 'L1', { minutes: 20 }), shot('short', 'L1', { minutes: 10 })], 25)).toEqual(['short']);
  });
  it('of more than can all be looked at none is looked at whose window is as good as over', () => {
    const over = Array.from({ length: 12 }, (_, i) =>
      shot(`over${i}`, 'L1', { minutes: 20, priority: 'must', windows: [[START - 30, START + 15]] }),
    );
    expect(best([...over, shot('can', 'L1', { minutes: 20, priority: 'nice' })], 30)).toEqual(['can']);
  });
});
