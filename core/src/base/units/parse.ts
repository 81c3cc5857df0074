import { InputError } from '../errors/index.ts';
import { minorDigits } from './format.ts';
import { isOnClock } from '../time/index.ts';

/**
 * Reads a clock time typed by a hurried hand (`7`, `0705`, `7:05`, `7.05`, `7:05pm`, `25:10` for the small
 * hours after) into minutes from midnight. Throws `InputError` `clock.syntax`.
 */
export function parseClock(text: string): number {
  const match = /^\s*(\d{1,2})(?:[:.h]?(\d{2}))?\s*(am|pm)?\s*$/i.exec(text);
  const bad = () => new InputError('clock.syntax', `“${text.trim()}” is not a time: write 07:05.`);
  if (!match) throw bad();
  let hours = Number(match[1]);
  const minutes = Number(match[2] ?? 0);
  const half = match[3]?.toLowerCase();
  if (minutes > 59 || hours > (half ? 12 : 35)) throw bad();
  if (half) hours = (hours % 12) + (half === 'pm' ? 12 : 0);
  return hours * 60 + minutes;
}

/** A clock time typed for a day, as minutes of the wall. Throws `InputError` also for a time that the day's clocks leave out. */
export function parseClockOn(text: string, day: { date: string; timeZone: string } | null | undefined): number {
  const wallMin = parseClock(text);
  if (day && !isOnClock(day.date, day.timeZone, wallMin))
    throw new InputError(
      'clock.missing',
      `There is no ${text.trim()} on ${day.date}: the clocks go on over it. Write a time before or after that hour.`,
    );
  return wallMin;
}

/** Reads a duration (`45`, `45 min`, `1h20`, `1:20`, `1.5 h`) into minutes. Throws `InputError` `duration.syntax`. */
export function parseMinutes(text: string): number {
  const t = text.trim().toLowerCase();
  const plain = /^(\d+(?:\.\d+)?)\s*(?:m|min|minutes?)?$/.exec(t);
  if (plain) return Number(plain[1]);
  const hours = /^(\d+(?:\.\d+)?)\s*h(?:\s*(\d{1,2}))?\s*(?:m|min)?$/.exec(t) ?? /^(\d+):(\d{2})$/.exec(t);
  if (hours && Number(hours[2] ?? 0) < 60) return Number(hours[1]) * 60 + Number(hours[2] ?? 0);
  throw new InputError('duration.syntax', `“${text.trim()}” is not a length of time: write 45 min or 1h20.`);
}

/** Reads a running time (`4:00`, `0:45`, `1:02:03`, `83.5`, `83.5 s`) into seconds. Throws `InputError` `running.syntax`. */
export function parseRunning(text: string): number {
  const t = text.trim().toLowerCase().replace(',', '.');
  const plain = /^(\d+(?:\.\d+)?)\s*(?:s|sec)?$/.exec(t);
  if (plain) return Number(plain[1]);
  const parts = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2}(?:\.\d+)?)$/.exec(t);
  if (parts && Number(parts[3]) < 60 && (parts[1] === undefined || Number(parts[2]) < 60))
    return Number(parts[1] ?? 0) * 3600 + Number(parts[2]) * 60 + Number(parts[3]);
  throw new InputError('running.syntax', `“${text.trim()}” is not a length: write 4:00 or 45 s.`);
}

/** Reads a number as people type it (`2.5`, `2,5`, `−3`). Throws `InputError` `number.syntax` that names `what`. */
export function parseNumber(text: string, what: string): number {
  const value = Number(text.trim().replace('−', '-').replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value)) throw new InputError('number.syntax', `${what} is a number.`);
  return value;
}

/** Reads money (`250`, `1,250.50`, `1250,5`, `−20` where it may be less than nothing) into minor units of its currency. Throws `InputError` `money.syntax`. */
export function parseMoney(text: string, currency = 'EUR', options: { signed?: boolean } = {}): number {
  const digits = minorDigits(currency);
  const t = text
    .trim()
    .replace(/\s/g, '')
    .replace('−', '-')
    .replace(/,(?=\d{3}(?:\D|$))/g, '')
    .replace(',', '.');
  const places = /^(-?)\d+(?:\.(\d+))?$/.exec(t);
  if (!places || (places[1] && !options.signed) || (places[2] ?? '').length > digits)
    throw new InputError(
      'money.syntax',
      `“${text.trim()}” is not a sum: write ${digits === 0 ? '250' : `250 or 250.${'50'.padEnd(digits, '0').slice(0, digits)}`}.`,
    );
  return Math.round(Number(t) * 10 ** digits) || 0;
}

/** Reads a share (`19`, `7.7 %`) into basis points. Throws `InputError` `share.syntax`. */
export function parseShare(text: string): number {
  const t = text.replace(/[\s%]/g, '').replace(',', '.');
  if (!/^\d+(?:\.\d{1,2})?$/.test(t))
    throw new InputError('share.syntax', `“${text.trim()}” is not a share: write 19 or 7.7.`);
  return Math.round(Number(t) * 100);
}
