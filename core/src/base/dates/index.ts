import * as de from 'chrono-node/de';
import * as en from 'chrono-node/en';
import * as es from 'chrono-node/es';
import * as fr from 'chrono-node/fr';
import { InputError } from '../errors/index.ts';
import { isCalendarDate } from '../time/index.ts';

/** Readers by language, day before month; English first. */
const READERS = [en.GB, de, fr, es];
const NOON = 'T12:00:00Z';
const two = (n: number) => String(n).padStart(2, '0');

/**
 * The first date in a text as people write it: `3 Dec`, `Thursday 18 March`, `18.3.2027`, `tomorrow`, `next Friday`, in English, German, French
 * or Spanish; day before month. Without a year the next such date from `today` (YYYY-MM-DD) on. Null when there is none; times alone are none.
 */
export function dateIn(text: string, today: string): { date: string; found: string } | null {
  const iso = /\b\d{4}-\d{2}-\d{2}\b/.exec(text)?.[0];
  if (iso) return isCalendarDate(iso) ? { date: iso, found: iso } : null;
  for (const reader of READERS) {
    const results = reader.parse(text, { instant: new Date(today + NOON), timezone: 0 }, { forwardDate: true });
    for (const { start, text: found } of results) {
      const said = start.isCertain('day') || start.isCertain('weekday');
      const [year, month, day] = (['year', 'month', 'day'] as const).map((part) => start.get(part));
      if (!said || !year || !month || !day) continue;
      const date = `${year}-${two(month)}-${two(day)}`;
      if (isCalendarDate(date)) return { date, found };
    }
  }
  return null;
}

/** A date that was typed into a field of its own; throws `InputError` in words when it is none. */
export function parseDate(text: string, today: string): string {
  const read = dateIn(text, today);
  if (!read) throw new InputError('date.unread', `“${text.trim()}” is no date: write one such as 3 Dec or 2027-03-18.`);
  return read.date;
}
