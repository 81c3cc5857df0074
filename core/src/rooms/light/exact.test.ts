import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { daylight } from '../../physics/sun/index.ts';
import {
  CHEEK_DEG,
  CLOSE_STOPS,
  errorSaid,
  errorWhy,
  lightsOf,
  QUICK_STOPS,
  readExactly,
  readingError,
  readPlan,
  type Exact,
  type FaceReading,
  type HowRead,
  type LightPlan,
  type LightScene,
  type Nearness,
  type PlanItem,
} from './index.ts';
import { aBounce, aFlag, aFrame, aPerson, aPlan, aRoom, aSource, CATALOGUE, SETTINGS, aFeature } from './testing.ts';

const sceneFor = (plan: LightPlan, more: Partial<LightScene> = {}): LightScene => ({
  ...{ plan, room: null, catalogue: CATALOGUE, daylight: null },
  ...more,
});
const exactly = (plan: LightPlan, more: Partial<LightScene> = {}) => readExactly(sceneFor(plan, more), plan, SETTINGS);
function readings(e: Exact): FaceReading[] {
  if ('why' in e) throw new Error(e.why);
  return e.readings;
}
const exact = (plan: LightPlan, more: Partial<LightScene> = {}) => readings(exactly(plan, more))[0]!;
const quick = (plan: LightPlan, more: Partial<LightScene> = {}) =>
  readPlan(lightsOf(sceneFor(plan, more)), plan, SETTINGS)[0]!;
const stops = (a: number, b: number) => Math.log2(a / b);

/** A face that looks up the plan, and a lamp before it, three metres off, that looks back. */
const face = aPerson({ xM: 4, yM: 5, turnDeg: 0 });
const lamp = (f: object = {}) => aSource({ xM: 4, yM: 2, zM: 1.5, turnDeg: 180, ...f });
const ROOM = aRoom({ widthM: 8, depthM: 7, heightM: 3, reflectance: 0.5 });

