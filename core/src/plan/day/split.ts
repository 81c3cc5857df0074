import { compile, Timer, type Compiled } from './compile.ts';
import { type OrderPlan } from './orderModel.ts';
import { checkPlan } from './checkOrder.ts';
import { InputError } from '../../base/errors/index.ts';
import { seeded } from '../../base/random/index.ts';
import { solveOrder } from './solve.ts';

/** One of several days, or one of several units that work apart: its own start, end and meals; which shots it may have. */
export interface Lane {
  name: string;
  startMin: number;
  /** Wrap that is wanted. */
  byMin: number;
  meals?: OrderPlan['meals'];
  /** Shots it can’t have: somebody or some place is not there. */
  cannot?: readonly string[];
  /** Shots it must have. */
  holds?: readonly string[];
}

export interface Split {
  lanes: { name: string; ids: string[]; wrapMin: number; overMin: number; changeMin: number; broken: number }[];
  overMin: number;
  changeMin: number;
}

const STEPS_PER_MS = 700;
/** So often it says how far it is. */
const SHARE_STEPS = 4096;
/** A minute over the wanted wrap against a minute of change-overs. */
const OVER_WEIGHT = 8;

/**
 * Shots shared out over several days, then each day put in order: least minutes over, then least change-overs. Setups and places are kept together, since only shots that
 * share them are cheap together. Seeded: shots move from lane to lane and within one, then each lane is solved by itself. Throws
 * `InputError` when a shot has no lane it may be in.
 */
export function splitOrder(
  plan: OrderPlan,
  lanes: readonly Lane[],
  {
    budgetMs = 3000,
    oneAfterTheOther = true,
    onShare,
  }: {
    budgetMs?: number;
    oneAfterTheOther?: boolean;
    /** Hears how far it is, as a share of its steps. */
    onShare?: (share: number) => void;
  } = {},
): Split {
  checkPlan(plan);
  if (lanes.length === 0) throw new InputError('split.lanes', 'There is no day to put shots on.', ['lanes']);
  const { shots } = plan;
  const allowed = shots.map((s, i) => {
    const held = lanes.findIndex((l) => l.holds?.includes(s.id));
    const list = held >= 0 ? [held] : lanes.flatMap((l, k) => (l.cannot?.includes(s.id) ? [] : [k]));
    if (list.length === 0) throw new InputError('split.nowhere', `“${s.id}” can be on none of the days.`, ['shots', i]);
    return list;
  });
  const compiled = lanes.map((l): Compiled => compile({ ...plan, startMin: l.startMin, meals: l.meals ?? [] }));
  const timers = compiled.map((c) => new Timer(c));
  const random = seeded((plan.seed ?? 1) * 40_503 + shots.length);
  const orders = firstOrders(plan, lanes, allowed);
  const overs = new Float64Array(lanes.length);
  const costOf = (k: number): number => {
    overs[k] = 0;
    const o = orders[k] as number[];
    if (o.length === 0) return 0;
    const s = (timers[k] as Timer).time(o);
    const lane = lanes[k] as Lane;
    overs[k] = Math.max(0, s.wrapMin - (oneAfterTheOther ? lane.byMin : lane.startMin)) * OVER_WEIGHT;
    return s.mustBroken * 1e6 + s.broken * 1e4 + s.lateMin * 5 + s.changeMin + 0.02 * s.wrapMin;
  };
  // Days: each wants its own wrap. Units side by side: the one that wraps last decides.
  const late = () => (oneAfterTheOther ? overs.reduce((a, b) => a + b, 0) : Math.max(...overs));
  // What must come earlier may not stand on a later day.
  const place = new Map(shots.map((s, i) => [s.id, i]));
  const pairs = oneAfterTheOther
    ? shots.flatMap((s, i) => (s.after ?? []).map((a) => [place.get(a) as number, i] as const))
    : [];
  const laneOf = new Int32Array(shots.length);
  orders.forEach((o, k) => o.forEach((i) => (laneOf[i] = k)));
  const crossings = () => pairs.reduce((t, [a, b]) => t + ((laneOf[a] as number) > (laneOf[b] as number) ? 1e4 : 0), 0);
  let crossed = crossings();
  const costs = lanes.map((_, k) => costOf(k));
  let lateNow = late();
  const steps = Math.floor((budgetMs * STEPS_PER_MS * lanes.length) / Math.max(1, shots.length));
  let heat = 40;
  const cool = (0.2 / heat) ** (1 / Math.max(1, steps));
  for (let step = 0; step < steps; step += 1) {
    if (step % SHARE_STEPS === 0) onShare?.(step / steps);
    heat *= cool;
    const from = Math.floor(random() * lanes.length);
    const source = orders[from] as number[];
    if (source.length === 0) continue;
    const at = Math.floor(random() * source.length);
    const length = Math.min(source.length - at, 1 + Math.floor(random() * random() * 6));
    const part = source.slice(at, at + length);
    const to = random() < 0.5 ? from : Math.floor(random() * lanes.length);
    if (to !== from && part.some((i) => !(allowed[i] as number[]).includes(to))) continue;
    const [wasFrom, wasTo] = [source, orders[to] as number[]];
    const without = [...source.slice(0, at), ...source.slice(at + length)];
    const base = to === from ? without : wasTo;
    const place = Math.floor(random() * (base.length + 1));
    const next = [...base.slice(0, place), ...part, ...base.slice(place)];
    orders[from] = without;
    orders[to] = next;
    const [a, b] = [costs[from] as number, costs[to] as number];
    const [overFrom, overTo] = [overs[from] as number, overs[to] as number];
    const [x, y] = [costOf(from), to === from ? 0 : costOf(to)];
    const lateThen = late();
    for (const i of part) laneOf[i] = to;
    const cross = to === from ? crossed : crossings();
    const gain = (to === from ? a - x : a + b - x - y) + crossed - cross + lateNow - lateThen;
    if (gain < 0 && random() >= Math.exp(gain / heat)) {
      orders[from] = wasFrom;
      orders[to] = wasTo;
      for (const i of part) laneOf[i] = from;
      overs[from] = overFrom;
      overs[to] = overTo;
      continue;
    }
    crossed = cross;
    lateNow = lateThen;
    costs[from] = x;
    if (to !== from) costs[to] = y;
  }
  const done = lanes.map((l, k) =>
    solvedLane(
      plan,
      l,
      (orders[k] as number[]).map((i) => shots[i]?.id ?? ''),
    ),
  );
  return {
    lanes: done,
    overMin: done.reduce((t, l) => t + l.overMin, 0),
    changeMin: done.reduce((t, l) => t + l.changeMin, 0),
  };
}

