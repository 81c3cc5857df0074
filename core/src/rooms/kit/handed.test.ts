import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  axleShares,
  checkLoad,
  dropZ,
  handsIn,
  loadMinutes,
  nextTop,
  notReady,
  packedByHand,
  packKit,
  packPlanOf,
  READY_CHECKS,
  VEHICLE_DEFAULTS,
  type PackBox,
  type PackPlan,
  type Placed,
  type Vehicle,
} from './index.ts';
import { cutSpace } from './testing.ts';

const box = (id: string, more: Partial<PackBox> = {}): PackBox => ({
  ...{ id, size: [400, 300, 200], kg: 20, this_side_up: true, bears_kg: null, stop: 1 },
  ...more,
});
const plan = (boxes: PackBox[], more: Partial<PackPlan> = {}): PackPlan => ({
  ...{ space: [1000, 2000, 1000], door: { x: 0, z: 0, w: 1000, h: 1000 }, obstacles: [], payload_kg: 500, boxes },
  axles: { front_y: 3000, rear_y: 500, front_kg: 400, rear_kg: 400 },
  ...more,
});
const at = (id: string, x: number, y: number, z: number, size: readonly number[] = [400, 300, 200]): Placed => ({
  ...{ id, x, y, z, dx: size[0]!, dy: size[1]!, dz: size[2]! },
});
const said = (p: PackPlan, placed: Placed[]) => checkLoad(p, placed, (id) => id.toUpperCase()).map((f) => f.words);

describe('a load as somebody put it', () => {
  it('breaks no rule where the packer put it, whatever it packed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 4, max: 14 }), (seed, count) => {
        const cut = { ...cutSpace(seed, count), budgetMs: 5 };
        expect(checkLoad(cut, packKit(cut).placed, String)).toEqual([]);
      }),
      { numRuns: 20, seed: 7 },
    );
  });
  it('is told in words, piece by piece', () => {
    const two = plan([box('a'), box('b', { stop: 2 })]);
    expect(said(two, [at('a', 0, 0, 0), at('b', 200, 100, 100)])).toEqual([
      'B stands on something with 0 % of its base; 70 % are wanted.',
      'A and B are in the same place.',
    ]);
    expect(said(two, [at('a', 700, 0, 0)])).toEqual(['A sticks out of the hold.']);
    expect(said(two, [at('a', 0, 0, 0, [200, 300, 400])])).toEqual(['A is turned in a way that it may not be.']);
    expect(said(two, [at('a', 0, 500, 0), at('b', 0, 0, 0)])).toEqual(['B bars A, which comes off at stop 1.']);
    expect(said({ ...two, door: { x: 0, z: 0, w: 250, h: 150 } }, [at('a', 0, 0, 0)])).toEqual([
      'A does not go through the door.',
    ]);
    const arch = { x: 0, y: 0, z: 0, dx: 100, dy: 500, dz: 200 };
    expect(said({ ...two, obstacles: [arch] }, [at('a', 0, 0, 0)])).toEqual(['A is in a wheel arch.']);
  });
  it('weighs: on what bears less, on the payload, on each axle', () => {
    const weak = plan([box('weak', { bears_kg: 15 }), box('heavy')]);
    expect(said(weak, [at('weak', 0, 0, 0), at('heavy', 0, 0, 200)])).toEqual([
      'WEAK bears 15 kg, and more stands on it.',
    ]);
    expect(said({ ...weak, payload_kg: 30 }, [at('weak', 0, 0, 0), at('heavy', 500, 0, 0)])).toEqual([
      '40 kg are loaded, and 30 kg may be.',
    ]);
    const axles = { front_y: 3000, rear_y: 500, front_kg: 5, rear_kg: 400 };
    expect(said({ ...weak, axles }, [at('heavy', 0, 1700, 0)])[0]).toContain('The front axle gets 11 kg');
    expect(said({ ...weak, axles: { ...axles, front_kg: 400, rear_kg: 5 } }, [at('heavy', 0, 0, 0)])[0]).toContain(
      'The rear axle gets 23 kg',
    );
  });
  it('has what was put in by hand, and says what was not', () => {
    const p = plan([box('a'), box('b')]);
    expect(packedByHand(p, [at('a', 0, 0, 0)])).toEqual({
      ...{ placed: [at('a', 0, 0, 0)], left_out: ['b'], fill: 0.024 / 2, proven: false },
    });
  });
  it('a piece falls onto what is below it, and goes up onto the next thing', () => {
    const p = plan([]);
    const low = at('low', 0, 0, 0);
    const high = at('high', 0, 0, 500);
    expect(dropZ(p, [low, high], { ...high, x: 100 })).toBe(200);
    expect(dropZ(p, [low, high], { ...high, x: 500 })).toBe(0);
    expect(nextTop([low, high], at('c', 0, 0, 0))).toBe(200);
    expect(nextTop([low, high], at('c', 0, 0, 200))).toBe(700);
    expect(nextTop([low, high], at('c', 500, 500, 0))).toBe(0);
  });
});

const van: Vehicle = {
  ...VEHICLE_DEFAULTS,
  ...{ id: 'v', productionId: 'p', version: 1, deletedAt: null, name: 'Van', position: 1 },
};
describe('a vehicle', () => {
  it('may leave when all of it was looked at and somebody drives', () => {
    expect(notReady(van)).toHaveLength(READY_CHECKS.length + 1);
    expect(notReady({ ...van, ready: [...READY_CHECKS], driverId: 'oda' })).toEqual([]);
    expect(notReady({ ...van, ready: READY_CHECKS.filter((c) => c !== 'pump'), driverId: 'oda' })).toEqual(['Pump']);
  });
  it('is loaded at its own pace once that was measured', () => {
    expect(loadMinutes(van, 15)).toBe(45);
    expect(loadMinutes({ ...van, loadMin: 20, loadPieces: 10 }, 15)).toBe(30);
    expect(loadMinutes(van, 0)).toBe(0);
  });
  it('says what the load puts on each axle: together they carry it', () => {
    const two = plan([box('a'), box('b')]);
    const { frontKg, rearKg } = axleShares(two, [at('a', 0, 0, 0), at('b', 0, 1700, 0)]);
    expect(frontKg + rearKg).toBeCloseTo(40, 9);
    expect(axleShares(two, [at('a', 0, 350, 0)]).frontKg).toBeCloseTo(0, 9);
  });
  it('is packed for the road home with all of it off at once', () => {
    const crate = {
      ...{ id: 'c', productionId: 'p', version: 1, deletedAt: null, name: 'c', widthMm: 1, depthMm: 1, heightMm: 1 },
      ...{ massKg: 1, thisSideUp: false, bearsKg: null, stop: 4, kind: 'hard' as const, carrierId: null, position: 1 },
      hand: { vehicleId: 'v', x: 1, y: 2, z: 3, dx: 1, dy: 1, dz: 1 },
    };
    expect(packPlanOf(van, [crate]).boxes[0]!.stop).toBe(4);
    expect(packPlanOf(van, [crate], 'home').boxes[0]!.stop).toBe(1);
    expect(handsIn(van, [crate])).toEqual([{ id: 'c', x: 1, y: 2, z: 3, dx: 1, dy: 1, dz: 1 }]);
    expect(handsIn({ id: 'other' }, [crate])).toEqual([]);
  });
});
