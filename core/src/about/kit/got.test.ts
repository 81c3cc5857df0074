import { describe, expect, it } from 'vitest';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import {
  CRATE_DEFAULTS,
  KIT_LINE_DEFAULTS,
  PIECE_DEFAULTS,
  type Crate,
  type KitLine,
  type Piece,
} from '../../rooms/kit/index.ts';
import { catalogueOf } from '../../rooms/light/index.ts';
import { batteriesOfDay, kitOf, kitOfJob, planOf, uncountedOfDay } from '../../whole/productions/index.ts';
import { coverageOf, failuresOf } from '../holds/index.ts';
import {
  bestWay,
  bookedOn,
  bookingClashes,
  customsList,
  hireList,
  isPieceOf,
  kitOut,
  matchKit,
  oneHands,
  packingList,
  packingRows,
  PACKING_HEAD,
  spareAdvice,
  waysToGet,
  type Booking,
  type KitNeed,
  type WaySources,
} from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const base = () => ({ id: newId(), productionId: 'p', version: 1, deletedAt: null });
const line = (more: Partial<KitLine>): KitLine => ({
  ...base(),
  ...KIT_LINE_DEFAULTS,
  name: 'Ring',
  position: n,
  ...more,
});
const piece = (more: Partial<Piece>): Piece => ({ ...base(), ...PIECE_DEFAULTS, name: 'Ring', position: n, ...more });
const crate = (more: Partial<Crate>): Crate => ({ ...base(), ...CRATE_DEFAULTS, name: 'Case', position: n, ...more });
const need = (more: Partial<KitNeed>): KitNeed => ({
  ...{
    key: 'Camera/ring',
    department: 'Camera',
    what: 'step ring 77 → 82 mm',
    count: 2,
    unit: '',
    spent: false,
    why: ['3A'],
  },
  ...{ places: [], ...more },
});
const bell = ninthBell(newId, '/media');
const [first] = bell.days;
const SOURCES: WaySources = {
  ...{ get: 2, fromDate: '2027-03-18', toDate: '2027-03-19', productionId: 'p', pieces: [], bookings: [] },
  ...{ lenses: bell.lenses, cameras: bell.cameras, catalogue: catalogueOf([]) },
};

