import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alarmsOf, alarmWords, isSameCard, knownCard, readCode, codeText, sightOf, type CardRead } from './index.ts';

const file = (path: string, sizeBytes = 10, modifiedMs = 1000) => ({ path, sizeBytes, modifiedMs });
const sight = (files: ReturnType<typeof file>[], volumeId: string | null = null) => sightOf(files, volumeId, 5);
const read = (more: Partial<CardRead> = {}): CardRead => ({
  card: { id: 'a', label: 'A001', cameraId: 'camA', seen: null, alarms: [] },
  ...{ sight: sight([file('x')]), files: [file('x')], known: [], release: null, others: [] },
  letters: new Map([
    ['camA', 'A'],
    ['camB', 'B'],
  ]),
  ...more,
});
const kinds = (more: Partial<CardRead>) => alarmsOf(read(more)).map((a) => a.kind);

describe('a card is known again', () => {
  it('by its volume where both are known, whatever lies on it', () => {
    expect(isSameCard(sight([file('x')], 'v1'), sight([file('y')], 'v1'))).toBe(true);
    expect(isSameCard(sight([file('x')], 'v1'), sight([file('x')], 'v2'))).toBe(false);
  });
  it('else by its first file: name, size and time within two seconds', () => {
    const known = sight([file('b'), file('a', 10, 1000)]);
    expect(isSameCard(sight([file('a', 10, 2900)]), known)).toBe(true);
    expect(isSameCard(sight([file('a', 11)]), known)).toBe(false);
    expect(isSameCard(sight([file('a', 10, 9000)]), known)).toBe(false);
  });
  it('an empty one without a volume is like no other', () => {
    expect(isSameCard(sight([]), sight([]))).toBeNull();
    expect(knownCard(sight([]), [{ seen: sight([]) }])).toBeNull();
    const seen = { seen: sight([file('x')]) };
    expect(knownCard(sight([file('x')]), [{ seen: null }, { seen: sight([file('y')]) }, seen])).toBe(seen);
  });
  it('whatever is recorded behind its first file, and in whatever order it is listed', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.stringMatching(/^[b-z]{1,6}$/), { maxLength: 20 }), (names) => {
        const grown = [...names.map((n) => file(n)), file('a')];
        expect(isSameCard(sight(grown), sight([file('a')]))).toBe(true);
        expect(sight(grown)).toEqual(sight([...grown].reverse()));
      }),
    ));
  it('nothing is known where one of two is empty, and the last file is kept too', () => {
    expect(isSameCard(sight([]), sight([file('x')]))).toBeNull();
    expect(isSameCard(sight([file('x')], 'v1'), sight([]))).toBeNull();
    expect(sight([file('c'), file('a'), file('b')])).toMatchObject({ first: { path: 'a' }, last: { path: 'c' } });
  });
});

