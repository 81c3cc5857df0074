import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rectangleShare } from '../../rooms/light/index.ts';
import {
  alongWalls,
  angleBetween,
  corners,
  crosses,
  crossing,
  direction,
  distance,
  hides,
  nearestOn,
  normalTurn,
  onWalls,
  pane,
  paneArea,
  paneShare,
  polygonShare,
  reflect,
  sideOf,
  solidAngle,
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
  it('hides all or none of a face only where every way to it is barred or free', () => {
    const seen = { all: 0, none: 0, part: 0 };
    const upTo = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    const size = (most: number) => fc.double({ min: 0.1, max: most, noNaN: true });
    const off = fc.record({ x: upTo(0.8), y: upTo(0.8), z: upTo(0.8) });
    fc.assert(
      fc.property(off, off, fc.tuple(turn, turn), size(2), size(0.8), (mid, to, [a, b], w, wide) => {
        // The flag is somewhere between the two.
        const [from, flag] = [vec(0, -2, 0), pane(mid, a, 10, w, w)];
        const face = pane(vec(to.x, 2, to.z), b, -20, wide, wide / 2);
        const hidden = hides(flag, from, corners(face));
        seen[hidden] += 1;
        const barred = split(face, 5, 5).filter((p) => crosses(from, p.at, flag)).length;
        if (hidden === 'all') expect(barred).toBe(25);
        if (hidden === 'none') expect(barred).toBe(0);
      }),
      { numRuns: 600 },
    );
    expect(Math.min(...Object.values(seen))).toBeGreaterThan(10);
    // From a place in its own plane it hides nothing, nor what lies in that plane.
    expect(hides(wall, vec(3, 0, 1.5), corners(pane(vec(-3, 0, 1.5), 90, 0, 0.1, 0.1)))).toBe('none');
    expect(hides(wall, vec(0, -2, 1.5), corners(pane(vec(0, 0, 1.5), 180, 0, 1, 0.4)))).toBe('none');
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
  it('solid angles of a box’s sides make a whole sphere from within, and far off are area ÷ distance²', () => {
    const side = (x: number, y: number, t: number, w: number) => pane(vec(x, y, 1), t, 0, w, 2);
    const walls = [side(0, 2, 90, 4), side(3, 2, 270, 4), side(1.5, 0, 180, 3), side(1.5, 4, 0, 3)];
    const flat = (z: number) => ({
      ...pane(vec(1.5, 2, z), 0, 90, 3, 4),
      across: vec(1.5, 0, 0),
      up: vec(0, 2, 0),
      normal: vec(0, 0, 1),
    });
    const within = fc.record({
      x: fc.double({ min: 0.1, max: 2.9, noNaN: true }),
      y: fc.double({ min: 0.1, max: 3.9, noNaN: true }),
      z: fc.double({ min: 0.1, max: 1.9, noNaN: true }),
    });
    fc.assert(
      fc.property(within, (at) => {
        const all = [...walls, flat(0), flat(2)].reduce((sum, p) => sum + solidAngle(at, p), 0);
        expect(all).toBeCloseTo(4 * Math.PI, 6);
      }),
      { numRuns: 40 },
    );
    expect(solidAngle(vec(0, -100, 1), pane(vec(0, 0, 1), 0, 0, 1, 1)) * 1e4).toBeCloseTo(1, 3);
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
