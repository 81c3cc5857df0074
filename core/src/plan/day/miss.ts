import { sameDays, withWork, type OddsPart } from './odds.ts';
import { mix, Player } from './luck.ts';

/** What one block (a shot and the way to it), or the day’s own luck, has to do with missing the wrap. */
export interface MissPart {
  /** The shot; null for what goes slower or faster with everything at once: the day itself. */
  id: string | null;
  /** Its share of the days that miss, by Shapley: what its luck adds, on average over the orders in which luck could come. */
  share: number;
  /** Share of days that miss when it alone takes what was estimated; null for parts of little weight, which are not tried. */
  withoutShare: number | null;
}
export interface MissShares {
  /** Days that were laid apart. */
  days: number;
  /** Share of them that miss the wrap. The parts’ shares add up to it, less one where the estimates alone miss it. */
  missShare: number;
  /** The estimates alone, without any luck, miss the wrap. */
  plannedMiss: boolean;
  /** The weightiest first. */
  parts: MissPart[];
  /** One standard error of the weightiest share. */
  errorShare: number;
}

/** Days timed in all: about half a second of a day of 30 shots. */
const TIMINGS = 40_000;
const [FEWEST_DAYS, MOST_DAYS] = [200, 2000];
/** Parts that are tried without their luck. */
const TRIED = 8;

/** A part of the day whose blocks can be given their luck one by one. */
class Unit {
  private readonly luckyMinutes: Float64Array;
  private readonly luckyChanges: Float64Array;
  private readonly has: Uint8Array;
  private scale = 1;
  private readonly player: Player;

  constructor(player: Player) {
    this.player = player;
    this.luckyMinutes = new Float64Array(player.c.n);
    this.luckyChanges = new Float64Array(player.order.length);
    this.has = new Uint8Array(player.order.length);
  }
  get blocks(): number {
    return this.player.order.length;
  }
  idOf(block: number): string {
    return this.player.c.plan.shots[this.player.order[block] as number]?.id ?? '';
  }
  /** Draws a day and keeps its luck apart: every block starts with all of it or none. The day’s own, which is returned, likewise. */
  draw(run: number, lucky: boolean): number {
    const { player } = this;
    player.draw(run);
    for (let i = 0; i < this.blocks; i += 1) {
      const s = player.order[i] as number;
      this.luckyMinutes[s] = (player.minutes[s] as number) / player.today;
      this.luckyChanges[i] = (player.changes[i] as number) / player.today;
    }
    this.has.fill(lucky ? 1 : 0);
    this.dayLuck(lucky ? player.today : 1);
    return player.today;
  }
  dayLuck(scale: number): void {
    this.scale = scale;
    for (let i = 0; i < this.blocks; i += 1) this.lay(i);
  }
  luck(block: number, has: boolean): void {
    this.has[block] = has ? 1 : 0;
    this.lay(block);
  }
  wrapMin(): number {
    return this.player.wrapMin();
  }
  private lay(i: number): void {
    const { player, scale } = this;
    const s = player.order[i] as number;
    const has = this.has[i] === 1;
    player.minutes[s] = scale * (has ? (this.luckyMinutes[s] as number) : (player.c.minutes[s] as number));
    player.changes[i] = scale * (has ? (this.luckyChanges[i] as number) : (player.base[i] as number));
  }
}

/** The numbers 0 … n−1 in an order that hangs on the seed alone (Fisher–Yates). */
function shuffled(n: number, seed: number, run: number): number[] {
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i -= 1) {
    const j = mix(seed, run, i) % (i + 1);
    [order[i], order[j]] = [order[j] as number, order[i] as number];
  }
  return order;
}

/**
 * Whose luck makes the day miss its wrap. On every simulated day (the same as in `unitsOdds`) luck is given block by block, in an order of that day’s
 * own; the block with which the wrap goes past the wish has that day, the one that brings it back gives it back. The shares add up to the days that miss.
 * Source: Shapley 1953, by sampled orders (Castro, Gómez and Tejada 2009).
 */
export function missShares(parts: readonly OddsPart[]): MissShares {
  const alike = sameDays(withWork(parts));
  const { byMin, seed = 1, runs } = alike[0]!.input;
  const units = alike.map((p) => new Unit(new Player(p.input, p.before)));
  const blocks = units.flatMap((unit, u) => Array.from({ length: unit.blocks }, (_, block) => ({ u, unit, block })));
  /** The last player is the day itself. */
  const players = blocks.length + 1;
  const days = Math.min(runs ?? MOST_DAYS, Math.max(FEWEST_DAYS, Math.min(MOST_DAYS, Math.floor(TIMINGS / players))));
  const sums = new Float64Array(players);
  const squares = new Float64Array(players);
  const wraps = new Float64Array(units.length);
  const misses = (): number => (Math.max(...wraps) > byMin + 1e-9 ? 1 : 0);
  const timeAll = (): void => units.forEach((unit, u) => (wraps[u] = unit.wrapMin()));
  let planned = 0;
  let missed = 0;

  for (let day = 0; day < days; day += 1) {
    let today = 1;
    for (const unit of units) today = unit.draw(day, false);
    timeAll();
    let before = misses();
    planned = before;
    for (const who of shuffled(players, seed, day)) {
      const one = blocks[who];
      if (one) {
        one.unit.luck(one.block, true);
        wraps[one.u] = one.unit.wrapMin();
      } else {
        for (const unit of units) unit.dayLuck(today);
        timeAll();
      }
      const after = misses();
      sums[who] = (sums[who] as number) + after - before;
      squares[who] = (squares[who] as number) + Math.abs(after - before);
      before = after;
    }
    missed += before;
  }

  const shareOf = (who: number) => (sums[who] as number) / days;
  const order = Array.from({ length: players }, (_, who) => who).sort((a, b) => shareOf(b) - shareOf(a));
  const tried = new Map(order.slice(0, TRIED).map((who) => [who, 0]));
  for (let day = 0; day < days; day += 1) {
    let today = 1;
    for (const unit of units) today = unit.draw(day, true);
    timeAll();
    for (const [who, count] of tried) {
      const one = blocks[who];
      const whole = wraps.slice();
      if (one) {
        one.unit.luck(one.block, false);
        wraps[one.u] = one.unit.wrapMin();
        one.unit.luck(one.block, true);
      } else {
        for (const unit of units) unit.dayLuck(1);
        timeAll();
        for (const unit of units) unit.dayLuck(today);
      }
      tried.set(who, count + misses());
      wraps.set(whole);
    }
  }
  const weightiest = order[0] as number;
  const spread = (squares[weightiest] as number) / days - shareOf(weightiest) ** 2;
  return {
    days,
    missShare: missed / days,
    plannedMiss: planned === 1,
    errorShare: Math.sqrt(Math.max(0, spread) / days),
    parts: order.map((who) => ({
      id: blocks[who] ? blocks[who].unit.idOf(blocks[who].block) : null,
      share: shareOf(who),
      withoutShare: tried.has(who) ? (tried.get(who) as number) / days : null,
    })),
  };
}
