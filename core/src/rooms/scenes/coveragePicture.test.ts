import { describe, expect, it } from 'vitest';
import { coveragePicture, sceneCoverage, type Shot } from './index.ts';
import { sceneRow, shotRow } from './testing.ts';

const people = [
  { id: 'ilse', name: 'Ilse Tregarrow', shortName: 'Ilse', kind: 'talent' },
  { id: 'dov', name: 'Dov Marsh', shortName: 'Dov', kind: 'talent' },
];
const scene = sceneRow({ personIds: ['ilse', 'dov'] });
const face = { faceNeeded: true, takeLengthMin: 1 };
const picture = (shots: Shot[]) => coveragePicture(scene, shots, sceneCoverage(scene, shots, people));
const framesOf = (p: ReturnType<typeof picture>, personId: string | null) =>
  [...(p.rows.find((r) => r.personId === personId)?.frames.values() ?? [])].flat();

describe('coverage as a picture', () => {
  const shots = [
    shotRow('3A', { size: 'ws', personIds: ['ilse', 'dov'], side: 'line' }),
    shotRow('3B', { ...face, size: 'cu', personIds: ['ilse'], side: 'window', facing: 'left' }),
    shotRow('3C', { size: 'insert', description: 'hands' }),
    shotRow('3D', { size: null, personIds: ['dov'] }),
  ];
  it('has a row for each person with a frame for each shot that shows them, and one for pictures of nobody', () => {
    const p = picture(shots);
    expect(p.rows.map((r) => r.personId)).toEqual(['ilse', 'dov', null]);
    expect(framesOf(p, 'ilse').map((f) => [f.code, f.size, f.facing])).toEqual([
      ['3A', 'ws', null],
      ['3B', 'cu', 'left'],
    ]);
    expect(framesOf(p, null).map((f) => f.code)).toEqual(['3C']);
    expect(p.unsized).toEqual(['3D']);
  });
  it('shows what is missing as an empty frame where it would stand', () => {
    const missing = framesOf(picture(shots), 'dov').filter((f) => f.code === '');
    expect(missing).toHaveLength(1);
    expect(missing[0]).toMatchObject({ size: 'cu', words: 'No reaction for Dov' });
    const noWide = picture(shots.slice(1));
    expect(framesOf(noWide, null).find((f) => f.code === '')).toMatchObject({ size: 'ws' });
  });
  it('what was dropped gives nothing', () =>
    expect(framesOf(picture(shots.map((s) => ({ ...s, dropped: true }))), 'ilse').every((f) => f.code === '')).toBe(
      true,
    ));

  it('knows which sides lie on either hand of the line, and which on it', () => {
    expect(picture(shots).line?.sides.map((s) => [s.side, s.at, s.codes])).toEqual([
      ['line', 'on', ['3A']],
      ['window', 'one', ['3B']],
    ]);
    const crossed = [
      shotRow('3A', { size: 'ms', personIds: ['ilse'], side: 'Window' }),
      shotRow('3B', { size: 'cu', personIds: ['ilse'], side: 'door' }),
      shotRow('3C', { size: 'mcu', personIds: ['dov'], side: 'window' }),
    ];
    const { line } = picture(crossed);
    expect(line?.sides.map((s) => [s.side, s.at, s.codes])).toEqual([
      ['Window', 'one', ['3A', '3C']],
      ['door', 'other', ['3B']],
    ]);
    expect(line?.crossings).toEqual(['Line crossed between 3A and 3B']);
  });
  it('draws no line while no side is said, or only inserts have one', () => {
    expect(picture([shotRow('3A', { size: 'ms', personIds: ['ilse'] })]).line).toBeNull();
    expect(picture([shotRow('3A', { size: 'insert', personIds: ['ilse'], side: 'door' })]).line).toBeNull();
    expect(picture([shotRow('3A', { size: 'ms', personIds: ['ilse'], side: 'front' })]).line).toBeNull();
  });
});
