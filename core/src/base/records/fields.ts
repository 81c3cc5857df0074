import { z } from 'zod';
import { isCalendarDate } from '../time/index.ts';

/** The most that a sum of money may be, minor units. */
export const MOST_MINOR = 1e10;

/** An amount of money in whole minor units of a currency that is said beside it, nothing or more. */
export const amountMinor = (label: string, most = MOST_MINOR) =>
  z
    .int(`${label} is an amount of money.`)
    .min(0, `${label} can’t be negative.`)
    .max(most, `${label}: that much is not believable.`);

/** The same, where it may also be taken off. */
export const signedMinor = (label: string, most = MOST_MINOR) =>
  z
    .int(`${label} is an amount of money.`)
    .min(-most, `${label}: that much is not believable.`)
    .max(most, `${label}: that much is not believable.`);

/** A currency by its three letters, ISO 4217. */
export const currencyCode = z
  .string({ error: 'A sum needs a currency: three letters, such as EUR.' })
  .trim()
  .toUpperCase()
  .regex(/^[A-Z]{3}$/, 'A currency is three letters, such as EUR.');

/** A share in basis points: 10,000 is the whole. */
export const shareBp = (label: string, mostBp = 10_000) =>
  z
    .int(`${label} is a share, in hundredths of a percent.`)
    .min(0, `${label} can’t be less than 0\u00a0%.`)
    .max(mostBp, `${label} is ${mostBp / 100}\u00a0% at the most.`);

/** A calendar date that exists, `YYYY-MM-DD`. */
export const calendarDate = (label: string) =>
  z.string({ error: `${label} is missing.` }).refine(isCalendarDate, `${label} is a date that exists, as YYYY-MM-DD.`);

/** The address of a stored file, by its content. */
export const fileHash = z.string().regex(/^[0-9a-f]{64}$/, 'That is not the address of a stored file.');
