import type { Compiled } from './compile.ts';
import { Player, type OddsInput } from './luck.ts';
import type { OrderContext } from './orderModel.ts';
import { InputError } from '../../base/errors/index.ts';

export interface Quantiles {
  p50: number;
  p80: number;
  p95: number;
}
/** When a meal begins; on a day that wraps before it is due it is not eaten, and counts as kept, at the wrap. */
export interface MealOdds extends Quantiles {
  keptShare: number;
  eatenShare: number;
  /** The part whose meal it is, from 0. */
  part: number;
}
export interface Odds {
  runs: number;
  /** Share of days that wrap by the wrap that was asked for. */
  byShare: number;
  wrap: Quantiles;
  /** Wraps at 0, 5, … 100 % of days. */
  curve: number[];
  meals: MealOdds[];
  /** Of shots with a window or a pin: the share of days that keep it. */
  windows: { id: string; keptShare: number }[];
  /** When each person’s last shot ends. */
  released: (Quantiles & { person: string })[];
  /** Share of the wrap’s scatter that hangs on a block: its own minutes and the change-over before it. The largest first. */
  risks: { id: string; share: number }[];
}

export const DEFAULT_RUNS = 10_000;

export const quantile = (sorted: Float64Array, q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(q * sorted.length) - 1))] as number;
function quantiles(values: Float64Array): Quantiles {
  const sorted = values.slice().sort();
  return { p50: quantile(sorted, 0.5), p80: quantile(sorted, 0.8), p95: quantile(sorted, 0.95) };
}

function curveOf(values: Float64Array): number[] {
  const sorted = values.slice().sort();
  return Array.from({ length: 21 }, (_, i) => quantile(sorted, i / 20));
}

/** What a unit plays of a day: its plan and order, and what stood before it. */
export interface OddsPart {
  input: OddsInput;
  before: OrderContext | null;
}
/** A part that was played: its answer, and by day the wrap and when each person was let go. */
interface Played {
  odds: Odds;
  wraps: Float64Array;
  released: ReadonlyMap<string, Float64Array>;
}

/**
 * Plays the day many times: each change-over and each shot is its estimate (the median) times e^(spread × luck + day spread × the day’s luck), timed as
 * `day.order` times a day. The same seed gives the same answer; a shot’s luck hangs on its id, so plans that share shots share their luck.
 */
export const dayOdds = (input: OddsInput, before: OrderContext | null = null): Odds => play(input, before, null).odds;

/**
 * The odds of a day on which several units work apart: it wraps when the last of them does. They share the day’s luck, not that of their shots.
 * Wish, seed and runs are the first part’s. Meals and windows stand part after part; a person of several units is let go by the last.
 */
export function unitsOdds(parts: readonly OddsPart[]): Odds {
  const busy = withWork(parts);
  const alike = sameDays(busy);
  if (alike.length === 1) {
    const odds = dayOdds(alike[0]!.input, alike[0]!.before);
    return { ...odds, meals: odds.meals.map((m) => ({ ...m, part: parts.indexOf(busy[0]!) })) };
  }
  const alone = alike.map((p) => play(p.input, p.before, null).wraps);
  const played = alike.map((p, i) => play(p.input, p.before, latest(alone.filter((_, j) => j !== i))));
  const released = new Map<string, Float64Array[]>();
  for (const one of played)
    for (const [person, at] of one.released) released.set(person, [...(released.get(person) ?? []), at]);
  return {
    ...played[0]!.odds,
    meals: played.flatMap((p, i) => p.odds.meals.map((m) => ({ ...m, part: parts.indexOf(busy[i]!) }))),
    windows: played.flatMap((p) => p.odds.windows),
    released: [...released].map(([person, at]) => ({ person, ...quantiles(latest(at)) })),
    risks: played.flatMap((p) => p.odds.risks).sort((a, b) => b.share - a.share),
  };
}

/** The share of days on which every part wraps by the first one’s wish. */
export function inTimeShare(parts: readonly OddsPart[]): number {
  const alike = sameDays(withWork(parts));
  const wraps = latest(alike.map((p) => play(p.input, p.before, null).wraps));
  return shareBy(wraps, alike[0]!.input.byMin);
}

/** The parts that have something to play; the first when none has. */
export function withWork(parts: readonly OddsPart[]): readonly OddsPart[] {
  const busy = parts.filter((p) => p.input.plan.shots.length > 0);
  return busy.length > 0 ? busy : parts.slice(0, 1);
}

/** The parts, all on the same days. */
export function sameDays(parts: readonly OddsPart[]): readonly OddsPart[] {
  const [first] = parts;
  if (!first) throw new InputError('odds.none', 'There is no unit to play.', []);
  const { byMin, seed, runs } = first.input;
  return parts.map((p) => ({ ...p, input: { ...p.input, byMin, seed, runs } }));
}

/** Day by day the latest of several times. */
export function latest(times: readonly Float64Array[]): Float64Array {
  const result = times[0]!.slice();
  for (const other of times.slice(1))
    for (let i = 0; i < result.length; i += 1) result[i] = Math.max(result[i]!, other[i]!);
  return result;
}

