import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shotFields, sceneFields, type Scene } from '../../rooms/scenes/index.ts';
import { dayFields } from '../../plan/day/index.ts';
import { personFields } from '../../rooms/people/index.ts';
import { cameraFields } from '../../rooms/camera/index.ts';
import { bellRows } from '../productions/testing.ts';
import { planOf } from '../productions/index.ts';
import {
  TEMPLATES,
  firstDayOps,
  noRows,
  planStart,
  planTemplate,
  readStart,
  rowsAfter,
  stillMissing,
  type StartRows,
} from './index.ts';

const TODAY = '2027-01-10';
const THREAD = `[09:12] Oda: hi all, Thursday 18 March it is, call 6:30
[09:14] Amaru: wrap by 18:30 please
Place: Pour floor, Tregarrow & Lisle, Slip Road
Parking: behind the pattern shed
Hospital: Port Ellery cottage hospital, 9 min
Piet Lam, sound recordist, +44 1632 960 003
Jonna Reyes – gaffer
6 The door lifts
7 Metal meets the mould
see you all there!`;

describe('a paste of everything at once', () => {
  const read = readStart(
    `Sunday 28 March 2027, call 07:30 at the old tannery, wrap by 18:00
Crew
Bea Lund, camera
Tor Vik, gaffer
Programme
09:00 doors open 20 min
10:30 speech by the chair 15 min
Shots
1 Wide of the yard
2 Close on the vats
3 The chair, medium`,
    TODAY,
  );
  it('headings are headings, and where the call is is the place', () => {
    expect(read.left).toEqual([]);
    expect(read.places.map((p) => p.name)).toEqual(['The old tannery']);
    expect(read.people.map((p) => p.name)).toEqual(['Bea Lund', 'Tor Vik']);
  });
  it('shots keep their numbers and moments take others: nothing is there twice', () => {
    const rows = noRows(bellRows().rows.production);
    let n = 0;
    const ops = planStart(read, rows, { kind: 'moments', timeZone: 'UTC', newId: () => `n${(n += 1)}` });
    const scenes = ops.flatMap((o) => (o.op === 'insert' && o.table === 'scenes' ? [o.values] : []));
    expect(scenes.map((s) => [s.kind, s.number])).toEqual([
      ['moment', '4'],
      ['moment', '5'],
      ['shots', '1'],
      ['shots', '2'],
      ['shots', '3'],
    ]);
  });
  it('a named place is the place, wherever the call is', () => {
    expect(readStart('call 7:30 at the gate\nPlace: Old tannery, Mill Lane', TODAY).places.map((p) => p.name)).toEqual([
      'Old tannery',
    ]);
    expect(readStart('call at 7:30 for everybody', TODAY).places).toEqual([]);
  });
});

describe('a day from a pasted thread', () => {
  const read = readStart(THREAD, TODAY);
  it('finds date, times, place, people and shots', () => {
    expect(read).toMatchObject({
      date: '2027-03-18',
      callMin: 390,
      wrapMin: 1110,
      places: [
        {
          name: 'Pour floor',
          address: 'Tregarrow & Lisle, Slip Road',
          parking: 'behind the pattern shed',
          hospital: 'Port Ellery cottage hospital, 9 min',
        },
      ],
      people: [
        { name: 'Piet Lam', role: 'sound recordist', phone: '+44 1632 960 003', guest: false },
        { name: 'Jonna Reyes', role: 'gaffer', phone: '', guest: false },
      ],
      shots: [
        { scene: '6', description: 'The door lifts' },
        { scene: '7', description: 'Metal meets the mould' },
      ],
    });
  });
  it('marks the gaps, and gives back what it does not know', () => {
    expect(read.gaps).toEqual(['Jonna Reyes: no phone.']);
    expect(read.left).toEqual([{ text: 'see you all there!', likely: ['wish', 'moment', 'note'] }]);
    expect(readStart('', TODAY).gaps).toHaveLength(6);
  });
  it('reads a crew list with tabs and a shot table', () => {
    const list = readStart(
      'Name\tRole\tPhone\nMirko Hale\tCamera operator\t01632 960 009\nScene,Shot\n12A\tLadle, close',
      TODAY,
    );
    expect(list.people).toEqual([
      { name: 'Mirko Hale', role: 'Camera operator', phone: '01632 960 009', email: '', guest: false, minor: false },
    ]);
    expect(list.shots).toEqual([{ scene: '12', description: 'Ladle, close' }]);
    expect(list.left).toEqual([]);
  });
  it('never throws, and loses no line', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 40 }), { maxLength: 8 }), (lines) => {
        readStart(lines.join('\n'), TODAY);
      }),
    );
    expect(readStart('a line that says nothing', TODAY).left.map((l) => l.text)).toEqual(['a line that says nothing']);
  });
});

