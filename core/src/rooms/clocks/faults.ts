import { within } from '../../base/calc/index.ts';
import { faceSeconds, framesPerDay, nominalFps, parseLabel, rateSaid, type Rate } from '../../base/timecode/index.ts';
import { measuredPpm } from './drift.ts';
import { offsetSaid } from './words.ts';

export const FAULT_CAUSES = ['none', 'date', 'zone', 'set', 'rate', 'drop', 'drift', 'recordRun', 'unknown'] as const;
export type FaultCause = (typeof FAULT_CAUSES)[number];

/** One label of a device against the label it should have had at the same instant. */
export interface LabelPair {
  /** The instant, seconds on any clock that runs true. */
  atSeconds: number;
  expected: string;
  found: string;
  expectedDate?: string;
  foundDate?: string;
  /** Length of the clip that began there; without it record run can't be told. */
  clipSeconds?: number;
}

export interface ClockFault {
  cause: FaultCause;
  /** What is wrong and by how much, as a sentence. */
  words: string;
  /** The figure of the cause in `unit`: minutes for a zone, days for a date, ms an hour for a rate, ppm for drift, ms for the others. */
  figure: number | null;
  unit: string;
  /** Median of found − expected, ms at face value, within ± 12 h. */
  offsetMs: number;
  /** How fast the difference grows; null when the pairs span too little time. */
  slopePpm: number | null;
  /** False when the pairs allow another reading. */
  sure: boolean;
}

const HALF_DAY_S = 43200;
const ZONE_STEP_S = 900;
/** Free-running clocks are within this; above it a rate is wrong. */
const LARGEST_DRIFT_PPM = 250;
/** Share by which a measured slope may miss the slope of a wrong rate. */
const SLOPE_FIT = 0.15;

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

const wrapped = (seconds: number) => ((((seconds + HALF_DAY_S) % 86400) + 86400) % 86400) - HALF_DAY_S;

/** Seconds that the face of a clock at this rate goes on in one real second. */
export function facePace(rate: Rate): number {
  return (86400 * rate.num) / (framesPerDay(rate) * rate.den);
}

/** Slope of a line through points, robust against outliers: the median of the slopes of all pairs (Theil 1950, Sen 1968). */
function slopeOf(points: readonly { x: number; y: number }[]): number {
  const slopes: number[] = [];
  for (let i = 0; i < points.length; i += 1) {
    for (let j = i + 1; j < points.length; j += 1) {
      const dx = points[j]!.x - points[i]!.x;
      if (dx !== 0) slopes.push((points[j]!.y - points[i]!.y) / dx);
    }
  }
  return median(slopes);
}

const daysBetween = (a: string, b: string) => Math.round((Date.parse(b) - Date.parse(a)) / 86_400_000);

/** The labels of a device beside those expected, and what is worked out from them once. All differences in seconds at face value. */
interface Series {
  points: readonly { x: number; found: number; expected: number; pair: LabelPair }[];
  offsets: readonly { x: number; y: number }[];
  /** Median of found − expected. */
  offset: number;
  slope: number | null;
  tolerance: number;
  /** Whether the difference stays what it is. */
  steady: boolean;
  /** The difference as whole quarters of an hour; 0 where it is none. */
  zoneSteps: number;
  expectedRate: Rate;
  foundRate: Rate;
}
type Found = Omit<ClockFault, 'offsetMs' | 'slopePpm'>;
/** One thing that can be wrong: what it is, or null where the labels don’t say so. */
type Cause = (s: Series) => Found | null;

