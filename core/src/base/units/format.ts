import { msToMinute, wallClock } from '../time/index.ts';
import type { Preferences } from './preferences.ts';

/** No-break space: a number and its unit never part at a line end. */
export const NBSP = '\u00a0';
const two = (n: number) => String(n).padStart(2, '0');

/** A clock time such as `07:05` or `7:05 am`; hours 0–23. */
export function formatClock(hours: number, minutes: number, clock: Preferences['clock']): string {
  if (clock === '24') return `${two(hours)}:${two(minutes)}`;
  return `${hours % 12 === 0 ? 12 : hours % 12}:${two(minutes)}${NBSP}${hours < 12 ? 'am' : 'pm'}`;
}

/**
 * An elapsed minute of a shooting day as its wall-clock time in the day's zone, `+1` after it when it falls
 * on the next date. Part-minutes are rounded to the nearest minute.
 */
export function formatMinuteOfDay(
  minute: number,
  day: { date: string; timeZone: string },
  clock: Preferences['clock'] = '24',
): string {
  const { hours, minutes, daysLater } = wallClock(day.date, day.timeZone, Math.round(minute));
  return formatClock(hours, minutes, clock) + (daysLater > 0 ? `${NBSP}+${daysLater}` : '');
}

/** A second of a shooting day as its clock shows it, `14:18:40`: what is called or stopped to the second. */
export function formatSecondOfDay(
  second: number,
  day: { date: string; timeZone: string },
  clock: Preferences['clock'] = '24',
): string {
  const whole = Math.round(second);
  const minute = formatMinuteOfDay(Math.floor(whole / 60), day, clock);
  const seconds = two(((whole % 60) + 60) % 60);
  return minute.replace(/^(\d+:\d\d)/, `$1:${seconds}`);
}

/** When something happened, as the clock of its day showed it then: 14:20 until 14:21 has come. */
export const formatInstant = (
  atMs: number,
  day: { date: string; timeZone: string },
  clock: Preferences['clock'] = '24',
): string => formatMinuteOfDay(Math.floor(msToMinute(day.date, day.timeZone, atMs)), day, clock);

/** A time of day as it was typed, in minutes of the wall: whatever the day, its clock shows this. */
export function formatWallMinute(wallMin: number, clock: Preferences['clock'] = '24'): string {
  const daysLater = Math.floor(wallMin / 1440);
  const ofDay = wallMin - daysLater * 1440;
  return (
    formatClock(Math.floor(ofDay / 60), Math.floor(ofDay % 60), clock) + (daysLater > 0 ? `${NBSP}+${daysLater}` : '')
  );
}

/** Minutes as `45 min` or `3 h 48`, rounded to whole minutes; keeps the sign. */
export function formatMinutes(minutes: number): string {
  const whole = Math.round(Math.abs(minutes));
  const sign = minutes < 0 && whole > 0 ? '−' : '';
  if (whole < 60) return `${sign}${whole}${NBSP}min`;
  const rest = whole % 60;
  return `${sign}${Math.floor(whole / 60)}${NBSP}h${rest ? `${NBSP}${two(rest)}` : ''}`;
}

/** A running time in milliseconds as `0:41` or `1:02:03`. */
export function formatRunning(ms: number): string {
  const total = Math.max(0, Math.floor(ms / 1000));
  const hours = Math.floor(total / 3600);
  const minutes = Math.floor(total / 60) % 60;
  return hours ? `${hours}:${two(minutes)}:${two(total % 60)}` : `${minutes}:${two(total % 60)}`;
}

/** A picture’s shape as people say it: `16:9`, `9:16`, `1:1`, otherwise `2.39:1`. */
export function formatRatio(ratio: number): string {
  const known: readonly (readonly [number, number])[] = [
    [16, 9],
    [9, 16],
    [4, 3],
    [3, 4],
    [4, 5],
    [1, 1],
    [3, 2],
    [2, 3],
    [17, 9],
    [21, 9],
  ];
  const named = known.find(([w, h]) => Math.abs(w / h - ratio) < 0.004);
  return named ? `${named[0]}:${named[1]}` : `${ratio.toFixed(2)}:1`;
}

const BYTE_UNITS = ['B', 'kB', 'MB', 'GB', 'TB', 'PB'] as const;

/** A size in bytes with decimal units, three significant figures: `85.3 GB`. */
export function formatBytes(bytes: number): string {
  let value = bytes;
  let unit = 0;
  while (value >= 999.5 && unit < BYTE_UNITS.length - 1) {
    value /= 1000;
    unit += 1;
  }
  const shown =
    unit === 0
      ? String(Math.round(value))
      : value >= 99.95
        ? value.toFixed(0)
        : value >= 9.995
          ? value.toFixed(1)
          : value.toFixed(2);
  return `${shown}${NBSP}${BYTE_UNITS[unit]}`;
}

/** A length stored in metres as `4.1 m` or `13 ft 5 in`. */
export function formatLength(metres: number, lengths: Preferences['lengths']): string {
  if (lengths === 'metric') return `${metres.toFixed(metres < 10 ? 2 : 1).replace(/\.?0+$/, '')}${NBSP}m`;
  const inches = Math.round(metres / 0.0254);
  return `${Math.floor(inches / 12)}${NBSP}ft${inches % 12 ? `${NBSP}${inches % 12}${NBSP}in` : ''}`;
}

