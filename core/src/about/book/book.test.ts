import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { msToMinute } from '../../base/time/index.ts';
import { distance } from '../../base/geometry/index.ts';
import { faceOf, placeOf, type LightPlan } from '../../rooms/light/index.ts';
import { ROOM_DEFAULTS, type Room } from '../../rooms/places/index.ts';
import { foldTakes } from '../../rooms/roll/index.ts';
import { morningTakes } from '../../../../demo/src/index.ts';
import { bellRows } from '../../whole/productions/testing.ts';
import {
  bookDayOf,
  bookSetupFields,
  bookSetupOf,
  rebuiltIn,
  searchBook,
  type BookSetup,
  type BookSources,
} from './index.ts';

const { demo, newId } = bellRows();
const takes = foldTakes(morningTakes(demo, 660, newId).events);
const sources: BookSources = { ...demo, takes, log: [], mealsOf: () => [], plannedMin: new Map() };
const setup = demo.setups.find((s) => s.plan.items.filter((i) => i.kind === 'source').length >= 2 && faceOf(s.plan))!;
const entry = (values: Partial<BookSetup> = {}): BookSetup => ({
  ...bookSetupOf(sources, setup),
  ...{ id: newId(), productionId: newId(), version: 1, deletedAt: null, note: '', position: 1, ...values },
});
const room = (values: Partial<Room>): Room => ({
  ...ROOM_DEFAULTS,
  ...{ id: newId(), productionId: newId(), placeId: newId(), version: 1, deletedAt: null, name: 'Room', position: 1 },
  ...values,
});

describe('a setup as the book keeps it', () => {
  it('is one that the table takes, with its light line by line', () => {
    const values = { ...bookSetupOf(sources, setup), note: '', position: 1 };
    expect(bookSetupFields.parse(values)).toEqual(values);
    expect(values.lines.length).toBeGreaterThanOrEqual(2);
    expect(values.lines.join(' ')).toMatch(/from the face/);
  });
  it('names nobody: it outlives the job', () => {
    const text = JSON.stringify(demo.setups.map((s) => bookSetupOf(sources, s)));
    for (const p of demo.people) expect(text, p.name).not.toContain(p.name);
    for (const p of demo.people) expect(text).not.toContain(p.id);
    for (const c of demo.circuits) expect(text).not.toContain(c.id);
  });
  it('says what somebody froze rather than what the plan says, and its photographs once', () => {
    const day = demo.days[0]!;
    const base = { productionId: demo.production.id, version: 1, deletedAt: null, dayId: day.id, by: '' };
    const hash = 'a'.repeat(64);
    const still = {
      ...{ kind: 'still' as const, about: 'asBuilt' as const, shotId: null, takeId: null, placeId: null },
      ...{ setupId: setup.id, hash, widthPx: 1, heightPx: 1, watch: '' },
    };
    const log = [
      {
        ...base,
        id: newId(),
        atMs: 1,
        payload: {
          kind: 'built' as const,
          setupId: setup.id,
          lines: ['key: as found'],
          words: 'The flag stood lower.',
        },
      },
      { ...base, id: newId(), atMs: 2, payload: still },
      { ...base, id: newId(), atMs: 3, payload: still },
      { ...base, id: newId(), atMs: 4, payload: { ...still, setupId: newId() } },
    ];
    expect(bookSetupOf({ ...sources, log }, setup)).toMatchObject({
      ...{ lines: ['key: as found'], remark: 'The flag stood lower.', photoHashes: [hash], date: demo.days[0]!.date },
    });
  });
  it('knows how long it took only where another take of that day came before', () => {
    const [first, second] = takes.filter((t) => t.shotId !== null);
    const used = demo.setups.find((s) => s.id === demo.shots.find((x) => x.id === second!.shotId)?.setupId)!;
    const other = demo.shots.find((x) => x.setupId !== used.id && x.setupId !== null)!;
    const rest = takes.filter((t) => t !== first);
    const took = (list: typeof takes) => bookSetupOf({ ...sources, takes: list }, used).tookMin;
    expect(took(rest)).toBeNull();
    const gapMin = Math.round((second!.rolledAtMs - first!.cutAtMs!) / 60_000);
    expect(took([{ ...first!, shotId: other.id }, ...rest])).toBe(gapMin);
    const at = (ms: number) => msToMinute(demo.days[0]!.date, demo.days[0]!.timeZone, ms);
    const meal = { startMin: at(first!.cutAtMs!) - 20, endMin: at(first!.cutAtMs!) + 1 };
    const eaten = { ...sources, takes: [{ ...first!, shotId: other.id }, ...rest], mealsOf: () => [meal] };
    expect(bookSetupOf(eaten, used).tookMin).toBe(Math.round(at(second!.rolledAtMs) - at(first!.cutAtMs!) - 1));
    expect(took([{ ...first!, shotId: other.id, dayId: newId() }, ...rest])).toBeNull();
  });
  it('is an interview where a scene of it has questions, else what kind of scene it is', () => {
    const used = demo.setups.find((s) => demo.shots.some((x) => x.setupId === s.id))!;
    const { sceneId } = demo.shots.find((x) => x.setupId === used.id)!;
    expect(bookSetupOf({ ...sources, questions: [] }, used).style).toBe('scene');
    expect(bookSetupOf({ ...sources, questions: [{ sceneId }] }, used).style).toBe('interview');
    const unused = { ...used, id: newId() };
    expect(bookSetupOf(sources, unused).style).toBe('');
  });
  it('a day says how many worked, where, and what took what', () => {
    const day = demo.days[0]!;
    const shotIds = new Set(demo.dayItems.filter((i) => i.dayId === day.id).flatMap((i) => i.shotId ?? []));
    const seen = [{ kind: 'setup' as const, estimate: 20, actual: 30 }];
    expect(bookDayOf(sources, day, { crew: 4, seen, shotIds })).toMatchObject({
      crew: 4,
      seen,
      date: day.date,
      job: demo.production.title,
    });
    expect(bookDayOf(sources, day, { crew: 0, seen: [], shotIds: new Set() }).placeKind).toBe('');
  });
});

