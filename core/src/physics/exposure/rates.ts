/** Room for rounding when a whole number of ripples just fills the frame. */
const EPSILON = 1e-9;

/**
 * Shutter angles, degrees ascending, that take in whole ripples of light on mains: sources ripple twice a cycle, so
 * angle = k · 360 · fps / (2 · mains), as far as 360°. Empty when one ripple is longer than the frame.
 */
export function flickerSafeAngles(fps: number, mainsHz: number): number[] {
  const count = Math.floor((2 * mainsHz) / fps + EPSILON);
  return Array.from({ length: count }, (_, i) => Math.min(360, ((i + 1) * 180 * fps) / mainsHz));
}

/** A neutral density filter in its three usual measures. */
export interface Nd {
  density: number;
  factor: number;
  stops: number;
}

/** All three measures from one: factor = 10^density = 2^stops. */
export function ndFrom(given: { density: number } | { factor: number } | { stops: number }): Nd {
  if ('density' in given)
    return { density: given.density, factor: 10 ** given.density, stops: given.density / Math.log10(2) };
  if ('factor' in given)
    return { density: Math.log10(given.factor), factor: given.factor, stops: Math.log2(given.factor) };
  return { density: given.stops * Math.log10(2), factor: 2 ** given.stops, stops: given.stops };
}
