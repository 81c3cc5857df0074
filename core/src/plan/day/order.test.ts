import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import {
  Timer,
  changeBetween,
  checkPlan,
  compile,
  orderPlan,
  timeOrder,
  type OrderPlan,
  type OrderShot,
} from './index.ts';

const change: OrderPlan['change'] = {
  repositionMin: 4,
  lensMin: 3,
  rigMin: 6,
  turnaroundMin: 15,
  relightDefaultMin: 30,
  relightMin: { '>L1': 38, 'L1>L2': 14 },
  moveMin: { 'bench>tower': 40, 'tower>bench': 41 },
};
const shot = (id: string, more: Partial<OrderShot> = {}): OrderShot => ({
  id,
  minutes: 10,
  place: 'bench',
  setup: 'L1',
  side: 'left',
  ...more,
});
const plan = (shots: OrderShot[], more: Partial<OrderPlan> = {}): OrderPlan => ({
  startMin: 420,
  school: 'story',
  shots,
  change,
  ...more,
});
const time = (p: OrderPlan) =>
  timeOrder(
    p,
    p.shots.map((s) => s.id),
  );

describe('change-overs', () => {
  const from = shot('a', { lens: '50', rig: 'sticks' });
  it.each([
    ['first', null, shot('b'), 38],
    ['first', null, shot('b', { setup: 'L9' }), 30],
    ['same', from, shot('b', { lens: '50', rig: 'sticks' }), 4],
    ['same', from, shot('b', { lens: '85', rig: 'sticks' }), 7],
    ['same', from, shot('b', { rig: 'sticks' }), 7],
    ['same', from, shot('b'), 13],
    ['side', from, shot('b', { side: 'right', lens: '50', rig: 'sticks' }), 15],
    ['setup', from, shot('b', { setup: 'L2' }), 14],
    ['setup', shot('a', { setup: 'L2' }), shot('b'), 30],
    ['place', from, shot('b', { place: 'tower', setup: 'L1' }), 78],
    ['place', from, shot('b', { place: 'tower', setup: 'L6' }), 70],
  ] as const)('%s: %#', (kind, before, next, minutes) =>
    expect(changeBetween(change, before, next)).toEqual({ kind, minutes }),
  );
  it('a side change costs the larger of turnaround and swaps', () => {
    const slow = { ...change, lensMin: 10, rigMin: 10 };
    expect(changeBetween(slow, from, shot('b', { side: 'right', lens: '85', rig: 'dolly' })).minutes).toBe(20);
  });
});

describe('timing an order', () => {
  it('starts each shot as early as the order allows', () => {
    const result = time(plan([shot('a'), shot('b'), shot('c', { setup: 'L2', side: 'right' })]));
    expect(result.order.map((o) => [o.id, o.changeKind, o.changeMin, o.startMin, o.endMin])).toEqual([
      ['a', 'first', 38, 458, 468],
      ['b', 'same', 4, 472, 482],
      ['c', 'setup', 14, 496, 506],
    ]);
    expect(result).toMatchObject({ wrapMin: 506, changeMin: 56, idleMin: 0, violations: [] });
  });
  it('waits for a window and for a pin, and counts the waiting as idle', () => {
    const result = time(
      plan([
        shot('a', {
          windows: [
            [500, 520],
            [600, 700],
          ],
        }),
        shot('b', { pinnedStartMin: 650 }),
      ]),
    );
    expect(result.order.map((o) => o.startMin)).toEqual([500, 650]);
    expect(result.idleMin).toBe(500 - 458 + (650 - 514));
  });
  it('takes the next window when the first is too short, and names a shot that fits none', () => {
    expect(
      time(
        plan([
          shot('a', {
            windows: [
              [455, 465],
              [480, 500],
            ],
          }),
        ]),
      ).order[0]?.startMin,
    ).toBe(480);
    const late = time(plan([shot('a', { windows: [[100, 200]] })]));
    expect(late.order[0]?.startMin).toBe(458);
    expect(late.violations).toMatchObject([{ code: 'window', ids: ['a'] }]);
  });
  it('names a pin that has passed, and a shot before what it needs', () => {
    const result = time(plan([shot('a', { pinnedStartMin: 430, after: ['b'] }), shot('b')]));
    expect(result.violations.map((v) => v.code)).toEqual(['pin', 'after']);
  });
  it('a pin stands above windows', () =>
    expect(time(plan([shot('a', { pinnedStartMin: 900, windows: [[500, 520]] })])).violations).toEqual([]));
  it('puts the meal where it costs least, with the change-over after it', () => {
    const p = plan([shot('a', { minutes: 100 }), shot('b', { minutes: 100 }), shot('c', { pinnedStartMin: 800 })], {
      meals: [{ earliestAfterMin: 120, latestAfterMin: 300, minutes: 45 }],
    });
    const result = time(p);
    expect(result.meals).toEqual([{ startMin: 662, endMin: 707 }]);
    expect(result.order[2]?.startMin).toBe(800);
    expect(result.violations).toEqual([]);
  });
  it('asks for no meal when the day ends before it is due, and names one that finds no gap', () => {
    expect(time(plan([shot('a')], { meals: [{ latestAfterMin: 300, minutes: 45 }] })).meals).toEqual([]);
    expect(
      time(plan([shot('a', { minutes: 500 })], { meals: [{ latestAfterMin: 300, minutes: 45 }] })).violations,
    ).toMatchObject([{ code: 'meal.missed' }]);
  });
  it('each meal that is missed is told by its place among the meals', () => {
    const { violations } = timeOrder(
      plan([shot('a', { minutes: 600 })], {
        meals: [
          { latestAfterMin: 100, minutes: 30 },
          { latestAfterMin: 200, minutes: 30 },
        ],
      }),
      ['a'],
    );
    expect(violations.map((v) => [v.code, v.mealIndex, v.message])).toEqual([
      ['meal.missed', 0, 'There is no gap for meal 1.'],
      ['meal.missed', 1, 'There is no gap for meal 2.'],
    ]);
  });
  it('says how late a meal is', () => {
    const result = time(
      plan([shot('a', { minutes: 400 }), shot('b', { minutes: 100 })], {
        meals: [{ latestAfterMin: 300, minutes: 30 }],
      }),
    );
    expect(result.meals).toHaveLength(1);
    expect(result.violations).toMatchObject([{ code: 'meal.late', message: 'Meal 1 starts 138 min late.' }]);
  });
  it('counts waiting per person, meals left out', () => {
    const result = time(
      plan([shot('a', { people: ['x'] }), shot('b', { minutes: 60 }), shot('c', { people: ['x', 'x'] })]),
    );
    expect(result.waitingMin).toBe(4 + 60 + 4);
  });
  it('an empty order is a day that ends when it starts', () =>
    expect(time(plan([]))).toMatchObject({ wrapMin: 420, order: [], changeMin: 0, idleMin: 0 }));
});

