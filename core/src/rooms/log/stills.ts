import { entriesOf, type LogEntry, type LogEntryOf } from './model.ts';

export type Still = LogEntryOf<'still'>;

/** What continuity is watched against: stills of the last take that was good, and those made since. */
export interface StillsOfShot {
  /** Of the good take looked back to; none: no take is good yet, or nobody photographed it. */
  before: Still[];
  now: Still[];
}

/** The stills of a shot beside each other: those of its last good take (or made before its end), and what was made after. */
export function stillsOfShot(
  log: readonly LogEntry[],
  shotId: string,
  lastGood: { id: string; endMs: number } | null,
): StillsOfShot {
  const own = entriesOf(log, 'still').filter((e) => e.payload.about === 'continuity' && e.payload.shotId === shotId);
  const isBefore = (e: Still) => lastGood !== null && (e.payload.takeId === lastGood.id || e.atMs <= lastGood.endMs);
  return { before: own.filter(isBefore), now: own.filter((e) => !isBefore(e)) };
}

/** Cards that came out of cameras nobody hears, oldest first, that the job has not met yet: they wait to be read. */
export function cardsOut(
  log: readonly LogEntry[],
  known: readonly string[],
): { label: string; cameraId: string; atMs: number }[] {
  const met = new Set(known);
  // One that went into a camera again is not out: of each label the last word counts.
  const last = new Map(entriesOf(log, 'cardIn', 'cardOut').map((e) => [e.payload.label, e] as const));
  return [...last.values()].flatMap(({ atMs, payload: { kind, label, cameraId } }) =>
    kind === 'cardIn' || met.has(label) ? [] : [{ label, cameraId, atMs }],
  );
}
