import { crosses, length, type Pane, type Vec } from '../../base/geometry/index.ts';

/** What can stand in light’s way. */
export class Obstacles {
  private readonly reach: readonly number[];
  constructor(private readonly panes: readonly Pane[]) {
    this.reach = panes.map((p) => Math.hypot(length(p.across), length(p.up)));
  }

  /** Whether the straight way from `a` to `b` is free; `own` is the pane that one of the ends lies on. */
  clear(a: Vec, b: Vec, own = -1, other = -1): boolean {
    for (let i = 0; i < this.panes.length; i += 1)
      if (i !== own && i !== other && crosses(a, b, this.panes[i] as Pane)) return false;
    return true;
  }

  /** Panes that may stand between a point and anything within `radiusM` of another: the only ones worth asking about. */
  between(from: Vec, to: Vec, radiusM: number, own = -1): readonly Pane[] {
    const dx = to.x - from.x;
    const dy = to.y - from.y;
    const dz = to.z - from.z;
    const far2 = dx * dx + dy * dy + dz * dz || 1;
    const near: Pane[] = [];
    for (let i = 0; i < this.panes.length; i += 1) {
      if (i === own) continue;
      const pane = this.panes[i] as Pane;
      const px = pane.at.x - from.x;
      const py = pane.at.y - from.y;
      const pz = pane.at.z - from.z;
      const t = Math.max(0, Math.min(1, (px * dx + py * dy + pz * dz) / far2));
      const ax = px - dx * t;
      const ay = py - dy * t;
      const az = pz - dz * t;
      const reach = (this.reach[i] as number) + radiusM;
      if (ax * ax + ay * ay + az * az < reach * reach) near.push(pane);
    }
    return near;
  }

  get any(): boolean {
    return this.panes.length > 0;
  }
}

export const isFree = (a: Vec, b: Vec, panes: readonly Pane[]): boolean => {
  for (let i = 0; i < panes.length; i += 1) if (crosses(a, b, panes[i] as Pane)) return false;
  return true;
};

/** Directions over the half space above `normal`, as many in each as a matt face takes from it: their mean is its share. */
export function hemisphere(normal: Vec, count: number): Vec[] {
  const helper = Math.abs(normal.z) < 0.9 ? { x: 0, y: 0, z: 1 } : { x: 1, y: 0, z: 0 };
  const ax = {
    x: normal.y * helper.z - normal.z * helper.y,
    y: normal.z * helper.x - normal.x * helper.z,
    z: normal.x * helper.y - normal.y * helper.x,
  };
  const l = length(ax);
  const a = { x: ax.x / l, y: ax.y / l, z: ax.z / l };
  const b = {
    x: normal.y * a.z - normal.z * a.y,
    y: normal.z * a.x - normal.x * a.z,
    z: normal.x * a.y - normal.y * a.x,
  };
  return spread(count).map(([u, v]) => {
    const r = Math.sqrt(u);
    const [x, y, z] = [r * Math.cos(2 * Math.PI * v), r * Math.sin(2 * Math.PI * v), Math.sqrt(1 - u)];
    return {
      x: a.x * x + b.x * y + normal.x * z,
      y: a.y * x + b.y * y + normal.y * z,
      z: a.z * x + b.z * y + normal.z * z,
    };
  });
}

/** Directions to all sides, as many in each. */
export const sphere = (count: number): Vec[] =>
  spread(count).map(([u, v]) => {
    const z = 1 - 2 * u;
    const r = Math.sqrt(1 - z * z);
    return { x: r * Math.cos(2 * Math.PI * v), y: r * Math.sin(2 * Math.PI * v), z };
  });

const sets = new Map<number, [number, number][]>();
/** Points spread evenly over the unit square, the same each time. Source: the R₂ sequence (plastic number). */
export function spread(count: number): [number, number][] {
  const known = sets.get(count);
  if (known) return known;
  const plastic = 1.324717957244746;
  const [a, b] = [1 / plastic, 1 / (plastic * plastic)];
  const made = Array.from({ length: count }, (_, i): [number, number] => [
    (0.5 + a * (i + 1)) % 1,
    (0.5 + b * (i + 1)) % 1,
  ]);
  sets.set(count, made);
  return made;
}

/** From the unit square to the disc of radius 1, equal areas to equal areas. Source: concentric map. */
export function onDisc(u: number, v: number): [number, number] {
  const [x, y] = [2 * u - 1, 2 * v - 1];
  if (x === 0 && y === 0) return [0, 0];
  const [r, angle] =
    Math.abs(x) > Math.abs(y) ? [x, ((Math.PI / 4) * y) / x] : [y, Math.PI / 2 - ((Math.PI / 4) * x) / y];
  return [r * Math.cos(angle), r * Math.sin(angle)];
}
