import { TZDate } from '@date-fns/tz';
import { InputError } from '../errors/index.ts';

/** True for a time zone name that this machine knows (`Europe/London`). */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

/** True for a calendar date that exists, written `YYYY-MM-DD`. */
export function isCalendarDate(text: string): boolean {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!match) return false;
  const [year, month, day] = match.slice(1).map(Number) as [number, number, number];
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** The date so many days later; earlier where they are negative. */
export function addDays(date: string, days: number): string {
  const [year, month, day] = parts(date);
  return new Date(Date.UTC(year, month - 1, day + days)).toISOString().slice(0, 10);
}

function parts(date: string): [number, number, number] {
  if (!isCalendarDate(date)) throw new InputError('date.unknown', `“${date}” is not a date: write YYYY-MM-DD.`);
  return date.split('-').map(Number) as [number, number, number];
}

/** What is known of a date in a zone: its midnight, and whether its clock runs on evenly for three days from the day before. */
interface KnownDay {
  midnight: number;
  even: boolean;
}

const known = new Map<string, KnownDay>();
const KNOWN_MOST = 500;

/** Zone arithmetic is slow, and a screen asks for the same few days hundreds of times. */
function knownDay(date: string, timeZone: string): KnownDay {
  const key = `${date} ${timeZone}`;
  const found = known.get(key);
  if (found) return found;
  const [year, month, day] = parts(date);
  const midnight = new TZDate(year, month - 1, day, 0, 0, 0, timeZone).getTime();
  const offset = (ms: number) => new TZDate(ms, timeZone).getTimezoneOffset();
  const made = { midnight, even: offset(midnight - 86400000) === offset(midnight + 2 * 86400000) };
  if (known.size >= KNOWN_MOST) known.clear();
  known.set(key, made);
  return made;
}

/** UTC milliseconds of local midnight at the start of a date in an IANA zone. */
export function midnightMs(date: string, timeZone: string): number {
  return knownDay(date, timeZone).midnight;
}

/**
 * The instant (UTC ms) `minute` minutes after a day's local midnight. Minutes are elapsed ones: on the night
 * the clocks change, minute 180 is three real hours after midnight, whatever the wall clock says.
 */
export function minuteToMs(date: string, timeZone: string, minute: number): number {
  return midnightMs(date, timeZone) + minute * 60000;
}

/** Minutes elapsed from a day's local midnight to an instant; may be negative or pass 1440. */
export function msToMinute(date: string, timeZone: string, ms: number): number {
  return (ms - midnightMs(date, timeZone)) / 60000;
}

/** Wall-clock hours and minutes of an elapsed minute of a day, in its zone (differs across a clock change). */
export function wallClock(
  date: string,
  timeZone: string,
  minute: number,
): { hours: number; minutes: number; daysLater: number } {
  if (knownDay(date, timeZone).even && minute >= -1440 && minute < 2880) {
    const whole = Math.floor(minute);
    const ofDay = ((whole % 1440) + 1440) % 1440;
    return { hours: Math.floor(ofDay / 60), minutes: ofDay % 60, daysLater: Math.floor(whole / 1440) };
  }
  const at = new TZDate(minuteToMs(date, timeZone, minute), timeZone);
  const [year, month, day] = parts(date);
  const daysLater = Math.round(
    (Date.UTC(at.getFullYear(), at.getMonth(), at.getDate()) - Date.UTC(year, month - 1, day)) / 86400000,
  );
  return { hours: at.getHours(), minutes: at.getMinutes(), daysLater };
}

/** Whether the clock of a date runs evenly for three days from the day before: then minutes of the wall and elapsed ones are the same. */
export const isEvenDay = (date: string, timeZone: string): boolean => knownDay(date, timeZone).even;

/**
 * Minutes elapsed from a day's local midnight until its clocks show `wallMin` (450 is 7:30, 1500 is 1:00 on the next day). Of an hour that comes
 * twice the first; a time that is left out when clocks go on is taken as that much after the hour before it.
 */
export function wallToMinute(date: string, timeZone: string, wallMin: number): number {
  if (knownDay(date, timeZone).even && wallMin >= -1440 && wallMin < 2880) return wallMin;
  // Before the change both are the same; that also finds the first of an hour that comes twice.
  if (minuteToWall(date, timeZone, wallMin) === wallMin) return wallMin;
  const [year, month, day] = parts(date);
  const whole = Math.floor(wallMin);
  const ofDay = ((whole % 1440) + 1440) % 1440;
  const at = new TZDate(year, month - 1, day + Math.floor(whole / 1440), Math.floor(ofDay / 60), ofDay % 60, timeZone);
  return msToMinute(date, timeZone, at.getTime()) + (wallMin - whole);
}

/** What the clock shows `minute` elapsed minutes after a day's local midnight, as minutes of the wall; may pass 1440. */
export function minuteToWall(date: string, timeZone: string, minute: number): number {
  const { hours, minutes, daysLater } = wallClock(date, timeZone, minute);
  return daysLater * 1440 + hours * 60 + minutes + (minute - Math.floor(minute));
}

/** False for a time of the wall that a date's clocks leave out. */
export const isOnClock = (date: string, timeZone: string, wallMin: number): boolean =>
  minuteToWall(date, timeZone, wallToMinute(date, timeZone, wallMin)) === wallMin;

/** The calendar date (`YYYY-MM-DD`) of an instant in a zone. */
export function dateOf(ms: number, timeZone: string): string {
  const at = new TZDate(ms, timeZone);
  return `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`;
}

/**
 * The time zone at a moment, by the days that are planned: of the latest day that has begun, each by its own midnight; before all of them of
 * the first. A night past midnight is still of its day. `UTC` where no day is planned.
 */
export function zoneAt(days: readonly { date: string; timeZone: string }[], ms: number): string {
  const begun = days
    .map((day) => ({ day, fromMs: midnightMs(day.date, day.timeZone) }))
    .sort((a, b) => a.fromMs - b.fromMs);
  return (begun.findLast(({ fromMs }) => fromMs <= ms) ?? begun[0])?.day.timeZone ?? 'UTC';
}
