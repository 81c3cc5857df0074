/** Shift in mired that takes light of one colour temperature to another: 10⁶/to − 10⁶/from. Positive is warmer. */
export function miredShift(fromK: number, toK: number): number {
  return 1e6 / toK - 1e6 / fromK;
}
