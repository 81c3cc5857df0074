import FFT from 'fft.js';
import type { SignalWindow } from './window.ts';

/** Words a second that are looked for: 23.976 to 30, played up to 6 % slow or fast. */
const SLOWEST = 23.976 * 0.94;
const FASTEST = 30 * 1.06;
const BITS = 80;
/** Blocks that hold a whole sync word whatever their place: two words of the slowest kind. */
const BLOCK_WORDS = 2.1;
/** Points a bit is sampled with for the search; the line at twice the bit rate must stay below half of that. */
const POINTS_PER_BIT = 5;

/** Where bits may begin, and how long they last. */
export interface Lock {
  /** A boundary between two bits, samples. */
  boundary: number;
  /** Samples a bit. */
  period: number;
  /** Half the step of the signal at a bit boundary, a sample's worth. */
  amplitude: number;
}

export interface Search {
  blockSamples: number;
  shortest: number;
  longest: number;
  find(signal: SignalWindow, from: number): Lock[];
}

/**
 * Finds the bit clock of linear timecode in a block without knowing anything: every bit begins with an edge, so the
 * squared step of the signal has a line at the bit rate, and the middle edges of ones add to the line at twice
 * that rate. Both lines are added for each period in range, which is under an octave, so the sum has one peak. Answers
 * the likeliest locks, best first; none for silence or a block with no clear line.
 */
export function bitClockSearch(sampleRate: number): Search {
  const shortest = sampleRate / (BITS * FASTEST);
  const longest = sampleRate / (BITS * SLOWEST);
  const stride = Math.max(1, Math.floor(shortest / POINTS_PER_BIT));
  const blockSamples = Math.ceil((BLOCK_WORDS * BITS * longest) / stride) * stride;
  const points = blockSamples / stride;
  const size = 2 ** Math.ceil(Math.log2(points));
  const fft = new FFT(size);
  const input = new Float64Array(size);
  const output = fft.createComplexArray() as number[];
  const halfPoints = Math.max(1, Math.round(Math.sqrt(shortest * longest) / 2 / stride));
  const half = halfPoints * stride;
  const sums = new Float64Array(points + 2 * halfPoints);
  const hann = Float64Array.from(
    { length: points },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / points),
  );
  const lowest = Math.floor((size * stride) / longest);
  const highest = Math.ceil((size * stride) / shortest);

  const power = (bin: number) => {
    const low = Math.min(size / 2 - 1, Math.max(0, bin));
    return output[2 * low]! ** 2 + output[2 * low + 1]! ** 2;
  };
  const score = (bin: number) => power(bin) + Math.max(power(2 * bin - 1), power(2 * bin), power(2 * bin + 1));

  return {
    blockSamples,
    shortest,
    longest,
    find(signal, from) {
      const whole = Math.floor(from);
      for (let i = 0; i < sums.length; i += 1) sums[i] = signal.sum(whole + (i - halfPoints) * stride);
      let mean = 0;
      for (let i = 0; i < points; i += 1) {
        const step = sums[i + 2 * halfPoints]! - 2 * sums[i + halfPoints]! + sums[i]!;
        input[i] = step * step;
        mean += step * step;
      }
      mean /= points;
      if (!(mean > 1e-18)) return [];
      for (let i = 0; i < points; i += 1) input[i] = (input[i]! - mean) * hann[i]!;
      fft.realTransform(output, input as unknown as number[]);

      const bins = Array.from({ length: highest - lowest + 1 }, (_, i) => lowest + i);
      const scores = bins.map(score);
      const average = scores.reduce((a, b) => a + b, 0) / scores.length;
      const peaks = bins
        .map((bin, i) => ({ bin, score: scores[i]!, left: scores[i - 1] ?? -1, right: scores[i + 1] ?? -1 }))
        .filter((p) => p.score > p.left && p.score >= p.right && p.score > 2.5 * average)
        .sort((a, b) => b.score - a.score)
        .slice(0, 2);

      return peaks.flatMap(({ bin, score: top, left, right }) => {
        const bend = left - 2 * top + right;
        const shift = left > 0 && right > 0 && bend < 0 ? (0.5 * (left - right)) / bend : 0;
        const period = (size * stride) / (bin + shift);
        return phases(signal, whole, blockSamples, period, half);
      });
    },
  };
}

/** Both places a bit may begin at, given the period, stronger edge first, near the middle of the block. */
function phases(signal: SignalWindow, from: number, length: number, period: number, half: number): Lock[] {
  const steps = 16;
  const strengths = new Float64Array(steps);
  // Over a third of the block the period is known well enough to add edges up.
  const count = Math.floor(length / period / 3);
  const first = from + length / 2 - (count / 2) * period;
  for (let bit = 0; bit < count; bit += 1) {
    for (let k = 0; k < steps; k += 1) {
      const at = first + (bit + k / steps) * period;
      const d = signal.sum(at + half) - 2 * signal.sum(at) + signal.sum(at - half);
      strengths[k]! += d * d;
    }
  }
  // Edges in the middle of ones lie half a bit off: the sharpest pair of opposite phases is where edges are.
  let best = 0;
  const pair = (k: number) => strengths[k]! + strengths[(k + steps / 2) % steps]!;
  for (let k = 1; k < steps / 2; k += 1) if (pair(k) > pair(best)) best = k;
  const other = best + steps / 2;
  const order = strengths[best]! >= strengths[other]! ? [best, other] : [other, best];
  return order.map((k) => ({
    boundary: first + (Math.floor(count / 2) + k / steps) * period,
    period,
    amplitude: Math.sqrt(strengths[k]! / count) / (2 * half),
  }));
}
