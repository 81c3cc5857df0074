import { cross, length, minus, unit, type Vec } from '../../base/geometry/index.ts';
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
  private readonly up: Vec;
  private readonly round: boolean;
  private readonly power: number;
  /** Intensity of the whole face along its normal, candela, all of it seen: lux · m². */
  private strength = 1;

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
    const d = source.referenceM;
    const square = { x: at.x + n.x * d, y: at.y + n.y * d, z: at.z + n.z * d };
    const read = this.sum(square, { x: -n.x, y: -n.y, z: -n.z }, MOST_PIECES, MOST_PIECES, null);
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
    const panes = obstacles.between(at, this.at, this.radiusM, own);
    if (panes.length > 0) return this.shadedLux(at, normal, panes, shade);
    const far = length(way);
    const pieces = (half: number) => Math.max(4, Math.min(MOST_PIECES, Math.ceil((2 * half) / (piece * far))));
    return this.sum(at, normal, pieces(length(this.across)), pieces(length(this.up)), null);
  }

  private shadedLux(at: Vec, normal: Vec, panes: Parameters<typeof isFree>[2], count: number): number {
    let sum = 0;
    for (const [u, v] of spread(count)) {
      const piece = this.pieceAt(u, v);
      const lux = this.pieceLux(at, normal, piece);
      if (lux > 0 && isFree(at, piece, panes)) sum += lux;
    }
    return (this.strength * sum) / count;
  }

  private sum(at: Vec, normal: Vec, columns: number, rows: number, panes: Parameters<typeof isFree>[2] | null): number {
    let sum = 0;
    for (let c = 0; c < columns; c += 1)
      for (let r = 0; r < rows; r += 1) {
        const piece = this.pieceAt((c + 0.5) / columns, (r + 0.5) / rows);
        if (panes === null || isFree(at, piece, panes)) sum += this.pieceLux(at, normal, piece);
      }
    return (this.strength * sum) / (columns * rows);
  }

  private pieceAt(u: number, v: number): Vec {
    const [x, y] = this.round ? onDisc(u, v) : [2 * u - 1, 2 * v - 1];
    const { at, across: a, up: b } = this;
    return { x: at.x + a.x * x + b.x * y, y: at.y + a.y * x + b.y * y, z: at.z + a.z * x + b.z * y };
  }

  /** cos^m · cos ÷ distance² of one piece. */
  private pieceLux(at: Vec, normal: Vec, piece: Vec): number {
    const [dx, dy, dz] = [at.x - piece.x, at.y - piece.y, at.z - piece.z];
    const d2 = dx * dx + dy * dy + dz * dz;
    const out = dx * this.normal.x + dy * this.normal.y + dz * this.normal.z;
    const into = -(dx * normal.x + dy * normal.y + dz * normal.z);
    if (out <= 0 || into <= 0 || d2 === 0) return 0;
    const d = Math.sqrt(d2);
    const share = this.power === 1 ? out / d : (out / d) ** this.power;
    return (share * into) / (d * d2);
  }
}
