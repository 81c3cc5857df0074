import { InputError } from '../../base/errors/index.ts';
import { waitingMinutes, worked } from './waits.ts';
import {
  type ChangeKind,
  type Order,
  type OrderContext,
  type OrderPlan,
  type OrderShot,
  type TimedShot,
  type Violation,
} from './orderModel.ts';

/** The change-over before `next` when `before` was the last thing shot (null: nothing yet). Rules: docs/formulas, day.order. */
export function changeBetween(
  change: OrderPlan['change'],
  before: OrderContext | null,
  next: OrderContext,
): { kind: ChangeKind; minutes: number } {
  const full = wholeChange(change, before, next);
  if (!before?.programme || !next.programme) return full;
  // Between two lines of a programme there is the time there is.
  const gapMin = (next.pinnedStartMin ?? 0) - (before.pinnedStartMin ?? 0) - (before.minutes ?? 0);
  return { ...full, minutes: Math.min(full.minutes, Math.max(0, gapMin)) };
}

function wholeChange(
  change: OrderPlan['change'],
  before: OrderContext | null,
  next: OrderContext,
): { kind: ChangeKind; minutes: number } {
  const rigFromNothing = change.relightMin?.[`>${next.setup}`] ?? change.relightDefaultMin;
  if (!before) return { kind: 'first', minutes: rigFromNothing };
  if (before.place !== next.place) {
    return { kind: 'place', minutes: (change.moveMin[`${before.place}>${next.place}`] ?? 0) + rigFromNothing };
  }
  if (before.setup !== next.setup) {
    return { kind: 'setup', minutes: change.relightMin?.[`${before.setup}>${next.setup}`] ?? change.relightDefaultMin };
  }
  const swap = (before.lens === next.lens ? 0 : change.lensMin) + (before.rig === next.rig ? 0 : change.rigMin);
  if (before.side !== next.side) return { kind: 'side', minutes: Math.max(change.turnaroundMin, swap) };
  return { kind: 'same', minutes: change.repositionMin + swap };
}

/** Earliest start of a shot from `ready` on, within its pin or windows; `lateMin` says by how much it breaks them. */
function startOf(
  shot: OrderShot,
  ready: number,
  alongside: boolean,
): { start: number; lateMin: number; broken: 'pin' | 'window' | null } {
  if (shot.programme && shot.pinnedStartMin !== undefined) {
    const lateMin = alongside ? 0 : Math.max(0, ready - shot.pinnedStartMin);
    return { start: shot.pinnedStartMin, lateMin, broken: lateMin > 0 ? 'pin' : null };
  }
  if (shot.pinnedStartMin !== undefined) {
    const lateMin = ready - shot.pinnedStartMin;
    return lateMin > 0
      ? { start: ready, lateMin, broken: 'pin' }
      : { start: shot.pinnedStartMin, lateMin: 0, broken: null };
  }
  if (!shot.windows?.length) return { start: ready, lateMin: 0, broken: null };
  let best = Infinity;
  // One that fits in none waits for the one it overruns least: what it needs isn’t there before.
  let overrunning = ready;
  let leastOverrunMin = Infinity;
  for (const [from, to] of shot.windows) {
    const start = Math.max(ready, from);
    const overrunMin = start + shot.minutes - to;
    if (overrunMin <= 0) best = Math.min(best, start);
    else if (overrunMin < leastOverrunMin) [overrunning, leastOverrunMin] = [start, overrunMin];
  }
  if (best < Infinity) return { start: best, lateMin: 0, broken: null };
  return { start: overrunning, lateMin: leastOverrunMin, broken: 'window' };
}

/** One way to have come so far: its faults first, then how late it is. Compared field by field. */
interface Way {
  mustBroken: number;
  broken: number;
  lateMin: number;
  end: number;
  changeMin: number;
  back: Way | null;
  shot: TimedShot | null;
  meal: { startMin: number; endMin: number } | null;
  violations: Violation[];
}

function better(a: Way, b: Way | undefined): boolean {
  if (!b) return true;
  return (a.mustBroken - b.mustBroken || a.broken - b.broken || a.lateMin - b.lateMin || a.end - b.end) < 0;
}

/** Puts meal `mealIndex` at the end of a way so far, with its fault where it comes too late. */
function takeMeal(plan: OrderPlan, way: Way, mealIndex: number): void {
  const m = plan.meals?.[mealIndex] as NonNullable<OrderPlan['meals']>[number];
  const start = Math.max(way.end, plan.startMin + (m.earliestAfterMin ?? 0));
  const lateMin = start - (plan.startMin + m.latestAfterMin);
  if (lateMin > 0) {
    way.broken += 1;
    way.lateMin += lateMin;
    way.violations.push({
      code: 'meal.late',
      message: `Meal ${mealIndex + 1} starts ${Math.ceil(lateMin)} min late.`,
      ids: [],
      mealIndex,
    });
  }
  way.meal = { startMin: start, endMin: start + m.minutes };
  way.end = start + m.minutes;
}

