import { minorDigits } from '../../base/units/index.ts';
import { scaled } from './minor.ts';
import type { Exchange } from './rateModel.ts';

const MILLION = 1_000_000;

/** What an amount is worth in another currency, by the newest typed rate up to a date, rounded once to whole minor units; null: nobody typed one. */
export function converted(
  minor: number,
  currency: string,
  into: string,
  exchanges: readonly Pick<Exchange, 'currency' | 'rateMillionths' | 'onDate'>[],
  onDate: string,
): { minor: number; rate: Pick<Exchange, 'currency' | 'rateMillionths' | 'onDate'> | null } | null {
  if (currency === into) return { minor, rate: null };
  const known = exchanges
    .filter((e) => e.currency === currency && e.onDate <= onDate)
    .sort((a, b) => (a.onDate < b.onDate ? -1 : 1))
    .at(-1);
  if (!known) return null;
  const [up, down] = [10 ** minorDigits(into), 10 ** minorDigits(currency)];
  return { minor: scaled(minor, known.rateMillionths * up, MILLION * down), rate: known };
}
