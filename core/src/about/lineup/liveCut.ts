import type { ProgramCut } from '../../rooms/cover/index.ts';
import type { PlacedClip } from './line.ts';

/** A stretch of the live cut, as the recording of its own camera has it. */
export interface ConformedCut {
  cut: ProgramCut;
  /** When it was in front of the camera: the way of a wireless picture taken off, ms. */
  fromMs: number;
  toMs: number;
  delayMs: number;
  /** Recordings of it that hold a part, in order. */
  parts: { clip: PlacedClip; fromMs: number; toMs: number }[];
  /** Stretches that no recording holds. */
  missing: { fromMs: number; toMs: number }[];
  /** What has no camera (a graphic, black) can’t be in a recording. */
  hasCamera: boolean;
}

/**
 * The live cut conformed to the isolated recordings: each stretch out of the recording of its own camera, the delay of a wireless input undone (what was on air at an instant was in
 * front of the camera `delayMs` before). What no recording holds is named. A cut that is on air still is left out.
 */
export function conformCut(
  cuts: readonly ProgramCut[],
  placed: readonly PlacedClip[],
  delayOf: (cameraId: string) => number,
): ConformedCut[] {
  return cuts.flatMap((cut): ConformedCut[] => {
    if (cut.toMs === null) return [];
    const delayMs = cut.cameraId === null ? 0 : delayOf(cut.cameraId);
    const [fromMs, toMs] = [cut.atMs - delayMs, cut.toMs - delayMs];
    const base = { cut, fromMs, toMs, delayMs, hasCamera: cut.cameraId !== null };
    if (cut.cameraId === null) return [{ ...base, parts: [], missing: [] }];
    const own = placed
      .filter((c) => c.deviceId === cut.cameraId && c.endMs > fromMs && c.startMs < toMs)
      .sort((a, b) => a.startMs - b.startMs);
    const parts: ConformedCut['parts'] = [];
    const missing: ConformedCut['missing'] = [];
    let at = fromMs;
    for (const clip of own) {
      const from = Math.max(at, clip.startMs);
      const to = Math.min(toMs, clip.endMs);
      if (to <= from) continue;
      if (from > at) missing.push({ fromMs: at, toMs: from });
      parts.push({ clip, fromMs: from, toMs: to });
      at = to;
    }
    if (at < toMs) missing.push({ fromMs: at, toMs });
    return [{ ...base, parts, missing }];
  });
}

/** The time in a clip’s own file at an instant of the line, s. */
export const fileTimeS = (clip: Pick<PlacedClip, 'startMs' | 'driftPpm'>, atMs: number): number =>
  ((atMs - clip.startMs) / 1000) * (1 + clip.driftPpm * 1e-6);
