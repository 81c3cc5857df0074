import { formatMinutes } from '../../base/units/index.ts';
import { compile, Timer } from './compile.ts';
import { without } from './drop.ts';
import { timeOrder } from './order.ts';
import { type Order, type OrderContext, type OrderPlan, type OrderShot, type Violation } from './orderModel.ts';
import { waitsOf } from './waits.ts';

/** Waiting longer than this, by a person or by everybody, is worth a mend. */
export const LONG_WAIT_MIN = 60;
const EARLIER_STEP_MIN = 15;
const MOST_EARLIER_STEPS = 8;
/** What leaving a shot away counts as, in minutes: rather a quarter of an hour than a should. */
const DROP_PRICE_MIN = { nice: 30, should: 90, must: Infinity } as const;
/** Moving a fixed start means telling people. */
const PIN_PRICE_MIN = 10;

/** Something of a day that is not as it should be: a broken rule, a person who waits long, or everybody waiting. */
export type Trouble =
  | { kind: 'rule'; violation: Violation }
  | { kind: 'waits'; person: string; minutes: number }
  | { kind: 'gap'; id: string; minutes: number };

/** One way to mend a trouble, and what it costs against the day as it is. */
export interface Mend {
  kind: 'move' | 'earlier' | 'drop' | 'pin';
  /** The shot that is moved, dropped or fixed anew; null for an earlier start. */
  id: string | null;
  /** The order after it. */
  ids: string[];
  /** For `move`: the shot it then stands before; null at the end. */
  beforeId: string | null;
  /** For `earlier`: by how much; for `pin`: the new start. */
  minutes: number;
  wrapMin: number;
  changeMin: number;
  /** What the choice went by, in minutes. */
  priceMin: number;
}
export interface Mended {
  trouble: Trouble;
  /** The cheapest of each kind, the cheapest first; none when nothing single helps. */
  mends: Mend[];
}

const PRIORITY_RANK = { must: 1000, should: 1, nice: 1 } as const;
/** How badly an order breaks rules; musts outweigh all else. */
const badness = (plan: OrderPlan, o: Order) =>
  o.violations.reduce((t, v) => {
    const shot = plan.shots.find((s) => s.id === v.ids[0]);
    return t + (shot ? PRIORITY_RANK[shot.priority ?? 'should'] : 1);
  }, 0);

/** Everything that is not as it should be in a timed order. */
export function troublesOf(plan: OrderPlan, o: Order): Trouble[] {
  const shots = o.order.map((t) => plan.shots.find((s) => s.id === t.id) as OrderShot);
  const waits = [...waitsOf(shots, o.order, o.meals)].filter(([, m]) => m > LONG_WAIT_MIN);
  return [
    ...o.violations.map((violation): Trouble => ({ kind: 'rule', violation })),
    ...waits.map(([person, minutes]): Trouble => ({ kind: 'waits', person, minutes })),
    ...gapsOf(plan, o)
      .filter((g) => g.minutes > LONG_WAIT_MIN)
      .map((g): Trouble => ({ kind: 'gap', ...g })),
  ];
}

/** Minutes nobody has anything to do, before each shot that has to wait. */
function gapsOf(plan: OrderPlan, o: Order): { id: string; minutes: number }[] {
  return o.order.map((t, i) => {
    const from = o.order[i - 1]?.endMin ?? plan.startMin;
    const eaten = o.meals.reduce(
      (sum, m) => sum + Math.max(0, Math.min(m.endMin, t.startMin) - Math.max(m.startMin, from)),
      0,
    );
    return { id: t.id, minutes: t.startMin - from - eaten - t.changeMin };
  });
}

function same(a: Trouble, b: Trouble): boolean {
  if (a.kind === 'waits') return b.kind === 'waits' && a.person === b.person;
  if (a.kind === 'gap') return b.kind === 'gap' && a.id === b.id;
  if (b.kind !== 'rule') return false;
  const [v, w] = [a.violation, b.violation];
  if (v.mealIndex !== undefined) return v.mealIndex === w.mealIndex;
  return v.code === w.code && v.ids[0] === w.ids[0];
}

