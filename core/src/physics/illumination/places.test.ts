import { describe, expect, it } from 'vitest';
import { length, minus, unit, vec, type Vec } from '../../base/geometry/index.ts';
import { COARSE, FINE, powerOfBeam, readPlaces, readScene, rectangle, type Scene, type Source } from './index.ts';

const stops = (a: number, b: number) => Math.abs(Math.log2(a / b));
const lamp = (more: Partial<Source> = {}): Source => ({
  ...{ id: 'key', at: vec(1, 2, 1.8), normal: vec(1, 0, 0), shape: { radiusM: 0.2 } },
  ...{ referenceLux: 2000, referenceM: 1, power: powerOfBeam(110) },
  ...more,
});
const scene = (more: Partial<Scene> = {}): Scene => ({
  ...{ sources: [lamp()], panes: [], ambientLux: 0, sun: null, room: null, faces: [] },
  ...more,
});
const PLACES = [vec(3, 2, 1.5), vec(2.5, 2.8, 1.5), vec(3.5, 1.2, 1.5)];
/** A face at each place that is turned to something, read as faces are. */
const turnedTo = (s: Scene, to: Vec, part: string) =>
  readScene({ ...s, faces: PLACES.map((at, i) => ({ id: `${i}`, at, normal: unit(minus(to, at)) })) }, COARSE).map(
    (r) => r.parts[part]!,
  );
const cloth = rectangle(vec(2, 2, 1.8), vec(1, 0, 0), 1.2, 1.2);

describe('light at places, turned to each light in turn', () => {
  it('is what a face turned to the lamp reads, lamp by lamp', () => {
    const second = lamp({ id: 'fill', at: vec(3, 4, 2), normal: vec(0, -1, 0), shape: { radiusM: 0.05 } });
    const [both, one, other] = [[lamp(), second], [lamp()], [second]].map((sources) =>
      readPlaces(scene({ sources }), PLACES),
    );
    const key = turnedTo(scene(), lamp().at, 'key');
    PLACES.forEach((_, i) => {
      expect(stops(one![i]!, key[i]!)).toBeLessThan(0.01);
      expect(both![i]!).toBeCloseTo(one![i]! + other![i]!, 6);
    });
  });
  it('through a cloth is what a face turned to the cloth reads; behind a flag nothing', () => {
    const diffusion = { ...cloth, id: 'silk', kind: 'diffusion' as const, reflectance: 0, transmission: 0.5 };
    const lit = scene({ panes: [diffusion] });
    const face = turnedTo(lit, cloth.at, 'key');
    readPlaces(lit, PLACES).forEach((lux, i) => expect(stops(lux, face[i]!)).toBeLessThan(0.05));
    const flag = { ...cloth, id: 'flag', kind: 'flag' as const, reflectance: 0, transmission: 0 };
    expect(readPlaces(scene({ panes: [flag] }), [vec(3, 2, 1.8)])[0]).toBe(0);
  });
  it('of a board that only the board lights is its light on a face turned to it', () => {
    const board = {
      ...rectangle(vec(4, 2, 1.8), vec(-1, 0, 0), 1, 1),
      ...{ id: 'board', kind: 'bounce' as const, reflectance: 0.8, transmission: 0 },
    };
    const lit = scene({ panes: [board] });
    const face = turnedTo(lit, board.at, 'key');
    const straight = readPlaces(scene(), PLACES);
    readPlaces(lit, PLACES).forEach((lux, i) => expect(stops(lux - straight[i]!, face[i]!)).toBeLessThan(0.12));
  });
  it('from all around is what there is, less what stands before it', () => {
    const open = readPlaces(scene({ sources: [], ambientLux: 300 }), PLACES);
    expect([...open]).toEqual([300, 300, 300]);
    const wall = { ...rectangle(vec(3.02, 2, 1.5), vec(1, 0, 0), 30, 30), id: 'wall', kind: 'flag' as const };
    const [half] = readPlaces(
      scene({ sources: [], ambientLux: 300, panes: [{ ...wall, reflectance: 0, transmission: 0 }] }),
      [vec(3, 2, 1.5)],
      FINE,
    );
    expect(half! / 300).toBeCloseTo(0.5, 1);
  });
  it('of walls is the mean of all directions: in an evenly glowing room what every face reads', () => {
    // A small lamp in a white room of equal sides: what the walls give is nearly the same everywhere.
    const room = {
      ...{ widthM: 4, depthM: 4, heightM: 4 },
      ...{ reflectance: { walls: 0.9, ceiling: 0.9, floor: 0.9 }, openings: [] },
    };
    const up = lamp({ at: vec(2, 2, 2), normal: vec(0, 0, 1), power: 1 });
    const lit = scene({ sources: [up], room });
    const at = vec(1.2, 1.3, 1.4);
    const ways = [vec(1, 0, 0), vec(-1, 0, 0), vec(0, 1, 0), vec(0, -1, 0), vec(0, 0, 1), vec(0, 0, -1)];
    const faces = ways.map((normal, i) => ({ id: `${i}`, at, normal }));
    const mean = readScene({ ...lit, faces }, FINE).reduce((t, r) => t + r.illuminanceLux, 0) / 6;
    expect(stops(readPlaces(lit, [at], FINE)[0]!, mean)).toBeLessThan(0.05);
  });
  it('and the sky in an opening is what a face turned to it reads', () => {
    const opening = { pane: rectangle(vec(0, 2, 1.6), vec(1, 0, 0), 1, 1.2), exitanceLux: 5000, transmission: 0.8 };
    const room = {
      ...{ widthM: 5, depthM: 4, heightM: 3 },
      ...{ reflectance: { walls: 0, ceiling: 0, floor: 0 }, openings: [opening] },
    };
    const lit = scene({ sources: [], room });
    const face = turnedTo(lit, opening.pane.at, 'sky');
    readPlaces(lit, PLACES).forEach((lux, i) => expect(stops(lux, face[i]!)).toBeLessThan(0.01));
    expect(length(minus(PLACES[0]!, opening.pane.at))).toBeGreaterThan(2);
  });
});
