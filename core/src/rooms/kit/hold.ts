import { LEAST_BASE, relievedBy, type Body, type PackBox, type PackPlan } from './packModel.ts';

/** Where a piece would stand; mm. */
export interface Spot {
  x: number;
  y: number;
  z: number;
  dx: number;
  dy: number;
  dz: number;
}
const SLACK = 1e-9;
/** What weighing all of it anew costs, beside what stands there, in looks. */
const WEIGHING = 100;

/**
 * A hold while it is filled: where everything stands, in flat arrays, since each piece is tried at very many spots. Obstacles come first and stay.
 * What a spot costs to look at is counted in `looks`, so that a search can end by steps and not by the clock.
 */
export class Hold {
  looks = 0;
  /** How many bodies there are, obstacles with them. */
  count = 0;
  private readonly plan: PackPlan;
  private readonly space: PackPlan['space'];
  private readonly relief: { front: number; rear: number };
  private readonly x0: Float64Array;
  private readonly x1: Float64Array;
  private readonly y0: Float64Array;
  private readonly y1: Float64Array;
  private readonly z0: Float64Array;
  private readonly z1: Float64Array;
  private readonly stop: Float64Array;
  private readonly kg: Float64Array;
  private readonly bears: Float64Array;
  private readonly carried: Float64Array;
  private readonly added: Float64Array;
  private readonly boxes: (PackBox | null)[] = [];
  /** All bodies, the highest first. */
  private fromTop: number[] = [];
  private massKg = 0;
  /** Σ kg × lever on the front axle, and on the rear one. */
  private frontKg = 0;
  private rearKg = 0;

  constructor(plan: PackPlan) {
    this.plan = plan;
    this.space = plan.space;
    this.relief = relievedBy(plan.axles, plan.space[1]);
    const room = plan.obstacles.length + plan.boxes.length + 1;
    const list = () => new Float64Array(room);
    [this.x0, this.x1, this.y0, this.y1, this.z0, this.z1] = [list(), list(), list(), list(), list(), list()];
    [this.stop, this.kg, this.bears, this.carried, this.added] = [list(), list(), list(), list(), list()];
    for (const o of plan.obstacles) this.lay(o, null);
  }

  /** Takes all pieces out, and puts these in. */
  reset(bodies: readonly Body[]): void {
    this.count = 0;
    this.boxes.length = 0;
    this.massKg = this.frontKg = this.rearKg = 0;
    for (const o of this.plan.obstacles) this.lay(o, null);
    for (const b of bodies) if (b.box) this.lay(b, b.box);
    this.weigh();
  }

  bodies(): Body[] {
    const list: Body[] = [];
    for (let i = this.plan.obstacles.length; i < this.count; i += 1) list.push(this.at(i));
    return list;
  }

  at(i: number): Body {
    const [x, y, z] = [this.x0[i] as number, this.y0[i] as number, this.z0[i] as number];
    return {
      ...{ box: this.boxes[i] ?? null, x, y, z },
      ...{ dx: (this.x1[i] as number) - x, dy: (this.y1[i] as number) - y, dz: (this.z1[i] as number) - z },
    };
  }

  /** Puts a piece in, where `mayStand` said that it may. */
  put(spot: Spot, box: PackBox): void {
    this.lay(spot, box);
    this.weigh();
  }

  private lay(s: Spot, box: PackBox | null): void {
    const i = this.count;
    this.x0[i] = s.x;
    this.x1[i] = s.x + s.dx;
    this.y0[i] = s.y;
    this.y1[i] = s.y + s.dy;
    this.z0[i] = s.z;
    this.z1[i] = s.z + s.dz;
    this.stop[i] = box?.stop ?? 0;
    this.kg[i] = box?.kg ?? 0;
    this.bears[i] = box?.bears_kg ?? Infinity;
    this.boxes[i] = box;
    this.count = i + 1;
    if (!box) return;
    const [front, rear] = this.levers(s, box.kg);
    this.massKg += box.kg;
    this.frontKg += front;
    this.rearKg += rear;
  }

  private levers(s: Spot, kg: number): [number, number] {
    const { front_y: front, rear_y: rear } = this.plan.axles;
    const middle = s.y + s.dy / 2;
    return [(kg * (middle - rear)) / (front - rear), (kg * (front - middle)) / (front - rear)];
  }

