import { add, minus, split, times, unit, type Vec } from '../../base/geometry/index.ts';
import {
  addGiven,
  bundled,
  cellOf,
  cut,
  giveOff,
  meanShare,
  onePart,
  PaneGrid,
  sideNormal,
  sumOf,
  type Cell,
  type Parts,
} from './cells.ts';
import { Lamp, type Asked } from './lamp.ts';
import { bounce, sunEnters, wallsOf, type Walls } from './room.ts';
import type { Face, Scene } from './scene.ts';
import { Obstacles, hemisphere, sphere } from './sight.ts';

/** How fine it is worked out: `coarse` while something is dragged, `fine` when it stands still or is asked for. */
export interface Fineness {
  /** Pieces of a lamp that are asked one by one where something may stand before it: for a face, and for pieces of a pane. */
  faceShade: number;
  cellShade: number;
  /** Directions that ambient light is asked from. */
  faceDirections: number;
  cellDirections: number;
  /** Pieces of a lamp, as shares of their distance. */
  facePiece: number;
  cellPiece: number;
  leastCells: number;
  mostCells: number;
  /** Pieces of a pane, along an edge, when it lights another. */
  bundle: number;
  wallPieces: number;
}
export const FINE: Fineness = {
  ...{ faceShade: 2048, cellShade: 64, faceDirections: 4096, cellDirections: 64, facePiece: 0.04, cellPiece: 0.12 },
  ...{ leastCells: 6, mostCells: 420, bundle: 8, wallPieces: 520 },
};
export const COARSE: Fineness = {
  ...{ faceShade: 96, cellShade: 8, faceDirections: 192, cellDirections: 12, facePiece: 0.15, cellPiece: 0.3 },
  ...{ leastCells: 3, mostCells: 24, bundle: 3, wallPieces: 96 },
};

export interface Reading {
  id: string;
  illuminanceLux: number;
  /** By lamp, and `ambient`, `sun`, `sky` where the scene has them. */
  parts: Record<string, number>;
}

const FAR_M = 1e4;
/** Sub-pieces of a wall’s piece that are asked for what falls on it, along an edge. */
const WALL_SAMPLES = 3;
/** Pieces of an opening, along an edge. */
const SKY_PIECES = 6;

/**
 * What small surfaces receive of all light of a scene: straight, from boards and through cloths (two on a way at most), and in a room from walls, ceiling
 * and floor to and fro without end. Everything on the way blocks. Lamps are flat faces whose pieces send cos^m of the angle; boards and
 * cloths are matt. Method: finite elements whose size follows the light, form factors after Lambert, their exchange between walls solved at once.
 */
export function readScene(scene: Scene, fineness: Fineness = FINE): Reading[] {
  return new Kernel(scene, fineness).readings();
}

/**
 * What each place receives, lux, turned to each light in turn: to each lamp, each board or cloth, each opening; of walls and of ambient light
 * the mean over all directions. Without the sun. In the order of `places`; the same method as `readScene`.
 */
export function readPlaces(scene: Scene, places: readonly Vec[], fineness: Fineness = COARSE): Float64Array {
  return new Kernel(scene, fineness).around(places);
}

const towards = (from: Vec, to: Vec): Vec => unit(minus(to, from));

/** A pane in pieces; what they give off after so many panes on the way. */
interface Sheet {
  index: number;
  cells: Cell[];
}

interface Bundles {
  index: number;
  sides: { side: 0 | 1; cells: Cell[] }[];
}

class Kernel {
  private readonly lamps: Lamp[];
  private readonly obstacles: Obstacles;
  private readonly names: string[];
  private readonly ambientAt: number;
  private readonly sunAt: number;
  private readonly skyAt: number;
  private readonly skies: Cell[];

  constructor(
    private readonly scene: Scene,
    private readonly fine: Fineness,
  ) {
    this.lamps = scene.sources.map((s) => new Lamp(s));
    this.obstacles = new Obstacles(scene.panes);
    this.names = scene.sources.map((s) => s.id);
    const place = (name: string, is: boolean) => (is ? this.names.push(name) - 1 : -1);
    this.ambientAt = place('ambient', scene.ambientLux > 0);
    this.sunAt = place('sun', scene.sun !== null);
    this.skyAt = place(
      'sky',
      (scene.room?.openings ?? []).some((o) => o.exitanceLux > 0),
    );
    this.skies = (scene.room?.openings ?? []).flatMap((opening) =>
      split(opening.pane, SKY_PIECES, SKY_PIECES).map((pane) => {
        const cell = cellOf(pane, this.names.length);
        if (this.skyAt >= 0) cell.out[0][this.skyAt] = opening.exitanceLux;
        return cell;
      }),
    );
  }

