import { useMemo } from 'react';
import { latestOf, type FrozenSheet, type SheetContent } from '@kavrell/core/callsheet';
import { SHEET_PARTS, sheetOf } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';

/** The sheet as it would go out now, and the newest that did. */
export function useSheets(): { draft: SheetContent | null; sheets: FrozenSheet[]; last: FrozenSheet | null } {
  const { rows, day, timed } = usePlanned();
  const plan = timed ?? null;
  // Takes don't change a sheet; everything else may.
  const own = useSome(rows, SHEET_PARTS);
  const draft = useMemo(() => (day && plan ? sheetOf(own, day, plan) : null), [own, day, plan]);
  const sheets = useMemo(
    () => rows.frozenSheets.filter((s) => s.dayId === day?.id).sort((a, b) => a.revision - b.revision),
    [rows.frozenSheets, day?.id],
  );
  return { draft, sheets, last: day ? latestOf(rows.frozenSheets, day.id) : null };
}
