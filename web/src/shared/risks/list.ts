import { useMemo } from 'react';
import { listRisks, type FoundRisk, type ListedRisk } from '@kavrell/core/risks';
import { RISK_PARTS, risksOf } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';

/** Found and written risks as one list, found anew only when what they are found from changes. */
export function useRisks(): ListedRisk[] {
  const { rows, timedFrom } = usePlanned();
  const own = useSome(rows, RISK_PARTS);
  const found = useMemo<FoundRisk[]>(() => risksOf({ ...own, ...timedFrom }), [own, timedFrom]);
  return useMemo(() => listRisks(found, rows.risks), [found, rows.risks]);
}
