import { flickerSafeAngles } from './rates.ts';

export type ShutterSchool = 'angle' | 'sharp' | 'flickerSafe';
/** The narrower shutter for sport and fights, as a share of the job’s angle. */
const SHARP_SHARE = 0.5;

/**
 * The shutter angle a school gives at a rate, degrees: the job’s angle; half of it for sharp movement; or the angle nearest to it (in
 * stops) that takes in whole ripples of mains light. Where one ripple is longer than a frame there is no safe angle, and the job’s stays.
 */
export function shutterFor(school: ShutterSchool, jobDeg: number, fps: number, mainsHz: number): number {
  if (school === 'sharp') return jobDeg * SHARP_SHARE;
  if (school === 'angle') return jobDeg;
  const stopsOff = (deg: number) => Math.abs(Math.log2(deg / jobDeg));
  const [nearest] = flickerSafeAngles(fps, mainsHz).sort((a, b) => stopsOff(a) - stopsOff(b));
  return nearest ?? jobDeg;
}

/** Share of a ripple by which an exposure may miss a whole number of them. */
const WHOLE = 0.01;

export interface Ripple {
  /** Ripples of mains light during one exposure. */
  ripples: number;
  safe: boolean;
  /** Nearest safe angle below and above, degrees; null where there is none. */
  below: number | null;
  above: number | null;
}

/** Whether an exposure takes in whole ripples of light on mains, and which angles would. Sources ripple twice a cycle. */
export function rippleOf(angleDeg: number, fps: number, mainsHz: number): Ripple {
  const ripples = (angleDeg / 360 / fps) * 2 * mainsHz;
  const safe = ripples > 0.5 && Math.abs(ripples - Math.round(ripples)) <= WHOLE;
  const angles = flickerSafeAngles(fps, mainsHz);
  return {
    ripples,
    safe,
    below: angles.findLast((a) => a <= angleDeg + 1e-9) ?? null,
    above: angles.find((a) => a >= angleDeg - 1e-9) ?? null,
  };
}