/** Nobody goes without a meal to save a window: of ways to the end, by the meals taken on them, the one with the fewest missed, then the best. */
function lastOf(plan: OrderPlan, ways: readonly (Way | undefined)[]): Way {
  const meals = plan.meals ?? [];
  let best: Way | undefined;
  let fewest = Infinity;
  for (const [taken, way] of ways.entries()) {
    if (!way) continue;
    const end: Way = { ...way, violations: [...way.violations] };
    let missed = 0;
    meals.slice(taken).forEach((m, k) => {
      if (way.end <= plan.startMin + m.latestAfterMin) return;
      missed += 1;
      end.broken += 1;
      // A meal never had is as late as the day is long: a late meal is better than none.
      end.lateMin += way.end - plan.startMin - m.latestAfterMin;
      end.violations.push({
        code: 'meal.missed',
        message: `There is no gap for meal ${taken + k + 1}.`,
        ids: [],
        mealIndex: taken + k,
      });
    });
    if (missed < fewest || (missed === fewest && better(end, best))) [best, fewest] = [end, missed];
  }
  return best as Way;
}

/**
 * Times a given order: every shot and meal as early as the order, windows, pins and limits allow. Meals are
 * taken in their order, each between two shots, where they cost least; the change-over follows the meal. A
 * meal is due only if the last shot ends after its latest start, and one that is due is had, whatever window it costs. What can't be kept is named in `violations`.
 * One forward pass over (shots done, meals taken), exact because starting a shot earlier never ends it later.
 */
export function timeOrder(plan: OrderPlan, ids: readonly string[], before: OrderContext | null = null): Order {
  const byId = new Map(plan.shots.map((s) => [s.id, s]));
  const shots = ids.map((shotId, i) => {
    const shot = byId.get(shotId);
    if (!shot) throw new InputError('order.unknown', `“${shotId}” is not in the plan.`, [i]);
    return shot;
  });
  const meals = plan.meals ?? [];
  const place = new Map(ids.map((shotId, i) => [shotId, i]));
  let ways: (Way | undefined)[] = [
    {
      mustBroken: 0,
      broken: 0,
      lateMin: 0,
      end: plan.startMin,
      changeMin: 0,
      back: null,
      shot: null,
      meal: null,
      violations: [],
    },
  ];

  shots.forEach((shot, i) => {
    const previous = i > 0 ? (shots[i - 1] as OrderShot) : before;
    const change = changeBetween(plan.change, previous, shot);
    const wrongAfter = (shot.after ?? []).filter((other) => (place.get(other) ?? -1) > i);
    const next: (Way | undefined)[] = [];
    const go = (from: Way, taken: number, mealIndex: number | null) => {
      const way: Way = { ...from, back: from, meal: null, violations: [] };
      if (mealIndex !== null) takeMeal(plan, way, mealIndex);
      const alongside = previous?.programme === true && mealIndex === null;
      const { start, lateMin, broken } = startOf(shot, way.end + change.minutes, alongside);
      const fault = (violation: Violation) => {
        way.broken += 1;
        if (shot.priority === 'must') way.mustBroken += 1;
        way.violations.push(violation);
      };
      if (broken) {
        way.lateMin += lateMin;
        fault({
          code: broken,
          message:
            broken === 'pin'
              ? shot.programme
                ? `${shot.id} begins ${Math.ceil(lateMin)} min before what comes before it is done.`
                : `${shot.id} can’t start at its pinned time.`
              : `${shot.id} doesn’t fit any of its windows.`,
          ids: [shot.id],
        });
      }
      if (wrongAfter.length)
        fault({
          code: 'after',
          message: `${shot.id} comes before ${wrongAfter.join(', ')}, which it needs first.`,
          ids: [shot.id, ...wrongAfter],
        });
      const endMin = start + shot.minutes;
      // What lies over it may go on for longer.
      way.end = shot.programme ? Math.max(way.end, endMin) : endMin;
      way.changeMin += change.minutes;
      way.shot = { id: shot.id, changeKind: change.kind, changeMin: change.minutes, startMin: start, endMin };
      const slot = mealIndex === null ? taken : mealIndex + 1;
      if (better(way, next[slot])) next[slot] = way;
    };
    ways.forEach((way, taken) => {
      if (!way) return;
      go(way, taken, null);
      if (i > 0 && taken < meals.length) go(way, taken, taken);
    });
    ways = next;
  });

  const last = lastOf(plan, ways);

  const order: TimedShot[] = [];
  const taken: Order['meals'] = [];
  const violations: Violation[] = [];
  for (let way: Way | null = last; way; way = way.back) {
    if (way.shot) order.unshift(way.shot);
    if (way.meal) taken.unshift(way.meal);
    violations.unshift(...way.violations);
  }
  const wrapMin = last.end;
  const sum = (list: readonly { startMin: number; endMin: number }[]) =>
    list.reduce((t, x) => t + x.endMin - x.startMin, 0);
  return {
    order,
    meals: taken,
    changeMin: last.changeMin,
    idleMin: wrapMin - plan.startMin - worked(order) - last.changeMin - sum(taken),
    waitingMin: waitingMinutes(shots, order, taken),
    wrapMin,
    optimal: false,
    violations,
  };
}
