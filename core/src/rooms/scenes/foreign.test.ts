import { describe, expect, it } from 'vitest';
import { readTable } from '../../base/formats/index.ts';
import {
  guessMapping,
  moveNamed,
  planShotImport,
  priorityNamed,
  shotFields,
  sizeNamed,
  supportNamed,
  withHeadings,
  type ImportContext,
  type MendChoice,
} from './index.ts';

let made = 0;
const newId = () => `00000000-0000-4000-8000-${String((made += 1)).padStart(12, '0')}`;
const SCENE = newId();
const context: ImportContext = {
  scenes: [{ id: SCENE, number: '1' }],
  shots: [],
  people: [],
  cameras: [{ letter: 'A' }],
  school: 'letters',
  intoSceneId: SCENE,
  newId,
  keepNumbers: true,
};
const plan = (text: string, more: Partial<ImportContext> = {}) => {
  const { table, skipped } = withHeadings(readTable(text));
  return planShotImport(table, guessMapping(table.headings), { ...context, firstLine: skipped + 2, ...more });
};

/** Thirty rows as somebody else’s spreadsheet has them: numbers of its own, a person nobody made, words in German. */
const THIRTY = [
  'Nr\tBeschreibung\tEinstellungsgröße\tWer\tBewegung\tPriorität\tDauer',
  ...Array.from({ length: 30 }, (_, i) =>
    [
      i + 1,
      `Bild ${i + 1}`,
      i % 5 === 0 ? 'Macro' : i % 2 ? 'Totale' : 'Großaufnahme',
      'Ilka',
      i % 3 ? 'slider' : 'Schwenk',
      i % 4 ? 'soll' : 'muss',
      '10',
    ].join('\t'),
  ),
].join('\n');

describe('thirty rows with foreign words', () => {
  it('are refused for two causes, not for sixty, each with presses that mend all rows alike', () => {
    const { mends, shots } = plan(THIRTY);
    expect(shots).toEqual([]);
    expect(mends.map((m) => [m.words, m.lines.length, m.choices.map((c) => c.choice)])).toEqual([
      ['Nobody here is called “Ilka”.', 30, ['make', 'note']],
      ['“Macro” is no size that is known here.', 6, ['ecu', 'insert', 'note']],
    ]);
    expect(mends[1]!.lines[0]).toBe(2);
  });
  it('with both pressed all thirty are taken, with the numbers they had', () => {
    const mends = new Map<string, MendChoice>([
      ['person:ilka', 'make'],
      ['size:macro', 'ecu'],
    ]);
    const { shots, people, problems } = plan(THIRTY, { mends });
    expect(problems).toEqual([]);
    expect(people.map((p) => p.name)).toEqual(['Ilka']);
    expect(shots.map((s) => s.values.code)).toEqual(Array.from({ length: 30 }, (_, i) => String(i + 1)));
    expect(shots[0]!.values).toMatchObject({
      size: 'ecu',
      movement: 'pan',
      priority: 'must',
      description: 'Bild 1, Macro',
    });
    expect(shots[1]!.values).toMatchObject({
      size: 'ws',
      support: 'slider',
      personIds: [people[0]!.id],
      minutesOverride: 10,
    });
    for (const s of shots) expect(shotFields.safeParse(s.values).success).toBe(true);
  });
  it('kept as notes, the words stand with the description, and nobody is made', () => {
    const mends = new Map<string, MendChoice>([
      ['person:ilka', 'note'],
      ['size:macro', 'note'],
    ]);
    const { shots, people } = plan(THIRTY, { mends });
    expect(people).toEqual([]);
    expect(shots[0]!.values).toMatchObject({ size: null, description: 'Bild 1, Macro, Ilka' });
  });
  it('without keeping them, scenes by letters give numbers of their own', () => {
    const { shots } = plan('no,what\n1,one\n2,two', { keepNumbers: false });
    expect(shots.map((s) => s.values.code)).toEqual(['1A', '1B']);
  });
});

describe('the row that names the columns', () => {
  it('may stand below a title; lines are counted from the top', () => {
    const { shots, problems } = plan('Harbour film,,\nas of May,,\nscene,what,size\n1,boats,wide\n1,,huge');
    expect(shots.map((s) => s.values.description)).toEqual(['boats']);
    expect(problems.map((p) => p.line)).toEqual([5]);
  });
  it('may be missing: then the first row is one like the others', () => {
    const { table, skipped } = withHeadings(readTable('1,boats,wide\n2,oars,close'));
    expect([skipped, table.headings, table.rows.length]).toEqual([-1, ['column 1', 'column 2', 'column 3'], 2]);
  });
});

describe('words of the trade in other tongues', () => {
  it.each([
    ['Totale', 'ws'],
    ['Halbnah', 'ms'],
    ['GROSSAUFNAHME', 'cu'],
    ['Plan américain', 'mws'],
    ['gros plan', 'cu'],
    ['Primer plano', 'cu'],
    ['medium close-up', 'mcu'],
    ['Wide shot', 'ws'],
    ['mcu', 'mcu'],
  ])('%s is %s', (word, size) => expect(sizeNamed(word)).toBe(size));
  it('supports, moves and priorities', () => {
    expect([supportNamed('Stativ'), supportNamed('trépied'), supportNamed('hand held')]).toEqual([
      'sticks',
      'sticks',
      'handheld',
    ]);
    expect([moveNamed('Schwenk'), moveNamed('push in'), moveNamed('travelling')]).toEqual(['pan', 'in', 'track']);
    expect([priorityNamed('muss'), priorityNamed('Kann'), priorityNamed('haute')]).toEqual(['must', 'nice', 'must']);
    expect([sizeNamed('Macro'), supportNamed('elephant'), moveNamed('')]).toEqual([null, null, null]);
  });
});