function shareBy(wraps: Float64Array, byMin: number): number {
  let within = 0;
  for (const w of wraps) if (w <= byMin + 1e-9) within += 1;
  return within / wraps.length;
}

/** Plays one part. Given by day when all other parts are over, the day wraps with the later, and that is what risks are risks of. */
function play(input: OddsInput, before: OrderContext | null, beside: Float64Array | null): Played {
  const player = new Player(input, before);
  const { c, timer, order, minutes, changes } = player;
  const { plan } = input;
  const n = order.length;
  const runs = input.runs ?? DEFAULT_RUNS;
  const block = new Float64Array(n);

  const wraps = new Float64Array(runs);
  const meals = c.meals.map(() => new Float64Array(runs));
  const mealsKept = new Int32Array(c.meals.length);
  const mealsEaten = new Int32Array(c.meals.length);
  const guarded = [...order].flatMap((s, i) =>
    (c.pin[s] as number) === (c.pin[s] as number) || (c.windows[s] as readonly unknown[]).length > 0 ? [i] : [],
  );
  const kept = new Int32Array(guarded.length);
  const names = peopleOf(c);
  const released = names.map(() => new Float64Array(runs));
  const lastOf = names.map((_, p) => [...order].findLastIndex((s) => (c.people[s] as readonly number[]).includes(p)));
  const sum = new Float64Array(n);
  const cross = new Float64Array(n);
  let wrapSum = 0;
  let wrapSquares = 0;

  for (let run = 0; run < runs; run += 1) {
    const wrapMin = player.play(run);
    const dayWrap = Math.max(wrapMin, beside?.[run] ?? -Infinity);
    for (let i = 0; i < n; i += 1) block[i] = (minutes[order[i] as number] as number) + (changes[i] as number);
    wraps[run] = dayWrap;
    wrapSum += dayWrap;
    wrapSquares += dayWrap * dayWrap;
    for (let i = 0; i < n; i += 1) {
      sum[i] = (sum[i] as number) + (block[i] as number);
      cross[i] = (cross[i] as number) + (block[i] as number) * dayWrap;
    }
    for (let m = 0; m < meals.length; m += 1) {
      const at = timer.mealAt[m] as number;
      const latest = c.meals[m]?.latest ?? 0;
      const eaten = at === at;
      if (eaten) mealsEaten[m] = (mealsEaten[m] as number) + 1;
      (meals[m] as Float64Array)[run] = eaten ? at : wrapMin;
      if (eaten ? at <= latest + 1e-9 : wrapMin <= latest) mealsKept[m] = (mealsKept[m] as number) + 1;
    }
    for (let g = 0; g < guarded.length; g += 1) {
      const i = guarded[g] as number;
      if (keeps(c, order[i] as number, timer.startAt[i] as number, timer.readyAt[i] as number, minutes))
        kept[g] = (kept[g] as number) + 1;
    }
    for (let p = 0; p < released.length; p += 1) {
      const i = lastOf[p] as number;
      (released[p] as Float64Array)[run] =
        i < 0 ? c.start : (timer.startAt[i] as number) + (minutes[order[i] as number] as number);
    }
  }
  const mean = wrapSum / runs;
  const variance = Math.max(1e-12, wrapSquares / runs - mean * mean);
  const shares = Array.from({ length: n }, (_, i) => ({
    id: plan.shots[order[i] as number]?.id ?? '',
    share: Math.max(0, ((cross[i] as number) / runs - ((sum[i] as number) / runs) * mean) / variance),
  }));
  const odds: Odds = {
    runs,
    byShare: shareBy(wraps, input.byMin),
    wrap: quantiles(wraps),
    curve: curveOf(wraps),
    meals: meals.map((m, i) => ({
      ...quantiles(m),
      keptShare: (mealsKept[i] as number) / runs,
      eatenShare: (mealsEaten[i] as number) / runs,
      part: 0,
    })),
    windows: guarded.map((i, g) => ({
      id: plan.shots[order[i] as number]?.id ?? '',
      keptShare: (kept[g] as number) / runs,
    })),
    released: names.map((person, p) => ({ person, ...quantiles(released[p] as Float64Array) })),
    risks: shares.sort((a, b) => b.share - a.share),
  };
  return { odds, wraps, released: new Map(names.map((person, p) => [person, released[p] as Float64Array])) };
}

function peopleOf(c: Compiled): string[] {
  const names: string[] = [];
  c.plan.shots.forEach((s, i) =>
    [...new Set(s.people ?? [])].forEach((p, j) => {
      names[(c.people[i] as readonly number[])[j] as number] = p;
    }),
  );
  return names;
}

function keeps(c: Compiled, s: number, start: number, ready: number, minutes: Float64Array): boolean {
  const pin = c.pin[s] as number;
  // A programme does not wait: it is kept when everybody was ready for it.
  if (pin === pin) return Math.max(start, ready) <= pin + 1e-9;
  const end = start + (minutes[s] as number);
  return (c.windows[s] as readonly (readonly [number, number])[]).some(
    ([a, z]) => start >= a - 1e-9 && end <= z + 1e-9,
  );
}
