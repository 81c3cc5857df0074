import { add, corners, length, minus, times, type Pane, type Vec } from '../../base/geometry/index.ts';
import type { Lights } from './emitters.ts';
import { spread } from './lamp.ts';
import { lightAtDistance } from './falloff.ts';
import { boxFaces, type Space } from './space.ts';

/** Light over the plan at one height, row by row from the top left, lux. */
export interface LightField {
  columns: number;
  rows: number;
  widthM: number;
  depthM: number;
  heightM: number;
  lux: Float32Array;
  /** Cells that the sun reaches; null where no sun is. */
  sunlit: Uint8Array | null;
}

export const MOST_CELLS = 160;
const TABLE = 256;

/**
 * The light field at `heightM`: what each place would read turned to each light in turn (no cosine at the receiver), the sun too, with hard
 * shadows of flags, frames, boards and furniture. At most 160 × 160 cells. Quick, for while something is moved; `exactField` when it rests.
 */
export function lightField(
  lights: Lights,
  widthM: number,
  depthM: number,
  heightM: number,
  cells = MOST_CELLS,
): LightField {
  const grid = gridOver(widthM, depthM, heightM, cells);
  const lux = new Float32Array(grid.columns * grid.rows);
  const inTheWay = shades(lights.space);
  const all = [...lights.around.values()].reduce((a, b) => a + b, 0) + (lights.sky ? lights.sky.levelLux : 0);
  if (all > 0) lux.fill(all);
  for (const d of lights.directs) {
    if (d.level === 0) continue;
    const shade = shadowMask(
      inTheWay.filter((o) => o.id !== d.id),
      d.at,
      grid,
    );
    // Reading × (distance² + r²) is the same everywhere for a disc; for others r is that of the same area.
    const r2 =
      'radiusM' in d.lamp.emitter
        ? d.lamp.emitter.radiusM ** 2
        : (d.lamp.emitter.widthM * d.lamp.emitter.heightM) / Math.PI;
    const FAR_M = 3;
    const power = d.level * lightAtDistance(d.lamp.emitter, d.lamp.luxAt1m, 1, FAR_M) * (FAR_M ** 2 + r2);
    const table = spreadTable(d.lamp.beamDeg);
    if (d.through) continue;
    pour(lux, shade, grid, { at: d.at, axis: d.axis, power, r2, table });
  }
  const wide = spreadTable(120);
  for (const { at, axis, areaM2, glow } of wholeCloths(lights))
    pour(lux, null, grid, { at, axis, power: (glow * areaM2) / Math.PI, r2: areaM2 / Math.PI, table: wide });
  return inTheSun(lux, lights, grid);
}

/** Cells as nearly square as can be, so many the longer way, two at least either way. */
export function gridOver(widthM: number, depthM: number, heightM: number, cells: number): Grid {
  const longest = Math.max(widthM, depthM);
  const most = Math.min(cells, MOST_CELLS);
  const columns = Math.max(2, Math.round((most * widthM) / longest));
  const rows = Math.max(2, Math.round((most * depthM) / longest));
  return { columns, rows, widthM, depthM, heightM, cell: { x: widthM / columns, y: depthM / rows } };
}

/** The field that is made of light without the sun, and of the sun where it reaches. */
export function inTheSun(lux: Float32Array, { sun, space }: Lights, grid: Grid): LightField {
  const sunlit = sun && reached(space.windows, shades(space), sun.towards, grid);
  if (sun && sunlit) for (let i = 0; i < lux.length; i += 1) lux[i]! += sunlit[i]! * sun.lux;
  const { columns, rows, widthM, depthM, heightM } = grid;
  return { columns, rows, widthM, depthM, heightM, lux, sunlit };
}

