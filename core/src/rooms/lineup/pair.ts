import { coarseCandidates, type Candidate } from './coarse.ts';
import { deviationApart, peakOf, phaseCorrelation } from './correlate.ts';
import { fitLine, type Line, type Point } from './fitLine.ts';
import {
  CURVE_S,
  CURVE_STEPS,
  LINE_RATE,
  refusedPair,
  type LinePair,
  type LineSource,
  type LineWindow,
} from './lineModel.ts';
import { sweepCandidates } from './sweep.ts';
import { Liveliness, windowStarts } from './windows.ts';

/** What is beside a peak is told from it over so much, beyond the sound’s own echo. */
const BESIDE = 6000;
const ECHO = 480;
/** With what is beside it a window is a power of two. */
const WINDOW_S = (32_768 - BESIDE) / LINE_RATE;
const SHORT_WINDOW_S = (16_384 - BESIDE) / LINE_RATE;
/** Windows of a place that is looked at quickly, and of one that is measured. */
const QUICK = 6;
const THOROUGH = 28;
/** Less of both than this at once decides nothing. */
const LEAST_OVERLAP_S = 4;
const CANDIDATES = 10;
const MEASURED = 3;
const GLANCES = 4;
/** What is not longer is gone through whole where nothing was plain; longer, only where features were alike all along. */
const SWEPT_S = 1200;
const ALIKE = 7;
/** As high as this after a quick look, it is the place. */
const PLAIN_STACK = 22;
/** A quick look sees this far around a place that is proposed: where the sound repeats, the right one may be a beat away. */
const QUICK_REACH_S = (BESIDE - ECHO) / LINE_RATE;
/** Around a place that was found so, and more the farther from where it was found: clocks run apart. */
const REACH_S = 0.045;
const REACH_PPM = 100e-6;
/** A line goes through a sample so near. */
const NEAR = 2;
/** What is in the sound itself, without rumble and hiss. */
const LOW = 180 / LINE_RATE;
const HIGH = 3500 / LINE_RATE;
/** A frame of features says less than this on average where there is no sound. */
const LEAST_LIVELY = 0.5;
/** All windows laid over each other along the line, in standard deviations: sounds that have nothing in common stay below. */
const LEAST_STACK = 9;
/** Where another place stands nearly as high, none is taken. */
const MOST_RUNNER_UP = 0.8;
const APART_S = 0.06;
/** A peak that no chance makes. */
const SURE_Z = 9;
/** Of the windows the line must go through so many, or so many of them. */
const LEAST_CONFIDENCE = 0.5;
/** Peaks of one moment lie this near to their line, as a mean. */
const MOST_REST_MS = 0.3;
const LEAST_SHARE = 0.25;
const LEAST_WINDOWS = 3;

/** A place measured: the windows, the line through them, and how high they stand together. */
interface Measured {
  candidate: Candidate;
  windows: (LineWindow & Point)[];
  line: Line | null;
  stack: number;
  /** The next highest place near it, as a share of it. */
  beside: number;
  curve: number[];
}

/**
 * Where b stands to a by sound alone. Features propose places, the sound itself decides: its phases are correlated in windows over all that both have, a robust line goes
 * through the peaks (offset and drift), and all windows laid over each other along it must stand out, more than at any other place. Says no rather than guess.
 * `expected` (a place that other recordings make likely) is looked at alone. Pure; `read` is the only thing asked of the sources.
 */