  /** What each piece carries, from the top down: by the area on which things meet. */
  private weigh(): void {
    this.fromTop = Array.from({ length: this.count }, (_, i) => i).sort(
      (a, b) => (this.z0[b] as number) - (this.z0[a] as number),
    );
    this.carried.fill(0);
    this.looks += WEIGHING + this.count * 4;
    for (const i of this.fromTop) this.spread(i, (this.kg[i] as number) + (this.carried[i] as number), this.carried);
  }

  /** Hands `kg` that stands in the place of `i` on to what is right below it; how much of its base that is. */
  private spread(i: number, kg: number, onto: Float64Array): void {
    const z = this.z0[i] as number;
    if (z === 0 || kg === 0) return;
    let area = 0;
    for (let j = 0; j < this.count; j += 1) if (this.z1[j] === z) area += this.meet(i, j);
    if (area === 0) return;
    for (let j = 0; j < this.count; j += 1)
      if (this.z1[j] === z) onto[j] = (onto[j] as number) + (kg * this.meet(i, j)) / area;
  }

  private meet(i: number, j: number): number {
    const x =
      Math.min(this.x1[i] as number, this.x1[j] as number) - Math.max(this.x0[i] as number, this.x0[j] as number);
    if (x <= 0) return 0;
    const y =
      Math.min(this.y1[i] as number, this.y1[j] as number) - Math.max(this.y0[i] as number, this.y0[j] as number);
    return y > 0 ? x * y : 0;
  }

  /** Whether nothing is where a spot is, and it is inside. */
  isFree(s: Spot): boolean {
    const [w, l, h] = this.space;
    if (s.x < 0 || s.y < 0 || s.z < 0 || s.x + s.dx > w || s.y + s.dy > l || s.z + s.dz > h) return false;
    const { count: n, x0, x1, y0, y1, z0, z1 } = this;
    this.looks += n + 1;
    for (let i = 0; i < n; i += 1)
      if (
        (x0[i] as number) < s.x + s.dx &&
        s.x < (x1[i] as number) &&
        (y0[i] as number) < s.y + s.dy &&
        s.y < (y1[i] as number) &&
        (z0[i] as number) < s.z + s.dz &&
        s.z < (z1[i] as number)
      )
        return false;
    return true;
  }

  /** Slides a spot down, back and to its side as far as it goes; false where it does not even fit where it is. */
  settle(s: Spot, toRight: boolean): boolean {
    if (!this.isFree(s)) return false;
    const [w, l] = this.space;
    const { count: n, x0, x1, y0, y1, z0, z1 } = this;
    for (;;) {
      let floor = 0;
      let back = l;
      let side = toRight ? w : 0;
      this.looks += n + 1;
      for (let i = 0; i < n; i += 1) {
        const x = (x0[i] as number) < s.x + s.dx && s.x < (x1[i] as number);
        const y = (y0[i] as number) < s.y + s.dy && s.y < (y1[i] as number);
        const z = (z0[i] as number) < s.z + s.dz && s.z < (z1[i] as number);
        if (x && y && (z1[i] as number) <= s.z) floor = Math.max(floor, z1[i] as number);
        else if (x && z && (y0[i] as number) >= s.y + s.dy) back = Math.min(back, y0[i] as number);
        else if (y && z && toRight && (x0[i] as number) >= s.x + s.dx) side = Math.min(side, x0[i] as number);
        else if (y && z && !toRight && (x1[i] as number) <= s.x) side = Math.max(side, x1[i] as number);
      }
      if (floor < s.z) s.z = floor;
      else if (back > s.y + s.dy) s.y = back - s.dy;
      else if (toRight ? side > s.x + s.dx : side < s.x) s.x = toRight ? side - s.dx : side;
      else return true;
    }
  }

