import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sunPosition } from '../../physics/sun/index.ts';
import {
  DETAILS,
  TOPICS,
  detailOf,
  faceLight,
  noiseCost,
  passageTroubles,
  placeFactFields,
  recheck,
  ROOM_DEFAULTS,
  skylineAt,
  spansWhere,
  sunPatch,
  sunPath,
  sunWindows,
  windowBearing,
  windowSun,
  type Cart,
  type Feature,
  type PlaceFact,
  type Room,
} from './index.ts';

const row = { productionId: '', version: 1, deletedAt: null };
const fact = (topic: PlaceFact['topic'], f: Partial<PlaceFact> = {}): PlaceFact => ({
  ...row,
  id: topic,
  placeId: 'p',
  topic,
  words: '',
  detail: null,
  foundOn: '2027-03-04',
  source: 'seen',
  ages: 'never',
  pictureId: null,
  position: 1,
  ...f,
});
const window = (x1: number, y1: number, x2: number, y2: number): Feature => ({
  id: 'w',
  kind: 'window',
  name: '',
  x1,
  y1,
  x2,
  y2,
  bottomM: 1,
  topM: 2,
  reachable: false,
  circuitId: null,
});
const room = (f: Partial<Room> = {}): Room => ({
  ...row,
  ...ROOM_DEFAULTS,
  id: 'r',
  placeId: 'p',
  name: 'R',
  position: 1,
  widthM: 6,
  depthM: 4,
  ...f,
});
const CORNWALL = { date: '2027-03-18', timeZone: 'Europe/London', latitude: 50.33, longitude: -4.77 };

describe('what was found', () => {
  it('figures are read by topic only, and nonsense is no figure', () => {
    const f = fact('ambient', { detail: { illuminanceLux: 120, colourK: 4000, atMin: 780 } });
    expect(detailOf(f, 'ambient')).toEqual({ illuminanceLux: 120, colourK: 4000, atMin: 780 });
    expect(detailOf(f, 'noise')).toBeNull();
    expect(
      detailOf(fact('ambient', { detail: { illuminanceLux: -1, colourK: 4000, atMin: 780 } }), 'ambient'),
    ).toBeNull();
    expect(detailOf(fact('ambient'), 'ambient')).toBeNull();
  });
  it('every topic with figures is on the walk, each topic once', () => {
    const keys = TOPICS.map((t) => t.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const topic of Object.keys(DETAILS)) expect(keys).toContain(topic);
  });
  it('says in words what is wrong with a fact', () => {
    const bad = placeFactFields.safeParse({
      ...fact('floor'),
      placeId: '00000000-0000-7000-8000-000000000001',
      foundOn: 'yesterday',
    });
    expect(bad.error?.issues[0]?.message).toMatch(/is a date, such as 2027-03-18/);
    expect(DETAILS.hours.safeParse({ fromMin: 600, toMin: 540 }).error?.issues[0]).toMatchObject({
      message: 'It ends after it begins.',
      path: ['toMin'],
    });
  });
  it('asks to be looked at again: overnight, within a month, with the season, never', () => {
    expect(recheck({ foundOn: '2027-03-17', ages: 'overnight' }, '2027-03-18')).toMatch(/overnight/);
    expect(recheck({ foundOn: '2027-03-18', ages: 'overnight' }, '2027-03-18')).toBeNull();
    expect(recheck({ foundOn: '2027-01-01', ages: 'month' }, '2027-03-18')).toMatch(/76 days before/);
    expect(recheck({ foundOn: '2027-03-01', ages: 'month' }, '2027-03-18')).toBeNull();
    expect(recheck({ foundOn: '2026-10-01', ages: 'season' }, '2027-03-18')).toMatch(/another season/);
    expect(recheck({ foundOn: '2020-01-01', ages: 'never' }, '2027-03-18')).toBeNull();
  });
  it('a cart of 0.81 m does not come through a door of 0.78; the lift carries less than it weighs', () => {
    const cart: Cart = { ...row, id: 'c', name: 'camera cart', widthM: 0.81, heightM: 1.1, loadedKg: 95, position: 1 };
    const way = (detail: PlaceFact['detail']) =>
      passageTroubles([fact('passage', { words: 'stair door', detail })], [cart]);
    expect(way({ what: 'door', widthM: 0.78, heightM: null, loadKg: null })).toEqual([
      'The door (stair door) is 0.78\u00a0m wide; camera cart needs 0.85\u00a0m: carry it, or take a narrower cart.',
    ]);
    expect(way({ what: 'door', widthM: 0.9, heightM: 1, loadKg: null })[0]).toMatch(/is 1\.00\u00a0m high/);
    expect(way({ what: 'lift', widthM: 0.9, heightM: 2, loadKg: 80 })[0]).toMatch(/carries 80\u00a0kg/);
    expect(way({ what: 'door', widthM: 0.9, heightM: 2, loadKg: null })).toEqual([]);
  });
  it('noise costs takes: 2 min between trains of 1 min every 6 leave half', () => {
    expect(noiseCost(2, 6, 60)).toEqual({ cleanShare: 0.5, takesPerGood: 2 });
    expect(noiseCost(6, 6, 0)).toEqual({ cleanShare: 0, takesPerGood: null });
    expect(noiseCost(3, null, 0)).toEqual({ cleanShare: 1, takesPerGood: 1 });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        (take, every) => {
          const { cleanShare } = noiseCost(take, every, 10);
          expect(cleanShare).toBeGreaterThanOrEqual(0);
          expect(noiseCost(take + 1, every, 10).cleanShare).toBeLessThanOrEqual(cleanShare);
        },
      ),
    );
  });
});

