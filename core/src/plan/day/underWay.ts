import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import { minuteToWall, msToMinute } from '../../base/time/index.ts';
import type { DayPlan, DayRow } from './dayPlan.ts';

/** A moment or cue as it goes: when it began and was over, and when it is to be expected. Minutes of the day. */
export interface MomentNow {
  row: DayRow;
  state: 'toCome' | 'on' | 'over';
  /** As stamped; null: not, or nobody said so. */
  begunMin: number | null;
  overMin: number | null;
  /** As stamped where it is, else as it is to be expected by what the programme is behind. */
  startMin: number;
  endMin: number;
}

/** A programme as it goes. */
export interface ProgrammeNow {
  moments: MomentNow[];
  /** Minutes behind the plan by the last stamp, and by what should have begun or been over since; negative: ahead. Null: nobody stamped anything. */
  behindMin: number | null;
}

interface Stamps {
  begunMin: number | null;
  overMin: number | null;
}

/** What was stamped of each moment of a day: the last word counts, and one that is over began at the latest then. */
export function stampsOf(
  log: readonly LogEntry[],
  day: Pick<DayPlan['day'], 'id' | 'date' | 'timeZone'>,
): Map<string, Stamps> {
  const stamps = new Map<string, Stamps>();
  for (const entry of entriesOf(log, 'began', 'over')) {
    if (entry.dayId !== day.id) continue;
    const { kind, sceneId } = entry.payload;
    const known = stamps.get(sceneId) ?? { begunMin: null, overMin: null };
    const atMin = msToMinute(day.date, day.timeZone, entry.atMs);
    // Begun anew after it was over: it goes on.
    stamps.set(sceneId, kind === 'began' ? { begunMin: atMin, overMin: null } : { ...known, overMin: atMin });
  }
  return stamps;
}

/**
 * The programme of a day at `nowMin`, by what was stamped. What is to come stands later by what the programme is behind, but only where it
 * follows another (then at that one's end) or is *about* its time: a fixed start stays where it is, and nothing moves earlier by itself.
 * Without a stamp all goes by the plan.
 */
export function programmeNow(
  plan: Pick<DayPlan, 'rows' | 'day'>,
  log: readonly LogEntry[],
  nowMin: number,
): ProgrammeNow {
  const stamps = stampsOf(log, plan.day);
  const rows = plan.rows.filter((r) => r.programme !== null).sort((a, b) => a.startMin - b.startMin);
  const of = (row: DayRow): Stamps => stamps.get(row.itemId) ?? { begunMin: null, overMin: null };
  const anyStamp = rows.some((r) => stamps.has(r.itemId));
  const behindMin = anyStamp ? behind(rows, of, nowMin) : null;
  const lateMin = Math.max(0, behindMin ?? 0);
  const lastBegun = rows.findLastIndex((r) => of(r).begunMin !== null || of(r).overMin !== null);
  const ends = new Map<string, number>();
  const moments = rows.map((row, i): MomentNow => {
    const { begunMin, overMin } = of(row);
    const follows = row.programme === 'follows' ? ends.get(row.scene?.followsSceneId ?? '') : undefined;
    const toCome = anyStamp && i > lastBegun;
    const moved =
      row.programme === 'fixed' || !toCome ? row.startMin : Math.max(row.startMin, follows ?? row.startMin + lateMin);
    const startMin = begunMin ?? (overMin === null ? moved : Math.min(moved, overMin));
    const length = row.endMin - row.startMin;
    const planned = startMin + length;
    const endMin = overMin ?? (begunMin === null ? planned : Math.max(planned, nowMin));
    ends.set(row.itemId, endMin);
    return {
      row,
      begunMin,
      overMin,
      startMin,
      endMin,
      state: stateOf({ begunMin, overMin, startMin, endMin }, toCome, nowMin),
    };
  });
  return { moments, behindMin };
}

function stateOf(
  { begunMin, overMin, startMin, endMin }: Omit<MomentNow, 'row' | 'state'>,
  waits: boolean,
  nowMin: number,
): MomentNow['state'] {
  if (overMin !== null) return 'over';
  if (begunMin !== null) return 'on';
  // Where starts are stamped, one that nobody stamped has not begun, however late it is.
  if (waits) return 'toCome';
  return endMin <= nowMin ? 'over' : startMin <= nowMin ? 'on' : 'toCome';
}

function behind(rows: readonly DayRow[], of: (row: DayRow) => Stamps, nowMin: number): number {
  const last = rows.findLast((r) => of(r).begunMin !== null || of(r).overMin !== null);
  if (!last) return 0;
  const { begunMin, overMin } = of(last);
  const next = rows[rows.indexOf(last) + 1];
  if (overMin !== null) {
    const atEnd = overMin - last.endMin;
    // What comes next and has not begun is late by what it is late now.
    return next && nowMin > next.startMin ? Math.max(atEnd, nowMin - next.startMin) : atEnd;
  }
  const atStart = (begunMin ?? last.startMin) - last.startMin;
  return Math.max(atStart, nowMin - last.endMin);
}

/** New starts, as the clock on the wall shows them in whole minutes, for what is *about* its time and late by what the programme is behind; what follows another moves with it by itself. */
export function shiftedStarts(
  now: ProgrammeNow,
  { date, timeZone }: Pick<DayPlan['day'], 'date' | 'timeZone'>,
): { sceneId: string; plannedMin: number }[] {
  return now.moments.flatMap((m) => {
    const startMin = Math.round(m.startMin);
    const moves = m.state === 'toCome' && m.row.programme === 'about' && startMin > m.row.startMin;
    return moves ? [{ sceneId: m.row.itemId, plannedMin: Math.round(minuteToWall(date, timeZone, startMin)) }] : [];
  });
}
