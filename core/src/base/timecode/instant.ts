import type { Rate } from './rate.ts';
import { framesPerDay } from './rate.ts';
import { modulo } from './label.ts';

/**
 * Whole frames that fit into `ms` milliseconds of real time: floor(ms × num / (1000 × den)), exact for any
 * day's milliseconds.
 */
export function framesAt(ms: number, rate: Rate): number {
  return Number((BigInt(Math.floor(ms)) * BigInt(rate.num)) / (1000n * BigInt(rate.den)));
}

/** Time-of-day timecode: the frame count a clock set at local midnight shows `ms` milliseconds later, within one day. */
export function timeOfDayFrames(msSinceMidnight: number, rate: Rate): number {
  return modulo(framesAt(msSinceMidnight, rate), framesPerDay(rate));
}

/** Real milliseconds that a number of frames lasts (not rounded). */
export function framesToMs(frames: number, rate: Rate): number {
  return (frames * 1000 * rate.den) / rate.num;
}
