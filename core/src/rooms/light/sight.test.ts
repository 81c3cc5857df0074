import { describe, expect, it } from 'vitest';
import { direction, vec } from '../../base/geometry/index.ts';
import { fallOn, lampAt, lampOf, lightsOf, sightFindings, wedge, type PlanItem } from './index.ts';
import { aBounce, aCamera, aFlag, aPlan, aSource, CATALOGUE, surroundings } from './testing.ts';

const CAMERAS = [{ letter: 'A', sensorWidthMm: 36, sensorHeightMm: 20 }];
/** A camera at the origin, a metre and a half high, that looks along +y with 50 mm: 0.36 of the way to either side, 0.2 up and down. */
const camera = (f = {}) => aCamera({ turnDeg: 180, ...f });
const seen = (...items: PlanItem[]) =>
  sightFindings(surroundings(aPlan(items), { cameras: CAMERAS })).filter((f) => /picture|sees/.test(f.words));
const ahead = direction(180);
const at = (farM: number, rightM: number) => ({
  xM: ahead.x * farM - ahead.y * rightM,
  yM: ahead.y * farM + ahead.x * rightM,
});

describe('what a camera sees', () => {
  it('a squeezed lens sees so much wider, and no higher', () => {
    const lamp = aSource({ ...at(4, 1.9), fixtureKey: 'on-camera', turnDeg: 0 });
    expect(seen(camera(), lamp)).toEqual([]);
    expect(seen(camera({ squeeze: 1.5 }), lamp).map((f) => f.words)).toEqual([
      expect.stringMatching(/in A’s picture at 50\u00a0mm/) as string,
    ]);
    const above = aSource({ ...at(4, 0), zM: 1.5 + 0.9, fixtureKey: 'on-camera' });
    expect(seen(camera({ squeeze: 1.5 }), above)).toEqual(seen(camera(), above));
    const [narrow, wide] = [camera(), camera({ squeeze: 1.5 })].map((c) => wedge(c, CAMERAS, 1)[1].d);
    expect(wide).not.toBe(narrow);
  });
  it('an edge that hangs into the picture is seen, though no corner and not the middle is', () => {
    // Four metres off the picture is 2.9 m wide and 1.6 m high; the flag is wider, and its lower edge 0.7 m over its middle.
    const flag = aFlag({ ...at(4, 0), zM: 1.5 + 0.7 + 0.5, widthM: 5, heightM: 1, turnDeg: 0 });
    expect(seen(camera(), flag)).toHaveLength(1);
    expect(seen(camera(), { ...flag, zM: 1.5 + 0.9 + 0.5 })).toEqual([]);
  });
  it('a cloth that fills the whole picture is seen', () => {
    expect(seen(camera(), aFlag({ ...at(4, 0.5), widthM: 6, heightM: 4, turnDeg: 0 }))).toHaveLength(1);
  });
  it('a lamp whose rim alone shows in a mirror is seen in it', () => {
    const mirror = {
      ...aBounce(),
      id: 'glass',
      kind: 'mirror' as const,
      ...at(4, 0),
      widthM: 0.4,
      heightM: 0.4,
      turnDeg: 0,
    };
    // Seen in the glass is what lies within 0.2 m × (4 + 3) / 4 of its axis: a metre and a half wide dome beside the camera reaches in.
    const lamp = (rightM: number, modifierKeys: string[]) =>
      aSource({ ...at(1, rightM), zM: 1.5, turnDeg: 180, modifierKeys });
    const inGlass = (rightM: number, keys: string[]) =>
      seen(camera(), mirror as PlanItem, lamp(rightM, keys)).some(
        (f) => f.key.startsWith('mirror:') && f.itemIds.includes('key'),
      );
    expect(inGlass(0.9, [])).toBe(false);
    expect(inGlass(0.9, ['dome-150'])).toBe(true);
    expect(inGlass(1.3, ['dome-150'])).toBe(false);
  });
});

describe('a mirror on the plan', () => {
  // The lamp looks along +x into a mirror that stands at 45°: from there its light goes along +y.
  const lamp = aSource({ xM: -2, yM: 0, turnDeg: 90, fixtureKey: 'fresnel-200-spot' });
  const mirror = {
    ...aBounce(),
    id: 'glass',
    kind: 'mirror' as const,
    xM: 0,
    yM: 0,
    turnDeg: 225,
    widthM: 2,
    heightM: 2,
  };
  const face = vec(0, 3, 1.5);
  const lux = (...items: PlanItem[]) => {
    const plan = aPlan(items);
    const lights = lightsOf({ plan, room: null, catalogue: CATALOGUE, daylight: null });
    return [...fallOn(lights, plan, face, direction(0)).lux.values()].reduce((a, b) => a + b, 0);
  };
  it('throws a lamp’s light on as if the lamp stood behind it, a tenth less', () => {
    const whole = lampAt(lampOf(lamp, CATALOGUE)!, 5, 0);
    expect(lux(lamp, mirror as PlanItem)).toBeCloseTo(0.9 * whole, -1);
    expect(lux(lamp)).toBeCloseTo(0, 9);
  });
  it('nothing comes of it where a flag stands before the glass or between lamp and glass', () => {
    const flag = (x: number, y: number, turnDeg: number) => aFlag({ xM: x, yM: y, turnDeg, widthM: 2, heightM: 2 });
    expect(lux(lamp, mirror as PlanItem, flag(-1.2, 0, 90))).toBeCloseTo(0, 9);
    expect(lux(lamp, mirror as PlanItem, flag(0, 1.5, 0))).toBeCloseTo(0, 9);
    expect(lux(lamp, mirror as PlanItem, flag(3, 0, 90))).toBeGreaterThan(0);
  });
  it('nor where it is too small, or looks elsewhere', () => {
    expect(lux(lamp, { ...mirror, xM: 1.5, yM: 1.5, widthM: 0.4 } as PlanItem)).toBeCloseTo(0, 9);
    expect(lux(lamp, { ...mirror, turnDeg: 135 } as PlanItem)).toBeCloseTo(0, 9);
  });
});
