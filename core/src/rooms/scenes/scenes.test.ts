import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  SHOT_DEFAULTS,
  SIZES,
  letterAt,
  nextShotCode,
  parseQuickLine,
  shotFields,
  shotMinutes,
  shotsNaming,
  type QuickLineContext,
} from './index.ts';

const context: QuickLineContext = {
  sceneNumbers: ['3', '7', '12A'],
  people: [
    { id: 'p-ilse', shortName: 'Ilse' },
    { id: 'p-dov', shortName: 'Dov' },
  ],
  setups: [{ id: 's-l2', code: 'L2' }],
  cameras: ['A', 'B', 'C'],
  deliverables: [
    { id: 'd-film', tag: 'film' },
    { id: 'd-vertical', tag: 'vertical' },
  ],
  marks: [{ id: 'm-badge', tag: 'badge' }],
};
const read = (text: string) => parseQuickLine(text, context);

describe('the quick line', () => {
  it('reads the line that sets the bar', () => {
    const line = read('3 mcu ilse 50mm slider-in 2t must');
    expect(line.sceneNumber).toBe('3');
    expect(line.problems).toEqual([]);
    expect(line.fields).toEqual({
      size: 'mcu',
      personIds: ['p-ilse'],
      faceNeeded: true,
      lens: '50 mm',
      support: 'slider',
      movement: 'in',
      takesPlanned: 2,
      priority: 'must',
    });
    expect(line.chips.map((c) => c.text)).toEqual(['scene 3', 'MCU', 'Ilse', '50 mm', 'slider, in', '2 takes', 'must']);
  });
  it('reads rates, minutes, cameras, light and once, in any order', () => {
    expect(read('once 12min a+b l2 100fps dov ilse insert').fields).toEqual({
      happensOnce: true,
      minutesOverride: 12,
      cameras: ['A', 'B'],
      setupId: 's-l2',
      fps: 100,
      personIds: ['p-dov', 'p-ilse'],
      size: 'insert',
      faceNeeded: false,
    });
    expect(read('cam-c 70-200mm gimbal pan 1t').fields).toEqual({
      cameras: ['C'],
      lens: '70–200 mm',
      support: 'gimbal',
      movement: 'pan',
      takesPlanned: 1,
    });
  });
  it('reads side, angle, use, facing, tags, gate, claim and window', () => {
    const line = read(
      '3 cu ilse @east low-angle reaction faces-left #vertical #film #badge before-7 by-dov 17:05-18:20',
    );
    expect(line.problems).toEqual([]);
    expect(line.fields).toEqual({
      size: 'cu',
      personIds: ['p-ilse'],
      faceNeeded: true,
      side: 'east',
      angle: 'low',
      role: 'reaction',
      facing: 'left',
      deliverableIds: ['d-vertical', 'd-film'],
      markIds: ['m-badge'],
      beforeNumber: '7',
      operatorId: 'p-dov',
      windows: [[1025, 1100]],
    });
    expect(line.chips.map((c) => c.text)).toContain('shows badge');
  });
  it.each([
    ['over-shoulder', { angle: 'over-shoulder' }],
    ['top-angle', { angle: 'top' }],
    ['the low road', { description: 'the low road' }],
    ['establishing', { role: 'establishing' }],
    ['#film #film', { deliverableIds: ['d-film'] }],
    [
      '9:00-10:00 15:00-16:00',
      {
        windows: [
          [540, 600],
          [900, 960],
        ],
      },
    ],
    ['before-noon', { description: 'before-noon' }],
    ['99:99-10:00', { description: '99:99-10:00' }],
  ])('%s', (text, fields) => expect(read(text).fields).toEqual(fields));
  it('makes unknown words the description, in their order, and takes quotes whole', () => {
    expect(read('mcu the ladle must cross "in 2t light"').fields.description).toBe('the ladle cross in 2t light');
    expect(read('hands in the light').fields).toEqual({ description: 'hands in the light' });
  });
  it('leaves no comma behind that stood before a word it read', () => {
    expect(read('hands twisting, slowly, 60fps').fields).toMatchObject({
      description: 'hands twisting, slowly',
      fps: 60,
    });
  });
  it('leaves the scene out when there is none', () => {
    expect(read('mcu 3').sceneNumber).toBeNull();
    expect(read('mcu 3').fields.description).toBe('3');
    expect(read('12a ms').sceneNumber).toBe('12A');
  });
  it.each([
    ['99 mcu', /no scene 99/],
    ['mcu 0t', /whole number from 1 to 99/],
    ['mcu 1.5t', /whole number/],
    ['mcu 5000fps', /1 to 2000/],
    ['mcu 0mm', /above 0 mm/],
    ['mcu a+x', /no camera X/],
    ['mcu #poster', /tagged #poster/],
    ['mcu before-99', /no scene 99 to be before/],
    ['mcu by-nobody', /called “nobody”/],
    ['mcu 18:00-17:00', /ends after it starts/],
    [`mcu @${'x'.repeat(25)}`, /24 characters/],
    ['mcu 9999min', /1440 min/],
    [`mcu ${'long '.repeat(80)}`, /300 characters/],
  ])('refuses %j in words', (text, words) => expect(read(text).problems.join(' ')).toMatch(words));
  it('never throws, whatever is typed, and what it takes the schema takes', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'grapheme' }),
          fc
            .array(
              fc.constantFrom(
                '3',
                'mcu',
                'ilse',
                '50mm',
                '2t',
                'must',
                '"',
                'slider-in',
                'a+b',
                '12min',
                'x y',
                '@east',
                '#film',
                '#x',
                'before-7',
                'by-dov',
                'faces-left',
                '9:00-10:00',
                '35:59-36:00',
                'low-angle',
              ),
              {
                maxLength: 12,
              },
            )
            .map((w) => w.join(' ')),
        ),
        (text) => {
          const line = read(text);
          if (line.problems.length) return;
          const { personIds: _p, setupId: _s, deliverableIds: _d, markIds: _m, operatorId: _o, ...rest } = line.fields;
          expect(
            shotFields
              .partial()
              .safeParse(rest)
              .error?.issues.filter((i) => i.path[0] !== 'description') ?? [],
          ).toEqual([]);
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe('shot numbers', () => {
  it('leave out I and O', () => {
    const letters = Array.from({ length: 26 }, (_, i) => letterAt(i));
    expect(letters).not.toContain('I');
    expect(letters).not.toContain('O');
    expect(letters.slice(23)).toEqual(['Z', 'AA', 'AB']);
  });
  it('never give a code twice', () => {
    const used: string[] = [];
    for (let i = 0; i < 60; i += 1) used.push(nextShotCode('4', used));
    expect(new Set(used).size).toBe(60);
    for (const code of used) expect(shotFields.shape.code.safeParse(code).success, code).toBe(true);
  });
  it('fill a hole only when the code was never used', () => expect(nextShotCode('3', ['3A', '3C'])).toBe('3B'));
});

describe('minutes of a shot', () => {
  it('add up rehearsal, reset and takes', () =>
    expect(
      shotMinutes({ ...SHOT_DEFAULTS, rehearseMin: 3, resetMin: 1, takesPlanned: 4, takeLengthMin: 1.5, turnMin: 0.5 }),
    ).toBe(12));
  it('are what was said, when it was said', () =>
    expect(shotMinutes({ ...SHOT_DEFAULTS, minutesOverride: 7 })).toBe(7));
  it('the defaults are themselves allowed', () => {
    expect(shotFields.omit({ sceneId: true, code: true, position: true }).parse(SHOT_DEFAULTS)).toEqual(SHOT_DEFAULTS);
    expect(SIZES).toContain('insert');
  });
});

describe('what a quick line keeps and what it warns of', () => {
  const context = { sceneNumbers: [], people: [{ id: 'p', shortName: 'Ilse' }], setups: [], cameras: ['A', 'D'] };
  const read = (text: string) => parseQuickLine(text, context);
  it('an everyday word behind a word of the description is understood and stays in it', () => {
    expect(read('cu close on her face must')).toMatchObject({
      fields: { description: 'close on her face', faceNeeded: true, priority: 'must' },
    });
    expect(read('mcu ilse face').fields).not.toHaveProperty('description');
    expect(read('ms we follow ilse').fields).toMatchObject({ description: 'we follow', movement: 'follow' });
  });
  it('a single letter in a sentence is no camera', () => {
    expect(read('cu hand on buoy d').fields).toEqual({ size: 'cu', description: 'hand on buoy d' });
  });
  it.each([
    ['must nice', '“must” and “nice” can’t both be the priority: “nice” counts.'],
    ['handheld gimbal', '“handheld” and “gimbal” can’t both be the support: “gimbal” counts.'],
    ['cu ws', '“cu” and “ws” can’t both be the size: “ws” counts.'],
    ['9999mm', 'A lens of 9999 mm is hard to believe.'],
  ])('%s: %s', (text, warning) => {
    expect(read(text)).toMatchObject({ problems: [], warnings: [warning] });
  });
  it('the same twice is no conflict', () => expect(read('must must cu cu').warnings).toEqual([]));
  it('somebody made later is found in the words of shots', () => {
    const shot = (description: string, personIds: string[] = []) => ({ description, personIds, dropped: false });
    const shots = [shot('Ilse turns'), shot('with ilse, late'), shot('Ilse', ['p']), shot('Ilsebill')];
    expect(shotsNaming({ id: 'p', shortName: 'Ilse' }, shots)).toEqual(shots.slice(0, 2));
  });
});
