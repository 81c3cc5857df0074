import { timeOrder } from './order.ts';
import { type Order, type OrderContext, type OrderPlan } from './orderModel.ts';

/** Why a shot stands where it does: what it would cost to stand anywhere else. */
export interface WhyHere {
  id: string;
  /** Cheapest other place, and by how much the day is worse there; null when it is alone. */
  best: { index: number; wrapMin: number; changeMin: number; violations: number } | null;
  /** What keeps it from standing earlier, and later, in words. */
  earlier: string;
  later: string;
}

const minutes = (m: number) => `${Math.abs(Math.round(m))}\u00a0min`;

/** Moves one shot through every place of the order and tells what each costs. `say` names shots. */
export function whyHere(
  plan: OrderPlan,
  ids: readonly string[],
  id: string,
  say: (id: string) => string,
  before: OrderContext | null = null,
): WhyHere {
  const at = ids.indexOf(id);
  const now = timeOrder(plan, ids, before);
  const rest = ids.filter((x) => x !== id);
  const moved = (index: number): Order => timeOrder(plan, [...rest.slice(0, index), id, ...rest.slice(index)], before);
  const worse = (o: Order) => ({
    wrapMin: o.wrapMin - now.wrapMin,
    changeMin: o.changeMin - now.changeMin,
    violations: o.violations.length - now.violations.length,
  });
  let best: WhyHere['best'] = null;
  for (let index = 0; index <= rest.length; index += 1) {
    if (index === at) continue;
    const w = worse(moved(index));
    const better =
      !best ||
      w.violations < best.violations ||
      (w.violations === best.violations &&
        (w.wrapMin < best.wrapMin || (w.wrapMin === best.wrapMin && w.changeMin < best.changeMin)));
    if (better) best = { index, ...w };
  }
  const shot = plan.shots.find((s) => s.id === id);
  const word = (to: number, edge: string): string => {
    if (to < 0 || to > rest.length) return edge;
    const o = moved(to);
    const fresh = o.violations.filter((v) => !now.violations.some((x) => x.message === v.message));
    const [first] = fresh;
    if (first) {
      if (first.ids.includes(id) && first.code === 'pin') return 'its fixed start holds it';
      if (first.ids.includes(id) && first.code === 'window') return 'its window holds it';
      if (first.code === 'after') return `${say(first.ids[0] ?? '')} must come before or after it`;
      if (first.code.startsWith('meal')) return 'the meal would be late';
      return `${first.ids.map(say).join(', ')} would miss ${first.code === 'pin' ? 'its fixed start' : 'its window'}`;
    }
    const w = worse(o);
    if (w.wrapMin > 0.5) return `the day would wrap ${minutes(w.wrapMin)} later`;
    if (w.wrapMin < -0.5) return `the day would wrap ${minutes(w.wrapMin)} earlier`;
    if (w.changeMin > 0.5) return `${minutes(w.changeMin)} more of change-overs, hidden in waiting`;
    if (w.changeMin < -0.5) return `${minutes(w.changeMin)} less of change-overs, hidden in waiting`;
    return 'it would cost nothing';
  };
  const pinned = shot?.pinnedStartMin !== undefined;
  return {
    id,
    best,
    earlier: word(at - 1, pinned ? 'it is the first, at its fixed start' : 'it is the first'),
    later: word(at + 1, 'it is the last'),
  };
}

/** What an order costs against another of the same plan. */
export interface Price {
  wrapMin: number;
  changeMin: number;
  waitingMin: number;
  /** Rules that would break that now hold. */
  breaks: string[];
}
export function priceOf(
  plan: OrderPlan,
  ids: readonly string[],
  instead: readonly string[],
  before: OrderContext | null = null,
): Price {
  const [now, then] = [timeOrder(plan, ids, before), timeOrder(plan, instead, before)];
  return {
    wrapMin: then.wrapMin - now.wrapMin,
    changeMin: then.changeMin - now.changeMin,
    waitingMin: then.waitingMin - now.waitingMin,
    breaks: then.violations.filter((v) => !now.violations.some((x) => x.message === v.message)).map((v) => v.message),
  };
}
