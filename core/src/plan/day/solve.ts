import { seeded } from '../../base/random/index.ts';
import { compile, Timer, type Compiled, type Score } from './compile.ts';
import { MOST_EXACT, bestOf, earliestEnds, orderOf } from './exact.ts';
import { timeOrder } from './order.ts';
import { type Order, type OrderContext, type OrderPlan } from './orderModel.ts';
import { checkPlan } from './checkOrder.ts';

type School = OrderPlan['school'];
export const DEFAULT_BUDGET_MS = 1500;
/** Timings of one shot that a slow machine does in a millisecond; fixes the number of steps, so that the answer is the same anywhere. */
const SHOTS_PER_MS = 6000;

/** The figures an order is judged by, the most important first: broken rules, then what the school wants least. */
function judged(s: Score, school: School): [number, number, number, number, number, number] {
  if (s.broken > 0) return [s.mustBroken, s.broken, s.lateMin, s.wrapMin, s.changeMin, s.waitingMin];
  if (school === 'people') return [0, 0, 0, s.waitingMin, s.wrapMin, s.changeMin];
  if (school === 'effort') return [0, 0, 0, s.effort, s.wrapMin, s.changeMin];
  return [0, 0, 0, s.wrapMin, s.changeMin, s.waitingMin];
}
const EPS = 1e-9;
function lessThan(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i += 1) {
    const d = (a[i] as number) - (b[i] as number);
    if (d < -EPS) return true;
    if (d > EPS) return false;
  }
  return false;
}
/** One number to walk by: broken rules weigh so that no minutes outweigh them; ties lean a little on what comes next. */
function cost(s: Score, school: School): number {
  const rules = s.mustBroken * 1e7 + s.broken * 1e5 + s.lateMin * 20;
  if (school === 'people') return rules + s.waitingMin + 0.05 * s.wrapMin + 0.01 * s.changeMin;
  if (school === 'effort') return rules + s.effort / 4 + 0.05 * s.wrapMin + 0.01 * s.changeMin;
  return rules + s.wrapMin + 0.08 * s.changeMin + 0.002 * s.waitingMin;
}

/** So often a search says how far it is. */
const WATCH_STEPS = 512;

/** How far a search is (the best order so far, and the share of its steps), and whether it should go on. */
export type Watch = (best: { ids: string[]; score: Score }, share: number) => boolean;

/**
 * The order a school wants (all four of `day.order`). Up to 15 shots every set is looked at, so that the least wrap is proven; beyond, and for the
 * schools whose aim is no time, a seeded search by moving, turning and swapping stretches. The number of steps follows from plan, seed and
 * budget, so the same seed gives the same order on any machine; `watch` may end it early.
 */
export function solveOrder(plan: OrderPlan, before: OrderContext | null = null, watch: Watch | null = null): Order {
  checkPlan(plan);
  const ids = plan.shots.map((s) => s.id);
  if (plan.school === 'story' || plan.shots.length < 2) {
    const told = timeOrder(plan, ids, before);
    return { ...told, optimal: plan.shots.length < 2 && told.violations.length === 0 };
  }
  const c = compile(plan, before);
  const proof = c.n <= MOST_EXACT ? provenWrap(c) : null;
  const found = search(c, plan, proof?.order ?? null, watch);
  const order = timeOrder(
    plan,
    found.map((i) => ids[i] as string),
    before,
  );
  const least = proof?.end ?? lowerBound(c);
  return { ...order, optimal: order.violations.length === 0 && order.wrapMin <= least + 1e-6 };
}

/** The least wrap of all orders that keep every rule, proven; null when there is none. */
function provenWrap(c: Compiled): { end: number; order: number[] } | null {
  const f = earliestEnds(c);
  const all = (1 << c.n) - 1;
  const best = bestOf(c, f, all);
  return best && { end: best.end, order: orderOf(f, all, best.last, best.m) };
}

/** No order can wrap before this: every shot’s minutes and its cheapest change-over, and meals that can’t be missed. */
function lowerBound(c: Compiled): number {
  let least = c.start;
  for (let j = 0; j < c.n; j += 1) {
    // Lines of a programme may lie over each other.
    if (c.programme[j] === 1) continue;
    let cheapest = c.first[j] as number;
    for (let i = 0; i < c.n; i += 1) if (i !== j) cheapest = Math.min(cheapest, c.change[i * c.n + j] as number);
    least += (c.minutes[j] as number) + cheapest;
  }
  for (const meal of c.meals) if (least > meal.latest) least += meal.minutes;
  return Math.max(least, ...Array.from(c.pin, (p, i) => (p === p ? p + (c.minutes[i] as number) : -Infinity)));
}

