import { InputError } from '../errors/index.ts';

/**
 * Time zone codes of dates in user bits (SMPTE ST 309): hours behind UTC count up from 01, hours ahead down from
 * 25 hexadecimal, the half hours have the letters.
 */
function zoneCodes(): Map<number, number> {
  const codes = new Map<number, number>();
  const bcd = (n: number) => Math.floor(n / 10) * 16 + (n % 10);
  for (let h = 0; h <= 12; h += 1) codes.set(bcd(h), h === 0 ? 0 : -60 * h);
  for (let h = 13; h >= 1; h -= 1) codes.set(bcd(26 - h), 60 * h);
  const half = [0x0a, 0x0b, 0x0c, 0x0d, 0x0e, 0x0f, 0x1a, 0x1b, 0x1c, 0x1d, 0x1e, 0x1f];
  half.forEach((code, i) => codes.set(code, -(60 * i + 30)));
  const ahead = [0x3f, 0x3e, 0x3d, 0x3c, 0x3b, 0x3a, 0x2f, 0x2e, 0x2d, 0x2c, 0x2b, 0x2a];
  ahead.forEach((code, i) => codes.set(code, 60 * i + 30));
  codes.set(0x32, 765);
  return codes;
}
const ZONES = zoneCodes();

export interface LtcDate {
  /** `YYYY-MM-DD`; the century is taken as 2000. */
  date: string;
  /** Minutes ahead of UTC, or null when the code is not one of the standard's. */
  zoneMin: number | null;
}

/**
 * The date that user bits carry when binary group flags say so (SMPTE ST 309): day, month, year as decimal digits in
 * groups 1–6, the zone in 7 and 8. Null when the digits are no date.
 */
export function dateOfGroups(groups: readonly number[]): LtcDate | null {
  const [d1, d10, m1, m10, y1, y10, z1, z16] = groups as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  if ([d1, d10, m1, m10, y1, y10].some((digit) => digit > 9)) return null;
  const date = `20${y10}${y1}-${m10}${m1}-${d10}${d1}`;
  if (!isDate(date)) return null;
  return { date, zoneMin: ZONES.get(((z16 & 0x3) << 4) | z1) ?? null };
}

function isDate(date: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(date)) return false;
  const at = new Date(`${date}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === date;
}

/** User bit groups for a date and zone. Throws `InputError` `ltc.date` or `ltc.zone`. */
export function groupsOfDate({ date, zoneMin }: { date: string; zoneMin: number }): number[] {
  if (!isDate(date) || !date.startsWith('20')) {
    throw new InputError('ltc.date', `“${date}” is not a date from 2000 to 2099: write YYYY-MM-DD.`, ['date']);
  }
  const code = [...ZONES].find(([, minutes]) => minutes === zoneMin)?.[0];
  if (code === undefined) {
    throw new InputError('ltc.zone', `A zone ${zoneMin} minutes from UTC can’t be written in user bits.`, ['zoneMin']);
  }
  const digit = (at: number) => Number(date[at]);
  return [digit(9), digit(8), digit(6), digit(5), digit(3), digit(2), code & 15, code >> 4];
}

/** The date `days` later. */
export function laterDate(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
