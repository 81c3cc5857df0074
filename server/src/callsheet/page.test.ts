import { describe, expect, it } from 'vitest';
import { ninthBell } from '@kavrell/demo';
import { sheetDifference, type FrozenSheet, type SheetContent, type SheetPerson } from '@kavrell/core/callsheet';
import { nothingShot, sheetOf } from '@kavrell/core/productions';
import { wordsPage } from '../platform/documents/plainPage.ts';
import { newId } from '../platform/ids.ts';
import { personCalendar } from './calendar.ts';
import { personalPage, type PersonalSheet } from './page.ts';
import { messageOf } from './send.ts';
import { bandSvg, placesSvg } from './sketch.ts';

const demo = ninthBell(newId, '/media');
const rows = { ...demo, ...nothingShot() };
const day = demo.days[0] as (typeof demo.days)[number];
const content = sheetOf(rows, day);
const whole = (c: SheetContent, revision = 1): FrozenSheet & { content: SheetContent } => ({
  id: `sheet-${revision}`,
  productionId: 'p',
  version: 1,
  deletedAt: null,
  dayId: day.id,
  revision,
  frozenAtMs: 0,
  note: '',
  shots: [],
  content: c,
});
const who = (shortName: string) => content.people.find((p) => p.shortName === shortName) as SheetPerson;
const page = (more: Partial<PersonalSheet> = {}) =>
  personalPage({
    sheet: whole(content),
    person: who('Ilse'),
    changed: [],
    since: null,
    understoodAtMs: null,
    phones: new Map(),
    diets: new Map(),
    path: '/s/x.y',
    ...more,
  });

describe('a personal page', () => {
  it('says one’s own call and why, marks one’s own lines, and asks to confirm', () => {
    const html = page();
    expect(html).toContain('<p class="big">10:35</p>');
    expect(html).toContain('30 min before first needed; last needed 17:48');
    expect(html.match(/class="r m"/g)?.length).toBeGreaterThan(3);
    expect(html).toContain('action="/s/x.y/understood"');
    expect(page({ understoodAtMs: 1 })).not.toContain('<form');
  });
  it('for nobody in particular it has the general call, and nothing to confirm', () => {
    const html = page({ person: null });
    expect(html).toContain('General call');
    for (const own of ['<form', 'day.ics', 'Your call']) expect(html).not.toContain(own);
  });
  it('puts what changed for the reader first', () => {
    const later = {
      ...content,
      people: content.people.map((p) => ({
        ...p,
        callMin: p.callMin + (p.shortName === 'Ilse' || p.shortName === 'Dov' ? 10 : 0),
      })),
    };
    const html = page({ sheet: whole(later, 2), changed: sheetDifference(content, later), since: 1 });
    const list = html.slice(html.indexOf('data-changed'));
    expect(list).toContain('New in version 2, since version 1');
    expect(list.indexOf('Ilse Tregarrow: call')).toBeLessThan(list.indexOf('Dov Marsh: call'));
  });
  it('stays under 60 kB with three hundred shots and names of sixty letters', () => {
    const long = 'Wilhelmina-Aurelia von und zu Oberharbourmouth-Tregarrow'.padEnd(60, 'x');
    const [shot] = content.shots as [SheetContent['shots'][number]];
    const many: SheetContent = {
      ...content,
      people: content.people.map((p) => ({ ...p, name: long })),
      shots: Array.from({ length: 300 }, (_, i) => ({
        ...shot,
        id: `${i}`,
        code: `${i}A`,
        personIds: i % 9 ? [] : [who('Ilse').id],
      })),
    };
    const html = page({ sheet: whole(many) });
    expect(Buffer.byteLength(html)).toBeLessThan(60_000);
    expect(html).toContain('266\u00a0other shots in the PDF.');
    // Anybody’s page has as many as fit, and says how many more there are.
    expect(Buffer.byteLength(page({ sheet: whole(many), person: null }))).toBeLessThan(60_000);
  });
  it('of a bare day is a page all the same; words are only text', () => {
    const bare = sheetOf(
      { ...rows, dayItems: [], engagements: [], places: [] },
      { ...day, basePlaceId: null, forecast: null },
    );
    const html = page({ sheet: whole(bare), person: null });
    expect(html).toContain('Order of the day');
    for (const none of ['<section>', 'Weather and sun', 'Other places', 'undefined', 'NaN'])
      expect(html).not.toContain(none);
    expect(wordsPage('<i>', 'a & b')).toContain('<h1>&lt;i&gt;</h1><p>a &amp; b</p>');
  });
});

