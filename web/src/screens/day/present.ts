import { useMemo } from 'react';
import { presentOf, unitPlan, type Day, type DayRow, type Present } from '@kavrell/core/day';
import type { DayFacts } from '@kavrell/core/productions';
import { msToMinute } from '@kavrell/core/time';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';

const BEAT_MS = 30_000;

/** The minute of the day, and what is due by then; looked at again twice a minute. */
export function usePresent(day: Day, facts: DayFacts, unit: number): { nowMin: number; present: Present | null } {
  const { production, rows } = usePlanned();
  const nowMin = msToMinute(day.date, day.timeZone, useNow(production, BEAT_MS));
  const { plan, states } = facts;
  const present = useMemo(
    () => presentOf(unitPlan(plan, unit), states, nowMin, rows.logEntries),
    [plan, states, unit, nowMin, rows.logEntries],
  );
  return { nowMin, present };
}

const nameOf = (row: DayRow) => row.shot?.code ?? row.title;

/** What is due, as one says it: `7C in 3 min`, `7C until 11:20`, `7C, 12 min over its time`. */
export function presentWords({ on, endMin, sinceMin, overMin }: Present, say: (minute: number) => string): string {
  if (sinceMin < -0.5) return `${nameOf(on)} in ${formatMinutes(-sinceMin)}`;
  return overMin > 0.5
    ? `${nameOf(on)}, ${formatMinutes(overMin)} over its time`
    : `${nameOf(on)} until ${say(endMin)}`;
}

/** What comes after it. */
export const nextWords = ({ next }: Present, say: (minute: number) => string): string =>
  next ? `then ${nameOf(next)} at ${say(next.startMin)}` : 'then the wrap';