function seriesOf(
  pairs: readonly LabelPair[],
  rates: { expectedRate: Rate; foundRate: Rate },
  tolerance: number,
): Series {
  const face = (label: string, rate: Rate, path: (string | number)[]) => {
    within(path, () => parseLabel(label, rate));
    return faceSeconds(label, nominalFps(rate));
  };
  const points = pairs
    .map((pair, i) => ({
      x: pair.atSeconds,
      found: face(pair.found, rates.foundRate, ['pairs', i, 'found']),
      expected: face(pair.expected, rates.expectedRate, ['pairs', i, 'expected']),
      pair,
    }))
    .sort((a, b) => a.x - b.x);
  const first = points[0]!;
  const start = wrapped(first.found - first.expected);
  // Around the first difference, so that differences near twelve hours don't jump between both sides.
  const offsets = points.map((p) => ({ x: p.x, y: start + wrapped(p.found - p.expected - start) }));
  const offset = median(offsets.map((o) => o.y));
  const span = points.at(-1)!.x - first.x;
  const slope = span >= 60 ? slopeOf(offsets) : null;
  const zoneSteps = Math.round(offset / ZONE_STEP_S);
  const isZone = Math.abs(offset - zoneSteps * ZONE_STEP_S) <= tolerance + Math.abs((slope ?? 0) * span);
  return {
    ...{ points, offsets, offset, slope, tolerance, ...rates },
    steady: Math.max(...offsets.map((o) => Math.abs(o.y - offset))) <= tolerance,
    zoneSteps: isZone ? zoneSteps : 0,
  };
}

const zoneSaid = (zoneSteps: number) => offsetSaid(zoneSteps * ZONE_STEP_S * 1000);

/** The device says itself that it counts at another rate, or the other way of counting. */
const otherRate: Cause = ({ expectedRate, foundRate, zoneSteps }) => {
  const same = expectedRate.num === foundRate.num && expectedRate.den === foundRate.den;
  if (same && expectedRate.drop === foundRate.drop) return null;
  const paceMs = (facePace(foundRate) - facePace(expectedRate)) * 3600 * 1000;
  const runs =
    Math.abs(paceMs) < 1
      ? 'Both keep the same time, but their frames can’t be laid beside each other one by one.'
      : `Its labels ${paceMs < 0 ? 'lose' : 'gain'} ${Math.abs(paceMs / 1000).toFixed(1)} s an hour against the job’s.`;
  const zone = zoneSteps === 0 ? '' : ` It also stands ${zoneSaid(zoneSteps)}.`;
  const counted = (rate: Rate) => `${rateSaid(rate)}${rate.drop ? '' : ' non-drop'}`;
  const words = same
    ? `It counts ${counted(foundRate)}, the job ${counted(expectedRate)}. ${runs}${zone}`
    : `It records ${rateSaid(foundRate)}, the job ${rateSaid(expectedRate)}. ${runs}${zone}`;
  return { cause: same ? 'drop' : 'rate', words, figure: paceMs, unit: 'ms/h', sure: true };
};

/** The time is right; the date may not be. */
const rightTime: Cause = ({ points, steady, offset, tolerance }) => {
  if (!steady || Math.abs(offset) > tolerance) return null;
  const dated = points.filter((p) => p.pair.expectedDate && p.pair.foundDate);
  const days = dated.length ? median(dated.map((p) => daysBetween(p.pair.expectedDate!, p.pair.foundDate!))) : 0;
  if (days === 0) {
    const words = 'Its labels agree with the log.';
    return { cause: 'none', words, figure: offset * 1000, unit: 'ms', sure: points.length > 1 };
  }
  const away = `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'}`;
  const words = `The time is right, the date is ${away} ${days > 0 ? 'ahead' : 'behind'}.`;
  return { cause: 'date', words, figure: days, unit: 'days', sure: true };
};

/** The labels go on by the length of each clip, and not between them. */
const recordRun: Cause = ({ points, tolerance }) => {
  if (points.length <= 2 || points.some((p) => p.pair.clipSeconds === undefined)) return null;
  const stands = points.slice(1).every((p, i) => {
    const before = points[i]!;
    const went = wrapped(p.found - before.found);
    const asLong = Math.abs(went - before.pair.clipSeconds!) <= tolerance;
    return asLong && Math.abs(wrapped(p.x - before.x) - went) > tolerance;
  });
  const words = 'Its timecode stands still between clips: it is set to record run, not free run.';
  return stands ? { cause: 'recordRun', words, figure: null, unit: '', sure: true } : null;
};

