import { formatDate, formatMinuteOfDay, formatMinutes } from '../units/index.ts';
import type { SheetContent, SheetLine, SheetPerson, SheetPlace } from './content.ts';

export type DifferenceKind = 'day' | 'call' | 'people' | 'place' | 'line' | 'shot' | 'note';

/** One thing that is other than it was, in words, and whom it concerns. */
export interface Difference {
  kind: DifferenceKind;
  words: string;
  /** Everybody when empty. */
  personIds: string[];
}

/** Under this many minutes a line’s start is as good as it was. */
const LEAST_SHIFT_MIN = 1;

/** What differs between two sheets of a day, the most pressing first: the day and calls, then people, places, the order, shots, notes. Pure; a few milliseconds. */
export function sheetDifference(was: SheetContent, now: SheetContent): Difference[] {
  const day = { date: now.date, timeZone: now.timeZone };
  const time = (m: number) => formatMinuteOfDay(m, day);
  const then = (m: number) => formatMinuteOfDay(m, { date: was.date, timeZone: was.timeZone });
  const found: Difference[] = [];
  const say = (kind: DifferenceKind, words: string, personIds: readonly string[] = []) =>
    found.push({ kind, words, personIds: [...new Set(personIds)] });

  if (was.date !== now.date)
    say('day', `The day is ${formatDate(now.date, { long: true })}, not ${formatDate(was.date, { long: true })}.`);
  if (was.callMin !== now.callMin) say('day', `General call ${time(now.callMin)}, was ${then(was.callMin)}.`);
  if (Math.abs(was.wrapMin - now.wrapMin) >= LEAST_SHIFT_MIN)
    say('day', `Planned wrap ${time(now.wrapMin)}, was ${then(was.wrapMin)}.`);

  peopleDifference(was, now, say, time, then);
  placesDifference(was, now, say);
  linesDifference(was, now, say, time, then);
  shotsDifference(was, now, say);
  const gone = was.safety.filter((x) => !now.safety.includes(x));
  for (const words of now.safety.filter((x) => !was.safety.includes(x))) say('note', `New caution: ${words}`);
  for (const words of gone) say('note', `No longer said: ${words}`);
  if (was.notes !== now.notes) say('note', now.notes ? `Note: ${now.notes}` : 'The day’s note is gone.');
  const order: DifferenceKind[] = ['day', 'call', 'people', 'place', 'line', 'shot', 'note'];
  return found.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

type Say = (kind: DifferenceKind, words: string, personIds?: readonly string[]) => void;
type Time = (m: number) => string;
const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));

