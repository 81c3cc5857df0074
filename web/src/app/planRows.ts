import { PLAN_PARTS, type ProductionRows, type RowsOf } from '@kavrell/core/productions';
import { useSome } from '../platform/some.ts';

const TIMED = [...PLAN_PARTS, 'production', 'days'] as const;
const PACED = [...TIMED, 'takeEvents'] as const;
export type TimedRows = RowsOf<typeof TIMED> & Partial<Pick<ProductionRows, 'takeEvents'>>;

/** The rows that days are timed from: takes are among them only where the job goes at the pace of its takes, and time nothing anew where not. */
export function usePlanRows(rows: ProductionRows | null): TimedRows | null {
  const timed = useSome(rows, TIMED);
  const paced = useSome(rows, PACED);
  return rows?.production.usePace ? paced : timed;
}
