import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { runCalc, type Calc } from '../../base/calc/index.ts';
import { coverCalcs } from './calc.ts';
import { coverRestarts, type RestartPlan, type Restarts } from './restarts.ts';
import worked from './worked.json' with { type: 'json' };

const restarts = coverCalcs.find((c) => c.name === 'cover.restarts') as Calc;

/** What is wrong with a schedule, in words; and how many stand still at once in the window. */
function looked({ cameras, window, end_s: end }: RestartPlan, schedule: Record<string, readonly number[]>) {
  const wrong: string[] = [];
  const standing = new Map<number, number>();
  for (const c of cameras) {
    let from = -c.rolling_since_s;
    for (const t of schedule[c.id] ?? []) {
      if (!Number.isInteger(t) || t < 0 || t < Math.max(0, from)) wrong.push(`${c.id} at ${t}: no time`);
      if (t - from > c.clip_limit_s) wrong.push(`${c.id} at ${t}: a clip of ${t - from}`);
      if (c.may_stop && !c.may_stop.some(([a, b]) => t >= a && t + c.gap_s <= b))
        wrong.push(`${c.id} at ${t}: not then`);
      for (let s = t; s < t + c.gap_s; s += 1)
        if (s >= window[0] && s < window[1]) standing.set(s, (standing.get(s) ?? 0) + 1);
      from = t + c.gap_s;
    }
    if (end - from > c.clip_limit_s) wrong.push(`${c.id}: the last clip is ${end - from}`);
  }
  return { wrong, most: Math.max(0, ...standing.values()) };
}

/** The fewest at once, by trying every schedule; null where there is none. Only for the smallest plans. */
function tried(plan: RestartPlan): number | null {
  const { cameras, window, end_s: end } = plan;
  let best = Infinity;
  const standing = new Map<number, number>();
  const place = (i: number, from: number, most: number): void => {
    if (most >= best) return;
    const c = cameras[i];
    if (!c) {
      best = most;
      return;
    }
    const next = cameras[i + 1];
    if (end - from <= c.clip_limit_s) place(i + 1, next ? -next.rolling_since_s : 0, most);
    for (let t = Math.max(0, from); t <= Math.min(end, from + c.clip_limit_s); t += 1) {
      if (c.may_stop && !c.may_stop.some(([a, b]) => t >= a && t + c.gap_s <= b)) continue;
      const own = Array.from({ length: c.gap_s }, (_, k) => t + k).filter((s) => s >= window[0] && s < window[1]);
      for (const s of own) standing.set(s, (standing.get(s) ?? 0) + 1);
      place(i, t + c.gap_s, Math.max(most, ...own.map((s) => standing.get(s) ?? 0)));
      for (const s of own) standing.set(s, (standing.get(s) ?? 0) - 1);
    }
  };
  place(0, cameras[0] ? -cameras[0].rolling_since_s : 0, 0);
  return best === Infinity ? null : best;
}

const small: fc.Arbitrary<RestartPlan> = fc
  .record({
    cameras: fc.array(
      fc.record({
        clip_limit_s: fc.integer({ min: 5, max: 10 }),
        gap_s: fc.integer({ min: 1, max: 3 }),
        rolling_since_s: fc.integer({ min: 0, max: 5 }),
        may_stop: fc.option(
          fc.array(fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 1, max: 5 })), { maxLength: 4 }),
          { nil: null },
        ),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    window: fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 4, max: 14 })),
  })
  .map(({ cameras, window: [from, length] }) => ({
    cameras: cameras.map((c, i) => ({
      ...c,
      id: `c${i}`,
      may_stop: c.may_stop?.map(([a, w]): [number, number] => [a, a + w]) ?? null,
    })),
    window: [from, from + length] as [number, number],
    end_s: 13,
  }));

describe('restarts that leave as many rolling as can be', () => {
  it.each(worked.restart.map((r, i) => [i + 1, r] as const))('worked example %i', (_, { input, output }) => {
    const told = runCalc(restarts, input) as Restarts;
    expect(told.least_stopped).toBe(output.least_stopped);
    expect(told.k_can_roll).toBe(input.cameras.length - output.least_stopped);
    expect(told.proven).toBe(true);
    expect(looked(input as unknown as RestartPlan, told.schedule!)).toEqual({ wrong: [], most: output.least_stopped });
  });
  it('keep every limit, gap and span; what is called proven is the fewest that trying everything finds', () => {
    fc.assert(
      fc.property(small, (plan) => {
        const told = coverRestarts(plan);
        const fewest = tried(plan);
        if (told.schedule === null) {
          expect(fewest).toBeNull();
          return;
        }
        expect(looked(plan, told.schedule)).toEqual({ wrong: [], most: told.least_stopped });
        if (told.proven) expect(told.least_stopped).toBe(fewest);
        else expect(told.least_stopped).toBeGreaterThanOrEqual(fewest!);
      }),
      { numRuns: sampled(150, 50) },
    );
  });
  it('eight cameras on one row of pauses are settled', () => {
    const pauses = Array.from({ length: 7 }, (_, k): [number, number] => [400 + k * 480, 414 + k * 480]);
    const cameras = Array.from({ length: 8 }, (_, i) => ({
      ...{
        id: `c${i}`,
        clip_limit_s: i % 2 ? 1770 : 870,
        gap_s: 4 + (i % 4),
        rolling_since_s: 30 * i,
        may_stop: pauses,
      },
    }));
    const plan = { cameras, window: [100, 3700] as [number, number], end_s: 3800 };
    const told = coverRestarts(plan);
    expect(looked(plan, told.schedule!)).toEqual({ wrong: [], most: told.least_stopped });
    expect(told.k_can_roll).toBe(8 - told.least_stopped!);
  });
  it('where a limit can’t be kept at all there is none', () => {
    const camera = {
      id: 'A',
      clip_limit_s: 600,
      gap_s: 5,
      rolling_since_s: 0,
      may_stop: [[700, 720]] as [number, number][],
    };
    const told = coverRestarts({ cameras: [camera], window: [0, 1000], end_s: 1000 });
    expect(told).toEqual({ schedule: null, least_stopped: null, k_can_roll: null, proven: true });
  });
  it('outside of the window nobody is missed: then all keep rolling in it', () => {
    const cameras = ['A', 'B'].map((id) => ({ id, clip_limit_s: 900, gap_s: 5, rolling_since_s: 0, may_stop: null }));
    const told = coverRestarts({ cameras, window: [300, 900], end_s: 1000 });
    expect(told).toMatchObject({ least_stopped: 0, k_can_roll: 2, proven: true });
  });
  it.each([
    ['a window that ends before it begins', { window: [500, 100] }, ['window']],
    ['half seconds', { end_s: 10.5 }, ['end_s']],
    ['an unknown field', { cams: 3 }, []],
  ])('refuses %s in words', (_, more, path) => {
    const input = { ...worked.restart[0]!.input, ...more };
    expect(() => runCalc(restarts, input)).toThrow(expect.objectContaining({ path }) as Error);
  });
});
