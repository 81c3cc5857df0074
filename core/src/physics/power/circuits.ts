import { COPPER_OHM_MM2_PER_M, currentAmps } from './electric.ts';

/** Share of a breaker that is planned for by default. */
export const LOAD_SHARE = 0.8;
/** Power factor of film lamps' supplies when nobody says otherwise. */
export const POWER_FACTOR = 0.95;

export interface CircuitLoad {
  /** What the planned lamps draw, A. */
  lampsA: number;
  /** What else hangs on it, A. */
  otherA: number;
  totalA: number;
  /** What may be planned for, A; null when the breaker is unknown. */
  allowedA: number | null;
  leftA: number | null;
  state: 'within' | 'over' | 'trips' | 'unknown';
}

/** Load of a circuit against its breaker: `over` is beyond the margin, `trips` beyond the breaker itself. */
export function circuitLoad(
  circuit: { volts: number; breakerA: number | null; otherW: number },
  lampsW: number,
  share = LOAD_SHARE,
): CircuitLoad {
  const lampsA = currentAmps(lampsW, circuit.volts, POWER_FACTOR);
  const otherA = currentAmps(circuit.otherW, circuit.volts, POWER_FACTOR);
  const totalA = lampsA + otherA;
  if (circuit.breakerA === null) return { lampsA, otherA, totalA, allowedA: null, leftA: null, state: 'unknown' };
  const allowedA = circuit.breakerA * share;
  const state = totalA > circuit.breakerA ? 'trips' : totalA > allowedA ? 'over' : 'within';
  return { lampsA, otherA, totalA, allowedA, leftA: allowedA - totalA, state };
}

/** How many more loads of `watts` a circuit takes within its margin; null when its breaker is unknown. */
export function roomFor(load: CircuitLoad, volts: number, watts: number): number | null {
  if (load.leftA === null) return null;
  return Math.max(0, Math.floor(load.leftA / currentAmps(watts, volts, POWER_FACTOR) + 1e-9));
}

/** Share of the voltage that a warm cable of `areaMm2` takes on `lengthM`: a fifth more than cold copper. */
export function warmDropShare(lengthM: number, areaMm2: number, amps: number, volts: number): number {
  return (2 * lengthM * amps * COPPER_OHM_MM2_PER_M * 1.2) / areaMm2 / volts;
}
