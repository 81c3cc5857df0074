import { describe, expect, it } from 'vitest';
import { faceOf, lightsOf, readExactly, readPlan, rigTime, simplerPlan, stopFor, type LightPlan } from './index.ts';
import { aFrame, aPerson, aPlan, aSource, CATALOGUE, SETTINGS, THREE_LIGHTS as three } from './testing.ts';

describe('the simplest light', () => {
  it('the simplest that still meets it: fewest things away, in the time, lit as wanted', () => {
    const scene = { room: null, catalogue: CATALOGUE, daylight: null };
    const all = rigTime({ plan: three, hands: 1 }, CATALOGUE).minutes;
    const less = simplerPlan({ plan: three, hands: 1 }, scene, SETTINGS, all - 5, null);
    expect(less?.withoutIds).toEqual(['rim']);
    expect(less?.minutes).toBeLessThanOrEqual(all - 5);
    expect(less?.reading.tStop).toBeCloseTo(4, 1);
    expect(simplerPlan({ plan: three, hands: 1 }, scene, SETTINGS, 1, null)).toBeNull();
  });
  describe('the simplest is lit as wanted by the light kernel', () => {
    const scene = { room: null, catalogue: CATALOGUE, daylight: null };
    const simpler = (plan: LightPlan) => simplerPlan({ plan, hands: 1 }, scene, SETTINGS, 600, null);
    it('where that knows all of it', () => {
      const found = simpler(three)!;
      expect(found.isExact).toBe(true);
      const read = readExactly({ ...scene, plan: found.plan }, found.plan, SETTINGS);
      const reading = 'readings' in read && read.readings.find((r) => r.id === faceOf(found.plan)!.id);
      if (!reading) throw new Error('The kernel knows all of this plan.');
      expect(Math.abs(Math.log2(reading.tStop! / three.wanted.tStop!) * 2)).toBeLessThan(0.2);
    });
    it('and by the quick reading alone where a mirror stands on the plan, which is said', () => {
      const mirror = {
        ...{ id: 'mirror', kind: 'mirror' as const, name: '', xM: 20, yM: 20, zM: 1.5, turnDeg: 0, tiltDeg: 0 },
        ...{ widthM: 0.6, heightM: 0.9 },
      };
      const found = simpler({ ...three, items: [...three.items, mirror] })!;
      expect(found.isExact).toBe(false);
      expect(found.withoutIds).toEqual(simpler(three)!.withoutIds);
    });
    it('and not what only the quick reading takes for lit: a lamp right behind a large cloth', () => {
      const wantedLux = 1200;
      const behindCloth = (farM: number, lux: number): LightPlan => ({
        ...three,
        wanted: { ...three.wanted, ratio: null, tStop: stopFor(lux, SETTINGS) },
        items: [
          aPerson({ turnDeg: 0 }),
          aSource({ xM: 0, yM: -2 - farM, zM: 1.5, turnDeg: 180 }),
          aFrame({ xM: 0, yM: -2, zM: 1.5, turnDeg: 0, widthM: 2.4, heightM: 2.4 }),
          aSource({
            ...{ id: 'wash', role: 'background', fixtureKey: 'cob-600', modifierKeys: ['dome-90'] },
            ...{ xM: 40, yM: 0, zM: 3, turnDeg: 90 },
          }),
        ],
      });
      const keyOf = (plan: LightPlan) => {
        const exact = readExactly({ ...scene, plan }, plan, SETTINGS);
        const quick = readPlan(lightsOf({ ...scene, plan }), plan, SETTINGS)[0]!;
        return { quick: quick.keyLux, exact: 'readings' in exact ? exact.readings[0]!.keyLux : 0 };
      };
      const near = behindCloth(0.3, wantedLux);
      expect(keyOf(near).quick).toBeGreaterThan(wantedLux);
      expect(keyOf(near).exact).toBeLessThan(wantedLux / 1.5);
      // Only the wash away saves so many minutes: with it alone away the face is dark, whatever the quick reading says.
      const inTime = (plan: LightPlan) => {
        const all = rigTime({ plan, hands: 1 }, CATALOGUE).minutes;
        return simplerPlan({ plan, hands: 1 }, scene, SETTINGS, all - 20, null);
      };
      expect(inTime(behindCloth(1.5, 300))).toMatchObject({ withoutIds: ['wash'], isExact: true });
      expect(inTime(near)?.withoutIds).toEqual(['frame', 'wash']);
    });
  });
});

describe('the face that a plan is lit for', () => {
  const [a, b] = [aPerson({ id: 'a' }), aPerson({ id: 'b' })];
  const point = { ...aPerson({ id: 'point' }), kind: 'meter' as const } as never;
  const of = (items: LightPlan['items'], faceId: string | null) => {
    const plan = aPlan(items);
    return faceOf({ ...plan, wanted: { ...plan.wanted, faceId } })?.id ?? null;
  };
  it('is the one that is said, else the first person, else the first point', () => {
    expect(of([a, b], 'b')).toBe('b');
    expect(of([point, a, b], null)).toBe('a');
    expect(of([point, a], 'gone')).toBe('a');
    expect(of([point], null)).toBe('point');
    expect(of([], null)).toBeNull();
  });
});