  readings(): Reading[] {
    const { scene, fine } = this;
    const { walls, sheets } = this.glowing();
    return scene.faces.map((face) => {
      const lux = this.straight(face.at, face.normal, {
        shade: fine.faceShade,
        piece: fine.facePiece,
        directions: fine.faceDirections,
        own: -1,
      });
      for (const list of walls) this.addCells(lux, face, list, 0);
      for (const list of sheets) this.addSheets(lux, face, list);
      return {
        id: face.id,
        illuminanceLux: sumOf(lux),
        parts: Object.fromEntries(this.names.map((name, i) => [name, lux[i] ?? 0])),
      };
    });
  }

  /** Light at places, turned to each light in turn. */
  around(places: readonly Vec[]): Float64Array {
    const { scene, fine, obstacles } = this;
    const { walls, sheets } = this.glowing();
    const how = { shade: fine.cellShade, piece: fine.cellPiece };
    const wall = onePart(walls);
    const sides = scene.panes.flatMap((pane, index) => {
      const cells = onePart(sheets.flatMap((list) => list.filter((s) => s.index === index).map((s) => s.cells)));
      return cells.length > 0 ? ([0, 1] as const).map((side) => ({ pane, index, side, cells })) : [];
    });
    const skies = (scene.room?.openings ?? []).map(({ pane }, i) => ({
      pane,
      cells: onePart([this.skies.slice(i * SKY_PIECES ** 2, (i + 1) * SKY_PIECES ** 2)]),
    }));
    const ways = sphere(fine.cellDirections);
    const open = (at: Vec) =>
      ways.filter((way) => obstacles.clear(at, add(at, times(way, FAR_M)))).length / ways.length;
    return Float64Array.from(places, (at) => {
      const lux = new Float64Array(1);
      for (const lamp of this.lamps) lux[0]! += lamp.luxAt(at, towards(at, lamp.at), obstacles, how);
      if (scene.ambientLux > 0) lux[0]! += scene.ambientLux * open(at);
      for (const { pane, cells } of skies)
        addGiven(lux, at, towards(at, pane.at), cells, { side: 0, obstacles, own: -1, other: -1 });
      for (const { pane, index, side, cells } of sides)
        addGiven(lux, at, towards(at, pane.at), cells, { side, obstacles, own: -1, other: index });
      for (const cell of wall) lux[0]! += meanShare(cell, at) * (cell.out[0][0] ?? 0);
      return lux[0]!;
    });
  }

  /** Walls and panes as they give light in the end: a list for each time that light went on from them. */
  private glowing(): { walls: Cell[][]; sheets: Sheet[][] } {
    const { scene, fine } = this;
    const walls = scene.room ? wallsOf(scene.room, scene.panes, this.names.length, fine.wallPieces) : null;
    const first = walls ? this.wallsAfter(walls, (i) => this.onWall(walls.cells[i]!)) : null;
    const sheets = this.once(first);
    const second = walls ? this.wallsAfterSheets(walls, sheets) : null;
    const again = this.twice(sheets, second);
    const third = walls ? this.wallsAfterSheets(walls, again) : null;
    return { walls: [first, second, third].filter((list) => list !== null), sheets: [sheets, again] };
  }

  /** What falls straight on a small surface: lamps, ambient light, the sun, the sky in openings. */
  private straight(at: Vec, normal: Vec, how: Asked & { directions: number; own: number }): Parts {
    const { scene, obstacles } = this;
    const lux = new Float64Array(this.names.length);
    this.lamps.forEach((lamp, i) => (lux[i] = lamp.luxAt(at, normal, obstacles, how, how.own)));
    if (this.ambientAt >= 0)
      lux[this.ambientAt] = scene.ambientLux * this.openShare(at, normal, how.directions, how.own);
    if (scene.sun && this.sunAt >= 0) {
      const { from, lux: square } = scene.sun;
      const cosine = from.x * normal.x + from.y * normal.y + from.z * normal.z;
      const enters = scene.room ? sunEnters(at, from, scene.room) : 1;
      if (cosine > 0 && enters > 0 && obstacles.clear(at, add(at, times(from, FAR_M)), how.own))
        lux[this.sunAt] = square * cosine * enters;
    }
    if (this.skyAt >= 0) addGiven(lux, at, normal, this.skies, { side: 0, obstacles, own: how.own, other: -1 });
    return lux;
  }

  /** Share of the half space before a surface that nothing stands in. */
  private openShare(at: Vec, normal: Vec, count: number, own: number): number {
    const others = this.scene.panes.length - (own >= 0 ? 1 : 0);
    if (others === 0) return 1;
    const ways = hemisphere(normal, count);
    return ways.filter((way) => this.obstacles.clear(at, add(at, times(way, FAR_M)), own)).length / count;
  }

  /** What falls straight on a piece of a wall, on the mean of its points. */
  private onWall(cell: Cell): Parts {
    const points = split(cell.pane, WALL_SAMPLES, WALL_SAMPLES);
    const lux = new Float64Array(this.names.length);
    const how = { shade: this.fine.cellShade, piece: this.fine.cellPiece, directions: 1, own: -1 };
    for (const { at } of points) {
      const here = this.straight(add(at, times(cell.pane.normal, 1e-6)), cell.pane.normal, how);
      for (let p = 0; p < lux.length; p += 1) lux[p]! += (here[p] ?? 0) / points.length;
    }
    return lux;
  }

