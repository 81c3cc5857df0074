import { compile, Timer } from './compile.ts';
import { without } from './drop.ts';
import { timeOrder } from './order.ts';
import { type OrderContext, type OrderPlan } from './orderModel.ts';

/** What must go from an order so that the rest ends in time, in the order it has. */
export interface Cut {
  /** To leave away, in their order; empty when all fits. */
  goIds: string[];
  keptIds: string[];
  /** End of what is kept. */
  wrapMin: number;
  /** Whether it ends by `byMin` then. */
  reached: boolean;
}

const CLASSES = ['nice', 'should', 'must'] as const;

/**
 * The cut line: the fewest, least important lines to leave away so that what is kept, in its listed order and with every
 * move, meal and window still ahead, ends by `byMin` and comes to its windows as little late as can be. Nices go before shoulds before musts (those only with `musts`); within a class what saves most goes first, and what
 * turns out not to be needed comes back. Lines with a fixed start stay.
 */
export function cutToFit(
  plan: OrderPlan,
  ids: readonly string[],
  byMin: number,
  before: OrderContext | null = null,
  { musts = false }: { musts?: boolean } = {},
): Cut {
  const c = compile(plan, before);
  const timer = new Timer(c);
  const index = new Map(plan.shots.map((s, i) => [s.id, i]));
  const order = ids.map((id) => index.get(id) as number);
  /** Ends late, and how much is broken: both must not be. */
  const cost = (list: readonly number[]) => {
    if (list.length === 0) return 0;
    const s = timer.time(list);
    return Math.max(0, s.wrapMin - byMin) + s.lateMin;
  };
  let kept = order;
  let late = cost(kept);
  const gone: number[] = [];
  for (const rank of musts ? CLASSES : CLASSES.slice(0, 2)) {
    while (late > 1e-9) {
      let best: { s: number; late: number; length: number } | null = null;
      for (const s of kept) {
        const shot = plan.shots[s];
        if ((shot?.priority ?? 'should') !== rank || shot?.pinnedStartMin !== undefined) continue;
        const then = cost(kept.filter((x) => x !== s));
        // The one that is just enough, else the one that saves most.
        const better =
          !best || (then <= 1e-9 && best.late <= 1e-9 ? (shot?.minutes ?? 0) < best.length : then < best.late);
        if (better) best = { s, late: then, length: shot?.minutes ?? 0 };
      }
      // Lateness that nothing of this class can take away is somebody else’s.
      if (!best || best.late > late - 1e-9) break;
      const { s } = best;
      kept = kept.filter((x) => x !== s);
      gone.push(s);
      late = best.late;
    }
    if (late <= 1e-9) break;
  }
  // What turned out not to be needed comes back to its place, the most important first; one that is back may make room for another.
  for (let again = true; again;) {
    again = false;
    for (const s of [...gone].reverse()) {
      const more = order.filter((x) => x === s || kept.includes(x));
      const then = cost(more);
      if (then > late + 1e-9) continue;
      kept = more;
      late = then;
      gone.splice(gone.indexOf(s), 1);
      again = true;
    }
  }
  const idOf = (s: number) => plan.shots[s]?.id ?? '';
  const goIds = new Set(gone.map(idOf));
  const keptIds = ids.filter((id) => !goIds.has(id));
  const timed = timeOrder(without(plan, goIds), keptIds, before);
  return {
    goIds: ids.filter((id) => goIds.has(id)),
    keptIds,
    wrapMin: timed.wrapMin,
    reached: timed.wrapMin <= byMin + 1e-9,
  };
}

/** The last move still ahead: what comes after it, and when it must begin at the latest. */
export interface LastMove {
  /** The first shot at the new place. */
  id: string;
  /** When the order has it begin, load-out first. */
  planMin: number;
  /** The latest it may begin so that what follows ends by `byMin` and keeps what it keeps now; null when it is too late already. */
  latestMin: number | null;
}

const SEARCH_STEPS = 14;

/** Back-timing: how late the last move of an order may begin. Null when no move is ahead. Found by halving, to a tenth of a minute over a day. */
export function lastMove(
  plan: OrderPlan,
  ids: readonly string[],
  byMin: number,
  before: OrderContext | null = null,
): LastMove | null {
  const timed = timeOrder(plan, ids, before);
  const at = timed.order.findLastIndex((t) => t.changeKind === 'place');
  const first = timed.order[at];
  if (!first) return null;
  const rest = ids.slice(at);
  const inRest = new Set(rest);
  const previous = at > 0 ? (plan.shots.find((s) => s.id === ids[at - 1]) ?? null) : before;
  const own: OrderPlan = {
    ...plan,
    meals: [],
    shots: plan.shots
      .filter((s) => inRest.has(s.id))
      .map((s) => (s.after ? { ...s, after: s.after.filter((a) => inRest.has(a)) } : s)),
  };
  const eaten = timed.meals
    .filter((m) => m.startMin >= (timed.order[at - 1]?.endMin ?? plan.startMin))
    .reduce((t, m) => t + m.endMin - m.startMin, 0);
  const planMin = first.startMin - first.changeMin;
  const inTime = (startMin: number) => {
    const o = timeOrder({ ...own, startMin }, rest, previous);
    return o.violations.length === 0 && o.wrapMin + eaten <= byMin + 1e-9;
  };
  const begin = timed.order[at - 1]?.endMin ?? plan.startMin;
  if (!inTime(begin)) return { id: first.id, planMin, latestMin: null };
  let [low, high] = [begin, Math.max(begin, byMin)];
  for (let i = 0; i < SEARCH_STEPS; i += 1) {
    const middle = (low + high) / 2;
    if (inTime(middle)) low = middle;
    else high = middle;
  }
  return { id: first.id, planMin, latestMin: low };
}
