/** A peak of one window: where the same sound stands in both. */
export interface Point {
  /** File time in a, s. */
  atS: number;
  /** File time in a less file time in b, s. */
  offsetS: number;
  z: number;
  /** What its correlation counts lags from, s. */
  base: number;
}

export interface Line {
  /** The middle of the points that it goes through, weighted, and the offset there. */
  atS: number;
  offsetS: number;
  /** Seconds a second. */
  slope: number;
  /** ± of the offset at `atS`, s. */
  errorS: number;
  at(s: number): number;
  fits(p: Point): boolean;
}

/** Peaks this far from a line are not of it: at first, and once it is known. */
const WIDE_S = 0.0012;
const NARROW_S = 0.0008;
/** Clocks that are off by more are none. */
const MOST_SLOPE = 200e-6;
/** Points nearer to each other say nothing about a slope. */
const LEAST_APART_S = 8;
const ROUNDS = 4;
const MOST_WEIGHT_Z = 30;

const weightOf = ({ z }: Point): number => Math.max(0, Math.min(MOST_WEIGHT_Z, z) - 2.5) ** 2;

/**
 * The line that most of the peaks lie on, each counted by its height: every two of them are tried (and every one of them without drift), then the best is fitted by least
 * squares to what lies near it, again and again. Null for less than two points.
 */
export function fitLine(points: readonly Point[]): Line | null {
  if (points.length < 2) return null;
  let best = { score: -1, atS: 0, offsetS: 0, slope: 0 };
  const tryLine = (atS: number, offsetS: number, slope: number) => {
    let score = 0;
    for (const p of points) if (Math.abs(p.offsetS - offsetS - slope * (p.atS - atS)) < WIDE_S) score += weightOf(p);
    if (score > best.score) best = { score, atS, offsetS, slope };
  };
  for (const p of points) tryLine(p.atS, p.offsetS, 0);
  points.forEach((p, i) => {
    for (const q of points.slice(i + 1)) {
      if (Math.abs(q.atS - p.atS) < LEAST_APART_S) continue;
      const slope = (q.offsetS - p.offsetS) / (q.atS - p.atS);
      if (Math.abs(slope) <= MOST_SLOPE) tryLine(p.atS, p.offsetS, slope);
    }
  });
  let line: Pick<Line, 'atS' | 'offsetS' | 'slope' | 'errorS'> = { ...best, errorS: Infinity };
  for (let round = 0; round < ROUNDS; round += 1) {
    const within = round === 0 ? WIDE_S : NARROW_S;
    const near = points.filter((p) => Math.abs(p.offsetS - line.offsetS - line.slope * (p.atS - line.atS)) < within);
    const fitted = leastSquares(near);
    if (!fitted) break;
    line = fitted;
  }
  const at = (s: number) => line.offsetS + line.slope * (s - line.atS);
  return { ...line, at, fits: (p) => Math.abs(p.offsetS - at(p.atS)) < NARROW_S };
}

function leastSquares(points: readonly Point[]): Pick<Line, 'atS' | 'offsetS' | 'slope' | 'errorS'> | null {
  const weights = points.map((p) => weightOf(p) + 1e-6);
  const total = weights.reduce((sum, w) => sum + w, 0);
  if (points.length === 0) return null;
  const mean = (of: (p: Point) => number) =>
    points.reduce((sum, p, i) => sum + (weights[i] as number) * of(p), 0) / total;
  const atS = mean((p) => p.atS);
  const offsetS = mean((p) => p.offsetS);
  const spread = mean((p) => (p.atS - atS) ** 2);
  const isSpread = points.length > 1 && spread > 1;
  const slope = isSpread ? mean((p) => (p.atS - atS) * (p.offsetS - offsetS)) / spread : 0;
  const rest = mean((p) => (p.offsetS - offsetS - slope * (p.atS - atS)) ** 2);
  return { atS, offsetS, slope, errorS: Math.sqrt(rest / Math.max(1, points.length - 2)) };
}
