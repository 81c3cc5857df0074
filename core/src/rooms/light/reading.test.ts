import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { direction, turnTo, vec, type Vec } from '../../base/geometry/index.ts';
import { daylight } from '../../physics/sun/index.ts';
import { skyLux } from './emitters.ts';
import {
  directLux,
  fallOn,
  lampAt,
  lampLumens,
  lampOf,
  lightField,
  contourLevels,
  lightsOf,
  mirrored,
  readFace,
  stopFor,
  total,
  type LightPlan,
  type Lamp,
} from './index.ts';
import {
  aBounce,
  aCamera,
  aFlag,
  aFrame,
  aPerson,
  aPlan,
  aRoom,
  aSource,
  CATALOGUE,
  read,
  SETTINGS,
} from './testing.ts';

const lightsFor = (plan: LightPlan, more: Partial<Parameters<typeof lightsOf>[0]> = {}) =>
  lightsOf({ plan, room: null, catalogue: CATALOGUE, daylight: null, ...more });
/** A face at the origin that looks down the plan, and a lamp before it. */
const face = aPerson({ turnDeg: 180 });
const before = (distanceM: number, f = {}) => aSource({ yM: distanceM, turnDeg: 0, ...f });
/** A window two metres wide in the wall at y = 0. */
const window = {
  id: 'w',
  kind: 'window' as const,
  name: '',
  x1: 2,
  y1: 0,
  x2: 4,
  y2: 0,
  bottomM: 0.8,
  topM: 2.4,
  reachable: true,
  circuitId: null,
};
const onAxis = (distanceM: number, f = {}) => {
  const plan = aPlan([before(distanceM, f)]);
  return total(fallOn(lightsFor(plan), plan, vec(0, 0, 1.5), direction(180)).lux);
};

describe('a lamp', () => {
  it('a 0.9 m dome of 8000 lx at 1 m gives 1045 lx at 3 m', () => {
    expect(onAxis(3, { modifierKeys: ['dome-90'] })).toBeCloseTo(1045, 0);
  });
  it('a panel of 0.6 × 0.3 m falls by its form factor: 9000 lx at 1 m as 2200 give 374 at 2.5', () => {
    expect(onAxis(2.5, { fixtureKey: 'panel-2x1' })).toBeCloseTo((9000 * 374) / 2200, -1);
  });
  it('far away falls with the square of the distance', () => {
    for (const fixtureKey of ['cob-300', 'panel-large', 'tube-4']) {
      expect(onAxis(20, { fixtureKey }) / onAxis(40, { fixtureKey })).toBeCloseTo(4, 2);
    }
  });
  it('moved nearer never darkens its axis, and nothing is ever negative', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 30, noNaN: true }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        fc.constantFrom('cob-300', 'panel-2x1', 'tube-4', 'bulb-60'),
        (d, more, fixtureKey) => {
          const [near, far] = [onAxis(d, { fixtureKey }), onAxis(d + more, { fixtureKey })];
          expect(far).toBeGreaterThanOrEqual(0);
          expect(near).toBeGreaterThanOrEqual(far * (1 - 1e-9));
        },
      ),
    );
  });
  it('20° off the axis of a 55° beam there is 69.8 % of it; behind it nothing', () => {
    const lamp = lampOf(before(1), CATALOGUE) as Lamp;
    expect(lampAt(lamp, 3, 20) / lampAt(lamp, 3, 0)).toBeCloseTo(0.698, 3);
    expect(onAxis(-2)).toBe(0);
  });
  it('gels take light and move the colour by mired, modifiers change size and beam', () => {
    const lamp = lampOf(before(1, { gelKeys: ['cto-full'], modifierKeys: ['dome-90'] }), CATALOGUE) as Lamp;
    expect(1e6 / lamp.colourK).toBeCloseTo(1e6 / 5600 + 133, 6);
    expect(lamp.luxAt1m).toBeCloseTo(40_000 * 0.2 * 0.55, 6);
    expect(lamp.beamDeg).toBe(100);
    expect(lamp.emitter).toEqual({ radiusM: 0.45 });
    expect(lampOf(before(1, { fixtureKey: 'none-such' }), CATALOGUE)).toBeNull();
  });
  it('all round gives 4π of its intensity, a wide beam more than a narrow one of the same axis', () => {
    const of = (fixtureKey: string) => lampOf(before(1, { fixtureKey }), CATALOGUE) as Lamp;
    expect(lampLumens(of('bulb-60'))).toBeCloseTo(4 * Math.PI * 65 * (1 + 0.03 ** 2), 0);
    expect(lampLumens(of('par-150')) / of('par-150').luxAt1m).toBeLessThan(
      lampLumens(of('cob-300')) / of('cob-300').luxAt1m,
    );
  });
});

