import { PERSONAL_FIELDS } from '@kavrell/core/people';
import { listRows, tablesOf, type Role, type TableName } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { isEditable } from '../platform/db/index.ts';
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

/** Prices, agreements and who consented to what: the owner's alone; to others these tables are empty. */
const OWNERS_ONLY: ReadonlySet<TableName> = new Set(['asks', 'signOffs', 'consents', 'rentals', 'messages']);

/** Rows of one table of one production, deleted ones left out: one query, whatever their number. */
export async function readRows(
  { models }: Context,
  productionId: string,
  table: TableName,
): Promise<Record<string, unknown>[]> {
  const scope = table === 'productions' ? { id: productionId } : { productionId };
  return (await models[table].findAll({
    where: isEditable(table) ? { ...scope, deletedAt: null } : scope,
    order: ORDER[table] ?? [],
    raw: true,
  })) as unknown as Record<string, unknown>[];
}

/** Rows of a table as this role may see them. */
async function rowsFor(
  context: Context,
  productionId: string,
  table: TableName,
  role: Role | null,
): Promise<Record<string, unknown>[]> {
  if (role !== 'owner' && OWNERS_ONLY.has(table)) return [];
  const rows = await readRows(context, productionId, table);
  if (table !== 'people' || role === 'owner') return rows;
  const blank = Object.fromEntries(PERSONAL_FIELDS.map((f) => [f, f === 'dayRateMinor' ? null : '']));
  return rows.map((row) => ({ ...row, ...blank }));
}

export function serveRows(router: Router, context: Context): void {
  router.serve(listRows, async ({ params, me }) => {
    const tables = [...new Set(tablesOf(params.tables))];
    const lists = await Promise.all(tables.map((table) => rowsFor(context, params.productionId, table, me.role)));
    return Object.fromEntries(tables.map((table, i) => [table, lists[i]!]));
  });
}
