import { InputError } from '../../base/errors/index.ts';
import { seeded } from '../../base/random/index.ts';
import { Hold, type Spot } from './hold.ts';
import {
  axleLoads,
  fitsDoor,
  sharedBase,
  turnsOf,
  type Body,
  type PackBox,
  type Packed,
  type PackPlan,
} from './packModel.ts';

/** Bodies looked at in a millisecond of the budget: counted, so that the same budget gives the same answer on any machine. */
const LOOKS_PER_MS = 50_000;
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
  /** For what comes off last; over 1: nothing else before it, as long as it goes anywhere. */
  late: number;
  /** For what is light deep inside and heavy at the door, as the axle far from it wants it; negative: the other way round. */
  light: number;
  /** For what bears much where much may come to stand on it. */
  strong: number;
  /** For what is heavy low down. */
  heavy: number;
  /** How many of many pieces are looked at for a corner. */
  share: number;
  /** How much of what still comes is trusted to stand where it relieves an axle. */
  trust: number;
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
  const best = searched(plan, possible);
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

/** The better of two searches where the axle far from the door is the narrow one and nothing has to come off first: from the back to the door, and from the door to the back. */
function searched(plan: PackPlan, possible: readonly PackBox[]): Body[] {
  const budgetMs = plan.budgetMs ?? BUDGET_MS;
  const kg = possible.reduce((sum, b) => sum + b.kg, 0);
  const { front_y: front, rear_y: rear, front_kg: frontKg } = plan.axles;
  const inMiddle = (kg * (plan.space[1] / 2 - rear)) / (front - rear);
  const isOneStop = new Set(possible.map((b) => b.stop)).size <= 1;
  if (!isOneStop || inMiddle <= frontKg) return new Search({ ...plan, budgetMs }, possible).run();
  const half = { ...plan, budgetMs: budgetMs / 2 };
  const size = (bodies: readonly Body[]) => bodies.reduce((sum, b) => sum + volume(b), 0);
  const forth = new Search(half, possible).run();
  if (forth.length === possible.length) return forth;
  const back = new Search(mirrored(half), possible).run().map((b) => ({ ...b, y: plan.space[1] - b.y - b.dy }));
  return size(back) > size(forth) ? back : forth;
}

/** The same hold with its back where its door is. */
const mirrored = (plan: PackPlan): PackPlan => {
  const [, l] = plan.space;
  return {
    ...plan,
    obstacles: plan.obstacles.map((o) => ({ ...o, y: l - o.y - o.dy })),
    axles: { ...plan.axles, front_y: l - plan.axles.front_y, rear_y: l - plan.axles.rear_y },
  };
};

interface Found {
  spot: Spot;
  box: PackBox;
  score: number;
}

const volume = (b: Pick<Body, 'dx' | 'dy' | 'dz'>): number => b.dx * b.dy * b.dz;

const kindOf = ({ size, kg, bears_kg: bears, stop, this_side_up: up }: PackBox): string =>
  [...size, kg, bears, stop, up].join();

const FIRST_TASTE: Taste = {
  ...{ size: 0.6, touch: 1, noise: 0, corners: CORNERS },
  ...{ late: 0.5, light: 0, strong: 0.5, heavy: 0.2, trust: 1, share: 1 },
};

/** Where each stands among all by some measure, 0…1; equal ones alike. */
function ranks(boxes: readonly PackBox[], of: (box: PackBox) => number): Map<PackBox, number> {
  const values = [...new Set(boxes.map(of))].sort((a, b) => a - b);
  return new Map(boxes.map((b) => [b, values.indexOf(of(b)) / Math.max(1, values.length - 1)]));
}

class Search {
  private readonly plan: PackPlan;
  private readonly boxes: readonly PackBox[];
  private readonly random: () => number;
  private readonly turns: ReadonlyMap<PackBox, [number, number, number][]>;
  /** Pieces of one number are alike. */
  private readonly kinds: ReadonlyMap<PackBox, number>;
  private readonly biggest: number;
  private readonly hold: Hold;
  /** The one that is tried: there are too many of them to make each anew. */
  private readonly spot: Spot = { x: 0, y: 0, z: 0, dx: 0, dy: 0, dz: 0 };
  private readonly stamps: Float64Array;
  /** Weight by volume as its rank among all, 0…1, and what each bears as a rank. */
  private readonly density: ReadonlyMap<PackBox, number>;
  private readonly strength: ReadonlyMap<PackBox, number>;
  private stamp = 0;
  /** What was left out asks louder each time; what was in grows quiet. */
  private readonly asks = new Map<PackBox, number>();