describe('at a face', () => {
  it('a source behind it adds nothing to its front, only to its back', () => {
    const r = read(aPlan([face, aSource({ yM: -3, turnDeg: 180, zM: 2 })]));
    expect(r.keyLux).toBe(0);
    expect(r.tStop).toBeNull();
    expect(r.backLux).toBeGreaterThan(100);
  });
  it('key and fill make the ratio: twice a light on one side of half its strength on the other is two to one', () => {
    const at = (turn: number, far: number, f: object) => {
      const way = direction(turn);
      return aSource({ xM: way.x * far, yM: way.y * far, turnDeg: turn + 180, ...f });
    };
    const plan = aPlan([face, at(230, 3, { level: 0.6 }), at(130, 3, { id: 'fill', role: 'fill', level: 0.3 })]);
    const r = read(plan);
    const [key, fill] = [r.parts.find((p) => p.id === 'key'), r.parts.find((p) => p.id === 'fill')];
    expect(key?.keyLux).toBeCloseTo(2 * (fill?.shadowLux ?? 0), 6);
    expect(r.ratio).toBeCloseTo(r.keyLux / r.shadowLux, 12);
    expect(r.ratioStops).toBeCloseTo(Math.log2(r.keyLux / r.shadowLux), 12);
    expect(r.keySide).toBe('right');
  });
  it('what each source adds makes up the whole, and switched off it is gone', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0.2, max: 1, noNaN: true }),
        (turn, level) => {
          const way = direction(turn);
          const a = aSource({ xM: way.x * 2, yM: way.y * 2, turnDeg: turn + 180, level });
          const b = before(3, { id: 'b', role: 'fill', level: 0.4 });
          const r = read(aPlan([face, a, b]));
          expect(r.parts.reduce((sum, p) => sum + p.keyLux, 0)).toBeCloseTo(r.keyLux, 6);
          const off = read(aPlan([face, { ...a, on: false }, b]));
          expect(off.parts.some((p) => p.id === 'key')).toBe(false);
          expect(off.keyLux + off.shadowLux).toBeLessThanOrEqual(r.keyLux + r.shadowLux + 1e-9);
        },
      ),
    );
  });
  it('the stop follows the job: 2000 lx at 25 fps, 180° and EI 800 is T 5.7', () => {
    // E = 250·T²/(t·EI): T = √(2000 · 0.02 · 800 / 250)
    expect(stopFor(2000, SETTINGS)).toBeCloseTo(Math.sqrt((2000 * 0.02 * 800) / 250), 9);
    expect(stopFor(0, SETTINGS)).toBeNull();
  });
  it('mixes colours towards the stronger', () => {
    const warm = before(2, { fixtureKey: 'tungsten-650' });
    const cool = before(2, { id: 'cool', fixtureKey: 'cob-300', level: 0.05 });
    const only = read(aPlan([face, warm]));
    const both = read(aPlan([face, warm, cool]));
    expect(only.colourK).toBeCloseTo(3200, -2);
    expect(only.miredOff).toBeGreaterThan(100);
    expect(both.colourK).toBeGreaterThan(only.colourK ?? 0);
    expect(both.colourK).toBeLessThan(5600);
  });
  it('mirrored, it reads the same on the other side', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        fc.double({ min: 150, max: 210, noNaN: true }),
        (x, y, turnDeg) => {
          const plan = aPlan([
            aPerson({ turnDeg }),
            aCamera({ yM: 4, xM: 0.5 }),
            aSource({ xM: x, yM: y, turnDeg: turnTo(vec(x, y), vec(0, 0)) }),
          ]);
          const [a, b] = [read(plan), read(mirrored(plan, 6))];
          expect(Math.abs(b.keyLux - a.keyLux)).toBeLessThan(Math.max(1, a.keyLux * 0.01));
          expect(Math.abs(b.shadowLux - a.shadowLux)).toBeLessThan(Math.max(1, a.keyLux * 0.01));
        },
      ),
    );
  });
});

