import { changeBetween } from './order.ts';
import { type OrderContext, type OrderPlan } from './orderModel.ts';

/** A plan as numbers, so that many orders can be timed quickly. Shots go by their place in the plan. */
export interface Compiled {
  plan: OrderPlan;
  n: number;
  minutes: Float64Array;
  /** Change-over minutes: `n × n` from one shot to another, and before the first. */
  change: Float64Array;
  first: Float64Array;
  /** NaN: no pin. */
  pin: Float64Array;
  /** 1: of a programme, see `OrderShot.programme`. */
  programme: Uint8Array;
  windows: readonly (readonly (readonly [number, number])[])[];
  must: Uint8Array;
  effort: Float64Array;
  /** For each shot, which must have come before it. */
  after: readonly (readonly number[])[];
  /** Which person is in which shot. */
  people: readonly (readonly number[])[];
  personCount: number;
  meals: readonly { earliest: number; latest: number; minutes: number }[];
  start: number;
}

/** Makes a plan ready for timing. `before` is what stands before the first shot when timing goes on in the midst of a day. */
export function compile(plan: OrderPlan, before: OrderContext | null = null): Compiled {
  const { shots } = plan;
  const n = shots.length;
  const index = new Map(shots.map((s, i) => [s.id, i]));
  const change = new Float64Array(n * n);
  const first = new Float64Array(n);
  shots.forEach((to, j) => {
    first[j] = changeBetween(plan.change, before, to).minutes;
    shots.forEach((from, i) => {
      change[i * n + j] = changeBetween(plan.change, from, to).minutes;
    });
  });
  const names = new Map<string, number>();
  const people = shots.map((s) =>
    [...new Set(s.people ?? [])].map((p) => {
      if (!names.has(p)) names.set(p, names.size);
      return names.get(p) as number;
    }),
  );
  return {
    plan,
    n,
    minutes: Float64Array.from(shots, (s) => s.minutes),
    change,
    first,
    pin: Float64Array.from(shots, (s) => s.pinnedStartMin ?? NaN),
    programme: Uint8Array.from(shots, (s) => (s.programme && s.pinnedStartMin !== undefined ? 1 : 0)),
    windows: shots.map((s) => s.windows ?? []),
    must: Uint8Array.from(shots, (s) => (s.priority === 'must' ? 1 : 0)),
    effort: Float64Array.from(shots, (s) => s.effort ?? 0),
    after: shots.map((s) => (s.after ?? []).flatMap((id) => index.get(id) ?? [])),
    people,
    personCount: names.size,
    meals: (plan.meals ?? []).map((m) => ({
      earliest: plan.startMin + (m.earliestAfterMin ?? 0),
      latest: plan.startMin + m.latestAfterMin,
      minutes: m.minutes,
    })),
    start: plan.startMin,
  };
}

/** What an order comes to: broken rules first, then times. */
export interface Score {
  mustBroken: number;
  broken: number;
  lateMin: number;
  wrapMin: number;
  changeMin: number;
  waitingMin: number;
  effort: number;
}

/**
 * Times orders of one compiled plan, over and over, without making anything new. Gives the figures of `timeOrder`, which stays
 * the one that says how; a property holds the two together.
 */
export class Timer {
  readonly c: Compiled;
  private readonly end: Float64Array;
  private readonly broken: Int32Array;
  private readonly mustBroken: Int32Array;
  private readonly late: Float64Array;
  private readonly back: Int8Array;
  private readonly starts: Float64Array;
  private readonly readies: Float64Array;
  private readonly place: Int32Array;
  private readonly firstAt: Float64Array;
  private readonly lastAt: Float64Array;
  private readonly own: Float64Array;
  private readonly states: number;
  /** Of the order timed last: start of each place in it, and start of each meal (NaN: not taken). */
  readonly startAt: Float64Array;
  /** When each place in it could have begun: later than the start of a line of a programme that did not wait. */
  readonly readyAt: Float64Array;
  readonly mealAt: Float64Array;
  readonly score: Score = { mustBroken: 0, broken: 0, lateMin: 0, wrapMin: 0, changeMin: 0, waitingMin: 0, effort: 0 };