/** At most so many troubles are mended, the first of the day first; the rest are only named. */
const MOST_MENDED = 12;
/** Places tried for one trouble: the nearest ones on a day longer than that. */
const MOST_TRIED = 320;
/** A candidate is judged quickly first; only the cheapest are timed in full. */
const sureTries = (lines: number) => Math.max(4, Math.min(40, Math.floor(3000 / lines)));

/** Something to try, with what it would cost by the quick timing. */
interface Candidate {
  kind: Mend['kind'];
  id: string | null;
  beforeId: string | null;
  minutes: number;
  ids: readonly string[];
  changed: OrderPlan;
  priceMin: number;
}

/**
 * The cheapest single mend of each trouble of a day: one shot elsewhere, an earlier start (only before the day has
 * begun), a shot left away, or a fixed start moved. A mend counts only when the trouble is gone and no rule breaks that held. Price: the minutes that
 * the wrap moves (an earlier start: its minutes), {@link DROP_PRICE_MIN} for a shot. Moves tried: the shot itself to every place, and every other to just after it.
 */
export function mendsOf(plan: OrderPlan, ids: readonly string[], before: OrderContext | null = null): Mended[] {
  const now = timeOrder(plan, ids, before);
  const bad = badness(plan, now);
  const index = new Map(plan.shots.map((s, i) => [s.id, i]));
  const shotAt = (id: string) => plan.shots[index.get(id) ?? -1];
  const asNumbers = (order: readonly string[]) => order.map((id) => index.get(id) as number);
  const timer = new Timer(compile(plan, before));
  const base = { ...timer.time(asNumbers(ids)) };
  const earlier = Array.from({ length: before === null ? MOST_EARLIER_STEPS : 0 }, (_, k) => {
    const minutes = (k + 1) * EARLIER_STEP_MIN;
    return { minutes, changed: { ...plan, startMin: plan.startMin - minutes } };
  });

  return troublesOf(plan, now).map((trouble, n): Mended => {
    if (n >= MOST_MENDED) return { trouble, mends: [] };
    const rule = trouble.kind === 'rule';
    const candidates: Candidate[] = [];
    const quick = (order: readonly string[]) => {
      const s = timer.time(asNumbers(order));
      const worse = s.mustBroken - base.mustBroken || s.broken - base.broken;
      return (rule ? worse < 0 : worse <= 0) ? s : null;
    };
    const moved = (id: string, to: number) => {
      // Nobody moves a programme.
      if (shotAt(id)?.programme) return;
      const rest = ids.filter((x) => x !== id);
      const order = [...rest.slice(0, to), id, ...rest.slice(to)];
      if (order.every((x, i) => x === ids[i])) return;
      const s = quick(order);
      if (!s) return;
      const priceMin = Math.max(0, s.wrapMin - base.wrapMin) + Math.max(0, s.changeMin - base.changeMin) / 4;
      candidates.push({
        kind: 'move',
        id,
        beforeId: rest[to] ?? null,
        minutes: 0,
        ids: order,
        changed: plan,
        priceMin,
      });
    };
    const own = ownShots(plan, ids, trouble);
    const meal = rule && own.length === 0;
    const at = meal ? mealPlace(now, trouble) : Math.max(...own.map((id) => ids.indexOf(id)));
    const near = Math.ceil(MOST_TRIED / 2 / Math.max(1, own.length));
    for (const id of own) {
      const from = ids.indexOf(id);
      for (let to = Math.max(0, from - near); to < Math.min(ids.length, from + near); to += 1) moved(id, to);
    }
    // Whatever stands before it can stand just behind it; into a gap, and before a late meal, goes what stands after it.
    if (trouble.kind !== 'gap')
      for (const id of ids.slice(Math.max(0, at + 1 - MOST_TRIED / 2), at + 1))
        if (!own.includes(id)) moved(id, meal ? at + 1 : at);
    if (trouble.kind === 'gap' || meal) for (const id of ids.slice(at + 1, at + 1 + MOST_TRIED / 2)) moved(id, at);
    if (rule) {
      for (const { minutes, changed } of earlier)
        candidates.push({ kind: 'earlier', id: null, beforeId: null, minutes, ids, changed, priceMin: minutes });
      for (const id of ids.slice(Math.max(0, at + 1 - MOST_TRIED / 2), at + 1)) {
        const shot = shotAt(id);
        const priceMin = DROP_PRICE_MIN[shot?.priority ?? 'should'];
        const order = ids.filter((x) => x !== id);
        if (priceMin === Infinity || !quick(order)) continue;
        const changed = without(plan, new Set([id]));
        candidates.push({
          kind: 'drop',
          id,
          beforeId: null,
          minutes: shot?.minutes ?? 0,
          ids: order,
          changed,
          priceMin,
        });
      }
      const [id] = trouble.violation.ids;
      const start = now.order.find((t) => t.id === id)?.startMin;
      if (trouble.violation.code === 'pin' && !shotAt(id ?? '')?.programme && id !== undefined && start !== undefined) {
        const pinned = Math.ceil(start / 5) * 5;
        const shots = plan.shots.map((s) => (s.id === id ? { ...s, pinnedStartMin: pinned } : s));
        const priceMin = PIN_PRICE_MIN + Math.abs(pinned - (shotAt(id)?.pinnedStartMin ?? pinned));
        candidates.push({
          kind: 'pin',
          id,
          beforeId: null,
          minutes: pinned,
          ids,
          changed: { ...plan, shots },
          priceMin,
        });
      }
    }
    return { trouble, mends: surest(candidates, trouble) };
  });

  /** Of each kind the cheapest that really mends, timed in full. */
  function surest(candidates: Candidate[], trouble: Trouble): Mend[] {
    const found: Mend[] = [];
    for (const kind of ['move', 'earlier', 'drop', 'pin'] as const) {
      const own = candidates.filter((c) => c.kind === kind).sort((a, b) => a.priceMin - b.priceMin);
      for (const { changed, ids: order, ...c } of own.slice(0, sureTries(ids.length))) {
        const o = timeOrder(changed, order, before);
        if (troublesOf(changed, o).some((t) => same(trouble, t))) continue;
        const still = badness(changed, o);
        if (trouble.kind === 'rule' ? still >= bad : still > bad) continue;
        found.push({ ...c, ids: [...order], wrapMin: o.wrapMin - now.wrapMin, changeMin: o.changeMin - now.changeMin });
        break;
      }
    }
    return found.sort((a, b) => a.priceMin - b.priceMin);
  }
}