export function lineUpPair(a: LineSource, b: LineSource, expected: Candidate | null = null): LinePair {
  const [liveA, liveB] = [new Liveliness(a), new Liveliness(b)];
  if (Math.min(liveA.between(0, liveA.seconds), liveB.between(0, liveB.seconds)) < LEAST_LIVELY)
    return refusedPair('silent');
  if (Math.min(liveA.seconds, liveB.seconds) < LEAST_OVERLAP_S) return refusedPair('short');
  const both = { a, b, liveA, liveB };
  if (expected) {
    const there = measure(both, expected, { most: THOROUGH, reachS: REACH_S });
    return there.windows.length > 0 ? judged(there, there.beside) : refusedPair('short');
  }
  const proposed = coarseCandidates(a, b, CANDIDATES);
  const quick = glance(both, proposed, QUICK_REACH_S);
  const strongest = Math.max(0, ...proposed.map((c) => c.score));
  // Features that are alike all along say that one beat is like the next, not which is which.
  if (quick.every((m) => m.stack < PLAIN_STACK) && (liveB.seconds <= SWEPT_S || strongest >= ALIKE))
    quick.push(...glance(both, sweepCandidates(a, b, liveA, { low: LOW, high: HIGH }), REACH_S));
  if (quick.length === 0) return refusedPair(proposed.length > 0 ? 'short' : 'noCommonSound');
  quick.sort((x, y) => y.stack - x.stack);
  const [first, second] = quick as [Measured, Measured | undefined];
  const isPlain = first.stack >= PLAIN_STACK && (second?.stack ?? 0) < first.stack / 2;
  const measured = quick
    .slice(0, isPlain ? 1 : MEASURED)
    .map((m) => measure(both, foundAt(m), { most: THOROUGH, reachS: REACH_S }))
    .sort((x, y) => y.stack - x.stack);
  const [best] = measured as [Measured];
  const other = isPlain
    ? quick.find((m) => m !== first && apart(m, first))
    : measured.find((m) => m !== best && apart(m, best));
  const height = isPlain ? first.stack : best.stack;
  const runnerUp = Math.max(best.beside, other && height > 0 ? other.stack / height : 0);
  return judged(best, runnerUp);
}

/** Places looked at quickly, in their order, until one is plain. */
function glance(both: Both, proposed: readonly Candidate[], reachS: number): Measured[] {
  const quick: Measured[] = [];
  for (const c of proposed) {
    const found = measure(both, c, { most: QUICK, reachS });
    if (found.windows.length > 0) quick.push(found);
    // Where one stands out like this the others need no more than a glance.
    if (quick.length >= GLANCES && quick.some((m) => m.stack >= PLAIN_STACK)) break;
  }
  return quick;
}

/** Where a quick look found the line to be. */
const foundAt = ({ candidate, line }: Measured): Candidate =>
  line ? { ...candidate, offsetS: line.offsetS, atS: line.atS } : candidate;

/** Whether two places are not the same one said twice. */
const apart = (x: Measured, y: Measured): boolean => {
  const offsetAt = (m: Measured) => m.line?.offsetS ?? m.candidate.offsetS;
  return Math.abs(offsetAt(x) - offsetAt(y)) > APART_S;
};

function judged({ windows, line, stack, curve }: Measured, runnerUp: number): LinePair {
  const on = windows.filter((w) => w.fits);
  const sure = windows.filter((w) => w.z >= SURE_Z).length;
  if (!line || stack < LEAST_STACK || on.length < Math.max(LEAST_WINDOWS, windows.length * LEAST_SHARE))
    return refusedPair(
      // Peaks that no chance makes, on no line: the same sounds, played again.
      sure >= Math.max(LEAST_WINDOWS, windows.length / 2) ? 'unsteady' : 'noCommonSound',
      windows,
      runnerUp,
      curve,
    );
  if (runnerUp > MOST_RUNNER_UP) return refusedPair('ambiguous', windows, runnerUp, curve);
  const share = on.length / windows.length;
  const confidence = Math.min(1, share / 0.6) * (1 - Math.exp(-(stack - 5) / 8)) * Math.min(1, (1 - runnerUp) / 0.4);
  const restMs = Math.sqrt(on.reduce((sum, w) => sum + (w.offsetMs - line.at(w.atS) * 1000) ** 2, 0) / on.length);
  // The same beat played again comes near to a line, and lies beside it.
  if (confidence < LEAST_CONFIDENCE || restMs > MOST_REST_MS) return refusedPair('unsteady', windows, runnerUp, curve);
  return {
    ...{ refused: null, atS: line.atS, offsetMs: line.offsetS * 1000, driftPpm: -line.slope * 1e6 },
    ...{ errorMs: line.errorS * 1000, runnerUp, windows },
    ...{ confidence, curve },
  };
}

