import { corners, type Pane } from './pane.ts';
import { cross, dot, minus, unit, type Vec } from './vec.ts';

/**
 * Form factor of a flat polygon seen by a small surface at `at` that looks along `normal` (unit length): the share of all it could receive
 * that comes from the polygon, 0 to 1. What lies behind the surface is cut away first. Exact for an evenly glowing matt
 * polygon. Source: Lambert’s contour formula, F = |Σ Θᵢ · (Γᵢ · n)| / 2π.
 */
export function polygonShare(at: Vec, normal: Vec, polygon: readonly Vec[]): number {
  const seen = inFront(at, normal, polygon);
  let sum = 0;
  for (let i = 0; i < seen.length; i += 3) {
    const j = i + 3 === seen.length ? 0 : i + 3;
    const [ax, ay, az] = [seen[i] ?? 0, seen[i + 1] ?? 0, seen[i + 2] ?? 0];
    const [bx, by, bz] = [seen[j] ?? 0, seen[j + 1] ?? 0, seen[j + 2] ?? 0];
    const [cx, cy, cz] = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
    const area = Math.sqrt(cx * cx + cy * cy + cz * cz);
    if (area === 0) continue;
    const angle = Math.atan2(area, ax * bx + ay * by + az * bz);
    sum += (angle * (cx * normal.x + cy * normal.y + cz * normal.z)) / area;
  }
  return Math.min(1, Math.abs(sum) / (2 * Math.PI));
}

/** Form factor of a whole pane; see `polygonShare`. */
export const paneShare = (at: Vec, normal: Vec, p: Pane): number => polygonShare(at, normal, corners(p));

/** Solid angle of a whole pane seen from a place, steradian, from either side. Source: Van Oosterom and Strackee, two triangles. */
export function solidAngle(at: Vec, p: Pane): number {
  const [a, b, c, d] = corners(p).map((corner) => unit(minus(corner, at))) as [Vec, Vec, Vec, Vec];
  const ac = dot(a, c);
  const half = (v: Vec) => Math.atan2(Math.abs(dot(a, cross(v, c))), 1 + dot(a, v) + dot(v, c) + ac);
  return 2 * (half(b) + half(d));
}

/** The part of a polygon above the horizon of the surface, corners as seen from it, flat: x, y, z, x … */
function inFront(at: Vec, normal: Vec, polygon: readonly Vec[]): number[] {
  const kept: number[] = [];
  for (let i = 0; i < polygon.length; i += 1) {
    const p = polygon[i] as Vec;
    const q = polygon[(i + 1) % polygon.length] as Vec;
    const [px, py, pz] = [p.x - at.x, p.y - at.y, p.z - at.z];
    const [qx, qy, qz] = [q.x - at.x, q.y - at.y, q.z - at.z];
    const a = px * normal.x + py * normal.y + pz * normal.z;
    const b = qx * normal.x + qy * normal.y + qz * normal.z;
    if (a >= 0) kept.push(px, py, pz);
    if (a * b < 0) {
      const t = a / (a - b);
      kept.push(px + (qx - px) * t, py + (qy - py) * t, pz + (qz - pz) * t);
    }
  }
  return kept;
}
