import { learnPace, ratiosOf, type Observation, type PaceKind } from '../../plan/day/index.ts';

/** How work of one kind went against its estimates. */
export interface PaceSpread {
  kind: PaceKind;
  /** How many times it was seen. */
  count: number;
  /** Of actual ÷ estimate. */
  median: number | null;
  /** Tenth and ninetieth percentile of the same. */
  low: number | null;
  high: number | null;
  /** What a plan takes its minutes times. */
  factor: number;
}

/** The value below which a share of sorted numbers lies, linear between ranks; null of none. */
function quantile(sorted: readonly number[], share: number): number | null {
  if (sorted.length === 0) return null;
  const at = share * (sorted.length - 1);
  const below = sorted[Math.floor(at)] as number;
  const above = sorted[Math.ceil(at)] as number;
  return below + (above - below) * (at - Math.floor(at));
}
const rounded = (n: number | null): number | null => (n === null ? null : Math.round(n * 1e4) / 1e4);

/** The pace of each kind that was seen, with how far it spreads. Ratios beyond 6 : 1 are left out, as where plans use it. */
export function paceSpread(seen: readonly Observation[]): PaceSpread[] {
  return learnPace(seen).flatMap(({ kind, count, factor }): PaceSpread[] => {
    if (count === 0) return [];
    const ratios = ratiosOf(seen, kind);
    const at = (share: number) => rounded(quantile(ratios, share));
    return [{ kind, count, median: at(0.5), low: at(0.1), high: at(0.9), factor: rounded(factor) as number }];
  });
}
