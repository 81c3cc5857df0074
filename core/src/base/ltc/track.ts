import type { Lock } from './acquire.ts';
import type { SignalWindow } from './window.ts';

/** Gains of the second-order loop that follows the bit clock; damping 1, about 17 bits to settle. */
const PHASE_GAIN = 0.12;
const PERIOD_GAIN = 0.0036;
const AMPLITUDE_GAIN = 0.03;
/** The clock counts as lost when about a third of the latest twenty boundaries had no edge. */
const FADE = 0.95;
const LOST = 6;
/** Mean level is taken over this many bits each way: biphase mark has no mean over more than a bit. */
const LEVEL_REACH = 5;

/** Bits as they were followed, in order of time. */
export interface Bits {
  /** Start of each bit and, at the end, the end of the last. */
  boundaries: Float64Array;
  /** Area of the first and second half of each bit, level taken off. */
  firstHalf: Float64Array;
  secondHalf: Float64Array;
  /** The edge as it was measured at each boundary, samples. */
  edges: Float64Array;
  /** Why following ended. */
  ended: 'lost' | 'edge';
  /** The lock at the far end, to go on from. */
  lock: Lock;
}

/** Room to follow bits into; used again and again, since a new one for each stretch keeps the garbage collector busy. */
export class Room {
  boundaries = new Float64Array(0);
  firstHalf = new Float64Array(0);
  secondHalf = new Float64Array(0);
  edges = new Float64Array(0);

  atLeast(size: number): void {
    if (this.boundaries.length >= size) return;
    for (const name of ['boundaries', 'firstHalf', 'secondHalf', 'edges'] as const)
      this[name] = new Float64Array(2 * size);
  }
}

/**
 * Follows the bit clock from a lock, forward (`direction` 1) or backward (−1), until the signal is lost or the position
 * `until` is reached. The bits lie in `room` until it is used again. At each boundary the area on both sides tells how far the edge lies from where it was
 * expected (early-late gate).
 */
export function follow(
  signal: SignalWindow,
  lock: Lock,
  { direction, until }: { direction: 1 | -1; until: number },
  range: { shortest: number; longest: number },
  room: Room,
): Bits {
  let { boundary: at, period, amplitude } = lock;
  room.atLeast(Math.max(0, Math.ceil(Math.abs(until - at) / (range.shortest * 0.9))) + 4);
  const { boundaries, firstHalf, secondHalf, edges } = room;
  boundaries[0] = edges[0] = at;
  let count = 0;
  let before = 0;
  let bad = 0;
  let ended: Bits['ended'] = 'edge';
  const slack = 0.75;

  while (direction === 1 ? at + period <= until + slack : at - period >= until - slack) {
    const far = at + direction * period;
    const middle = (at + far) / 2;
    const level = signal.mean(middle, LEVEL_REACH * period);
    const sumAt = signal.sum(at);
    const sumMiddle = signal.sum(middle);
    const near = direction * (sumMiddle - sumAt) - (level * period) / 2;
    const next = direction * (signal.sum(far) - sumMiddle) - (level * period) / 2;

    const reach = period / 4;
    const around = signal.sum(at + reach) - signal.sum(at - reach) - 2 * reach * level;
    const step = near - before;
    const size = Math.max(amplitude, 1e-12);
    const strength = Math.abs(step) / (size * period);
    let late = (direction * -Math.sign(step) * around) / (2 * size);
    late = Math.max(-reach, Math.min(reach, late)) * Math.min(1, strength);
    if (count > 0) {
      edges[count] = at + late;
      bad = bad * FADE + (near * before < 0 && strength > 0.35 ? 0 : 1);
      amplitude += AMPLITUDE_GAIN * (Math.abs(step) / period - amplitude);
    } else late = 0;
    firstHalf[count] = direction === 1 ? near : next;
    secondHalf[count] = direction === 1 ? next : near;
    before = next;
    // `late` is in time; going backward the clock is followed the other way round.
    at = far + PHASE_GAIN * late;
    period += PERIOD_GAIN * late * direction;
    period = Math.max(range.shortest * 0.98, Math.min(range.longest * 1.02, period));
    count += 1;
    boundaries[count] = edges[count] = at;
    if (bad > LOST) {
      ended = 'lost';
      break;
    }
  }
  const end: Lock = { boundary: at, period, amplitude };
  const taken = (list: Float64Array, length: number) =>
    direction === 1 ? list.subarray(0, length) : list.subarray(0, length).reverse();
  return {
    boundaries: taken(boundaries, count + 1),
    edges: taken(edges, count + 1),
    firstHalf: taken(firstHalf, count),
    secondHalf: taken(secondHalf, count),
    ended,
    lock: end,
  };
}

/**
 * The likeliest bits of a stretch (Viterbi over the level at each bit's start): every bit flips the level at its
 * beginning, a one flips it again in its middle. So each half bit speaks for its neighbours too, which is worth
 * about 3 dB against deciding bit by bit.
 */
export function likeliestBits(firstHalf: Float64Array, secondHalf: Float64Array): Uint8Array {
  const count = firstHalf.length;
  const fromPlus = new Uint8Array(count);
  const fromMinus = new Uint8Array(count);
  let plus = 0;
  let minus = 0;
  for (let i = 0; i < count; i += 1) {
    const zero = firstHalf[i]! + secondHalf[i]!;
    const one = firstHalf[i]! - secondHalf[i]!;
    // A zero hands the other level on to the next bit's start, a one the same.
    const plusByOne = plus + one;
    const plusByZero = minus - zero;
    const minusByOne = minus - one;
    const minusByZero = plus + zero;
    fromPlus[i] = plusByOne > plusByZero ? 1 : 0;
    fromMinus[i] = minusByOne > minusByZero ? 1 : 0;
    plus = Math.max(plusByOne, plusByZero);
    minus = Math.max(minusByOne, minusByZero);
  }
  const bits = new Uint8Array(count);
  let state = plus >= minus;
  for (let i = count - 1; i >= 0; i -= 1) {
    const bit = state ? fromPlus[i]! : fromMinus[i]!;
    bits[i] = bit;
    if (!bit) state = !state;
  }
  return bits;
}