const SWIM = `Hi! so sat 14 aug, memorial swim at the lido
Place: Lido, Lake Road 3
07:50 Welcome at the jetty
08:15 minute of silence 2min
08:20 START
08:35–09:20 swim, last one out
wrap 11:00
Jo Amadi, sound, 0664 960 0034
bring the long ladder for Tam?

Swimmers:
Ilka Brandt
Tam Okello`;

describe('a programme in a message', () => {
  const read = readStart(SWIM, TODAY);
  it('lines that begin with a time are moments, names below a heading are guests, what is not understood is offered', () => {
    expect(read.date).toBe('2027-08-14');
    expect(read.moments.map((m) => [m.plannedMin, m.title, m.lengthMin])).toEqual([
      [470, 'Welcome at the jetty', null],
      [495, 'minute of silence', 2],
      [500, 'START', null],
      [515, 'swim, last one out', 45],
    ]);
    expect(read.people.map((p) => [p.name, p.guest])).toEqual([
      ['Jo Amadi', false],
      ['Ilka Brandt', true],
      ['Tam Okello', true],
    ]);
    expect(read.left).toEqual([{ text: 'bring the long ladder for Tam?', likely: ['wish', 'moment', 'note'] }]);
  });
  it('a date alone is a date, however it begins; a shot’s line is read in the words of the quick line', () => {
    const short = readStart('3 Dec\n1 ws the boats leave 10min must\n3 Dec leaves the quay', TODAY);
    expect([short.date, short.shots.map((s) => s.scene)]).toEqual(['2027-12-03', ['1', '3']]);
    const shots = inserted(planStart(short, nothing, { kind: 'shots', newId, timeZone: 'UTC' }), 'shots');
    expect(shots).toMatchObject([
      { size: 'ws', description: 'the boats leave', minutesOverride: 10, priority: 'must' },
      { size: null, description: 'Dec leaves the quay' },
    ]);
    // A scene made of its first shot is called by what happens in it, not by how that is taken.
    const scenes = inserted(planStart(short, nothing, { kind: 'shots', newId, timeZone: 'UTC' }), 'scenes');
    expect(scenes.map((x) => ('title' in x ? x.title : ''))).toEqual(['the boats leave', 'Dec leaves the quay']);
  });
  it('what one says of such a line counts', () => {
    const told = (kind: 'wish' | 'note' | 'moment' | 'crew' | 'guest' | 'shot') =>
      readStart(SWIM, TODAY, new Map([['bring the long ladder for Tam?', kind]]));
    expect(told('wish').wishes).toEqual(['bring the long ladder for Tam?']);
    expect(told('note').notes).toEqual(['bring the long ladder for Tam?']);
    expect(told('moment').moments).toHaveLength(5);
    expect(told('shot').shots).toHaveLength(1);
    expect(told('guest').people.at(-3)).toMatchObject({ guest: true });
    for (const kind of ['wish', 'note', 'moment', 'crew', 'guest', 'shot'] as const)
      expect(told(kind).left).toEqual([]);
  });
});

const CHOIR = `Choir jubilee, 28 Nov 2026, call 12:00, wrap by 22:00
Venue: Old Brewery Hall, Brewery Lane 4, Linz
13:00 Doors open
about 15:30 Toast by the chair
then portraits 25 min
23:30-00:15 Last dance
Mila Ortner, second camera, mila@example.org
Ben Asante (14), soloist
parking only behind the hall
Iva Roth, page turner
Quay House, Quay 7
The hall is cold, bring gloves`;

