import { useMemo } from 'react';
import { listRisks, type FoundRisk, type ListedRisk } from '@kavrell/core/risks';
import { RISK_PARTS, risksOf } from '@kavrell/core/productions';
import { useProduction } from '../../app/production.tsx';
import { usePlanRows } from '../../app/planRows.ts';
import { useSome } from '../../platform/some.ts';

/** Found and written risks as one list, found anew only when what they are found from changes. */
export function useRisks(): ListedRisk[] {
  const { rows } = useProduction();
  const own = useSome(rows, RISK_PARTS);
  const timed = usePlanRows(rows);
  const found = useMemo<FoundRisk[]>(() => risksOf({ ...own, ...timed }), [own, timed]);
  return useMemo(() => listRisks(found, rows.risks), [found, rows.risks]);
}