describe('what is got', () => {
  it('is had when it is here, coming when it is decided, settled when it is done without', () => {
    const lines = [
      line({ need: 'Camera/ring', have: 1, state: 'packed' }),
      line({ need: 'Camera/ring', have: 1, state: 'toGet', source: 'hired' }),
      line({ need: 'Camera/ring', have: 1, source: 'without' }),
      line({ need: 'Camera/ring', have: 5, state: 'missing' }),
    ];
    const [m] = matchKit([need({ count: 4 })], lines);
    expect(m).toMatchObject({ have: 1, coming: 1, without: 1, get: 1 });
    const out = kitOut([...lines, line({ state: 'back', checkedBy: 'Edda' }), line({ state: 'there', on: true })]);
    expect([out.toGet, out.unpacked, out.notBack, out.unchecked, out.on].map((l) => l.length)).toEqual([1, 0, 2, 1, 1]);
  });
  it('is known by name: all words of the shorter one in the longer one', () => {
    expect(isPieceOf({ name: 'Prime 50 mm' }, 'lens Prime 50 mm')).toBe(true);
    expect(isPieceOf({ name: 'Prime 5 mm' }, 'lens Prime 50 mm')).toBe(false);
    expect(isPieceOf({ name: ' ' }, 'lens')).toBe(false);
  });
  it('of a need’s name counts for it, with or without what kind of thing it is; for one need only', () => {
    const lens = need({ key: 'Camera/lens Prime 50 mm', what: 'lens Prime 50 mm' });
    const tape = need({ key: 'Tools/tape', what: 'tape, pens, hex keys, knife' });
    const own = [
      line({ name: ' prime  50 MM' }),
      line({ name: 'tape' }),
      line({ need: 'Camera/ring', name: 'lens Prime 50 mm' }),
    ];
    expect(matchKit([lens, tape, need({})], own).map((m) => m.have)).toEqual([1, 0, 1]);
  });
  it('that only sounds like it is offered by its name, and somebody says whether it is the same', () => {
    const ways = waysToGet(need({ what: 'light stand' }), {
      ...SOURCES,
      pieces: [piece({ name: 'stand' }), piece({ name: 'light stand' })],
    });
    expect(ways.slice(0, 2).map((w) => [w.words, w.works])).toEqual([
      ['1 of your own', true],
      ['1 of your own “stand”', false],
    ]);
  });
  it('comes from one’s own list first, as far as it is free on the dates', () => {
    const ring = piece({ name: 'step ring 77 → 82 mm', count: 2, whereabouts: 'flat' });
    const booked: Booking = {
      ...{
        pieceId: ring.id,
        productionId: 'other',
        title: 'Other',
        fromDate: '2027-03-19',
        toDate: '2027-03-22',
        count: 1,
      },
    };
    const ways = waysToGet(need({}), { ...SOURCES, pieces: [ring], bookings: [booked] });
    expect(ways[0]).toMatchObject({ source: 'own', count: 1, words: '1 of your own, flat', byDate: '2027-03-17' });
    expect(bestWay(ways)).toBe(ways[0]);
    const later = { ...SOURCES, pieces: [ring], bookings: [{ ...booked, fromDate: '2027-03-20' }] };
    expect(waysToGet(need({}), later)[0]).toMatchObject({ count: 2 });
    const gone = waysToGet(need({}), { ...SOURCES, pieces: [{ ...ring, state: 'lost' }] });
    expect(gone.map((w) => w.source)).toEqual(['hired', 'lent', 'bought', 'without']);
    expect(gone.map((w) => w.byDate)).toEqual(['2027-03-16', '2027-03-15', '2027-03-11', null]);
    expect(bestWay(gone)?.source).toBe('hired');
  });
  it('a lens that reaches the same comes instead, with what it costs in the picture', () => {
    const [fifty] = bell.lenses.filter((l) => l.focalMinMm === 50 && l.focalMaxMm === 50);
    const zoom = { ...fifty!, id: 'zoom', name: 'Zoom 24–70 mm', focalMinMm: 24, focalMaxMm: 70, tWide: 3, tLong: 3 };
    const of = (lenses: typeof bell.lenses) =>
      waysToGet(need({ what: `lens ${fifty!.name}`, count: 1 }), { ...SOURCES, get: 1, lenses: [fifty!, ...lenses] });
    const [way] = of([zoom]);
    expect(way).toMatchObject({ key: 'lens:zoom', works: true });
    expect(way!.stops).toBeCloseTo(2 * Math.log2(3 / fifty!.tWide), 6);
    expect(way!.words).toContain('stops less light');
    expect(of([{ ...zoom, imageCircleMm: 20 }])[0]).toMatchObject({ works: false });
    expect(of([{ ...zoom, state: 'faulty' }])[0]!.source).toBe('hired');
  });
  it('a lamp comes instead where it gives nearly as much: one’s own before hire, another one after it', () => {
    const lamp = need({ department: 'Light', what: 'daylight COB 300 W', count: 1 });
    const ways = waysToGet(lamp, { ...SOURCES, get: 1 });
    expect(ways[0]!.source).toBe('hired');
    const other = ways.find((w) => w.key.startsWith('lamp:'))!;
    expect(ways.indexOf(other)).toBeGreaterThan(0);
    const own = piece({ name: other.name });
    const withOwn = waysToGet(lamp, { ...SOURCES, get: 1, pieces: [own] });
    const [mine] = withOwn;
    expect(mine).toMatchObject({ source: 'own', pieceId: own.id });
    expect(mine!.words).toContain('of your own instead');
  });
});

