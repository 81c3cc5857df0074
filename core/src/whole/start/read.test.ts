import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { bellRows } from '../productions/testing.ts';
import { noRows, planStart, readStart } from './index.ts';

const TODAY = '2027-01-10';
const nothing = noRows(bellRows().rows.production);
const ROPE = `Hi! Filming the ropewalk on Fri 11 June 2027, 08:15 to 17:30.
Address: Old Ropewalk, Quay Lane 3, Wenbury. Contact Marla Quist 07700 900222
Crew: me (camera), Tobi Renner sound, gaffer Jo Ashby, Pia (make-up) and Ned
Lunch 12:30
1 wide of the walk`;

describe('a message with much in a line', () => {
  const read = readStart(ROPE, TODAY);
  it('hours beside the date are call and wrap, said to be taken so; what is said of them counts more', () => {
    expect([read.date, read.callMin, read.wrapMin]).toEqual(['2027-06-11', 8 * 60 + 15, 17 * 60 + 30]);
    expect(read.assumed).toEqual(['“08:15 to 17:30” beside the date was taken as call and wrap.']);
    const told = readStart(`${ROPE}\nwrap by 18:00`, TODAY);
    expect([told.callMin, told.wrapMin, told.assumed]).toEqual([null, 18 * 60, []]);
    const hours = (said: string) => readStart(`11 June 2027, ${said}`, TODAY);
    expect([hours('9am–5pm').callMin, hours('9am–5pm').wrapMin]).toEqual([540, 1020]);
    for (const said of ['17:30 to 08:15', '08:15', '3-5', '10.06.2027-11.06.2027'])
      expect(hours(said).callMin, said).toBeNull();
  });
  it('an address may begin with the name of its place; who is there stands behind a full stop', () => {
    expect(read.places).toMatchObject([
      { name: 'Old Ropewalk', address: 'Quay Lane 3, Wenbury', contact: 'Marla Quist 07700 900222' },
    ]);
    expect(readStart('Address: Quay Lane 3, Wenbury', TODAY).places).toMatchObject([
      { name: 'The place', address: 'Quay Lane 3, Wenbury' },
    ]);
  });
  it('a list of the crew is read one by one; whoever gives no name is asked for, never called “Crew”', () => {
    expect(read.people.map((p) => [p.name, p.role])).toEqual([
      ['Tobi Renner', 'sound'],
      ['Jo Ashby', 'gaffer'],
      ['Pia', 'make-up'],
      ['Ned', ''],
    ]);
    expect(read.left[0]).toEqual({ text: 'me (camera)', likely: ['crew', 'note'] });
    const told = readStart(ROPE, TODAY, new Map([['me (camera)', 'note']]));
    expect([told.notes, told.left]).toEqual([['me (camera)'], []]);
    expect(readStart('Crew: Bea Lund, camera, Tor Vik', TODAY).people).toMatchObject([
      { name: 'Bea Lund', role: 'camera' },
      { name: 'Tor Vik', role: '' },
    ]);
    expect(readStart('Cast: Ann Lee and Bo Finn', TODAY).people.map((p) => p.role)).toEqual(['cast', 'cast']);
    expect(readStart('Team: Tobi Renner sound', TODAY).people).toHaveLength(1);
    expect(readStart('Team: whoever has time', TODAY).left.map((l) => l.text)).toEqual(['whoever has time']);
  });
  it('a meal with its time is the day’s; one before the call is said, none is lost without a date', () => {
    expect(read.meals).toEqual([{ text: 'Lunch 12:30', more: false, atMin: 750, minutes: null }]);
    const catered = readStart('Lunch 12:30 catered by Ola', TODAY);
    expect([catered.meals.length, catered.notes]).toEqual([1, ['Lunch 12:30 catered by Ola']]);
    expect(readStart('Lunch 12:30, speeches 14:00', TODAY).moments).toHaveLength(2);
    const meals = (text: string) => readStart(text, TODAY).meals.map((m) => [m.atMin, m.minutes]);
    expect(meals('lunch at 1 pm, 30 min')).toEqual([[780, 30]]);
    expect(meals('Dinner 18:30–19:15')).toEqual([[1110, 45]]);
    expect(meals('Lunch: 12:30')).toEqual([[750, null]]);
    for (const none of [
      'Lunch for 12',
      'lunch',
      '12:30 Lunch for the guests',
      'Lunch is on us, bring 2 friends and 3 chairs',
    ])
      expect(meals(none), none).toEqual([]);
    const made = (text: string) => {
      let n = 0;
      return planStart(readStart(text, TODAY), nothing, {
        kind: 'shots',
        timeZone: 'UTC',
        newId: () => `n${(n += 1)}`,
      });
    };
    const values = (text: string, table: string) =>
      made(text).flatMap((o) => (o.op === 'insert' && o.table === table ? [o.values] : []));
    expect(values(`Breakfast 07:30\n${ROPE}`, 'days')).toMatchObject([
      { meals: [{ earliestAfterMin: 255, latestAfterMin: 255, minutes: 45 }], notes: 'Breakfast 07:30' },
    ]);
    expect(values('call 8:15\nLunch 12:30\n1 wide of the walk', 'asks')).toMatchObject([
      { title: 'Call 08:15' },
      { title: 'Lunch 12:30' },
    ]);
  });
  it('a time behind a few words is a moment’s, once one says so', () => {
    const doors = 'Doors open 18:30';
    expect(readStart(doors, TODAY).left).toEqual([{ text: doors, likely: ['moment', 'wish', 'note'] }]);
    const told = readStart(doors, TODAY, new Map([[doors, 'moment']]));
    expect(told.moments).toMatchObject([{ title: 'Doors open', plannedMin: 1110 }]);
  });
});

