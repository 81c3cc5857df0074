import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isText, readCells, readTable, toCsv } from '../../base/formats/index.ts';
import { guessMapping, planShotImport, readMoments, sceneFields, shotFields, type ImportContext } from './index.ts';

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
let made = 100;
const context: ImportContext = {
  scenes: [{ id: id(1), number: '3' }],
  shots: [{ code: '3A', position: 1 }],
  people: [{ id: id(2), name: 'Ilse Tregarrow', shortName: 'Ilse' }],
  cameras: [{ letter: 'A' }, { letter: 'B' }],
  school: 'letters',
  intoSceneId: null,
  newId: () => id((made += 1)),
};
const plan = (text: string, more: Partial<ImportContext> = {}) => {
  const table = readTable(text);
  return planShotImport(table, guessMapping(table.headings), { ...context, ...more });
};

describe('a pasted shot list', () => {
  it('is read with what people’s headings mean, however it is parted', () => {
    for (const mark of ['\t', ',', ';']) {
      const text = ['Scene,Shot,Description,Size,Who,Lens,Est. time,Priority', '3,B,The drawing,Close-up,Ilse,85,12,x']
        .join('\n')
        .replaceAll(',', mark);
      const { shots, problems } = plan(text);
      expect(problems).toEqual([]);
      expect(shots[0]?.values).toMatchObject({
        sceneId: id(1),
        code: '3B',
        description: 'The drawing',
        size: 'cu',
        personIds: [id(2)],
        lens: '85 mm',
        minutesOverride: 12,
        priority: 'must',
        faceNeeded: true,
      });
    }
  });
  it('makes scenes that are not there, and gives numbers where none is said', () => {
    const { scenes, shots } = plan('scene,description\n3,one\n12,two\n12,three');
    expect(scenes.map((s) => s.values.number)).toEqual(['12']);
    expect(shots.map((s) => s.values.code)).toEqual(['3B', '12A', '12B']);
    expect(sceneFields.safeParse(scenes[0]?.values).success).toBe(true);
  });
  it('makes scenes of rows that name a scene and no shot, with their titles', () => {
    const { scenes, shots, problems } = plan(
      'scene,title,shot,what\n5,The quay,,\n6,The slip,A,boots\n3,there already,,',
    );
    expect(problems).toEqual([]);
    expect(scenes.map((s) => [s.values.number, s.values.title])).toEqual([
      ['5', 'The quay'],
      ['6', 'The slip'],
    ]);
    expect(shots.map((s) => s.values.code)).toEqual(['6A']);
  });
  it('takes shot numbers with the scene in them', () => {
    expect(plan('shot,what\n3C,hands\n3D,face', { intoSceneId: id(1) }).shots.map((s) => s.values.code)).toEqual([
      '3C',
      '3D',
    ]);
  });
  it('names every row that can’t be, by its line, and makes nothing of it', () => {
    const { shots, scenes, problems, badLines } = plan(
      'scene,shot,what,size,who,takes\n3,A,there already,,,\n3,B,fine,ms,Ilse,2\n9,A,no such size,huge,,\n3,C,nobody,ms,Piotr,0',
    );
    expect(shots.map((s) => s.values.code)).toEqual(['3B']);
    expect(scenes).toEqual([]);
    expect([...badLines]).toEqual([2, 4, 5]);
    expect(problems.map((p) => p.message).join('\n')).toMatch(
      /a shot 3A already[^]*“huge” is no size that is known here[^]*Nobody here is called “Piotr”/,
    );
  });
  it('wrong columns are not guessed at', () => {
    expect(guessMapping(['foo', 'bar'])).toEqual([null, null]);
    expect(plan('foo,bar\n1,2').problems[0]?.message).toBe('Say what at least one column means.');
    expect(guessMapping(['Shot', 'shot'])).toEqual(['code', null]);
  });
  it('whatever is pasted, each row is taken whole or named, and what is taken is allowed', () => {
    const cell = fc.constantFrom(
      '3',
      '12',
      'A',
      'B',
      'ws',
      'wide',
      'Ilse',
      'x',
      '',
      '5',
      '1h20',
      '-1',
      'a+b',
      'must',
      '"',
      '🎥',
      '24000',
    );
    const rows = fc.array(fc.array(cell, { minLength: 6, maxLength: 6 }), { maxLength: 8 });
    fc.assert(
      fc.property(rows, (list) => {
        const text = toCsv(['scene', 'shot', 'size', 'who', 'minutes', 'cameras'], list);
        const table = readTable(text);
        const result = planShotImport(table, guessMapping(table.headings), { ...context, intoSceneId: id(1) });
        expect(result.shots.length + result.badLines.size).toBe(table.rows.length);
        for (const s of result.shots) expect(shotFields.safeParse(s.values).error?.issues ?? []).toEqual([]);
        const codes = result.shots.map((s) => s.values.code);
        expect(new Set([...codes, '3A']).size).toBe(codes.length + 1);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a list of moments', () => {
  it('is read with times and lengths, in the ways people write them', () => {
    const { moments, problems } = readMoments(
      '# Saturday\n13:05 arrivals 15min\n- 1:10 pm Crew portraits, 18 min\n13.28–13:40 Blessing\n\nThanks',
    );
    expect(problems).toEqual([]);
    expect(moments.map((m) => [m.plannedMin, m.title, m.lengthMin])).toEqual([
      [785, 'arrivals', 15],
      [790, 'Crew portraits', 18],
      [808, 'Blessing', 12],
      [null, 'Thanks', null],
    ]);
  });
  it('names the line that can’t be', () => {
    expect(readMoments('13:40-13:20 backwards').problems[0]).toMatchObject({
      line: 1,
      message: 'It ends before it starts.',
    });
    expect(readMoments('ok\n13:05').problems[0]?.line).toBe(2);
    expect(readMoments('25:99 never').problems).toHaveLength(1);
  });
  it('never throws', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (text) => {
        const { moments } = readMoments(text);
        for (const m of moments) expect(m.title.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('what a file or clipboard is', () => {
  it('text, or not', () => {
    expect(isText('INT. BENCH\n\tIlse – “nine” 鐘')).toBe(true);
    expect(isText('PK\u0003\u0004\u0000\u0000')).toBe(false);
    expect(isText(`\ufffd\ufffd\u0001${'JFIF'.repeat(4)}\u0002\u0003`)).toBe(false);
    expect(isText('')).toBe(true);
  });
  it('one cell is not a table; several are', () => {
    expect(readCells('mcu')).toBeNull();
    expect(readCells('mcu\n')).toBeNull();
    expect(readCells('ms\t50 mm\ncu\t85 mm\n')).toEqual([
      ['ms', '50 mm'],
      ['cu', '85 mm'],
    ]);
  });
});
