import { useMemo } from 'react';
import { listRisks, type FoundRisk, type ListedRisk } from '@kavrell/core/risks';
import { risksOf } from '@kavrell/core/productions';
import { useProduction } from '../../app/production.tsx';

/** Found and written risks as one list, found anew only when what they are found from changes. */
export function useRisks(): ListedRisk[] {
  const { rows } = useProduction();
  const found = useMemo<FoundRisk[]>(
    () => risksOf(rows),
    [
      rows.production,
      rows.days,
      rows.dayItems,
      rows.shots,
      rows.scenes,
      rows.setups,
      rows.relights,
      rows.lightKit,
      rows.rooms,
      rows.circuits,
      rows.placeFacts,
      rows.places,
      rows.moves,
      rows.people,
      rows.engagements,
      rows.cameras,
      rows.soundSources,
      rows.soundRoutes,
    ],
  );
  return useMemo(() => listRisks(found, rows.risks), [found, rows.risks]);
}
