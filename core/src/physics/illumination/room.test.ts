import { describe, expect, it } from 'vitest';
import { crosses, dot, minus, paneShare, vec } from '../../base/geometry/index.ts';
import { COARSE, readScene, rectangle, type Room, type Scene, type Source } from './index.ts';
import { bounce, wallsOf, type Walls } from './room.ts';

const room = (more: Partial<Room> = {}): Room => ({
  ...{ widthM: 4, depthM: 3, heightM: 2.5 },
  reflectance: { walls: 0.6, ceiling: 0.8, floor: 0.2 },
  openings: [],
  ...more,
});
const SPOT = Float64Array.of(100, 0);
const DARK = Float64Array.of(0, 0);
const shelf = rectangle(vec(2, 1.5, 1), vec(0, 0, 1), 1, 1);

describe('light to and fro between walls', () => {
  it('leaves each piece giving back its share of what falls on it from everywhere', () => {
    const walls = wallsOf(room(), [shelf], 2, 96);
    const straight = walls.cells.map((_, i) => (i % 7 === 0 ? Float64Array.of(100 + i, 3 * i) : DARK));
    const out = bounce(walls, straight);
    // Handed on once more nothing changes: asked the long way, not the one that solved it.
    for (const part of [0, 1] as const) {
      const given = out.map((o) => o[part]!);
      const again = bounceOnce(
        walls,
        straight.map((lux) => lux[part]!),
        given,
      );
      again.forEach((v, i) => expect(v, `piece ${i}`).toBeCloseTo(given[i]!, 6));
    }
  });
  it('gives nothing for nothing, and parts do not mix', () => {
    const walls = wallsOf(room(), [], 2, 96);
    expect(
      bounce(
        walls,
        walls.cells.map(() => DARK),
      ).every((o) => o[0] === 0 && o[1] === 0),
    ).toBe(true);
    const lit = bounce(
      walls,
      walls.cells.map((_, i) => (i === 3 ? SPOT : DARK)),
    );
    expect(lit.every((o) => o[0]! > 0 || o[0] === 0)).toBe(true);
    expect(lit.filter((o) => o[0]! > 0).length).toBeGreaterThan(90);
    expect(lit.every((o) => o[1] === 0)).toBe(true);
  });
  it('is of the room as it is now, whichever was read before', () => {
    const lamp: Source = {
      ...{ id: 'key', at: vec(2, 1.5, 2), normal: vec(0, 0, 1), shape: { radiusM: 0.1 } },
      ...{ referenceLux: 1000, referenceM: 1, power: 1 },
    };
    const lit = (of: Room, panes: Scene['panes'] = []) => {
      const faces = [{ id: 'f', at: vec(1, 1, 0.9), normal: vec(0, 0, 1) }];
      return readScene({ sources: [lamp], panes, ambientLux: 0, sun: null, room: of, faces }, COARSE)[0]!
        .illuminanceLux;
    };
    const white = room({ reflectance: { walls: 0.9, ceiling: 0.9, floor: 0.9 } });
    const flag = { ...shelf, id: 'shelf', kind: 'flag' as const, reflectance: 0, transmission: 0 };
    const first = [lit(room()), lit(white), lit(room(), [flag])];
    expect(first[1]).toBeGreaterThan(2 * first[0]!);
    expect(first[2]).not.toBe(first[0]);
    expect([lit(room()), lit(white), lit(room(), [flag])]).toEqual(first);
    expect(
      lit(
        room({ openings: [{ pane: rectangle(vec(2, 0, 1.2), vec(0, 1, 0), 2, 1), exitanceLux: 0, transmission: 1 }] }),
      ),
    ).toBeLessThan(first[0]!);
  });
  it('that give all back never end, and still say a figure: far more than what fell on them', () => {
    const walls = wallsOf(room({ reflectance: { walls: 1, ceiling: 1, floor: 1 } }), [], 1, 96);
    const out = bounce(
      walls,
      walls.cells.map(() => Float64Array.of(1)),
    );
    for (const [lux] of out) expect(lux).toBeGreaterThan(50);
    for (const [lux] of out) expect(Number.isFinite(lux)).toBe(true);
  });
});

/** What pieces give off when each takes what falls on it straight and what all others give, handed on once. */
function bounceOnce({ cells, reflectance }: Walls, straight: number[], given: number[]): number[] {
  return cells.map(({ pane: own }, i) => {
    const from = cells.map(({ pane: other }, j) => {
      const faces = dot(minus(own.at, other.at), other.normal) > 1e-9;
      return faces && !crosses(own.at, other.at, shelf) ? given[j]! * paneShare(own.at, own.normal, other) : 0;
    });
    return reflectance[i]! * (straight[i]! + from.reduce((a, b) => a + b, 0));
  });
}
