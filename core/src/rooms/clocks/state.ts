import {
  framesAt,
  framesPerDay,
  nominalFps,
  parseRate,
  rateSaid,
  timeOfDayFrames,
  type Rate,
} from '../../base/timecode/index.ts';
import { driftMs, measuredPpm, rejamMinutes } from './drift.ts';
import type { Clock, Jam } from './model.ts';

export type ClockStanding = 'source' | 'locked' | 'never' | 'inStep' | 'soon' | 'due' | 'circle';

/** Words of a clock's standing. */
export const STANDING_WORDS: Readonly<Record<ClockStanding, string>> = Object.freeze({
  source: 'source',
  locked: 'locked',
  never: 'not jammed yet',
  inStep: 'in step',
  soon: 'jam soon',
  due: 'jam now',
  circle: 'follows itself',
});

export interface ClockState {
  clock: Clock;
  /** What it follows; null for a source. */
  source: Clock | null;
  lastJam: Jam | null;
  /** Rate of drift against the source: as a stand-in reports, as found between two jams, or the stated tolerances added (worst case). */
  ppm: { value: number; from: 'reported' | 'measured' | 'stated' } | null;
  toleranceMs: number;
  /** How far it may have drifted by now; signed when measured, the worst case when stated. */
  driftMs: number | null;
  /** When the drift reaches the tolerance; null when it never does, or nobody knows. */
  jamByMs: number | null;
  standing: ClockStanding;
  /** What a stand-in says that it is off by now; null for real devices, which must be looked at. */
  readingMs: number | null;
  /** A rate that can't agree with the source's, in words. */
  rateFault: string | null;
}

/** Two jams nearer than this tell nothing about the rate of drift. */
const SHORTEST_MEASURE_S = 600;
/** What a stand-in reports sooner after a jam is as good as nothing. */
const SHORTEST_REPORT_S = 60;
/** Offsets larger than this were a wrong setting, not drift. */
const LARGEST_DRIFT_MS = 2000;
const SOON_MIN = 15;
/** …but not before this share of the time between two jams is left. */
const SOON_SHARE = 0.25;

/** Half a frame at a rate's nominal frames a second, ms. */
export function halfFrameMs(rateText: string): number {
  return 500 / nominalFps(parseRate(rateText));
}

/** Jams of one clock, oldest first. */
export function jamsOf(clock: Pick<Clock, 'id'>, jams: readonly Jam[]): Jam[] {
  return jams.filter((j) => j.clockId === clock.id).sort((a, b) => a.atMs - b.atMs || (a.id < b.id ? -1 : 1));
}

/** How far a stand-in's clock is off its source at an instant, ms: its setting until it was first jammed, then its drift. */
export function standInOffsetMs(clock: Clock, source: Clock | null, jams: readonly Jam[], atMs: number): number | null {
  if (!clock.simulated) return null;
  if (clock.link === 'locked' && source) return 0;
  const last = jamsOf(clock, jams).findLast((j) => j.atMs <= atMs);
  const sinceMs = last?.atMs ?? clock.simulated.setAtMs;
  const base = last ? 0 : clock.simulated.offsetMs;
  const ppm = clock.simulated.ppm - (source?.simulated?.ppm ?? 0);
  return base + driftMs(ppm, (atMs - sinceMs) / 1000);
}

/**
 * Frames that a stand-in's label counts at an instant. It takes its source's time of day when it is jammed (or at midnight) and
 * counts on at its own rate from there: at 23.976 it then falls 3.6 s an hour behind.
 */
export function standInFrames(
  clock: Clock,
  source: Clock | null,
  jams: readonly Jam[],
  atMs: number,
  midnightMs: number,
): number {
  const rate = parseRate(clock.rate);
  const jammedMs = jamsOf(clock, jams).findLast((j) => j.atMs <= atMs && j.atMs >= midnightMs)?.atMs ?? midnightMs;
  const offMs = standInOffsetMs(clock, source, jams, atMs) ?? 0;
  const atJam = Math.round(((jammedMs - midnightMs) / 86_400_000) * framesPerDay(rate));
  return atJam + framesAt(Math.max(0, atMs - jammedMs), rate) + framesAt(Math.abs(offMs), rate) * Math.sign(offMs);
}

/** By how much a camera’s stand-in clock runs fast, ppm; 0 where it has none. */
export const standInPpm = (clocks: readonly Clock[], camera: { id: string }): number =>
  clocks.find((c) => c.cameraId === camera.id && c.simulated)?.simulated?.ppm ?? 0;

