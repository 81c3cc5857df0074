import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { vec } from '../../base/geometry/index.ts';
import {
  contourLevels,
  directLux,
  lightField,
  lightsOf,
  sunLux,
  total,
  type LightField,
  type LightPlan,
} from './index.ts';
import { aBounce, aFeature, aFlag, aFrame, aPlan, aRoom, aSource, CATALOGUE } from './testing.ts';

const W = 12;
const D = 10;
const HEIGHT_M = 1.5;
const lightsFor = (plan: LightPlan, more: Partial<Parameters<typeof lightsOf>[0]> = {}) =>
  lightsOf({ plan, room: null, catalogue: CATALOGUE, daylight: null, ...more });
const fieldOf = (plan: LightPlan, cells = 60, heightM = HEIGHT_M) => lightField(lightsFor(plan), W, D, heightM, cells);
/** The cell that a place lies in, and the middle of that cell. */
const cellAt = (f: LightField, x: number, y: number) => {
  const [column, row] = [Math.floor((x / W) * f.columns), Math.floor((y / D) * f.rows)];
  return {
    lux: f.lux[row * f.columns + column]!,
    middle: vec(((column + 0.5) * W) / f.columns, ((row + 0.5) * D) / f.rows, f.heightM),
  };
};
/** A lamp in the middle that looks to the right. */
const lamp = (f: object = {}) => aSource({ xM: 4, yM: 5, zM: 2, turnDeg: 90, ...f });

