import { TABLES, isEditable, type RowOf, type TableName } from '@kavrell/core/tables';
import { listRows, tablesOf } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { rowsNamed } from '../platform/db/index.ts';
import { mayRead, seenBy } from '../platform/reading.ts';
import type { Router } from '../platform/routing.ts';

/** Rows of one table of one production, deleted ones left out: one query, whatever their number. */
export async function readRows<T extends TableName>(
  { models }: Context,
  productionId: string,
  table: T,
): Promise<RowOf<T>[]> {
  const scope = table === 'productions' ? { id: productionId } : { productionId };
  const { sortedBy } = TABLES[table];
  const rows = await rowsNamed(models, table).findAll({
    where: isEditable(table) ? { ...scope, deletedAt: null } : scope,
    order: sortedBy === null ? [] : [sortedBy],
  });
  return rows as RowOf<T>[];
}

export function serveRows(router: Router, context: Context): void {
  router.serve(listRows, async ({ params, me }) => {
    const tables = [...new Set(tablesOf(params.tables))];
    const lists = await Promise.all(
      tables.map(async (table) =>
        mayRead(me.role, table) ? seenBy(me.role, table, await readRows(context, params.productionId, table)) : [],
      ),
    );
    return Object.fromEntries(tables.map((table, i) => [table, lists[i]!]));
  });
}
