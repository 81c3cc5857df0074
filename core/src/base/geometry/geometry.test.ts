import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rectangleShare } from '../../rooms/light/index.ts';
import {
  alongWalls,
  angleBetween,
  corners,
  crossing,
  direction,
  distance,
  nearestOn,
  normalTurn,
  onWalls,
  pane,
  paneArea,
  paneShare,
  polygonShare,
  reflect,
  sideOf,
  split,
  stretchesCross,
  throughBox,
  tiltTo,
  turnBetween,
  turnTo,
  unit,
  uprightPane,
  vec,
} from './index.ts';

const metre = fc.double({ min: -20, max: 20, noNaN: true });
const spot = fc.record({ x: metre, y: metre, z: fc.double({ min: 0, max: 6, noNaN: true }) });
const turn = fc.double({ min: 0, max: 360, noNaN: true });

describe('turns and directions', () => {
  it('0 looks up the plan, 90 to the right, tilt lifts', () => {
    expect(direction(0).y).toBeCloseTo(-1, 12);
    expect(direction(90).x).toBeCloseTo(1, 12);
    expect(direction(30, 90).z).toBeCloseTo(1, 12);
  });
  it('turn and tilt to a place give the way there back', () => {
    fc.assert(
      fc.property(spot, spot, (a, b) => {
        fc.pre(distance(a, b) > 0.01);
        const way = unit({ x: b.x - a.x, y: b.y - a.y, z: b.z - a.z });
        expect(angleBetween(way, direction(turnTo(a, b), tiltTo(a, b)))).toBeLessThan(1e-4);
      }),
    );
  });
  it('the way between two turns is the short one, and signed', () => {
    expect(turnBetween(350, 10)).toBe(20);
    expect(turnBetween(10, 350)).toBe(-20);
    expect(normalTurn(-90)).toBe(270);
    expect(normalTurn(-1e-15)).toBeLessThan(360);
  });
});

describe('panes', () => {
  const wall = pane(vec(0, 0, 1.5), 180, 0, 2, 1);
  it('has its corners half a side around its middle, upright ones over their line', () => {
    expect(paneArea(wall)).toBeCloseTo(2, 12);
    expect(
      corners(wall)
        .map((c) => Math.round(c.z * 100) / 100)
        .sort(),
    ).toEqual([1, 1, 2, 2]);
    const glass = uprightPane({ x: 0, y: 0 }, { x: 3, y: 0 }, 0.5, 2);
    expect(paneArea(glass)).toBeCloseTo(4.5, 12);
    expect(glass.at).toEqual({ x: 1.5, y: 0, z: 1.25 });
  });
  it('is crossed inside its edges only', () => {
    expect(crossing(vec(0, -1, 1.5), vec(0, 1, 1.5), wall)).toEqual({ x: 0, y: 0, z: 1.5 });
    expect(crossing(vec(1.2, -1, 1.5), vec(1.2, 1, 1.5), wall)).toBeNull();
    expect(crossing(vec(0, -1, 2.2), vec(0, 1, 2.2), wall)).toBeNull();
    expect(crossing(vec(0, 1, 1.5), vec(0, 2, 1.5), wall)).toBeNull();
  });
  it('mirrors both ways: twice is nothing, and the way over the glass is as long as to the image', () => {
    fc.assert(
      fc.property(spot, spot, turn, (a, b, t) => {
        const mirror = pane(b, t, 0, 2, 2);
        const image = reflect(a, mirror);
        expect(distance(reflect(image, mirror), a)).toBeLessThan(1e-9);
        expect(distance(image, mirror.at)).toBeCloseTo(distance(a, mirror.at), 9);
      }),
    );
  });
  it('splits into parts of the same area', () => {
    const parts = split(wall, 3, 2);
    expect(parts).toHaveLength(6);
    expect(parts.reduce((sum, p) => sum + paneArea(p), 0)).toBeCloseTo(paneArea(wall), 12);
  });
  it('boxes stand in the way only where they are', () => {
    const box = { x1: 0, y1: 0, x2: 1, y2: 1, bottomM: 0, topM: 0.9 };
    expect(throughBox(vec(-1, 0.5, 0.5), vec(2, 0.5, 0.5), box)).toBe(true);
    expect(throughBox(vec(-1, 0.5, 1.2), vec(2, 0.5, 1.2), box)).toBe(false);
    expect(throughBox(vec(-1, 2, 0.5), vec(2, 2, 0.5), box)).toBe(false);
  });
});