  /** The walls as they glow for what falls on them, to and fro. */
  private wallsAfter(walls: Walls, falls: (index: number) => Parts): Cell[] {
    const straight = walls.cells.map((_, i) => falls(i));
    const out = bounce(walls, straight);
    return walls.cells.map((cell, i) => ({ ...cell, out: [out[i] as Parts, cell.out[1]] }));
  }

  /** Boards and cloths lit by what has met none yet. */
  private once(walls: readonly Cell[] | null): Sheet[] {
    const { fine } = this;
    return this.scene.panes.flatMap((pane, index) => {
      if (pane.kind === 'flag') return [];
      const how = { shade: fine.cellShade, piece: fine.cellPiece, directions: fine.cellDirections, own: index };
      const fromWalls = walls && this.wallsOn(index, walls);
      const falls = (at: Vec, side: 0 | 1): Parts => {
        const lux = this.straight(at, sideNormal(pane, side), how);
        fromWalls?.(at, side).forEach((v, p) => (lux[p]! += v));
        return lux;
      };
      const cells = cut(pane, falls, { least: fine.leastCells, most: fine.mostCells, parts: this.names.length });
      for (const cell of cells) giveOff(cell, pane);
      return [{ index, cells }];
    });
  }

  /** The same lit by what has met one: each other, and walls that the first lit. */
  private twice(sheets: readonly Sheet[], walls: readonly Cell[] | null): Sheet[] {
    const { scene, obstacles } = this;
    if (sheets.length === 0 || (sheets.length === 1 && !walls)) return [];
    const bundles = this.bundles(sheets);
    return sheets.map(({ index, cells }) => {
      const pane = scene.panes[index]!;
      const fromWalls = walls && this.wallsOn(index, walls);
      const lit = cells.map((from): Cell => {
        const cell = cellOf(from.pane, this.names.length);
        for (const side of [0, 1] as const) {
          const normal = sideNormal(from.pane, side);
          const to = cell.in[side];
          for (const { index: other, sides } of bundles)
            if (other !== index)
              for (const { cells: list, side: s } of sides)
                addGiven(to, from.pane.at, normal, list, { side: s, obstacles, own: index, other });
          fromWalls?.(from.pane.at, side).forEach((v, p) => (to[p]! += v));
        }
        giveOff(cell, pane);
        return cell;
      });
      return { index, cells: lit };
    });
  }

  /** Panes in few pieces: for what they give each other and the walls. */
  private bundles(sheets: readonly Sheet[]): Bundles[] {
    const of = (index: number, cells: Cell[], side: 0 | 1) => ({
      side,
      cells: bundled(cells, this.scene.panes[index]!, side, this.fine.bundle),
    });
    return sheets.map(({ index, cells }) => ({ index, sides: [of(index, cells, 0), of(index, cells, 1)] }));
  }

  /** What walls give a pane: asked once for each of few pieces, for it is much the same all over it. */
  private wallsOn(index: number, walls: readonly Cell[]): (at: Vec, side: 0 | 1) => Parts {
    const pane = this.scene.panes[index]!;
    const grid = new PaneGrid(pane, this.fine.bundle);
    const known = new Map<number, Parts>();
    return (at, side) => {
      const place = grid.of(at);
      const before = known.get(2 * place + side);
      if (before) return before;
      const lux = new Float64Array(this.names.length);
      const how = { side: 0, obstacles: this.obstacles, own: index, other: -1 } as const;
      addGiven(lux, grid.middle(place), sideNormal(pane, side), walls, how);
      known.set(2 * place + side, lux);
      return lux;
    };
  }

  /** The walls as they glow for what panes give them. */
  private wallsAfterSheets(walls: Walls, sheets: readonly Sheet[]): Cell[] {
    const bundles = this.bundles(sheets);
    return this.wallsAfter(walls, (i) => {
      const { at, normal } = walls.cells[i]!.pane;
      const lux = new Float64Array(this.names.length);
      for (const { index: other, sides } of bundles)
        for (const { cells, side } of sides)
          addGiven(lux, at, normal, cells, { side, obstacles: this.obstacles, own: -1, other });
      return lux;
    });
  }

  private addSheets(lux: Parts, { at, normal }: Pick<Face, 'at' | 'normal'>, sheets: readonly Sheet[]): void {
    for (const { index, cells } of sheets)
      for (const side of [0, 1] as const)
        addGiven(lux, at, normal, cells, { side, obstacles: this.obstacles, own: -1, other: index });
  }

  private addCells(lux: Parts, { at, normal }: Pick<Face, 'at' | 'normal'>, cells: readonly Cell[], side: 0 | 1): void {
    addGiven(lux, at, normal, cells, { side, obstacles: this.obstacles, own: -1, other: -1 });
  }
}
