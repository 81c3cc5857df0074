import { listRows, tablesOf, type RowOf, type TableName } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { isEditable } from '../platform/db/index.ts';
import { mayRead, seenBy } from '../platform/reading.ts';
import type { Router } from '../platform/routing.ts';

const ORDER: Partial<Record<TableName, string[]>> = {
  shots: ['position'],
  scenes: ['position'],
  dayItems: ['position'],
  takeEvents: ['atMs'],
  cards: ['label'],
  cameras: ['letter'],
  days: ['number'],
  setups: ['code'],
  clocks: ['position'],
  jams: ['atMs'],
};

/** Rows of one table of one production, deleted ones left out: one query, whatever their number. */
export async function readRows<T extends TableName>(
  { models }: Context,
  productionId: string,
  table: T,
): Promise<RowOf<T>[]> {
  const scope = table === 'productions' ? { id: productionId } : { productionId };
  return (await models[table].findAll({
    where: isEditable(table) ? { ...scope, deletedAt: null } : scope,
    order: ORDER[table] ?? [],
    raw: true,
  })) as unknown as RowOf<T>[];
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