/** The frames on a camera's clips at an instant: its stand-in clock's, else the time of day at `rate`. */
export function cameraFrames(
  { clocks, jams }: { clocks: readonly Clock[]; jams: readonly Jam[] },
  camera: { id: string; rate: string },
  atMs: number,
  midnightMs: number,
): number {
  const own = clocks.find((c) => c.cameraId === camera.id && c.simulated);
  const rate: Rate = parseRate(camera.rate);
  if (!own || own.rate !== camera.rate) return timeOfDayFrames(atMs - midnightMs, rate);
  const source = own.followsId ? (clocks.find((c) => c.id === own.followsId) ?? null) : null;
  return standInFrames(own, source, jams, atMs, midnightMs);
}

function rateFaultOf(clock: Clock, source: Clock): string | null {
  const [own, theirs] = [parseRate(clock.rate), parseRate(source.rate)];
  if (own.num === theirs.num && own.den === theirs.den && own.drop === theirs.drop) return null;
  return `It counts ${rateSaid(own)}, ${source.name} ${rateSaid(theirs)}: jamming sets the label, but the two part at once.`;
}

/** True when following leads back to the clock itself. */
function inCircle(clock: Clock, byId: ReadonlyMap<string, Clock>): boolean {
  let at = clock.followsId;
  for (let steps = 0; at !== null && steps <= byId.size; steps += 1) {
    if (at === clock.id) return true;
    at = byId.get(at)?.followsId ?? null;
  }
  return false;
}

/**
 * Where every clock stands at an instant: against which source, how far it may have drifted, when to jam it again. Drift comes
 * from the offsets that were found at jams (measured values subtract), else from what the makers state (tolerances add).
 */
export function clockStates(clocks: readonly Clock[], jams: readonly Jam[], nowMs: number): ClockState[] {
  const byId = new Map(clocks.map((c) => [c.id, c]));
  return clocks.map((clock): ClockState => {
    const source = clock.followsId ? (byId.get(clock.followsId) ?? null) : null;
    const own = jamsOf(clock, jams);
    const lastJam = own.at(-1) ?? null;
    const toleranceMs = clock.toleranceMs ?? halfFrameMs(clock.rate);
    const base = { clock, source, lastJam, toleranceMs, rateFault: source ? rateFaultOf(clock, source) : null };
    const nothing = { ppm: null, driftMs: null, jamByMs: null };
    if (inCircle(clock, byId)) return { ...base, ...nothing, readingMs: null, standing: 'circle' };
    const readingMs = source ? standInOffsetMs(clock, source, jams, nowMs) : null;
    if (!source) return { ...base, ...nothing, readingMs, standing: 'source' };
    if (clock.link === 'locked') return { ...base, ...nothing, readingMs, standing: 'locked' };
    const sinceS = lastJam ? Math.max(0, nowMs - lastJam.atMs) / 1000 : 0;
    const ppm =
      readingMs !== null && sinceS >= SHORTEST_REPORT_S
        ? { value: measuredPpm(readingMs, sinceS), from: 'reported' as const }
        : driftRate(clock, source, own);
    if (!lastJam) return { ...base, ...nothing, ppm, readingMs, standing: 'never' };
    const minutes = rejamMinutes(ppm.value, toleranceMs);
    const jamByMs = minutes === null ? null : lastJam.atMs + minutes * 60_000;
    const leftMin = jamByMs === null ? Infinity : (jamByMs - nowMs) / 60_000;
    return {
      ...base,
      ppm,
      driftMs: driftMs(ppm.value, sinceS),
      jamByMs,
      readingMs,
      standing:
        leftMin <= 0 ? 'due' : leftMin <= Math.min(SOON_MIN, (minutes ?? Infinity) * SOON_SHARE) ? 'soon' : 'inStep',
    };
  });
}

/** The drift between the last two jams at which somebody looked, else the worst that the makers' figures allow. */
function driftRate(clock: Clock, source: Clock, jams: readonly Jam[]): { value: number; from: 'measured' | 'stated' } {
  for (let i = jams.length - 1; i > 0; i -= 1) {
    const [before, at] = [jams[i - 1]!, jams[i]!];
    const seconds = (at.atMs - before.atMs) / 1000;
    const found = at.foundOffsetMs;
    if (
      found !== null &&
      at.sourceId === source.id &&
      seconds >= SHORTEST_MEASURE_S &&
      Math.abs(found) <= LARGEST_DRIFT_MS
    ) {
      return { value: measuredPpm(found, seconds), from: 'measured' };
    }
  }
  return { value: clock.statedPpm + source.statedPpm, from: 'stated' };
}
