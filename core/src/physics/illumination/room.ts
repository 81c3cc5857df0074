import { corners, length, polygonShare, split, type Pane, type Vec } from '../../base/geometry/index.ts';
import { cellOf, type Cell, type Parts } from './cells.ts';
import type { Room } from './scene.ts';
import type { Obstacles } from './sight.ts';

/** The six insides of a box, their fronts looking in. */
function insides({ widthM: w, depthM: d, heightM: h, reflectance: r }: Room): { pane: Pane; reflectance: number }[] {
  const side = (at: Vec, across: Vec, up: Vec, normal: Vec, reflectance: number) => ({
    pane: { at, across, up, normal },
    reflectance,
  });
  const v = (x: number, y: number, z: number): Vec => ({ x, y, z });
  return [
    side(v(w / 2, d / 2, 0), v(w / 2, 0, 0), v(0, d / 2, 0), v(0, 0, 1), r.floor),
    side(v(w / 2, d / 2, h), v(w / 2, 0, 0), v(0, d / 2, 0), v(0, 0, -1), r.ceiling),
    side(v(0, d / 2, h / 2), v(0, d / 2, 0), v(0, 0, h / 2), v(1, 0, 0), r.walls),
    side(v(w, d / 2, h / 2), v(0, d / 2, 0), v(0, 0, h / 2), v(-1, 0, 0), r.walls),
    side(v(w / 2, 0, h / 2), v(w / 2, 0, 0), v(0, 0, h / 2), v(0, 1, 0), r.walls),
    side(v(w / 2, d, h / 2), v(w / 2, 0, 0), v(0, 0, h / 2), v(0, -1, 0), r.walls),
  ];
}

export interface Walls {
  cells: Cell[];
  reflectance: Float64Array;
  /** Share of what each cell takes that comes from each other one: row by row. */
  exchange: Float32Array;
}

const within = (p: Vec, pane: Pane): boolean => {
  const [x, y, z] = [p.x - pane.at.x, p.y - pane.at.y, p.z - pane.at.z];
  if (Math.abs(x * pane.normal.x + y * pane.normal.y + z * pane.normal.z) > 1e-6) return false;
  const part = (v: Vec) => (x * v.x + y * v.y + z * v.z) / (v.x * v.x + v.y * v.y + v.z * v.z);
  return Math.abs(part(pane.across)) <= 1 && Math.abs(part(pane.up)) <= 1;
};

/** Walls, ceiling and floor in pieces, and what each gives each: exact form factors, cut by what stands between. */
export function wallsOf(room: Room, obstacles: Obstacles, parts: number, pieces: number): Walls {
  const sides = insides(room);
  const area = sides.reduce((t, { pane }) => t + 4 * length(pane.across) * length(pane.up), 0);
  const edge = Math.sqrt(area / pieces);
  const cells: Cell[] = [];
  const reflectances: number[] = [];
  for (const { pane, reflectance } of sides) {
    const count = (half: number) => Math.max(2, Math.round((2 * half) / edge));
    for (const piece of split(pane, count(length(pane.across)), count(length(pane.up)))) {
      cells.push(cellOf(piece, parts));
      // An opening is black from inside: what of a piece it takes up gives nothing back.
      const points = split(piece, 4, 4);
      const open = points.filter(({ at }) => room.openings.some((o) => within(at, o.pane))).length / points.length;
      reflectances.push(reflectance * (1 - open));
    }
  }
  const n = cells.length;
  const exchange = new Float32Array(n * n);
  for (let i = 0; i < n; i += 1) {
    const { at, normal } = cells[i]!.pane;
    for (let j = 0; j < n; j += 1) {
      const other = cells[j]!.pane;
      // Pieces of one wall don’t see each other.
      const d = { x: at.x - other.at.x, y: at.y - other.at.y, z: at.z - other.at.z };
      if (d.x * other.normal.x + d.y * other.normal.y + d.z * other.normal.z <= 1e-9) continue;
      if (obstacles.any && !obstacles.clear(at, other.at)) continue;
      exchange[i * n + j] = polygonShare(at, normal, corners(other));
    }
  }
  return { cells, reflectance: Float64Array.from(reflectances), exchange };
}

const MOST_ROUNDS = 500;
/** Rounds end when none gives more than this share of what there is. */
const ENOUGH = 2e-4;

/** Lets light go to and fro between the walls until it is used up: from what falls on them straight to what they give off. */
export function bounce({ cells, reflectance, exchange }: Walls, straight: readonly Parts[]): Parts[] {
  const n = cells.length;
  const parts = straight[0]?.length ?? 0;
  const out = straight.map((lux, i) => lux.map((v) => v * (reflectance[i] ?? 0)));
  for (let part = 0; part < parts; part += 1) {
    const now = Float64Array.from(out, (o) => o[part] ?? 0);
    if (now.every((v) => v === 0)) continue;
    const base = Float64Array.from(straight, (s) => s[part] ?? 0);
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      let [gained, all] = [0, 0];
      for (let i = 0; i < n; i += 1) {
        let lux = base[i] ?? 0;
        const row = i * n;
        for (let j = 0; j < n; j += 1) lux += (exchange[row + j] ?? 0) * (now[j] ?? 0);
        const next = lux * (reflectance[i] ?? 0);
        gained += Math.abs(next - (now[i] ?? 0));
        all += next;
        now[i] = next;
      }
      if (gained <= ENOUGH * all) break;
    }
    for (let i = 0; i < n; i += 1) out[i]![part] = now[i] ?? 0;
  }
  return out;
}

/** How much of the sun reaches a place in a room along the way to it: what the opening lets in that its ray passes, else nothing. */
export function sunEnters(at: Vec, from: Vec, room: Room): number {
  const size = { x: room.widthM, y: room.depthM, z: room.heightM };
  let far = Infinity;
  for (const axis of ['x', 'y', 'z'] as const) {
    const way = from[axis];
    if (way > 1e-12) far = Math.min(far, (size[axis] - at[axis]) / way);
    else if (way < -1e-12) far = Math.min(far, -at[axis] / way);
  }
  const exit = { x: at.x + from.x * far, y: at.y + from.y * far, z: at.z + from.z * far };
  return room.openings.find((o) => within(exit, o.pane))?.transmission ?? 0;
}
