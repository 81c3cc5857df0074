import { InputError } from '../../base/errors/index.ts';
import { seeded } from '../../base/random/index.ts';
import {
  axleLoads,
  bars,
  collide,
  fitsDoor,
  isBorne,
  LEAST_BASE,
  sharedBase,
  turnsOf,
  type Body,
  type PackBox,
  type Packed,
  type PackPlan,
} from './packModel.ts';

/** Bodies looked at in a millisecond of the budget: counted, so that the same budget gives the same answer on any machine. */
const LOOKS_PER_MS = 40_000;
const BUDGET_MS = 2000;
/** Corners that are looked at beside each other for the next piece. */
const CORNERS = 4;

/** A corner in which a piece can be put: against what lies behind it, on what lies below it, to the left or to the right. */
interface Corner {
  x: number;
  /** Its back. */
  back: number;
  z: number;
  isRight: boolean;
  /** Nothing that is left goes there any more. */
  isDead: boolean;
}

/** How one attempt chooses: weights of size, of touching, and of coming off late. */
interface Taste {
  size: number;
  touch: number;
  noise: number;
  /** Corners that are looked at beside each other. */
  corners: number;
}

/**
 * Pieces packed into a space: what comes off last goes in deepest. Corners are filled from the deepest and lowest on, each with the piece and turn that touches most of what
 * is there already and is large; then, many times over, the last part of the best packing is taken out and packed anew with other tastes. Steps are counted by the budget.
 * Proven where all is in that goes through the door at all. Throws `InputError` for pieces that are there twice.
 */
export function packKit(plan: PackPlan): Packed {
  const seen = new Set<string>();
  plan.boxes.forEach((b, i) => {
    if (seen.has(b.id)) throw new InputError('pack.twice', `“${b.id}” is there twice.`, ['boxes', i, 'id']);
    seen.add(b.id);
  });
  const [w, l, h] = plan.space;
  const possible = plan.boxes.filter(
    (b) =>
      b.kg <= plan.payload_kg &&
      fitsDoor(b, plan.door) &&
      turnsOf(b).some(([dx, dy, dz]) => dx <= w && dy <= l && dz <= h),
  );
  const search = new Search(plan, possible);
  const best = search.run();
  const placed = best.filter((b): b is Body & { box: PackBox } => b.box !== null);
  const inside = new Set(placed.map((b) => b.box.id));
  const free = w * l * h - plan.obstacles.reduce((sum, o) => sum + o.dx * o.dy * o.dz, 0);
  return {
    placed: placed.map(({ box, x, y, z, dx, dy, dz }) => ({ id: box.id, x, y, z, dx, dy, dz })),
    left_out: plan.boxes.filter((b) => !inside.has(b.id)).map((b) => b.id),
    fill: placed.reduce((sum, b) => sum + volume(b), 0) / free,
    proven: possible.every((b) => inside.has(b.id)),
  };
}

const volume = (b: Pick<Body, 'dx' | 'dy' | 'dz'>): number => b.dx * b.dy * b.dz;

const kindOf = ({ size, kg, bears_kg: bears, stop, this_side_up: up }: PackBox): string =>
  [...size, kg, bears, stop, up].join();

class Search {
  private readonly plan: PackPlan;
  private readonly boxes: readonly PackBox[];
  private readonly random: () => number;
  private readonly turns: ReadonlyMap<PackBox, [number, number, number][]>;
  private readonly obstacles: Body[];
  /** Pieces of one number are alike. */
  private readonly kinds: ReadonlyMap<PackBox, number>;
  private readonly biggest: number;
  private looks = 0;
  /** What was left out asks louder each time; what was in grows quiet. */
  private readonly asks = new Map<PackBox, number>();

