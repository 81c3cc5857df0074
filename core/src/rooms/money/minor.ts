/** Money is whole minor units (cents) of one currency; shares are basis points: 10,000 is the whole. */
export const WHOLE_BP = 10_000;

/** `amount × share ÷ 10,000`, half a unit away from nothing; exact however large, for it never leaves whole numbers. */
export function shareOf(amountMinor: number, shareBp: number): number {
  return divided(BigInt(amountMinor) * BigInt(shareBp), BigInt(WHOLE_BP));
}

/** `a × b ÷ c` of whole numbers, half a unit away from nothing. */
export const scaled = (a: number, b: number, c: number): number => divided(BigInt(a) * BigInt(b), BigInt(c));

function divided(numerator: bigint, denominator: bigint): number {
  const negative = numerator < 0n !== denominator < 0n;
  const [n, d] = [numerator < 0n ? -numerator : numerator, denominator < 0n ? -denominator : denominator];
  const rounded = (2n * n + d) / (2n * d);
  return Number(negative ? -rounded : rounded);
}

/** To the nearest of whole steps (5 for coins of five), half a step away from nothing. */
export const roundedTo = (amountMinor: number, stepMinor: number): number =>
  Math.sign(amountMinor) * Math.round(Math.abs(amountMinor) / stepMinor) * stepMinor || 0;

/**
 * An amount in parts by weights, so that they add up to it to the unit: each gets what is below its share, what is left goes one unit each to the largest rests, the
 * earlier first. Weights are whole numbers, nothing or more, not all nothing.
 */
export function parted(amountMinor: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + BigInt(b), 0n);
  const sign = amountMinor < 0 ? -1 : 1;
  const whole = BigInt(Math.abs(amountMinor));
  const exact = weights.map((w) => ({ floor: (whole * BigInt(w)) / sum, rest: (whole * BigInt(w)) % sum }));
  let left = Number(whole - exact.reduce((a, e) => a + e.floor, 0n));
  const order = exact
    .map((e, i) => ({ rest: e.rest, i }))
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1));
  const parts = exact.map((e) => Number(e.floor));
  for (const { i } of order) {
    if (left <= 0) break;
    parts[i] = (parts[i] as number) + 1;
    left -= 1;
  }
  return parts.map((p) => sign * p || 0);
}