describe('flags, frames and boards', () => {
  it('a flag between takes the light away; moved aside it comes back', () => {
    const flag = (xM: number) => aFlag({ xM, yM: 1.5, turnDeg: 0 });
    expect(read(aPlan([face, before(3), flag(0)])).keyLux).toBe(0);
    expect(read(aPlan([face, before(3), flag(2)])).keyLux).toBeGreaterThan(500);
  });
  it('a black flag 1.2 × 1.2 m at 0.6 m keeps 55.4 % of what comes from all around; at 2.4 m 7.3 %', () => {
    const kept = (far: number) => {
      const plan = aPlan([aFlag({ yM: far })], { ambientLux: 100 });
      const fall = fallOn(lightsFor(plan), plan, vec(0, 0, 1.5), direction(180));
      expect(total(fall.lux) + total(fall.kept)).toBeCloseTo(100, 6);
      return total(fall.kept);
    };
    expect(kept(0.6)).toBeCloseTo(55.4, 1);
    expect(kept(1.2)).toBeCloseTo(23.9, 1);
    expect(kept(2.4)).toBeCloseTo(7.3, 1);
  });
  it('what a flag keeps from the shadow side is told with the flag’s name', () => {
    const dark = read(
      aPlan([aPerson({ turnDeg: 180 }), aFlag({ id: 'neg', xM: -0.6, turnDeg: 90 })], { ambientLux: 100 }),
    );
    expect(dark.kept.map((k) => k.id)).toEqual(['neg']);
    expect(dark.kept[0]!.lux).toBeGreaterThan(20);
    expect(dark.keyLux - dark.shadowLux).toBeGreaterThan(20);
    expect(read(aPlan([aPerson({ turnDeg: 180 })], { ambientLux: 100 })).kept).toEqual([]);
  });
  it('a frame is the source: all light comes from it, less than without, and softer', () => {
    const lamp = before(4);
    const cloth = aFrame({ yM: 1.5, turnDeg: 0 });
    const [bare, soft] = [read(aPlan([face, lamp])), read(aPlan([face, lamp, cloth]))];
    expect(soft.keyLux).toBeGreaterThan(0);
    expect(soft.keyLux).toBeLessThan(bare.keyLux);
    const wider = read(aPlan([face, lamp, { ...cloth, clothKey: 'opal' }]));
    expect(wider.keyLux / soft.keyLux).toBeCloseTo(0.7 / 0.35, 6);
  });
  it('a frame never gives more than falls on it', () => {
    const plan = aPlan([before(3), aFrame({ yM: 1.5, clothKey: 'opal' })]);
    const lights = lightsFor(plan);
    const out = lights.patches.reduce((sum, p) => sum + total(p.glow), 0);
    const lit = fallOn(lightsFor(aPlan([before(3)])), aPlan([]), vec(0, 1.5, 1.5), direction(180));
    expect(out / lights.patches.length).toBeLessThanOrEqual(total(lit.lux) * 0.7 + 1e-9);
  });
  it('a white board throws light back to its own side only', () => {
    const lamp = before(3, { turnDeg: 90, xM: -3, yM: 1 });
    const board = aBounce({ xM: 1.5, yM: 1, turnDeg: 270 });
    const looking = aPerson({ turnDeg: 120, yM: 1 });
    expect(read(aPlan([looking, lamp])).parts.find((p) => p.id === 'key')?.shadowLux ?? 0).toBe(0);
    const lit = read(aPlan([looking, lamp, board]));
    expect(lit.keyLux).toBeGreaterThan(20);
    const behind = read(aPlan([aPerson({ xM: 3, turnDeg: 270, yM: 1 }), lamp, board]));
    expect(behind.keyLux).toBe(0);
  });
  it('silver throws half of it back like a mirror', () => {
    const lamp = aSource({ xM: -2, yM: 2, turnDeg: 135 });
    const board = (clothKey: string) => aBounce({ xM: 0, yM: 4, turnDeg: 0, clothKey });
    const at = aPerson({ xM: 2, yM: 2, turnDeg: 180 });
    const white = read(aPlan([at, lamp, board('white')]));
    const silver = read(aPlan([at, lamp, board('silver')]));
    expect(silver.keyLux).toBeGreaterThan(white.keyLux);
  });
  it('a lamp bounced, then through cloth, still lights the face', () => {
    // Lamp looks away from the face into a board; cloth hangs between board and face.
    const plan = aPlan([face, aSource({ yM: 2.5, turnDeg: 180 }), aBounce({ yM: 4, turnDeg: 0 }), aFrame({ yM: 1.5 })]);
    expect(read(plan).keyLux).toBeGreaterThan(1);
  });
});

