/**
 * What flexible copper cable of a usual section carries without harm, A: laid out, in air of 30 °C, two conductors loaded. Source: typical
 * tables for rubber-sheathed flexible cable (after IEC 60364-5-52); the maker’s own figure goes before them.
 */
export const CARRIES_A: readonly (readonly [areaMm2: number, amps: number])[] = [
  [0.75, 6],
  [1, 10],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
  [6, 40],
  [10, 63],
  [16, 82],
  [25, 108],
  [35, 135],
];
/** Share left in the sun or near hot lamps (air of 45 °C), and coiled on a reel. */
export const WARM_SHARE = 0.79;
export const COILED_SHARE = 0.4;

export interface Laid {
  warm?: boolean | undefined;
  coiled?: boolean | undefined;
}
const shareOf = ({ warm = false, coiled = false }: Laid): number =>
  (warm ? WARM_SHARE : 1) * (coiled ? COILED_SHARE : 1);

/** What a section carries, A; that of the next smaller usual one where it is none itself, 0 under the smallest. */
export function carriesAmps(areaMm2: number, laid: Laid = {}): number {
  const usual = CARRIES_A.findLast(([area]) => area <= areaMm2 + 1e-9);
  return (usual?.[1] ?? 0) * shareOf(laid);
}

/** The smallest usual section that carries a current, mm²; null when none does. */
export function sectionFor(amps: number, laid: Laid = {}): number | null {
  return CARRIES_A.find(([, carries]) => carries * shareOf(laid) >= amps - 1e-9)?.[0] ?? null;
}
