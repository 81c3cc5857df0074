import type { DayLine, LineClip, PlacedClip, ToldEdge } from '@kavrell/core/dayline';
import { fileTimeS, takeCode } from '@kavrell/core/dayline';
import type { Take } from '@kavrell/core/roll';
import type { Scene, Shot } from '@kavrell/core/scenes';

/** The day with the time in which nothing was recorded folded away: what is between takes is a crease, not an hour of nothing. */
export interface Fold {
  /** Stretches in which something is, and where each begins when folded, ms. */
  parts: readonly { fromMs: number; toMs: number; atMs: number }[];
  totalMs: number;
}
/** What of the day is seen, in folded time, ms. */
export interface View {
  fromMs: number;
  toMs: number;
  fold: Fold;
}
/** A lane’s height, and where in it its line is, px. */
export const LANE_PX = 52;
export const LINE_PX = 40;
const HEIGHT_PX = 26;
/** A clock that runs apart by so much leans its last thread by the whole lean. */
const FULL_LEAN_PPM = 60;
const LEAN = 0.03;
const THREADS = 6;
const THREAD_UNITS = 4;
/** No nearer than this: ten frames of 25. */
export const LEAST_MS = 400;

/** Nothing for longer than this is folded to so little, ms. */
const FOLDED_MS = 15_000;
const CREASE_MS = 6000;
const AROUND_MS = 1500;

/** Folds what lies between stretches. */
export function foldOf(stretches: readonly { fromMs: number; toMs: number }[]): Fold {
  const parts: { fromMs: number; toMs: number; atMs: number }[] = [];
  for (const s of [...stretches].sort((a, b) => a.fromMs - b.fromMs)) {
    const last = parts.at(-1);
    if (last && s.fromMs - last.toMs <= FOLDED_MS) last.toMs = Math.max(last.toMs, s.toMs);
    else
      parts.push({
        ...{ fromMs: s.fromMs, toMs: s.toMs },
        atMs: last ? last.atMs + (last.toMs - last.fromMs) + CREASE_MS : 0,
      });
  }
  // Stretches grow as others join them: where each begins is known when all are there.
  parts.forEach((p, i) => {
    const before = parts[i - 1];
    p.atMs = before ? before.atMs + (before.toMs - before.fromMs) + CREASE_MS : 0;
  });
  const last = parts.at(-1);
  return { parts, totalMs: last ? last.atMs + (last.toMs - last.fromMs) : 0 };
}
/** An instant in folded time. */
export function folded({ parts }: Fold, ms: number): number {
  const [first] = parts;
  if (!first || ms <= first.fromMs) return first ? ms - first.fromMs : 0;
  const part = parts.findLast((p) => p.fromMs <= ms)!;
  const into = ms - part.fromMs;
  const length = part.toMs - part.fromMs;
  if (into <= length) return part.atMs + into;
  const next = parts[parts.indexOf(part) + 1];
  return (
    part.atMs + length + (next ? Math.min(1, (into - length) / (next.fromMs - part.toMs)) * CREASE_MS : into - length)
  );
}
/** The instant at a folded time. */
export function unfolded({ parts }: Fold, atMs: number): number {
  const part = parts.findLast((p) => p.atMs <= atMs) ?? parts[0];
  if (!part) return 0;
  const into = atMs - part.atMs;
  const length = part.toMs - part.fromMs;
  const next = parts[parts.indexOf(part) + 1];
  if (into <= length || !next) return part.fromMs + into;
  return part.toMs + ((into - length) / CREASE_MS) * (next.fromMs - part.toMs);
}

/** A map is drawn over this many units across, whatever its width. */
export const ACROSS = 1000;
export const across = (ms: number, { fromMs, toMs, fold }: View): number =>
  ((folded(fold, ms) - fromMs) / (toMs - fromMs)) * ACROSS;

/** Everything there is, with a little beside it; null with nothing. */
export function wholeOf(line: DayLine): View | null {
  const stretches = [
    ...line.placed.map((c) => ({ fromMs: c.startMs - AROUND_MS, toMs: c.endMs + AROUND_MS })),
    ...line.unplaced.flatMap(({ take }) =>
      take ? [{ fromMs: take.rolledAtMs - AROUND_MS, toMs: (take.cutAtMs ?? take.rolledAtMs) + AROUND_MS }] : [],
    ),
  ];
  if (stretches.length === 0) return null;
  const fold = foldOf(stretches);
  return { fromMs: 0, toMs: Math.max(LEAST_MS, fold.totalMs), fold };
}