describe('the sun at a place', () => {
  it('the skyline is straight between its points, and goes round through north', () => {
    const hills = [
      { bearingDeg: 350, altitudeDeg: 10 },
      { bearingDeg: 10, altitudeDeg: 0 },
    ];
    expect(skylineAt(hills, 0)).toBeCloseTo(5, 9);
    expect(skylineAt(hills, 355)).toBeCloseTo(7.5, 9);
    expect(skylineAt([], 90)).toBe(0);
    expect(skylineAt([{ bearingDeg: 90, altitudeDeg: 4 }], 200)).toBe(4);
  });
  it('a hill takes the evening sun away, and never adds any', () => {
    const flat = sunPath(CORNWALL, []);
    const hill = sunPath(CORNWALL, [
      { bearingDeg: 200, altitudeDeg: 0 },
      { bearingDeg: 230, altitudeDeg: 15 },
      { bearingDeg: 300, altitudeDeg: 15 },
    ]);
    const last = (steps: typeof flat) => steps.findLast((s) => s.up)?.minute ?? 0;
    expect(last(hill)).toBeLessThan(last(flat) - 60);
    hill.forEach((s, i) => expect(flat[i]?.up || !s.up).toBe(true));
  });
  it('polar day is up all round, polar night never; in the south the sun stands in the north at noon', () => {
    const arctic = { ...CORNWALL, latitude: 78, longitude: 15, timeZone: 'Europe/Oslo' };
    expect(sunPath({ ...arctic, date: '2027-06-21' }, []).every((s) => s.up)).toBe(true);
    expect(sunPath({ ...arctic, date: '2027-12-21' }, []).some((s) => s.up)).toBe(false);
    const south = sunPath({ date: '2027-03-18', timeZone: 'Australia/Sydney', latitude: -33.9, longitude: 151.2 }, []);
    const noon = south.reduce((a, b) => (a.altitudeDeg > b.altitudeDeg ? a : b));
    expect(Math.min(noon.azimuthDeg, 360 - noon.azimuthDeg)).toBeLessThan(3);
  });
  it('across the change of clocks minutes are elapsed: the sun moves on steadily', () => {
    const steps = sunPath({ ...CORNWALL, date: '2027-03-28' }, [], 5, 0, 300);
    const speeds = steps.slice(1).map((s, i) => s.altitudeDeg - (steps[i]?.altitudeDeg ?? 0));
    for (const [i, v] of speeds.slice(1).entries()) expect(Math.abs(v - (speeds[i] ?? 0))).toBeLessThan(0.1);
  });
  it('a face is lit from the front, the side or behind', () => {
    expect(faceLight(180, 200, true)).toBe('front');
    expect(faceLight(180, 260, true)).toBe('side');
    expect(faceLight(350, 190, true)).toBe('back');
    expect(faceLight(180, 180, false)).toBe('none');
  });
  it('runs of what holds', () => {
    const steps = [0, 5, 10, 15, 20, 25].map((minute) => ({ minute }));
    expect(spansWhere(steps, (s) => s.minute >= 5 && s.minute <= 15)).toEqual([[5, 15]]);
    expect(spansWhere(steps, (s) => s.minute >= 15)).toEqual([[15, 25]]);
    expect(spansWhere(steps, (s) => s.minute === 10)).toEqual([]);
    expect(spansWhere(steps, () => true)).toEqual([[0, 25]]);
  });
  it('back-lit and low in the evening looking east: late, and the wish holds in all of it', () => {
    const steps = sunPath(CORNWALL, []);
    const spans = sunWindows(steps, { light: 'back', facingBearingDeg: 90, mostAltitudeDeg: 8 });
    expect(spans).toHaveLength(1);
    const [from, to] = spans[0] as [number, number];
    for (const minute of [from, (from + to) / 2, to]) {
      const { altitudeDeg, azimuthDeg } = sunPosition(CORNWALL, minute);
      expect(altitudeDeg).toBeLessThanOrEqual(8.01);
      expect(Math.abs(azimuthDeg - 90)).toBeGreaterThan(119);
    }
  });
});