/** The glowing pieces of one cloth, board or window put together, a side at a time: enough for a drawing, and a ninth of the work. */
function wholeCloths(lights: Lights): { at: Vec; axis: Vec; areaM2: number; glow: number }[] {
  const sides = new Map<string, { at: Vec; axis: Vec; areaM2: number; flux: number }>();
  for (const p of lights.patches) {
    const areaM2 = 4 * length(p.pane.across) * length(p.pane.up);
    const flux = areaM2 * [...p.glow.values()].reduce((a, b) => a + b, 0);
    const key = `${p.id} ${p.side}`;
    const before = sides.get(key);
    sides.set(key, {
      axis: times(p.pane.normal, p.side),
      at: add(before?.at ?? { x: 0, y: 0, z: 0 }, times(p.pane.at, areaM2)),
      areaM2: (before?.areaM2 ?? 0) + areaM2,
      flux: (before?.flux ?? 0) + flux,
    });
  }
  return [...sides.values()].map(({ at, axis, areaM2, flux }) => ({
    at: times(at, 1 / areaM2),
    axis,
    areaM2,
    glow: flux / areaM2,
  }));
}

/** Share of the axis' light by the cosine off it, so that no power is taken in the loop. */
function spreadTable(beamDeg: number): Float32Array {
  const table = new Float32Array(TABLE + 1);
  for (let i = 0; i <= TABLE; i += 1)
    table[i] = beamDeg >= 300 ? 1 : spread(beamDeg, (Math.acos(i / TABLE) * 180) / Math.PI);
  return table;
}

/** Cells at one height. */
/** Cells over a plan, at a height. */
export interface Grid {
  columns: number;
  rows: number;
  widthM: number;
  depthM: number;
  cell: { x: number; y: number };
  heightM: number;
}
/** Light from a place along an axis: its power (lux · m²), the square of its half size, and its spread by cosine. */
interface Beam {
  at: Vec;
  axis: Vec;
  power: number;
  r2: number;
  table: Float32Array;
}

function pour(
  lux: Float32Array,
  shade: Uint8Array | null,
  { columns, rows, cell, heightM }: Grid,
  { at, axis, power, r2, table }: Beam,
): void {
  const dz = heightM - at.z;
  const round = table[0] === 1;
  let i = 0;
  for (let row = 0; row < rows; row += 1) {
    const dy = (row + 0.5) * cell.y - at.y;
    const rest = dy * axis.y + dz * axis.z;
    const flat = dy * dy + dz * dz;
    let dx = 0.5 * cell.x - at.x;
    for (let column = 0; column < columns; column += 1, i += 1, dx += cell.x) {
      if (shade !== null && shade[i] === 1) continue;
      const d2 = dx * dx + flat;
      if (round) {
        lux[i] = (lux[i] as number) + power / (d2 + r2);
        continue;
      }
      const along = dx * axis.x + rest;
      if (along <= 0) continue;
      const cosine = (along / Math.sqrt(d2)) * TABLE;
      const low = cosine | 0;
      const a = table[low] as number;
      const b = table[low < TABLE ? low + 1 : TABLE] as number;
      lux[i] = (lux[i] as number) + (power * (a + (b - a) * (cosine - low))) / (d2 + r2);
    }
  }
}

interface Shade {
  id: string | null;
  pane: Pane;
}
/** All that throws shadows: what stands on the plan by its id, and furniture. */
const shades = (space: Space): Shade[] => [
  ...space.panes,
  ...space.boxes.flatMap(boxFaces).map((pane) => ({ id: null, pane })),
];

/** Cells that a point of light is kept from; null when nothing stands in its way. */
function shadowMask(inTheWay: readonly Shade[], from: Vec, grid: Grid): Uint8Array | null {
  let mask: Uint8Array | null = null;
  for (const { pane } of inTheWay) {
    const shape = shadowOf(corners(pane), from, grid.heightM);
    if (shape.length < 3) continue;
    mask ??= new Uint8Array(grid.columns * grid.rows);
    fill(mask, shape, grid);
  }
  return mask;
}

/** A sun this low throws shadows as if it stood so high: they go on to the end. */
const LEAST_RISE = 1e-3;