function peopleDifference(was: SheetContent, now: SheetContent, say: Say, time: Time, then: Time): void {
  const before = byId(was.people);
  const after = byId(now.people);
  for (const p of now.people) {
    const old = before.get(p.id);
    if (!old) say('people', `${p.name} is new on this day, call ${time(p.callMin)}.`, [p.id]);
    else if (old.callMin !== p.callMin)
      say('call', `${p.name}: call ${time(p.callMin)}, was ${then(old.callMin)}.`, [p.id]);
    else if (old.role !== p.role)
      say('people', `${p.name} is ${p.role || 'without a role'}, was ${old.role || 'without one'}.`, [p.id]);
    else if (old.comms !== p.comms)
      say('people', `${p.name}: radio ${p.comms || 'none'}, was ${old.comms || 'none'}.`, [p.id]);
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
  const at = (placeId: string) => now.people.filter((p) => wantedAt(now, p, placeId)).map((p) => p.id);
  for (const p of now.places) {
    const old = before.get(p.id);
    if (!old) {
      say('place', `${p.name} is new: ${p.address || 'no address yet'}.`, at(p.id));
      continue;
    }
    if (old.name !== p.name) say('place', `${old.name} is now called ${p.name}.`, at(p.id));
    for (const [key, word] of Object.entries(PLACE_WORDS) as [keyof typeof PLACE_WORDS, string][])
      if (old[key] !== p[key])
        say('place', `${p.name}: ${word} ${p[key] || 'none'}, was ${old[key] || 'none'}.`, at(p.id));
    if (Math.abs(old.latitude - p.latitude) + Math.abs(old.longitude - p.longitude) > 1e-6)
      say(
        'place',
        `${p.name} lies elsewhere on the map: ${p.latitude.toFixed(4)}, ${p.longitude.toFixed(4)}.`,
        at(p.id),
      );
  }
  const after = byId(now.places);
  for (const p of was.places) if (!after.has(p.id)) say('place', `${p.name} is no longer gone to.`);
}

/** Whether somebody is needed at a place: crew everywhere, others where a line names them. */
function wantedAt(sheet: SheetContent, p: SheetPerson, placeId: string): boolean {
  return p.kind === 'crew' || sheet.lines.some((l) => l.placeId === placeId && l.personIds.includes(p.id));
}

const keyOf = (l: SheetLine) => `${l.unit}|${l.kind}|${l.shotCodes.join(',') || l.title}`;

function linesDifference(was: SheetContent, now: SheetContent, say: Say, time: Time, then: Time): void {
  const work = (c: SheetContent) => c.lines.filter((l) => l.kind === 'work' || l.kind === 'meal');
  const group = (list: SheetLine[]) => {
    const map = new Map<string, SheetLine[]>();
    for (const l of list) map.set(keyOf(l), [...(map.get(keyOf(l)) ?? []), l]);
    return map;
  };
  const before = group(work(was));
  for (const l of work(now)) {
    const old = before.get(keyOf(l))?.shift();
    const placeName = (c: SheetContent, id: string | null) => c.places.find((p) => p.id === id)?.name ?? 'no place';
    if (!old) say('line', `New at ${time(l.startMin)}: ${l.title}.`, l.personIds);
    else if (old.placeId !== l.placeId && l.kind === 'work')
      say('line', `${l.title}: at ${placeName(now, l.placeId)}, was ${placeName(was, old.placeId)}.`, l.personIds);
    else if (Math.abs(old.startMin - l.startMin) >= LEAST_SHIFT_MIN)
      say('line', `${l.title}: ${time(l.startMin)}, was ${then(old.startMin)}.`, l.personIds);
    else if (Math.abs(old.endMin - old.startMin - (l.endMin - l.startMin)) >= LEAST_SHIFT_MIN)
      say(
        'line',
        `${l.title}: ${formatMinutes(l.endMin - l.startMin)}, was ${formatMinutes(old.endMin - old.startMin)}.`,
        l.personIds,
      );
  }
  for (const left of before.values())
    for (const l of left) say('line', `Gone: ${l.title}, was ${then(l.startMin)}.`, l.personIds);
}

function shotsDifference(was: SheetContent, now: SheetContent, say: Say): void {
  const before = byId(was.shots);
  const after = byId(now.shots);
  for (const s of now.shots) {
    const old = before.get(s.id);
    if (!old) say('shot', `New shot ${s.code}: ${s.what || s.how}.`, s.personIds);
    else if (old.what !== s.what || old.how !== s.how)
      say('shot', `${s.code} is now: ${s.what}${s.how ? `, ${s.how}` : ''}.`, s.personIds);
  }
  for (const s of was.shots) if (!after.has(s.id)) say('shot', `Shot ${s.code} is no longer on this day.`, s.personIds);
}

/** Whom differences concern: names, and whether it is everybody. */
export function affected(
  list: readonly Difference[],
  sheet: Pick<SheetContent, 'people'>,
): { all: boolean; names: string[] } {
  const all = list.some((d) => d.personIds.length === 0 && d.kind === 'day');
  const ids = new Set(list.flatMap((d) => d.personIds));
  return { all, names: sheet.people.filter((p) => all || ids.has(p.id)).map((p) => p.shortName) };
}
