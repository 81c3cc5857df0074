import { RATES, nominalFps, type Rate } from '../timecode/index.ts';
import type { LtcWord } from './decode.ts';
import { followsInCount } from './sequence.ts';

/** Words that run on without a break. */
export interface LtcSegment {
  firstLabel: string;
  lastLabel: string;
  words: number;
  startSample: number;
  endSample: number;
  direction: 'forward' | 'reverse';
}

/** A place where the count does not run on. */
export interface LtcBreak {
  kind: 'gap' | 'jump' | 'held' | 'turned';
  atSample: number;
  before: string;
  after: string;
  /** Sound without a word between the two, samples. */
  gapSamples: number;
}

export interface LtcReport {
  words: number;
  /** Words a second of sound, measured; null with less than two words in a row. */
  wordsPerSecond: number | null;
  /** The likeliest rate by name, and how much faster than it the words came, in parts per million. */
  rate: string | null;
  speedPpm: number | null;
  /** Every rate that the labels allow. Above 30 frames a second a word stands for a pair of frames, and nothing in the signal tells. */
  possibleRates: string[];
  segments: LtcSegment[];
  breaks: LtcBreak[];
}

const LTC_RATES = ['24000/1001', '24', '25', '30000/1001', '30000/1001df', '30'] as const;
const DOUBLE: Record<string, string> = {
  '24000/1001': '48000/1001',
  '24': '48',
  '25': '50',
  '30000/1001': '60000/1001',
  '30000/1001df': '60000/1001df',
  '30': '60',
};

/** Gathers what the words of a recording say together; memory grows with the breaks only. */
export class LtcReporter {
  private readonly segments: LtcSegment[] = [];
  private readonly breaks: LtcBreak[] = [];
  private last: LtcWord | null = null;
  private count = 0;
  private highestFrame = 0;
  private drop = false;
  /** Frames a second by which the count was seen to roll over. */
  private rolled: number | null = null;

  add(word: LtcWord): void {
    const frame = Number(word.label.slice(-2));
    this.count += 1;
    this.highestFrame = Math.max(this.highestFrame, frame);
    this.drop ||= word.drop;
    const last = this.last;
    this.last = word;
    const segment = this.segments.at(-1);
    if (last && segment) {
      const gapSamples = word.startSample - last.endSample;
      const length = last.endSample - last.startSample;
      const kind =
        word.direction !== last.direction
          ? 'turned'
          : gapSamples > length / 2
            ? 'gap'
            : followsInCount(last, word)
              ? null
              : word.label === last.label
                ? 'held'
                : 'jump';
      if (kind === null) {
        const [early, late] = word.direction === 'forward' ? [last, word] : [word, last];
        if (late.label.slice(0, 8) !== early.label.slice(0, 8)) this.rolled = Number(early.label.slice(-2)) + 1;
        segment.lastLabel = word.label;
        segment.words += 1;
        segment.endSample = word.endSample;
        return;
      }
      this.breaks.push({
        kind,
        atSample: word.startSample,
        before: last.label,
        after: word.label,
        gapSamples: Math.max(0, gapSamples),
      });
    }
    this.segments.push({
      firstLabel: word.label,
      lastLabel: word.label,
      words: 1,
      startSample: word.startSample,
      endSample: word.endSample,
      direction: word.direction,
    });
  }

  report(sampleRate: number): LtcReport {
    const long = this.segments.filter((s) => s.words > 1);
    const samples = long.reduce((sum, s) => sum + (s.endSample - s.startSample), 0);
    const words = long.reduce((sum, s) => sum + s.words, 0);
    const wordsPerSecond = samples > 0 ? (words * sampleRate) / samples : null;
    const fits = LTC_RATES.filter((name) => {
      const rate = RATES[name]!;
      if (rate.drop !== this.drop || this.count === 0) return false;
      return this.rolled === null ? nominalFps(rate) > this.highestFrame : nominalFps(rate) === this.rolled;
    });
    const off = (rate: Rate) => (wordsPerSecond === null ? 0 : Math.abs((wordsPerSecond * rate.den) / rate.num - 1));
    const likeliest = [...fits].sort((a, b) => off(RATES[a]!) - off(RATES[b]!))[0] ?? null;
    const chosen = likeliest && RATES[likeliest]!;
    return {
      words: this.count,
      wordsPerSecond,
      rate: likeliest,
      speedPpm: chosen && wordsPerSecond !== null ? ((wordsPerSecond * chosen.den) / chosen.num - 1) * 1e6 : null,
      possibleRates: fits.flatMap((name) => [name, DOUBLE[name]!]),
      segments: this.segments,
      breaks: this.breaks,
    };
  }
}

/** The two labels that a word stands for at a rate above 30 frames a second, in order; null at others. */
export function pairOf(word: Pick<LtcWord, 'label'>, rate: Rate): [string, string] | null {
  if (nominalFps(rate) <= 30) return null;
  const frame = 2 * Number(word.label.slice(-2));
  const head = word.label.slice(0, -2);
  const two = (n: number) => String(n).padStart(2, '0');
  return [head + two(frame), head + two(frame + 1)];
}
