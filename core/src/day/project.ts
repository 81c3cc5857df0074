import { timeOrder, type OrderContext, type OrderPlan } from './order.ts';
import { nameItems, type DayPlan } from './plan.ts';

export interface Projection {
  /** Projected end of strike, minutes of the day. */
  wrapMin: number;
  /** Minutes behind the plan (negative: ahead). */
  behindMin: number;
  /** Ids of the rows still to do, in order. */
  leftIds: string[];
  /** What can't be kept from here on, in words. */
  troubles: string[];
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
  const left = plan.rows.filter((row) => !doneIds.has(row.itemId));
  if (left.length === 0) {
    const lastEnd = Math.min(nowMin, plan.wrapMin - plan.day.strikeMin);
    const wrapMin = doneIds.size ? Math.max(lastEnd, nowMin) + plan.day.strikeMin : plan.wrapMin;
    return { wrapMin, behindMin: wrapMin - plan.wrapMin, leftIds: [], troubles: [] };
  }
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
    if (shot.id !== inHand?.itemId || !current) return shot;
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
  const timed = timeOrder(
    { ...plan.order, shots, startMin, meals },
    queue.map((row) => row.itemId),
    before,
  );
  const wrapMin = timed.wrapMin + plan.day.strikeMin;
  return {
    wrapMin,
    behindMin: wrapMin - plan.wrapMin,
    leftIds: queue.map((row) => row.itemId),
    troubles: nameItems(plan.rows, timed.violations).map((v) => v.message),
  };
}
