import {
  add,
  corners,
  length,
  paneArea,
  polygonShare,
  solidAngle,
  split,
  times,
  type Pane,
  type Vec,
} from '../../base/geometry/index.ts';
import type { Obstacles } from './sight.ts';
import type { ScenePane } from './scene.ts';

/** Light of each part (lamp, ambient, sun, sky), lux, in the order of the parts. */
export type Parts = Float64Array;

/** A piece of a board, a cloth or a wall: what falls on its front and its back, and what it gives off there. */
export interface Cell {
  pane: Pane;
  areaM2: number;
  /** Falling on it, by side: 0 the front. */
  in: [Parts, Parts];
  /** Given off, exitance, by side. */
  out: [Parts, Parts];
}

export const cellOf = (pane: Pane, parts: number): Cell => ({
  pane,
  areaM2: paneArea(pane),
  in: [new Float64Array(parts), new Float64Array(parts)],
  out: [new Float64Array(parts), new Float64Array(parts)],
});

export const sumOf = (parts: Parts): number => parts.reduce((a, b) => a + b, 0);
const backOf = (normal: Vec): Vec => times(normal, -1);
export const sideNormal = (pane: Pane, side: 0 | 1): Vec => (side === 0 ? pane.normal : backOf(pane.normal));

/** What a pane gives off on its sides for what falls on them: boards where it fell, cloths on the other side, flags nothing. */
export function giveOff(
  cell: Cell,
  { reflectance, transmission }: Pick<ScenePane, 'reflectance' | 'transmission'>,
): void {
  for (const side of [0, 1] as const) {
    const other = side === 0 ? 1 : 0;
    for (let p = 0; p < cell.out[side].length; p += 1)
      cell.out[side][p] = reflectance * (cell.in[side][p] ?? 0) + transmission * (cell.in[other][p] ?? 0);
  }
}

/** What falls on a side of a piece straight, by part. */
type Falls = (at: Vec, side: 0 | 1) => Parts;

/**
 * A pane cut into pieces: small where the light on it changes, large where it is even. Pieces that say something else than their quarters
 * are cut again until what is gained no longer counts or `most` is reached.
 */
export function cut(
  pane: ScenePane,
  falls: Falls,
  { least, most, parts }: { least: number; most: number; parts: number },
): Cell[] {
  const longest = 2 * Math.max(length(pane.across), length(pane.up));
  const each = (half: number) => Math.max(1, Math.round((least * 2 * half) / longest));
  const filled = (p: Pane): Cell => {
    const cell = cellOf(p, parts);
    cell.in = [falls(p.at, 0), falls(p.at, 1)];
    return cell;
  };
  const total = (c: Cell) => sumOf(c.in[0]) + sumOf(c.in[1]);
  let open = split(pane, each(length(pane.across)), each(length(pane.up))).map(filled);
  const done: Cell[] = [];
  for (let depth = 0; open.length > 0; depth += 1) {
    const flux = [...done, ...open].reduce((t, c) => t + total(c) * c.areaM2, 0);
    const room = most - done.length - open.length;
    if (flux === 0 || depth > 5 || room < 3) break;
    // The pieces that matter most first: only so many can be cut.
    const ranked = open
      .map((cell) => ({ cell, weight: total(cell) * cell.areaM2 }))
      .sort((a, b) => b.weight - a.weight);
    const next: Cell[] = [];
    let spent = 0;
    for (const { cell, weight } of ranked) {
      if (spent + 3 > room || weight < 0.0005 * flux) {
        done.push(cell);
        continue;
      }
      const quarters = split(cell.pane, 2, 2).map(filled);
      const mean = quarters.reduce((t, c) => t + total(c), 0) / 4;
      const differs =
        quarters.reduce((t, c) => t + Math.abs(total(c) - total(cell)), 0) / 4 + Math.abs(mean - total(cell));
      spent += 3;
      if (differs * cell.areaM2 > 0.0008 * flux) next.push(...quarters);
      else done.push(...quarters);
    }
    open = next;
  }
  return [...done, ...open];
}

/** A pane as so many pieces along an edge, and which of them a place on it lies in. */
export class PaneGrid {
  constructor(
    private readonly pane: Pane,
    private readonly perEdge: number,
  ) {}

  of(at: Vec): number {
    const { pane, perEdge } = this;
    const d = { x: at.x - pane.at.x, y: at.y - pane.at.y, z: at.z - pane.at.z };
    const bin = (v: Vec) => {
      const along = (d.x * v.x + d.y * v.y + d.z * v.z) / (v.x * v.x + v.y * v.y + v.z * v.z);
      return Math.max(0, Math.min(perEdge - 1, Math.floor(((along + 1) / 2) * perEdge)));
    };
    return bin(pane.across) * perEdge + bin(pane.up);
  }

