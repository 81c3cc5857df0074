import { describe, expect, it } from 'vitest';
import { movingBreaks, sheetOf, type ProductionRows } from './index.ts';
import { bellRows } from './testing.ts';

const { demo, rows, newId } = bellRows();
const day = demo.days[0] as (typeof demo.days)[number];
const TODAY = '2027-03-01';
const base = { productionId: demo.production.id, version: 1, deletedAt: null };
const moved = (to: string, more: Partial<ProductionRows> = {}, elsewhere: Parameters<typeof movingBreaks>[4] = []) =>
  movingBreaks({ ...rows, ...more }, day, to, TODAY, elsewhere);
const words = (m: ReturnType<typeof moved>) => m.breaks.map((b) => b.words.replaceAll('\u00a0', ' ')).join('\n');

describe('moving a day', () => {
  it('onto another day, or into the past, is named', () => {
    expect(words(moved(demo.days[1]?.date ?? ''))).toContain('Day 2 is on Friday 19 March already.');
    expect(words(moved('2027-02-02'))).toContain('has passed');
  });
  it('windows follow the sun, and say by how much', () => {
    const m = moved('2027-03-25');
    const shift = m.windows.find((w) => demo.shots.find((s) => s.id === w.shotId)?.code === '9B');
    const was = demo.shots.find((s) => s.code === '9B')?.windows[0] ?? [0, 0];
    // A week in March: the sun sets some eleven minutes later.
    expect((shift?.windows[0]?.[0] ?? 0) - was[0]).toBeGreaterThan(8);
    expect((shift?.windows[0]?.[0] ?? 0) - was[0]).toBeLessThan(15);
    expect(words(m)).toMatch(/9B: the sun is 1\d min later/);
    // Over the change of clocks it is an hour more by the clock.
    expect((moved('2027-04-01').windows[0]?.windows[0]?.[0] ?? 0) - was[0]).toBeGreaterThan(70);
  });
  it('what the new windows make miss is named, and the plan that comes back has them', () => {
    // In late June the sun sets after nine: the tower waits for it, far past the causeway and the wrap.
    const m = moved('2027-06-24');
    const ninth = m.plan.rows.find((r) => r.shot?.code === '9B');
    expect(ninth?.startMin).toBeGreaterThan(20 * 60);
    // A fixed start in March’s low sun can’t wait for June’s.
    const shots = demo.shots.map((s) =>
      s.code === '9A' ? { ...s, windows: [[1020, 1100]] as [number, number][] } : s,
    );
    const pinned = moved('2026-12-20', { shots });
    expect(words(pinned)).toMatch(/9[A-E] doesn’t fit any of its windows/);
  });
  it('who can’t, and who is booked elsewhere', () => {
    const people = demo.people.map((p) => (p.shortName === 'Piet' ? { ...p, away: ['2027-03-25'] } : p));
    const m = moved('2027-03-25', { people }, [{ name: 'mirko hale ', production: 'The other', date: '2027-03-25' }]);
    expect(words(m)).toContain('Piet Lam can’t on Thursday 25 March.');
    expect(words(m)).toContain('Mirko Hale is on “The other” that day.');
  });
  it('what is hired costs its fee once the free date has passed, and nothing before', () => {
    const rental = {
      ...base,
      id: newId(),
      name: 'Lamps',
      supplier: 'Quay Hire',
      fromDate: '2027-03-17',
      toDate: '2027-03-20',
      costMinor: 90_000,
      cancelMinor: 30_000,
      freeUntil: '2027-03-10',
      dayId: null,
      position: 1,
    };
    expect(moved('2027-03-25', { rentals: [rental] })).toMatchObject({ costMinor: 0 });
    expect(words(moved('2027-03-25', { rentals: [rental] }))).toContain('move it by Wed 10 Mar, still free');
    const late = movingBreaks({ ...rows, rentals: [rental] }, day, '2027-03-25', '2027-03-12', []);
    expect(late.costMinor).toBe(30_000);
    expect(moved('2027-03-20', { rentals: [rental] }).breaks.some((b) => b.kind === 'rental')).toBe(false);
  });
  it('sheets that are out, a weekday that is another, and tides', () => {
    const sheet = {
      ...base,
      id: newId(),
      dayId: day.id,
      revision: 3,
      frozenAtMs: 1,
      note: '',
      shots: [],
      content: sheetOf(rows, day),
    };
    const m = moved('2027-03-26', { frozenSheets: [sheet] });
    expect(words(m)).toMatch(/Version 3 is out to \d+ people/);
    expect(words(m)).toContain('another day of the week');
    const facts = [
      {
        ...base,
        id: newId(),
        placeId: demo.places[2]?.id ?? '',
        topic: 'hours' as const,
        words: 'Tide closes the causeway',
        detail: null,
        foundOn: '2027-03-01',
        source: 'told' as const,
        ages: 'never' as const,
        pictureId: null,
        position: 1,
      },
    ];
    expect(words(moved('2027-03-25', { placeFacts: facts }))).toContain('“Tide closes the causeway” hangs on the date');
  });
  it('opening hours that the plan goes past are danger', () => {
    const place = demo.places.find((p) => p.name === 'Pour floor');
    const facts = [
      {
        ...base,
        id: newId(),
        placeId: place?.id ?? '',
        topic: 'hours' as const,
        words: 'Open',
        detail: { fromMin: 540, toMin: 660 },
        foundOn: '2027-03-01',
        source: 'told' as const,
        ages: 'never' as const,
        pictureId: null,
        position: 1,
      },
    ];
    expect(moved('2027-03-25', { placeFacts: facts }).breaks.find((b) => b.words.includes('is open'))).toMatchObject({
      level: 'danger',
    });
  });
});
