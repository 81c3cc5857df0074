import { describe, expect, it } from 'vitest';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import type { KitLine } from '../../rooms/kit/index.ts';
import { kitOf } from '../../whole/productions/index.ts';
import { DEPARTMENTS, kitOut, matchKit, needsAt, type KitNeed } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const bell = ninthBell(newId, '/media');
const [first, second] = bell.days;
const needs = kitOf(bell, first!);
const of = (what: string | RegExp, list: readonly KitNeed[] = needs) =>
  list.find((x) => (typeof what === 'string' ? x.what === what : what.test(x.what)));

describe('what a day needs', () => {
  it('stands by department, each thing once, with what asks for it', () => {
    const order = needs.map((x) => DEPARTMENTS.indexOf(x.department));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(new Set(needs.map((x) => x.key)).size).toBe(needs.length);
    expect(needs.every((x) => x.count > 0 && x.why.length > 0)).toBe(true);
    for (const department of ['Light', 'Camera', 'Sound', 'Power', 'Media', 'People', 'Paper'])
      expect(
        needs.some((x) => x.department === department),
        department,
      ).toBe(true);
  });
  it('cameras, lenses and what they stand on follow from the shots, and only from those of the day', () => {
    const shots = bell.shots.filter((s) => s.cameras.includes('A'));
    expect(of(/^camera A:/)!.why.every((code) => shots.some((s) => s.code === code))).toBe(true);
    const kit = (list: readonly KitNeed[]) => list.filter((x) => x.department === 'Camera').map((x) => x.what);
    expect(kit(needs).some((w) => w.startsWith('lens '))).toBe(true);
    expect(kit(kitOf(bell, second!))).not.toEqual(kit(needs));
  });
  it('a ring between a lens and the job’s filters is asked for by the shots of that lens', () => {
    const lenses = bell.lenses.map((l) => ({ ...l, threadMm: 77 }));
    const job = {
      ...bell,
      lenses,
      production: { ...bell.production, sheet: { ...bell.production.sheet, filterThread: '82' } },
    };
    const ring = of('step ring 77 → 82 mm', kitOf(job, first!))!;
    expect(ring.count).toBeGreaterThan(0);
    expect(ring.why.length).toBeGreaterThan(0);
    expect(of(/step ring/, kitOf({ ...job, lenses: [] }, first!))).toBeUndefined();
  });
  it('light once for all setups that stand one after the other: the most at once', () => {
    const light = needs.filter((x) => x.department === 'Light');
    for (const l of light) expect(l.count).toBe(Math.max(...l.places.map((p) => p.count)));
  });
  it('packs by the minutes that a camera is on, more in the cold, with one spare at the least', () => {
    const cold = (lowC: number | null) => {
      const forecast = lowC === null ? null : { lowC, highC: lowC, windMps: null, rain: '', source: 'x', atMs: 0 };
      return of('pack for camera A', kitOf(bell, { ...first!, forecast }))!.count;
    };
    expect(cold(null)).toBeGreaterThan(1);
    expect(cold(-20)).toBeGreaterThan(cold(20));
  });
  it('water by heads and hours, twice in the heat; meals by heads', () => {
    const water = (highC: number) =>
      of(
        'drinking water',
        kitOf(bell, { ...first!, forecast: { lowC: 10, highC, windMps: null, rain: '', source: 'x', atMs: 0 } }),
      )!.count;
    expect(Math.abs(water(30) - 2 * water(15))).toBeLessThanOrEqual(1);
    const heads = bell.engagements.filter((e) => e.dayId === first!.id).length;
    expect(of('meal')!.count).toBe(heads * first!.meals.length);
    expect(of('call sheet')!.count).toBe(heads);
  });
  it('at one place is what its own lines ask for', () => {
    const places = [...new Set(needs.flatMap((x) => x.places.map((p) => p.placeId)))];
    expect(places.length).toBeGreaterThan(1);
    for (const id of places)
      for (const x of needsAt(needs, id))
        expect(x.count).toBeLessThanOrEqual(needs.find((y) => y.key === x.key)!.count);
    expect(needsAt(needs, 'nowhere')).toEqual([]);
  });
  it('shots that name no camera are the first one’s: a stranger’s own job needs a body, packs and cards', () => {
    const job = { ...bell, shots: bell.shots.map((s) => ({ ...s, cameras: [] })) };
    const found = kitOf(job, first!);
    const letter = bell.cameras[0]!.letter;
    for (const what of [new RegExp(`^camera ${letter}:`), `pack for camera ${letter}`, `card for camera ${letter}`])
      expect(of(what, found), String(what)).toBeDefined();
  });
  it('cables are needed where nothing is heard too', () => {
    const cable = { id: 'c', label: 'P1', kind: 'picture', connector: 'plug', lengthM: 10, placeId: null } as never;
    const quiet = { ...bell, cables: [cable], shots: bell.shots.map((s) => ({ ...s, sound: '' })) };
    expect(kitOf(quiet, first!).find((x) => x.department === 'Cables')).toMatchObject({ count: 1, why: ['P1'] });
  });
  it('of a day of moments too, and of a day with nothing in it nothing but people', () => {
    const boat = lifeboat(newId);
    expect(kitOf(boat, boat.days[0]!).some((x) => x.department === 'Camera')).toBe(true);
    const empty = { ...bell, dayItems: [], scenes: [], shots: [], cables: [] };
    expect(new Set(kitOf(empty, first!).map((x) => x.department))).toEqual(new Set(['People', 'Paper']));
  });
});

describe('what is taken along', () => {
  const line = (need: string, have: number, state: KitLine['state'] = '') =>
    ({ need, have, state, name: need }) as KitLine;
  const need = { key: 'Camera/tripod', what: 'ring', count: 3 } as KitNeed;
  it('needs less have is to be got; what is missing is not had', () => {
    expect(matchKit([need], [line(need.key, 2), line('other', 9)])[0]).toMatchObject({ have: 2, get: 1 });
    expect(matchKit([need], [line(need.key, 5)])[0]).toMatchObject({ have: 5, get: 0 });
    expect(matchKit([need], [line(need.key, 3, 'missing')])[0]).toMatchObject({ have: 0, get: 3 });
  });
  it('what is not packed is known before the van leaves, what is not back after', () => {
    const lines = [
      line('a', 1),
      line('b', 1, 'packed'),
      line('c', 1, 'there'),
      line('d', 1, 'back'),
      line('e', 1, 'missing'),
      line('f', 0),
    ];
    expect(kitOut(lines).unpacked.map((l) => l.name)).toEqual(['a']);
    expect(kitOut(lines).notBack.map((l) => l.name)).toEqual(['c', 'e']);
  });
});