describe('properties of timing', () => {
  const anyShot = fc.record({
    minutes: fc.integer({ min: 1, max: 60 }),
    place: fc.constantFrom('bench', 'tower'),
    setup: fc.constantFrom('L1', 'L2', 'L3'),
    side: fc.constantFrom('left', 'right'),
  });
  const anyPlan = fc
    .tuple(
      fc.array(anyShot, { minLength: 1, maxLength: 14 }),
      fc.array(
        fc.record({ latestAfterMin: fc.integer({ min: 60, max: 600 }), minutes: fc.integer({ min: 10, max: 60 }) }),
        { maxLength: 3 },
      ),
    )
    .map(([shots, meals]) =>
      plan(
        shots.map((s, i) => ({ ...s, id: `s${i}` })),
        { meals },
      ),
    );
  it('the parts add up to the whole, nothing overlaps, and idle time is never negative', () => {
    fc.assert(
      fc.property(anyPlan, (p) => {
        const r = time(p);
        const sum = (list: readonly { startMin: number; endMin: number }[]) =>
          list.reduce((t, x) => t + x.endMin - x.startMin, 0);
        expect(p.startMin + sum(r.order) + r.changeMin + sum(r.meals) + r.idleMin).toBeCloseTo(r.wrapMin, 6);
        expect(r.idleMin).toBeGreaterThanOrEqual(-1e-9);
        const all = [...r.order, ...r.meals].sort((a, b) => a.startMin - b.startMin);
        for (let i = 1; i < all.length; i += 1)
          expect(all[i]?.startMin).toBeGreaterThanOrEqual((all[i - 1]?.endMin ?? 0) - 1e-9);
      }),
    );
  });
  it('a longer shot never ends the day earlier when there are no meals', () => {
    fc.assert(
      fc.property(anyPlan, fc.nat(), (p, n) => {
        const bare = { ...p, meals: [] };
        const longer = {
          ...bare,
          shots: bare.shots.map((s, i) => (i === n % bare.shots.length ? { ...s, minutes: s.minutes + 5 } : s)),
        };
        expect(time(longer).wrapMin).toBe(time(bare).wrapMin + 5);
      }),
    );
  });
  const windows = fc
    .array(fc.tuple(fc.integer({ min: 300, max: 900 }), fc.integer({ min: 1, max: 90 })), { maxLength: 3 })
    .map((list) => list.map(([from, long]): [number, number] => [from, from + long]));
  const windowed = fc
    .array(fc.tuple(anyShot, windows, fc.option(fc.integer({ min: 400, max: 900 }), { freq: 6 })), {
      minLength: 1,
      maxLength: 10,
    })
    .map((list) =>
      plan(
        list.map(([s, open, pin], i) => ({
          ...s,
          id: `s${i}`,
          ...(open.length ? { windows: open } : {}),
          ...(pin === null ? {} : { pinnedStartMin: pin }),
        })),
      ),
    );
  it('no shot begins before a window opens that it could wait for, whether it fits or overruns; both timers say so', () => {
    fc.assert(
      fc.property(windowed, (p) => {
        const timer = new Timer(compile(p));
        timer.time(p.shots.map((_, i) => i));
        time(p).order.forEach((o, i) => {
          const s = p.shots[i] as OrderShot;
          expect(timer.startAt[i]).toBe(o.startMin);
          const open = s.windows ?? [];
          if (s.pinnedStartMin !== undefined || open.length === 0) return;
          const within = open.some(([a, z]) => o.startMin >= a && o.startMin < z);
          const allShut = open.every(([, z]) => z <= o.startMin);
          expect(within || allShut).toBe(true);
        });
      }),
      { numRuns: sampled(400, 133) },
    );
  });
  it('a longer shot never wraps earlier, whatever windows and pins it and those after it have', () => {
    fc.assert(
      fc.property(windowed, fc.nat(), fc.integer({ min: 1, max: 120 }), (p, n, moreMin) => {
        const shots = p.shots.map((s, i) => (i === n % p.shots.length ? { ...s, minutes: s.minutes + moreMin } : s));
        expect(time({ ...p, shots }).wrapMin).toBeGreaterThanOrEqual(time(p).wrapMin);
      }),
      { numRuns: sampled(400, 133) },
    );
  });
  it('agrees with trying every place for the meals', () => {
    fc.assert(
      fc.property(
        fc.array(anyShot, { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 30, max: 200 }),
        (shots, latest) => {
          const p = plan(
            shots.map((s, i) => ({ ...s, id: `s${i}` })),
            { meals: [{ earliestAfterMin: 20, latestAfterMin: latest, minutes: 30 }] },
          );
          const r = time(p);
          const ends = bruteForce(p);
          expect(r.violations.length).toBe(ends.broken);
          expect(r.wrapMin).toBeCloseTo(ends.wrap, 6);
        },
      ),
    );
  });
});

