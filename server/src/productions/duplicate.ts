import { v7 } from 'uuid';
import { PLAN_TABLES } from '@kavrell/core/tables';
import type { Production } from '@kavrell/core/brief';
import { copyOfPlan } from '@kavrell/core/productions';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { readRows } from '../rows/index.ts';
import { productionOf } from './production.ts';

/** Makes a production with the plan of another; all of it or nothing. Stills and sounds are stored once and named by both. */
export async function duplicate(
  context: Context,
  from: string,
  { id, title, actor }: { id: string; title: string; actor: string },
): Promise<Production> {
  const { id: _id, version: _version, deletedAt: _deletedAt, ...fields } = await productionOf(context, from);
  const lists = Object.fromEntries(
    await Promise.all(PLAN_TABLES.map(async (table) => [table, await readRows(context, from, table)] as const)),
  );
  const copy = copyOfPlan(lists, { from, to: id, newId: v7 });
  const { db, models } = context;
  await inChangeSet(db, { changeSetId: null, actor }, async (transaction) => {
    const values = { ...fields, id, title, archived: false, simulatedNowOffsetMs: null };
    await models.productions.create(values, { transaction });
    await db.query(
      `INSERT INTO production_files (production_id, hash, added_by) SELECT $1, hash, $3 FROM production_files WHERE production_id = $2`,
      { bind: [id, from, actor], transaction },
    );
    for (const table of PLAN_TABLES)
      await models[table].bulkCreate((copy[table] ?? []) as Record<string, unknown>[], { transaction });
  });
  return productionOf(context, id);
}
