import { timeOrder } from './order.ts';
import { type OrderContext, type OrderPlan } from './orderModel.ts';
import { unitPlan } from './plan.ts';
import { nameItems } from './clashes.ts';
import { type DayPlan } from './dayPlan.ts';

export interface Projection {
  /** Projected end of strike, minutes of the day. */
  wrapMin: number;
  /** Minutes behind the plan (negative: ahead). */
  behindMin: number;
  /** Ids of the rows still to do, in order. */
  leftIds: string[];
  /** What can't be kept from here on, in words. */
  troubles: string[];
  /** What the main unit has still to do, as a plan of its own; null when nothing is. */
  rest: RemainingDay | null;
  /** The same for each unit. */
  rests: Readonly<Record<number, RemainingDay | null>>;
}

/** A shot in hand is taken to need at least this many minutes more. */
const LEAST_LEFT_MIN = 2;

/**
 * Where the day will end from here, timed by the same `timeOrder` as the plan. `doneIds` are rows got or dropped;
 * `current` is the row being worked on and when that began. Meals whose latest start has passed count as eaten.
 */
export function projectDay(
  plan: DayPlan,
  nowMin: number,
  doneIds: ReadonlySet<string>,
  current: { itemId: string; startedMin: number } | null,
): Projection {
  const [main, ...others] = plan.units;
  if (!main || others.length === 0) return projectUnit(plan, nowMin, doneIds, current);
  const each = plan.units.map((u) => projectUnit(unitPlan(plan, u.unit), nowMin, doneIds, current));
  const wrapMin = Math.max(...each.map((p) => p.wrapMin));
  return {
    wrapMin,
    behindMin: wrapMin - plan.wrapMin,
    leftIds: each.flatMap((p) => p.leftIds),
    troubles: each.flatMap((p) => p.troubles),
    rest: each[0]?.rest ?? null,
    rests: Object.fromEntries(plan.units.map((u, i) => [u.unit, each[i]?.rest ?? null])),
  };
}

function projectUnit(
  plan: DayPlan,
  nowMin: number,
  doneIds: ReadonlySet<string>,
  current: { itemId: string; startedMin: number } | null,
): Projection {
  const unit = plan.units[0]?.unit ?? 1;
  const rest = remainingDay(plan, nowMin, doneIds, current);
  if (!rest) {
    const lastEnd = Math.min(nowMin, plan.wrapMin - plan.day.strikeMin);
    const wrapMin = doneIds.size ? Math.max(lastEnd, nowMin) + plan.day.strikeMin : plan.wrapMin;
    return {
      wrapMin,
      behindMin: wrapMin - plan.wrapMin,
      leftIds: [],
      troubles: [],
      rest: null,
      rests: { [unit]: null },
    };
  }
  const timed = timeOrder(rest.order, rest.ids, rest.before);
  const wrapMin = timed.wrapMin + plan.day.strikeMin;
  return {
    wrapMin,
    behindMin: wrapMin - plan.wrapMin,
    leftIds: rest.ids,
    troubles: nameItems(plan.rows, timed.violations).map((v) => v.message),
    rest,
    rests: { [unit]: rest },
  };
}

/** What is still to do, as a plan of its own that begins now; null when nothing is. */
export interface RemainingDay {
  order: OrderPlan;
  ids: string[];
  /** What stands before the first of it. */
  before: OrderContext | null;
}

/** The rest of a day: rows neither got nor dropped, the one in hand first with what it still needs, meals whose latest start has not passed. */
export function remainingDay(
  plan: DayPlan,
  nowMin: number,
  doneIds: ReadonlySet<string>,
  current: { itemId: string; startedMin: number } | null,
): RemainingDay | null {
  const left = plan.rows.filter((row) => !doneIds.has(row.itemId));
  if (left.length === 0) return null;
  const inHand = left.find((row) => row.itemId === current?.itemId);
  // The change-over to the shot in hand lies behind it: its own place stands before it, and the reposition is credited.
  const credit = inHand ? plan.order.change.repositionMin : 0;
  const startMin = Math.max(nowMin, plan.order.startMin) - credit;
  const queue = inHand ? [inHand, ...left.filter((row) => row !== inHand)] : left;
  const lastDone = plan.rows.filter((row) => doneIds.has(row.itemId)).at(-1);
  const find = (itemId: string) => plan.order.shots.find((s) => s.id === itemId) as OrderPlan['shots'][number];
  const previous = inHand ?? lastDone;
  const before: OrderContext | null = previous ? find(previous.itemId) : null;

  const shots = plan.order.shots.map((shot) => {
    if (shot.programme && shot.pinnedStartMin !== undefined && shot.pinnedStartMin < startMin) {
      // Already going on, or about to be over.
      const endMin = Math.max(nowMin + LEAST_LEFT_MIN, shot.pinnedStartMin + shot.minutes);
      return { ...shot, pinnedStartMin: startMin, minutes: endMin - startMin };
    }
    if (shot.id !== inHand?.itemId || !current || shot.programme) return shot;
    const { pinnedStartMin: _started, windows: _open, ...rest } = shot;
    return { ...rest, minutes: Math.max(LEAST_LEFT_MIN, shot.minutes - (nowMin - current.startedMin)) };
  });
  const meals = (plan.order.meals ?? [])
    .map((m) => ({
      minutes: m.minutes,
      earliest: plan.order.startMin + (m.earliestAfterMin ?? 0),
      latest: plan.order.startMin + m.latestAfterMin,
    }))
    .filter((m) => m.latest >= startMin)
    .map((m) => ({
      minutes: m.minutes,
      earliestAfterMin: Math.max(0, m.earliest - startMin),
      latestAfterMin: m.latest - startMin,
    }));
  const ids = queue.map((row) => row.itemId);
  const queued = new Set(ids);
  return { order: { ...plan.order, shots: shots.filter((x) => queued.has(x.id)), startMin, meals }, ids, before };
}
