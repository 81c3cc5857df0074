import { fftOf } from './correlate.ts';
import { BANDS, FEATURE_RATE, type LineSource } from './lineModel.ts';

/** Of a, so much is looked for in b at a time: short enough that no clock smears it. */
const SEGMENT_FRAMES = 60 * FEATURE_RATE;
const BLOCK = 32_768;
/** Blocks of b begin so far from each other: what is left of one is as long as a segment may be. */
const STEP = 24_576;
const PEAKS_EACH = 5;
/** Lower ones are what any two sounds have. */
const LEAST_Z = 4;
/** Two places nearer to each other than this are one. */
const APART_FRAMES = 4;
/** Around a place that is looked at, so much is seen. */
const SEEN_S = 0.5;
/** Clocks are off by no more than this. */
const MOST_DRIFT = 150e-6;

/** A place that may be right: file time in a less file time in b, s, at a file time in a. */
export interface Candidate {
  offsetS: number;
  atS: number;
  /** How strongly features speak for it, all segments together. */
  score: number;
}

/**
 * Where in b each minute of a may be, by features alone: each segment of a against all of b, in blocks (overlap and save, Oppenheim and Schafer), all bands together. Places on
 * which segments agree come first. What is found here is a proposal: only the sound itself decides.
 */
export function coarseCandidates(a: LineSource, b: LineSource, most: number): Candidate[] {
  // Blocks of one are held while the other goes by: those of the shorter one.
  if (b.samples > a.samples)
    return coarseCandidates(b, a, most).map(({ offsetS, atS, score }) => ({
      ...{ offsetS: -offsetS, atS: atS - offsetS, score },
    }));
  const spectra = blocksOf(b);
  const frames = a.features.length / BANDS;
  const count = Math.max(1, Math.ceil(frames / SEGMENT_FRAMES));
  const segments = Array.from({ length: count }, (_, s) => ({
    from: Math.floor((frames * s) / count),
    to: Math.floor((frames * (s + 1)) / count),
  }));
  const found: Candidate[] = [];
  // Two at a time: one becomes the real, one the imaginary part.
  for (let s = 0; s < count; s += 2) found.push(...peaksOf(a, segments.slice(s, s + 2), b, spectra));
  return agreeing(found, most);
}

/** The spectrum of each block of b, band by band. */
function blocksOf(b: LineSource): Float64Array[][] {
  const fft = fftOf(BLOCK);
  const frames = b.features.length / BANDS;
  const blocks: Float64Array[][] = [];
  // One block before the first frame, so that a may begin before b.
  for (let start = -STEP; start < frames; start += STEP)
    blocks.push(
      Array.from({ length: BANDS }, (_, band) => {
        const input = new Float64Array(2 * BLOCK);
        for (let i = 0; i < BLOCK; i += 1) {
          const at = start + i;
          if (at >= 0 && at < frames) input[2 * i] = b.features[at * BANDS + band] as number;
        }
        const out = new Float64Array(2 * BLOCK);
        fft.forward(out, input);
        return out;
      }),
    );
  return blocks;
}

interface Segment {
  from: number;
  to: number;
}

/** The highest places of one or two segments in b. */
function peaksOf(
  a: LineSource,
  segments: readonly Segment[],
  b: LineSource,
  blocks: readonly Float64Array[][],
): Candidate[] {
  const fft = fftOf(BLOCK);
  const frames = b.features.length / BANDS;
  const looked = segments.map((segment) => ({
    ...segment,
    length: segment.to - segment.from,
    spectra: spectraOf(a, segment),
    lags: new Float32Array(frames + segment.to - segment.from),
  }));
  const cross = new Float64Array(2 * BLOCK);
  const out = new Float64Array(2 * BLOCK);
  blocks.forEach((block, n) => {
    cross.fill(0);
    looked.forEach(({ spectra }, part) => {
      for (let band = 0; band < BANDS; band += 1)
        addProduct(cross, spectra[band] as Float64Array, block[band] as Float64Array, part === 1);
    });
    fft.back(out, cross);
    const start = n * STEP - STEP;
    looked.forEach(({ lags, length }, part) => {
      for (let i = 0; i < STEP; i += 1) {
        const lag = start + i + length;
        if (lag >= 0 && lag < lags.length) lags[lag] = out[2 * i + part] as number;
      }
    });
  });
  return looked.flatMap(({ from, to, lags }) => highest(lags, { from, to }));
}

function spectraOf(a: LineSource, { from, to }: Segment): Float64Array[] {
  return Array.from({ length: BANDS }, (_, band) => {
    const input = new Float64Array(2 * BLOCK);
    for (let i = from; i < to; i += 1) input[2 * (i - from)] = a.features[i * BANDS + band] as number;
    const out = new Float64Array(2 * BLOCK);
    fftOf(BLOCK).forward(out, input);
    return out;
  });
}

/** Adds conj(x)·y to a spectrum, or i times that. */
function addProduct(cross: Float64Array, x: Float64Array, y: Float64Array, turned: boolean): void {
  for (let i = 0; i < cross.length; i += 2) {
    const [xr, xi, yr, yi] = [x[i] as number, x[i + 1] as number, y[i] as number, y[i + 1] as number];
    const [re, im] = [xr * yr + xi * yi, xr * yi - xi * yr];
    cross[i] = (cross[i] as number) + (turned ? -im : re);
    cross[i + 1] = (cross[i + 1] as number) + (turned ? re : im);
  }
}

function highest(lags: Float32Array, { from, to }: Segment): Candidate[] {
  const length = to - from;
  let squares = 0;
  for (const v of lags) squares += v * v;
  const deviation = Math.sqrt(squares / lags.length);
  if (deviation === 0) return [];
  const peaks: Candidate[] = [];
  const taken: number[] = [];
  for (let p = 0; p < PEAKS_EACH; p += 1) {
    let best = -1;
    for (let i = 0; i < lags.length; i += 1)
      if (
        (best < 0 || (lags[i] as number) > (lags[best] as number)) &&
        taken.every((t) => Math.abs(t - i) > APART_FRAMES)
      )
        best = i;
    if (best < 0) break;
    taken.push(best);
    const z = (lags[best] as number) / deviation;
    if (z < LEAST_Z) break;
    const atS = (from + to) / 2 / FEATURE_RATE;
    peaks.push({ offsetS: (from - (best - length)) / FEATURE_RATE, atS, score: z });
  }
  return peaks;
}

/** Candidates of all segments put together where a clock that is a little off would have them, the strongest first. */
function agreeing(found: readonly Candidate[], most: number): Candidate[] {
  const scored = found.map((c) => {
    const bySegment = new Map<number, number>();
    for (const o of found) {
      const slack = 0.03 + Math.abs(o.atS - c.atS) * MOST_DRIFT;
      if (Math.abs(o.offsetS - c.offsetS) > slack) continue;
      bySegment.set(o.atS, Math.max(bySegment.get(o.atS) ?? 0, o.score));
    }
    return { ...c, score: Math.sqrt([...bySegment.values()].reduce((sum, z) => sum + z * z, 0)) };
  });
  const kept: Candidate[] = [];
  for (const c of scored.sort((x, y) => y.score - x.score || x.offsetS - y.offsetS)) {
    // A look sees what is around it: places near by need no look of their own.
    const isKnown = kept.some((k) => Math.abs(k.offsetS - c.offsetS) < SEEN_S);
    if (!isKnown) kept.push(c);
    if (kept.length >= most) break;
  }
  return kept;
}
