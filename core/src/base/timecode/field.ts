import { z } from 'zod';
import { RATES, parseRate } from './rate.ts';

/** A field that holds a frame rate, by its canonical name. */
export const rateField = z.enum(Object.keys(RATES) as [string, ...string[]], {
  error: 'Choose one of the frame rates Kavrell counts in.',
});

/** Frames a second of a rate as written (`24000/1001`), as a number. */
export function fpsOf(rate: string): number {
  const { num, den } = parseRate(rate);
  return num / den;
}
