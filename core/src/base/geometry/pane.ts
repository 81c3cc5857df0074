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

/** Where the straight way from `a` to `b` passes the pane; null when it does not. */
export function crossing(a: Vec, b: Vec, p: Pane): Vec | null {
  // Written out without helpers: asked hundreds of thousands of times while something is dragged.
  const { at, normal: n, across: r, up: u } = p;
  const before = (a.x - at.x) * n.x + (a.y - at.y) * n.y + (a.z - at.z) * n.z;
  const after = (b.x - at.x) * n.x + (b.y - at.y) * n.y + (b.z - at.z) * n.z;
  if (before * after >= 0 || Math.abs(before) < TOUCH_M || Math.abs(after) < TOUCH_M) return null;
  const t = before / (before - after);
  const [hx, hy, hz] = [a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t, a.z + (b.z - a.z) * t];
  const [x, y, z] = [hx - at.x, hy - at.y, hz - at.z];
  if (Math.abs(x * r.x + y * r.y + z * r.z) > r.x * r.x + r.y * r.y + r.z * r.z) return null;
  if (Math.abs(x * u.x + y * u.y + z * u.z) > u.x * u.x + u.y * u.y + u.z * u.z) return null;
  return { x: hx, y: hy, z: hz };
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