  /** Whether a settled spot has its base, bars nothing that comes off earlier, is borne by all below it, and leaves payload and axles right with `stillKg` to come. */
  mayStand(s: Spot, box: PackBox, stillKg: number): boolean {
    const { count: n, x0, x1, y0, y1, z0, z1, stop } = this;
    if (!this.isLight(s, box.kg, stillKg)) return false;
    this.looks += n + 1;
    let base = 0;
    let carries = false;
    for (let i = 0; i < n; i += 1) {
      const x = Math.min(x1[i] as number, s.x + s.dx) - Math.max(x0[i] as number, s.x);
      if (x <= 0) continue;
      const y = Math.min(y1[i] as number, s.y + s.dy) - Math.max(y0[i] as number, s.y);
      if (y > 0) {
        if (z1[i] === s.z) base += x * y;
        if (z0[i] === s.z + s.dz) carries = true;
      }
      const other = stop[i] as number;
      if (other === 0 || other === box.stop) continue;
      // Whichever comes off later stands neither before nor above the other.
      const z = Math.min(z1[i] as number, s.z + s.dz) - Math.max(z0[i] as number, s.z);
      const isLater = box.stop > other;
      if (z > 0 && (isLater ? s.y + s.dy <= (y0[i] as number) : (y1[i] as number) <= s.y)) return false;
      if (y > 0 && (isLater ? s.z >= (z1[i] as number) : (z0[i] as number) >= s.z + s.dz)) return false;
    }
    if (s.z > 0 && base < LEAST_BASE * s.dx * s.dy) return false;
    return s.z === 0 && !carries ? true : this.isBorne(s, box, carries);
  }

  private isLight(s: Spot, kg: number, stillKg: number): boolean {
    const { payload_kg: payload, axles } = this.plan;
    if (this.massKg + kg > payload + SLACK) return false;
    const [front, rear] = this.levers(s, kg);
    // What still comes may stand where it relieves one of the axles.
    return (
      this.frontKg + front <= axles.front_kg + stillKg * this.relief.front + SLACK &&
      this.rearKg + rear <= axles.rear_kg + stillKg * this.relief.rear + SLACK
    );
  }

  /** Whether all below bear a piece that is put there. One that slips under something takes a share of it: then all is weighed anew. */
  private isBorne(s: Spot, box: PackBox, carries: boolean): boolean {
    const last = this.count;
    this.lay(s, box);
    let isBorne = true;
    if (carries) {
      this.weigh();
      for (let i = 0; i < this.count && isBorne; i += 1)
        isBorne = (this.carried[i] as number) <= (this.bears[i] as number) + SLACK;
    } else {
      this.added.fill(0);
      this.spread(last, box.kg, this.added);
      // From the top down: all that stands on a piece has been handed on before it is looked at.
      for (const i of this.fromTop) {
        const kg = this.added[i] as number;
        if (kg === 0 || this.boxes[i] === null) continue;
        isBorne = (this.carried[i] as number) + kg <= (this.bears[i] as number) + SLACK;
        if (!isBorne) break;
        this.spread(i, kg, this.added);
      }
    }
    this.take(s, box);
    if (carries) this.weigh();
    return isBorne;
  }

  private take(s: Spot, box: PackBox): void {
    this.count -= 1;
    this.boxes.length = this.count;
    const [front, rear] = this.levers(s, box.kg);
    this.massKg -= box.kg;
    this.frontKg -= front;
    this.rearKg -= rear;
  }

  /** The share of a spot’s surface that touches walls, floor or what is there already. */
  touching(s: Spot): number {
    const [w, l, h] = this.space;
    const { count: n, x0, x1, y0, y1, z0, z1 } = this;
    let area = 0;
    if (s.x === 0) area += s.dy * s.dz;
    if (s.x + s.dx === w) area += s.dy * s.dz;
    if (s.y + s.dy === l) area += s.dx * s.dz;
    if (s.y === 0) area += s.dx * s.dz;
    if (s.z === 0) area += s.dx * s.dy;
    if (s.z + s.dz === h) area += s.dx * s.dy;
    this.looks += n + 1;
    for (let i = 0; i < n; i += 1) {
      const x = Math.min(x1[i] as number, s.x + s.dx) - Math.max(x0[i] as number, s.x);
      const y = Math.min(y1[i] as number, s.y + s.dy) - Math.max(y0[i] as number, s.y);
      const z = Math.min(z1[i] as number, s.z + s.dz) - Math.max(z0[i] as number, s.z);
      if (x === 0 && y > 0 && z > 0) area += y * z;
      else if (y === 0 && x > 0 && z > 0) area += x * z;
      else if (z === 0 && x > 0 && y > 0) area += x * y;
    }
    return area / (2 * (s.dx * s.dy + s.dx * s.dz + s.dy * s.dz));
  }
}