/** Whole setups go to the lane that has most room left, of those that each shot may be in (`allowed`). */
function firstOrders(plan: OrderPlan, lanes: readonly Lane[], allowed: readonly number[][]): number[][] {
  const { shots } = plan;
  const orders: number[][] = lanes.map(() => []);
  const groups = new Map<string, number[]>();
  shots.forEach((s, i) =>
    groups.set(`${s.place}\u0000${s.setup}`, [...(groups.get(`${s.place}\u0000${s.setup}`) ?? []), i]),
  );
  const room = lanes.map((l) => l.byMin - l.startMin);
  for (const group of [...groups.values()].sort((a, b) => b.length - a.length))
    for (const i of group) {
      const mine = allowed[i] as number[];
      const first = group[0] as number;
      const same = orders.findIndex((o) => o.includes(first));
      const lane =
        same >= 0 && mine.includes(same) && (room[same] as number) > 0
          ? same
          : mine.reduce((a, b) => ((room[b] as number) > (room[a] as number) ? b : a));
      (orders[lane] as number[]).push(i);
      room[lane] = (room[lane] as number) - (shots[i]?.minutes ?? 0) - 4;
    }
  return orders;
}

/** The shots of one lane in their own best order. What must come earlier and is on another lane holds nothing here. */
function solvedLane(plan: OrderPlan, lane: Lane, ids: readonly string[]): Split['lanes'][number] {
  const inLane = new Set(ids);
  const own: OrderPlan = {
    ...plan,
    school: 'changeovers',
    budgetMs: Math.min(plan.budgetMs ?? 400, 400),
    startMin: lane.startMin,
    meals: lane.meals ?? [],
    shots: ids.map((id) => {
      const s = plan.shots.find((x) => x.id === id) as OrderPlan['shots'][number];
      return s.after ? { ...s, after: s.after.filter((x) => inLane.has(x)) } : s;
    }),
  };
  const o = solveOrder(own);
  return {
    name: lane.name,
    ids: o.order.map((x) => x.id),
    wrapMin: o.wrapMin,
    overMin: Math.max(0, o.wrapMin - lane.byMin),
    changeMin: o.changeMin,
    broken: o.violations.length,
  };
}
