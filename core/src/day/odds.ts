import { z } from 'zod';
import { compile, Timer, type Compiled } from './compile.ts';
import { changeBetween, checkPlan, orderPlan, type ChangeKind, type OrderContext, type OrderPlan } from './order.ts';
import { InputError } from '../errors/index.ts';

/**
 * How far minutes scatter, as the standard deviation of their logarithm. 0.25 is about a fifth either way two times in three. Moves and
 * relights hang on more hands and doors than a reposition; the day factor is what goes wrong with all of it at once (weather, mood, a late key).
 * Rules of thumb; one’s own pace replaces them.
 */
export const SPREADS = Object.freeze({
  shot: 0.25,
  first: 0.25,
  place: 0.3,
  setup: 0.3,
  side: 0.3,
  same: 0.35,
  day: 0.1,
});
const spread = z.number().min(0, 'A spread can’t be negative.').max(2, 'A spread over 2 is not believable.');
export const oddsInput = z.object({
  plan: orderPlan,
  /** The order to be played; the order of the shots unless given. */
  order: z.array(z.string()).optional(),
  /** The wrap that is asked for, minutes. */
  byMin: z.number(),
  spreads: z
    .object({ shot: spread, first: spread, place: spread, setup: spread, side: spread, same: spread, day: spread })
    .partial()
    .optional(),
  seed: z.int().optional(),
  runs: z.int().min(100, 'Under 100 days say nothing.').max(200_000, 'Over 200,000 days take too long.').optional(),
});
export type OddsInput = z.infer<typeof oddsInput>;

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

/** 32 bits out of three numbers, well mixed (murmur3’s finaliser): the same everywhere, and each shot has its own luck, wherever it stands. */
function mix(a: number, b: number, c: number): number {
  let h =
    Math.imul(a ^ 0x9e3779b9, 0x85ebca6b) ^
    Math.imul(b ^ 0x27d4eb2f, 0xc2b2ae35) ^
    Math.imul(c + 0x165667b1, 0x9e3779b1);
  h ^= h >>> 16;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
/** FNV-1a, so that a shot’s luck hangs on its id. */
function hashOf(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

/** Standard normal for a share between 0 and 1. Source: Acklam’s rational approximation, error under 1.2·10⁻⁹ of its value. */
function normalOf(p: number): number {
  if (p < 0.02425 || p > 0.97575) {
    const q = Math.sqrt(-2 * Math.log(p < 0.5 ? p : 1 - p));
    const x =
      (((((-7.784894002430293e-3 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) * q +
        4.374664141464968) *
        q +
        2.938163982698783) /
      ((((7.784695709041462e-3 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) * q + 1);
    return p < 0.5 ? x : -x;
  }
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.357751867269) * r -
      30.66479806614716) *
      r +
      2.506628277459239) *
      q) /
    (((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r -
      13.28068155288572) *
      r +
      1)
  );
}

/** A table of normals by 12 bits: finer than any estimate of minutes, and ten times as quick. */
const NORMALS = (() => {
  const table = new Float64Array(4096);
  for (let i = 0; i < 4096; i += 1) table[i] = normalOf((i + 0.5) / 4096);
  return table;
})();

const quantile = (sorted: Float64Array, q: number): number =>
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
function withWork(parts: readonly OddsPart[]): readonly OddsPart[] {
  const busy = parts.filter((p) => p.input.plan.shots.length > 0);
  return busy.length > 0 ? busy : parts.slice(0, 1);
}

/** The parts, all on the same days. */
function sameDays(parts: readonly OddsPart[]): readonly OddsPart[] {
  const [first] = parts;
  if (!first) throw new InputError('odds.none', 'There is no unit to play.', []);
  const { byMin, seed, runs } = first.input;
  return parts.map((p) => ({ ...p, input: { ...p.input, byMin, seed, runs } }));
}

/** Day by day the latest of several times. */
function latest(times: readonly Float64Array[]): Float64Array {
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
  const { plan } = input;
  checkPlan(plan);
  const ids = input.order ?? plan.shots.map((s) => s.id);
  const index = new Map(plan.shots.map((s, i) => [s.id, i]));
  const order = Int32Array.from(ids, (id, i) => {
    const at = index.get(id);
    if (at === undefined) throw new InputError('odds.unknown', `“${id}” is not in the plan.`, ['order', i]);
    return at;
  });
  const runs = input.runs ?? DEFAULT_RUNS;
  const spreads = { ...SPREADS, ...input.spreads };
  const seed = (input.seed ?? 1) | 0;
  const c = compile(plan, before);
  const timer = new Timer(c);
  const n = order.length;
  const kinds: ChangeKind[] = [];
  const base = Float64Array.from(order, (s, i) => {
    const { kind, minutes } = changeBetween(
      plan.change,
      i > 0 ? (plan.shots[order[i - 1] as number] ?? null) : before,
      plan.shots[s] as OrderPlan['shots'][number],
    );
    kinds.push(kind);
    return minutes;
  });
  const changeSpread = Float64Array.from(kinds, (k) => spreads[k]);
  const luckOf = Uint32Array.from(order, (s) => hashOf(plan.shots[s]?.id ?? ''));
  const minutes = new Float64Array(c.n);
  const changes = new Float64Array(n);
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
    const today = Math.exp(spreads.day * (NORMALS[mix(seed, run, 0x5bd1e995) >>> 20] as number));
    for (let i = 0; i < n; i += 1) {
      const s = order[i] as number;
      const luck = mix(seed, run, luckOf[i] as number);
      const estimate = c.minutes[s] as number;
      const took = estimate === 0 ? 0 : estimate * today * Math.exp(spreads.shot * (NORMALS[luck >>> 20] as number));
      const change =
        base[i] === 0
          ? 0
          : (base[i] as number) * today * Math.exp((changeSpread[i] as number) * (NORMALS[luck & 4095] as number));
      minutes[s] = took;
      changes[i] = change;
      block[i] = took + change;
    }
    const { wrapMin } = timer.time(order, n, minutes, changes);
    const dayWrap = Math.max(n === 0 ? c.start : wrapMin, beside?.[run] ?? -Infinity);
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
