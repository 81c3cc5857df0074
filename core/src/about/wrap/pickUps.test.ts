import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bellRows } from '../../whole/productions/testing.ts';
import { shotFields } from '../../rooms/scenes/index.ts';
import { findPickUps, pickUpShots, readCutNotes, type CutNote } from './index.ts';

const { demo } = bellRows();
const EDL = `TITLE: ROUGH CUT 2
FCM: NON-DROP FRAME

001  A001     V     C        10:00:00:00 10:00:04:00 01:00:00:00 01:00:04:00
* FROM CLIP NAME: A001C003.mov
* LOC: 01:00:02:10 RED     Her hands are missing here
002  B001     V     C        10:02:00:00 10:02:03:00 01:00:04:00 01:00:07:00
* FROM CLIP NAME: B001C001.mov
* COMMENT: too soft, again please
* KAVRELL DRIFT PPM: 2.00
* LOC: 01:00:01:00 GREEN   Wider
M2   A001     050.0
`;

describe('notes out of a rough cut', () => {
  it('of a list of edits: markers and comments, each with the clip that plays there', () => {
    const { from, notes, left } = readCutNotes(EDL);
    expect(from).toBe('list of edits');
    expect(notes).toEqual([
      { line: 6, at: '01:00:02:10', words: 'Her hands are missing here', clip: 'A001C003.mov' },
      { line: 9, at: '01:00:04:00', words: 'too soft, again please', clip: 'B001C001.mov' },
      // A marker stands where its time is, not below which event it was written.
      { line: 11, at: '01:00:01:00', words: 'Wider', clip: 'A001C003.mov' },
    ]);
    expect(left).toEqual(['line 12: M2   A001     050.0']);
  });
  it('of a table, whatever it is parted by and in whatever order its columns are', () => {
    const rows = [
      { line: 2, at: '00:01:02:03', words: 'Close on the bell', clip: 'A001C001' },
      { line: 4, at: '', words: 'Wild sound of the stairs', clip: '' },
    ];
    for (const by of [',', ';', '\t'])
      expect(
        readCutNotes(
          [
            ['Timecode', 'Clip name', 'Comment'],
            ['00:01:02:03', 'A001C001', 'Close on the bell'],
            ['00:02:00:00', '', ''],
            ['', '', 'Wild sound of the stairs'],
          ]
            .map((r) => r.join(by))
            .join('\n'),
        ),
      ).toMatchObject({ from: 'table', notes: rows, left: [expect.stringContaining('row 3')] });
  });
  it('of plain lines, with bullets, numbers and times or without', () => {
    const { notes, left } = readCutNotes(
      '- 00:03:12:10 – hands of Ilse\n2) wide of the hall\n\n00:04:00:00\nMore of 3B, please',
    );
    expect(notes).toEqual([
      { line: 1, at: '00:03:12:10', words: 'hands of Ilse', clip: '' },
      { line: 2, at: '', words: 'wide of the hall', clip: '' },
      { line: 5, at: '', words: 'More of 3B, please', clip: '' },
    ]);
    expect(left).toEqual(['line 4: 00:04:00:00']);
  });
  it.each([
    ['', /nothing to read/],
    [' \n\t', /nothing to read/],
    ['x'.repeat(2_000_001), /longer than any/],
  ])('%# is refused in words', (text, words) => expect(() => readCutNotes(text)).toThrow(words));
  it('never drops a line unseen: every line that says something is a note or told as left', () =>
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 30 }), { minLength: 1, maxLength: 8 }), (texts) => {
        const lines = texts.map((t) => t.replace(/[\r\n,;\t]/g, ' '));
        const text = lines.join('\n');
        fc.pre(text.trim() !== '');
        const { notes, left } = readCutNotes(text);
        expect(notes.length + left.length).toBe(lines.filter((l) => l.trim() !== '').length);
      }),
    ));
});

describe('what a note is of', () => {
  const note = (words: string, clip = ''): CutNote => ({ line: 1, at: '', words, clip });
  const shot = demo.shots.find((s) => s.setupId !== null && /[A-Z]$/.test(s.code))!;
  const take = { id: 't', shotId: shot.id, sceneId: null };
  const sources = {
    ...demo,
    takes: [take] as never,
    clips: [{ id: 'c', name: 'A001C003.mov' }],
    matches: [{ clipId: 'c', takeId: 't' }],
  };
  const found = (n: CutNote, more: object = {}) => findPickUps([n], { ...sources, ...more })[0]!;
  it('is the shot of the take whose clip plays there, whatever the words say', () => {
    const other = demo.shots.find((s) => s.id !== shot.id)!;
    expect(found(note(`like ${other.code}`, '/cut/a001c003.MXF'))).toMatchObject({ shot, by: 'clip' });
  });
  it('else the shot or scene that is named, as a word of its own', () => {
    expect(found(note(`more of ${shot.code.toLowerCase()}, please`))).toMatchObject({ shot, by: 'shot named' });
    expect(found(note(`x${shot.code}x`)).by).toBeNull();
    const scene = demo.scenes[1]!;
    expect(found(note(`the end of scene ${scene.number}`))).toMatchObject({ shot: null, scene, by: 'scene named' });
    expect(found(note('Something blue'))).toMatchObject({ shot: null, scene: null, by: null });
  });
  it('a running number counts only as “shot 12”', () => {
    const shots = [{ ...shot, code: '12' }];
    expect(found(note('12 more seconds'), { shots }).by).toBeNull();
    expect(found(note('shot 12 again'), { shots }).by).toBe('shot named');
  });
  it('becomes a shot like it: same light, frame, lens and people, a must, with a number never used', () => {
    const wanted = { words: 'Her hands', at: '01:00:02:10', sceneId: shot.sceneId, likeShotId: shot.id };
    const [a, b] = pickUpShots([wanted, { ...wanted, likeShotId: null }], { ...demo, school: 'letters' });
    expect(a).toMatchObject({
      ...{ setupId: shot.setupId, size: shot.size, lens: shot.lens, personIds: shot.personIds, cameras: shot.cameras },
      ...{ priority: 'must', pass: 'pick-up', description: 'Her hands', rehearseMin: 0 },
    });
    expect(a!.reason).toBe(`From the rough cut at 01:00:02:10, like ${shot.code}.`);
    expect(b).toMatchObject({ setupId: null, pass: 'pick-up' });
    expect(new Set([...demo.shots.map((s) => s.code), a!.code, b!.code]).size).toBe(demo.shots.length + 2);
    expect(shotFields.parse(a)).toEqual(a);
    expect(() => pickUpShots([{ ...wanted, sceneId: 'gone' }], { ...demo, school: 'letters' })).toThrow(/has no scene/);
  });
});
