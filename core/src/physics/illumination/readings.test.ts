import { describe, expect, it } from 'vitest';
import { runCalc } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { illuminationCalcs } from './calc.ts';
import worked from './worked.json' with { type: 'json' };

const [calc] = illuminationCalcs;
const run = (input: unknown) => runCalc(calc!, input);

describe('worked examples of an independent reference', () => {
  it.each(worked.cases.map((c) => [c.note, c] as const))('%s', (_, { input, faces }) => {
    const reply = run(input);
    // In a room fine structure is evened out; elsewhere the figures are those of the reference.
    const within = 'room' in input ? 0.04 : 0.008;
    faces.forEach((face, i) => {
      const found = reply.faces[i]!;
      expect(found.id).toBe(face.id);
      expect(Math.abs(Math.log2(found.illuminanceLux / face.illuminanceLux))).toBeLessThan(within);
      expect(Object.keys(found.parts).sort()).toEqual(Object.keys(face.parts).sort());
      for (const [part, lux] of Object.entries(face.parts))
        expect(Math.abs(Math.log2(found.parts[part]! / lux))).toBeLessThan(2 * within);
    });
  });
});

const source = {
  id: 'key',
  position: [1, 1, 1],
  aim: [2, 1, 1],
  shape: { kind: 'disc', radiusM: 0.1 },
  referenceLux: 1000,
  referenceM: 1,
  beamDeg: null,
};
const face = { id: 'f', position: [2, 1, 1], normal: [-1, 0, 0] };
const board = {
  id: 'b',
  kind: 'bounce',
  centre: [2, 2, 1],
  normal: [0, -1, 0],
  widthM: 1,
  heightM: 1,
  reflectance: 0.8,
};
const room = { widthM: 4, depthM: 3, heightM: 2.5, reflectance: { walls: 0.5, ceiling: 0.7, floor: 0.2 } };
const opening = { centre: [0, 1.5, 1.2], widthM: 1, heightM: 1, skyLux: 5000 };
const good = { sources: [source], panes: [board], faces: [face] };

describe('what is refused, with its path', () => {
  const refused = (input: unknown): InputError => {
    try {
      run(input);
    } catch (error) {
      if (error instanceof InputError) return error;
      throw error;
    }
    throw new Error('It was taken.');
  };
  it('nothing of a good scene', () => {
    expect(run(good).faces).toHaveLength(1);
    expect(run({ ...good, panes: undefined, room: { ...room, openings: [opening] } }).faces[0]!.parts).toHaveProperty(
      'sky',
    );
  });
  it.each<[string, unknown, (string | number)[]]>([
    ['an unknown field', { ...good, fog: 1 }, []],
    ['an unknown field of a source', { ...good, sources: [{ ...source, watts: 5 }] }, ['sources', 0]],
    [
      'no size',
      { ...good, sources: [{ ...source, shape: { kind: 'disc', radiusM: 0 } }] },
      ['sources', 0, 'shape', 'radiusM'],
    ],
    ['another shape', { ...good, sources: [{ ...source, shape: { kind: 'star' } }] }, ['sources', 0, 'shape', 'kind']],
    ['an aim where it stands', { ...good, sources: [{ ...source, aim: [1, 1, 1] }] }, ['sources', 0, 'aim']],
    ['a beam of nothing', { ...good, sources: [{ ...source, beamDeg: 0 }] }, ['sources', 0, 'beamDeg']],
    ['a beam of half a turn', { ...good, sources: [{ ...source, beamDeg: 180 }] }, ['sources', 0, 'beamDeg']],
    ['a beam not said at all', { ...good, sources: [{ ...source, beamDeg: undefined }] }, ['sources', 0, 'beamDeg']],
    ['a level over 1', { ...good, sources: [{ ...source, level: 1.2 }] }, ['sources', 0, 'level']],
    ['a normal without length', { ...good, faces: [{ ...face, normal: [0, 0, 0] }] }, ['faces', 0, 'normal']],
    ['a place of two numbers', { ...good, faces: [{ ...face, position: [0, 0] }] }, ['faces', 0, 'position']],
    [
      'a board without its reflectance',
      { ...good, panes: [{ ...board, reflectance: undefined }] },
      ['panes', 0, 'reflectance'],
    ],
    ['a board that lets through', { ...good, panes: [{ ...board, transmission: 0.2 }] }, ['panes', 0, 'transmission']],
    ['a flag that gives back', { ...good, panes: [{ ...board, kind: 'flag' }] }, ['panes', 0, 'reflectance']],
    [
      'a cloth that says nothing',
      { ...good, panes: [{ ...board, kind: 'diffusion', reflectance: undefined }] },
      ['panes', 0, 'transmission'],
    ],
    ['a share over 1', { ...good, panes: [{ ...board, reflectance: 1.1 }] }, ['panes', 0, 'reflectance']],
    ['two of one id', { ...good, sources: [source, source] }, ['sources', 1, 'id']],
    ['a source called sun', { ...good, sources: [{ ...source, id: 'sun' }] }, ['sources', 0, 'id']],
    ['ambient light in a room', { ...good, room, ambientLux: 5 }, ['ambientLux']],
    [
      'a source outside the room',
      { ...good, room, sources: [{ ...source, position: [5, 1, 1] }] },
      ['sources', 0, 'position'],
    ],
    ['a board through a wall', { ...good, room, panes: [{ ...board, centre: [3.9, 2, 1] }] }, ['panes', 0, 'centre']],
    ['a face outside', { ...good, room, faces: [{ ...face, position: [1, 1, 9] }] }, ['faces', 0, 'position']],
    [
      'an opening in the air',
      { ...good, room: { ...room, openings: [{ ...opening, centre: [1, 1, 1] }] } },
      ['room', 'openings', 0, 'centre'],
    ],
    [
      'an opening past its edge',
      { ...good, room: { ...room, openings: [{ ...opening, widthM: 4 }] } },
      ['room', 'openings', 0, 'widthM'],
    ],
    [
      'openings that overlap',
      { ...good, room: { ...room, openings: [opening, { ...opening, centre: [0, 1.9, 1.2] }] } },
      ['room', 'openings', 1, 'centre'],
    ],
  ])('%s', (_, input, path) => {
    const error = refused(input);
    expect(error.path).toEqual(path);
    expect(error.message).not.toMatch(/Invalid|expected/);
  });
  it('openings that only touch stand beside each other, also on other walls', () => {
    const openings = [
      opening,
      { ...opening, centre: [0, 2.5, 1.2] },
      { ...opening, centre: [4, 1.5, 1.2] },
      { ...opening, centre: [2, 1.5, 2.5] },
    ];
    expect(run({ ...good, room: { ...room, openings } }).faces[0]!.illuminanceLux).toBeGreaterThan(0);
  });
});