function search(c: Compiled, plan: OrderPlan, known: number[] | null, watch: Watch | null): number[] {
  const { school } = plan;
  const { n } = c;
  const timer = new Timer(c);
  const random = seeded((plan.seed ?? 1) * 2_654_435_761 + n);
  const needsMore = school === 'people' || school === 'effort';
  const rate = (order: ArrayLike<number>): Score => {
    const s = timer.time(order);
    if (needsMore) timer.more(order);
    return s;
  };
  const whole = (order: ArrayLike<number>) => {
    const s = timer.time(order);
    timer.more(order);
    return judged(s, school);
  };
  const starts = [
    ...(known ? [known] : []),
    Array.from({ length: n }, (_, i) => i),
    greedy(c, 0),
    greedy(c, 1),
    byDeadline(c),
  ].map((o) => inOrder(c, o));
  let best = starts[0] as number[];
  let bestJudged = whole(best);
  for (const o of starts.slice(1)) {
    const j = whole(o);
    if (lessThan(j, bestJudged)) [best, bestJudged] = [o, j];
  }
  if (n <= MOST_PERMUTED) return everyOrder(n, best, whole);
  const affordable =
    ((plan.budgetMs ?? DEFAULT_BUDGET_MS) * SHOTS_PER_MS) / (n * (c.meals.length + 1) * (needsMore ? 1.6 : 1));
  // A dozen shots have few enough neighbours to be seen many times over in less.
  const steps = Math.floor(Math.max(400, Math.min(affordable, n * n * 400)));
  const rounds = 2;
  const perRound = Math.floor(steps / rounds);
  const blocks = LEVELS.map((level) => classesOf(c, level));
  const order = new Int32Array(n);
  const next = new Int32Array(n);
  for (let round = 0; round < rounds; round += 1) {
    order.set(best);
    let at = cost(rate(order), school);
    let heat = round === 0 ? 16 : 6;
    const cool = (0.05 / heat) ** (1 / Math.max(1, perRound));
    for (let step = 0; step < perRound; step += 1) {
      if (watch && step % WATCH_STEPS === 0 && !report(best, (round + step / perRound) / rounds)) return best;
      heat *= cool;
      propose(order, next, random, c, blocks);
      const s = rate(next);
      const then = cost(s, school);
      if (then > at && random() >= Math.exp((at - then) / heat)) continue;
      order.set(next);
      at = then;
      const quick = judged(s, school);
      // Waiting is only worked out when all before it is as good.
      if (lessThan(bestJudged.slice(0, 5), quick.slice(0, 5))) continue;
      const j = whole(order);
      if (lessThan(j, bestJudged)) {
        best = Array.from(order);
        bestJudged = j;
      }
    }
    best = polish(c, best, whole);
    bestJudged = whole(best);
    if (watch && !report(best, (round + 1) / rounds)) return best;
  }
  return best;

  function report(o: readonly number[], share: number): boolean {
    const score = { ...timer.time(o) };
    return watch ? watch({ ids: o.map((i) => plan.shots[i]?.id ?? ''), score }, share) : true;
  }
}

/** Up to so many shots, every order is tried. */
const MOST_PERMUTED = 7;
function everyOrder(n: number, first: readonly number[], whole: (o: ArrayLike<number>) => readonly number[]): number[] {
  let best = [...first];
  let judgedBest = whole(best);
  // Heap’s algorithm: each order is one swap from the one before.
  const order = Array.from({ length: n }, (_, i) => i);
  const turns = new Array<number>(n).fill(0);
  const look = () => {
    const j = whole(order);
    if (lessThan(j, judgedBest)) [best, judgedBest] = [[...order], j];
  };
  look();
  for (let i = 0; i < n;) {
    const done = turns[i] as number;
    if (done >= i) {
      turns[i] = 0;
      i += 1;
      continue;
    }
    const from = i % 2 === 0 ? 0 : done;
    [order[from], order[i]] = [order[i] as number, order[from] as number];
    look();
    turns[i] = done + 1;
    i = 0;
  }
  return best;
}

/** What is best moved whole: all of one side, of one setup, of one place. */
const LEVELS = ['side', 'setup', 'place'] as const;
type Level = (typeof LEVELS)[number];

/** Shots that are the same to a change-over up to a level: moved together, they cost little between. */
function classesOf(c: Compiled, level: Level): Int32Array {
  const keys = new Map<string, number>();
  return Int32Array.from(c.plan.shots, (s) => {
    const key = [s.place, level === 'place' ? '' : s.setup, level === 'side' ? s.side : ''].join('\u0000');
    if (!keys.has(key)) keys.set(key, keys.size);
    return keys.get(key) as number;
  });
}

