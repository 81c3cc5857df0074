import { BANDS, FEATURE_RATE, LINE_RATE, type LineSource } from './lineModel.ts';

/** How lively each part of a recording is: sums of its features up to each frame. */
export class Liveliness {
  private readonly sums: Float64Array;
  readonly seconds: number;
  constructor(source: LineSource) {
    const frames = source.features.length / BANDS;
    this.sums = new Float64Array(frames + 1);
    for (let i = 0; i < frames; i += 1) {
      let sum = 0;
      for (let b = 0; b < BANDS; b += 1) sum += Math.abs(source.features[i * BANDS + b] as number);
      this.sums[i + 1] = (this.sums[i] as number) + sum;
    }
    this.seconds = source.samples / LINE_RATE;
  }

  /** Between two times, a second. */
  between(fromS: number, toS: number): number {
    const last = this.sums.length - 1;
    const at = (s: number) => this.sums[Math.max(0, Math.min(last, Math.round(s * FEATURE_RATE)))] as number;
    return (at(toS) - at(fromS)) / Math.max(1 / FEATURE_RATE, toS - fromS);
  }
}

/** So many places are looked at for each window. */
const PLACES = 6;

/** Where windows are laid over what both have: one in each part of it, there where both are liveliest. Times are file times in a, of their beginnings. */
export function windowStarts(
  a: Liveliness,
  b: Liveliness,
  {
    fromS,
    toS,
    offsetS,
    lengthS,
    most,
  }: { fromS: number; toS: number; offsetS: number; lengthS: number; most: number },
): number[] {
  const count = Math.max(0, Math.min(most, Math.floor((toS - fromS) / lengthS)));
  return Array.from({ length: count }, (_, n) => {
    const [partFrom, partTo] = [fromS + ((toS - fromS) * n) / count, fromS + ((toS - fromS) * (n + 1)) / count];
    let best = partFrom;
    let most = -1;
    for (let p = 0; p < PLACES; p += 1) {
      const at = partFrom + ((partTo - lengthS - partFrom) * p) / (PLACES - 1);
      const lively = Math.min(a.between(at, at + lengthS), b.between(at - offsetS, at - offsetS + lengthS));
      if (lively > most) [best, most] = [at, lively];
    }
    return best;
  });
}