describe('the light over a plan', () => {
  it('has cells as nearly square as can be, two at least either way', () => {
    const size = (w: number, d: number, cells: number) => {
      const f = lightField(lightsFor(aPlan([])), w, d, 1.5, cells);
      expect(f.lux).toHaveLength(f.columns * f.rows);
      return [f.columns, f.rows];
    };
    expect(size(12, 10, 60)).toEqual([60, 50]);
    expect(size(10, 12, 60)).toEqual([50, 60]);
    expect(size(100, 1, 60)).toEqual([60, 2]);
    expect(size(1, 100, 60)).toEqual([2, 60]);
    expect(size(8, 8, 1000)).toEqual([160, 160]);
  });
  it('says over what and at which height it is', () =>
    expect(fieldOf(aPlan([]), 40, 0.75)).toMatchObject({ widthM: W, depthM: D, heightM: 0.75 }));
  it('is what each cell’s middle reads turned to the lamp, near the axis and off it', () => {
    const plan = aPlan([lamp()]);
    const lights = lightsFor(plan);
    const [direct] = lights.directs;
    const field = fieldOf(plan);
    for (const [x, y] of [
      [6, 5],
      [9, 5],
      [9, 7],
      [11, 3],
      [7, 6.5],
    ] as const) {
      const { lux, middle } = cellAt(field, x, y);
      const read = directLux(lights.space, direct as never, middle, null);
      expect(Math.abs(Math.log2(lux / read)), `${x}, ${y}`).toBeLessThan(0.1);
    }
  });
  it('is dark behind a lamp, and where it is off', () => {
    expect(cellAt(fieldOf(aPlan([lamp()])), 2, 5).lux).toBe(0);
    expect(Math.max(...fieldOf(aPlan([lamp({ on: false })])).lux)).toBe(0);
    expect(Math.max(...fieldOf(aPlan([lamp({ level: 0 })])).lux)).toBe(0);
  });
  it('falls off with distance, and evenly to both sides of the axis', () => {
    const field = fieldOf(aPlan([lamp()]));
    const along = [6, 7, 8, 9, 10, 11].map((x) => cellAt(field, x, 5.05).lux);
    expect([...along].sort((a, b) => b - a)).toEqual(along);
    for (const off of [1, 2, 3])
      expect(cellAt(field, 9, 5 - off + 0.1).lux / cellAt(field, 9, 5 + off - 0.1).lux).toBeCloseTo(1, 2);
  });
  it('adds up: two lamps give what each gives alone, a level its share', () =>
    fc.assert(
      fc.property(
        fc.record({
          xM: fc.integer({ min: 1, max: 11 }),
          yM: fc.integer({ min: 1, max: 9 }),
          turnDeg: fc.integer({ min: 0, max: 359 }),
        }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (where, level) => {
          const [a, b] = [lamp(), lamp({ id: 'b', ...where })];
          const [both, one, other] = [aPlan([a, b]), aPlan([a]), aPlan([b])].map((p) => fieldOf(p, 24).lux);
          const dimmed = fieldOf(aPlan([{ ...a, level }]), 24).lux;
          return both!.every(
            (lux, i) =>
              Math.abs(lux - one![i]! - other![i]!) <= 1e-3 * (1 + lux) &&
              Math.abs(dimmed[i]! - one![i]! * level) <= 1e-3 * (1 + one![i]!),
          );
        },
      ),
      { numRuns: sampled(25, 12) },
    ));
  it('of light from all around is the same everywhere, and in the dark of a flag too', () => {
    const plan = aPlan([aFlag({ xM: 6, yM: 5, zM: 2 })], { ambientLux: 40 });
    const around = [...lightsFor(plan).around.values()].reduce((a, b) => a + b, 0);
    expect(around).toBeGreaterThan(39);
    expect(new Set(fieldOf(plan, 20).lux)).toEqual(new Set([Math.fround(around)]));
  });
});

describe('a bare bulb', () => {
  it('gives as much behind as before it', () => {
    const field = fieldOf(aPlan([lamp({ xM: 6, yM: 5, zM: HEIGHT_M, fixtureKey: 'bulb-60', modifierKeys: [] })]), 120);
    const before = cellAt(field, 8.05, 5.05).lux;
    expect(before).toBeGreaterThan(1);
    expect(cellAt(field, 3.95, 5.05).lux).toBeCloseTo(before, 6);
    expect(cellAt(field, 6.05, 2.95).lux / before).toBeCloseTo(1, 1);
  });
});

describe('the shadow of a flag', () => {
  /** A flag square to the beam, 2 m before the lamp and as high, a metre wide; what lies behind it is dark. */
  const flag = (f: object = {}) => aFlag({ xM: 6, yM: 5, zM: 2, turnDeg: 90, widthM: 1, heightM: 1, ...f });
  const plan = (f: object = {}) => aPlan([lamp(), flag(f)]);
  const open = fieldOf(aPlan([lamp()]), 120, 2);
  it('lies behind it, wider with the distance, and nowhere else', () => {
    const field = fieldOf(plan(), 120, 2);
    // At twice the flag’s distance it is twice as wide: 1 m to each side.
    for (const y of [4.15, 5.05, 5.85]) expect(cellAt(field, 8, y).lux, `y ${y}`).toBe(0);
    for (const y of [3.85, 6.15]) expect(cellAt(field, 8, y).lux).toBe(cellAt(open, 8, y).lux);
    expect(cellAt(field, 5.5, 5.05).lux).toBe(cellAt(open, 5.5, 5.05).lux);
    // At four times as far, four times as wide.
    for (const y of [3.2, 6.8]) expect(cellAt(field, 11.9, y).lux).toBe(0);
  });
  it('is thrown down as far as its edges let it', () => {
    // The lamp at 3 m, the flag from 2 to 3 m: on the height of 1 m its lower edge throws shadow from 4 m behind the lamp on.
    const high = (flags: boolean) =>
      fieldOf(aPlan([lamp({ zM: 3 }), ...(flags ? [flag({ zM: 2.5, widthM: 6 })] : [])]), 120, 1);
    const [with_, without] = [high(true), high(false)];
    expect(cellAt(with_, 7.8, 5.05).lux).toBe(cellAt(without, 7.8, 5.05).lux);
    expect(cellAt(without, 8.3, 5.05).lux).toBeGreaterThan(0);
    expect(cellAt(with_, 8.3, 5.05).lux).toBe(0);
  });
  it('is none of what stands above the lamp’s way down, below the height, or beyond it', () => {
    const at = (f: object, heightM: number) => fieldOf(plan(f), 60, heightM).lux;
    const bare = (heightM: number) => fieldOf(aPlan([lamp()]), 60, heightM).lux;
    // Above the lamp, while the height looked at is under it.
    expect(at({ zM: 3.2 }, 1)).toEqual(bare(1));
    // On the floor, under the height looked at.
    expect(at({ zM: 0.3, heightM: 0.4 }, 1.5)).toEqual(bare(1.5));
  });
  it('of two flags that overlap counts once', () => {
    const two = fieldOf(aPlan([lamp(), flag(), flag({ id: 'again', xM: 6.2 })]), 60, 2);
    expect(Math.min(...two.lux)).toBeGreaterThanOrEqual(0);
    expect(cellAt(two, 8, 5.05).lux).toBe(0);
  });
  it('of a lamp as good as at the height looked at, goes on to the end and is not turned about', () => {
    const dark = (lampM: number, flagM: number, x: number) =>
      cellAt(fieldOf(aPlan([lamp({ zM: lampM }), flag({ zM: flagM })]), 120, 2), x, 5.05).lux === 0;
    // On the very height: what stands up from it shades all behind it.
    expect([7, 9, 11.9].map((x) => dark(2, 2.5, x))).toEqual([true, true, true]);
    // Half a millimetre over it: what hangs down from it shades what is near behind it, what stands over it nothing.
    expect(dark(2.0005, 1.5003, 7)).toBe(true);
    expect(dark(2.0005, 2.6, 7)).toBe(false);
  });
});

describe('the sun on a plan', () => {
  const SUN_LUX = 50_000;
  const daylight = (azimuthDeg: number, altitudeDeg: number) => ({
    ...{ azimuthDeg, altitudeDeg, sunLux: SUN_LUX, skyLux: 0, sunK: 5000, skyK: 7000 },
  });
  const room = aRoom({
    ...{ widthM: W, depthM: D, heightM: 3, outside: false, reflectance: 0.4 },
    features: [
      aFeature({ id: 'south', x2: 6, topM: 2.6 }),
      aFeature({ id: 'side', x1: 0, y1: 4, x2: 0, y2: 7, bottomM: 1, topM: 2.8 }),
      aFeature({ id: 'chest', kind: 'block', x1: 4, y1: 2, x2: 5, y2: 3, bottomM: 0, topM: 1.9 }),
    ],
  });
  it.each([
    ['in a room, through its windows', room],
    ['in the open', null],
  ] as const)('%s lights what its rays reach, and lies in no shadow', (_, of) =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 359, noNaN: true }),
        fc.double({ min: 4, max: 80, noNaN: true }),
        fc.record({
          xM: fc.double({ min: 1, max: 11, noNaN: true }),
          yM: fc.double({ min: 1, max: 9, noNaN: true }),
          zM: fc.double({ min: 0.6, max: 2.6, noNaN: true }),
          turnDeg: fc.integer({ min: 0, max: 359 }),
          tiltDeg: fc.integer({ min: -80, max: 80 }),
        }),
        (azimuthDeg, altitudeDeg, where) => {
          const plan = aPlan([aFlag({ ...where, widthM: 1.3, heightM: 0.9 })]);
          const lights = lightsFor(plan, { room: of, daylight: daylight(azimuthDeg, altitudeDeg) });
          const dark = { ...lights, sun: null };
          const [withSun, without] = [lights, dark].map((l) => lightField(l, W, D, 1.2, 40));
          let other = 0;
          withSun!.lux.forEach((lux, i) => {
            const [column, row] = [i % withSun!.columns, Math.floor(i / withSun!.columns)];
            const at = vec(((column + 0.5) * W) / withSun!.columns, ((row + 0.5) * D) / withSun!.rows, 1.2);
            const ray = sunLux(lights.space, lights.sun!, at, null);
            if (Math.abs(lux - without!.lux[i]! - ray) > 1) other += 1;
          });
          // A cell whose middle lies on an edge may go either way.
          expect(other / withSun!.lux.length).toBeLessThan(0.01);
        },
      ),
      { numRuns: sampled(40, 20) },
    ),
  );
  it('is there at all: a good part of the open is lit, a stripe of the room', () => {
    const share = (of: typeof room | null) => {
      const { lux } = lightField(lightsFor(aPlan([]), { room: of, daylight: daylight(0, 30) }), W, D, 1.2, 40);
      return lux.filter((v) => v > SUN_LUX / 2).length / lux.length;
    };
    expect(share(null)).toBe(1);
    expect(share(room)).toBeGreaterThan(0.01);
    expect(share(room)).toBeLessThan(0.3);
  });
});