describe('a plan read exactly', () => {
  it('is the quick reading where that has nothing to even out: a bare lamp far off', () => {
    const plan = aPlan([face, lamp()]);
    expect(Math.abs(stops(quick(plan).keyLux, exact(plan).keyLux))).toBeLessThan(0.02);
    expect(exact(plan).parts.map((p) => p.id)).toEqual(['key']);
  });
  it('has the two cheeks as the face has them, and its back', () => {
    const plan = aPlan([face, lamp({ xM: 6.5 })]);
    const [a, b] = [exact(plan), quick(plan)];
    expect(a.keySide).toBe(b.keySide);
    expect(a.keyLux).toBeGreaterThan(a.shadowLux);
    const behind = aPlan([aPerson({ xM: 4, yM: 5, turnDeg: 180 }), lamp()]);
    expect(exact(behind).keyLux).toBeLessThan(exact(behind).backLux);
    expect(CHEEK_DEG).toBe(50);
  });
  it('is twice as much with two lamps, and half at half level', () => {
    const one = exact(aPlan([face, lamp()])).keyLux;
    expect(exact(aPlan([face, lamp(), lamp({ id: 'again' })])).keyLux / one).toBeCloseTo(2, 2);
    expect(exact(aPlan([face, lamp({ level: 0.5 })])).keyLux / one).toBeCloseTo(0.5, 2);
  });
  it('lets a frame glow only where the lamp behind it lights it: less than the quick way of even glow', () => {
    const near = (f: object = {}) =>
      aPlan([face, lamp({ yM: 1.7 }), aFrame({ xM: 4, yM: 2, turnDeg: 180, widthM: 2.4, heightM: 2.4, ...f })]);
    const [a, b] = [exact(near()).keyLux, quick(near()).keyLux];
    expect(stops(b, a)).toBeGreaterThan(0.5);
    // It can’t give more than the lamp without it.
    expect(a).toBeLessThan(exact(aPlan([face, lamp({ yM: 1.7 })])).keyLux);
  });
  it('keeps the light of a flag away, with the soft edge of the lamp’s own size', () => {
    const plan = (xM: number) =>
      aPlan([face, lamp(), aFlag({ xM, yM: 4, zM: 1.5, turnDeg: 180, widthM: 1, heightM: 1 })]);
    expect(exact(plan(4)).keyLux).toBeLessThan(1);
    const bare = exact(aPlan([face, lamp()])).keyLux;
    expect(exact(plan(6)).keyLux).toBeCloseTo(bare, 0);
  });
  it('in a room the walls give back what the lamp throws, more the brighter they are', () => {
    const plan = aPlan([face, lamp()]);
    const shadow = (reflectance: number) => exact(plan, { room: { ...ROOM, reflectance } }).backLux;
    expect(shadow(0.1)).toBeGreaterThan(0);
    expect(shadow(0.7)).toBeGreaterThan(2 * shadow(0.3));
  });
  it('daylight comes in by the window: by its name, and the sun where it falls', () => {
    const sun = { ...daylight(30, 'clear'), azimuthDeg: 0, altitudeDeg: 30 };
    const room = { ...ROOM, upBearingDeg: 0, features: [aFeature()] };
    const plan = aPlan([aPerson({ xM: 4, yM: 3, turnDeg: 0 })]);
    const read = exact(plan, { room, daylight: sun });
    expect(read.parts.map((p) => p.id).sort()).toEqual(['sky', 'sun']);
    expect(read.keyLux).toBeGreaterThan(50);
    // Nothing of it comes through a wall.
    const dark = exact(plan, { room: { ...ROOM, features: [] }, daylight: sun });
    expect(dark.keyLux).toBe(0);
  });
  it('and by a window in any of the four walls: light to whoever looks at it, none from behind', () => {
    const sky = { ...daylight(30, 'overcast'), sunLux: 0, azimuthDeg: 0, altitudeDeg: 30 };
    const walls = [
      [{ x1: 3, y1: 0, x2: 5, y2: 0 }, 0],
      [{ x1: 8, y1: 3, x2: 8, y2: 5 }, 90],
      [{ x1: 3, y1: 7, x2: 5, y2: 7 }, 180],
      [{ x1: 0, y1: 3, x2: 0, y2: 5 }, 270],
    ] as const;
    for (const [where, towardsDeg] of walls) {
      const room = { ...ROOM, reflectance: 0.05, features: [aFeature(where)] };
      const seen = (turnDeg: number) => exact(aPlan([aPerson({ xM: 4, yM: 3.5, turnDeg })]), { room, daylight: sky });
      const at = `a window at ${towardsDeg}°`;
      expect(seen(towardsDeg).keyLux, at).toBeGreaterThan(30);
      expect(seen(towardsDeg).backLux / seen(towardsDeg).keyLux, at).toBeLessThan(0.1);
      expect(seen(towardsDeg + 180).backLux, at).toBeGreaterThan(30);
    }
  });
  it('the place’s own light stays as it was typed, walls and all', () => {
    const plan = aPlan([face], { ambientLux: 80 });
    expect(exact(plan, { room: ROOM }).keyLux).toBeCloseTo(80, 6);
    expect(exact(plan).keyLux).toBeCloseTo(80, 1);
  });
  it('furniture stands in the way', () => {
    const block = aFeature({ id: 'b', kind: 'block', x1: 3.5, y1: 3, x2: 4.5, y2: 3.5, bottomM: 0, topM: 2 });
    const plan = aPlan([face, lamp()]);
    const [open, shut] = [ROOM, { ...ROOM, features: [block] }].map((room) => exact(plan, { room }).keyLux);
    expect(shut!).toBeLessThan(open! / 4);
  });
  it('coarse is near fine, while something is dragged', () => {
    const plan = aPlan([face, lamp(), aBounce({ xM: 5.5, yM: 4.6, turnDeg: 250 })]);
    const coarse = readings(readExactly(sceneFor(plan), plan, SETTINGS, 'close'))[0]!;
    expect(Math.abs(stops(coarse.keyLux, exact(plan).keyLux))).toBeLessThan(0.1);
  });
});

describe('what the kernel does not know is named, and nothing is made up', () => {
  const why = (plan: LightPlan, more: Partial<LightScene> = {}) => {
    const e = exactly(plan, more);
    return 'why' in e ? e.why : '';
  };
  const sun = { ...daylight(30, 'clear'), azimuthDeg: 0, altitudeDeg: 30 };
  it.each<[string, string, LightPlan, Partial<LightScene>]>([
    ['the open sky', 'The open sky is read the quick way.', aPlan([face]), { daylight: sun }],
    ['a mirror', 'A mirror is read the quick way.', aPlan([face, { ...aBounce(), kind: 'mirror' } as PlanItem]), {}],
    ['a lamp outside', 'Something stands outside the room.', aPlan([face, lamp({ yM: -2 })]), { room: ROOM }],
    [
      'a window in no wall',
      'A window that is in no wall is read the quick way.',
      aPlan([face]),
      { room: { ...ROOM, features: [aFeature({ y1: 2, y2: 2 })] }, daylight: sun },
    ],
  ])('%s', (_, words, plan, more) => expect(why(plan, more)).toBe(words));
  it('a window drawn a hand beside its wall is in it', () => {
    const room = { ...ROOM, features: [aFeature({ y1: 0.03, y2: 0.03 })] };
    expect(why(aPlan([face]), { room, daylight: sun })).toBe('');
  });
});