const NOTHING: Pick<Measured, 'stack' | 'beside' | 'curve'> = { stack: 0, beside: 0, curve: [] };
interface Both {
  a: LineSource;
  b: LineSource;
  liveA: Liveliness;
  liveB: Liveliness;
}

function measure(
  { a, b, liveA, liveB }: Both,
  candidate: Candidate,
  { most, reachS }: { most: number; reachS: number },
): Measured {
  const { offsetS } = candidate;
  const fromS = Math.max(0, offsetS);
  const toS = Math.min(liveA.seconds, liveB.seconds + offsetS);
  if (toS - fromS < LEAST_OVERLAP_S) return { candidate, windows: [], line: null, ...NOTHING };
  const lengthS = toS - fromS >= LEAST_WINDOWS * 2 * WINDOW_S ? WINDOW_S : SHORT_WINDOW_S;
  const starts = windowStarts(liveA, liveB, { fromS, toS, offsetS, lengthS, most });
  const length = Math.round(lengthS * LINE_RATE);
  const [x, y] = [new Float32Array(length), new Float32Array(length)];
  const correlations: Float64Array[] = [];
  const windows = starts.flatMap((startS): (LineWindow & Point)[] => {
    const from = Math.round(startS * LINE_RATE);
    const there = Math.max(0, Math.min(b.samples - length, Math.round((startS - offsetS) * LINE_RATE)));
    // Beside the edges a little less is there.
    if (a.read(from, x) < length || b.read(there, y) < length) return [];
    const atS = startS + lengthS / 2;
    const reach = Math.round((reachS + Math.abs(atS - candidate.atS) * REACH_PPM) * LINE_RATE);
    const correlation = phaseCorrelation(x, y, { reach: BESIDE, low: LOW, high: HIGH });
    const { at, z } = peakOf(correlation, Math.min(reach, BESIDE - 1), ECHO);
    const seconds = (from - there + at) / LINE_RATE;
    correlations.push(correlation);
    return [{ atS, offsetMs: seconds * 1000, offsetS: seconds, z, fits: false, base: (from - there) / LINE_RATE }];
  });
  const line = fitLine(windows);
  if (!line) return { candidate, windows, line, ...NOTHING };
  for (const w of windows) w.fits = line.fits(w);
  return { candidate, windows, line, ...stacked(windows, correlations, line) };
}

/** All windows laid over each other along a line: how high the line stands over what is beside it, in standard deviations, and the next highest place. */
function stacked(
  windows: readonly Point[],
  correlations: readonly Float64Array[],
  line: Line,
): Pick<Measured, 'stack' | 'beside' | 'curve'> {
  const sums = new Float64Array(2 * BESIDE + 1);
  windows.forEach((w, n) => {
    const correlation = correlations[n] as Float64Array;
    const shift = Math.round((line.at(w.atS) - w.base) * LINE_RATE);
    const deviation = deviationApart(correlation, BESIDE + shift, ECHO);
    if (deviation === 0) return;
    for (let k = 0; k < sums.length; k += 1) sums[k] = (sums[k] as number) + (correlation[k + shift] ?? 0) / deviation;
  });
  const deviation = deviationApart(sums, BESIDE, ECHO);
  let best = 0;
  for (let k = BESIDE - NEAR; k <= BESIDE + NEAR; k += 1) best = Math.max(best, sums[k] as number);
  if (deviation === 0 || best <= 0) return NOTHING;
  let next = 0;
  for (let k = 0; k < sums.length; k += 1) if (Math.abs(k - BESIDE) > ECHO) next = Math.max(next, sums[k] as number);
  return { stack: best / deviation, beside: next / best, curve: curveOf(sums, best) };
}

/** What stands around the middle, the highest of each step, 0…100. */
function curveOf(sums: Float64Array, best: number): number[] {
  const step = (2 * CURVE_S * LINE_RATE) / CURVE_STEPS;
  return Array.from({ length: CURVE_STEPS }, (_, n) => {
    const from = Math.round(BESIDE - CURVE_S * LINE_RATE + n * step);
    let high = 0;
    for (let k = from; k < from + step; k += 1) high = Math.max(high, sums[k] as number);
    return Math.min(100, Math.round((high / best) * 100));
  });
}