  constructor(plan: PackPlan, boxes: readonly PackBox[]) {
    this.plan = plan;
    this.boxes = boxes;
    this.random = seeded(plan.seed ?? 1);
    this.turns = new Map(boxes.map((b) => [b, turnsOf(b)]));
    const alike = [...new Set(boxes.map(kindOf))];
    this.kinds = new Map(boxes.map((b) => [b, alike.indexOf(kindOf(b))]));
    this.obstacles = plan.obstacles.map((o) => ({ ...o, box: null }));
    this.biggest = Math.max(1, ...boxes.map((b) => b.size[0] * b.size[1] * b.size[2]));
  }

  run(): Body[] {
    const most = LOOKS_PER_MS * (this.plan.budgetMs ?? BUDGET_MS);
    const total = this.boxes.reduce((sum, b) => sum + b.size[0] * b.size[1] * b.size[2], 0);
    let best: Body[] = [];
    let bestVolume = -1;
    let current: Body[] = [];
    let currentVolume = -1;
    for (let round = 0; this.looks < most && bestVolume < total; round += 1) {
      // However little there is to look at, a round is a step.
      this.looks += 1;
      const fresh = round < 6 || round % 24 === 0 || current.length === 0;
      const taste: Taste =
        round === 0
          ? { size: 0.6, touch: 1, noise: 0, corners: CORNERS }
          : {
              ...{ size: this.random() * 2.5, touch: 0.4 + this.random() * 1.6, noise: this.random() * 0.25 },
              corners: 2 + Math.floor(this.random() * CORNERS),
            };
      const packed = this.within(this.build(fresh ? [] : this.opened(current), taste));
      this.hear(packed);
      const packedVolume = packed.reduce((sum, b) => sum + volume(b), 0);
      // A little worse is gone on from now and then: the way out of a corner.
      if (packedVolume >= currentVolume * (1 - 0.03 * this.random() ** 2))
        [current, currentVolume] = [packed, packedVolume];
      if (packedVolume > bestVolume) [best, bestVolume] = [packed, packedVolume];
      if (round % 60 === 59) [current, currentVolume] = [best, bestVolume];
    }
    return best;
  }

  /** A packing with a part taken out: all from some piece on, or what lies in a stretch of its depth; with all that stands on it. */
  private opened(packed: readonly Body[]): Body[] {
    if (this.random() < 0.4) return packed.slice(0, Math.floor(packed.length * this.random()));
    const [, l] = this.plan.space;
    const [from, to] = [this.random() * l, this.random() * l].sort((x, y) => x - y) as [number, number];
    const out = new Set(packed.filter((b) => b.y < to && b.y + b.dy > from && this.random() < 0.8));
    for (let more = true; more;) {
      more = false;
      for (const b of packed) {
        if (out.has(b) || b.z === 0) continue;
        const isLoose = [...out].some((o) => o.z + o.dz === b.z && sharedBase(o, b) > 0);
        if (isLoose) {
          out.add(b);
          more = true;
        }
      }
    }
    return packed.filter((b) => !out.has(b));
  }

  private hear(packed: readonly Body[]): void {
    const inside = new Set(packed.map((b) => b.box));
    for (const box of this.boxes) {
      const before = this.asks.get(box) ?? 0;
      this.asks.set(box, inside.has(box) ? before * 0.85 : before + 0.2 * this.random());
    }
  }

  /** Without the last ones, as far as payload and axles want it. */
  private within(packed: Body[]): Body[] {
    const kept = [...packed];
    while (kept.length > 0 && !this.isLight(kept, 0)) {
      // The one that lightens what is too heavy most goes, if nothing stands on it or is barred by it.
      const free = kept.filter((b) => !kept.some((o) => o !== b && o.z === b.z + b.dz && sharedBase(o, b) > 0));
      const [heaviest] = free.sort((a, b) => (b.box?.kg ?? 0) - (a.box?.kg ?? 0));
      kept.splice(kept.indexOf(heaviest ?? (kept.at(-1) as Body)), 1);
    }
    return kept;
  }