describe('a message as people write it', () => {
  const read = readStart(CHOIR, '2026-11-01');
  it('the job’s name stands beside its date, and a venue is a place', () => {
    expect(read.title).toBe('Choir jubilee');
    expect(read.places).toMatchObject([
      { name: 'Old Brewery Hall', address: 'Brewery Lane 4, Linz', parking: 'only behind the hall' },
    ]);
    expect(readStart('Hi all! so sat 14 aug, memorial swim', TODAY).title).toBe('Memorial swim');
    expect(readStart('Thursday 18 March it is, call 6:30', TODAY).title).toBe('');
  });
  it('about a time, after another, and past midnight', () => {
    expect(read.moments.map((m) => [m.plannedMin, m.title, m.lengthMin, m.start])).toEqual([
      [780, 'Doors open', null, 'fixed'],
      [930, 'Toast by the chair', null, 'about'],
      [null, 'portraits', 25, 'follows'],
      [1410, 'Last dance', 45, 'fixed'],
    ]);
  });
  it('a mail reaches somebody; an age says who is in the picture, and a minor', () => {
    expect(read.people).toMatchObject([
      { name: 'Mila Ortner', role: 'second camera', email: 'mila@example.org', guest: false, minor: false },
      { name: 'Ben Asante', role: 'soloist', guest: true, minor: true },
    ]);
  });
  it('a first name and what they are may be somebody, as may what only looks so', () => {
    const likely = (line: string) => readStart(`Date: 14 March 2027\n${line}`, TODAY, new Map()).left[0]?.likely;
    expect(likely('Ina, potter')).toEqual(['crew', 'guest', 'wish', 'note']);
    expect(likely('Gloves, please')).toEqual(['crew', 'guest', 'wish', 'note']);
    expect(likely('gloves, please')).toEqual(['wish', 'moment', 'note']);
    expect(likely('Bring, if it rains, the large umbrella')).toEqual(['wish', 'moment', 'note']);
    const told = readStart('Ina, potter', TODAY, new Map([['Ina, potter', 'guest']]));
    expect(told.people).toMatchObject([{ name: 'Ina', role: 'potter', guest: true }]);
  });
  it('what it does not know is asked with what it may be, and told as that', () => {
    expect(read.left).toEqual([
      { text: 'Iva Roth, page turner', likely: ['crew', 'guest', 'note'] },
      { text: 'Quay House, Quay 7', likely: ['place', 'wish', 'note'] },
      { text: 'The hall is cold, bring gloves', likely: ['crew', 'guest', 'note'] },
    ]);
    const told = readStart(
      CHOIR,
      TODAY,
      new Map([
        ['Iva Roth, page turner', 'crew'],
        ['Quay House, Quay 7', 'place'],
        ['The hall is cold, bring gloves', 'note'],
      ]),
    );
    expect(told.left).toEqual([]);
    expect(told.people.at(-1)).toMatchObject({ name: 'Iva Roth', role: 'page turner', guest: false });
    expect(told.places.at(-1)).toMatchObject({ name: 'Quay House', address: 'Quay 7' });
    const named = readStart('Choir jubilee\n13:00 Doors', TODAY);
    expect(named.left).toEqual([{ text: 'Choir jubilee', likely: ['title', 'wish', 'note'] }]);
    expect(readStart('Choir jubilee', TODAY, new Map([['Choir jubilee', 'title']])).title).toBe('Choir jubilee');
  });
});

const { rows, newId } = bellRows();
const nothing = noRows(rows.production);
const made = (text: string, have: StartRows = nothing) =>
  planStart(readStart(text, TODAY), have, { kind: 'moments', newId, timeZone: 'Europe/London' });
const inserted = (ops: ReturnType<typeof made>, table: string) =>
  ops.flatMap((o) => (o.op === 'insert' && o.table === table ? [{ ...o.values, id: o.id }] : []));

