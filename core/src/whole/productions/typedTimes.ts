import { isEvenDay, wallToMinute } from '../../base/time/index.ts';
import type { Day } from '../../plan/day/index.ts';
import type { Scene } from '../../rooms/scenes/index.ts';

/**
 * Times are typed, stored and moved as the clock on the wall shows them; plans count minutes elapsed since the day's midnight. On nearly all days
 * that is the same. On a day whose clocks change, rows are read with their times turned into elapsed minutes; what is written
 * back starts from the row as it was typed.
 */
const TIMES = {
  days: ['callMin', 'wantedWrapMin'],
  dayItems: ['pinnedStartMin'],
  engagements: ['callMin'],
  scenes: ['plannedMin'],
  slots: ['startMin'],
  cues: ['fixedMin'],
} as const;
export type TimedTable = keyof typeof TIMES;
export const isTimedTable = (table: string): table is TimedTable => table in TIMES;

type AnyRow = Readonly<Record<string, unknown>>;
type DayClock = Pick<Day, 'date' | 'timeZone'>;
const typed = new WeakMap<object, object>();
const turned = new WeakMap<object, { key: string; row: AnyRow }>();

/** The row as it was typed and stored, of one whose times were turned into elapsed minutes. */
export const asTyped = <R extends object>(row: R): R => (typed.get(row) as R | undefined) ?? row;

/** A row with its times as elapsed minutes of a day; itself on days whose clocks run evenly, and the same again when asked again. */
export function onDay<R extends object>(table: TimedTable, row: R, day: DayClock | undefined): R {
  const stored = asTyped(row);
  if (!day || isEvenDay(day.date, day.timeZone)) return stored;
  const key = `${day.date} ${day.timeZone}`;
  const found = turned.get(stored);
  if (found?.key === key) return found.row as R;
  const times = Object.fromEntries(
    TIMES[table].flatMap((field) => {
      const wallMin = (stored as AnyRow)[field];
      return typeof wallMin === 'number' ? [[field, wallToMinute(day.date, day.timeZone, wallMin)]] : [];
    }),
  );
  const made = { ...stored, ...times };
  typed.set(made, stored);
  turned.set(stored, { key, row: made });
  return made;
}

/** All rows of a table with their times as elapsed minutes of the day each is on; the very list where no day is uneven. */
export function onTheirDays<R extends object>(
  table: TimedTable,
  rows: readonly R[],
  days: readonly Day[],
  scenes: readonly Scene[],
): readonly R[] {
  const uneven = new Map(days.flatMap((d) => (isEvenDay(d.date, d.timeZone) ? [] : [[d.id, d] as const])));
  if (uneven.size === 0) return rows;
  const sceneDays = new Map(scenes.map((s) => [s.id, s.dayId]));
  const dayOf = (row: AnyRow): DayClock | undefined =>
    table === 'days'
      ? uneven.get(String(row.id))
      : uneven.get(String(table === 'slots' ? sceneDays.get(String(row.sceneId)) : row.dayId));
  return rows.map((row) => onDay(table, row, dayOf(row as AnyRow)));
}
