import type { Production } from '@kavrell/core/brief';
import type { Day } from '@kavrell/core/day';
import type { LogEntry, LogPayload } from '@kavrell/core/log';
import { productionNow, useNow } from '../../platform/clock.ts';
import { useHouse } from '../../platform/house.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';

/** Now by the production’s clock: the device’s own, put right by the server’s where that is known. */
export const loggedNow = (production: Production): number =>
  Math.round(productionNow(production) + (useHouse.getState().clockOffsetMs ?? 0));

/** The same, renewed every `everyMs`: what was logged elsewhere, on a device whose clock is right, is as long ago here. */
export function useLoggedNow(production: Production, everyMs: number): number {
  const offsetMs = useHouse((s) => s.clockOffsetMs);
  return useNow(production, everyMs) + (offsetMs ?? 0);
}

/** Logs that something happened, just now or at `atMs`; kept on this device first, undone like any change. The entry’s id. */
export function logIt(
  { production, day, by }: { production: Production; day: Pick<Day, 'id'>; by: string },
  label: string,
  payload: LogPayload,
  atMs = loggedNow(production),
): string {
  const id = newId();
  const values = { dayId: day.id, atMs: Math.round(atMs), by: by.slice(0, 80), payload };
  void change(production.id, label, [{ op: 'insert', table: 'logEntries', id, values }]);
  return id;
}

/** Puts an entry right: what it was stays in the history. */
export const mendEntry = (entry: LogEntry, label: string, values: Partial<Pick<LogEntry, 'atMs' | 'payload'>>): void =>
  void change(entry.productionId, label, [{ op: 'update', table: 'logEntries', row: entry, values }]);

export const dropEntry = (entry: LogEntry, label: string): void =>
  void change(entry.productionId, label, [{ op: 'delete', table: 'logEntries', row: entry }]);