describe('furniture', () => {
  it('throws shadows as flags do', () => {
    const block = aFeature({ id: 'chest', kind: 'block', x1: 6, y1: 4.5, x2: 7, y2: 5.5, bottomM: 0, topM: 2 });
    const room = (features: (typeof block)[]) =>
      aRoom({ ...{ widthM: W, depthM: D, heightM: 3, outside: false, reflectance: 0 }, features });
    const at = (features: (typeof block)[]) =>
      cellAt(lightField(lightsFor(aPlan([lamp()]), { room: room(features) }), W, D, HEIGHT_M, 120), 9, 5.05).lux;
    expect(at([])).toBeGreaterThan(1);
    expect(at([block])).toBe(0);
  });
});

describe('what glows on a plan', () => {
  it('a frame before a lamp lights what lies behind it, in place of the lamp', () => {
    const frame = aFrame({ xM: 6, yM: 5, zM: 2, turnDeg: 90, widthM: 1.2, heightM: 1.2 });
    const field = fieldOf(aPlan([lamp(), frame]), 60, 2);
    const behind = cellAt(field, 9, 5.05);
    expect(behind.lux).toBeGreaterThan(0);
    expect(behind.lux).toBeLessThan(cellAt(fieldOf(aPlan([lamp()]), 60, 2), 9, 5.05).lux);
    // As much as the exact pieces of it give, near enough for a line.
    const lights = lightsFor(aPlan([lamp(), frame]));
    const exact = lights.patches.filter((p) => p.side * p.pane.normal.x > 0);
    expect(exact.length).toBeGreaterThan(1);
  });
  it('a board lights the side that the lamp is on, not the other', () => {
    const board = aBounce({ xM: 9, yM: 5, zM: 2, turnDeg: 270, widthM: 2, heightM: 2 });
    const withBoard = fieldOf(aPlan([lamp(), board]), 60, 2);
    const bare = fieldOf(aPlan([lamp()]), 60, 2);
    // Beside the beam: nothing of the lamp’s, and the board’s.
    expect(cellAt(withBoard, 3, 5.05).lux).toBeGreaterThan(cellAt(bare, 3, 5.05).lux);
    expect(cellAt(withBoard, 11, 5.05).lux).toBe(0);
  });
  it('in a room the walls give some everywhere', () => {
    const plan = aPlan([lamp()]);
    const room = aRoom({ widthM: W, depthM: D, heightM: 3, reflectance: 0.6 });
    const field = lightField(lightsFor(plan, { room }), W, D, HEIGHT_M, 30);
    expect(Math.min(...field.lux)).toBeGreaterThan(0);
    const around = [...lightsFor(plan, { room }).around.values()].reduce((a, b) => a + b, 0);
    expect(Math.min(...field.lux)).toBeCloseTo(around, 3);
  });
});

