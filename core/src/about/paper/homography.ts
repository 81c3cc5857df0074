export interface Point {
  x: number;
  y: number;
}
/** Nine figures, row by row: from one plane to another, as a camera sees it. */
export type Homography = readonly number[];

/** Solves a square system; null where it has no single answer. Source: Gauss with partial pivoting. */
function solved(rows: number[][]): number[] | null {
  const n = rows.length;
  for (let i = 0; i < n; i += 1) {
    let best = i;
    for (let r = i + 1; r < n; r += 1) if (Math.abs(rows[r]![i]!) > Math.abs(rows[best]![i]!)) best = r;
    [rows[i], rows[best]] = [rows[best]!, rows[i]!];
    const pivot = rows[i]![i]!;
    if (Math.abs(pivot) < 1e-12) return null;
    for (let r = 0; r < n; r += 1) {
      if (r === i) continue;
      const factor = rows[r]![i]! / pivot;
      if (factor === 0) continue;
      for (let c = i; c <= n; c += 1) rows[r]![c]! -= factor * rows[i]![c]!;
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!);
}

/** Points moved and scaled so that their middle is 0 and their mean distance √2: figures of one size, as the sums want them. */
function evened(points: readonly Point[]): { points: Point[]; scale: number; middle: Point } {
  const middle = {
    x: points.reduce((s, p) => s + p.x, 0) / points.length,
    y: points.reduce((s, p) => s + p.y, 0) / points.length,
  };
  const mean = points.reduce((s, p) => s + Math.hypot(p.x - middle.x, p.y - middle.y), 0) / points.length;
  const scale = mean > 0 ? Math.SQRT2 / mean : 1;
  return { points: points.map((p) => ({ x: (p.x - middle.x) * scale, y: (p.y - middle.y) * scale })), scale, middle };
}

/** The plane-to-plane map that fits four or more pairs best (least squares); null where they lie in a line. Source: direct linear transformation with normalised points. */
export function homographyOf(from: readonly Point[], to: readonly Point[]): ((p: Point) => Point) | null {
  if (from.length < 4 || from.length !== to.length) return null;
  const [a, b] = [evened(from), evened(to)];
  const normal = Array.from({ length: 8 }, () => new Array<number>(9).fill(0));
  const take = (row: number[], value: number) => {
    for (let i = 0; i < 8; i += 1) {
      for (let j = 0; j < 8; j += 1) normal[i]![j]! += row[i]! * row[j]!;
      normal[i]![8]! += row[i]! * value;
    }
  };
  a.points.forEach(({ x, y }, i) => {
    const { x: u, y: v } = b.points[i]!;
    take([x, y, 1, 0, 0, 0, -u * x, -u * y], u);
    take([0, 0, 0, x, y, 1, -v * x, -v * y], v);
  });
  const h = solved(normal);
  if (!h || h.some((v) => !Number.isFinite(v))) return null;
  return (p) => {
    const x = (p.x - a.middle.x) * a.scale;
    const y = (p.y - a.middle.y) * a.scale;
    const w = h[6]! * x + h[7]! * y + 1;
    return {
      x: (h[0]! * x + h[1]! * y + h[2]!) / w / b.scale + b.middle.x,
      y: (h[3]! * x + h[4]! * y + h[5]!) / w / b.scale + b.middle.y,
    };
  };
}

/** How far pairs are off a map at most. */
export const worstOff = (map: (p: Point) => Point, from: readonly Point[], to: readonly Point[]): number =>
  from.reduce((worst, p, i) => {
    const at = map(p);
    return Math.max(worst, Math.hypot(at.x - to[i]!.x, at.y - to[i]!.y));
  }, 0);
