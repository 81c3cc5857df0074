import { seeded } from '../../base/random/index.ts';
import type { Swatch } from './model.ts';
import { hexOfLab, oklabOfPixels, type Oklab } from './oklab.ts';

const distance2 = (p: Float32Array, i: number, c: Oklab) => {
  const l = (p[i] as number) - c.l;
  const a = (p[i + 1] as number) - c.a;
  const b = (p[i + 2] as number) - c.b;
  return l * l + a * a + b * b;
};
const at = (p: Float32Array, i: number): Oklab => ({ l: p[i] as number, a: p[i + 1] as number, b: p[i + 2] as number });

/** First centres far from each other, by chance in proportion to the squared distance (k-means++, Arthur & Vassilvitskii 2007). */
function seeds(points: Float32Array, k: number, next: () => number): Oklab[] {
  const count = points.length / 3;
  const centres = [at(points, Math.floor(next() * count) * 3)];
  const nearest = new Float64Array(count).fill(Number.POSITIVE_INFINITY);
  while (centres.length < k) {
    const last = centres.at(-1) as Oklab;
    let sum = 0;
    for (let i = 0; i < count; i += 1) {
      const d = distance2(points, i * 3, last);
      if (d < (nearest[i] as number)) nearest[i] = d;
      sum += nearest[i] as number;
    }
    if (sum < 1e-9) break;
    let aim = next() * sum;
    let chosen = 0;
    for (let i = 0; i < count; i += 1) {
      aim -= nearest[i] as number;
      if (aim <= 0) {
        chosen = i;
        break;
      }
    }
    centres.push(at(points, chosen * 3));
  }
  return centres;
}

/** Two clusters closer than this (ΔE OK 4) are one colour to the eye. */
const SAME = 0.04;

export interface Cluster {
  centre: Oklab;
  share: number;
}

/**
 * The colours of points in OKLab (flat triples) by k-means: at most `k` centres with their share of the points, the
 * largest first; ones that the eye can't tell apart are joined. Deterministic for the same input.
 */
export function kmeans(points: Float32Array, k: number, rounds = 24): Cluster[] {
  const count = points.length / 3;
  if (count === 0 || k < 1) return [];
  const centres = seeds(points, k, seeded(count * 31 + k));
  const sums = new Float64Array(centres.length * 4);
  for (let round = 0; round < rounds; round += 1) {
    sums.fill(0);
    for (let i = 0; i < count; i += 1) {
      let best = 0;
      let least = Number.POSITIVE_INFINITY;
      for (let c = 0; c < centres.length; c += 1) {
        const d = distance2(points, i * 3, centres[c] as Oklab);
        if (d < least) {
          least = d;
          best = c;
        }
      }
      for (let axis = 0; axis < 3; axis += 1)
        sums[best * 4 + axis] = (sums[best * 4 + axis] as number) + (points[i * 3 + axis] as number);
      sums[best * 4 + 3] = (sums[best * 4 + 3] as number) + 1;
    }
    let moved = 0;
    centres.forEach((centre, c) => {
      const n = sums[c * 4 + 3] as number;
      if (n === 0) return;
      const next = {
        l: (sums[c * 4] as number) / n,
        a: (sums[c * 4 + 1] as number) / n,
        b: (sums[c * 4 + 2] as number) / n,
      };
      moved = Math.max(moved, Math.hypot(next.l - centre.l, next.a - centre.a, next.b - centre.b));
      centres[c] = next;
    });
    if (moved < 5e-4) break;
  }
  const clusters = centres.map((centre, c): Cluster => ({ centre, share: (sums[c * 4 + 3] as number) / count }));
  return joined(clusters.filter((c) => c.share > 0));
}

function joined(clusters: Cluster[]): Cluster[] {
  const left = clusters.sort((a, b) => b.share - a.share);
  const out: Cluster[] = [];
  for (const cluster of left) {
    const near = out.find(
      (o) =>
        Math.hypot(o.centre.l - cluster.centre.l, o.centre.a - cluster.centre.a, o.centre.b - cluster.centre.b) < SAME,
    );
    if (!near) {
      out.push({ ...cluster });
      continue;
    }
    const share = near.share + cluster.share;
    const mix = (a: number, b: number) => (a * near.share + b * cluster.share) / share;
    near.centre = {
      l: mix(near.centre.l, cluster.centre.l),
      a: mix(near.centre.a, cluster.centre.a),
      b: mix(near.centre.b, cluster.centre.b),
    };
    near.share = share;
  }
  return out.sort((a, b) => b.share - a.share);
}

/** A colour on less of the picture than this is an edge between others. */
const LEAST_SHARE = 0.015;

/** The palette of a picture’s pixels (`r, g, b, a, …`): at most `k` colours with their share, the largest first; slivers left out. */
export function paletteOf(rgba: Uint8ClampedArray, k = 6): Swatch[] {
  const clusters = kmeans(oklabOfPixels(rgba), k).filter((c) => c.share >= LEAST_SHARE);
  return clusters.map(({ centre, share }) => ({
    hex: hexOfLab(centre),
    share: Math.round(share * 1000) / 1000,
  }));
}
