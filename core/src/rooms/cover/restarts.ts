/** A camera that must be stopped and started again before its clip is too long; whole seconds. */
export interface RestartCamera {
  id: string;
  clip_limit_s: number;
  gap_s: number;
  /** How long before 0 its clip began. */
  rolling_since_s: number;
  /** When it may stand still; null: at any time. */
  may_stop: readonly (readonly [number, number])[] | null;
}

export interface RestartPlan {
  cameras: readonly RestartCamera[];
  /** From when till when as many as can be must roll. */
  window: readonly [number, number];
  end_s: number;
}

export interface Restarts {
  /** When each is stopped; null where some camera can’t keep its limit at all. */
  schedule: Record<string, number[]> | null;
  /** The most that stand still at once inside the window; null without a schedule. */
  least_stopped: number | null;
  k_can_roll: number | null;
  /** Whether it can’t be fewer. */
  proven: boolean;
}

/** A stop of a camera, from `t` for its gap. */
interface Stop {
  camera: number;
  t: number;
}
/** Per camera when its present clip began, and the stops that led there. */
interface State {
  clipFrom: number[];
  stops: Stop[];
}

const ANY_TIME: readonly (readonly [number, number])[] = [[0, Number.MAX_SAFE_INTEGER]];
/** Spans that touch are looked at together; longer ones are not searched whole. */
const LONGEST_CLUSTER_S = 240;
/** States that are kept beside each other, and orders that are tried in one span, before proof is given up. */
const MOST_STATES = 600;
const MOST_TRIED = 200;
const MOST_ORDERS = 20_000;

/**
 * Restarts that leave as many cameras rolling as can be: for 0, 1, 2 … at a time, whether it can be done with no more than so many standing
 * still at once inside the window. Cameras that may stop only at times are searched whole, time after time: a stop later is never worse, so each
 * is set as late as its limit, its span and the others let it, in every order, and of two states the one whose clips all began earlier is left
 * out. Those that may stop at any time are then set as late as fits. Proven where fewer are ruled out by the former alone.
 */
export function coverRestarts(plan: RestartPlan): Restarts {
  const { cameras } = plan;
  if (cameras.some((_, i) => alone(plan, i, () => true) === null))
    return { schedule: null, least_stopped: null, k_can_roll: null, proven: true };
  let isProven = true;
  for (let most = 0; most <= cameras.length; most += 1) {
    const found = within(plan, most);
    if (found.stops) {
      const schedule = Object.fromEntries(
        cameras.map((c, i) => [
          c.id,
          (found.stops as Stop[])
            .filter((s) => s.camera === i)
            .map((s) => s.t)
            .sort((a, b) => a - b),
        ]),
      );
      const least = stoppedAtOnce(plan, found.stops);
      return { schedule, least_stopped: least, k_can_roll: cameras.length - least, proven: isProven };
    }
    if (!found.isRuledOut) isProven = false;
  }
  throw new Error('With all of them standing still at once there is always a schedule.');
}

const spansOf = (c: RestartCamera) => c.may_stop ?? ANY_TIME;
const endsAt = (c: RestartCamera, clipFrom: number) => clipFrom + c.clip_limit_s;
const inWindow = ({ window: [from, to] }: RestartPlan, t: number, gap: number) => t < to && t + gap > from;

/** The stops of one camera by itself, each as late as it can be where `may` allows it; null where its limit can’t be kept. */
function alone(plan: RestartPlan, camera: number, may: (t: number) => boolean, clipFrom?: number): Stop[] | null {
  const c = plan.cameras[camera] as RestartCamera;
  const stops: Stop[] = [];
  let from = clipFrom ?? -c.rolling_since_s;
  while (endsAt(c, from) < plan.end_s) {
    const t = latest(c, from, endsAt(c, from), may);
    if (t === null) return null;
    stops.push({ camera, t });
    from = t + c.gap_s;
  }
  return stops;
}

/** The latest time up to `by` at which a camera may stop that rolls since `clipFrom`; null: there is none. */
function latest(c: RestartCamera, clipFrom: number, by: number, may: (t: number) => boolean): number | null {
  for (const [a, b] of [...spansOf(c)].sort((x, y) => y[1] - x[1]))
    for (let t = Math.min(by, b - c.gap_s); t >= Math.max(0, a, clipFrom); t -= 1) if (may(t)) return t;
  return null;
}

