import fc from 'fast-check';
import { PERSON_DEFAULTS } from '../people/index.ts';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { sceneRow } from '../scenes/testing.ts';
import { eighthsOf, mergeScript, readFountain, readHeading, toFountain, wrappedLines } from './index.ts';

const SCRIPT = `Title: The Ninth Bell
Author: made up

EXT. HARBOUR - DAWN #1#

= Boats wake.

Water. *Boats* wake one after the other.

INT. FOUNDER’S BENCH - DAY #3#

ILSE
(quietly)
My mother drew nine & they paid for eight.

DOV (O.S.)
Again.

/* a comment
INT. NOT A SCENE - DAY */

ILSE (CONT'D)
Nine.
`;
const person = (name: string, id: string) => ({
  ...PERSON_DEFAULTS,
  id,
  productionId: '',
  version: 1,
  deletedAt: null,
  name,
  shortName: name.split(' ')[0] ?? name,
  kind: 'talent' as const,
});
const people = [person('Ilse Tregarrow', 'ilse'), person('Wren Achebe', 'wren')];

describe('reading Fountain', () => {
  it('finds scenes, numbers, headings, who speaks, synopsis', () => {
    const { title, scenes, problems } = readFountain(SCRIPT);
    expect(problems).toEqual([]);
    expect(title).toBe('The Ninth Bell');
    expect(scenes).toMatchObject([
      {
        number: '1',
        numbered: true,
        line: 4,
        title: 'Harbour',
        inside: false,
        timeOfDay: 'dawn',
        synopsis: 'Boats wake.',
        characters: [],
      },
      { number: '3', line: 10, title: 'Founder’s bench', inside: true, timeOfDay: 'day', characters: ['ILSE', 'DOV'] },
    ]);
    expect(scenes[1]?.text).toContain('My mother drew nine & they paid for eight.');
    expect(scenes[1]?.text).not.toContain('NOT A SCENE');
    expect(scenes[0]?.text).not.toContain('= Boats');
  });
  it('counts scenes through where they have no number', () => {
    expect(readFountain('INT. A - DAY\n\nOne.\n\nEXT. B - NIGHT\n\nTwo.').scenes.map((s) => s.number)).toEqual([
      '1',
      '2',
    ]);
  });
  it.each([
    ['INT. POUR FLOOR - NIGHT', { title: 'Pour floor', place: 'POUR FLOOR', inside: true, timeOfDay: 'night' }],
    ['EXT. TOWER - STAIR - MAGIC HOUR', { title: 'Tower – stair', inside: false, timeOfDay: 'dusk' }],
    ['I/E. VAN - CONTINUOUS', { title: 'Van', inside: true, timeOfDay: 'day' }],
    ['.The sea', { title: 'The sea', inside: true, timeOfDay: 'day' }],
  ])('%s', (heading, wanted) => expect(readHeading(heading)).toMatchObject(wanted));
  it.each([
    ['Only words, nobody moves.', /No scene heading/],
    ['INT. A - DAY #3#\n\nOne.\n\nINT. B - DAY #3#\n\nTwo.', /Scene 3 is there twice, in lines 1 and 5/],
    ['INT. A - DAY #3.14#\n\nOne.', /3\.14 can’t be kept/],
    ['Prelude.\n\nINT. A - DAY\n\nOne.', /before the first scene heading/],
    ['INT. A - DAY\n\n/* never ends', /never ends/],
  ])('says what is wrong with %j', (source, message) =>
    expect(
      readFountain(source)
        .problems.map((p) => p.message)
        .join(' '),
    ).toMatch(message),
  );
  it('refuses what is no text, and what is far too much', () => {
    expect(() => readFountain('\u0000\u0001PNG\u0000')).toThrow(/not a text file/);
    expect(() => readFountain('a'.repeat(3_000_001))).toThrow(/three million/);
  });
  it('never throws on anything typed', () => {
    const part = fc.constantFrom(
      'INT. A - DAY',
      'EXT. B',
      '\n\n',
      'ILSE',
      '(x)',
      '/*',
      '*/',
      '[[',
      ']]',
      '#3#',
      '= s',
      '# act',
      '~',
      '>',
      '<',
      '*b*',
      '_',
      '@',
      '!',
      '===',
      '.x',
      '^',
      'words go on',
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 40 }), (parts) => {
        const { scenes } = readFountain(parts.join('\n'));
        for (const s of scenes) expect(s.eighths).toBeGreaterThanOrEqual(1);
      }),
      { numRuns: sampled(300, 100) },
    );
  });
});

