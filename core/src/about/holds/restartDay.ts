import type { Camera } from '../../rooms/camera/index.ts';
import { coverRestarts, type RestartCamera } from '../../rooms/cover/index.ts';
import type { Coverage, Hold } from './lanes.ts';

/** A camera is started so long before what it is to have. */
export const ROLLS_BEFORE_MIN = 2;
/** Between things nearer to each other than this it keeps rolling. */
export const KEEPS_ROLLING_MIN = 20;
/** Restarts are planned so long before the limit. */
export const LIMIT_MARGIN_S = 30;
/** A clip that ends by itself is begun anew when somebody sees it: assumed. */
export const NOTICED_S = 40;

const MINUTE_S = 60;

/** When a camera may stop: only between what it has; also within, but in nothing that must be had; anywhere, since its limit can't be kept otherwise. */
export type Freedom = 'between' | 'besideMusts' | 'anywhere';

export interface PlannedRestart {
  cameraId: string;
  letter: string;
  atMin: number;
  gapS: number;
  /** The moment it falls into; null: between. */
  inMoment: string | null;
}

/** Cameras whose clips would end by themselves within seconds of each other. */
export interface Collision {
  letters: readonly string[];
  atMin: number;
  inMoment: string | null;
}

export interface DayRestarts {
  /** Cameras with a clip limit that have something. */
  cameras: { camera: Camera; freedom: Freedom }[];
  planned: PlannedRestart[];
  /** What would happen if nobody planned. */
  collisions: Collision[];
  /** Cameras of these that roll at any second; null where a limit can't be kept. */
  atLeast: number | null;
  proven: boolean;
}

interface Session {
  camera: Camera;
  fromMin: number;
  toMin: number;
  holds: readonly Hold[];
}

/**
 * When cameras with a clip limit are stopped and started again so that as many as can be keep rolling: each as strictly as its limit allows, with
 * {@link LIMIT_MARGIN_S} to spare. `sinceMin` says of a camera that rolls by now when its clip began; others are taken to be started {@link ROLLS_BEFORE_MIN} before what they
 * are to have. From `fromMin` on.
 */
export function restartsOfDay(
  coverage: Coverage,
  cameras: readonly Camera[],
  { fromMin = -Infinity, sinceMin = new Map() }: { fromMin?: number; sinceMin?: ReadonlyMap<string, number> } = {},
): DayRestarts {
  const sessions = sessionsOf(coverage, cameras, fromMin, sinceMin);
  const titleAt = (letterHolds: readonly Hold[], min: number) => {
    const hold = letterHolds.find((h) => min >= h.fromMin && min < h.toMin);
    return hold ? (coverage.moments.find((m) => m.id === hold.momentId)?.title ?? null) : null;
  };
  const collisions = collisionsOf(sessions, titleAt);
  if (sessions.length === 0) return { cameras: [], planned: [], collisions, atLeast: null, proven: true };
  const zeroMin = Math.min(...sessions.map((s) => s.fromMin));
  const endMin = Math.max(...sessions.map((s) => s.toMin));
  const toS = (min: number) => Math.round((min - zeroMin) * MINUTE_S);
  const window: [number, number] = [0, toS(endMin)];
  const plan = (list: RestartCamera[]) => coverRestarts({ cameras: list, window, end_s: toS(endMin) });
  const settled = sessions.map((s) => {
    const options = (['between', 'besideMusts', 'anywhere'] as const).map((freedom) => ({
      freedom,
      asked: asked(s, freedom, toS, toS(endMin)),
    }));
    const found = options.find((o) => plan([o.asked]).schedule !== null) ?? options.at(-1);
    return { session: s, ...(found as (typeof options)[number]) };
  });
  const answer = plan(settled.map((x) => x.asked));
  const planned = settled.flatMap(({ session, asked: { id, gap_s: gapS } }) =>
    (answer.schedule?.[id] ?? [])
      .map((t) => zeroMin + t / MINUTE_S)
      // Beyond its own last moment it may stand.
      .filter((atMin) => atMin >= session.fromMin && atMin < session.toMin)
      .map((atMin) => ({
        ...{ cameraId: session.camera.id, letter: session.camera.letter, atMin, gapS },
        inMoment: titleAt(session.holds, atMin),
      })),
  );
  return {
    cameras: settled.map((x) => ({ camera: x.session.camera, freedom: x.freedom })),
    planned: planned.sort((a, b) => a.atMin - b.atMin || (a.letter < b.letter ? -1 : 1)),
    ...{ collisions, atLeast: answer.k_can_roll, proven: answer.proven },
  };
}

