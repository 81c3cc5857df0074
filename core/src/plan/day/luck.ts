import { z } from 'zod';
import { inputs } from '../../base/calc/index.ts';
import { compile, Timer, type Compiled } from './compile.ts';
import { changeBetween } from './order.ts';
import { orderPlan, type ChangeKind, type OrderContext, type OrderPlan } from './orderModel.ts';
import { checkPlan } from './checkOrder.ts';
import { InputError } from '../../base/errors/index.ts';

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
export const oddsInput = inputs({
  plan: orderPlan,
  /** The order to be played; the order of the shots unless given. */
  order: z.array(z.string()).optional(),
  /** The wrap that is asked for, minutes. */
  byMin: z.number(),
  spreads: inputs({
    shot: spread.optional(),
    first: spread.optional(),
    place: spread.optional(),
    setup: spread.optional(),
    side: spread.optional(),
    same: spread.optional(),
    day: spread.optional(),
  }).optional(),
  seed: z.int().optional(),
  runs: z.int().min(100, 'Under 100 days say nothing.').max(200_000, 'Over 200,000 days take too long.').optional(),
}).superRefine(({ plan, order }, ctx) => {
  if (!order) return;
  const ids = new Set(plan.shots.map((s) => s.id));
  const refuse = (at: number | null, message: string) =>
    ctx.addIssue({ code: 'custom', path: at === null ? ['order'] : ['order', at], message });
  order.forEach((id, i) => {
    if (!ids.has(id)) refuse(i, `“${id}” is not in the plan.`);
    else if (order.indexOf(id) < i) refuse(i, `“${id}” is in the order twice.`);
  });
  const left = [...ids].filter((id) => !order.includes(id));
  if (left.length > 0) refuse(null, `An order has every shot of the plan; ${left.join(', ')} is not in it.`);
});
export type OddsInput = z.infer<typeof oddsInput>;

/** 32 bits out of three numbers, well mixed (murmur3’s finaliser): the same everywhere, and each shot has its own luck, wherever it stands. */
export function mix(a: number, b: number, c: number): number {
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

/** One part, ready to be played on any of its days: the same seed and number give the same day. */
export class Player {
  readonly c: Compiled;
  readonly timer: Timer;
  /** The shots by their numbers, in the order played. */
  readonly order: Int32Array;
  /** The change-over before each place of the order, as estimated. */
  readonly base: Float64Array;
  /** Of the day played last: minutes of each shot, of each change-over by place, and how much longer all of it took. */
  readonly minutes: Float64Array;
  readonly changes: Float64Array;
  today = 1;
  private readonly changeSpread: Float64Array;
  private readonly luckOf: Uint32Array;
  private readonly spreads: Readonly<Record<keyof typeof SPREADS, number>>;
  private readonly seed: number;

  constructor(input: OddsInput, before: OrderContext | null) {
    const { plan } = input;
    checkPlan(plan);
    const ids = input.order ?? plan.shots.map((s) => s.id);
    const index = new Map(plan.shots.map((s, i) => [s.id, i]));
    this.order = Int32Array.from(ids, (id, i) => {
      const at = index.get(id);
      if (at === undefined) throw new InputError('odds.unknown', `“${id}” is not in the plan.`, ['order', i]);
      return at;
    });
    this.spreads = { ...SPREADS, ...input.spreads };
    this.seed = (input.seed ?? 1) | 0;
    this.c = compile(plan, before);
    this.timer = new Timer(this.c);
    const kinds: ChangeKind[] = [];
    this.base = Float64Array.from(this.order, (s, i) => {
      const { kind, minutes } = changeBetween(
        plan.change,
        i > 0 ? (plan.shots[this.order[i - 1] as number] ?? null) : before,
        plan.shots[s] as OrderPlan['shots'][number],
      );
      kinds.push(kind);
      return minutes;
    });
    this.changeSpread = Float64Array.from(kinds, (k) => this.spreads[k]);
    this.luckOf = Uint32Array.from(this.order, (s) => hashOf(plan.shots[s]?.id ?? ''));
    this.minutes = new Float64Array(this.c.n);
    this.changes = new Float64Array(this.order.length);
  }

  /** Plays day number `run`; when it wraps. */
  play(run: number): number {
    this.draw(run);
    return this.wrapMin();
  }

  /** Draws the luck of day number `run` into `minutes`, `changes` and `today`. */
  draw(run: number): void {
    const { c, order, spreads, seed, minutes, changes } = this;
    const n = order.length;
    const today = Math.exp(spreads.day * (NORMALS[mix(seed, run, 0x5bd1e995) >>> 20] as number));
    for (let i = 0; i < n; i += 1) {
      const s = order[i] as number;
      const luck = mix(seed, run, this.luckOf[i] as number);
      const [estimate, base] = [c.minutes[s] as number, this.base[i] as number];
      minutes[s] = estimate === 0 ? 0 : estimate * today * Math.exp(spreads.shot * (NORMALS[luck >>> 20] as number));
      changes[i] =
        base === 0 ? 0 : base * today * Math.exp((this.changeSpread[i] as number) * (NORMALS[luck & 4095] as number));
    }
    this.today = today;
  }

  /** When a day of the `minutes` and `changes` that stand there wraps. */
  wrapMin(): number {
    const n = this.order.length;
    const { wrapMin } = this.timer.time(this.order, n, this.minutes, this.changes);
    return n === 0 ? this.c.start : wrapMin;
  }
}