  constructor(plan: PackPlan, boxes: readonly PackBox[]) {
    this.plan = plan;
    this.boxes = boxes;
    this.random = seeded(plan.seed ?? 1);
    this.turns = new Map(boxes.map((b) => [b, turnsOf(b)]));
    const alike = [...new Set(boxes.map(kindOf))];
    this.kinds = new Map(boxes.map((b) => [b, alike.indexOf(kindOf(b))]));
    this.hold = new Hold(plan);
    this.density = ranks(boxes, (b) => b.kg / (b.size[0] * b.size[1] * b.size[2]));
    this.strength = ranks(boxes, (b) => b.bears_kg ?? Infinity);
    this.stamps = new Float64Array(alike.length);
    this.biggest = Math.max(1, ...boxes.map((b) => b.size[0] * b.size[1] * b.size[2]));
  }

  run(): Body[] {
    const most = LOOKS_PER_MS * (this.plan.budgetMs ?? BUDGET_MS);
    const total = this.boxes.reduce((sum, b) => sum + b.size[0] * b.size[1] * b.size[2], 0);
    let best: Body[] = [];
    let bestVolume = -1;
    let bestTaste = FIRST_TASTE;
    let current: Body[] = [];
    let currentVolume = -1;
    for (let round = 0; this.hold.looks < most && bestVolume < total; round += 1) {
      // However little there is to look at, a round is a step.
      this.hold.looks += 1;
      const fresh = round < 6 || round % 24 === 0 || current.length === 0;
      const taste = round === 0 ? FIRST_TASTE : this.random() < 0.5 ? this.anew() : this.near(bestTaste);
      const packed = this.within(this.build(fresh ? [] : this.opened(current), taste));
      this.hear(packed);
      const packedVolume = packed.reduce((sum, b) => sum + volume(b), 0);
      // A little worse is gone on from now and then: the way out of a corner.
      if (packedVolume >= currentVolume * (1 - 0.06 * this.random() ** 2))
        [current, currentVolume] = [packed, packedVolume];
      if (packedVolume > bestVolume) [best, bestVolume, bestTaste] = [packed, packedVolume, taste];
      if (round % 60 === 59) [current, currentVolume] = [best, bestVolume];
    }

    return best;
  }

  private anew(): Taste {
    const r = this.random;
    return {
      ...{ size: r() * 2.5, touch: 0.4 + r() * 1.6, noise: r() * 0.25, corners: 2 + Math.floor(r() * CORNERS) },
      ...{ late: r() * 2, light: r() * 1.6 - 0.4, strong: r() * 2, heavy: r(), trust: r(), share: 0.2 + 0.8 * r() },
    };
  }

  /** One like that which did best so far. */
  private near(taste: Taste): Taste {
    const other = this.anew();
    const share = 0.3 * this.random();
    const mixed = { ...taste };
    for (const key of Object.keys(taste) as (keyof Taste)[]) mixed[key] += share * (other[key] - taste[key]);
    return { ...mixed, corners: other.corners };
  }