  private isLight(bodies: readonly Body[], stillKg: number): boolean {
    const { payload_kg: payload, axles } = this.plan;
    const kg = bodies.reduce((sum, b) => sum + (b.box?.kg ?? 0), 0);
    if (kg > payload + 1e-9) return false;
    const { front, rear } = axleLoads(bodies, axles);
    // What still comes may stand where it relieves one of the axles.
    const apart = Math.abs(axles.front_y - axles.rear_y);
    const relief = (stillKg * Math.max(axles.rear_y, this.plan.space[1] - axles.front_y, 0)) / apart;
    return front <= axles.front_kg + relief + 1e-9 && rear <= axles.rear_kg + relief + 1e-9;
  }

  private build(start: readonly Body[], taste: Taste): Body[] {
    const [w, l] = this.plan.space;
    const placed: Body[] = [...start];
    const inside = new Set(start.map((b) => b.box));
    const left = this.boxes.filter((b) => !inside.has(b));
    let stillKg = left.reduce((sum, b) => sum + b.kg, 0);
    let corners: Corner[] = [
      { x: 0, back: l, z: 0, isRight: false, isDead: false },
      { x: w, back: l, z: 0, isRight: true, isDead: false },
    ];
    for (const b of [...this.obstacles, ...placed]) corners.push(...this.cornersOf(b));
    while (left.length > 0) {
      corners = corners.filter((c) => !c.isDead).sort((a, b) => b.back - a.back || a.z - b.z || a.x - b.x);
      let chosen: { body: Body; score: number } | null = null;
      let looked = 0;
      for (const corner of corners) {
        const found = this.bestAt(corner, left, placed, taste, stillKg);
        if (!found) {
          corner.isDead = true;
          continue;
        }
        looked += 1;
        if (!chosen || found.score > chosen.score) chosen = found;
        if (looked >= taste.corners) break;
      }
      if (!chosen) break;
      const { body } = chosen;
      placed.push(body);
      left.splice(left.indexOf(body.box as PackBox), 1);
      stillKg -= body.box?.kg ?? 0;
      corners.push(...this.cornersOf(body));
    }
    return placed;
  }

  /** Corners that a body makes: beside it at both sides, in front of it, on it. */
  private cornersOf(b: Body): Corner[] {
    const back = b.y + b.dy;
    const top = b.z + b.dz;
    return [
      { x: b.x + b.dx, back, z: b.z, isRight: false, isDead: false },
      { x: b.x, back, z: b.z, isRight: true, isDead: false },
      { x: b.x, back: b.y, z: b.z, isRight: false, isDead: false },
      { x: b.x + b.dx, back: b.y, z: b.z, isRight: true, isDead: false },
      { x: b.x, back, z: top, isRight: false, isDead: false },
      { x: b.x + b.dx, back, z: top, isRight: true, isDead: false },
      // On the floor in front of it and beside it, where it stands on something.
      { x: b.x, back: b.y, z: 0, isRight: false, isDead: false },
      { x: b.x + b.dx, back, z: 0, isRight: false, isDead: false },
    ];
  }

  private bestAt(
    corner: Corner,
    left: readonly PackBox[],
    placed: readonly Body[],
    taste: Taste,
    stillKg: number,
  ): { body: Body; score: number } | null {
    let best: { body: Body; score: number } | null = null;
    const around = [...this.obstacles, ...placed];
    const looked = new Set<number>();
    const lastStop = Math.max(...left.map((b) => b.stop));
    for (const box of left) {
      // Alike pieces are looked at once.
      const kind = this.kinds.get(box) as number;
      if (looked.has(kind)) continue;
      looked.add(kind);
      for (const [dx, dy, dz] of this.turns.get(box) ?? []) {
        const body = this.settled(
          { box, x: corner.isRight ? corner.x - dx : corner.x, y: corner.back - dy, z: corner.z, dx, dy, dz },
          around,
          corner.isRight,
        );
        if (!body || !this.mayStand(body, around, placed, stillKg - box.kg)) continue;
        const score =
          taste.touch * this.touching(body, around) +
          taste.size * Math.cbrt(volume(body) / this.biggest) +
          // What comes off later goes in first.
          (box.stop === lastStop ? 0.5 : 0) +
          (this.asks.get(box) ?? 0) +
          taste.noise * this.random();
        if (!best || score > best.score) best = { body, score };
      }
    }
    return best;
  }