/** Cells that the sun reaches: in the open all but shadows, in a room those behind its windows. */
function reached(windows: readonly Pane[] | null, inTheWay: readonly Shade[], towards: Vec, grid: Grid): Uint8Array {
  const rise = Math.max(towards.z, LEAST_RISE);
  /** Where what lies towards the sun, over the height looked at, is thrown to. */
  const thrown = (pane: Pane) =>
    clipped(corners(pane), (p) => p.z - grid.heightM).map((p) => {
      const k = (p.z - grid.heightM) / rise;
      return { x: p.x - towards.x * k, y: p.y - towards.y * k };
    });
  const lit = new Uint8Array(grid.columns * grid.rows);
  if (windows) for (const window of windows) fill(lit, thrown(window), grid);
  else lit.fill(1);
  for (const { pane } of inTheWay) fill(lit, thrown(pane), grid, 0);
  return lit;
}

/** The part of a polygon where `inside` is not negative; it must be linear between corners. */
function clipped(polygon: readonly Vec[], inside: (p: Vec) => number): Vec[] {
  return polygon.flatMap((p, i) => {
    const q = polygon[(i + 1) % polygon.length] as Vec;
    const [a, b] = [inside(p), inside(q)];
    const points: Vec[] = a >= 0 ? [p] : [];
    if (a * b < 0) points.push(add(p, times(minus(q, p), a / (a - b))));
    return points;
  });
}

/** A light this near the height looked at throws shadows as if it were this far over it: they go on to the end. */
const LEAST_DROP_M = 1e-3;
/** Shadows are drawn as far as this many times the way from the light to what throws them. */
const FARTHEST = 1e4;

/** Where a pane's shadow falls at a height: what of it lies between the light and the height, thrown from the light. */
function shadowOf(polygon: readonly Vec[], from: Vec, heightM: number): { x: number; y: number }[] {
  const straight = heightM - from.z;
  const drop = Math.abs(straight) < LEAST_DROP_M ? (straight < 0 ? -1 : 1) * LEAST_DROP_M : straight;
  /** How far down from the light to the height a place is: 0 at the light, 1 at the height. */
  const share = (p: Vec) => (p.z - from.z) / drop;
  const below = clipped(polygon, (p) => share(p) - 1 / FARTHEST);
  return clipped(below, (p) => 1 - share(p)).map((p) => {
    const k = 1 / share(p);
    return { x: from.x + (p.x - from.x) * k, y: from.y + (p.y - from.y) * k };
  });
}

/** Marks the cells whose middle lies in a convex shape, row by row. */
function fill(
  mask: Uint8Array,
  shape: readonly { x: number; y: number }[],
  { columns, rows, cell }: Grid,
  as: 0 | 1 = 1,
): void {
  for (let row = 0; row < rows; row += 1) {
    const y = (row + 0.5) * cell.y;
    let [low, high] = [Infinity, -Infinity];
    for (let i = 0; i < shape.length; i += 1) {
      const p = shape[i] as { x: number; y: number };
      const q = shape[(i + 1) % shape.length] as { x: number; y: number };
      if (p.y > y === q.y > y) continue;
      const x = p.x + ((y - p.y) * (q.x - p.x)) / (q.y - p.y);
      low = Math.min(low, x);
      high = Math.max(high, x);
    }
    if (low > high) continue;
    const from = Math.max(0, Math.ceil(low / cell.x - 0.5));
    const to = Math.min(columns - 1, Math.floor(high / cell.x - 0.5));
    for (let column = from; column <= to; column += 1) mask[row * columns + column] = as;
  }
}

/**
 * Levels for contour lines as lux: whole stops below the brightest that is in no sun, and above them one for where the sun lies, which is so
 * many stops brighter that all others would be lost to it. Where all is in the sun, whole stops below that.
 */
export function contourLevels({ lux, sunlit }: LightField, stops = 7): number[] {
  let [most, shaded] = [0, 0];
  lux.forEach((v, i) => {
    most = Math.max(most, v);
    if (!sunlit?.[i]) shaded = Math.max(shaded, v);
  });
  if (most <= 0) return [];
  const wholeStop = (v: number) => 2 ** Math.floor(Math.log2(v));
  const top = wholeStop(shaded > 0 ? shaded : most);
  const inSun = wholeStop(most);
  return [...(inSun > top ? [inSun] : []), ...Array.from({ length: stops }, (_, i) => top / 2 ** i)].reverse();
}