/** From when till when each camera with a limit rolls without a pause that it needs none for: its longest run of things near to each other, from `fromMin` on. */
function sessionsOf(
  coverage: Coverage,
  cameras: readonly Camera[],
  fromMin: number,
  sinceMin: ReadonlyMap<string, number>,
): Session[] {
  return cameras.flatMap((camera) => {
    if (camera.clipLimitMin === null) return [];
    const holds = (coverage.lanes.find((l) => l.key === `camera:${camera.id}`)?.holds ?? [])
      .filter((h) => h.toMin > fromMin)
      .sort((a, b) => a.fromMin - b.fromMin);
    const runs: Hold[][] = [];
    for (const hold of holds) {
      const last = runs.at(-1);
      const until = last ? Math.max(...last.map((h) => h.toMin)) : -Infinity;
      if (last && hold.fromMin - until <= KEEPS_ROLLING_MIN) last.push(hold);
      else runs.push([hold]);
    }
    const lengthOf = (run: readonly Hold[]) => Math.max(...run.map((h) => h.toMin)) - (run[0] as Hold).fromMin;
    const [longest] = runs.sort((a, b) => lengthOf(b) - lengthOf(a));
    if (!longest) return [];
    const since = sinceMin.get(camera.id) ?? (longest[0] as Hold).fromMin - ROLLS_BEFORE_MIN;
    return [{ camera, fromMin: since, toMin: Math.max(...longest.map((h) => h.toMin)), holds: longest }];
  });
}

function asked(s: Session, freedom: Freedom, toS: (min: number) => number, endS: number): RestartCamera {
  const limitS = Math.max(1, Math.round((s.camera.clipLimitMin ?? 1) * MINUTE_S) - LIMIT_MARGIN_S);
  const startS = toS(s.fromMin);
  const kept = s.holds.filter((h) => freedom === 'between' || (freedom === 'besideMusts' && h.must));
  const spans = gapsBetween(
    kept.map((h) => [toS(h.fromMin), toS(h.toMin)] as const),
    Math.max(0, startS),
    endS + limitS,
  );
  return {
    ...{ id: s.camera.id, clip_limit_s: limitS, gap_s: s.camera.restartGapS },
    // One that starts later than the first: its clip is not begun yet, so it may wait for it.
    rolling_since_s: Math.max(0, -startS),
    may_stop: freedom === 'anywhere' && startS <= 0 ? null : startS > 0 ? [[0, startS] as const, ...spans] : spans,
  };
}

/** What some spans leave free between two ends. */
function gapsBetween(
  spans: readonly (readonly [number, number])[],
  from: number,
  to: number,
): (readonly [number, number])[] {
  const free: (readonly [number, number])[] = [];
  let at = from;
  for (const [a, b] of [...spans].sort((x, y) => x[0] - y[0])) {
    if (a > at) free.push([at, a]);
    at = Math.max(at, b);
  }
  if (to > at) free.push([at, to]);
  return free;
}

/** Where clips of two and more would end by themselves and stand still together. */
function collisionsOf(
  sessions: readonly Session[],
  titleAt: (holds: readonly Hold[], min: number) => string | null,
): Collision[] {
  const stops = sessions.flatMap((s) => {
    const cycle = (s.camera.clipLimitMin ?? 0) + (s.camera.restartGapS + NOTICED_S) / MINUTE_S;
    const list: { letter: string; atMin: number; toMin: number; holds: readonly Hold[] }[] = [];
    for (let atMin = s.fromMin + (s.camera.clipLimitMin ?? 0); atMin < s.toMin; atMin += cycle)
      list.push({
        letter: s.camera.letter,
        atMin,
        toMin: atMin + (s.camera.restartGapS + NOTICED_S) / MINUTE_S,
        holds: s.holds,
      });
    return list;
  });
  stops.sort((a, b) => a.atMin - b.atMin);
  const found: Collision[] = [];
  stops.forEach((a, i) => {
    const others = stops.slice(i + 1).filter((b) => b.letter !== a.letter && b.atMin < a.toMin);
    const before = stops.slice(0, i).some((b) => b.letter !== a.letter && b.toMin > a.atMin);
    if (others.length > 0 && !before)
      found.push({
        letters: [...new Set([a.letter, ...others.map((b) => b.letter)])].sort(),
        atMin: others.at(-1)?.atMin ?? a.atMin,
        inMoment: titleAt(a.holds, a.atMin) ?? others.map((b) => titleAt(b.holds, b.atMin)).find(Boolean) ?? null,
      });
  });
  return found;
}