describe('what a start becomes', () => {
  it('a day with its programme, crew called, guests in the picture without a call', () => {
    const ops = made(SWIM);
    const [day] = inserted(ops, 'days');
    expect(day).toMatchObject({ date: '2027-08-14', wantedWrapMin: 660 });
    expect(inserted(ops, 'scenes').map((s) => ('plannedMin' in s ? [s.plannedMin, s.dayId === day?.id] : []))).toEqual(
      [470, 495, 500, 515].map((m) => [m, true]),
    );
    expect(inserted(ops, 'people').map((p) => ('kind' in p ? p.kind : ''))).toEqual(['crew', 'guest', 'guest']);
    expect(inserted(ops, 'engagements')).toHaveLength(1);
  });
  it('what follows another hangs on it, and a mail and an age are kept', () => {
    const ops = made(CHOIR);
    const scenes = inserted(ops, 'scenes') as unknown as Scene[];
    expect(scenes.map((s) => [s.startKind, s.followsSceneId])).toEqual([
      ['fixed', null],
      ['about', null],
      ['follows', scenes[1]!.id],
      ['fixed', null],
    ]);
    expect(inserted(ops, 'people')).toMatchObject([
      { email: 'mila@example.org', kind: 'crew' },
      { minor: true, kind: 'guest' },
    ]);
    expect(made(CHOIR, rowsAfter(nothing, ops)).filter((o) => o.table === 'scenes')).toEqual([]);
  });
  it('pasted again it makes nothing twice; without a date no day is invented', () => {
    const have = rowsAfter(nothing, made(SWIM));
    expect(have.days).toMatchObject([{ date: '2027-08-14', productionId: rows.production.id, version: 1 }]);
    expect(nothing.days).toEqual([]);
    expect(made(SWIM, have).filter((o) => o.op === 'insert')).toEqual([]);
    const undated = made('07:50 Welcome\nJo Amadi, sound');
    expect(inserted(undated, 'days')).toEqual([]);
    expect(inserted(undated, 'scenes')).toMatchObject([{ dayId: null, plannedMin: 470 }]);
    const later = made('09:00 Coffee', have);
    expect(inserted(later, 'scenes')).toMatchObject([{ dayId: have.days[0]!.id }]);
  });
  it('the first day takes up what has a time and no day, and everybody but guests', () => {
    const scene = { ...rows.scenes[0]!, kind: 'moment' as const, dayId: null, plannedMin: 600 };
    const people = rows.people.slice(0, 2).map((p, i) => ({ ...p, kind: i ? ('guest' as const) : ('crew' as const) }));
    const ops = firstDayOps(
      { days: [], scenes: [scene, { ...scene, id: newId(), plannedMin: null }], people },
      { dayId: newId(), newId },
    );
    expect(ops.map((o) => `${o.op} ${o.table}`)).toEqual(['update scenes', 'insert engagements']);
    expect(firstDayOps({ ...rows, days: rows.days }, { dayId: newId(), newId })).toEqual([]);
  });
});

describe('what is still missing for a call sheet', () => {
  const titles = (list: ReturnType<typeof stillMissing>, done: boolean) =>
    list.filter((m) => m.done === done).map((m) => m.key);
  it('with nothing all of it, each with its screen', () => {
    const list = stillMissing({ ...nothing, consents: [], frozenSheets: [] }, null, null);
    expect(titles(list, true)).toEqual([]);
    expect(list.map((m) => m.screen)).toContain('places');
  });
  it('shrinks as things are said, and names what lacks', () => {
    const [day] = rows.days;
    const plan = planOf(rows, day!);
    const list = stillMissing({ ...rows, frozenSheets: [] }, day!, plan);
    expect(titles(list, true)).toEqual(expect.arrayContaining(['when', 'spot', 'order', 'weather']));
    const places = rows.places.map((p) => ({ ...p, hospital: '' }));
    const lacks = stillMissing({ ...rows, places }, day!, plan).find((m) => m.key === 'hospital');
    expect(lacks).toMatchObject({ done: false, rowId: expect.any(String) });
    expect(lacks?.words).toContain(rows.places[0]!.name);
  });
});

describe('templates', () => {
  it.each(TEMPLATES.map((t) => [t.title, t] as const))(
    '%s can be stored as it is, and every word of its lines is understood',
    (_title, template) => {
      const ops = planTemplate(template, { newId, shotNumbers: 'letters' });
      const shapes = {
        people: personFields,
        cameras: cameraFields,
        scenes: sceneFields,
        shots: shotFields,
        days: dayFields,
      };
      for (const op of ops)
        if (op.op === 'insert')
          expect(shapes[op.table as keyof typeof shapes].safeParse(op.values).success, op.table).toBe(true);
      const shots = ops.flatMap((o) => (o.op === 'insert' && o.table === 'shots' ? [o.values] : []));
      expect(shots.some((s) => s.priority === 'must')).toBe(true);
      for (const s of shots) {
        expect(s.size, s.description).not.toBeNull();
        expect(s.minutesOverride, s.description).not.toBeNull();
        expect(s.description).not.toMatch(/\b(must|should|nice|\d+min|[b-z])\b/);
      }
    },
  );
});
