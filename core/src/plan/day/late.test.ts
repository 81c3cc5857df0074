import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { lateDays, lateWords, timeOrder, unitsOdds, type LatePart, type OrderPlan } from './index.ts';
import { aShot, anOrder, plans } from './testing.ts';

const NONE = { shot: 0, first: 0, place: 0, setup: 0, side: 0, same: 0, day: 0 };
const of = (p: OrderPlan, more: object = {}) => [{ input: { plan: p, byMin: 720, runs: 1000, ...more }, before: null }];
const sum = (parts: readonly { minutes: number }[]) => parts.reduce((t, p) => t + p.minutes, 0);

describe('what late days are late by', () => {
  it('adds up to what they are later than middling days, on any plan', () => {
    fc.assert(
      fc.property(plans(7), (p) => {
        const late = lateDays(of(p, { runs: 200 }));
        expect(sum(late.parts)).toBeCloseTo(late.lateMin - late.middleMin, 6);
      }),
      { numRuns: sampled(60, 20), seed: 17 },
    );
  });
  it('are the same days as those of the odds', () => {
    const parts = of(anOrder([aShot('a', 60), aShot('b', 90, { setup: 'L2' })]));
    const { wrap } = unitsOdds(parts);
    const late = lateDays(parts);
    expect(late.lateMin).toBeGreaterThan(wrap.p80);
    expect(Math.abs(late.middleMin - wrap.p50)).toBeLessThan(2);
  });
  it('a missed window, then hours until the next: it is the waiting before that shot', () => {
    const light = aShot('light', 20, {
      windows: [
        [560, 640],
        [840, 900],
      ],
    });
    const late = lateDays(of(anOrder([aShot('a', 85), light])));
    expect(late.parts[0]).toMatchObject({ kind: 'wait', id: 'light' });
    expect(late.parts[0]?.minutes).toBeGreaterThan(100);
  });
  it('where only the day as a whole scatters it is the day; where one shot does, that shot', () => {
    const p = anOrder([aShot('a', 60), aShot('b', 40)]);
    const day = lateDays(of(p, { spreads: { ...NONE, day: 0.2 } }));
    expect(day.parts[0]).toMatchObject({ kind: 'day', id: null });
    expect(day.parts[0]?.minutes).toBeCloseTo(day.lateMin - day.middleMin, 6);
    const own = lateDays(of(anOrder([aShot('a', 60)]), { spreads: { ...NONE, shot: 0.3 } }));
    expect(own.parts[0]).toMatchObject({ kind: 'shot', id: 'a' });
    expect(own.parts[0]?.minutes).toBeCloseTo(own.lateMin - own.middleMin, 6);
  });
  it('without any scatter nothing is late', () => {
    expect(lateDays(of(anOrder([aShot('a', 60)]), { spreads: NONE }))).toEqual({
      lateMin: 570,
      middleMin: 570,
      parts: [],
    });
  });
  it('of two units it is the one that wraps last', () => {
    const [long] = of(anOrder([aShot('a', 200)]));
    const [short] = of(anOrder([aShot('b', 20)]));
    const { parts } = lateDays([long!, short!]);
    expect(parts.some((p) => p.id === 'b')).toBe(false);
    expect(parts.some((p) => p.id === 'a' && p.minutes > 5)).toBe(true);
  });
});

describe('a day that runs late', () => {
  // The window of the last shot can only be kept by going without the meal, which is due before the wrap.
  const starving: OrderPlan = {
    ...anOrder([aShot('a', 120), aShot('light', 30, { priority: 'must', windows: [[630, 670]] })]),
    meals: [{ earliestAfterMin: 120, latestAfterMin: 170, minutes: 60 }],
  };
  it('has its meal, whatever window that costs: nobody goes without to save one', () => {
    const { meals, violations } = timeOrder(starving, ['a', 'light']);
    expect(meals).toHaveLength(1);
    expect(violations.map((v) => v.code)).toEqual(['window']);
  });
  it('so no day of the odds is shorter for going without', () => {
    const { meals } = unitsOdds(of(starving, { spreads: { ...NONE, shot: 0.05 } }));
    expect(meals[0]?.eatenShare).toBe(1);
  });
});

describe('the words for it', () => {
  const part = (kind: LatePart['kind'], id: string | null, minutes: number): LatePart => ({ kind, id, minutes });
  it('name the largest, put what takes up delays last, and sum what is small', () => {
    const parts = [
      part('day', null, 40),
      part('change', 'b', 9),
      part('shot', 'a', 0.4),
      part('shot', 'c', 0.5),
      part('meals', null, -2),
      part('wait', 'a', -8),
    ];
    expect(lateWords({ lateMin: 0, middleMin: 0, parts }, (id) => id.toUpperCase())).toEqual({
      rows: [
        { words: 'everything slower at once', minutes: 40 },
        { words: 'the way to B', minutes: 9 },
        { words: 'less of meals', minutes: -2 },
        { words: 'no more waiting before A, which took up delays', minutes: -8 },
      ],
      restMin: expect.closeTo(0.9, 6) as number,
    });
  });
  it('are six at most', () => {
    const parts = Array.from({ length: 9 }, (_, i) => part('shot', `s${i}`, 9 - i));
    const { rows, restMin } = lateWords({ lateMin: 0, middleMin: 0, parts }, (id) => id);
    expect(rows.map((r) => r.words)).toEqual([
      's0 itself',
      's1 itself',
      's2 itself',
      's3 itself',
      's4 itself',
      's5 itself',
    ]);
    expect(restMin).toBe(6);
  });
});
