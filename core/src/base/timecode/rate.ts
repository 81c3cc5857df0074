import { InputError } from '../errors/index.ts';

/** A frame rate as an exact fraction, with the drop-frame flag (SMPTE ST 12-1). */
export interface Rate {
  num: number;
  den: number;
  drop: boolean;
}

const rate = (num: number, den: number, drop = false): Rate => Object.freeze({ num, den, drop });

/** Every rate Kavrell counts in, by its canonical name. */
export const RATES: Readonly<Record<string, Rate>> = Object.freeze({
  '24000/1001': rate(24000, 1001),
  '24': rate(24, 1),
  '25': rate(25, 1),
  '30000/1001': rate(30000, 1001),
  '30000/1001df': rate(30000, 1001, true),
  '30': rate(30, 1),
  '48000/1001': rate(48000, 1001),
  '48': rate(48, 1),
  '50': rate(50, 1),
  '60000/1001': rate(60000, 1001),
  '60000/1001df': rate(60000, 1001, true),
  '60': rate(60, 1),
});

const SPELLINGS: Readonly<Record<string, string>> = Object.freeze({
  '23.976': '24000/1001',
  '23.98': '24000/1001',
  '29.97': '30000/1001',
  '29.97df': '30000/1001df',
  '47.952': '48000/1001',
  '59.94': '60000/1001',
  '59.94df': '60000/1001df',
});

/**
 * Reads a rate: a canonical name (`"25"`, `"30000/1001df"`), a usual spelling (`"29.97df"`) or a whole
 * rate over one (`"25/1"`). Throws `InputError` `rate.unknown` for anything else.
 */
export function parseRate(text: string): Rate {
  const trimmed = text.trim().toLowerCase().replace(/\/1$/, '');
  const name = SPELLINGS[trimmed] ?? trimmed;
  const found = Object.hasOwn(RATES, name) ? RATES[name] : undefined;
  if (!found) {
    throw new InputError(
      'rate.unknown',
      `“${text}” is not a frame rate Kavrell counts in. Use one of ${Object.keys(RATES).join(', ')}.`,
    );
  }
  return found;
}

/** The canonical name of a rate. */
export function rateName({ num, den, drop }: Rate): string {
  return (den === 1 ? `${num}` : `${num}/${den}`) + (drop ? 'df' : '');
}

/** A rate as people say it: `25`, `23.976`, `29.97 drop`. */
export function rateSaid({ num, den, drop }: Rate): string {
  const value = den === 1 ? `${num}` : (num / den).toFixed(num === 24000 || num === 48000 ? 3 : 2);
  return value + (drop ? ' drop' : '');
}

/** Labels counted in one second: 24 for 24000/1001, 30 for 30000/1001. */
export function nominalFps({ num, den }: Rate): number {
  return Math.ceil(num / den);
}

/** Labels skipped at each minute that is not a multiple of ten: 2 at 29.97 drop, 4 at 59.94 drop, else 0. */
export function droppedPerMinute(rate: Rate): number {
  return rate.drop ? nominalFps(rate) / 15 : 0;
}

/** How many labels a day of 24 h holds. */
export function framesPerDay(rate: Rate): number {
  return nominalFps(rate) * 86400 - droppedPerMinute(rate) * 1296;
}