const M_OF_MILE = 1609.344;

/** A distance over ground: `240 m`, `2.3 km`; where lengths are feet `790 ft`, `1.4 mi`. Three figures at most. */
export function formatDistance(metres: number, lengths: Preferences['lengths']): string {
  const [small, large, name, unit] =
    lengths === 'metric' ? [metres, metres / 1000, 'm', 'km'] : [metres / 0.3048, metres / M_OF_MILE, 'ft', 'mi'];
  if (large < 1) return `${Math.round(small)}${NBSP}${name}`;
  return `${large < 100 ? Number(large.toFixed(1)) : Math.round(large)}${NBSP}${unit}`;
}

/** Script pages counted in eighths: `2 3/8 pages`, `5/8 page`. */
export function formatEighths(eighths: number): string {
  const whole = Math.floor(eighths / 8);
  const rest = eighths % 8;
  const number = whole && rest ? `${whole}${NBSP}${rest}/8` : whole ? `${whole}` : `${rest}/8`;
  return `${number}${NBSP}${eighths > 8 ? 'pages' : 'page'}`;
}

/** A date `YYYY-MM-DD` as `Thu 18 Mar 2027` (or without the year). */
export function formatDate(date: string, options: { year?: boolean; long?: boolean } = {}): string {
  const at = new Date(`${date}T12:00:00Z`);
  const style = options.long ? 'long' : 'short';
  const part = (o: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { ...o, timeZone: 'UTC' }).format(at);
  const words = [part({ weekday: style }), part({ day: 'numeric' }), part({ month: style })];
  if (options.year) words.push(part({ year: 'numeric' }));
  return words.join(NBSP);
}

/** `1 shot`, `3 shots`. */
export function formatCount(count: number, one: string, many = `${one}s`): string {
  return `${count}${NBSP}${count === 1 ? one : many}`;
}

/** A count of minutes said against a plan: `6 min behind`, `4 min ahead`, `on time`. */
export function formatAgainst(minutesLate: number, words: { late: string; early: string; even: string }): string {
  const whole = Math.round(minutesLate);
  if (whole === 0) return words.even;
  return `${formatMinutes(Math.abs(whole))} ${whole > 0 ? words.late : words.early}`;
}

/** How many places the small unit of a currency has: two of most, none of JPY, three of KWD. */
export function minorDigits(currency: string): number {
  const known = MINOR_DIGITS.get(currency);
  if (known !== undefined) return known;
  const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  const digits = format.resolvedOptions().maximumFractionDigits ?? 2;
  MINOR_DIGITS.set(currency, digits);
  return digits;
}
const MINOR_DIGITS = new Map<string, number>();

/** A sum stored in minor units with its currency: `€1,250`, `£280.50`, `−£12`; `cents` writes them out where there are none too. */
export function formatMoney(minor: number, currency: string, options: { cents?: boolean } = {}): string {
  const digits = minorDigits(currency);
  const shown = options.cents || minor % 10 ** digits !== 0 ? digits : 0;
  const words = new Intl.NumberFormat('en-GB', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: shown,
    maximumFractionDigits: shown,
  }).format(Math.abs(minor) / 10 ** digits);
  return minor < 0 ? `−${words}` : words;
}

/** A sum as it is typed again: `1250.50`; '' where there is none. */
export const moneyText = (minor: number | null, currency: string): string =>
  minor === null ? '' : String(minor / 10 ** minorDigits(currency));

/** A share stored in basis points: `19 %`, `7.7 %`. */
export const formatShare = (bp: number): string => `${bp / 100}${NBSP}%`;

/** A time within a track as `1:23.4`, tenths of a second. */
export function formatTrackTime(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  return `${Math.floor(tenths / 600)}:${two(Math.floor(tenths / 10) % 60)}.${tenths % 10}`;
}

/** An illuminance: whole lux, three figures from a thousand on. */
export function formatLux(lux: number): string {
  const shown = lux >= 1000 ? Number(lux.toPrecision(3)) : lux >= 10 ? Math.round(lux) : Math.round(lux * 10) / 10;
  return `${shown.toLocaleString('en')}${NBSP}lx`;
}

/** A T-stop as one reads it off a ring: one decimal, none from 10 on. */
export function formatStop(stop: number): string {
  return `T${NBSP}${stop >= 10 ? Math.round(stop) : Math.round(stop * 10) / 10}`;
}

/** An air temperature, in whole degrees of what one reads lengths in. */
export function formatTemperature(celsius: number, lengths: 'metric' | 'feet' = 'metric'): string {
  return lengths === 'feet' ? `${Math.round(celsius * 1.8 + 32)}${NBSP}°F` : `${Math.round(celsius)}${NBSP}°C`;
}

/** A colour temperature to the nearest 50 K. */
export function formatKelvin(kelvin: number): string {
  return `${(Math.round(kelvin / 50) * 50).toLocaleString('en')}${NBSP}K`;
}