describe('what is odd about a card', () => {
  const known = [file('x'), file('y')];
  it('nothing, of a new one and of one that was recorded on', () => {
    expect(kinds({})).toEqual([]);
    expect(kinds({ files: [...known, file('z')], known })).toEqual([]);
    expect(kinds({ files: [file('x', 99), file('y')], known })).toEqual([]);
  });
  it('files that are gone or shorter, unless it was released', () => {
    expect(alarmsOf(read({ files: [file('x', 9)], known }))[0]).toMatchObject({ kind: 'fewer', files: 2, of: 2 });
    expect(kinds({ files: [], known, release: { atMs: 1 } })).toEqual([]);
    // One that was empty is gone as well as any other, and one that is still there is not.
    expect(kinds({ files: [file('x')], known: [file('x'), file('empty', 0)] })).toEqual(['fewer']);
    expect(kinds({ files: [file('x'), file('empty', 0)], known: [file('x'), file('empty', 0)] })).toEqual([]);
  });
  it('a released one that is as it was', () =>
    expect(kinds({ files: known, known, release: { atMs: 1 } })).toEqual(['cameBack']));
  it('another of its name is told apart from one that lost files', () => {
    const card = { ...read().card, seen: sight(known) };
    expect(kinds({ card, sight: sight([file('q')]), files: [file('q')], known })).toEqual(['other']);
    expect(kinds({ card, sight: sight([file('x')]), files: [file('x')], known })).toEqual(['fewer']);
  });
  it('one that was read under another label; of a released one only its old files make it so', () => {
    const other = { id: 'b', label: 'B001', seen: sight([file('w')], 'v'), isReleased: false };
    const now = { sight: sight([file('x')], 'v') };
    expect(kinds({ ...now, others: [other] })).toEqual(['twin']);
    expect(kinds({ ...now, others: [{ ...other, isReleased: true }] })).toEqual([]);
    expect(kinds({ sight: sight([file('w')], 'v'), others: [{ ...other, isReleased: true }] })).toEqual(['twin']);
    expect(kinds({ ...now, others: [{ ...other, id: 'a' }] })).toEqual([]);
  });
  it('files that all name one other camera of the job', () => {
    const named = (...names: string[]) => kinds({ files: names.map((n) => file(`CLIPS/${n}`)) });
    expect(named('B001C001.mov', 'B001C002.mov', 'index.xml')).toEqual(['wrongCamera']);
    expect(named('A001C001.mov')).toEqual([]);
    expect(named('B001C001.mov', 'A001C002.mov')).toEqual([]);
    // No camera of that letter is in the job: the name says nothing.
    expect(named('Q001C001.mov')).toEqual([]);
  });
  it('but not of a card that is in no camera, nor where names differ among themselves', () => {
    const files = [file('B003C001.mov'), file('B003C002.mov')];
    const of = (cameraId: string | null, list = files) =>
      kinds({ card: { ...read().card, cameraId }, files: list, sight: sight(list) });
    expect(of('camA')).toEqual(['wrongCamera']);
    expect(of(null)).toEqual([]);
    expect(of('camB')).toEqual([]);
    expect(of('camA', [...files, file('A003C003.mov')])).toEqual([]);
    // The name of a folder is no name of a file.
    expect(of('camA', [file('B003C001/x.mov')])).toEqual([]);
    expect(of('camA', [file('CLIPS/B003C001.mov')])).toEqual(['wrongCamera']);
  });
  it('what was set aside is not raised again, and stays named with who did it', () => {
    const [found] = alarmsOf(read({ files: [], known }));
    const settled = { ...found!, settledBy: 'Oda' };
    const card = { ...read().card, alarms: [settled] };
    expect(alarmsOf(read({ card, files: [], known }))).toEqual([settled]);
    // More of it gone is told anew.
    expect(alarmsOf(read({ card, files: [], known: [...known, file('z')] }))).toHaveLength(2);
  });
  it('set aside, it is not raised again by what is recorded after it, nor told as something else', () => {
    const aside = (more: Partial<CardRead>) => {
      const [found] = alarmsOf(read(more));
      return { ...read(more).card, alarms: [{ ...found!, settledBy: 'Oda' }] };
    };
    const lost = { files: [file('x')], known };
    expect(
      alarmsOf(read({ card: aside(lost), files: [file('x'), file('z')], known: [...known, file('z')] })),
    ).toHaveLength(1);
    const wrong = { files: [file('B001C001.mov')] };
    expect(alarmsOf(read({ card: aside(wrong), files: [...wrong.files, file('B001C002.mov')] }))).toHaveLength(1);
    // Another card of its name stays that, when its own files are known by now.
    const card = { ...read().card, seen: sight(known) };
    const [other] = alarmsOf(read({ card, sight: sight([file('q')]), files: [file('q')], known }));
    const again = { ...card, seen: sight([file('q')]), alarms: [other!] };
    expect(
      alarmsOf(read({ card: again, sight: sight([file('q')]), files: [file('q')], known: [...known, file('q')] })).map(
        (a) => a.kind,
      ),
    ).toEqual(['other']);
  });
  it('has words with the label and the count in them', () =>
    expect(alarmWords({ kind: 'fewer', files: 1, of: 3, other: '', atMs: 0, settledBy: null }, 'A001')).toBe(
      '1\u00a0file of 3 that were on A001 is gone from it or shorter, and it was not released: was it formatted or damaged? Don’t record on it.',
    ));
});

describe('printed codes', () => {
  const [p, id] = ['0190a000-0000-7000-8000-000000000001', '0190a000-0000-7000-8000-000000000002'];
  it('say again what they were made of', () =>
    expect(readCode(` ${codeText(p, { kind: 'drive', id })} `, p)).toEqual({ kind: 'drive', id }));
  it('of another production, or of something else, are told in words', () => {
    expect(readCode(codeText(id, { kind: 'drive', id }), p)).toBe('This code is of another production.');
    expect(readCode('https://example.invalid', p)).toContain('not one of a drive');
  });
});
