import { compile, Timer } from './compile.ts';
import { earliestEnds, bestOf, orderOf } from './exact.ts';
import { cutToFit } from './cut.ts';
import { without } from './drop.ts';
import { solveOrder } from './solve.ts';
import { timeOrder } from './order.ts';
import { type Order, type OrderContext, type OrderPlan, type OrderShot } from './orderModel.ts';

/** What a shot is worth: a must outweighs all shoulds, a should all nices. */
const WORTH: Readonly<Record<NonNullable<OrderShot['priority']>, number>> = { must: 10_000, should: 100, nice: 1 };
const worthOf = (s: OrderShot) => WORTH[s.priority ?? 'should'];

/** Milliseconds’ worth of steps for seeking an order of more than can be looked at whole. */
const SEEK_MS = 60;

/** Every set of so many is looked at: an answer in less than a blink. */
const MOST_LOOKED_AT = 12;

export interface LeftSet {
  /** What to take, in order. */
  ids: string[];
  /** What must be left. */
  leftIds: string[];
  order: Order;
}

/**
 * “I have so many minutes”: of the shots still to do the best set that ends by `plan.startMin + minutes`, and its order: most musts, then shoulds, then nices, then the earliest
 * end. Change-overs, moves, windows, pins and meals still ahead are counted. Every set of up to 12 is looked at; of more, the 12 of most worth for their minutes, and all in a sought order cut till they fit: the worthier of the two. `before`
 * is what stands now.
 */
export function bestInTime(plan: OrderPlan, minutes: number, before: OrderContext | null): LeftSet {
  const end = plan.startMin + minutes;
  const meals = (plan.meals ?? []).filter((m) => plan.startMin + (m.earliestAfterMin ?? 0) < end);
  const fits = plan.shots.filter((s) => {
    if (s.minutes > minutes) return false;
    if (s.pinnedStartMin !== undefined) return s.pinnedStartMin >= plan.startMin && s.pinnedStartMin + s.minutes <= end;
    return !s.windows?.length || s.windows.some(([a, z]) => Math.max(a, plan.startMin) + s.minutes <= Math.min(z, end));
  });
  const chosen =
    fits.length <= MOST_LOOKED_AT
      ? fits
      : [...fits]
          .sort(
            (a, b) =>
              worthOf(b) / (b.minutes + near(plan, before, b)) - worthOf(a) / (a.minutes + near(plan, before, a)),
          )
          .slice(0, MOST_LOOKED_AT);
  const inSet = new Set(chosen.map((s) => s.id));
  const small: OrderPlan = {
    ...plan,
    meals,
    shots: chosen.map((s) => (s.after ? { ...s, after: s.after.filter((a) => inSet.has(a)) } : s)),
  };
  const none = (): LeftSet => ({
    ids: [],
    leftIds: plan.shots.map((s) => s.id),
    order: timeOrder({ ...small, shots: [] }, [], before),
  });
  if (chosen.length === 0) return none();
  const c = compile(small, before);
  const f = earliestEnds(c);
  let best: { set: number; worth: number; end: number; last: number; m: number } | null = null;
  for (let set = 1; set < 1 << c.n; set += 1) {
    let worth = 0;
    for (let i = 0; i < c.n; i += 1) if (set & (1 << i)) worth += worthOf(small.shots[i] as OrderShot);
    if (best && worth < best.worth) continue;
    const at = bestOf(c, f, set);
    if (!at || at.end > end + 1e-9) continue;
    if (!best || worth > best.worth || at.end < best.end) best = { set, worth, end: at.end, last: at.last, m: at.m };
  }
  if (!best) return none();
  const exact = orderOf(f, best.set, best.last, best.m).map((i) => small.shots[i]?.id ?? '');
  const ids =
    fits.length > chosen.length && exact.length >= chosen.length - 2
      ? worthier(exact, cutOf(plan, fits, meals, end, before), plan)
      : exact;
  return setOf(plan, ids, meals, before);
}

/** Of more than can be looked at whole: all of them in a sought order, cut till they fit. */
function cutOf(
  plan: OrderPlan,
  fits: readonly OrderShot[],
  meals: NonNullable<OrderPlan['meals']>,
  end: number,
  before: OrderContext | null,
): string[] {
  const inSet = new Set(fits.map((s) => s.id));
  const all: OrderPlan = {
    ...plan,
    school: 'changeovers',
    budgetMs: SEEK_MS,
    meals,
    shots: fits.map((s) => (s.after ? { ...s, after: s.after.filter((a) => inSet.has(a)) } : s)),
  };
  const sought = solveOrder(all, before).order.map((o) => o.id);
  const cut = cutToFit(all, sought, end, before, { musts: true });
  // Nothing is offered that would miss its window.
  const whole = timeOrder(without(all, new Set(cut.goIds)), cut.keptIds, before);
  return cut.reached && whole.violations.length === 0 ? cut.keptIds : [];
}

function worthier(a: string[], b: string[], plan: OrderPlan): string[] {
  const worth = (ids: readonly string[]) => plan.shots.reduce((t, s) => t + (ids.includes(s.id) ? worthOf(s) : 0), 0);
  return worth(b) > worth(a) ? b : a;
}

function setOf(
  plan: OrderPlan,
  ids: string[],
  meals: NonNullable<OrderPlan['meals']>,
  before: OrderContext | null,
): LeftSet {
  const taken = new Set(ids);
  return {
    ids,
    leftIds: plan.shots.filter((s) => !taken.has(s.id)).map((s) => s.id),
    order: timeOrder(
      {
        ...plan,
        meals,
        shots: plan.shots
          .filter((s) => taken.has(s.id))
          .map((s) => (s.after ? { ...s, after: s.after.filter((a) => taken.has(a)) } : s)),
      },
      ids,
      before,
    ),
  };
}

function near(plan: OrderPlan, before: OrderContext | null, shot: OrderShot): number {
  const c = compile({ ...plan, shots: [{ ...shot, after: [] }], meals: [] }, before);
  return new Timer(c).time([0]).changeMin;
}
