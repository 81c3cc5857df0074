import { add, cross, direction, dot, length, minus, times, type Vec } from './vec.ts';

/** A flat rectangle in space: its middle, half its width and half its height as vectors, and the way its front looks. */
export interface Pane {
  at: Vec;
  across: Vec;
  up: Vec;
  normal: Vec;
}

/** A rectangle `widthM` × `heightM` around `at`, its front turned `turnDeg` and tilted `tiltDeg` above level. */
export function pane(at: Vec, turnDeg: number, tiltDeg: number, widthM: number, heightM: number): Pane {
  const level = direction(turnDeg + 90);
  const normal = direction(turnDeg, tiltDeg);
  // Up lies in the pane, at right angles to the level edge.
  const up = cross(normal, level);
  return { at, normal, across: times(level, widthM / 2), up: times(up.z < 0 ? times(up, -1) : up, heightM / 2) };
}

type Point = { readonly x: number; readonly y: number };
/** An upright rectangle over the line from one floor point to another, from `bottomM` to `topM`. */
export function uprightPane({ x: x1, y: y1 }: Point, { x: x2, y: y2 }: Point, bottomM: number, topM: number): Pane {
  const across = { x: (x2 - x1) / 2, y: (y2 - y1) / 2, z: 0 };
  const l = length(across) || 1;
  return {
    at: { x: (x1 + x2) / 2, y: (y1 + y2) / 2, z: (bottomM + topM) / 2 },
    across,
    up: { x: 0, y: 0, z: (topM - bottomM) / 2 },
    normal: { x: -across.y / l, y: across.x / l, z: 0 },
  };
}

/** The four corners in order around it. */
export function corners(p: Pane): Vec[] {
  const [left, right] = [minus(p.at, p.across), add(p.at, p.across)];
  return [minus(left, p.up), minus(right, p.up), add(right, p.up), add(left, p.up)];
}

export const paneArea = (p: Pane): number => 4 * length(p.across) * length(p.up);

/** The pane cut into `columns` × `rows` equal ones. */
export function split(p: Pane, columns: number, rows: number): Pane[] {
  const [across, up] = [times(p.across, 1 / columns), times(p.up, 1 / rows)];
  const parts: Pane[] = [];
  for (let c = 0; c < columns; c += 1)
    for (let r = 0; r < rows; r += 1) {
      const at = add(add(p.at, times(across, 2 * c + 1 - columns)), times(up, 2 * r + 1 - rows));
      parts.push({ at, across, up, normal: p.normal });
    }
  return parts;
}

/** Ends that just touch the pane do not count as passing it, metres. */
const TOUCH_M = 1e-6;

/** How much of the straight way from `a` to `b` lies before the pane that it passes, 0 to 1; −1 when it passes beside it. */
export function crossingShare(a: Vec, b: Vec, p: Pane): number {
  // Written out without helpers: asked hundreds of thousands of times while something is dragged.
  const { at, normal: n, across: r, up: u } = p;
  const before = (a.x - at.x) * n.x + (a.y - at.y) * n.y + (a.z - at.z) * n.z;
  const after = (b.x - at.x) * n.x + (b.y - at.y) * n.y + (b.z - at.z) * n.z;
  if (before * after >= 0 || Math.abs(before) < TOUCH_M || Math.abs(after) < TOUCH_M) return -1;
  const t = before / (before - after);
  const x = a.x + (b.x - a.x) * t - at.x;
  const y = a.y + (b.y - a.y) * t - at.y;
  const z = a.z + (b.z - a.z) * t - at.z;
  if (Math.abs(x * r.x + y * r.y + z * r.z) > r.x * r.x + r.y * r.y + r.z * r.z) return -1;
  if (Math.abs(x * u.x + y * u.y + z * u.z) > u.x * u.x + u.y * u.y + u.z * u.z) return -1;
  return t;
}

/** Whether the straight way from `a` to `b` passes the pane. */
export const crosses = (a: Vec, b: Vec, p: Pane): boolean => crossingShare(a, b, p) >= 0;

/**
 * How a pane stands between a point and a flat face with these corners: before all of it, before none of it, or it may be before a part. A
 * pane has straight edges: where it hides all corners it hides what lies between them.
 */
export function hides(p: Pane, from: Vec, face: readonly Vec[]): 'all' | 'none' | 'part' {
  const { at, normal: n, across: a, up: u } = p;
  const before = (from.x - at.x) * n.x + (from.y - at.y) * n.y + (from.z - at.z) * n.z;
  if (Math.abs(before) < TOUCH_M) return 'none';
  const a2 = a.x * a.x + a.y * a.y + a.z * a.z;
  const u2 = u.x * u.x + u.y * u.y + u.z * u.z;
  let [sameSide, left, right, below, above, inside] = [0, 0, 0, 0, 0, 0];
  for (const corner of face) {
    const after = (corner.x - at.x) * n.x + (corner.y - at.y) * n.y + (corner.z - at.z) * n.z;
    if (before * after >= 0 || Math.abs(after) < TOUCH_M) {
      sameSide += 1;
      continue;
    }
    const t = before / (before - after);
    const x = from.x + (corner.x - from.x) * t - at.x;
    const y = from.y + (corner.y - from.y) * t - at.y;
    const z = from.z + (corner.z - from.z) * t - at.z;
    const across = (x * a.x + y * a.y + z * a.z) / a2;
    const up = (x * u.x + y * u.y + z * u.z) / u2;
    if (across < -1) left += 1;
    else if (across > 1) right += 1;
    if (up < -1) below += 1;
    else if (up > 1) above += 1;
    if (Math.abs(across) <= 1 && Math.abs(up) <= 1) inside += 1;
  }
  const all = face.length;
  if (sameSide === all) return 'none';
  if (sameSide > 0) return 'part';
  if (left === all || right === all || below === all || above === all) return 'none';
  return inside === all ? 'all' : 'part';
}

/** Where the straight way from `a` to `b` passes the pane; null when it does not. */
export function crossing(a: Vec, b: Vec, p: Pane): Vec | null {
  const t = crossingShare(a, b, p);
  return t < 0 ? null : { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
}

/** The same place on the other side of the pane’s plane, as in a mirror. */
export function reflect(a: Vec, p: Pick<Pane, 'at' | 'normal'>): Vec {
  return minus(a, times(p.normal, 2 * dot(minus(a, p.at), p.normal)));
}

/** An upright box standing on the floor plan. */
export interface Box {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  bottomM: number;
  topM: number;
}

/** Whether the straight way from `a` to `b` goes through the box (slab test). */
export function throughBox(a: Vec, b: Vec, box: Box): boolean {
  let [from, to] = [0, 1];
  const slabs: [number, number, number, number][] = [
    [a.x, b.x, box.x1, box.x2],
    [a.y, b.y, box.y1, box.y2],
    [a.z, b.z, box.bottomM, box.topM],
  ];
  for (const [p, q, low, high] of slabs) {
    const way = q - p;
    if (way === 0) {
      if (p < low || p > high) return false;
      continue;
    }
    const [t1, t2] = way > 0 ? [(low - p) / way, (high - p) / way] : [(high - p) / way, (low - p) / way];
    from = Math.max(from, t1);
    to = Math.min(to, t2);
    if (from > to) return false;
  }
  return to - from > 1e-9;
}
