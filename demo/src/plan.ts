import { keyed } from '@kavrell/core/records';
import { PLAN_TABLES } from '@kavrell/core/tables';
import type { ProductionRows } from '@kavrell/core/productions';

type Rows = Pick<ProductionRows, (typeof PLAN_TABLES)[number]>;
/** A production's plan as rows, table by table. */
export type DemoPlan = { production: ProductionRows['production'] } & {
  -readonly [K in keyof Rows]: Rows[K][number][];
};

export type MakeRow = <T extends object>(
  fields: T,
) => { id: string; productionId: string; version: number; deletedAt: null } & T;

/** Makes rows of one production with ids of their own. */
export function rowMaker(newId: () => string, productionId: string): MakeRow {
  return (fields) => ({ id: newId(), productionId, version: 1, deletedAt: null, ...fields });
}

/** A plan with nothing in it. */
export function emptyPlan(production: DemoPlan['production']): DemoPlan {
  return {
    production,
    ...keyed(PLAN_TABLES.map((t) => [t, []])),
  };
}

/** Minutes from midnight. */
export const at = (hours: number, minutes = 0): number => hours * 60 + minutes;
