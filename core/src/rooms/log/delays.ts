import { DELAY_CAUSES, entriesOf, type DelayCause, type LogEntry } from './model.ts';

const MINUTE_MS = 60_000;

/** How long a delay lasted or has lasted, minutes. */
export const lostMinOf = (entry: Pick<LogEntry, 'atMs'>, lostMin: number | null, nowMs: number): number =>
  lostMin ?? Math.max(0, (nowMs - entry.atMs) / MINUTE_MS);

/** Minutes lost on a day by cause, those of delays that still last until now; causes without any are left out. */
export function lostByCause(
  log: readonly LogEntry[],
  nowMs: number,
): { cause: DelayCause; lostMin: number; times: number }[] {
  const delays = entriesOf(log, 'delay');
  return DELAY_CAUSES.flatMap((cause) => {
    const own = delays.filter((d) => d.payload.cause === cause);
    if (own.length === 0) return [];
    const lostMin = own.reduce((sum, d) => sum + lostMinOf(d, d.payload.lostMin, nowMs), 0);
    return [{ cause, lostMin, times: own.length }];
  });
}
