import { toCsv } from '../../base/formats/index.ts';

/** What went on air, and how it came there. */
export interface Taken {
  /** The letter of a camera, or another input by name; '' is black. */
  input: string;
  cameraId: string | null;
  transition: 'cut' | 'mix';
  atMs: number;
}

/** A stretch of the program: one input from its cut to the next. */
export interface ProgramCut extends Taken {
  /** Null: it is on air still. */
  toMs: number | null;
}

/**
 * The live cut out of what was taken on the program bus, oldest first. Taking what is on air already is no cut, and of two takes in the same millisecond the last counts.
 */
export function programCuts(taken: readonly Taken[], untilMs: number | null = null): ProgramCut[] {
  const cuts: ProgramCut[] = [];
  for (const t of [...taken].sort((a, b) => a.atMs - b.atMs)) {
    const last = cuts.at(-1);
    if (last?.input === t.input) continue;
    if (last && last.atMs === t.atMs) cuts.pop();
    else if (last) last.toMs = t.atMs;
    cuts.push({ ...t, toMs: untilMs });
  }
  return cuts;
}

/** The live cut as CSV: when each began and ended, in the words of `timeOf`. */
export const programCsv = (cuts: readonly ProgramCut[], timeOf: (ms: number) => string): string =>
  toCsv(
    ['from', 'to', 'input', 'transition', 'length s'],
    cuts.map((c) => [
      ...[timeOf(c.atMs), c.toMs === null ? '' : timeOf(c.toMs), c.input || 'black', c.transition],
      c.toMs === null ? null : (c.toMs - c.atMs) / 1000,
    ]),
  );

/** How late a picture comes where it cuts against others, in frames of the job; half a frame counts as one, for it shows. */
export const delayFrames = (delayMs: number, fps: number): number => Math.round((delayMs / 1000) * fps);