describe('what is promised', () => {
  const span = (fromDate: string, toDate: string, count = 1, productionId = 'a'): Booking => ({
    ...{ pieceId: 'x', productionId, title: productionId, fromDate, toDate, count },
  });
  it('counts what is asked for at once, not one after the other', () => {
    const list = [
      span('2027-01-01', '2027-01-03'),
      span('2027-01-04', '2027-01-05'),
      span('2027-01-05', '2027-01-09', 2),
    ];
    expect(bookedOn('x', list, { fromDate: '2027-01-01', toDate: '2027-01-04', not: '' })).toBe(1);
    expect(bookedOn('x', list, { fromDate: '2027-01-01', toDate: '2027-01-31', not: '' })).toBe(3);
    expect(bookedOn('x', list, { fromDate: '2027-01-01', toDate: '2027-01-31', not: 'a' })).toBe(0);
  });
  it('to two jobs at once is told, with both; what is faulty is promised to nobody', () => {
    const own = [piece({ id: 'x', count: 1 })];
    const list = [span('2027-01-01', '2027-01-03', 1, 'a'), span('2027-01-03', '2027-01-05', 1, 'b')];
    expect(bookingClashes(own, list)).toEqual([
      {
        pieceId: 'x',
        name: 'Ring',
        has: 1,
        asked: 2,
        fromDate: '2027-01-03',
        toDate: '2027-01-03',
        titles: ['a', 'b'],
      },
    ]);
    expect(bookingClashes([{ ...own[0]!, count: 2 }], list)).toEqual([]);
    expect(bookingClashes([{ ...own[0]!, count: 2, state: 'faulty' }], list).map((c) => c.has)).toEqual([0, 0]);
  });
});

describe('spares and hands', () => {
  it('a spare for what alone loses a moment that must be had; plenty only where the van is full', () => {
    const boat = lifeboat(newId, '/media');
    const plan = planOf(boat, boat.days[0]!);
    const fails = failuresOf(coverageOf({ ...boat, plan }));
    const few = spareAdvice(fails, [], 0);
    expect(few.length).toBeGreaterThan(0);
    expect(few.every((a) => a.kind === 'few' && a.why.startsWith('Alone it loses '))).toBe(true);
    const matches = matchKit([need({})], [line({ need: 'Camera/ring', have: 9 })]);
    const none = { open: [], single: [], pairs: [] };
    expect(spareAdvice(none, matches, 0)).toEqual([]);
    expect(spareAdvice(none, matches, 3)).toMatchObject([
      { kind: 'many', what: '9 of step ring 77 → 82 mm', why: '2 are needed, and 3 pieces are not in the van.' },
    ]);
  });
  it('all of a kind with one person, all props in one case of another name: said; spread out: not', () => {
    const three = (more: Partial<KitLine>) => ['a', 'b', 'c'].map((k) => line({ need: `Props/${k}`, ...more }));
    expect(oneHands(three({ carrierId: 'edda' }))).toMatchObject([{ department: 'Props', carrierId: 'edda' }]);
    expect(oneHands(three({ crate: 'Blue trunk' }))).toMatchObject([{ department: 'Props', crate: 'Blue trunk' }]);
    expect(oneHands(three({ crate: 'Props' }))).toEqual([]);
    expect(oneHands([...three({ carrierId: 'edda' }), line({ need: 'Props/d', carrierId: 'oda' })])).toEqual([]);
    expect(oneHands(three({ carrierId: 'edda' }).slice(1))).toEqual([]);
  });
});

