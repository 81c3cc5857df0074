import type { Day } from '../../plan/day/index.ts';
import { timeCues, type Cue, type TimedCue } from '../../rooms/cover/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import { msToMinute, wallToMinute } from '../../base/time/index.ts';

/** The running order of a day, timed; fixed starts are typed as the clock on the wall shows them. Where nothing is fixed it begins at the call. */
export function cuesOfDay(cues: readonly Cue[], day: Pick<Day, 'id' | 'date' | 'timeZone' | 'callMin'>): TimedCue[] {
  const own = cues
    .filter((c) => c.dayId === day.id)
    .sort((a, b) => a.position - b.position)
    .map((c) => ({
      ...c,
      fixedMin: c.fixedMin === null ? null : wallToMinute(day.date, day.timeZone, c.fixedMin),
    }));
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
