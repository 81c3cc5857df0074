import { corners, cross, hides, length, minus, unit, type Pane, type Vec } from '../../base/geometry/index.ts';
import { isFree, onDisc, spread, type Obstacles } from './sight.ts';
import type { Source } from './scene.ts';

const MOST_PIECES = 40;

/** How finely a lamp is asked: pieces one by one where something may stand before them, and else how small against their distance. */
export interface Asked {
  shade: number;
  piece: number;
}

/** A lamp ready to be asked what it gives where. */
export class Lamp {
  readonly id: string;
  readonly at: Vec;
  readonly normal: Vec;
  /** Half its largest size. */
  readonly radiusM: number;
  private readonly across: Vec;
  /** Of the rectangle around its face. */
  private readonly corners: readonly Vec[];
  private readonly up: Vec;
  private readonly round: boolean;
  private readonly power: number;
  /** Intensity of the whole face along its normal, candela, all of it seen: lux · m². */
  private strength = 1;
  /** Middles of pieces of the face, x y z after each other, by how many: made once, since a face is asked from everywhere. */
  private readonly made = new Map<number, Float64Array>();

  constructor(source: Source) {
    const { shape } = source;
    this.id = source.id;
    this.at = source.at;
    this.normal = source.normal;
    this.power = source.power;
    this.round = 'radiusM' in shape;
    if ('radiusM' in shape) {
      const helper = Math.abs(source.normal.z) < 0.9 ? { x: 0, y: 0, z: 1 } : { x: 1, y: 0, z: 0 };
      const a = unit(cross(source.normal, helper));
      const b = cross(source.normal, a);
      this.across = { x: a.x * shape.radiusM, y: a.y * shape.radiusM, z: a.z * shape.radiusM };
      this.up = { x: b.x * shape.radiusM, y: b.y * shape.radiusM, z: b.z * shape.radiusM };
      this.radiusM = shape.radiusM;
    } else {
      this.across = shape.across;
      this.up = shape.up;
      this.radiusM = Math.hypot(length(shape.across), length(shape.up));
    }
    const { normal: n, at } = source;
    this.corners = corners({ at, normal: n, across: this.across, up: this.up });
    const d = source.referenceM;
    const square = { x: at.x + n.x * d, y: at.y + n.y * d, z: at.z + n.z * d };
    const read = this.sum(this.grid(MOST_PIECES, MOST_PIECES), square, { x: -n.x, y: -n.y, z: -n.z }, null);
    this.strength = read > 0 ? source.referenceLux / read : 0;
  }

  /**
   * Lux on a small surface at `at` that looks along `normal`. Pieces of the face are small against their distance; where something may stand in
   * the way of some of them, `shade` pieces spread over all of it are asked one by one.
   */
  luxAt(at: Vec, normal: Vec, obstacles: Obstacles, { shade, piece }: Asked, own = -1): number {
    const way = minus(at, this.at);
    if (way.x * this.normal.x + way.y * this.normal.y + way.z * this.normal.z <= 0) return 0;
    const facing = way.x * normal.x + way.y * normal.y + way.z * normal.z;
    if (facing >= this.radiusM) return 0;
    const panes: Pane[] = [];
    for (const pane of obstacles.between(at, this.at, this.radiusM, own)) {
      const hidden = hides(pane, at, this.corners);
      if (hidden === 'all') return 0;
      if (hidden === 'part') panes.push(pane);
    }
    if (panes.length > 0) return this.sum(this.spread(shade), at, normal, panes);
    const far = length(way);
    const pieces = (half: number) => Math.max(2, Math.min(MOST_PIECES, Math.ceil((2 * half) / (piece * far))));
    return this.sum(this.grid(pieces(length(this.across)), pieces(length(this.up))), at, normal, null);
  }

  /** cos^m · cos ÷ distance² of the pieces at these points, those that are seen, on the mean of all. */
  private sum(points: Float64Array, at: Vec, normal: Vec, panes: readonly Pane[] | null): number {
    // Written out without helpers: asked millions of times.
    const { normal: n, power } = this;
    const piece = { x: 0, y: 0, z: 0 };
    let sum = 0;
    for (let i = 0; i < points.length; i += 3) {
      piece.x = points[i]!;
      piece.y = points[i + 1]!;
      piece.z = points[i + 2]!;
      const dx = at.x - piece.x;
      const dy = at.y - piece.y;
      const dz = at.z - piece.z;
      const d2 = dx * dx + dy * dy + dz * dz;
      const out = dx * n.x + dy * n.y + dz * n.z;
      const into = -(dx * normal.x + dy * normal.y + dz * normal.z);
      if (out <= 0 || into <= 0 || d2 === 0) continue;
      if (panes !== null && !isFree(at, piece, panes)) continue;
      const d = Math.sqrt(d2);
      sum += ((power === 1 ? out / d : (out / d) ** power) * into) / (d * d2);
    }
    return (this.strength * sum) / (points.length / 3);
  }

  private grid(columns: number, rows: number): Float64Array {
    const known = this.made.get(columns * (MOST_PIECES + 1) + rows);
    if (known) return known;
    const points = new Float64Array(3 * columns * rows);
    for (let i = 0; i < columns * rows; i += 1)
      this.put(points, i, (Math.floor(i / rows) + 0.5) / columns, ((i % rows) + 0.5) / rows);
    this.made.set(columns * (MOST_PIECES + 1) + rows, points);
    return points;
  }
  private spread(count: number): Float64Array {
    const known = this.made.get(-count);
    if (known) return known;
    const points = new Float64Array(3 * count);
    spread(count).forEach(([u, v], i) => this.put(points, i, u, v));
    this.made.set(-count, points);
    return points;
  }

  /** The place on the face of a point of the unit square. */
  private put(points: Float64Array, i: number, u: number, v: number): void {
    const { at, across: a, up: b } = this;
    const [x, y] = this.round ? onDisc(u, v) : [2 * u - 1, 2 * v - 1];
    points[3 * i] = at.x + a.x * x + b.x * y;
    points[3 * i + 1] = at.y + a.y * x + b.y * y;
    points[3 * i + 2] = at.z + a.z * x + b.z * y;
  }
}
