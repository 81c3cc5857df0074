import { InputError } from '../errors/index.ts';
import { formatLabel, framesPerDay, modulo, nominalFps, type Rate } from '../timecode/index.ts';
import { groupsOfDate, laterDate } from './date.ts';
import { WORD_BITS, packWord } from './word.ts';

export interface LtcSignal {
  rate: Rate;
  sampleRate: number;
  /** Frame count of the first frame. At rates above 30 it is taken down to the first of its pair. */
  startFrames: number;
  /** User bits, user1 first; all zero when left out. */
  groups?: readonly number[];
  /** A date in the user bits instead; it goes on at midnight. */
  date?: { date: string; zoneMin: number };
  /** Half of peak to peak, 0–1. */
  amplitude?: number;
  /** Time an edge takes from a tenth to nine tenths, microseconds. */
  riseUs?: number;
}

/** A raised-cosine edge takes 59 % of its whole length from a tenth to nine tenths. */
const RISE_SHARE = (Math.acos(-0.8) - Math.acos(0.8)) / Math.PI;

/** Frames that one word stands for: 2 above 30 a second, since a word counts to 29 only. */
export function framesPerWord(rate: Rate): 1 | 2 {
  return nominalFps(rate) > 30 ? 2 : 1;
}

/** Samples that one word lasts (not rounded). */
export function samplesPerWord({ rate, sampleRate }: Pick<LtcSignal, 'rate' | 'sampleRate'>): number {
  return (sampleRate * rate.den * framesPerWord(rate)) / rate.num;
}

/**
 * Makes linear timecode: a function that fills `into` with samples of the signal from sample `from` (0 is the start
 * of the first word). Biphase mark: each bit begins with an edge, a one has a second edge in its middle; edges are
 * raised cosines of about 40 µs. Source: SMPTE ST 12-1. Throws `InputError` `ltc.sampleRate` below 16 kHz, `ltc.date` or
 * `ltc.zone`.
 */
export function ltcSource(signal: LtcSignal): (from: number, into: Float32Array) => void {
  const { rate, sampleRate, amplitude = 0.5, riseUs = 40 } = signal;
  if (!(sampleRate >= 16000)) {
    throw new InputError('ltc.sampleRate', 'Timecode sound wants 16,000 samples a second or more.', ['sampleRate']);
  }
  // Said now: a date that does not exist must not become another one on the way.
  if (signal.date) groupsOfDate(signal.date);
  const each = framesPerWord(rate);
  const first = Math.floor(signal.startFrames / each);
  const wordSamples = samplesPerWord(signal);
  const halfSamples = wordSamples / (2 * WORD_BITS);
  const edge = Math.min(halfSamples, (riseUs * 1e-6 * sampleRate) / RISE_SHARE);
  const at25 = nominalFps(rate) / each === 25;
  const levels = new Int8Array(2 * WORD_BITS + 2);
  let drawn = NaN;

  /** The level of each half bit of word `index`, with the last of the word before and the first of the next around it. */
  function draw(index: number): void {
    if (drawn === index) return;
    drawn = index;
    const count = (first + index) * each;
    const day = Math.floor(count / framesPerDay(rate));
    const label = formatLabel(modulo(count, framesPerDay(rate)), rate);
    const [hours, minutes, seconds, frames] = label.split(/[:;]/).map(Number) as [number, number, number, number];
    const dated = signal.date;
    const groups = dated
      ? groupsOfDate({ ...dated, date: laterDate(dated.date, day) })
      : [...(signal.groups ?? [0, 0, 0, 0, 0, 0, 0, 0])];
    const bits = packWord(
      {
        hours,
        minutes,
        seconds,
        frames: Math.floor(frames / each),
        drop: rate.drop,
        colour: false,
        groups,
        groupFlags: [false, false, Boolean(dated)],
      },
      at25,
    );
    let level: 1 | -1 = -1;
    levels[0] = level;
    for (let bit = 0; bit < WORD_BITS; bit += 1) {
      level = level === 1 ? -1 : 1;
      levels[1 + 2 * bit] = level;
      if (bits[bit]) level = level === 1 ? -1 : 1;
      levels[2 + 2 * bit] = level;
    }
    levels[2 * WORD_BITS + 1] = 1;
  }

  return (from, into) => {
    for (let i = 0; i < into.length; i += 1) {
      // The edge lies between the last sample before it and the first one after.
      const at = from + i + 0.5;
      const word = Math.floor(at / wordSamples);
      draw(word);
      const place = (at - word * wordSamples) / halfSamples;
      const half = Math.min(2 * WORD_BITS - 1, Math.floor(place));
      const here = levels[1 + half]!;
      const inHalf = (place - half) * halfSamples;
      const toNext = halfSamples - inHalf;
      let value: number = here;
      // Within half an edge of a change the signal is on its way between the two levels.
      if (inHalf < edge / 2 && levels[half] !== here) value = here * Math.sin((Math.PI * inHalf) / edge);
      else if (toNext < edge / 2 && levels[half + 2] !== here) value = here * Math.sin((Math.PI * toNext) / edge);
      into[i] = amplitude * value;
    }
  };
}
