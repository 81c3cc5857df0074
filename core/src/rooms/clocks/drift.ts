/** Milliseconds that a clock `ppm` parts per million fast is ahead after `seconds`. Signed: ppm · 10⁻⁶ · t. */
export function driftMs(ppm: number, seconds: number): number {
  return (ppm * seconds) / 1000;
}

/** Minutes until clocks `ppm` apart are `toleranceMs` apart; null when they never are (0 ppm). */
export function rejamMinutes(ppm: number, toleranceMs: number): number | null {
  const perMinute = Math.abs(driftMs(ppm, 60));
  return perMinute === 0 ? null : toleranceMs / perMinute;
}

/** Parts per million by which a clock gained `gainedMs` over `seconds` runs fast. */
export function measuredPpm(gainedMs: number, seconds: number): number {
  return (gainedMs * 1000) / seconds;
}
