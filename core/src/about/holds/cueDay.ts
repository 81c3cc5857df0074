import type { Day } from '../../plan/day/index.ts';
import { timeCues, type Cue, type Taken, type TimedCue } from '../../rooms/cover/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import { msToMinute } from '../../base/time/index.ts';

/** The running order of a day, timed. Where nothing is fixed it begins at the call. */
export function cuesOfDay(cues: readonly Cue[], day: Pick<Day, 'id' | 'callMin'>): TimedCue[] {
  const own = cues.filter((c) => c.dayId === day.id).sort((a, b) => a.position - b.position);
  return timeCues(own, day.callMin * 60);
}

/** What one person calls or does. */
export const cuesFor = (timed: readonly TimedCue[], personId: string | null): TimedCue[] =>
  personId === null ? [...timed] : timed.filter((t) => t.cue.callerId === personId || t.cue.doerId === personId);

/** What was called on a day, by run, as seconds of the day. */
export function callsOf(
  log: readonly LogEntry[],
  day: Pick<Day, 'id' | 'date' | 'timeZone'>,
): { cueId: string; run: number; atMs: number; atS: number }[] {
  return entriesOf(log, 'called')
    .filter((e) => e.dayId === day.id)
    .map((e) => ({
      ...{ cueId: e.payload.cueId, run: e.payload.run, atMs: e.atMs },
      atS: msToMinute(day.date, day.timeZone, e.atMs) * 60,
    }));
}

/** What went on air on a day. */
export const takenOn = (log: readonly LogEntry[], dayId: string): Taken[] =>
  entriesOf(log, 'onAir')
    .filter((e) => e.dayId === dayId)
    .map((e) => ({
      ...{ input: e.payload.input, cameraId: e.payload.cameraId, transition: e.payload.transition, atMs: e.atMs },
    }));

/** Two people who called the same cue of one run within this long are told of each other. */
const TOGETHER_MS = 8000;

/** Cues that two people called at nearly the same time, by whom: both calls are kept, the first counts as its beginning. */
export function doubleCalls(log: readonly LogEntry[], dayId: string): { cueId: string; by: string[]; atMs: number }[] {
  const calls = entriesOf(log, 'called').filter((e) => e.dayId === dayId);
  return calls.flatMap((e, i) => {
    const other = calls
      .slice(i + 1)
      .find(
        (o) =>
          o.payload.cueId === e.payload.cueId &&
          o.payload.run === e.payload.run &&
          o.by !== e.by &&
          o.atMs - e.atMs <= TOGETHER_MS,
      );
    return other ? [{ cueId: e.payload.cueId, by: [e.by, other.by], atMs: e.atMs }] : [];
  });
}