describe('lines of light', () => {
  const of = (...lux: number[]): LightField => ({
    columns: lux.length,
    rows: 1,
    widthM: 1,
    depthM: 1,
    heightM: 1,
    lux: Float32Array.from(lux),
    sunlit: null,
  });
  it('are at powers of two, the brightest the last one below the most', () => {
    expect(contourLevels(of(3, 700, 2))).toEqual([8, 16, 32, 64, 128, 256, 512]);
    expect(contourLevels(of(512), 3)).toEqual([128, 256, 512]);
    expect(contourLevels(of(0.9), 2)).toEqual([0.25, 0.5]);
  });
  it('leave the sun a line of its own, and go down from what is not in it', () => {
    const withSun = (sunlit: number[], ...lux: number[]) => ({ ...of(...lux), sunlit: Uint8Array.from(sunlit) });
    expect(contourLevels(withSun([0, 1, 0], 300, 60_000, 40), 3)).toEqual([64, 128, 256, 32_768]);
    // A lamp in the shade that is as bright as the sun needs none; all of it in the sun is as without.
    expect(contourLevels(withSun([0, 1], 40_000, 60_000), 2)).toEqual([16_384, 32_768]);
    expect(contourLevels(withSun([1, 1], 50_000, 60_000), 2)).toEqual([16_384, 32_768]);
    expect(contourLevels(withSun([1, 0], 50_000, 0), 2)).toEqual([16_384, 32_768]);
  });
  it('are none in the dark', () => {
    expect(contourLevels(of(0, 0))).toEqual([]);
    expect(contourLevels(of())).toEqual([]);
  });
  it('of a reading are whole stops under it', () => {
    const plan = aPlan([lamp()]);
    const most = Math.max(...fieldOf(plan).lux);
    const levels = contourLevels(fieldOf(plan));
    expect(levels.at(-1)).toBeLessThanOrEqual(most);
    expect(levels.at(-1)! * 2).toBeGreaterThan(most);
    expect(total(new Map([['x', levels[0]!]]))).toBe(levels[0]);
  });
});