  /** A packing with a part taken out: all from some piece on, or what lies in a stretch of its depth; with all that stands on it. */
  private opened(packed: readonly Body[]): Body[] {
    if (this.random() < 0.25) return packed.slice(0, Math.floor(packed.length * this.random()));
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

  /** Without what makes it too heavy: again and again the one, with nothing on it, whose going costs least volume for what it lightens. */
  private within(packed: Body[]): Body[] {
    const kept = [...packed];
    const { axles } = this.plan;
    while (kept.length > 0 && !this.isLight(kept)) {
      const free = kept.filter((b) => !kept.some((o) => o !== b && o.z === b.z + b.dz && sharedBase(o, b) > 0));
      const { front, rear } = axleLoads(kept, axles);
      const gain = (b: Body): number => {
        const own = axleLoads([b], axles);
        const lightens =
          (front > axles.front_kg ? own.front : 0) +
          (rear > axles.rear_kg ? own.rear : 0) +
          (front > axles.front_kg || rear > axles.rear_kg ? 0 : (b.box?.kg ?? 0));
        return lightens / volume(b);
      };
      const [first] = free.map((b) => ({ b, gain: gain(b) })).sort((a, b) => b.gain - a.gain);
      kept.splice(kept.indexOf(first && first.gain > 0 ? first.b : (kept.at(-1) as Body)), 1);
    }
    return kept;
  }

  private isLight(bodies: readonly Body[]): boolean {
    const { payload_kg: payload, axles } = this.plan;
    const kg = bodies.reduce((sum, b) => sum + (b.box?.kg ?? 0), 0);
    const { front, rear } = axleLoads(bodies, axles);
    return kg <= payload + 1e-9 && front <= axles.front_kg + 1e-9 && rear <= axles.rear_kg + 1e-9;
  }

  private build(start: readonly Body[], taste: Taste): Body[] {
    const { hold } = this;
    hold.reset(start);
    const inside = new Set(start.map((b) => b.box));
    const left = this.boxes.filter((b) => !inside.has(b));
    if (taste.late <= 1) this.fill(left, 0, taste);
    else
      for (const stop of [...new Set(left.map((b) => b.stop))].sort((a, b) => b - a)) {
        const later = left.filter((b) => b.stop < stop).reduce((sum, b) => sum + b.kg, 0);
        this.fill(
          left.filter((b) => b.stop === stop),
          later,
          taste,
        );
      }
    return hold.bodies();
  }

  /** Puts in what goes in of these, the deepest corner first; `laterKg` comes after. */
  private fill(left: PackBox[], laterKg: number, taste: Taste): void {
    const [w, l] = this.plan.space;
    const { hold } = this;
    let stillKg = laterKg + left.reduce((sum, b) => sum + b.kg, 0);
    let corners: Corner[] = [
      { x: 0, back: l, z: 0, isRight: false, isDead: false },
      { x: w, back: l, z: 0, isRight: true, isDead: false },
    ];
    for (let i = 0; i < hold.count; i += 1) corners.push(...this.cornersOf(hold.at(i)));
    while (left.length > 0) {
      corners = corners.filter((c) => !c.isDead).sort((a, b) => b.back - a.back || a.z - b.z || a.x - b.x);
      let chosen: Found | null = null;
      let looked = 0;
      for (const corner of corners) {
        const found = this.isOpen(corner, left) ? this.bestAt(corner, left, taste, stillKg) : null;
        if (!found) {
          corner.isDead = true;
          continue;
        }
        looked += 1;
        if (!chosen || found.score > chosen.score) chosen = found;
        if (looked >= taste.corners) break;
      }
      if (!chosen) break;
      const { spot, box } = chosen;
      hold.put(spot, box);
      left.splice(left.indexOf(box), 1);
      stillKg -= box.kg;
      hold.looks += corners.length;
      for (const c of this.cornersOf(spot))
        if (!corners.some((k) => k.x === c.x && k.back === c.back && k.z === c.z && k.isRight === c.isRight))
          corners.push(c);
    }
  }

  /** Whether the smallest of what is left, made a cube, goes there: most corners are full long before they are looked at. */
  private isOpen(corner: Corner, left: readonly PackBox[]): boolean {
    const { hold, spot } = this;
    let least = Infinity;
    for (const b of left) least = Math.min(least, b.size[0], b.size[1], b.size[2]);
    spot.dx = spot.dy = spot.dz = least;
    spot.x = corner.isRight ? corner.x - least : corner.x;
    spot.y = corner.back - least;
    spot.z = corner.z;
    hold.looks += 1;
    return hold.isFree(spot);
  }

  /** Corners that a body makes: beside it at both sides, in front of it, on it. */
  private cornersOf(b: Spot): Corner[] {
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

  private bestAt(corner: Corner, left: readonly PackBox[], taste: Taste, stillKg: number): Found | null {
    let best: Found | null = null;
    const { hold, spot } = this;
    this.stamp += 1;
    let lastStop = 0;
    for (const box of left) if (box.stop > lastStop) lastStop = box.stop;
    for (const box of left) {
      // Alike pieces are looked at once.
      const kind = this.kinds.get(box) as number;
      if (this.stamps[kind] === this.stamp) continue;
      this.stamps[kind] = this.stamp;
      if (left.length > 8 && this.random() > taste.share) continue;
      for (const turn of this.turns.get(box) as readonly (readonly [number, number, number])[]) {
        [spot.dx, spot.dy, spot.dz] = turn;
        spot.x = corner.isRight ? corner.x - spot.dx : corner.x;
        spot.y = corner.back - spot.dy;
        spot.z = corner.z;
        hold.looks += 8;
        if (!hold.settle(spot, corner.isRight) || !hold.mayStand(spot, box, (stillKg - box.kg) * taste.trust)) continue;
        const score =
          taste.touch * hold.touching(spot) +
          taste.size * Math.cbrt(volume(spot) / this.biggest) +
          // What comes off later goes in first.
          (box.stop === lastStop ? taste.late : 0) +
          taste.light * (0.5 - (this.density.get(box) as number)) * (spot.y / this.plan.space[1]) +
          taste.strong * ((this.strength.get(box) as number) - 0.5) * (1 - (spot.z + spot.dz) / this.plan.space[2]) +
          taste.heavy * ((this.density.get(box) as number) - 0.5) * (1 - spot.z / this.plan.space[2]) +
          (this.asks.get(box) ?? 0) +
          taste.noise * this.random();
        if (!best || score > best.score) best = { spot: { ...spot }, box, score };
      }
    }
    return best;
  }
}