describe('rooms and daylight', () => {
  it('walls throw light back: by reflectance, 0 in a black room', () => {
    const lamp = aSource({ xM: 3, yM: 2, turnDeg: 0 });
    const turned = aPerson({ xM: 3, yM: 3, turnDeg: 180 });
    const black = read(aPlan([turned, lamp]), { room: aRoom({ reflectance: 0 }) });
    const grey = read(aPlan([turned, lamp]), { room: aRoom({ reflectance: 0.5 }) });
    expect(black.keyLux).toBe(0);
    expect(grey.keyLux).toBeGreaterThan(50);
  });
  it('a lamp outside lights only through a window', () => {
    const lamp = aSource({ xM: 3, yM: -2, turnDeg: 180 });
    const looking = aPerson({ xM: 3, yM: 2, turnDeg: 0 });
    expect(
      read(aPlan([looking, lamp]), { room: aRoom({ features: [window], reflectance: 0 }) }).keyLux,
    ).toBeGreaterThan(100);
    expect(read(aPlan([looking, lamp]), { room: aRoom({ reflectance: 0 }) }).keyLux).toBe(0);
  });
  it('a window gives sky by its form factor, and sun where it shines in', () => {
    const room = aRoom({ features: [window], reflectance: 0 });
    const plan = aPlan([aPerson({ xM: 3, yM: 1, turnDeg: 0 })]);
    const noon = { ...daylight(20, 'clear'), altitudeDeg: 20, azimuthDeg: 0 };
    const sunny = read(plan, { room, daylight: noon });
    expect(sunny.parts.find((p) => p.id === 'sun')?.keyLux).toBeGreaterThan(1000);
    const behind = read(plan, { room, daylight: { ...noon, azimuthDeg: 180 } });
    expect(behind.parts.find((p) => p.id === 'sun')).toBeUndefined();
    expect(behind.keyLux).toBeGreaterThan(100);
  });
  it('in the open the sky is half of what an upright face sees', () => {
    const plan = aPlan([aPerson()]);
    const dull = { ...daylight(30, 'overcast'), altitudeDeg: 30, azimuthDeg: 0 };
    const r = read(plan, { room: aRoom({ outside: true }), daylight: dull });
    expect(r.keyLux).toBeCloseTo(dull.skyLux / 2 + (0.2 * dull.skyLux) / 2, 6);
  });
});

describe('the open sky', () => {
  it('gives a surface by its tilt of the sky and of the ground', () => {
    const on = (normal: Vec) => skyLux({ levelLux: 100, groundLux: 20 }, normal);
    expect([vec(0, 0, 1), vec(0, 0, -1), vec(1, 0, 0)].map(on)).toEqual([100, 20, 60]);
  });
  it('lights a board as well as a face, and the board gives it on', () => {
    const dull = { ...daylight(30, 'overcast'), altitudeDeg: 30, azimuthDeg: 0 };
    const outside = { room: aRoom({ outside: true }), daylight: dull };
    const board = aBounce({ xM: 0, yM: 1.5, zM: 1.5, turnDeg: 0, widthM: 2, heightM: 2 });
    const [bare, lit] = [aPlan([aPerson({ turnDeg: 180 })]), aPlan([aPerson({ turnDeg: 180 }), board])];
    expect(read(lit, outside).keyLux).toBeGreaterThan(read(bare, outside).keyLux * 1.02);
  });
  it('where there is no light at all there is no ratio', () =>
    expect(read(aPlan([aPerson()]))).toMatchObject({ keyLux: 0, shadowLux: 0, ratio: null }));
});

describe('the light field', () => {
  const plan = aPlan([
    aSource({ xM: 5, yM: 5, zM: 3, turnDeg: 90, tiltDeg: -30 }),
    aFlag({ xM: 7, yM: 5, zM: 1.8, turnDeg: 90, widthM: 0.6, heightM: 0.6 }),
  ]);
  const field = lightField(lightsFor(plan), 12, 10, 1.5, 60);
  const at = (x: number, y: number) =>
    field.lux[Math.floor((y / 10) * field.rows) * field.columns + Math.floor((x / 12) * field.columns)] ?? 0;
  it('has at most 160 × 160 cells, in the shape of the room', () => {
    const big = lightField(lightsFor(plan), 12, 10, 1.5, 900);
    expect([big.columns, big.rows]).toEqual([160, 133]);
  });
  it('agrees with a reading turned to the lamp, is dark behind it and in the flag’s shadow', () => {
    const lights = lightsFor(plan);
    const spot = { x: 9.1, y: 7.05, z: 1.5 };
    const [first] = lights.directs;
    expect(at(spot.x, spot.y) / directLux(lights.space, first as never, spot, null)).toBeCloseTo(1, 1);
    expect(at(3, 5)).toBe(0);
    expect(at(7.4, 5.05)).toBe(0);
    expect(at(8, 7)).toBeGreaterThan(100);
  });
  it('contours are whole stops apart and below the brightest; none in the dark', () => {
    const levels = contourLevels(field);
    expect(levels).toHaveLength(7);
    for (let i = 1; i < levels.length; i += 1) expect((levels[i] ?? 0) / (levels[i - 1] ?? 1)).toBe(2);
    expect(levels.at(-1)).toBeLessThanOrEqual(Math.max(...field.lux));
    expect(contourLevels(lightField(lightsFor(aPlan([])), 5, 5, 1.5, 20))).toEqual([]);
  });
});

it('reading a point chosen on the plan is reading a face there', () => {
  const meter = { id: 'm', kind: 'meter' as const, name: '', xM: 0, yM: 0, zM: 1.5, turnDeg: 180 };
  const plan = aPlan([meter, before(3)]);
  expect(readFace(lightsFor(plan), plan, meter, SETTINGS).keyLux).toBeCloseTo(read(aPlan([face, before(3)])).keyLux, 9);
});