describe('looking for a setup', () => {
  const camera = (id: string) => ({
    ...{ id, name: '', xM: 1, yM: 1, zM: 1, turnDeg: 0, kind: 'camera' as const, letter: id, tiltDeg: 0, focalMm: 35 },
  });
  const planWith = (cameras: string[], more: Partial<LightPlan> = {}): LightPlan => ({
    ...setup.plan,
    ...{
      items: [...setup.plan.items.filter((i) => i.kind !== 'camera'), ...cameras.map(camera)],
      atMin: null,
      ...more,
    },
  });
  const two = entry({
    name: 'I2 Two chairs',
    style: 'interview',
    date: '2027-01-02',
    plan: planWith(['A', 'B'], { atMin: 600, daylight: 'computed' }),
  });
  const one = entry({
    name: 'K1 Kitchen',
    style: 'scene',
    date: '2027-02-02',
    plan: planWith(['A']),
    lines: ['key: panel at 40 %'],
  });
  it.each([
    ['', ['K1 Kitchen', 'I2 Two chairs']],
    ['two cameras, window, interview', ['I2 Two chairs']],
    ['2 cameras', ['I2 Two chairs']],
    ['One camera', ['K1 Kitchen']],
    ['kitch', ['K1 Kitchen']],
    ['panel at 40', ['K1 Kitchen']],
    ['three cameras', []],
    ['chairs; kitchen', []],
  ])('“%s”', (query, names) => expect(searchBook([two, one], query).map((s) => s.name)).toEqual(names));
});

describe('a setup in another room', () => {
  const plan: LightPlan = { ...setup.plan, ambientLux: 0 };
  const ways = (p: LightPlan) => {
    const face = faceOf(p)!;
    return p.items.flatMap((i) => (i.kind === 'source' ? [distance(placeOf(i), placeOf(face))] : []));
  };
  let wide: ReturnType<typeof rebuiltIn>;
  beforeAll(() => {
    wide = rebuiltIn(plan, room({ widthM: 60, depthM: 60, heightM: 20 }));
  });
  it('with room enough is as it was: every way to the face and every level', () => {
    ways(wide.plan).forEach((w, i) => expect(w).toBeCloseTo(ways(plan)[i]!, 9));
    expect(wide.plan.items.map((i) => ('level' in i ? i.level : null))).toEqual(
      plan.items.map((i) => ('level' in i ? i.level : null)),
    );
    expect(wide.words).toEqual([]);
  });
  it('never stands in a wall or in the ceiling, whatever the room', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (widthM, depthM, heightM) => {
          const { plan: p, words } = rebuiltIn(plan, room({ widthM, depthM, heightM }));
          for (const i of p.items) {
            expect(i.xM).toBeGreaterThanOrEqual(Math.min(0.3, widthM / 2) - 1e-9);
            expect(i.xM).toBeLessThanOrEqual(Math.max(widthM - 0.3, widthM / 2) + 1e-9);
            expect(i.yM).toBeLessThanOrEqual(Math.max(depthM - 0.3, depthM / 2) + 1e-9);
            expect(i.zM).toBeLessThanOrEqual(Math.max(heightM - 0.15, 0) + 1e-9);
            if (i.kind === 'source') expect(i.level).toBeLessThanOrEqual(1);
          }
          const changed = p.items.some((i, n) => Math.abs(i.zM - plan.items[n]!.zM) > 1e-9);
          if (changed) expect(words.join(' ')).toContain('ceiling');
        },
      ),
    ));
  it('a lamp that comes nearer is set by the inverse square of its way, and that is said', () => {
    const face = {
      id: 'f',
      name: 'Face',
      kind: 'person' as const,
      xM: 5,
      yM: 5,
      zM: 1.5,
      turnDeg: 0,
      personId: null,
      spectacles: false,
    };
    const lamp = {
      ...setup.plan.items.find((i) => i.kind === 'source')!,
      id: 'k',
      name: 'Key',
      xM: 5,
      yM: 9,
      zM: 1.5,
      level: 0.8,
    };
    const small = rebuiltIn(
      { ...plan, wanted: { ...plan.wanted, faceId: 'f' }, items: [face, lamp] as LightPlan['items'] },
      room({ widthM: 8, depthM: 2.6, heightM: 3 }),
    );
    const key = small.plan.items.find((i) => i.id === 'k')!;
    expect(key).toMatchObject({ level: expect.closeTo(0.8 * (2 / 4) ** 2, 6) as number });
    expect(small.words.join(' ')).toContain('This room is smaller');
    expect(small.words.join(' ')).toContain('set anew for its distance');
  });
  it('leaves the old place’s own light out and says so; outside, and with no room said, nothing moves', () => {
    const lit = { ...plan, ambientLux: 300 };
    expect(rebuiltIn(lit, null)).toMatchObject({
      plan: { roomId: null, ambientLux: 0, items: plan.items },
      words: [expect.stringContaining('left out')],
    });
    expect(rebuiltIn(plan, room({ outside: true, widthM: 1 })).plan.items).toEqual(plan.items);
  });
});