/** A neighbour: a stretch moved elsewhere (turned round half the time), two shots swapped, a stretch turned, or all that is together of one side, setup or place moved whole. */
function propose(
  order: Int32Array,
  next: Int32Array,
  random: () => number,
  c: Compiled,
  levels: readonly Int32Array[],
): void {
  const { n } = c;
  const pick = random();
  if (pick < 0.12) {
    next.set(order);
    const [i, j] = [Math.floor(random() * n), Math.floor(random() * n)];
    [next[i], next[j]] = [next[j] as number, next[i] as number];
    return;
  }
  let from = Math.floor(random() * n);
  let length = 1 + Math.floor(random() * random() * Math.min(8, n - 1));
  if (pick > 0.6) {
    // The whole block around it: most often of a side, now and then of a setup or place.
    const blocks = levels[pick > 0.88 ? 0 : pick > 0.83 ? 2 : pick > 0.72 ? 1 : 0] as Int32Array;
    const kind = blocks[order[from] as number];
    let to = from;
    while (from > 0 && blocks[order[from - 1] as number] === kind) from -= 1;
    while (to < n - 1 && blocks[order[to + 1] as number] === kind) to += 1;
    length = to - from + 1;
    if (pick > 0.93 && to < n - 1) {
      // And the one after it.
      const after = blocks[order[to + 1] as number];
      while (to < n - 1 && blocks[order[to + 1] as number] === after) to += 1;
      length = to - from + 1;
    }
    if (length >= n) length = Math.max(1, n - 1);
  }
  length = Math.min(length, n - from);
  if (pick < 0.25) {
    next.set(order);
    for (let k = 0; k < length; k += 1) next[from + k] = order[from + length - 1 - k] as number;
    return;
  }
  const rest = n - length;
  const to = Math.floor(random() * (rest + 1));
  const turned = random() < 0.4;
  let out = 0;
  let read = 0;
  for (let place = 0; place <= rest; place += 1) {
    if (place === to)
      for (let k = 0; k < length; k += 1) {
        next[out] = order[turned ? from + length - 1 - k : from + k] as number;
        out += 1;
      }
    if (place === rest) break;
    if (read === from) read += length;
    next[out] = order[read] as number;
    out += 1;
    read += 1;
  }
}

/** Every single move and swap, over and over, until none helps. */
function polish(c: Compiled, start: readonly number[], whole: (o: ArrayLike<number>) => readonly number[]): number[] {
  let best = [...start];
  let judgedBest = whole(best);
  const { n } = c;
  if (n > 90) return best;
  for (let again = true, passes = 0; again && passes < 4; passes += 1) {
    again = false;
    for (let from = 0; from < n; from += 1)
      for (let to = 0; to < n; to += 1) {
        if (from === to) continue;
        const o = [...best];
        const [s] = o.splice(from, 1);
        o.splice(to, 0, s as number);
        const j = whole(o);
        if (!lessThan(j, judgedBest)) continue;
        best = o;
        judgedBest = j;
        again = true;
      }
  }
  return best;
}

/** Always the shot that costs least next; `late` lets those whose window or pin is near go first. */
function greedy(c: Compiled, urgency: number): number[] {
  const left = new Set(Array.from({ length: c.n }, (_, i) => i));
  const order: number[] = [];
  let at = c.start;
  while (left.size > 0) {
    let best = -1;
    let least = Infinity;
    for (const s of left) {
      if ((c.after[s] as readonly number[]).some((o) => left.has(o))) continue;
      const last = order.at(-1);
      const change = last === undefined ? (c.first[s] as number) : (c.change[last * c.n + s] as number);
      const slack = deadline(c, s) - at - change;
      const wait = Math.max(0, opens(c, s) - at - change);
      const price = change + wait + (urgency === 0 ? 0 : Math.max(0, slack < 120 ? slack - 120 : 0));
      if (price < least) [best, least] = [s, price];
    }
    if (best < 0) best = [...left][0] as number;
    left.delete(best);
    const last = order.at(-1);
    const change = last === undefined ? (c.first[best] as number) : (c.change[last * c.n + best] as number);
    at = Math.max(at + change, opens(c, best)) + (c.minutes[best] as number);
    order.push(best);
  }
  return order;
}
const deadline = (c: Compiled, s: number): number => {
  const pin = c.pin[s] as number;
  if (pin === pin) return pin;
  const w = c.windows[s] as readonly (readonly [number, number])[];
  return w.length ? Math.max(...w.map(([, z]) => z)) - (c.minutes[s] as number) : Infinity;
};
const opens = (c: Compiled, s: number): number => {
  const pin = c.pin[s] as number;
  if (pin === pin) return pin;
  const w = c.windows[s] as readonly (readonly [number, number])[];
  return w.length ? Math.min(...w.map(([a]) => a)) : -Infinity;
};
const byDeadline = (c: Compiled): number[] =>
  Array.from({ length: c.n }, (_, i) => i).sort((a, b) => {
    const [x, y] = [deadline(c, a), deadline(c, b)];
    return x === y ? a - b : x - y;
  });

/** The same order with everything that must come earlier put before. */
function inOrder(c: Compiled, order: readonly number[]): number[] {
  const out: number[] = [];
  const done = new Uint8Array(c.n);
  const put = (s: number) => {
    if (done[s]) return;
    done[s] = 1;
    for (const other of c.after[s] as readonly number[]) put(other);
    out.push(s);
  };
  order.forEach(put);
  return out;
}