  constructor(c: Compiled) {
    this.c = c;
    const states = c.meals.length + 1;
    this.states = states;
    const cells = (c.n + 1) * states;
    this.end = new Float64Array(cells);
    this.broken = new Int32Array(cells);
    this.mustBroken = new Int32Array(cells);
    this.late = new Float64Array(cells);
    this.back = new Int8Array(cells);
    this.starts = new Float64Array(cells);
    this.readies = new Float64Array(cells);
    this.place = new Int32Array(c.n);
    this.startAt = new Float64Array(c.n);
    this.readyAt = new Float64Array(c.n);
    this.mealAt = new Float64Array(c.meals.length);
    this.firstAt = new Float64Array(c.personCount);
    this.lastAt = new Float64Array(c.personCount);
    this.own = new Float64Array(c.personCount);
  }

  /** Times `order`. With other `minutes` and `changes` (by place in the order) it times a day as it might go. */
  time(
    order: ArrayLike<number>,
    count = order.length,
    minutes: Float64Array | null = null,
    changes: Float64Array | null = null,
  ): Score {
    const { c, states, end, broken, mustBroken, late, back, starts, readies, place } = this;
    const { n, meals } = c;
    place.fill(c.n);
    for (let i = 0; i < count; i += 1) place[order[i] as number] = i;
    for (let m = 0; m < states; m += 1) end[m] = NaN;
    end[0] = c.start;
    broken[0] = 0;
    mustBroken[0] = 0;
    late[0] = 0;
    let changeMin = 0;
    for (let i = 0; i < count; i += 1) {
      const s = order[i] as number;
      const change = changes ? (changes[i] as number) : this.changeTo(i > 0 ? (order[i - 1] as number) : -1, s);
      changeMin += change;
      const length = minutes ? (minutes[s] as number) : (c.minutes[s] as number);
      let wrongAfter = 0;
      for (const other of c.after[s] as readonly number[]) {
        const at = place[other] as number;
        // One that is not in this order (another day’s) is nobody’s fault here.
        if (at > i && at < n) wrongAfter = 1;
      }
      const pin = c.pin[s] as number;
      const windows = c.windows[s] as readonly (readonly [number, number])[];
      const must = c.must[s] as number;
      const programme = c.programme[s] as number;
      const alongside = programme === 1 && i > 0 && c.programme[order[i - 1] as number] === 1;
      const from = i * states;
      const to = from + states;
      for (let m = 0; m < states; m += 1) end[to + m] = NaN;
      for (let m = 0; m < states; m += 1) {
        const at = end[from + m] as number;
        if (at !== at) continue;
        for (let eat = 0; eat < 2; eat += 1) {
          let ready = at;
          let b = broken[from + m] as number;
          let mb = mustBroken[from + m] as number;
          let l = late[from + m] as number;
          if (eat === 1) {
            if (i === 0 || m >= meals.length) break;
            const meal = meals[m] as Compiled['meals'][number];
            const begin = ready > meal.earliest ? ready : meal.earliest;
            if (begin > meal.latest) {
              b += 1;
              l += begin - meal.latest;
            }
            ready = begin + meal.minutes;
          }
          const free = ready;
          ready += change;
          let begin = ready;
          if (programme === 1) {
            begin = pin;
            if (alongside && eat === 0) ready = pin;
            else if (ready > pin) {
              b += 1;
              mb += must;
              l += ready - pin;
            }
          } else if (pin === pin) {
            if (ready > pin) {
              b += 1;
              mb += must;
              l += ready - pin;
            } else begin = pin;
          } else if (windows.length > 0) {
            let best = Infinity;
            let overrunning = ready;
            let leastOverrun = Infinity;
            for (let k = 0; k < windows.length; k += 1) {
              const [a, z] = windows[k] as readonly [number, number];
              const start = ready > a ? ready : a;
              const overrun = start + length - z;
              if (overrun <= 0 && start < best) best = start;
              if (overrun > 0 && overrun < leastOverrun) {
                overrunning = start;
                leastOverrun = overrun;
              }
            }
            if (best < Infinity) begin = best;
            else {
              // As in `timeOrder`: one that fits in none waits for the one it overruns least.
              begin = overrunning;
              b += 1;
              mb += must;
              l += leastOverrun;
            }
          }
          if (wrongAfter) {
            b += 1;
            mb += must;
          }
          const cell = to + m + eat;
          const done = programme === 1 && free > begin + length ? free : begin + length;
          const known = end[cell] as number;
          const wins =
            known !== known ||
            mb < (mustBroken[cell] as number) ||
            (mb === mustBroken[cell] &&
              (b < (broken[cell] as number) ||
                (b === broken[cell] && (l < (late[cell] as number) || (l === late[cell] && done < known)))));
          if (!wins) continue;
          end[cell] = done;
          broken[cell] = b;
          mustBroken[cell] = mb;
          late[cell] = l;
          back[cell] = eat;
          starts[cell] = begin;
          readies[cell] = ready;
        }
      }
    }
    return this.finish(count, changeMin);
  }

