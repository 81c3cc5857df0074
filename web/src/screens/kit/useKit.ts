import { useMemo } from 'react';
import { kitOut, matchKit, needsAt, type KitMatch, type KitOut } from '@kavrell/core/kitNeeds';
import { kitOf } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';

export interface KitOfDay {
  matches: KitMatch[];
  /** Places of the day at which something is needed, in its order. */
  placeIds: string[];
  out: KitOut;
}

/** What the day, or one place of it, needs beside what is taken along. */
export function useKit(placeId: string | null): KitOfDay | null {
  const { rows, timed, timedFrom, day } = usePlanned();
  const needs = useMemo(
    () => (day && timed ? kitOf({ ...rows, ...timedFrom }, day, timed) : null),
    [rows, timed, timedFrom, day],
  );
  return useMemo(() => {
    if (!needs) return null;
    const order = [...new Set((timed?.rows ?? []).map((r) => r.placeId))];
    return {
      matches: matchKit(placeId === null ? needs : needsAt(needs, placeId), rows.kitLines),
      placeIds: order.filter((id) => needs.some((n) => n.places.some((p) => p.placeId === id))),
      out: kitOut(rows.kitLines),
    };
  }, [needs, placeId, rows.kitLines, timed]);
}