/** How many stand still in each second, where that counts. */
class Standing {
  private readonly count = new Map<number, number>();
  private readonly plan: RestartPlan;
  constructor(plan: RestartPlan, stops: readonly Stop[] = []) {
    this.plan = plan;
    for (const s of stops) this.add(s, 1);
  }
  add({ camera, t }: Stop, by: 1 | -1): void {
    const { gap_s: gap } = this.plan.cameras[camera] as RestartCamera;
    const [from, to] = this.plan.window;
    for (let s = Math.max(t, from); s < Math.min(t + gap, to); s += 1) this.count.set(s, (this.count.get(s) ?? 0) + by);
  }
  /** Whether one more may stand still from `t` on with no more than `most` at once. */
  fits(t: number, gap: number, most: number): boolean {
    const [from, to] = this.plan.window;
    for (let s = Math.max(t, from); s < Math.min(t + gap, to); s += 1)
      if ((this.count.get(s) ?? 0) >= most) return false;
    return true;
  }
  most(): number {
    return Math.max(0, ...this.count.values());
  }
}

const stoppedAtOnce = (plan: RestartPlan, stops: readonly Stop[]): number => new Standing(plan, stops).most();

/** A schedule with at most so many standing still at once; else whether there is surely none. */
function within(plan: RestartPlan, most: number): { stops: Stop[] | null; isRuledOut: boolean } {
  if (most === 0) {
    // Each for itself, outside of the window: the latest time is the best for whoever is alone.
    const all = plan.cameras.map((c, i) => alone(plan, i, (t) => !inWindow(plan, t, c.gap_s)));
    return all.every((s) => s !== null) ? { stops: all.flat(), isRuledOut: false } : { stops: null, isRuledOut: true };
  }
  const bound = plan.cameras.flatMap((c, i) => (isBound(c) ? [i] : []));
  const { states, isWhole } = boundStates(plan, bound, most);
  for (const state of states.slice(0, MOST_TRIED)) {
    const needed = withoutNeedless(plan, state.stops);
    const free = freeStops(plan, bound, needed, most);
    if (free) return { stops: [...needed, ...free], isRuledOut: false };
  }
  if (states.length === 0 && isWhole && most < plan.cameras.length) return { stops: null, isRuledOut: true };
  // Not searched whole: perhaps one after the other, each as late as it can be, does it.
  return { stops: freeStops(plan, [], [], most), isRuledOut: false };
}

/** Whether a camera may stop only in short spans, one stop in each at the most. */
const isBound = (c: RestartCamera): boolean =>
  c.may_stop !== null && c.may_stop.every(([a, b]) => b - a <= Math.min(LONGEST_CLUSTER_S, c.clip_limit_s));

/** Stops without those that no clip needs. */
function withoutNeedless(plan: RestartPlan, stops: readonly Stop[]): Stop[] {
  return plan.cameras.flatMap((c, camera) => {
    const own = stops.filter((s) => s.camera === camera).sort((a, b) => a.t - b.t);
    for (let i = 0; i < own.length;) {
      const before = i === 0 ? -c.rolling_since_s : (own[i - 1] as Stop).t + c.gap_s;
      const after = own[i + 1]?.t ?? plan.end_s;
      if (after - before <= c.clip_limit_s) own.splice(i, 1);
      else i += 1;
    }
    return own;
  });
}

/** The cameras that are not `bound`, the one that must stop soonest first, each as late as the others leave room. */
function freeStops(plan: RestartPlan, bound: readonly number[], taken: readonly Stop[], most: number): Stop[] | null {
  const standing = new Standing(plan, taken);
  const clipFrom = new Map(
    plan.cameras.flatMap((c, i) => (bound.includes(i) ? [] : [[i, -c.rolling_since_s] as const])),
  );
  const stops: Stop[] = [];
  for (;;) {
    const due = [...clipFrom]
      .map(([i, from]) => ({ i, from, by: endsAt(plan.cameras[i] as RestartCamera, from) }))
      .filter((x) => x.by < plan.end_s)
      .sort((a, b) => a.by - b.by)[0];
    if (!due) return stops;
    const c = plan.cameras[due.i] as RestartCamera;
    const t = latest(c, due.from, due.by, (s) => standing.fits(s, c.gap_s, most));
    if (t === null) return null;
    const stop = { camera: due.i, t };
    stops.push(stop);
    standing.add(stop, 1);
    clipFrom.set(due.i, t + c.gap_s);
  }
}

