/** Current in amperes of a load: P / (V · power factor). */
export function currentAmps(watts: number, volts: number, powerFactor: number): number {
  return watts / (volts * powerFactor);
}

/** Resistivity of cold copper, Ω·mm²/m; a warm cable has about a fifth more. */
export const COPPER_OHM_MM2_PER_M = 0.0175;

/** Voltage lost in a two-wire cable, there and back: 2·L·I·ρ/A. */
export function dropVolts(lengthM: number, areaMm2: number, amps: number): number {
  return (2 * lengthM * amps * COPPER_OHM_MM2_PER_M) / areaMm2;
}

/** Share of a pack's rated energy that is counted on. */
export const USABLE_SHARE = 0.9;

/** Minutes a battery lasts: 0.9 · Wh / W · 60. */
export function batteryMinutes(wattHours: number, watts: number): number {
  return ((wattHours * USABLE_SHARE) / watts) * 60;
}
