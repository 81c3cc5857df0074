import { describe, expect, it } from 'vitest';
import { ninthBell } from '@kavrell/demo';
import { sheetOf } from '../../whole/productions/index.ts';
import { sheetBand, sheetDifference, sheetPresent } from './index.ts';

let n = 0;
const demo = ninthBell(() => `0190a000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
const [first] = demo.days as [(typeof demo.days)[number]];
const sheet = sheetOf(demo, first);

describe('the day of a sheet as a band', () => {
  const band = sheetBand(sheet)!;
  it('is whole hours around call and wrap, with its light without a gap', () => {
    expect([band.fromMin, band.toMin]).toEqual([360, 1140]);
    expect(band.hoursMin).toHaveLength(14);
    expect(band.light.map((l) => l.kind)).toEqual(['twilight', 'low', 'day', 'low', 'twilight']);
    expect(band.light[0]?.fromMin).toBe(360);
    expect(band.light.at(-1)?.toMin).toBe(1140);
    band.light.slice(1).forEach((l, i) => expect(l.fromMin).toBe(band.light[i]?.toMin));
    // What the sheet itself says of its sun.
    expect(band.light[3]?.fromMin).toBeCloseTo(sheet.sun?.lowSunStartMin ?? 0, 6);
  });
  it('draws all lines but waits', () =>
    expect(band.blocks).toHaveLength(sheet.lines.filter((l) => l.kind !== 'wait').length));
  it('without a position, or where the sun does not set, no light is drawn: it is not known', () => {
    const nowhere = sheet.places.map((p) => ({ ...p, latitude: null, longitude: null }));
    expect(sheetBand({ ...sheet, places: nowhere })?.light).toEqual([]);
    const north = sheet.places.map((p) => ({ ...p, latitude: 78, longitude: 15 }));
    expect(sheetBand({ ...sheet, places: north, date: '2027-06-21' })?.light).toEqual([]);
  });
  it('an empty day has none', () => expect(sheetBand({ ...sheet, lines: [] })).toBeNull());
});

describe('what is due by a sheet', () => {
  const at = (minute: number) => sheetPresent(sheet, minute);
  const line = (title: RegExp) => sheet.lines.find((l) => title.test(l.title))!;
  it('is the line whose time it is, and the next work after it', () => {
    const pour = line(/^7C/);
    expect(at(pour.startMin)?.on).toBe(pour);
    expect(at(pour.endMin - 0.5)?.on).toBe(pour);
    expect(at(pour.startMin)?.next?.title).toMatch(/^7D/);
    expect(at(line(/^Meal/).startMin + 1)).toMatchObject({ on: { kind: 'meal' }, next: { kind: 'work' } });
  });
  it('shortly before the call nothing is on yet, and the first work is next', () =>
    expect(at(sheet.callMin - 30)).toMatchObject({ on: null, next: { title: 'Walk the pour, with barriers' } }));
  it('hours before, hours after and on other days there is no present', () => {
    for (const minute of [sheet.callMin - 61, sheet.wrapMin + 61, sheet.callMin + 1440, sheet.callMin - 1440])
      expect(at(minute)).toBeNull();
  });
  it('of two units it is the line begun last', () => {
    const [a] = sheet.lines.filter((l) => l.kind === 'work');
    const later = { ...a!, unit: 2, title: 'other', startMin: a!.startMin + 5, endMin: a!.endMin + 50 };
    expect(sheetPresent({ ...sheet, lines: [...sheet.lines, later] }, later.startMin + 1)?.on?.title).toBe('other');
  });
});

describe('pictures on a sheet', () => {
  it('are the light of each setup of the day once, and the scribbled boards of its shots', () => {
    const used = new Set(sheet.shots.map((s) => s.light).filter(Boolean));
    expect(new Set(sheet.plans?.map((p) => p.code))).toEqual(used);
    expect(sheet.boards?.map((b) => b.code)).toEqual(['7B', '3B', '9B']);
    for (const { svg } of [...(sheet.plans ?? []), ...(sheet.boards ?? [])]) expect(svg).toMatch(/^<svg .*<\/svg>$/);
  });
  it('a plan shows each thing of it, numbers on lamps and letters on cameras, and no words', () => {
    const setup = demo.setups.find((s) => s.code === 'L4')!;
    const svg = sheet.plans?.find((p) => p.code === 'L4')?.svg ?? '';
    const room = demo.rooms.find((r) => r.id === setup.plan.roomId);
    expect(svg.split('<g ').length - 1).toBe(setup.plan.items.length + (room?.features.length ?? 0));
    const written = [...svg.matchAll(/>([^<]+)<\/text>/g)].map((m) => m[1]);
    const sources = setup.plan.items.filter((i) => i.kind === 'source').length;
    expect(written.filter((w) => /^\d+$/.test(w!))).toHaveLength(sources);
    expect(written.every((w) => /^(\d+|[A-Z])$/.test(w!))).toBe(true);
  });
  it('a photograph stays in Kavrell, and so does what is too large to be sent', () => {
    const still = demo.pictures.map((p) => ({ ...p, fileHash: 'a'.repeat(64) }));
    expect(sheetOf({ ...demo, pictures: still }, first).boards).toEqual([]);
    const long = Array.from({ length: 12_000 }, (_, i) => (i % 100) / 100);
    const large = demo.pictures.map((p) => ({ ...p, strokes: [{ points: long, weight: 'thin' as const }] }));
    expect(sheetOf({ ...demo, pictures: large }, first).boards).toEqual([]);
  });
  it('light that is drawn anew is told as a change; a sheet from before there were drawings is not', () => {
    const setups = demo.setups.map((s) =>
      s.code === 'L4'
        ? { ...s, plan: { ...s.plan, items: s.plan.items.map((i, k) => (k ? i : { ...i, xM: i.xM + 0.4 })) } }
        : s,
    );
    const words = sheetDifference(sheet, sheetOf({ ...demo, setups }, first)).map((d) => d.words);
    expect(words).toContain('The light of L4 is drawn anew.');
    const { plans: _, ...old } = sheet;
    expect(sheetDifference(old, sheet)).toEqual([]);
  });
});
