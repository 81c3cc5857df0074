import type { ProductionRows } from '@kavrell/core/productions';
import type { TableName } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { readRows } from '../rows/index.ts';
import { productionOf } from './index.ts';

const TABLES = [
  'days',
  'places',
  'moves',
  'people',
  'engagements',
  'cameras',
  'setups',
  'relights',
  'scenes',
  'shots',
  'dayItems',
  'drives',
  'cards',
  'clocks',
  'jams',
  'clips',
  'copyJobs',
  'copyFiles',
  'takeEvents',
] as const satisfies readonly TableName[];

/** All rows of a production: one query a table, whatever its size. */
export async function loadRows(context: Context, productionId: string): Promise<ProductionRows> {
  const production = await productionOf(context, productionId);
  const lists = await Promise.all(TABLES.map((table) => readRows(context, productionId, table)));
  return {
    production,
    ...Object.fromEntries(TABLES.map((table, i) => [table, lists[i]])),
  } as unknown as ProductionRows;
}