describe('a message', () => {
  it('says the call, what is new for this person only, and the way to their sheet', () => {
    const later = {
      ...content,
      people: content.people.map((p) => (p.shortName === 'Dov' ? { ...p, callMin: 500 } : p)),
    };
    const dov = messageOf(whole(later, 2), whole(content), who('Dov').id, 'http://here/s/dov');
    expect(dov.subject).toBe('The Ninth Bell: Thu\u00a018\u00a0Mar, version 2, your call 08:20');
    expect(dov.body).toMatch(
      /Your call: 08:20\.\n\nNew for you:\n– Dov Marsh: call 08:20, was 07:35\.\n\nRead it.*http:\/\/here\/s\/dov$/s,
    );
    const oda = messageOf(whole(later, 2), whole(content), who('Oda').id, 'u');
    expect(oda.body).toContain('Nothing changed for you');
    expect(messageOf(whole(content), null, who('Oda').id, 'u').body).not.toContain('changed');
  });
  it('tells who is no longer needed', () => {
    const without = { ...content, people: content.people.filter((p) => p.shortName !== 'Dov') };
    expect(messageOf(whole(without, 2), whole(content), who('Dov').id, 'u').body).toContain(
      'no longer needed on this day',
    );
  });
});

describe('the sketch of places', () => {
  const at = (name: string, latitude: number, longitude: number) => ({
    ...content.places[0]!,
    id: name,
    name,
    latitude,
    longitude,
  });
  const draw = (...places: ReturnType<typeof at>[]) => placesSvg(places, { ink: '#111', soft: '#888' });
  /** The spots of a drawing and its rings, by what is written. */
  const spots = (svg: string) =>
    [...svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)" r="4"[^>]*><text[^>]*>([^<]*)</g)].map(([, x, y, name]) => ({
      name,
      x: Number(x),
      y: Number(y),
    }));
  it('is to scale with north up, and its rings are at the distances they say', () => {
    const svg = draw(at('south', 50, 0), at('north', 50.01, 0), at('east', 50, 0.02)) ?? '';
    const of = (name: string) => spots(svg).find((s) => s.name === name)!;
    expect(of('north').y).toBeLessThan(of('south').y);
    expect(of('east').x).toBeGreaterThan(of('south').x);
    // A hundredth of a degree of latitude is 1.11 km.
    const pxPerM = (of('south').y - of('north').y) / 1112;
    const rings = [...svg.matchAll(/r="([\d.]+)" fill="none"[^>]*\/><text[^>]*>([\d.]+) (k?m)</g)];
    expect(rings.length).toBeGreaterThan(0);
    for (const [, radius, figure, unit] of rings)
      expect(Number(radius) / (Number(figure) * (unit === 'km' ? 1000 : 1))).toBeCloseTo(pxPerM, 3);
  });
  it('is none for one place, or for places at one spot', () => {
    expect(draw(at('a', 50, 0))).toBeNull();
    expect(draw(at('a', 50, 0), at('b', 50, 0))).toBeNull();
  });
  it('a name is written, not run', () => {
    expect(draw(at('<script>', 50, 0), at('b', 50.1, 0))).toContain('&lt;script&gt;');
  });
});

describe('the day as a strip on paper', () => {
  it('has a box for each work and meal of the day, and its hours', () => {
    const svg = bandSvg(content) ?? '';
    const filled = (colour: string) => svg.split(`fill="${colour}" stroke="#111"`).length - 1;
    expect(filled('#111111')).toBe(content.lines.filter((l) => l.kind === 'work').length);
    expect(filled('#ffffff')).toBe(content.lines.filter((l) => l.kind === 'meal').length);
    expect(svg).toContain('>07:00<');
  });
  it('is none for a day with nothing on it', () => expect(bandSvg({ ...content, lines: [] })).toBeNull());
});

describe('the calendar', () => {
  it('holds the hours of that person, in their zone, replaced by each version', () => {
    const [one, two] = [1, 2].map((n) =>
      personCalendar([{ sheet: content, person: who('Ilse'), revision: n, dayId: day.id }], 'http://x/s/1'),
    );
    const uid = (text: string | undefined) => /UID:(.+)/.exec(text ?? '')?.[1];
    expect(uid(one)).toBe(uid(two));
    expect(two).toContain('SEQUENCE:2');
    expect(one).toContain('DTSTART:20270318T103500Z');
    expect(one).toContain('SUMMARY:The Ninth Bell: call 10:35');
  });
});
