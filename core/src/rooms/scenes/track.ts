import type { ShotState } from './state.ts';
import type { Pin, Track } from './anchors.ts';
import type { Shot } from './model.ts';

export interface Stretch {
  fromS: number;
  toS: number;
}

/** A pin over at least this share of the track is a pass of the whole, not a shot of one place in it. */
const PASS_SHARE = 0.9;

export const isPass = (pin: Stretch, track: Pick<Track, 'durationS'>): boolean =>
  pin.toS - pin.fromS >= track.durationS * PASS_SHARE;

/**
 * Where no shot hangs (gaps) and where more than one does (overlaps), in seconds; whole passes are left out, since they
 * lie under everything. Gaps shorter than `leastS` are not worth a word.
 */
export function trackHoles(
  track: Pick<Track, 'durationS'>,
  pins: readonly Stretch[],
  leastS = 0.2,
): { gaps: Stretch[]; overlaps: Stretch[] } {
  const edges = pins
    .filter((p) => !isPass(p, track))
    .flatMap((p) => [
      { at: Math.max(0, p.fromS), by: 1 },
      { at: Math.min(track.durationS, p.toS), by: -1 },
    ])
    .sort((a, b) => a.at - b.at || a.by - b.by);
  const gaps: Stretch[] = [];
  const overlaps: Stretch[] = [];
  let depth = 0;
  let at = 0;
  const close = (to: number) => {
    if (depth === 0 && to - at >= leastS) gaps.push({ fromS: at, toS: to });
    if (depth > 1 && to > at) {
      const last = overlaps.at(-1);
      if (last && last.toS === at) last.toS = to;
      else overlaps.push({ fromS: at, toS: to });
    }
  };
  for (const edge of edges) {
    if (edge.at > at) {
      close(edge.at);
      at = edge.at;
    }
    depth += edge.by;
  }
  if (track.durationS > at) close(track.durationS);
  return { gaps, overlaps };
}

/** The beats of a track in seconds, with `bar` true on the first of each bar; empty without a tempo. */
export function beats(
  track: Pick<Track, 'bpm' | 'firstBeatS' | 'beatsPerBar' | 'durationS'>,
): { atS: number; bar: boolean }[] {
  if (!track.bpm) return [];
  const step = 60 / track.bpm;
  const count = Math.floor((track.durationS - track.firstBeatS) / step + 1e-9) + 1;
  return Array.from({ length: Math.max(0, count) }, (_, i) => ({
    atS: track.firstBeatS + i * step,
    bar: i % track.beatsPerBar === 0,
  }));
}

/** The nearest beat or cue to a time, when one lies within `reachS`; else the time itself. */
export function snap(track: Track, atS: number, reachS = 0.15): number {
  const marks = [...beats(track).map((b) => b.atS), ...track.cues.map((c) => c.atS), 0, track.durationS];
  const nearest = marks.reduce(
    (best, m) => (Math.abs(m - atS) < Math.abs(best - atS) ? m : best),
    Number.POSITIVE_INFINITY,
  );
  return Math.abs(nearest - atS) <= reachS ? nearest : atS;
}

/**
 * Tempo and first beat of taps, in beats a minute and seconds: the slope of the least-squares line through them, so that
 * one late tap moves little. Null for fewer than four.
 */
export function tempoOfTaps(tapsS: readonly number[]): { bpm: number; firstBeatS: number } | null {
  const n = tapsS.length;
  if (n < 4) return null;
  const meanI = (n - 1) / 2;
  const meanT = tapsS.reduce((a, b) => a + b, 0) / n;
  let over = 0;
  let under = 0;
  tapsS.forEach((t, i) => {
    over += (i - meanI) * (t - meanT);
    under += (i - meanI) ** 2;
  });
  const step = over / under;
  if (!(step > 0)) return null;
  const start = meanT - meanI * step;
  return { bpm: 60 / step, firstBeatS: Math.max(0, start - Math.floor(start / step) * step) };
}

export interface PassCell {
  shots: Shot[];
  got: number;
}
export interface PassGrid {
  passes: string[];
  rows: { setupId: string | null; outfit: string; cells: PassCell[] }[];
}

/** Passes of a whole track as a grid: light set-up and outfit down, pass across, with what is got in each cell. */
export function passGrid(
  track: Track,
  pins: readonly Pin[],
  shots: readonly Shot[],
  states: ReadonlyMap<string, ShotState>,
): PassGrid {
  const ids = new Set(pins.filter((p) => p.trackId === track.id && isPass(p, track)).map((p) => p.shotId));
  const own = shots.filter((s) => ids.has(s.id) && !s.dropped);
  const passes = [...new Set(own.map((s) => s.pass || 'a pass'))];
  const rows = new Map<string, Shot[]>();
  for (const s of own) {
    const key = `${s.setupId ?? ''}|${s.outfit}`;
    rows.set(key, [...(rows.get(key) ?? []), s]);
  }
  return {
    passes,
    rows: [...rows.values()].map((list) => ({
      setupId: list[0]?.setupId ?? null,
      outfit: list[0]?.outfit ?? '',
      cells: passes.map((pass) => {
        const inCell = list.filter((s) => (s.pass || 'a pass') === pass);
        return { shots: inCell, got: inCell.filter((s) => states.get(s.id) === 'got').length };
      }),
    })),
  };
}

/** Loudness of samples in `steps` equal parts, 0–255: the peak of each. */
export function peaksOf(channels: readonly Float32Array[], steps: number): number[] {
  const length = channels[0]?.length ?? 0;
  const peaks = Array.from({ length: Math.min(steps, Math.max(1, length)) }, () => 0);
  const per = length / peaks.length;
  for (let i = 0; i < peaks.length; i += 1) {
    let most = 0;
    for (const samples of channels)
      for (let at = Math.floor(i * per); at < Math.floor((i + 1) * per); at += 1) {
        const level = Math.abs(samples[at] ?? 0);
        if (level > most) most = level;
      }
    peaks[i] = Math.min(255, Math.round(most * 255));
  }
  return peaks;
}
