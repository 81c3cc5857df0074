import { useMemo } from 'react';
import { kitOut, matchKit, needsAt, type KitMatch, type KitNeed, type KitOut } from '@kavrell/core/kitNeeds';
import { kitOf, kitOfJob } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';

export interface KitOfDay {
  matches: KitMatch[];
  /** Places of the day at which something is needed, in its order. */
  placeIds: string[];
  out: KitOut;
}

/** What the open day needs; of the whole job where asked. Null without a day. */
export function useNeeds(scope: 'day' | 'job'): KitNeed[] | null {
  const { rows, timed, timedFrom, day } = usePlanned();
  return useMemo(() => {
    if (!day || !timed) return null;
    const from = { ...rows, ...timedFrom };
    return scope === 'job' ? kitOfJob(from) : kitOf(from, day, timed);
  }, [rows, timed, timedFrom, day, scope]);
}

/** What the day, or one place of it, needs beside what is taken along; `job`: all days of it. Without a day nothing is needed, and what is taken along is there all the same. */
export function useKit(placeId: string | null): KitOfDay {
  const { rows, timed } = usePlanned();
  const needs = useNeeds(placeId === 'job' ? 'job' : 'day');
  return useMemo(() => {
    if (!needs) return { matches: [], placeIds: [], out: kitOut(rows.kitLines) };
    const order = [...new Set((timed?.rows ?? []).map((r) => r.placeId))];
    const asked = placeId === null || placeId === 'job' ? needs : needsAt(needs, placeId);
    return {
      matches: matchKit(asked, rows.kitLines),
      placeIds: order.filter((id) => needs.some((n) => n.places.some((p) => p.placeId === id))),
      out: kitOut(rows.kitLines),
    };
  }, [needs, placeId, rows.kitLines, timed]);
}