describe('how far a reading may be off', () => {
  const off = (plan: LightPlan, more: Partial<LightScene> = {}, how: HowRead['how'] = 'exact') =>
    readingError(exact(plan, more), plan, CATALOGUE, { how, around: more.room ? 'room' : 'open' })!;
  it('of one typical lamp far off is its figures: a third of a stop', () => {
    const error = off(aPlan([face, lamp()]));
    expect(error.stops).toBeGreaterThan(1 / 3);
    expect(error.stops).toBeLessThan(0.36);
    expect(errorSaid(error)).toBe('±\u00a00.3\u00a0stop');
    expect(errorWhy(error)).toBe(
      'figures of the lamps 0.33, things 5 cm beside their place 0.05, method 0.01: stops, put together in squares.',
    );
  });
  it('is more the nearer the lamp, since a hand’s breadth counts for more', () => {
    const at = (yM: number) => off(aPlan([face, lamp({ yM })])).causes.find((c) => c.words.startsWith('things'))!.stops;
    expect(at(4.5)).toBeGreaterThan(3 * at(2));
  });
  it('of several lamps is less than of one: they are not all off the same way', () => {
    const lamps = [0, 1, 2, 3].map((i) => lamp({ id: `l${i}` }));
    expect(off(aPlan([face, ...lamps])).stops).toBeLessThan(off(aPlan([face, lamp()])).stops / 1.8);
  });
  it('of a lamp that was measured is a tenth', () => {
    const own = new Map([...CATALOGUE].map(([key, e]) => [key, { ...e, own: true }]));
    const plan = aPlan([face, lamp()]);
    expect(readingError(exact(plan), plan, own, { how: 'exact', around: 'open' })!.stops).toBeLessThan(0.13);
  });
  it('of daylight is a stop', () => {
    const room = { ...ROOM, features: [aFeature()] };
    const plan = aPlan([aPerson({ xM: 4, yM: 3, turnDeg: 0 })]);
    const sun = { ...daylight(30, 'overcast'), azimuthDeg: 0, altitudeDeg: 30 };
    expect(off(plan, { room, daylight: sun }).stops).toBeGreaterThan(0.75);
  });
  it('read closely it is a little more, and says so', () => {
    const plan = aPlan([face, lamp()]);
    const close = off(plan, { room: ROOM }, 'close');
    expect(close.stops).toBeGreaterThan(off(plan, { room: ROOM }).stops);
    expect(errorWhy(close)).toContain('read closely 0.10');
    expect(readExactly(sceneFor(plan), plan, SETTINGS, 'close')).toMatchObject({ how: 'close' });
    expect(readExactly(sceneFor(plan), plan, SETTINGS)).toMatchObject({ how: 'exact' });
  });
  it('read quickly is more, and in the dark there is none', () => {
    const plan = aPlan([face, lamp()]);
    expect(off(plan, {}, 'quick').stops).toBeGreaterThan(off(plan).stops + 0.05);
    // Walls are what the quick reading knows least of.
    expect(off(plan, { room: ROOM }, 'quick').stops).toBeGreaterThan(1);
    expect(readingError(exact(aPlan([face])), aPlan([face]), CATALOGUE, { how: 'exact', around: 'open' })).toBeNull();
  });
  const place = fc.record({
    xM: fc.double({ min: 1, max: 7, noNaN: true }),
    yM: fc.double({ min: 1, max: 4, noNaN: true }),
    turnDeg: fc.integer({ min: 120, max: 240 }),
  });
  const anOption = fc.option(place);
  const plans = fc
    .tuple(place, anOption, anOption)
    .map(([where, board, flag]) =>
      aPlan([
        face,
        lamp(where),
        ...(board ? [aBounce(board)] : []),
        ...(flag ? [aFlag({ ...flag, widthM: 0.6, heightM: 0.6 })] : []),
      ]),
    );
  it.each([
    ['open', sampled(40, 20), {}],
    ['room', sampled(20, 10), { room: ROOM }],
  ] as const)('the close reading is as near as it says on nine of ten made-up plans (%s)', (around, numRuns, more) => {
    const within: boolean[] = [];
    fc.assert(
      fc.property(plans, (plan) => {
        const at = (how: Nearness) => readings(readExactly(sceneFor(plan, more), plan, SETTINGS, how))[0]!.keyLux;
        const [close, exactly] = [at('close'), at('exact')];
        if (exactly > 1) within.push(Math.abs(stops(close, exactly)) <= CLOSE_STOPS[around]);
      }),
      { numRuns },
    );
    expect(within.length).toBeGreaterThan(numRuns / 2);
    expect(within.filter(Boolean).length / within.length).toBeGreaterThanOrEqual(0.9);
  });
  it.each([
    ['open', sampled(120, 40), {}],
    ['room', sampled(40, 14), { room: ROOM }],
  ] as const)('the quick reading is as near as it says on nine of ten made-up plans (%s)', (around, numRuns, more) => {
    const within: boolean[] = [];
    fc.assert(
      fc.property(plans, (plan) => {
        const a = readings(readExactly(sceneFor(plan, more), plan, SETTINGS, 'close'))[0]!.keyLux;
        const b = quick(plan, more).keyLux;
        if (a > 1 && b > 1) within.push(Math.abs(stops(a, b)) <= QUICK_STOPS[around]);
      }),
      { numRuns },
    );
    expect(within.length).toBeGreaterThan(numRuns / 2);
    expect(within.filter(Boolean).length / within.length).toBeGreaterThan(0.9);
  });
});
