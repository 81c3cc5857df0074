import type { ProductionRows } from '@kavrell/core/productions';
import { inSceneOrder } from '@kavrell/core/scenes';
import { PLAN_TABLES } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { readRows } from '../rows/index.ts';
import { productionOf } from './index.ts';

const TABLES = [...PLAN_TABLES, 'clips', 'copyJobs', 'copyFiles', 'releases', 'takeEvents', 'sheetReads'] as const;

/** All rows of a production: one query a table, whatever its size. */
export async function loadRows(context: Context, productionId: string): Promise<ProductionRows> {
  const production = await productionOf(context, productionId);
  const lists = await Promise.all(TABLES.map((table) => readRows(context, productionId, table)));
  const rows = {
    production,
    ...Object.fromEntries(TABLES.map((table, i) => [table, lists[i]])),
  } as unknown as ProductionRows;
  return { ...rows, shots: inSceneOrder(rows.shots, rows.scenes) };
}
