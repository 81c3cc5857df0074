import { latestOf } from '../../about/callsheet/index.ts';
import type { Day, DayPlan } from '../../plan/day/index.ts';
import { sunPlaceOf, detailOf, recheck } from '../../rooms/places/index.ts';
import { sunTimes } from '../../physics/sun/index.ts';
import { formatCount, formatDate, formatMinuteOfDay, formatMinutes } from '../../base/units/index.ts';
import { minuteToWall } from '../../base/time/index.ts';
import { asTyped, onDay } from './typedTimes.ts';
import { worstFirst, type FindingLevel } from '../../base/findings/index.ts';
import { planOf } from './facts.ts';
import type { ProductionRows } from './rows.ts';

export interface Break {
  kind: 'day' | 'person' | 'sun' | 'place' | 'rental' | 'sheet';
  level: FindingLevel;
  words: string;
  /** What it costs, in minor units of the job’s currency. */
  costMinor: number;
}
export interface Moved {
  breaks: Break[];
  costMinor: number;
  /** Windows that follow the sun, by shot: what they become. */
  windows: { shotId: string; windows: [number, number][] }[];
  /** The day on its new date, with those windows. */
  plan: DayPlan;
}

/** A shift of the sun below this is within anybody’s window. */
const LEAST_SHIFT_MIN = 5;
const NOON = 720;

/**
 * What a day’s move to another date breaks: other days, people who can’t or are booked elsewhere, windows that hang on the sun, opening
 * hours and facts that must be asked again, what is hired with the price of calling it off, and the sheets that are out. `today` decides whether
 * calling off is still free. Windows after noon follow sunset, those before follow sunrise.
 */
export function movingBreaks(
  rows: ProductionRows,
  day: Day,
  toDate: string,
  today: string,
  elsewhere: readonly { name: string; production: string; date: string }[],
): Moved {
  const breaks: Break[] = [];
  const say = (kind: Break['kind'], level: Break['level'], words: string, costMinor = 0) =>
    breaks.push({ kind, level, words, costMinor });
  // Its times stay as the clock shows them, whatever the clocks do on either date.
  const moved = onDay('days', { ...asTyped(day), date: toDate }, { ...day, date: toDate });
  const listed = planOf(rows, day);
  const on = formatDate(toDate, { long: true });
  const time = (m: number) => formatMinuteOfDay(m, moved);

  for (const other of rows.days)
    if (other.id !== day.id && other.date === toDate) say('day', 'danger', `Day ${other.number} is on ${on} already.`);
  if (toDate < today) say('day', 'danger', `${on} has passed.`);

  const here = new Set(rows.engagements.flatMap((e) => (e.dayId === day.id ? [e.personId] : [])));
  for (const p of rows.people) {
    if (!here.has(p.id)) continue;
    if (p.away.includes(toDate)) say('person', 'danger', `${p.name} can’t on ${on}.`);
    for (const b of elsewhere)
      if (b.date === toDate && b.name.trim().toLowerCase() === p.name.trim().toLowerCase())
        say('person', 'danger', `${p.name} is on “${b.production}” that day.`);
  }

  const windows = sunShift(rows, { day, toDate, plan: listed }, say, time);
  // Timed again with the windows of the new date: what they hold up moves too.
  const shifted = new Map(windows.map((w) => [w.shotId, w.windows]));
  const shots = rows.shots.map((s) => ({ ...s, windows: shifted.get(s.id) ?? s.windows }));
  const ofDay = <R extends { dayId: string | null }>(table: 'dayItems' | 'scenes', list: readonly R[]) =>
    list.map((r) => (r.dayId === day.id ? onDay(table, r, moved) : r));
  const plan = planOf(
    { ...rows, shots, dayItems: ofDay('dayItems', rows.dayItems), scenes: ofDay('scenes', rows.scenes) },
    moved,
  );
  placeBreaks(rows, { day, toDate, plan }, say, time);

  for (const r of rows.rentals) {
    const bound = r.dayId === day.id || (r.dayId === null && r.fromDate <= day.date && r.toDate >= day.date);
    if (!bound || (r.fromDate <= toDate && r.toDate >= toDate)) continue;
    const free = r.cancelMinor === 0 || (r.freeUntil !== null && today <= r.freeUntil);
    const words = `${r.name}${r.supplier ? ` (${r.supplier})` : ''} is hired ${formatDate(r.fromDate)} to ${formatDate(r.toDate)}`;
    const until = r.freeUntil === null || today > r.freeUntil ? '' : ` by ${formatDate(r.freeUntil)}`;
    say(
      'rental',
      free ? 'look' : 'danger',
      free ? `${words}: move it${until}, still free.` : `${words}: calling it off costs its fee.`,
      free ? 0 : r.cancelMinor,
    );
  }
  const sheet = latestOf(rows.frozenSheets, day.id);
  if (sheet)
    say(
      'sheet',
      'look',
      `Version ${sheet.revision} is out${sheet.content ? ` to ${formatCount(sheet.content.people.length, 'person', 'people')}` : ''}: freeze a new one after the move, it tells all.`,
    );
  if (day.gustMps !== null)
    say(
      'day',
      'note',
      `Gusts of ${day.gustMps}\u00a0m/s were set for ${formatDate(day.date)}: they are forgotten with the move.`,
    );
  for (const v of plan.violations)
    if (!listed.violations.some((x) => x.message === v.message)) say('day', 'danger', v.message);
  return {
    breaks: worstFirst(breaks),
    costMinor: breaks.reduce((t, b) => t + b.costMinor, 0),
    windows,
    plan,
  };
}