describe('form factors', () => {
  it('of a rectangle on its axis agree with the textbook', () => {
    for (const [w, h, d] of [
      [1.2, 1.2, 0.6],
      [1.2, 1.2, 1.2],
      [1.2, 1.2, 2.4],
      [0.6, 0.3, 2.5],
    ] as const)
      expect(paneShare(vec(0, 0, 0), vec(0, 1, 0), pane(vec(0, d, 0), 0, 0, w, h))).toBeCloseTo(
        rectangleShare(w, h, d),
        10,
      );
  });
  it('lie from 0 to 1, and those of the parts add up to the whole', () => {
    fc.assert(
      fc.property(spot, spot, turn, turn, fc.double({ min: 0.1, max: 4, noNaN: true }), (at, mid, a, b, w) => {
        const board = pane(mid, a, 20, w, 1);
        const look = direction(b, 10);
        const whole = paneShare(at, look, board);
        expect(whole).toBeGreaterThanOrEqual(0);
        expect(whole).toBeLessThanOrEqual(1);
        const parts = split(board, 2, 2).reduce((sum, p) => sum + paneShare(at, look, p), 0);
        // Straight through the middle of the pane the sign of a part is undecided; that place is left out.
        fc.pre(
          Math.abs(
            (at.x - mid.x) * board.normal.x + (at.y - mid.y) * board.normal.y + (at.z - mid.z) * board.normal.z,
          ) > 0.01,
        );
        expect(parts).toBeCloseTo(whole, 6);
      }),
    );
  });
  it('what is behind gives nothing', () => {
    expect(polygonShare(vec(0, 0, 0), vec(0, -1, 0), corners(pane(vec(0, 1, 0), 0, 0, 1, 1)))).toBe(0);
  });
  it('a pane all around one side fills half of what an edge-on surface sees', () => {
    const big = pane(vec(0, 0.001, 0), 0, 0, 1000, 1000);
    expect(paneShare(vec(0, 0, 0), vec(0, 1, 0), big)).toBeCloseTo(1, 3);
    expect(paneShare(vec(0, 0, 0), vec(0, 0, 1), big)).toBeCloseTo(0.5, 3);
  });
});

describe('on the plan', () => {
  it('places along the walls go round and come back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (w, d, share) => {
          const along = share * 2 * (w + d) * 0.999;
          const back = alongWalls(w, d, onWalls(w, d, along));
          const off = Math.abs(back - along);
          expect(Math.min(off, Math.abs(off - 2 * (w + d)))).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('sides and crossings', () => {
    expect(sideOf({ x: 0, y: 0 }, { x: 0, y: -1 }, { x: 1, y: -0.5 })).toBeGreaterThan(0);
    expect(stretchesCross({ x: 0, y: 0 }, { x: 2, y: 2 }, { x: 0, y: 2 }, { x: 2, y: 0 })).toBe(true);
    expect(stretchesCross({ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 0, y: 1 }, { x: 1, y: 1 })).toBe(false);
    expect(stretchesCross({ x: 0, y: 0 }, { x: 2, y: 0 }, { x: 1, y: 0 }, { x: 1, y: 1 })).toBe(true);
    expect(nearestOn({ x: 0, y: 0 }, { x: 2, y: 0 }, { x: 5, y: 1 })).toEqual({ x: 2, y: 0 });
  });
});
