import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  VEHICLE_DEFAULTS,
  loadOrder,
  loadingOf,
  packKit,
  packPlanOf,
  vehicleProblem,
  type Crate,
  type Vehicle,
} from './index.ts';

const van = { ...VEHICLE_DEFAULTS, id: 'v', name: 'Van', position: 1 } as Vehicle;
const crate = (id: string, more: Partial<Crate> = {}) =>
  ({
    id,
    name: id,
    widthMm: 600,
    depthMm: 400,
    heightMm: 400,
    massKg: 20,
    thisSideUp: false,
    bearsKg: null,
    stop: 1,
    position: 1,
    ...more,
  }) as Crate;

describe('a vehicle as it is packed', () => {
  it('has its door in the middle and its arches on both sides', () => {
    const plan = packPlanOf(van, [crate('a')]);
    expect(plan.door).toEqual({ x: 100, z: 0, w: 1550, h: 1700 });
    expect(plan.obstacles.map((o) => [o.x, o.y, o.dx])).toEqual([
      [0, 500, 200],
      [1550, 500, 200],
    ]);
    expect(packPlanOf({ ...van, archHighMm: 0 }, []).obstacles).toEqual([]);
  });
  it('says in words what can’t be measures of one', () => {
    expect(vehicleProblem(van)).toBe('');
    expect(vehicleProblem({ ...van, doorWidthMm: 2000 })).toContain('wider');
    expect(vehicleProblem({ ...van, doorHeightMm: 2000 })).toContain('higher');
    expect(vehicleProblem({ ...van, rearAxleMm: van.frontAxleMm })).toContain('same place');
    expect(vehicleProblem({ ...van, archInMm: 900 })).toContain('arches');
  });
  it('takes what fits, names what doesn’t, and weighs it', () => {
    const crates = [crate('a'), crate('b', { stop: 2 }), crate('huge', { widthMm: 5000 })];
    const loading = loadingOf(packKit({ ...packPlanOf(van, crates), budgetMs: 50 }), crates);
    expect(loading.order.map((o) => o.id).sort()).toEqual(['a', 'b']);
    expect(loading.leftOut.map((c) => c.id)).toEqual(['huge']);
    expect(loading.massKg).toBe(40);
  });
});

describe('the order of loading', () => {
  it('what stands below goes in before what stands on it, the deeper before the nearer', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 99 }), (count, seed) => {
        const crates = Array.from({ length: count }, (_, i) =>
          crate(`c${i}`, { heightMm: 200 + ((i * 97 + seed) % 500), stop: 1 + (i % 3) }),
        );
        const { placed } = packKit({ ...packPlanOf(van, crates), budgetMs: 5, seed });
        const order = loadOrder(placed);
        expect([...order].map((p) => p.id).sort()).toEqual(placed.map((p) => p.id).sort());
        order.forEach((one, i) => {
          for (const later of order.slice(i + 1)) {
            const isUnder =
              Math.min(one.x + one.dx, later.x + later.dx) > Math.max(one.x, later.x) &&
              Math.min(one.y + one.dy, later.y + later.dy) > Math.max(one.y, later.y) &&
              later.z + later.dz <= one.z;
            expect(isUnder).toBe(false);
          }
        });
      }),
      { numRuns: 25 },
    ));
});
