import { spotOf } from '../../rooms/places/index.ts';
import { sheetWeather } from './weather.ts';
import { formatDate, formatMinuteOfDay } from '../../base/units/index.ts';
import type { SheetContent, SheetPerson, SheetPlace } from './content.ts';
import { linesDifference, scenesDifference, shotsDifference } from './differenceOrder.ts';
import { LEAST_SHIFT_MIN, byId, type Difference, type DifferenceKind, type Say, type Times } from './telling.ts';

/**
 * What differs between two sheets of a day, the most pressing first: the day and calls, then people, places, the order, shots, notes. Everything a
 * sheet says is compared but what follows from the rest or moves by itself: sun, quiet and sound notes, heads, gaps. Pure; a few milliseconds.
 */
export function sheetDifference(was: SheetContent, now: SheetContent): Difference[] {
  const on = (c: SheetContent) => (m: number) => formatMinuteOfDay(m, { date: c.date, timeZone: c.timeZone });
  const times: Times = { now: on(now), was: on(was) };
  const found: Difference[] = [];
  const say: Say = (kind, words, personIds = []) => found.push({ kind, words, personIds: [...new Set(personIds)] });

  dayDifference(was, now, say, times);
  peopleDifference(was, now, say, times);
  placesDifference(was, now, say);
  linesDifference(was, now, say, times);
  shotsDifference(was, now, say);
  scenesDifference(was, now, say);
  notesDifference(was, now, say);
  const order: DifferenceKind[] = ['day', 'call', 'people', 'place', 'line', 'shot', 'note'];
  return found.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

function dayDifference(was: SheetContent, now: SheetContent, say: Say, times: Times): void {
  if (was.date !== now.date)
    say('day', `The day is ${formatDate(now.date, { long: true })}, not ${formatDate(was.date, { long: true })}.`);
  if (was.timeZone !== now.timeZone) say('day', `Times are those of ${now.timeZone}, not of ${was.timeZone}.`);
  if (was.callMin !== now.callMin) say('day', `General call ${times.now(now.callMin)}, was ${times.was(was.callMin)}.`);
  if (Math.abs(was.wrapMin - now.wrapMin) >= LEAST_SHIFT_MIN)
    say('day', `Planned wrap ${times.now(now.wrapMin)}, was ${times.was(was.wrapMin)}.`);
  if (was.dayNumber !== now.dayNumber || was.ofDays !== now.ofDays)
    say('day', `It is day ${now.dayNumber} of ${now.ofDays}, was ${was.dayNumber} of ${was.ofDays}.`);
  if (was.production.title !== now.production.title)
    say('day', `The production is called ${now.production.title}, was ${was.production.title}.`);
  if (was.production.client !== now.production.client)
    say(
      'note',
      `For ${now.production.client || 'no client named'}, was ${was.production.client || 'no client named'}.`,
    );
}

const PERSON_WORDS = {
  role: 'role',
  department: 'department',
  comms: 'radio',
} as const satisfies Partial<Record<keyof SheetPerson, string>>;

function peopleDifference(was: SheetContent, now: SheetContent, say: Say, times: Times): void {
  const before = byId(was.people);
  const after = byId(now.people);
  for (const p of now.people) {
    const old = before.get(p.id);
    if (!old) {
      say('people', `${p.name} is new on this day, call ${times.now(p.callMin)}.`, [p.id]);
      continue;
    }
    if (old.callMin !== p.callMin)
      say('call', `${p.name}: call ${times.now(p.callMin)}, was ${times.was(old.callMin)}.`, [p.id]);
    if (old.name !== p.name) say('people', `${old.name} is ${p.name} now.`, [p.id]);
    for (const [key, word] of Object.entries(PERSON_WORDS) as [keyof typeof PERSON_WORDS, string][])
      if (old[key] !== p[key])
        say('people', `${p.name}: ${word} ${p[key] || 'none'}, was ${old[key] || 'none'}.`, [p.id]);
    if (old.minor !== p.minor) say('people', `${p.name} is ${p.minor ? 'a minor' : 'no minor'}.`, [p.id]);
  }
  for (const p of was.people) if (!after.has(p.id)) say('people', `${p.name} is no longer on this day.`, [p.id]);
}

const PLACE_WORDS = {
  address: 'address',
  directions: 'way there',
  parking: 'parking',
  hospital: 'hospital',
  contact: 'contact',
} as const satisfies Partial<Record<keyof SheetPlace, string>>;

function placesDifference(was: SheetContent, now: SheetContent, say: Say): void {
  const before = byId(was.places);
  for (const p of now.places) {
    const old = before.get(p.id);
    const here = now.people.filter((x) => wantedAt(now, x, p.id)).map((x) => x.id);
    const tell = (words: string) => say('place', words, here);
    if (!old) {
      tell(`${p.name} is new: ${p.address || 'no address yet'}.`);
      continue;
    }
    if (old.name !== p.name) tell(`${old.name} is now called ${p.name}.`);
    for (const [key, word] of Object.entries(PLACE_WORDS) as [keyof typeof PLACE_WORDS, string][])
      if (old[key] !== p[key]) tell(`${p.name}: ${word} ${p[key] || 'none'}, was ${old[key] || 'none'}.`);
    if (old.walkMin !== p.walkMin) tell(`${p.name}: ${p.walkMin} min on foot from the car, was ${old.walkMin} min.`);
    if (old.confirmed !== p.confirmed) tell(`${p.name} is ${p.confirmed ? 'confirmed' : 'no longer confirmed'}.`);
    for (const { words, isNew } of listDifference(old.facts, p.facts))
      tell(isNew ? `${p.name}: ${words}` : `${p.name}, no longer said: ${words}`);
    const [lay, lies] = [spotOf(old), spotOf(p)];
    if (lies && (!lay || Math.abs(lay.latitude - lies.latitude) + Math.abs(lay.longitude - lies.longitude) > 1e-6))
      tell(
        `${p.name} ${lay ? 'lies elsewhere' : 'is found'} on the map: ${lies.latitude.toFixed(4)}, ${lies.longitude.toFixed(4)}.`,
      );
  }
  const after = byId(now.places);
  for (const p of was.places) if (!after.has(p.id)) say('place', `${p.name} is no longer gone to.`);
}

/** Whether somebody is needed at a place: crew everywhere, others where a line names them. */
function wantedAt(sheet: SheetContent, p: SheetPerson, placeId: string): boolean {
  return p.kind === 'crew' || sheet.lines.some((l) => l.placeId === placeId && l.personIds.includes(p.id));
}

/** What came to a list of words and what left it. */
const listDifference = (was: readonly string[], now: readonly string[]) => [
  ...now.filter((x) => !was.includes(x)).map((words) => ({ words, isNew: true })),
  ...was.filter((x) => !now.includes(x)).map((words) => ({ words, isNew: false })),
];

type Drawn = readonly { code: string; name?: string; svg: string }[];

/** Which drawings are others, new or gone; none where one of the sheets is from before there were any. */
function drawnAnew(before: Drawn | undefined, after: Drawn | undefined): string[] {
  if (!before || !after) return [];
  const of = (list: Drawn) => new Map(list.map((d) => [d.code, `${d.name ?? ''} ${d.svg}`]));
  const [old, now] = [of(before), of(after)];
  return [...new Set([...now.keys(), ...old.keys()])].filter((code) => old.get(code) !== now.get(code));
}

function notesDifference(was: SheetContent, now: SheetContent, say: Say): void {
  for (const { words, isNew } of listDifference(was.safety, now.safety))
    say('note', isNew ? `New caution: ${words}` : `No longer said: ${words}`);
  for (const [name, lists] of [
    ['Camera and sound', [was.technical, now.technical]],
    ['Meals', [was, now].map((c) => c.diets.map((d) => `${d.count} × ${d.diet}`))],
  ] as [string, [string[], string[]]][])
    for (const { words, isNew } of listDifference(...lists))
      say('note', isNew ? `${name}: ${words}` : `${name}, no longer: ${words}`);
  for (const [what, before, after] of [
    ['light of', was.plans, now.plans],
    ['board of', was.boards, now.boards],
  ] as const)
    for (const code of drawnAnew(before, after)) say('note', `The ${what} ${code} is drawn anew.`);
  const weather = sheetWeather(now);
  if (weather !== sheetWeather(was)) say('note', weather ? `Weather: ${weather}.` : 'The weather is no longer said.');
  if (was.notes !== now.notes) say('note', now.notes ? `Note: ${now.notes}` : 'The day’s note is gone.');
}

/**
 * Whether a difference concerns somebody. What is of the day and what is noted concerns all; the order, shots and places also all crew, who work on
 * every line; a place that is gone to no more all; anything else who is named.
 */
export function concerns(d: Difference, p: Pick<SheetPerson, 'id' | 'kind'>): boolean {
  if (d.personIds.includes(p.id) || d.kind === 'day' || d.kind === 'note') return true;
  if (d.kind === 'place') return p.kind === 'crew' || d.personIds.length === 0;
  return p.kind === 'crew' && (d.kind === 'line' || d.kind === 'shot');
}

/** Whom differences concern: names, and whether it is everybody on the sheet. */
export function affected(
  list: readonly Difference[],
  sheet: Pick<SheetContent, 'people'>,
): { all: boolean; names: string[] } {
  const people = sheet.people.filter((p) => list.some((d) => concerns(d, p)));
  return { all: people.length === sheet.people.length && people.length > 1, names: people.map((p) => p.shortName) };
}