describe('messages of people who do not write lists', () => {
  it('a programme in sentences, somebody behind a full stop, a greeting that is none of it', () => {
    const read = readStart(
      'Hey, wedding of Nora & Piet, Sat 5 June 2027. Getting ready from 9am at Mill House, ceremony 1pm St Anne’s, speeches 4.30pm, first dance 8pm. Couple: Nora Velde, Piet Oskar. Second shooter: Lena Brix 0171 555 0199.',
      TODAY,
    );
    expect([read.title, read.date]).toEqual(['Wedding of Nora & Piet', '2027-06-05']);
    expect(read.moments.map((m) => [m.plannedMin, m.title])).toEqual([
      [540, 'Getting ready at Mill House'],
      [780, 'Ceremony St Anne’s'],
      [990, 'Speeches'],
      [1200, 'First dance'],
    ]);
    expect(read.people).toMatchObject([{ name: 'Lena Brix', role: 'Second shooter', phone: '0171 555 0199' }]);
    expect(read.left.map((l) => l.text)).toEqual(['Couple: Nora Velde, Piet Oskar']);
    expect(readStart('Hi all!\n1 wide of the walk', TODAY).left).toEqual([]);
    expect(readStart('Mirror, 20 cm, bring two', TODAY).moments).toEqual([]);
  });
  it('labels, shots as bullets below their heading, a phone in brackets', () => {
    const read = readStart(
      `Job: Kiln film
Date: 2 July 2027
Call: 7:00
Crew: DoP - me, Sound - Kim Vos, 1st AC - Ola Brandt (+45 20 00 00 00)
Shot list:
1. WS kiln door opens
2. CU flame, 100fps
- MCU potter at wheel
Lunch at 13:00 for 1 hour
Wrap: 19:00`,
      TODAY,
    );
    expect([read.title, read.date, read.callMin, read.wrapMin]).toEqual(['Kiln film', '2027-07-02', 420, 1140]);
    expect(read.people).toMatchObject([
      { name: 'Kim Vos', role: 'Sound', phone: '' },
      { name: 'Ola Brandt', role: '1st AC', phone: '+45 20 00 00 00' },
    ]);
    expect(read.shots.map((s) => [s.scene, s.description])).toEqual([
      ['1', 'WS kiln door opens'],
      ['2', 'CU flame, 100fps'],
      ['2', 'MCU potter at wheel'],
    ]);
    expect(read.meals.map((m) => [m.atMin, m.minutes])).toEqual([[780, 60]]);
    expect(read.left.map((l) => l.text)).toEqual(['DoP - me']);
  });
  it('bullets below another heading, or after a gap, are no shots', () => {
    const shots = (text: string) => readStart(text, TODAY).shots.map((s) => s.description);
    expect(shots('Shots:\n\n- kiln door\n- flame')).toEqual(['kiln door', 'flame']);
    expect(shots('Shots:\n- kiln door\n\n- bring gloves')).toEqual(['kiln door']);
    expect(shots('Shots:\n- kiln door\nTo bring:\n- gloves')).toEqual(['kiln door']);
  });
  it('what stands beside a date in its line is read or asked about, never dropped', () => {
    const read = readStart(
      'Ropewalk film, 11 June 2027, 9 bis 18 Uhr, bring the long ladder, Tobi Renner (sound)',
      TODAY,
    );
    expect([read.callMin, read.wrapMin]).toEqual([540, 1080]);
    expect(read.people.map((p) => p.name)).toEqual(['Tobi Renner']);
    expect(read.left.map((l) => l.text)).toEqual(['bring the long ladder']);
    const told = readStart(
      'Ropewalk film, 11 June 2027, bring the long ladder',
      TODAY,
      new Map([['bring the long ladder', 'wish']]),
    );
    expect([told.wishes, told.left]).toEqual([['bring the long ladder'], []]);
    expect(readStart('Dreh am 12.08.2027', TODAY).title).toBe('');
  });
});

describe('whatever is pasted', () => {
  /** Things people say, each with a word that stands nowhere else. */
  const SAYINGS = [
    ['bring the long ladder', 'ladder'],
    ['parking behind the shed', 'shed'],
    ['Tobi Renner, sound', 'renner'],
    ['ceremony 1pm', 'ceremony'],
    ['Lunch 12:30', 'lunch'],
    ['3 wide of the walk', 'walk'],
    ['must not film the boats', 'boats'],
    ['Contact Marla Quist 07700 900222', 'marla'],
    ['Address: Quay Lane 3', 'quay'],
    ['Crew: Jo Ashby gaffer', 'ashby'],
    ['call 7:30 at the gate', 'gate'],
    ['Sat 12 June 2027', 'june 2027|2027-06-12'],
    ['14:00-15:00 speeches by the chair', 'chair'],
    ['Dinner 19:30 catered by Ola', 'ola'],
    ['all crew bring boots', 'boots'],
    ['call Wyn about the keys', 'keys'],
    ['wrap 18:00 with everybody in orange', 'orange'],
  ] as const;
  it('every thing that is said is in what was read, or asked about', () => {
    const saying = fc.tuple(fc.constantFrom(...SAYINGS), fc.constantFrom('\n', '. ', ', ', '! ', ' – '));
    fc.assert(
      fc.property(fc.uniqueArray(saying, { minLength: 1, maxLength: 3, selector: ([[text]]) => text }), (said) => {
        const text = said.map(([[words], end]) => words + end).join('');
        const read = JSON.stringify(readStart(text, TODAY)).toLowerCase();
        for (const [[, word]] of said) expect(read, text).toMatch(new RegExp(word));
      }),
      { numRuns: sampled(2000, 300) },
    );
  });
});