/** The same difference all along: another zone, or a clock that was set by hand. */
const setOff: Cause = ({ points, steady, offset, zoneSteps }) => {
  if (!steady) return null;
  const sure = points.length > 1;
  if (zoneSteps !== 0) {
    const words = `The clock is ${zoneSaid(zoneSteps)}: it stands in another time zone, or summer time is not set.`;
    return { cause: 'zone', words, figure: zoneSteps * 15, unit: 'min', sure };
  }
  const words = `The clock is ${offsetSaid(offset * 1000)} all along: it was set by hand, or jammed from something else.`;
  return { cause: 'set', words, figure: offset * 1000, unit: 'ms', sure };
};

/** The difference grows evenly: a clock that drifts, or a rate that is not what the device says. */
const running: Cause = ({ points, offsets, slope, tolerance, foundRate }) => {
  if (slope === null) return null;
  const ppm = slope * 1e6;
  const middle = median(offsets.map((o) => o.y - slope * o.x));
  if (Math.max(...offsets.map((o) => Math.abs(o.y - slope * o.x - middle))) > tolerance) return null;
  if (Math.abs(ppm) <= LARGEST_DRIFT_PPM) {
    const words = `The clock runs ${ppm > 0 ? 'fast' : 'slow'} by ${Math.abs(ppm).toFixed(1)} ppm (${Math.abs(ppm * 3.6).toFixed(0)} ms an hour): it is not locked to anything.`;
    return { cause: 'drift', words, figure: ppm, unit: 'ppm', sure: points.length > 2 };
  }
  const hidden = (Math.sign(slope) * 1000) / 1.001;
  if (Math.abs(ppm / hidden - 1) <= SLOPE_FIT) {
    const perHour = `${Math.abs(slope * 3600).toFixed(1)} s an hour ${slope < 0 ? 'slow' : 'fast'}`;
    const byDrop = nominalFps(foundRate) % 30 === 0;
    const words = byDrop
      ? `Its labels run ${perHour}: one side counts drop-frame, the other does not, or 30 stands against 29.97.`
      : `Its labels run ${perHour}: a whole rate stands against one that is 0.1 % slower, as 24 against 23.976.`;
    return { cause: byDrop ? 'drop' : 'rate', words, figure: slope * 3.6e6, unit: 'ms/h', sure: false };
  }
  const words = `Its labels go on ${Math.abs(ppm / 1e4).toFixed(2)} % ${slope > 0 ? 'too fast' : 'too slow'}: it counts at another rate than it says.`;
  return { cause: 'rate', words, figure: measuredPpm(slope * 1000, 1) * 3.6, unit: 'ms/h', sure: false };
};

/** What can be wrong, in the order it is looked for: the first that the labels say is told. */
const CAUSES: readonly Cause[] = [otherRate, rightTime, recordRun, setOff, running];
const UNKNOWN: Found = {
  cause: 'unknown',
  words: 'Its labels fit no single fault: look at the pairs one by one.',
  figure: null,
  unit: '',
  sure: false,
};

/**
 * The likeliest thing that is wrong with a device's timecode. Looks at the rates first (a wrong rate or drop flag shows in the
 * device's own words), then at the steady part of the difference, then at its slope, then at whether the labels stand still
 * between clips (record run). `toleranceMs` is what the expected labels themselves may be off.
 *
 * Throws `InputError` (`timecode.*`) with the path of a label that does not exist.
 */
export function findClockFault({
  pairs,
  expectedRate,
  foundRate,
  toleranceMs = 1500,
}: {
  pairs: readonly LabelPair[];
  expectedRate: Rate;
  foundRate: Rate;
  toleranceMs?: number;
}): ClockFault {
  const series = seriesOf(pairs, { expectedRate, foundRate }, toleranceMs / 1000);
  let found = UNKNOWN;
  for (const cause of CAUSES) {
    const told = cause(series);
    if (!told) continue;
    found = told;
    break;
  }
  return {
    ...found,
    offsetMs: series.offset * 1000,
    slopePpm: series.slope === null ? null : series.slope * 1e6,
  };
}