describe('windows', () => {
  it('look out, away from the room', () => {
    expect(windowBearing(room(), window(2, 0, 4, 0))).toBe(0);
    expect(windowBearing(room(), window(4, 0, 2, 0))).toBe(0);
    expect(windowBearing(room(), window(0, 1, 0, 3))).toBe(270);
    expect(windowBearing(room({ upBearingDeg: 180 }), window(0, 1, 0, 3))).toBe(90);
  });
  it('throw the patch of a sun at 45° as far in as they are high', () => {
    const patch = sunPatch(room(), window(2, 0, 4, 0), 0, 45);
    expect(Math.min(...patch.map((p) => p.y))).toBeCloseTo(1, 9);
    expect(Math.max(...patch.map((p) => p.y))).toBeCloseTo(2, 9);
    expect(patch.map((p) => p.x).sort()).toEqual([2, 2, 4, 4]);
  });
  it('no patch from behind the wall, below the horizon, or beyond the room; else it lies in the room', () => {
    expect(sunPatch(room(), window(2, 0, 4, 0), 180, 45)).toEqual([]);
    expect(sunPatch(room(), window(2, 0, 4, 0), 0, -3)).toEqual([]);
    expect(sunPatch(room(), window(2, 0, 4, 0), 0, 5)).toEqual([]);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 1, max: 89, noNaN: true }),
        (azimuth, altitude) => {
          for (const p of sunPatch(room(), window(2, 0, 4, 0), azimuth, altitude)) {
            expect(p.x).toBeGreaterThanOrEqual(-1e-6);
            expect(p.x).toBeLessThanOrEqual(6 + 1e-6);
            expect(p.y).toBeGreaterThanOrEqual(-1e-6);
            expect(p.y).toBeLessThanOrEqual(4 + 1e-6);
          }
        },
      ),
    );
  });
  it('an east window has its sun in the morning', () => {
    const [east] = windowSun(room({ upBearingDeg: 180, features: [window(0, 1, 0, 3)] }), sunPath(CORNWALL, []));
    expect(east?.spans.length).toBe(1);
    expect(east?.spans[0]?.[1]).toBeLessThan(13 * 60);
  });
});