  /** The body slid down, back and to its side as far as it goes; null where it does not even fit there. */
  private settled(body: Body, around: readonly Body[], isRight: boolean): Body | null {
    const [w, l, h] = this.plan.space;
    const b = { ...body };
    if (b.x < 0 || b.y < 0 || b.x + b.dx > w || b.y + b.dy > l || b.z + b.dz > h) return null;
    this.looks += around.length + 1;
    if (around.some((o) => collide(o, b))) return null;
    for (let moved = true; moved;) {
      moved = false;
      let [floor, back, side] = [0, l, isRight ? w : 0];
      this.looks += around.length + 1;
      for (const o of around) {
        const x = o.x < b.x + b.dx && b.x < o.x + o.dx;
        const y = o.y < b.y + b.dy && b.y < o.y + o.dy;
        const z = o.z < b.z + b.dz && b.z < o.z + o.dz;
        if (x && y && o.z + o.dz <= b.z) floor = Math.max(floor, o.z + o.dz);
        if (x && z && o.y >= b.y + b.dy) back = Math.min(back, o.y);
        if (y && z && isRight && o.x >= b.x + b.dx) side = Math.min(side, o.x);
        if (y && z && !isRight && o.x + o.dx <= b.x) side = Math.max(side, o.x + o.dx);
      }
      if (floor < b.z) [b.z, moved] = [floor, true];
      else if (back > b.y + b.dy) [b.y, moved] = [back - b.dy, true];
      else if (isRight ? side > b.x + b.dx : side < b.x) [b.x, moved] = [isRight ? side - b.dx : side, true];
    }
    return b;
  }

  private mayStand(body: Body, around: readonly Body[], placed: readonly Body[], stillKg: number): boolean {
    this.looks += around.length + 1;
    if (body.z > 0) {
      const area = around.reduce((sum, o) => (o.z + o.dz === body.z ? sum + sharedBase(o, body) : sum), 0);
      if (area < LEAST_BASE * body.dx * body.dy) return false;
    }
    if (placed.some((o) => bars(o, body) || bars(body, o))) return false;
    const all = [...around, body];
    if (!this.isLight([...placed, body], stillKg)) return false;
    // Sliding below something never lifts it: only what is under the new piece bears more.
    return body.z === 0 || isBorne(all);
  }

  /** The share of a body’s surface that touches walls, floor or what is there already. */
  private touching(b: Body, around: readonly Body[]): number {
    const [w, l, h] = this.plan.space;
    let area = 0;
    if (b.x === 0) area += b.dy * b.dz;
    if (b.x + b.dx === w) area += b.dy * b.dz;
    if (b.y + b.dy === l) area += b.dx * b.dz;
    if (b.y === 0) area += b.dx * b.dz;
    if (b.z === 0) area += b.dx * b.dy;
    if (b.z + b.dz === h) area += b.dx * b.dy;
    this.looks += around.length + 1;
    for (const o of around) {
      const x = Math.min(o.x + o.dx, b.x + b.dx) - Math.max(o.x, b.x);
      const y = Math.min(o.y + o.dy, b.y + b.dy) - Math.max(o.y, b.y);
      const z = Math.min(o.z + o.dz, b.z + b.dz) - Math.max(o.z, b.z);
      if (x === 0 && y > 0 && z > 0) area += y * z;
      else if (y === 0 && x > 0 && z > 0) area += x * z;
      else if (z === 0 && x > 0 && y > 0) area += x * y;
    }
    return area / (2 * (b.dx * b.dy + b.dx * b.dz + b.dy * b.dz));
  }
}
