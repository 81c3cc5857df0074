import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodyOf, inPictureOf } from './bodies.ts';
import { between, clear, placeOf, spaceOf } from './space.ts';
import { CATALOGUE, aCamera, aFlag, aRoom, aSource } from './testing.ts';

const SENSOR = { letter: 'A', sensorWidthMm: 24.9, sensorHeightMm: 14 };
const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('what may stand between', () => {
  const flag = fc
    .record({
      ...{ xM: metres(0, 8), yM: metres(0, 6), zM: metres(0.5, 3) },
      ...{ turnDeg: fc.integer({ min: 0, max: 359 }), tiltDeg: fc.integer({ min: -80, max: 80 }) },
      ...{ widthM: metres(0.3, 2.5), heightM: metres(0.3, 2.5) },
    })
    .map((where) => aFlag(where));
  it('hides the same places of a thing as all there is', () => {
    let hidden = 0;
    fc.assert(
      fc.property(
        fc.array(flag, { minLength: 1, maxLength: 6 }),
        flag,
        metres(0, 8),
        metres(0, 6),
        (flags, seen, x, y) => {
          const items = [...flags.map((f, n) => ({ ...f, id: `flag-${n}` })), { ...seen, id: 'seen' }];
          const space = spaceOf(items, aRoom({ widthM: 8, depthM: 6 }));
          const eye = { x, y, z: 1.6 };
          const body = bodyOf(items.at(-1)!, CATALOGUE);
          const near = between(space, eye, body, 'seen');
          for (const p of body.points) {
            const isClear = clear(space, eye, p, 'seen');
            expect(clear(near, eye, p)).toBe(isClear);
            if (!isClear) hidden += 1;
          }
        },
      ),
      { numRuns: 60 },
    );
    expect(hidden).toBeGreaterThan(100);
  });
  it('leaves out what stands elsewhere', () => {
    const [behind, before] = [aFlag({ id: 'behind', xM: 1, yM: 5 }), aFlag({ id: 'before', xM: 4, yM: 2 })];
    const space = spaceOf([behind, before], null);
    const ball = { at: { x: 7, y: 2, z: 1.5 }, reachM: 0.3 };
    expect(between(space, { x: 2, y: 2, z: 1.5 }, ball, '').panes.map((p) => p.id)).toEqual(['before']);
    expect(between(space, { x: 2, y: 2, z: 1.5 }, ball, 'before').panes).toEqual([]);
  });
});

describe('what was worked out of a thing', () => {
  const camera = aCamera({ xM: 4, yM: 0.5, turnDeg: 180, focalMm: 35 });
  const lamp = aSource({ xM: 4, yM: 4, turnDeg: 0, fixtureKey: 'panel-2x1', standKey: 'stand-junior' });
  const shown = (item = lamp, by = camera, sensor = SENSOR) => inPictureOf(by, sensor, item, CATALOGUE).points.length;
  it('stands as long as it is the same thing before the same camera', () => {
    expect(bodyOf(lamp, CATALOGUE)).toBe(bodyOf(lamp, CATALOGUE));
    expect(inPictureOf(camera, SENSOR, lamp, CATALOGUE)).toBe(inPictureOf(camera, { ...SENSOR }, lamp, CATALOGUE));
    expect(shown()).toBe(13);
  });
  it('is another once it is moved, the camera is, its lens or sensor is, or the kit says other sizes', () => {
    expect(placeOf(lamp)).toEqual(bodyOf(lamp, CATALOGUE).at);
    expect(bodyOf({ ...lamp, xM: 5 }, CATALOGUE).at.x).toBe(5);
    expect(shown({ ...lamp, xM: 9 })).toBe(0);
    expect(shown(lamp, { ...camera, turnDeg: 0 })).toBe(0);
    expect(shown(lamp, { ...camera, focalMm: 400 })).toBeLessThan(13);
    expect(shown(lamp, camera, { ...SENSOR, sensorWidthMm: 1, sensorHeightMm: 1 })).toBeLessThan(13);
    const small = new Map([...CATALOGUE].filter(([key]) => key !== 'panel-2x1'));
    expect(bodyOf(lamp, small).points[1]).not.toEqual(bodyOf(lamp, CATALOGUE).points[1]);
  });
});

describe('the walls of a room', () => {
  const space = spaceOf([], aRoom({ widthM: 4, depthM: 3, heightM: 2.5, features: [] }));
  const inside = { x: 2, y: 1.5, z: 1 };
  it.each([
    ['left', { x: -1, y: 1.5, z: 1 }],
    ['right', { x: 5, y: 1.5, z: 1 }],
    ['before', { x: 2, y: -1, z: 1 }],
    ['behind', { x: 2, y: 4, z: 1 }],
    ['above', { x: 2, y: 1.5, z: 3 }],
  ])('keep out what is %s of it', (_, outside) => {
    expect(clear(space, outside, inside)).toBe(false);
    expect(clear(space, inside, outside)).toBe(false);
  });
  it('and not what stands on their very line', () => {
    for (const on of [
      { x: 0, y: 1, z: 1 },
      { x: 4, y: 1, z: 1 },
      { x: 1, y: 0, z: 1 },
      { x: 1, y: 3, z: 2.5 },
    ])
      expect(clear(space, on, inside)).toBe(true);
  });
});
