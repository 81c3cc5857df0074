import { Assembler, ROW_TABLES, type ProductionRows } from '@kavrell/core/productions';
import { keyed } from '@kavrell/core/records';
import type { Context } from '../platform/context.ts';
import { readRows } from '../rows/index.ts';
import { productionOf } from './index.ts';

/** All rows of a production, as screens have them: one query a table, whatever its size. */
export async function loadRows(context: Context, productionId: string): Promise<ProductionRows> {
  const production = await productionOf(context, productionId);
  const lists = await Promise.all(
    ROW_TABLES.map(async (table) => [table, await readRows(context, productionId, table)] as const),
  );
  return new Assembler().rows(production, keyed(lists));
}