  /** Minutes from one shot to the next; −1 where there is none before it. */
  private changeTo(before: number, shot: number): number {
    const { change, first, n } = this.c;
    return before < 0 ? (first[shot] as number) : (change[before * n + shot] as number);
  }

  /** The best way to the end of `count` shots, and back along it: starts of shots and meals. */
  private finish(count: number, changeMin: number): Score {
    const { states, end, broken, mustBroken, late, back, starts, readies } = this;
    const { meals } = this.c;
    // Meals not taken are due when the day goes past their latest start; as in `timeOrder`, as few as can be are missed.
    let best = -1;
    let fewest = 0;
    const row = count * states;
    const final = this.score;
    for (let m = 0; m < states; m += 1) {
      const at = end[row + m] as number;
      if (at !== at) continue;
      let b = broken[row + m] as number;
      const mb = mustBroken[row + m] as number;
      let l = late[row + m] as number;
      let missed = 0;
      for (let k = m; k < meals.length; k += 1) {
        const { latest } = meals[k] as Compiled['meals'][number];
        if (at > latest) {
          missed += 1;
          b += 1;
          l += at - latest;
        }
      }
      const wins =
        best < 0 ||
        missed < fewest ||
        (missed === fewest &&
          (mb < final.mustBroken ||
            (mb === final.mustBroken &&
              (b < final.broken ||
                (b === final.broken && (l < final.lateMin || (l === final.lateMin && at < final.wrapMin)))))));
      if (!wins) continue;
      best = m;
      fewest = missed;
      final.mustBroken = mb;
      final.broken = b;
      final.lateMin = l;
      final.wrapMin = at;
    }
    final.changeMin = changeMin;
    // Back along the way taken: starts of shots and meals.
    this.mealAt.fill(NaN);
    let m = best;
    for (let i = count; i > 0; i -= 1) {
      const cell = i * states + m;
      this.startAt[i - 1] = starts[cell] as number;
      this.readyAt[i - 1] = readies[cell] as number;
      if (back[cell] === 1) {
        m -= 1;
        const before = end[(i - 1) * states + m] as number;
        const meal = meals[m] as Compiled['meals'][number];
        this.mealAt[m] = before > meal.earliest ? before : meal.earliest;
      }
    }
    return final;
  }

  /** Waiting of people and Σ effort × start of the order timed last: asked for apart, since not every school needs them. */
  more(order: ArrayLike<number>, count = order.length): void {
    const { c, startAt, mealAt, firstAt, lastAt, own, score } = this;
    let effort = 0;
    for (let i = 0; i < count; i += 1) effort += (c.effort[order[i] as number] as number) * (startAt[i] as number);
    score.effort = effort;
    score.waitingMin = 0;
    if (c.personCount === 0) return;
    firstAt.fill(NaN);
    own.fill(0);
    for (let i = 0; i < count; i += 1) {
      const s = order[i] as number;
      const start = startAt[i] as number;
      const length = c.minutes[s] as number;
      for (const p of c.people[s] as readonly number[]) {
        const f = firstAt[p] as number;
        if (f !== f) {
          firstAt[p] = start;
          lastAt[p] = start + length;
        } else if (start + length > (lastAt[p] as number)) lastAt[p] = start + length;
        own[p] = (own[p] as number) + length;
      }
    }
    let waiting = 0;
    for (let p = 0; p < c.personCount; p += 1) {
      const f = firstAt[p] as number;
      if (f !== f) continue;
      const z = lastAt[p] as number;
      let eaten = 0;
      for (let k = 0; k < mealAt.length; k += 1) {
        const at = mealAt[k] as number;
        const length = c.meals[k]?.minutes ?? 0;
        if (at >= f && at + length <= z) eaten += length;
      }
      const waits = z - f - (own[p] as number) - eaten;
      if (waits > 0) waiting += waits;
    }
    score.waitingMin = waiting;
  }
}
