import { geometricSun, transitMs, type Ground } from './position.ts';

const STEP_MS = 6 * 60_000;
const HALF_DAY_MS = 12 * 3_600_000;
/** Two crossings nearer than this are told as none: the sun grazes. */
const EXACT_MS = 50;

/** Altitude of the sun’s middle at which each thing happens, degrees: its upper edge on a level horizon (refraction 34′, half its width 16′) and depths below. */
export const DEPTHS = { rise: -0.833, dawn: -6, nauticalDawn: -12, astronomicalDawn: -18, lowSun: 6 } as const;

/** The highest (or lowest) place of the sun near an instant. */
function turning(aroundMs: number, halfMs: number, ground: Ground, lowest: boolean): number {
  const k = lowest ? -1 : 1;
  const height = (ms: number) => k * geometricSun(ms, ground).altitudeDeg;
  let best = aroundMs - halfMs;
  for (let ms = best; ms <= aroundMs + halfMs; ms += STEP_MS) if (height(ms) > height(best)) best = ms;
  let [a, b] = [best - STEP_MS, best + STEP_MS];
  while (b - a > EXACT_MS) {
    const [c, d] = [a + (b - a) / 3, b - (b - a) / 3];
    if (height(c) < height(d)) a = c;
    else b = d;
  }
  return (a + b) / 2;
}

/** When the sun passes an altitude between two instants over which it only climbs, or only sinks; null when it does not. */
function passing(fromMs: number, toMs: number, altitudeDeg: number, ground: Ground): number | null {
  const over = (ms: number) => geometricSun(ms, ground).altitudeDeg - altitudeDeg;
  let [a, b] = [fromMs, toMs];
  const before = over(a);
  if (before > 0 === over(b) > 0) return null;
  while (b - a > EXACT_MS) {
    const middle = (a + b) / 2;
    if (over(middle) > 0 === before > 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

export interface SolarDay {
  /** On the meridian. */
  noonMs: number;
  /** From the lowest place before it to the lowest after it: what the sun passes climbing, and sinking. */
  climbing: (altitudeDeg: number) => number | null;
  sinking: (altitudeDeg: number) => number | null;
}

/**
 * The sun’s own day around an instant, such as noon by the clock: it climbs from its lowest place to its highest and sinks again, so that each altitude is
 * passed once either way, or not at all. That finds nights of minutes at the edge of the polar day, where an hour angle
 * taken from noon finds none.
 */
export function solarDay(aroundMs: number, ground: Ground): SolarDay {
  const noonMs = transitMs(aroundMs, ground);
  // Its highest place is some seconds off: its declination moves too; near the poles it is all that moves.
  const highest = turning(noonMs, 3 * 3_600_000, ground, false);
  const before = turning(noonMs - HALF_DAY_MS, 3 * 3_600_000, ground, true);
  const after = turning(noonMs + HALF_DAY_MS, 3 * 3_600_000, ground, true);
  return {
    noonMs,
    climbing: (altitudeDeg) => passing(before, highest, altitudeDeg, ground),
    sinking: (altitudeDeg) => passing(highest, after, altitudeDeg, ground),
  };
}
