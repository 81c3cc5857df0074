import type { Cue } from './model.ts';

const MINUTE_S = 60;

/** A cue as it is timed: seconds from the day’s midnight. */
export interface TimedCue<C = Cue> {
  cue: C;
  startS: number;
  endS: number;
  /** The latest start that still keeps the next fixed one; null: nothing fixed comes after it. */
  latestS: number | null;
  /** Where it is fixed: what came before runs over it (more than 0) or ends so long before it. */
  overS: number | null;
}

type Timed = Pick<Cue, 'lengthS' | 'fixedMin' | 'skipped'>;

/**
 * A running order, timed: each cue begins when the one before it is over, a fixed one at its minute. Backwards from each fixed start the latest start
 * of what comes before it; over and under is what is left at each. Skipped cues take no time and are left out. `fromS` is where it begins when its first cue is
 * not fixed. One that would begin before what precedes it is over begins where it is fixed all the same: what is over is said, never hidden.
 */
export function timeCues<C extends Timed>(cues: readonly C[], fromS: number): TimedCue<C>[] {
  const timed: TimedCue<C>[] = [];
  let atS = fromS;
  for (const cue of cues) {
    if (cue.skipped) continue;
    const fixedS = cue.fixedMin === null ? null : cue.fixedMin * MINUTE_S;
    const startS = fixedS ?? atS;
    const overS = fixedS === null || timed.length === 0 ? null : atS - fixedS;
    timed.push({ cue, startS, endS: startS + cue.lengthS, latestS: null, overS });
    atS = startS + cue.lengthS;
  }
  let latestS: number | null = null;
  for (const line of [...timed].reverse()) {
    line.latestS = latestS === null ? null : latestS - line.cue.lengthS;
    latestS = line.cue.fixedMin === null ? line.latestS : line.startS;
  }
  return timed;
}

/** One cue that was called: when, in which run. 0 is the show itself, 1 and on are rehearsals. */
export interface Called {
  cueId: string;
  run: number;
  atMs: number;
}

/** How long each cue took in each run, s: until the next one of that run was called. The last of a run has none yet. */
export function runLengths(called: readonly Called[]): Map<number, Map<string, number>> {
  const runs = new Map<number, Map<string, number>>();
  for (const run of [...new Set(called.map((c) => c.run))].sort((a, b) => a - b)) {
    const own = called.filter((c) => c.run === run).sort((a, b) => a.atMs - b.atMs);
    const lengths = new Map<string, number>();
    own.forEach((c, i) => {
      const next = own[i + 1];
      // Called twice (a cue taken again): its time is that of both.
      if (next) lengths.set(c.cueId, (lengths.get(c.cueId) ?? 0) + (next.atMs - c.atMs) / 1000);
    });
    runs.set(run, lengths);
  }
  return runs;
}

/** Somebody who calls cues and does some of them too: voice and hands at once. */
export function calledAndDone(
  cues: readonly Pick<Cue, 'callerId' | 'doerId' | 'skipped'>[],
): { personId: string; count: number; of: number }[] {
  const live = cues.filter((c) => !c.skipped);
  const both = live.flatMap((c) => (c.doerId !== null && c.doerId === c.callerId ? [c.doerId] : []));
  return [...new Set(both)].map((personId) => ({
    personId,
    count: both.filter((id) => id === personId).length,
    of: live.filter((c) => c.callerId === personId).length,
  }));
}

/** Fixed starts of a cue and of all after it moved later by whole minutes, so that what is over is not: id and new minute. */
export function shiftedFixed(
  timed: readonly TimedCue<Timed & { id: string }>[],
  fromId: string,
  overS: number,
): { id: string; fixedMin: number }[] {
  const shiftMin = Math.ceil(overS / MINUTE_S);
  const at = timed.findIndex((t) => t.cue.id === fromId);
  return timed
    .slice(Math.max(0, at))
    .flatMap(({ cue }) => (cue.fixedMin === null ? [] : [{ id: cue.id, fixedMin: cue.fixedMin + shiftMin }]));
}

/** A running order as it goes. */
export interface RunNow<C = Cue> {
  /** The cue that was called last; null: none yet. */
  on: TimedCue<C> | null;
  /** When it was called first, s of the day: two who call the same cue begin it once. */
  sinceS: number | null;
  /** What comes next; null: nothing. */
  next: TimedCue<C> | null;
  /** Seconds that the next fixed start will be missed by (more than 0) or is reached early by, if all goes on as planned; null: nothing fixed comes. */
  overS: number | null;
  /** The fixed one that this is about. */
  against: TimedCue<C> | null;
}

/**
 * Where a run stands at `nowS` (seconds of the day): what is on by the last call, what comes next, and by how much the next fixed start will be missed:
 * what is on is taken to end at its planned length, or now where it is over that already.
 */
export function runNow<C extends Timed & { id: string }>(
  timed: readonly TimedCue<C>[],
  calls: readonly { cueId: string; atS: number }[],
  nowS: number,
): RunNow<C> {
  // What was called and skipped since is no longer in the order: the one before it counts.
  const known = [...calls].filter((c) => timed.some((t) => t.cue.id === c.cueId)).sort((a, b) => a.atS - b.atS);
  const lastId = known.at(-1)?.cueId;
  const other = known.findLastIndex((c) => c.cueId !== lastId);
  const last = known[other + 1];
  const index = timed.findIndex((t) => t.cue.id === lastId);
  const on = timed[index] ?? null;
  const rest = timed.slice(index + 1);
  const fixedAt = rest.findIndex((t) => t.cue.fixedMin !== null);
  const against = rest[fixedAt] ?? null;
  const freeS = on && last ? Math.max(last.atS + on.cue.lengthS, nowS) : nowS;
  const untilS = rest.slice(0, Math.max(0, fixedAt)).reduce((sum, t) => sum + t.cue.lengthS, freeS);
  return {
    on,
    sinceS: last?.atS ?? null,
    next: rest[0] ?? null,
    against,
    overS: against ? untilS - against.startS : null,
  };
}