  middle(place: number): Vec {
    const { pane, perEdge } = this;
    const along = (bin: number) => (2 * bin + 1) / perEdge - 1;
    const [across, up] = [along(Math.floor(place / perEdge)), along(place % perEdge)];
    return add(pane.at, add(times(pane.across, across), times(pane.up, up)));
  }
}

/** A few pieces for many: for what one pane gives another. Each stands where most of its light comes from. */
export function bundled(cells: readonly Cell[], pane: Pane, side: 0 | 1, perEdge: number): Cell[] {
  const bins = new Map<number, Cell[]>();
  const grid = new PaneGrid(pane, perEdge);
  const [aw, ah] = [length(pane.across), length(pane.up)];
  for (const cell of cells) {
    const key = grid.of(cell.pane.at);
    const list = bins.get(key);
    if (list) list.push(cell);
    else bins.set(key, [cell]);
  }
  return [...bins.values()].flatMap((list) => {
    const areaM2 = list.reduce((t, c) => t + c.areaM2, 0);
    const weightOf = (c: Cell) => c.areaM2 * sumOf(c.out[side]);
    const weight = list.reduce((t, c) => t + weightOf(c), 0);
    if (weight === 0) return [];
    const at = list.reduce((t, c) => add(t, times(c.pane.at, weightOf(c) / weight)), { x: 0, y: 0, z: 0 });
    const parts = list[0]!.out[side].length;
    const out = new Float64Array(parts);
    for (const c of list) for (let p = 0; p < parts; p += 1) out[p]! += ((c.out[side][p] ?? 0) * c.areaM2) / areaM2;
    const half = Math.sqrt(areaM2) / 2;
    const edge = (v: Vec, l: number) => times(v, half / l);
    const piece: Cell = {
      pane: { at, across: edge(pane.across, aw), up: edge(pane.up, ah), normal: pane.normal },
      areaM2,
      in: [new Float64Array(parts), new Float64Array(parts)],
      out: side === 0 ? [out, new Float64Array(parts)] : [new Float64Array(parts), out],
    };
    return [piece];
  });
}

/** The same pieces lit several times, as one list that gives what all of them give, all parts in one. */
export function onePart(lists: readonly (readonly Cell[])[]): Cell[] {
  const [first, ...more] = lists;
  return (first ?? []).map((cell, i) => {
    const one = cellOf(cell.pane, 1);
    for (const side of [0, 1] as const)
      one.out[side][0] = sumOf(cell.out[side]) + more.reduce((t, list) => t + sumOf(list[i]!.out[side]), 0);
    return one;
  });
}

/** Share of all directions around a place that the front of a piece takes up: its solid angle ÷ 4π. */
export function meanShare({ pane, areaM2 }: Cell, at: Vec): number {
  const x = at.x - pane.at.x;
  const y = at.y - pane.at.y;
  const z = at.z - pane.at.z;
  const front = x * pane.normal.x + y * pane.normal.y + z * pane.normal.z;
  if (front <= 0) return 0;
  const d2 = x * x + y * y + z * z;
  // Far enough off it is as its middle.
  const angle = areaM2 < 0.3 * d2 ? (areaM2 * front) / (d2 * Math.sqrt(d2)) : solidAngle(at, pane);
  return angle / (4 * Math.PI);
}

/** Adds what pieces give a small surface from one of their sides: exact for an evenly glowing piece, nothing where something stands between. */
export function addGiven(
  to: Parts,
  at: Vec,
  normal: Vec,
  cells: readonly Cell[],
  { side, obstacles, own, other }: { side: 0 | 1; obstacles: Obstacles; own: number; other: number },
): void {
  for (const cell of cells) {
    const out = cell.out[side];
    const { pane } = cell;
    const away = { x: at.x - pane.at.x, y: at.y - pane.at.y, z: at.z - pane.at.z };
    const front = away.x * pane.normal.x + away.y * pane.normal.y + away.z * pane.normal.z;
    if (side === 0 ? front <= 1e-9 : front >= -1e-9) continue;
    const share = shareOf(cell, { at, normal }, away, front);
    if (share <= 0) continue;
    if (obstacles.any && !obstacles.clear(at, pane.at, own, other)) continue;
    for (let p = 0; p < to.length; p += 1) to[p]! += share * (out[p] ?? 0);
  }
}

/** Form factor of a piece: by its middle where it is small against its distance, else exactly. */
function shareOf({ pane, areaM2 }: Cell, { at, normal }: { at: Vec; normal: Vec }, away: Vec, front: number): number {
  const d2 = away.x * away.x + away.y * away.y + away.z * away.z;
  if (areaM2 >= 0.01 * d2) return polygonShare(at, normal, corners(pane));
  const into = -(away.x * normal.x + away.y * normal.y + away.z * normal.z);
  return into <= 0 ? 0 : (areaM2 * into * Math.abs(front)) / (Math.PI * d2 * d2);
}
