/** A piece to be loaded; mm and kg. */
export interface PackBox {
  id: string;
  size: readonly [number, number, number];
  kg: number;
  /** The third size stays vertical. */
  this_side_up: boolean;
  /** What may stand on it, kg; null: any. */
  bears_kg: number | null;
  /** When it comes off: 1 first. */
  stop: number;
}
export interface PackPlan {
  /** x across, y from the door inwards, z up, mm. */
  space: readonly [number, number, number];
  /** The opening at y = 0. */
  door: { x: number; z: number; w: number; h: number };
  obstacles: readonly { x: number; y: number; z: number; dx: number; dy: number; dz: number }[];
  payload_kg: number;
  /** Where the axles are, and what cargo may add to each. */
  axles: { front_y: number; rear_y: number; front_kg: number; rear_kg: number };
  boxes: readonly PackBox[];
  seed?: number | undefined;
  budgetMs?: number | undefined;
}
export interface Placed {
  id: string;
  x: number;
  y: number;
  z: number;
  dx: number;
  dy: number;
  dz: number;
}
export interface Packed {
  placed: Placed[];
  left_out: string[];
  /** Share of the space without its obstacles. */
  fill: number;
  proven: boolean;
}

/** Where something stands, with what it is; obstacles have no box. */
export interface Body extends Omit<Placed, 'id'> {
  box: PackBox | null;
}

/** A base stands on something with at least this share of itself. */
export const LEAST_BASE = 0.7;

const overlap = (a: number, da: number, b: number, db: number): number => Math.min(a + da, b + db) - Math.max(a, b);
/** The area on which two things meet seen from above, mm²; 0: they don't. */
export const sharedBase = (a: Omit<Placed, 'id'>, b: Omit<Placed, 'id'>): number => {
  const x = overlap(a.x, a.dx, b.x, b.dx);
  const y = overlap(a.y, a.dy, b.y, b.dy);
  return x > 0 && y > 0 ? x * y : 0;
};
export const collide = (a: Omit<Placed, 'id'>, b: Omit<Placed, 'id'>): boolean =>
  overlap(a.x, a.dx, b.x, b.dx) > 0 && overlap(a.y, a.dy, b.y, b.dy) > 0 && overlap(a.z, a.dz, b.z, b.dz) > 0;

/** The ways a box may be turned, each once. */
export function turnsOf(box: PackBox): [number, number, number][] {
  const [a, b, c] = box.size;
  const all: [number, number, number][] = box.this_side_up
    ? [
        [a, b, c],
        [b, a, c],
      ]
    : [
        [a, b, c],
        [b, a, c],
        [a, c, b],
        [c, a, b],
        [b, c, a],
        [c, b, a],
      ];
  return [...new Map(all.map((t) => [t.join(), t])).values()];
}

/** Whether some turn goes through the door. */
export const fitsDoor = (box: PackBox, { w, h }: PackPlan['door']): boolean =>
  turnsOf(box).some(([dx, , dz]) => dx <= w && dz <= h);

/** What all placed boxes add to each axle, kg, by lever. */
export function axleLoads(bodies: readonly Body[], axles: PackPlan['axles']): { front: number; rear: number } {
  const apart = axles.front_y - axles.rear_y;
  let front = 0;
  let rear = 0;
  for (const b of bodies) {
    if (!b.box) continue;
    const middle = b.y + b.dy / 2;
    front += (b.box.kg * (middle - axles.rear_y)) / apart;
    rear += (b.box.kg * (axles.front_y - middle)) / apart;
  }
  return { front, rear };
}

/** By how much a kilogram, put where it helps most, relieves each axle: at one end of the hold it lifts the axle at the other. */
export function relievedBy(axles: PackPlan['axles'], length: number): { front: number; rear: number } {
  const apart = axles.front_y - axles.rear_y;
  const most = (of: (y: number) => number) => Math.max(0, -of(0), -of(length));
  return { front: most((y) => (y - axles.rear_y) / apart), rear: most((y) => (axles.front_y - y) / apart) };
}

/** Whether every box bears what stands on it: weight goes down by the area on which things meet, to the floor, obstacles and boxes alike. */
export function isBorne(bodies: readonly Body[]): boolean {
  const order = [...bodies].filter((b) => b.box !== null).sort((a, b) => b.z - a.z);
  const load = new Map<Body, number>();
  for (const body of order) {
    const carried = load.get(body) ?? 0;
    const { kg, bears_kg: bears } = body.box as PackBox;
    if (bears !== null && carried > bears + 1e-9) return false;
    if (body.z === 0) continue;
    const under = bodies
      .filter((b) => b !== body && b.z + b.dz === body.z)
      .map((b) => ({ b, area: sharedBase(b, body) }))
      .filter((u) => u.area > 0);
    const area = under.reduce((sum, u) => sum + u.area, 0);
    for (const u of under) if (u.b.box) load.set(u.b, (load.get(u.b) ?? 0) + ((kg + carried) * u.area) / area);
  }
  return true;
}

/** Whether one that comes off earlier is barred by one that comes off later: in front of it, or above it. */
export function bars(later: Body, earlier: Body): boolean {
  if (!later.box || !earlier.box || later.box.stop <= earlier.box.stop) return false;
  const x = overlap(later.x, later.dx, earlier.x, earlier.dx) > 0;
  const z = overlap(later.z, later.dz, earlier.z, earlier.dz) > 0;
  const y = overlap(later.y, later.dy, earlier.y, earlier.dy) > 0;
  const inFront = x && z && later.y + later.dy <= earlier.y;
  const above = x && y && later.z >= earlier.z + earlier.dz;
  return inFront || above;
}