describe('lists', () => {
  const people = [{ id: 'oda', shortName: 'Oda' }];
  const places = [{ id: 'tower', name: 'Tower' }];
  const lines = [
    line({ name: 'Ring', need: 'Camera/ring', crate: 'Bag', carrierId: 'oda' }),
    line({ name: 'Tape', crate: '' }),
    line({ name: 'Crane', source: 'without' }),
  ];
  const of = (order: 'case' | 'place' | 'person') =>
    packingList(order, { lines, people, places, placesOf: new Map([['Camera/ring', ['tower']]]) });
  it('stand by case, place or person, what belongs nowhere last, without what is done without', () => {
    expect(of('case').map((g) => g.title)).toEqual(['Bag', 'In no case']);
    expect(of('place').map((g) => g.title)).toEqual(['Tower', 'No place in particular']);
    expect(of('person').map((g) => g.title)).toEqual(['Oda', 'Nobody in particular']);
    const rows = packingRows(of('case'));
    expect(rows.map((r) => r[1])).toEqual(['Ring', 'Tape']);
    expect(rows.every((r) => r.length === PACKING_HEAD.length)).toBe(true);
  });
  it('what comes from others stands by whom, then by when', () => {
    const list = hireList([
      line({ name: 'c', source: 'hired', supplier: 'Quay', byDate: null }),
      line({ name: 'a', source: 'lent', supplier: 'Anna' }),
      line({ name: 'b', source: 'hired', supplier: 'Quay', byDate: '2027-03-01' }),
      line({ name: 'own' }),
    ]);
    expect(list.map((l) => l.name)).toEqual(['a', 'b', 'c']);
  });
  it('over a border: what is unknown is said, values add up by currency', () => {
    const known = piece({ serial: '1', valueMinor: 500_00, madeIn: 'here', massKg: 2 });
    const list = customsList(
      [line({ pieceId: known.id, have: 3 }), line({ name: 'Tape', have: 1 }), line({ source: 'without' })],
      [known],
      [crate({ massKg: 12 })],
    );
    expect(list.lines[0]).toMatchObject({ count: 3, massKg: 6, valueMinor: 1500_00, currency: 'EUR', lacks: [] });
    expect(list.lines[1]!.lacks).toEqual(['serial number', 'value', 'where it was made', 'weight']);
    expect(list).toMatchObject({ totals: [{ currency: 'EUR', minor: 1500_00 }], massKg: 12, lacking: 1 });
  });
});

describe('packs over the day', () => {
  it('of cameras and of lamps on battery, in the cold of the day, with what is there', () => {
    const plan = planOf(bell, first!);
    const found = batteriesOfDay(bell, plan);
    const a = found.find((b) => b.name === 'camera A')!;
    expect(a.has).toBe(8);
    expect(a.packsNeeded).toBeGreaterThan(0);
    expect(a.swaps.every((s) => s.atMin >= a.on[0]!.fromMin)).toBe(true);
    expect(found.some((b) => /tube/.test(b.name))).toBe(true);
    const warm = batteriesOfDay(bell, { ...plan, day: { ...plan.day, forecast: null } });
    expect(warm.find((b) => b.name === 'camera A')!.lastsMin).toBeGreaterThan(a.lastsMin);
    const cameras = bell.cameras.map((c) => (c.letter === 'A' ? { ...c, batteryMin: null } : c));
    expect(uncountedOfDay(bell, plan)).not.toContain('camera A');
    expect(uncountedOfDay({ ...bell, cameras }, plan)).toContain('camera A');
    // Nobody said how many there are: then none is said to lack.
    expect(batteriesOfDay({ ...bell, packs: [] }, plan).every((b) => b.has === null && b.short === 0)).toBe(true);
  });
});

describe('a whole job', () => {
  it('needs the most of each thing on any day, and all cards and water of all days', () => {
    const days = bell.days.map((d) => kitOf(bell, d));
    const job = kitOfJob(bell);
    const countOf = (list: readonly KitNeed[], what: string) => list.find((x) => x.what === what)?.count ?? 0;
    for (const what of ['tripod', 'card reader'])
      expect(countOf(job, what)).toBe(Math.max(...days.map((d) => countOf(d, what))));
    for (const what of ['drinking water', 'card for camera A', 'meal', 'call sheet'])
      expect(countOf(job, what)).toBe(days.reduce((sum, d) => sum + countOf(d, what), 0));
  });
});