/** A view made nearer or farther around an instant, never beyond the whole nor nearer than ten frames. */
export function zoomed(view: View, factor: number, aroundMs: number, whole: View): View {
  const most = whole.toMs - whole.fromMs;
  const length = Math.min(most, Math.max(LEAST_MS, (view.toMs - view.fromMs) * factor));
  const around = folded(view.fold, aroundMs);
  const share = (around - view.fromMs) / (view.toMs - view.fromMs);
  return moved({ ...view, fromMs: around - share * length, toMs: around + (1 - share) * length }, 0, whole);
}

/** A view moved along in folded time, held within the whole. */
export function moved(view: View, byMs: number, whole: View): View {
  const length = view.toMs - view.fromMs;
  const fromMs = Math.min(Math.max(whole.fromMs, view.fromMs + byMs), whole.toMs - length);
  return { ...view, fromMs, toMs: fromMs + length };
}

/** Where time is folded, in units across. */
export const creases = (view: View): number[] =>
  view.fold.parts.slice(1).map((p) => ((p.atMs - CREASE_MS / 2 - view.fromMs) / (view.toMs - view.fromMs)) * ACROSS);

/** A clip’s loudness as a shape over its line: `M…Z` in units across and px down. */
export function silhouette(c: PlacedClip, peaks: readonly number[], view: View, top: number): string {
  const [from, to] = [across(c.startMs, view), across(c.endMs, view)];
  const base = top + LINE_PX;
  if (peaks.length === 0 || to < 0 || from > ACROSS) return '';
  // What is narrower than its figures has as many of them as can be seen, the loudest of each.
  const count = Math.max(1, Math.min(peaks.length, Math.ceil(to - from)));
  const seen =
    count === peaks.length
      ? peaks
      : Array.from({ length: count }, (_, n) =>
          Math.max(
            ...peaks.slice(Math.floor((n * peaks.length) / count), Math.floor(((n + 1) * peaks.length) / count)),
          ),
        );
  const step = (to - from) / count;
  const points = seen.map(
    (p, i) => `${(from + (i + 0.5) * step).toFixed(2)} ${(base - (p / 255) * HEIGHT_PX).toFixed(1)}`,
  );
  return `M${from.toFixed(2)} ${base}L${points.join('L')}L${to.toFixed(2)} ${base}Z`;
}

/** Places where both of a pair hear the same, and by how much their thread leans by the drift between them: drawn larger than it is. */
export function threadsOf(
  edge: ToldEdge,
  a: PlacedClip,
  b: PlacedClip,
  view: View,
): { x1: number; x2: number; atMs: number }[] {
  const [from, to] = [Math.max(a.startMs, b.startMs), Math.min(a.endMs, b.endMs)];
  if (to <= from) return [];
  const drift = edge.find?.driftPpm ?? 0;
  const full = Math.max(-1, Math.min(1, drift / FULL_LEAN_PPM)) * LEAN * (across(to, view) - across(from, view));
  // No more than can be told apart: a day of three hundred takes has one each.
  const count = Math.max(1, Math.min(THREADS, Math.floor((across(to, view) - across(from, view)) / THREAD_UNITS)));
  return Array.from({ length: count }, (_, n) => {
    const share = (n + 0.5) / count;
    const atMs = from + (to - from) * share;
    const x = across(atMs, view);
    return { x1: x, x2: x + full * (share - 0.5) * 2, atMs };
  });
}

/** Takes as they stand behind the lanes. */
export function takeBands(
  clips: readonly LineClip[],
  rows: { shots: readonly Shot[]; scenes: readonly Scene[] },
): { take: Take; code: string; fromMs: number; toMs: number }[] {
  const takes = new Map(clips.flatMap((c) => (c.take ? [[c.take.id, c.take] as const] : [])));
  return [...takes.values()]
    .map((take) => ({
      ...{ take, code: takeCode(take, rows), fromMs: take.rolledAtMs, toMs: take.cutAtMs ?? take.rolledAtMs },
    }))
    .sort((x, y) => x.fromMs - y.fromMs);
}

/** Names that have room where they stand: those that would lie over the one before are left out. */
export function withRoom<T extends { fromMs: number; code: string }>(
  bands: readonly T[],
  view: View,
  unitsPerLetter: number,
): Set<T> {
  const shown = new Set<T>();
  let free = -Infinity;
  for (const b of bands) {
    const x = across(b.fromMs, view);
    if (x < free || x > ACROSS || x < -5) continue;
    shown.add(b);
    free = x + (b.code.length + 0.3) * unitsPerLetter;
  }
  return shown;
}

/** File times in both clips of the middle of what they share, s; null where they share nothing. */
export function middleOfBoth(a: PlacedClip, b: PlacedClip): { atA: number; atB: number } | null {
  const [from, to] = [Math.max(a.startMs, b.startMs), Math.min(a.endMs, b.endMs)];
  if (to <= from) return null;
  const at = (from + to) / 2;
  return { atA: fileTimeS(a, at), atB: fileTimeS(b, at) };
}
