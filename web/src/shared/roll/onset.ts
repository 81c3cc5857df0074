import { useMemo } from 'react';
import { programmeNow, type Day, type MomentNow, type ProgrammeNow } from '@kavrell/core/day';
import type { LogPayload } from '@kavrell/core/log';
import { msToMinute } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { logIt, useLoggedNow } from '../log/log.ts';

export interface Onset {
  nowMs: number;
  nowMin: number;
  programme: ProgrammeNow;
  /** What goes on, the next to come. */
  on: MomentNow[];
  next: MomentNow | null;
  log: (label: string, payload: LogPayload, atMs?: number) => string;
}

/** The day as it goes, at a beat of `everyMs`; null without a day. */
export function useOnset(everyMs: number): Onset | null {
  const { production, rows, day, facts, me } = useProduction();
  const nowMs = useLoggedNow(production, everyMs);
  const nowMin = day ? msToMinute(day.date, day.timeZone, nowMs) : 0;
  const plan = facts?.plan;
  const programme = useMemo(
    () => (plan ? programmeNow(plan, rows.logEntries, nowMin) : null),
    [plan, rows.logEntries, nowMin],
  );
  if (!day || !programme) return null;
  return {
    ...{ nowMs, nowMin, programme },
    on: programme.moments.filter((m) => m.state === 'on'),
    next: programme.moments.find((m) => m.state === 'toCome') ?? null,
    log: logging(production, day, me.name),
  };
}

const logging =
  (production: ReturnType<typeof useProduction>['production'], day: Day, by: string): Onset['log'] =>
  (label, payload, atMs) =>
    logIt({ production, day, by }, label, payload, ...(atMs === undefined ? [] : [atMs]));