/** Every gap for one meal, and none: fewest broken, least late, earliest end. */
function bruteForce(p: OrderPlan): { broken: number; wrap: number } {
  const meal = p.meals?.[0] as NonNullable<OrderPlan['meals']>[number];
  let best: [number, number, number] | null = null;
  for (let gap = 0; gap < p.shots.length; gap += 1) {
    let t = p.startMin;
    let broken = 0;
    let late = 0;
    p.shots.forEach((s, i) => {
      if (gap > 0 && i === gap) {
        const start = Math.max(t, p.startMin + (meal.earliestAfterMin ?? 0));
        late = Math.max(0, start - p.startMin - meal.latestAfterMin);
        if (late > 0) broken += 1;
        t = start + meal.minutes;
      }
      t += changeBetween(p.change, i > 0 ? (p.shots[i - 1] as OrderShot) : null, s).minutes + s.minutes;
    });
    if (gap === 0 && t > p.startMin + meal.latestAfterMin) {
      broken += 1;
      late = t - p.startMin - meal.latestAfterMin;
    }
    const key: [number, number, number] = [broken, late, t];
    if (
      !best ||
      key[0] < best[0] ||
      (key[0] === best[0] && (key[1] < best[1] || (key[1] === best[1] && key[2] < best[2])))
    )
      best = key;
  }
  const [broken, , wrap] = best as [number, number, number];
  return { broken, wrap };
}

describe('bad plans', () => {
  it.each([
    ['two of one id', plan([shot('a'), shot('a')]), ['shots', 1, 'id']],
    ['an unknown id after', plan([shot('a', { after: ['z'] })]), ['shots', 0, 'after', 0]],
    ['a circle', plan([shot('a', { after: ['b'] }), shot('b', { after: ['a'] })]), ['shots', 1, 'after']],
    ['a missing move', plan([shot('a'), shot('b', { place: 'quay' })]), ['change', 'moveMin', 'bench>quay']],
  ])('refuses %s', (_name, p, path) => {
    expect(() => checkPlan(p)).toThrow(expect.objectContaining({ path }));
  });
  it('takes a good one', () =>
    expect(() => checkPlan(plan([shot('a'), shot('b', { after: ['a'], place: 'tower' })]))).not.toThrow());
  it('refuses negative and unending numbers by schema', () => {
    expect(orderPlan.safeParse(plan([shot('a', { minutes: -1 })])).success).toBe(false);
    expect(orderPlan.safeParse(plan([shot('a', { minutes: Infinity })])).success).toBe(false);
  });
  it('one that fits in none of its windows waits for the one it overruns least, the first of equals', () => {
    const still = { ...change, relightMin: {}, relightDefaultMin: 0, repositionMin: 0, turnaroundMin: 0 };
    const starts = (...windows: [number, number][]) =>
      timeOrder(plan([shot('a', { minutes: 30, windows })], { change: still }), ['a']).order[0]?.startMin;
    expect(starts([430, 440], [435, 445])).toBe(430);
    expect(starts([435, 445], [430, 440])).toBe(435);
    expect(starts([430, 440], [500, 520])).toBe(500);
  });
});