describe('pages', () => {
  it('a full page of action is eight eighths', () => {
    const line = `${'iron '.repeat(11)}iron`;
    expect(wrappedLines(line, 61)).toBe(1);
    expect(eighthsOf(Array.from({ length: 26 }, () => ({ kind: 'action' as const, text: line })))).toBe(8);
    expect(eighthsOf([])).toBe(1);
  });
  it('more text is never shorter', () => {
    fc.assert(
      fc.property(fc.array(fc.lorem({ maxCount: 30 }), { maxLength: 30 }), (texts) => {
        const of = (n: number) => eighthsOf(texts.slice(0, n).map((text) => ({ kind: 'dialogue' as const, text })));
        expect(of(texts.length)).toBeGreaterThanOrEqual(of(texts.length - 1));
      }),
    );
  });
});

describe('importing again', () => {
  const read = readFountain(SCRIPT).scenes;
  const stored = (n: number, fields = {}) => {
    const s = read[n];
    if (!s) throw new Error('no such scene');
    return sceneRow({
      id: `s${s.number}`,
      number: s.number,
      title: s.title,
      script: s.text,
      synopsis: s.synopsis,
      inside: s.inside,
      timeOfDay: s.timeOfDay,
      eighths: s.eighths,
      personIds: ['ilse'],
      ...fields,
    });
  };
  it('the same script changes nothing', () => {
    const merge = mergeScript(read, [stored(0), stored(1)], people, []);
    expect([merge.added.length, merge.changed.length, merge.same.length, merge.gone.length]).toEqual([0, 0, 2, 0]);
    expect(merge.unknown).toEqual(['DOV']);
  });
  it('takes over what changed, scene by scene, and leaves people who were put in', () => {
    const merge = mergeScript(read, [stored(0), stored(1, { script: 'before', personIds: ['wren'] })], people, []);
    expect(merge.changed).toHaveLength(1);
    expect(merge.changed[0]).toMatchObject({
      what: ['text', 'people'],
      values: { script: read[1]?.text, personIds: ['wren', 'ilse'] },
    });
  });
  it('scenes that are gone stay, new ones come', () => {
    const merge = mergeScript(read, [stored(1), sceneRow({ id: 'x', number: '7', script: 'old' })], people, []);
    expect(merge.added.map((s) => s.number)).toEqual(['1']);
    expect(merge.gone.map((s) => s.number)).toEqual(['7']);
  });
  it('white space is no change', () => {
    const spaced = `${read[1]?.text.replaceAll(' ', '  ')}\n\n`;
    expect(mergeScript(read, [stored(0), stored(1, { script: spaced })], people, []).changed).toEqual([]);
  });
});

describe('Fountain out', () => {
  it('reads back to the same scenes', () => {
    const scenes = readFountain(SCRIPT).scenes.map((s, i) =>
      sceneRow({
        id: `${i}`,
        number: s.number,
        title: s.title,
        synopsis: s.synopsis,
        script: s.text,
        inside: s.inside,
        timeOfDay: s.timeOfDay,
      }),
    );
    const again = readFountain(toFountain('The Ninth Bell', scenes, () => '')).scenes;
    expect(again.map((s) => [s.number, s.text, s.inside, s.timeOfDay, s.synopsis])).toEqual(
      scenes.map((s) => [s.number, s.script, s.inside, s.timeOfDay, s.synopsis]),
    );
  });
});
