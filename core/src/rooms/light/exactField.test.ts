import { describe, expect, it } from 'vitest';
import { seeded } from '../../base/random/index.ts';
import { FINE, readPlaces } from '../../physics/illumination/index.ts';
import { daylight } from '../../physics/sun/index.ts';
import { exactField, lightField, lightsOf, type LightField, type LightPlan, type LightScene } from './index.ts';
import { sceneOf } from './kernelScene.ts';
import { aBounce, aFeature, aFlag, aFrame, aPlan, aRoom, aSource, CATALOGUE } from './testing.ts';

const [W, D, HEIGHT_M] = [8, 6, 1.5] as const;
const ROOM = aRoom({ widthM: W, depthM: D, heightM: 3, reflectance: 0.5 });
const sceneFor = (plan: LightPlan, more: Partial<LightScene> = {}): LightScene => ({
  ...{ plan, room: null, catalogue: CATALOGUE, daylight: null },
  ...more,
});
const fieldOf = (plan: LightPlan, more: Partial<LightScene> = {}) => {
  const field = exactField(sceneFor(plan, more), W, D, HEIGHT_M);
  if (!field) throw new Error('not known to the kernel');
  return field;
};
const quickOf = (plan: LightPlan, more: Partial<LightScene> = {}) =>
  lightField(lightsOf(sceneFor(plan, more)), W, D, HEIGHT_M);
const at = (f: LightField, x: number, y: number) =>
  f.lux[Math.floor((y / D) * f.rows) * f.columns + Math.floor((x / W) * f.columns)]!;
const stops = (a: number, b: number) => Math.log2(a / b);
const lamp = (f: object = {}) => aSource({ xM: 1, yM: 3, zM: 1.5, turnDeg: 90, ...f });

describe('the light over a plan by the kernel', () => {
  it('has the cells of the quick one, which it is where that has nothing to even out', () => {
    const plan = aPlan([lamp()]);
    const [exact, quick] = [fieldOf(plan), quickOf(plan)];
    expect({ ...exact, lux: exact.lux.length }).toEqual({ ...quick, lux: quick.lux.length });
    for (const [x, y] of [
      [3, 3],
      [5, 2],
      [7, 4.5],
    ] as const)
      expect(Math.abs(stops(at(exact, x, y), at(quick, x, y))), `${x}, ${y}`).toBeLessThan(0.06);
    expect(at(exact, 0.3, 3)).toBe(0);
  });
  it('gives shadows the soft edge of a large lamp', () => {
    const plan = aPlan([
      lamp({ modifierKeys: ['dome-150'] }),
      aFlag({ xM: 3, yM: 3, zM: 1.5, turnDeg: 90, widthM: 1, heightM: 1 }),
    ]);
    const [exact, quick] = [fieldOf(plan), quickOf(plan)];
    const shares = (f: LightField) => {
      const bare = fieldOf(aPlan([plan.items[0]!]));
      return Array.from({ length: 40 }, (_, i) => at(f, 5, 1 + i * 0.05) / at(bare, 5, 1 + i * 0.05));
    };
    const between = (list: number[]) => list.filter((v) => v > 0.1 && v < 0.9).length;
    expect(between(shares(exact))).toBeGreaterThan(3);
    expect(between(shares(quick))).toBe(0);
  });
  it('lets a wide frame close to its lamp glow only where it is lit: the quick way is too bright', () => {
    const plan = aPlan([lamp(), aFrame({ xM: 1.3, yM: 3, zM: 1.5, turnDeg: 90, widthM: 2.4, heightM: 2.4 })]);
    expect(stops(at(quickOf(plan), 4, 3), at(fieldOf(plan), 4, 3))).toBeGreaterThan(0.4);
  });
  it('has what walls give back, and the place’s own light as it was typed', () => {
    const plan = aPlan([lamp()]);
    const dark = at(fieldOf(plan, { room: { ...ROOM, reflectance: 0.05 } }), 0.4, 3);
    expect(at(fieldOf(plan, { room: ROOM }), 0.4, 3)).toBeGreaterThan(3 * dark);
    const lit = { ...plan, ambientLux: 80 };
    const own = at(fieldOf(lit, { room: ROOM }), 4, 3) - at(fieldOf(plan, { room: ROOM }), 4, 3);
    expect(own).toBeCloseTo(80, 0);
  });
  it('lays the sun on with its hard edges, where the quick one has it', () => {
    const sun = { ...daylight(30, 'clear'), azimuthDeg: 0, altitudeDeg: 30 };
    const room = { ...ROOM, upBearingDeg: 0, features: [aFeature()] };
    const [exact, quick] = [fieldOf(aPlan([]), { room, daylight: sun }), quickOf(aPlan([]), { room, daylight: sun })];
    expect(exact.sunlit).toEqual(quick.sunlit);
    const inSun = exact.sunlit!.indexOf(1);
    expect(inSun).toBeGreaterThanOrEqual(0);
    expect(exact.lux[inSun]! - 0.8 * sun.sunLux).toBeGreaterThan(0);
    expect(Math.max(...exact.lux.filter((_, i) => exact.sunlit![i] === 0))).toBeLessThan(0.5 * sun.sunLux);
  });
  it.each([
    ['open', null, 4],
    ['room', ROOM, 2],
  ] as const)('is as near as the help says to the kernel at its finest (%s)', (_, room, plans) => {
    const next = seeded(20);
    const between = (low: number, high: number) => low + (high - low) * next();
    const off = Array.from({ length: plans }).flatMap(() => {
      const place = () => ({ xM: between(0.7, W - 0.7), yM: between(0.7, D - 0.7), turnDeg: between(0, 360) });
      const plan = aPlan([
        lamp({ ...place(), modifierKeys: ['dome-90'] }),
        lamp({ ...place(), id: 'second' }),
        aFrame(place()),
        aBounce(place()),
        aFlag({ ...place(), widthM: 0.6, heightM: 0.6 }),
      ]);
      const [scene, field] = [sceneFor(plan, { room }), fieldOf(plan, { room })];
      const cells = Array.from({ length: 40 }, () => Math.floor(next() * field.lux.length));
      const places = cells.map((cell) => ({
        x: (((cell % field.columns) + 0.5) * W) / field.columns,
        y: ((Math.floor(cell / field.columns) + 0.5) * D) / field.rows,
        z: HEIGHT_M,
      }));
      const fine = readPlaces(sceneOf(scene, lightsOf(scene), []), places, FINE);
      return cells.flatMap((cell, i) => (fine[i]! > 5 ? [Math.abs(stops(field.lux[cell]!, fine[i]!))] : []));
    });
    off.sort((a, b) => a - b);
    expect(off.length).toBeGreaterThan(50);
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.03);
    expect(off[Math.floor(off.length * 0.9)]).toBeLessThan(0.25);
  });
  it('is none where the kernel does not know the plan: a mirror, the open sky', () => {
    const mirror = { ...aFlag({ id: 'glass', xM: 3, yM: 1 }), kind: 'mirror' as const };
    expect(exactField(sceneFor(aPlan([lamp(), mirror])), W, D, HEIGHT_M)).toBeNull();
    const sun = { ...daylight(30, 'clear'), azimuthDeg: 0, altitudeDeg: 30 };
    expect(exactField(sceneFor(aPlan([lamp()]), { daylight: sun }), W, D, HEIGHT_M)).toBeNull();
  });
});