/** The shots a trouble is about, in their order. */
function ownShots(plan: OrderPlan, ids: readonly string[], trouble: Trouble): string[] {
  if (trouble.kind === 'gap') return [trouble.id];
  if (trouble.kind === 'rule') return trouble.violation.ids;
  return ids.filter((id) => plan.shots.find((s) => s.id === id)?.people?.includes(trouble.person));
}

/** Index of the last shot before a late meal, or of the last shot when it is never had. */
function mealPlace(o: Order, trouble: Trouble & { kind: 'rule' }): number {
  const meal = o.meals[trouble.violation.mealIndex ?? -1];
  return meal ? o.order.findLastIndex((t) => t.endMin <= meal.startMin) : o.order.length - 1;
}

/** A mend as people say it: what to do, and what it costs. `say` names shots, `time` says a minute of the day. */
export function mendWords(m: Mend, say: (id: string) => string, time: (minute: number) => string): string {
  const wrap =
    Math.abs(m.wrapMin) < 0.5
      ? 'the same wrap'
      : `wrap ${formatMinutes(Math.abs(m.wrapMin))} ${m.wrapMin > 0 ? 'later' : 'earlier'}`;
  const name = m.id === null ? '' : say(m.id);
  if (m.kind === 'earlier') return `Start ${formatMinutes(m.minutes)} earlier`;
  if (m.kind === 'drop') return `Drop ${name}: ${wrap}`;
  if (m.kind === 'pin') return `Fix ${name} at ${time(m.minutes)} instead: ${wrap}`;
  return `${name} ${m.beforeId === null ? 'last' : `before ${say(m.beforeId)}`}: ${wrap}`;
}
