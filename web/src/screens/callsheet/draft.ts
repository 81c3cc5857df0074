import { useMemo } from 'react';
import { latestOf, type FrozenSheet, type SheetContent } from '@kavrell/core/callsheet';
import { sheetOf } from '@kavrell/core/productions';
import { useProduction } from '../../app/production.tsx';

/** The sheet as it would go out now, and the newest that did. */
export function useSheets(): { draft: SheetContent | null; sheets: FrozenSheet[]; last: FrozenSheet | null } {
  const { rows, day, facts } = useProduction();
  // Takes don't change a sheet; everything else may.
  const draft = useMemo(
    () => (day && facts ? sheetOf(rows, day, facts.plan) : null),
    [
      day,
      facts?.plan,
      rows.production,
      rows.days,
      rows.people,
      rows.engagements,
      rows.places,
      rows.placeFacts,
      rows.scenes,
      rows.slots,
      rows.setups,
      rows.rooms,
      rows.circuits,
      rows.lightKit,
      rows.cameras,
      rows.shots,
      rows.risks,
    ],
  );
  const sheets = useMemo(
    () => rows.frozenSheets.filter((s) => s.dayId === day?.id).sort((a, b) => a.revision - b.revision),
    [rows.frozenSheets, day?.id],
  );
  return { draft, sheets, last: day ? latestOf(rows.frozenSheets, day.id) : null };
}