/** A day, the date it is to be on, and its plan. */
interface Move {
  day: Day;
  toDate: string;
  plan: DayPlan;
}
type Say = (kind: Break['kind'], level: Break['level'], words: string, costMinor?: number) => void;

function sunShift(
  rows: ProductionRows,
  { day, toDate, plan }: Move,
  say: Say,
  time: (m: number) => string,
): Moved['windows'] {
  return plan.rows.flatMap((row) => {
    const place = rows.places.find((p) => p.id === row.placeId);
    const at = sunPlaceOf(day, place);
    if (!row.shot || !at || row.windows.length === 0) return [];
    const [was, now] = [sunTimes(at), sunTimes({ ...at, date: toDate })];
    const next = row.windows.map(([from, to]): [number, number] => {
      const late = (from + to) / 2 > NOON;
      const [a, b] = late ? [was.setMin, now.setMin] : [was.riseMin, now.riseMin];
      const shift = a === null || b === null ? 0 : Math.round(b - a);
      return [Math.max(0, from + shift), Math.max(1, to + shift)];
    });
    const [first] = row.windows;
    const [then] = next;
    if (!first || !then || Math.abs(then[0] - first[0]) < LEAST_SHIFT_MIN) return [];
    say(
      'sun',
      'look',
      `${row.shot.code}: the sun is ${formatMinutes(Math.abs(then[0] - first[0]))} ${then[0] > first[0] ? 'later' : 'earlier'} than on ${formatDate(day.date)}; its window becomes ${time(then[0])}–${time(then[1])}.`,
    );
    const wall = (m: number) => minuteToWall(toDate, day.timeZone, m);
    return [{ shotId: row.shot.id, windows: next.map(([from, to]): [number, number] => [wall(from), wall(to)]) }];
  });
}

function placeBreaks(rows: ProductionRows, { day, toDate, plan }: Move, say: Say, time: (m: number) => string): void {
  const weekday = (date: string) => new Date(`${date}T12:00:00Z`).getUTCDay();
  for (const place of rows.places) {
    const here = plan.rows.filter((r) => r.placeId === place.id);
    const [first] = here;
    if (!first) continue;
    const facts = rows.placeFacts.filter((f) => f.placeId === place.id);
    const hours = facts.flatMap((f) => detailOf(f, 'hours') ?? []);
    for (const h of hours)
      if (first.startMin < h.fromMin || (here.at(-1)?.endMin ?? 0) > h.toMin)
        say(
          'place',
          'danger',
          `${place.name} is open ${time(h.fromMin)}–${time(h.toMin)}: the plan is there outside of that.`,
        );
    if (weekday(day.date) !== weekday(toDate))
      say(
        'place',
        'look',
        `${place.name}: another day of the week. Ask ${place.contact || 'its contact'} whether it is open, and as quiet.`,
      );
    for (const f of facts) {
      const tide = /tide|ebb|flood/i.test(f.words);
      if (tide) say('place', 'danger', `${place.name}: “${f.words}” hangs on the date. Look it up anew.`);
      else if (recheck(f, toDate) && !recheck(f, day.date))
        say('place', 'look', `${place.name}: “${f.words}” will have aged. ${recheck(f, toDate)}`);
    }
  }
}
