import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeShot, sceneCoverage, type Shot } from './index.ts';
import { sceneRow, shotRow } from './testing.ts';

const people = [
  { id: 'ilse', name: 'Ilse Tregarrow', shortName: 'Ilse', kind: 'talent' },
  { id: 'dov', name: 'Dov Marsh', shortName: 'Dov', kind: 'talent' },
  { id: 'oda', name: 'Oda Varga', shortName: 'Oda', kind: 'crew' },
];
const scene = sceneRow();
const face = { faceNeeded: true, takeLengthMin: 1 };
const keys = (shots: Shot[], of = scene, waivers: string[] = []) =>
  sceneCoverage(
    of,
    shots,
    people,
    waivers.map((key) => ({ id: key, productionId: '', version: 1, deletedAt: null, sceneId: of.id, key, words: '' })),
  ).suggestions.map((s) => s.key);
const wide = shotRow('3A', { size: 'ws' });

describe('what an editor will miss', () => {
  it('is nothing where everybody is seen in two sizes, with a way in and cover', () => {
    const shots = [
      wide,
      shotRow('3B', { ...face, size: 'ms', personIds: ['ilse'], takeLengthMin: 4 }),
      shotRow('3C', { ...face, size: 'cu', personIds: ['ilse'] }),
      shotRow('3D', { size: 'insert' }),
    ];
    expect(keys(shots)).toEqual([]);
  });
  it('names a scene without anything wide', () => {
    expect(keys([shotRow('3A', { size: 'cu' })])).toEqual(['way-in']);
    expect(keys([shotRow('3A', { size: 'cu', role: 'master' })])).toEqual([]);
    expect(keys([])).toEqual([]);
  });
  it('names somebody of the scene whom no shot shows, but not crew', () => {
    expect(keys([wide], sceneRow({ personIds: ['ilse', 'oda'] }))).toEqual(['nothing:ilse']);
  });
  it('names one size only, when it would be cut with itself', () => {
    const twice = [
      wide,
      shotRow('3B', { ...face, size: 'ms', personIds: ['ilse'] }),
      shotRow('3C', { ...face, size: 'ms', personIds: ['ilse'] }),
    ];
    expect(keys(twice)).toEqual(['one-size:ilse']);
    expect(keys(twice.slice(0, 2))).toEqual([]);
    expect(keys([wide, shotRow('3B', { ...face, size: 'ms', personIds: ['ilse'], takeLengthMin: 3 })])).toEqual([
      'one-size:ilse',
      'cover',
    ]);
  });
  it('asks less of a scene covered by few, perfect shots', () => {
    const shots = [wide, shotRow('3B', { ...face, size: 'ms', personIds: ['ilse'], takeLengthMin: 3 })];
    expect(keys(shots, sceneRow({ style: 'few' }))).toEqual([]);
  });
  it('names who has no close picture while the other has', () => {
    const shots = [
      shotRow('3A', { ...face, size: 'ws', personIds: ['ilse', 'dov'] }),
      shotRow('3B', { ...face, size: 'cu', personIds: ['ilse'] }),
    ];
    expect(keys(shots)).toEqual(['reaction:dov']);
    expect(keys([...shots, shotRow('3C', { ...face, size: 'mcu', personIds: ['dov'], role: 'reaction' })])).toEqual([]);
  });
  it('names the two shots between which the line is crossed, unless something on the line or a move lies between', () => {
    const left = shotRow('3B', { ...face, size: 'ms', personIds: ['ilse'], side: 'left' });
    const right = shotRow('3C', { ...face, size: 'cu', personIds: ['ilse'], side: 'right' });
    expect(keys([wide, left, right])).toEqual([`line:${left.id}:${right.id}`]);
    expect(sceneCoverage(scene, [wide, left, right], people).suggestions[0]?.words).toBe(
      'Line crossed between 3B and 3C',
    );
    expect(keys([wide, left, { ...right, side: 'line' }])).toEqual([]);
    expect(keys([wide, left, { ...right, movement: 'track' }])).toEqual([]);
    expect(keys([wide, left, { ...right, personIds: ['dov'] }])).not.toContain(`line:${left.id}:${right.id}`);
  });
  it('a moment has action and reaction, tight and wide; a cue has a second camera', () => {
    const moment = sceneRow({ kind: 'moment' });
    expect(
      keys(
        [shotRow('3A', { size: 'ws', happensOnce: true }), shotRow('3B', { size: 'fs', happensOnce: true })],
        moment,
      ),
    ).toEqual(['reaction', 'tight']);
    const cue = sceneRow({ kind: 'cue' });
    expect(keys([shotRow('3A', { cameras: ['A'] })], cue)).toEqual(['second']);
    expect(keys([shotRow('3A', { cameras: ['A', 'B'] })], cue)).toEqual([]);
  });
  it('not needed lasts while the hole is the same, and is counted', () => {
    const shots = [shotRow('3A', { size: 'cu' })];
    expect(keys(shots, scene, ['way-in'])).toEqual([]);
    expect(
      sceneCoverage(scene, shots, people, [
        { id: 'w', productionId: '', version: 1, deletedAt: null, sceneId: scene.id, key: 'way-in', words: '' },
      ]).waived,
    ).toBe(1);
  });

  const anyShot = fc.record({
    size: fc.constantFrom('ews', 'ws', 'ms', 'mcu', 'cu', 'insert', null),
    personIds: fc.subarray(['ilse', 'dov', 'oda']),
    faceNeeded: fc.boolean(),
    happensOnce: fc.boolean(),
    side: fc.constantFrom('', 'left', 'right', 'line'),
    takeLengthMin: fc.constantFrom(0.5, 3),
    dropped: fc.boolean(),
    role: fc.constantFrom(null, 'reaction', 'cutaway', 'establishing'),
  });
  const anyShots = fc
    .array(anyShot, { maxLength: 12 })
    .map((list) => list.map((fields, i) => shotRow(`3${'ABCDEFGHJKLM'[i]}`, fields as Partial<Shot>)));
  it('dropped shots give nothing and ask nothing', () => {
    fc.assert(
      fc.property(anyShots, (shots) => {
        expect(keys(shots)).toEqual(keys(shots.filter((s) => !s.dropped)));
      }),
    );
  });
  const place = (shots: Shot[], afterId: string | null) => ({
    position: placeShot(scene, shots, { afterId, frozen: new Set(), school: 'letters' }).position,
  });
  it('a suggested shot fills its own hole', () => {
    fc.assert(
      fc.property(anyShots, fc.constantFrom('shots' as const, 'moment' as const), (shots, kind) => {
        const of = sceneRow({ kind });
        for (const suggestion of sceneCoverage(of, shots, people).suggestions) {
          expect(
            keys([...shots, shotRow('3Z', { ...suggestion.add, ...place(shots, suggestion.afterId) })], of),
          ).not.toContain(suggestion.key);
        }
      }),
      { numRuns: 400 },
    );
  });
  it('each hole is said once', () => {
    fc.assert(
      fc.property(anyShots, (shots) => {
        const found = keys(shots);
        expect(new Set(found).size).toBe(found.length);
      }),
    );
  });
});
