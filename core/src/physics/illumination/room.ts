import { corners, length, polygonShare, split, type Pane, type Vec } from '../../base/geometry/index.ts';
import { cellOf, type Cell, type Parts } from './cells.ts';
import type { Room } from './scene.ts';
import { Obstacles } from './sight.ts';

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
  /** What light that goes to and fro without end comes to: see `solved`. */
  exchange: Exchange;
}

const within = (p: Vec, pane: Pane): boolean => {
  const [x, y, z] = [p.x - pane.at.x, p.y - pane.at.y, p.z - pane.at.z];
  if (Math.abs(x * pane.normal.x + y * pane.normal.y + z * pane.normal.z) > 1e-6) return false;
  const part = (v: Vec) => (x * v.x + y * v.y + z * v.z) / (v.x * v.x + v.y * v.y + v.z * v.z);
  return Math.abs(part(pane.across)) <= 1 && Math.abs(part(pane.up)) <= 1;
};

/** A room’s walls in pieces, what each gives back, and the exchange between them: none of it knows of a light. */
interface Shell {
  panes: Pane[];
  reflectance: Float64Array;
  exchange: Exchange;
}

/** The last shell of so many pieces: while a lamp moves the room stays as it is. */
const shells = new Map<number, { of: string; shell: Shell }>();

/** Walls, ceiling and floor in pieces, and how light goes to and fro between them: exact form factors, cut by what stands between. */
export function wallsOf(room: Room, panes: readonly Pane[], parts: number, pieces: number): Walls {
  const { widthM, depthM, heightM, reflectance } = room;
  const of = JSON.stringify([widthM, depthM, heightM, reflectance, room.openings.map((o) => o.pane), panes]);
  const known = shells.get(pieces);
  const shell = known?.of === of ? known.shell : shellOf(room, new Obstacles(panes), pieces);
  shells.set(pieces, { of, shell });
  return { ...shell, cells: shell.panes.map((pane) => cellOf(pane, parts)) };
}

function shellOf(room: Room, obstacles: Obstacles, pieces: number): Shell {
  const sides = insides(room);
  const area = sides.reduce((t, { pane }) => t + 4 * length(pane.across) * length(pane.up), 0);
  const edge = Math.sqrt(area / pieces);
  const panes: Pane[] = [];
  const reflectances: number[] = [];
  for (const { pane, reflectance } of sides) {
    const count = (half: number) => Math.max(2, Math.round((2 * half) / edge));
    for (const piece of split(pane, count(length(pane.across)), count(length(pane.up)))) {
      panes.push(piece);
      // An opening is black from inside: what of a piece it takes up gives nothing back.
      const points = split(piece, 4, 4);
      const open = points.filter(({ at }) => room.openings.some((o) => within(at, o.pane))).length / points.length;
      reflectances.push(reflectance * (1 - open));
    }
  }
  const reflectance = Float64Array.from(reflectances);
  return { panes, reflectance, exchange: solved(sharesOf(panes, obstacles), reflectance) };
}

/** Share of what each piece takes that comes from each other one: row by row. */
function sharesOf(panes: readonly Pane[], obstacles: Obstacles): Float64Array {
  const n = panes.length;
  const edges = panes.map(corners);
  const shares = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) {
    const { at, normal } = panes[i]!;
    for (let j = 0; j < n; j += 1) {
      const other = panes[j]!;
      // Pieces of one wall don’t see each other.
      const d = { x: at.x - other.at.x, y: at.y - other.at.y, z: at.z - other.at.z };
      if (d.x * other.normal.x + d.y * other.normal.y + d.z * other.normal.z <= 1e-9) continue;
      if (obstacles.any && !obstacles.clear(at, other.at)) continue;
      shares[i * n + j] = polygonShare(at, normal, edges[j]!);
    }
  }
  return shares;
}

/** Walls that give nearly all back use light up after so many times to and fro at last: no room is whiter. */
const LEAST_LEFT = 1e-4;

/** Lower and upper triangle, row by row, of what links what walls give off with what falls on them straight. */
type Exchange = Float64Array;

/**
 * What walls give off is reflectance × (what falls on them straight + what all give them): the equations for that, taken apart once, so that
 * each light is two sweeps. Source: radiosity; LU decomposition, whose rows need no exchanging as no wall gives back more than it takes.
 */
function solved(shares: Float64Array, reflectance: Float64Array): Exchange {
  const n = reflectance.length;
  const m = shares.map((share, at) => (at % (n + 1) === 0 ? 1 : 0) - share * reflectance[Math.floor(at / n)]!);
  for (let k = 0; k < n; k += 1) {
    const top = k * n;
    const pivot = Math.max(LEAST_LEFT, m[top + k]!);
    m[top + k] = pivot;
    for (let row = top + n; row < n * n; row += n) {
      const times = m[row + k]! / pivot;
      if (times === 0) continue;
      m[row + k] = times;
      for (let j = k + 1; j < n; j += 1) m[row + j] = m[row + j]! - times * m[top + j]!;
    }
  }
  return m;
}

/** Lets light go to and fro between the walls until it is used up: from what falls on them straight to what they give off. */
export function bounce({ reflectance, exchange }: Walls, straight: readonly Parts[]): Parts[] {
  const n = straight.length;
  const out = straight.map((lux, i) => lux.map((v) => v * reflectance[i]!));
  for (let part = 0; part < (out[0]?.length ?? 0); part += 1) {
    const now = Float64Array.from(out, (o) => o[part]!);
    if (now.every((v) => v === 0)) continue;
    for (let i = 1; i < n; i += 1) {
      let lux = now[i]!;
      for (let j = 0; j < i; j += 1) lux -= exchange[i * n + j]! * now[j]!;
      now[i] = lux;
    }
    for (let i = n - 1; i >= 0; i -= 1) {
      let lux = now[i]!;
      for (let j = i + 1; j < n; j += 1) lux -= exchange[i * n + j]! * now[j]!;
      now[i] = lux / exchange[i * n + i]!;
    }
    for (let i = 0; i < n; i += 1) out[i]![part] = now[i]!;
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