/** All spans of some cameras, those that touch or overlap together. */
function clustersOf(plan: RestartPlan, cameras: readonly number[]): [number, number][] {
  const all = cameras.flatMap((i) =>
    spansOf(plan.cameras[i] as RestartCamera).map(([a, b]): [number, number] => [a, b]),
  );
  const clusters: [number, number][] = [];
  for (const [a, b] of all.sort((x, y) => x[0] - y[0])) {
    const last = clusters.at(-1);
    if (last && a < last[1]) last[1] = Math.max(last[1], b);
    else clusters.push([a, b]);
  }
  return clusters;
}

/** Every way that is not worse than another to bring the cameras bound to spans to the end; whole: none was left out. */
function boundStates(plan: RestartPlan, bound: readonly number[], most: number): { states: State[]; isWhole: boolean } {
  const start: State = { clipFrom: plan.cameras.map((c) => -c.rolling_since_s), stops: [] };
  if (bound.length === 0) return { states: [start], isWhole: true };
  const clusters = clustersOf(plan, bound);
  let isWhole = clusters.every(([a, b]) => b - a <= LONGEST_CLUSTER_S);
  let states = [start];
  const left = { orders: MOST_ORDERS };
  clusters.forEach((cluster, k) => {
    const next = clusters[k + 1];
    const then = states.flatMap((state) => through(plan, bound, { state, cluster, most, left }));
    // Who can’t reach the next times, nor the end, is lost.
    const alive = then.filter((s) =>
      bound.every((i) => {
        const by = endsAt(plan.cameras[i] as RestartCamera, s.clipFrom[i] as number);
        return by >= plan.end_s || (next !== undefined && by >= next[0]);
      }),
    );
    const distinct = [...new Map(alive.map((s) => [s.clipFrom.join(), s])).values()];
    const kept = unbeaten(distinct, bound);
    if (kept.length > MOST_STATES) isWhole = false;
    states = kept.slice(0, MOST_STATES);
  });
  if (left.orders <= 0) isWhole = false;
  const done = states.filter((s) =>
    bound.every((i) => endsAt(plan.cameras[i] as RestartCamera, s.clipFrom[i] as number) >= plan.end_s),
  );
  return { states: done, isWhole };
}

/** What may come of a state in one stretch of time: no more fit, each as late as it can be, in every order. */
function through(
  plan: RestartPlan,
  bound: readonly number[],
  {
    state,
    cluster: [a, b],
    most,
    left,
  }: { state: State; cluster: [number, number]; most: number; left: { orders: number } },
): State[] {
  const found: State[] = [];
  const standing = new Standing(plan);
  const placed: Stop[] = [];
  const looked = new Set<string>();
  const place = (): void => {
    // The same stops set in another order are the same.
    const key = placed
      .map((s) => `${s.camera}:${s.t}`)
      .sort()
      .join();
    if (left.orders <= 0 || looked.has(key)) return;
    looked.add(key);
    left.orders -= 1;
    let more = false;
    for (const i of bound) {
      const c = plan.cameras[i] as RestartCamera;
      const own = placed.filter((p) => p.camera === i);
      const ends = [state.clipFrom[i] as number, ...own.map((p) => p.t + c.gap_s)];
      const clipFrom = ends.at(-1) as number;
      // Whoever comes to the end without it stays as it is.
      if (endsAt(c, clipFrom) >= plan.end_s) continue;
      const may = (s: number) => s >= a && s + c.gap_s <= b && standing.fits(s, c.gap_s, most);
      const t = latest(c, clipFrom, endsAt(c, clipFrom), may);
      // A second stop in the same stretch is worth something only where one alone could not have been so late.
      const before = ends.at(-2);
      if (t === null || (before !== undefined && t <= endsAt(c, before))) continue;
      more = true;
      const stop = { camera: i, t };
      placed.push(stop);
      standing.add(stop, 1);
      place();
      standing.add(stop, -1);
      placed.pop();
    }
    if (more) return;
    const clipFrom = [...state.clipFrom];
    for (const s of placed) clipFrom[s.camera] = s.t + (plan.cameras[s.camera] as RestartCamera).gap_s;
    found.push({ clipFrom, stops: [...state.stops, ...placed] });
  };
  place();
  return unbeaten(found, bound);
}

/** States of which no other has all clips as young. */
function unbeaten(states: readonly State[], bound: readonly number[]): State[] {
  const kept: State[] = [];
  const sum = (s: State) => bound.reduce((t, i) => t + (s.clipFrom[i] as number), 0);
  for (const s of [...states].sort((x, y) => sum(y) - sum(x)))
    if (!kept.some((k) => bound.every((i) => (k.clipFrom[i] as number) >= (s.clipFrom[i] as number)))) kept.push(s);
  return kept;
}
