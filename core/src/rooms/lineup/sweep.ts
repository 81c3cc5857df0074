import type { Candidate } from './coarse.ts';
import { fftOf, phaseProduct } from './correlate.ts';
import { LINE_RATE, type LineSource } from './lineModel.ts';
import type { Liveliness } from './windows.ts';

/** A piece of a that is looked for in all of b, samples; blocks of b are twice that. */
const PIECE = 65_536;
const BLOCK = 2 * PIECE;
const PIECES = 5;
const PLACES = 8;
const PEAKS_EACH = 4;
/** Two peaks nearer to each other are one. */
const APART = 800;
/** Of so many places one stands out by chance less than this. */
const LEAST_Z = 5.5;

/**
 * Where in b some lively pieces of a are, by the sound itself and nothing else: for music in which every bar has the beats of every other, features can’t tell one
 * from the next. Each piece goes through all of b once, so that it costs as much as b is long.
 */
export function sweepCandidates(
  a: LineSource,
  b: LineSource,
  live: Liveliness,
  band: { low: number; high: number },
): Candidate[] {
  const fft = fftOf(BLOCK);
  const pieces = startsOf(a, live).map((from) => {
    const samples = new Float32Array(PIECE);
    a.read(from, samples);
    return {
      from,
      spectrum: spectrumOf(samples),
      peaks: [] as { lag: number; height: number }[],
      squares: 0,
      count: 0,
    };
  });
  const block = new Float32Array(BLOCK);
  const cross = new Float64Array(2 * BLOCK);
  const out = new Float64Array(2 * BLOCK);
  // One piece’s length before b, so that a may begin earlier.
  for (let start = -PIECE; start < b.samples; start += PIECE) {
    block.fill(0);
    const skip = Math.max(0, -start);
    const got = new Float32Array(BLOCK - skip);
    const count = b.read(Math.max(0, start), got);
    block.set(got.subarray(0, count), skip);
    const spectrum = spectrumOf(block);
    for (const piece of pieces) {
      phaseProduct(cross, spectrum, piece.spectrum, band);
      fft.back(out, cross);
      keep(piece, out, start);
    }
  }
  return pieces.flatMap(({ from, peaks, squares, count }) => {
    const deviation = Math.sqrt(squares / Math.max(1, count));
    return peaks
      .map((p) => ({
        ...{ offsetS: (from - p.lag) / LINE_RATE, atS: (from + PIECE / 2) / LINE_RATE },
        score: deviation > 0 ? p.height / deviation : 0,
      }))
      .filter((c) => c.score >= LEAST_Z);
  });
}

/** Where the pieces begin: the liveliest place in each part of a. */
function startsOf(a: LineSource, live: Liveliness): number[] {
  const count = Math.max(1, Math.min(PIECES, Math.floor(a.samples / PIECE)));
  const part = a.samples / count;
  return Array.from({ length: count }, (_, n) => {
    const room = Math.max(0, part - PIECE);
    const places = Array.from({ length: PLACES }, (_p, p) => Math.floor(n * part + (room * p) / (PLACES - 1)));
    const lively = (from: number) => live.between(from / LINE_RATE, (from + PIECE) / LINE_RATE);
    return places.reduce((best, p) => (lively(p) > lively(best) ? p : best));
  });
}

function spectrumOf(samples: Float32Array): Float64Array {
  const input = new Float64Array(2 * BLOCK);
  for (let i = 0; i < samples.length; i += 1) input[2 * i] = samples[i] as number;
  const out = new Float64Array(2 * BLOCK);
  fftOf(BLOCK).forward(out, input);
  return out;
}

/** Keeps the highest places of a block that hold for lags of one piece’s length. */
function keep(
  piece: { peaks: { lag: number; height: number }[]; squares: number; count: number },
  correlation: Float64Array,
  start: number,
): void {
  for (let i = 0; i < PIECE; i += 1) {
    const height = correlation[2 * i] as number;
    piece.squares += height * height;
    piece.count += 1;
    const lowest = piece.peaks.length < PEAKS_EACH ? -Infinity : (piece.peaks.at(-1)?.height ?? 0);
    if (height <= lowest) continue;
    const lag = start + i;
    const near = piece.peaks.find((p) => Math.abs(p.lag - lag) < APART);
    if (near) {
      if (height > near.height) [near.lag, near.height] = [lag, height];
    } else piece.peaks.push({ lag, height });
    piece.peaks.sort((x, y) => y.height - x.height);
    piece.peaks.length = Math.min(piece.peaks.length, PEAKS_EACH);
  }
}
