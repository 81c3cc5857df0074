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
  const tolerance = toleranceMs / 1000;
  const face = (label: string, rate: Rate, path: (string | number)[]) => {
    within(path, () => parseLabel(label, rate));
    return faceSeconds(label, nominalFps(rate));
  };
  const points = pairs
    .map((pair, i) => ({
      x: pair.atSeconds,
      found: face(pair.found, foundRate, ['pairs', i, 'found']),
      expected: face(pair.expected, expectedRate, ['pairs', i, 'expected']),
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
  const slopePpm = slope === null ? null : slope * 1e6;
  const base = { offsetMs: offset * 1000, slopePpm };
  const said = (cause: FaultCause, words: string, figure: number | null, unit: string, sure: boolean): ClockFault => ({
    cause,
    words,
    figure,
    unit,
    ...base,
    sure,
  });

  const steady = Math.max(...offsets.map((o) => Math.abs(o.y - offset))) <= tolerance;
  const zoneSteps = Math.round(offset / ZONE_STEP_S);
  const isZone =
    zoneSteps !== 0 && Math.abs(offset - zoneSteps * ZONE_STEP_S) <= tolerance + Math.abs((slope ?? 0) * span);
  const several = points.length > 1;

  if (
    expectedRate.num !== foundRate.num ||
    expectedRate.den !== foundRate.den ||
    expectedRate.drop !== foundRate.drop
  ) {
    const paceMs = (facePace(foundRate) - facePace(expectedRate)) * 3600 * 1000;
    const same = expectedRate.num === foundRate.num && expectedRate.den === foundRate.den;
    const runs =
      Math.abs(paceMs) < 1
        ? 'Both keep the same time, but their frames can’t be laid beside each other one by one.'
        : `Its labels ${paceMs < 0 ? 'lose' : 'gain'} ${Math.abs(paceMs / 1000).toFixed(1)} s an hour against the job’s.`;
    const zone = isZone ? ` It also stands ${offsetSaid(zoneSteps * ZONE_STEP_S * 1000)}.` : '';
    return same
      ? said(
          'drop',
          `It counts ${rateSaid(foundRate)}${foundRate.drop ? '' : ' non-drop'}, the job ${rateSaid(expectedRate)}${expectedRate.drop ? '' : ' non-drop'}. ${runs}${zone}`,
          paceMs,
          'ms/h',
          true,
        )
      : said(
          'rate',
          `It records ${rateSaid(foundRate)}, the job ${rateSaid(expectedRate)}. ${runs}${zone}`,
          paceMs,
          'ms/h',
          true,
        );
  }

  const dated = points.filter((p) => p.pair.expectedDate && p.pair.foundDate);
  const days = dated.length ? median(dated.map((p) => daysBetween(p.pair.expectedDate!, p.pair.foundDate!))) : 0;
  if (steady && Math.abs(offset) <= tolerance) {
    if (days !== 0) {
      const away = `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'}`;
      return said(
        'date',
        `The time is right, the date is ${away} ${days > 0 ? 'ahead' : 'behind'}.`,
        days,
        'days',
        true,
      );
    }
    return said('none', 'Its labels agree with the log.', offset * 1000, 'ms', several);
  }

  const clips = points.every((p) => p.pair.clipSeconds !== undefined) && points.length > 2;
  if (clips) {
    const stands = points.slice(1).every((p, i) => {
      const before = points[i]!;
      const went = wrapped(p.found - before.found);
      return (
        Math.abs(went - before.pair.clipSeconds!) <= tolerance && Math.abs(wrapped(p.x - before.x) - went) > tolerance
      );
    });
    if (stands) {
      return said(
        'recordRun',
        'Its timecode stands still between clips: it is set to record run, not free run.',
        null,
        '',
        true,
      );
    }
  }
  if (steady) {
    return isZone
      ? said(
          'zone',
          `The clock is ${offsetSaid(zoneSteps * ZONE_STEP_S * 1000)}: it stands in another time zone, or summer time is not set.`,
          zoneSteps * 15,
          'min',
          several,
        )
      : said(
          'set',
          `The clock is ${offsetSaid(offset * 1000)} all along: it was set by hand, or jammed from something else.`,
          offset * 1000,
          'ms',
          several,
        );
  }
  if (slope !== null && slopePpm !== null) {
    const middle = median(offsets.map((o) => o.y - slope * o.x));
    const fits = Math.max(...offsets.map((o) => Math.abs(o.y - slope * o.x - middle))) <= tolerance;
    if (fits && Math.abs(slopePpm) <= LARGEST_DRIFT_PPM) {
      return said(
        'drift',
        `The clock runs ${slopePpm > 0 ? 'fast' : 'slow'} by ${Math.abs(slopePpm).toFixed(1)} ppm (${Math.abs(slopePpm * 3.6).toFixed(0)} ms an hour): it is not locked to anything.`,
        slopePpm,
        'ppm',
        points.length > 2,
      );
    }
    const hidden = (Math.sign(slope) * 1000) / 1.001;
    if (fits && Math.abs(slopePpm / hidden - 1) <= SLOPE_FIT) {
      const perHour = `${Math.abs(slope * 3600).toFixed(1)} s an hour ${slope < 0 ? 'slow' : 'fast'}`;
      const byDrop = nominalFps(foundRate) % 30 === 0;
      return byDrop
        ? said(
            'drop',
            `Its labels run ${perHour}: one side counts drop-frame, the other does not, or 30 stands against 29.97.`,
            slope * 3.6e6,
            'ms/h',
            false,
          )
        : said(
            'rate',
            `Its labels run ${perHour}: a whole rate stands against one that is 0.1 % slower, as 24 against 23.976.`,
            slope * 3.6e6,
            'ms/h',
            false,
          );
    }
    if (fits) {
      return said(
        'rate',
        `Its labels go on ${Math.abs(slopePpm / 1e4).toFixed(2)} % ${slope > 0 ? 'too fast' : 'too slow'}: it counts at another rate than it says.`,
        measuredPpm(slope * 1000, 1) * 3.6,
        'ms/h',
        false,
      );
    }
  }
  return said('unknown', 'Its labels fit no single fault: look at the pairs one by one.', null, '', false);
}
