import type { Compiled } from './compile.ts';

/** From so many shots on, every subset is too many. */
export const MOST_EXACT = 15;

/** Earliest ends of every set of shots that keeps every rule: by set, last shot, and meals taken; NaN where there is none. */
export interface Frontier {
  end: Float64Array;
  /** The shot before the last one, and whether a meal lay between: `shot × 2 + meal`; −1 at the first. */
  back: Int16Array;
  states: number;
  n: number;
}

/**
 * Dynamic programme over sets of shots (Held and Karp 1962, with windows, pins, `after` and meals): the earliest end of each set, last shot and meals
 * taken, of orders in which nothing is broken. Exact, since starting a shot earlier never ends it later.
 */
export function earliestEnds(c: Compiled): Frontier {
  const { n, meals } = c;
  if (n > MOST_EXACT) throw new Error(`Sets of ${n} shots are too many.`);
  const states = meals.length + 1;
  const sets = 1 << n;
  const end = new Float64Array(sets * n * states).fill(NaN);
  const back = new Int16Array(sets * n * states).fill(-1);
  const needs = c.after.map((list) => list.reduce((mask, i) => mask | (1 << i), 0));
  const startOf = (s: number, ready: number, alongside: boolean): number => {
    const pin = c.pin[s] as number;
    if (alongside && c.programme[s] === 1) return pin;
    if (pin === pin) return ready > pin ? NaN : pin;
    const windows = c.windows[s] as readonly (readonly [number, number])[];
    if (windows.length === 0) return ready;
    let best = NaN;
    for (const [a, z] of windows) {
      const start = ready > a ? ready : a;
      if (start + (c.minutes[s] as number) <= z && !(start >= best)) best = start;
    }
    return best;
  };
  const cell = (set: number, last: number, m: number) => (set * n + last) * states + m;
  for (let s = 0; s < n; s += 1) {
    if (needs[s] !== 0) continue;
    const start = startOf(s, c.start + (c.first[s] as number), false);
    if (start === start) end[cell(1 << s, s, 0)] = start + (c.minutes[s] as number);
  }
  for (let set = 1; set < sets; set += 1)
    for (let last = 0; last < n; last += 1) {
      if (!(set & (1 << last))) continue;
      for (let m = 0; m < states; m += 1) {
        const at = end[cell(set, last, m)] as number;
        if (at !== at) continue;
        for (let s = 0; s < n; s += 1) {
          const bit = 1 << s;
          if (set & bit || ((needs[s] as number) & ~set) !== 0) continue;
          const change = c.change[last * n + s] as number;
          for (let eat = 0; eat < 2; eat += 1) {
            let ready = at;
            if (eat === 1) {
              if (m >= meals.length) break;
              const meal = meals[m] as Compiled['meals'][number];
              const begin = ready > meal.earliest ? ready : meal.earliest;
              if (begin > meal.latest) break;
              ready = begin + meal.minutes;
            }
            const start = startOf(s, ready + change, eat === 0 && c.programme[last] === 1);
            if (start !== start) continue;
            const ends = start + (c.minutes[s] as number);
            const done = c.programme[s] === 1 ? Math.max(at, ends) : ends;
            const to = cell(set | bit, s, m + eat);
            const known = end[to] as number;
            if (known === known && known <= done) continue;
            end[to] = done;
            back[to] = last * 2 + eat;
          }
        }
      }
    }
  return { end, back, states, n };
}

/** The best end of a set, and where it is; null when no order of it keeps every rule. Meals that are due must have been taken. */
export function bestOf(c: Compiled, f: Frontier, set: number): { end: number; last: number; m: number } | null {
  let best: { end: number; last: number; m: number } | null = null;
  for (let last = 0; last < f.n; last += 1) {
    if (!(set & (1 << last))) continue;
    for (let m = 0; m < f.states; m += 1) {
      const end = f.end[(set * f.n + last) * f.states + m] as number;
      if (end !== end) continue;
      if (c.meals.slice(m).some((meal) => end > meal.latest)) continue;
      if (!best || end < best.end) best = { end, last, m };
    }
  }
  return best;
}

/** The order that came to a cell of the frontier. */
export function orderOf(f: Frontier, set: number, last: number, m: number): number[] {
  const order: number[] = [];
  let [s, l, k] = [set, last, m];
  for (;;) {
    order.unshift(l);
    const back = f.back[(s * f.n + l) * f.states + k] as number;
    if (back < 0) return order;
    s &= ~(1 << l);
    l = back >> 1;
    k -= back & 1;
  }
}
