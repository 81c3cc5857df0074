import { Player } from './luck.ts';
import { DEFAULT_RUNS, latest, quantile, sameDays, withWork, type OddsPart } from './odds.ts';

/** What late days are longer by: everything slower at once, a shot’s own minutes, the way to it, waiting before it, or meals. */
export type LateKind = 'day' | 'shot' | 'change' | 'wait' | 'meals';
export interface LatePart {
  kind: LateKind;
  /** The shot it is about; null for the whole day and for meals. */
  id: string | null;
  /** Minutes more than on a middling day, on average; negative where late days have less of it. */
  minutes: number;
}
export interface LateDays {
  /** Mean wrap of the latest fifth of days, and of the middle fifth, minutes. */
  lateMin: number;
  middleMin: number;
  /** What the one is longer by than the other, the largest first; they add up to the difference. */
  parts: LatePart[];
}

/** Sums over days, by kind and shot. */
class Sums {
  private readonly of = new Map<string, { kind: LateKind; id: string | null; sum: number }>();
  wrap = 0;
  count = 0;

  add(kind: LateKind, id: string | null, minutes: number): void {
    const key = `${kind} ${id ?? ''}`;
    const one = this.of.get(key) ?? { kind, id, sum: 0 };
    one.sum += minutes;
    this.of.set(key, one);
  }
  get list(): LatePart[] {
    return [...this.of.values()].map(({ kind, id, sum }) => ({ kind, id, minutes: sum / Math.max(1, this.count) }));
  }
}

/** Lays the day that `player` played last apart, from its start to its wrap, into what its minutes went into. */
function layApart(player: Player, sums: Sums): void {
  const { c, timer, order, minutes, changes, today } = player;
  let at = c.start;
  let slower = 0;
  let meals = 0;
  let next = 0;
  for (let i = 0; i < order.length; i += 1) {
    const s = order[i] as number;
    const id = c.plan.shots[s]?.id ?? null;
    const [took, change, start] = [minutes[s] as number, changes[i] as number, timer.startAt[i] as number];
    let before = start - at;
    // A line of a programme lies over what goes on: only what it adds counts.
    if (before >= 0) {
      const meal = timer.mealAt[next] as number;
      if (meal >= at - 1e-9 && meal <= start + 1e-9) {
        const eaten = c.meals[next]?.minutes ?? 0;
        meals += eaten;
        before -= eaten;
        next += 1;
      }
      const way = Math.min(change, before);
      sums.add('change', id, way / today);
      sums.add('wait', id, before - way);
      slower += way - way / today;
    }
    const end = Math.max(at, start + took);
    const own = end - Math.max(at, start);
    sums.add('shot', id, own / today);
    slower += own - own / today;
    at = end;
  }
  sums.add('day', null, slower);
  sums.add('meals', null, meals);
}

/**
 * Why late days are late: the latest fifth of days laid beside the middle fifth, each minute of the difference put to what it went into. Of a day with
 * several units the one that wraps last is looked at. Same days as `unitsOdds` with the same seed.
 */
export function lateDays(parts: readonly OddsPart[]): LateDays {
  const players = sameDays(withWork(parts)).map((p) => new Player(p.input, p.before));
  const runs = parts[0]?.input.runs ?? DEFAULT_RUNS;
  const alone = players.map((player) => Float64Array.from({ length: runs }, (_, run) => player.play(run)));
  const wraps = latest(alone);
  const sorted = wraps.slice().sort();
  const [lower, upper, tail] = [0.4, 0.6, 0.8].map((q) => quantile(sorted, q)) as [number, number, number];
  const [late, middle] = [new Sums(), new Sums()];
  for (let run = 0; run < runs; run += 1) {
    const wrap = wraps[run] as number;
    const sums = wrap > tail ? late : wrap >= lower && wrap <= upper ? middle : null;
    if (!sums) continue;
    const last = alone.findIndex((own) => own[run] === wrap);
    const player = players[last] as Player;
    player.play(run);
    layApart(player, sums);
    sums.wrap += wrap;
    sums.count += 1;
  }
  const before = new Map(middle.list.map((p) => [`${p.kind} ${p.id ?? ''}`, p.minutes]));
  const kinds = new Map([...middle.list, ...late.list].map((p) => [`${p.kind} ${p.id ?? ''}`, { ...p, minutes: 0 }]));
  for (const p of late.list) kinds.get(`${p.kind} ${p.id ?? ''}`)!.minutes += p.minutes;
  for (const [key, minutes] of before) kinds.get(key)!.minutes -= minutes;
  const mean = (sums: Sums) => (sums.count ? sums.wrap / sums.count : (sorted.at(-1) ?? 0));
  return {
    lateMin: mean(late),
    middleMin: mean(middle),
    // Without scatter there are no late days: nothing is longer.
    parts: late.count === 0 ? [] : [...kinds.values()].sort((a, b) => b.minutes - a.minutes),
  };
}
