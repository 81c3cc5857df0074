import { modulo } from './label.ts';
import { framesPerDay, type Rate } from './rate.ts';

/** A fraction `p/q` in lowest terms, `q` > 0. Exact at any size: the numbers are BigInt. */
export interface Fraction {
  p: bigint;
  q: bigint;
}

/** The fraction in lowest terms. `q` must not be zero. */
export function fraction(p: bigint, q: bigint): Fraction {
  let [a, b] = [p < 0n ? -p : p, q < 0n ? -q : q];
  while (b) [a, b] = [b, a % b];
  const sign = q < 0n ? -1n : 1n;
  return { p: (sign * p) / (a || 1n), q: (sign * q) / (a || 1n) };
}

/** The sum of two frame counts, wrapped modulo 24 h of labels. */
export function addFrames(a: number, b: number, rate: Rate): number {
  return modulo(modulo(a, framesPerDay(rate)) + modulo(b, framesPerDay(rate)), framesPerDay(rate));
}

/** Real time that `frames` frames last, in seconds, exactly: frames × den / num. */
export function elapsed(frames: number, rate: Rate): Fraction {
  return fraction(BigInt(frames) * BigInt(rate.den), BigInt(rate.num));
}

/**
 * The frame at rate `to` that is on at the instant when frame `frames` of rate `from` begins, both counted
 * from the same real instant: floor(frames × from.den × to.num / (from.num × to.den)), wrapped modulo 24 h.
 */
export function convertFrames(frames: number, from: Rate, to: Rate): number {
  const top = BigInt(frames) * BigInt(from.den) * BigInt(to.num);
  const below = BigInt(from.num) * BigInt(to.den);
  const floored = top >= 0n ? top / below : -((-top + below - 1n) / below);
  return modulo(Number(floored % BigInt(framesPerDay(to))), framesPerDay(to));
}

/** What the label reads as seconds of the day, taken at face value (frames over the nominal rate). */
export function faceSeconds(label: string, nominal: number): number {
  const [h, m, s, f] = label.split(/[:;]/).map(Number) as [number, number, number, number];
  return h * 3600 + m * 60 + s + f / nominal;
}
