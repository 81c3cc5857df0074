import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { z } from 'zod';
import { checkSome } from '@kavrell/core/records';
import { TABLES, type EditableName } from '@kavrell/core/tables';
import type { ChangeOp, ChangeSet } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { inChangeSet, rowsNamed, rulesNow } from '../platform/db/index.ts';
import { HttpProblem } from '../platform/problems.ts';

type Versions = Record<string, number>;
const scopeOf = (table: EditableName, productionId: string, id: string) =>
  table === 'productions' ? { id: productionId } : { id, productionId };

/** Values checked by the table's own schema, with the path of the field within the change-set. */
function checked(op: Extract<ChangeOp, { values: unknown }>, index: number): Record<string, unknown> {
  const fields: z.ZodObject = TABLES[op.table].fields;
  if (op.op === 'update') {
    const some = checkSome(fields, op.values);
    if (some.success) return some.data;
    throw new z.ZodError(some.issues.map((i) => ({ code: 'custom', ...i, path: ['ops', index, 'values', ...i.path] })));
  }
  const result = fields.strict().safeParse(op.values);
  if (result.success) return result.data;
  throw new z.ZodError(result.error.issues.map((i) => ({ ...i, path: ['ops', index, 'values', ...i.path] })));
}

async function stale(
  { models }: Context,
  productionId: string,
  op: ChangeOp,
  transaction: Transaction,
): Promise<never> {
  const row = await rowsNamed(models, op.table).findOne({ where: scopeOf(op.table, productionId, op.id), transaction });
  const what = TABLES[op.table].one;
  if (!row)
    throw new HttpProblem(
      404,
      'gone',
      `This ${what} is not there any more. What you typed is kept here; copy it before you go on.`,
    );
  throw new HttpProblem(409, 'stale', `Somebody changed this ${what} meanwhile.`, {
    current: row,
  });
}

/**
 * Writes a change-set: all of it or nothing. Sent again with the same id it answers as before and changes nothing.
 * An update that saw an older version is refused with the row as it now is.
 */
export async function writeChangeSet(
  context: Context,
  productionId: string,
  set: ChangeSet,
  actor: string,
): Promise<Versions> {
  const { db, models } = context;
  return inChangeSet(db, { changeSetId: set.id, actor }, async (transaction) => {
    const digest = digestOf(set);
    const [made] = await db.query(
      'INSERT INTO change_sets (id, production_id, label, actor, digest) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) DO NOTHING RETURNING id',
      {
        bind: [set.id, productionId, set.label, actor, digest],
        transaction,
      },
    );
    if (made.length === 0) {
      await refuseOther(context, productionId, { id: set.id, digest }, transaction);
      return versionsAfter(context, productionId, set.id, transaction);
    }
    const versions: Versions = {};
    let inserts: { table: EditableName; rows: Record<string, unknown>[] } | null = null;
    const flush = async () => {
      if (inserts) await rowsNamed(models, inserts.table).bulkCreate(inserts.rows, { transaction });
      inserts = null;
    };
    for (const [index, op] of set.ops.entries()) {
      if (op.table === 'productions' && (op.op !== 'update' || op.id !== productionId))
        throw new HttpProblem(400, 'production', 'A production’s own row can only be edited here.');
      if (op.op === 'insert') {
        if (inserts && inserts.table !== op.table) await flush();
        inserts ??= { table: op.table, rows: [] };
        inserts.rows.push({ ...checked(op, index), id: op.id, productionId, version: 1 });
        versions[op.id] = 1;
        continue;
      }
      await flush();
      const values = op.op === 'update' ? checked(op, index) : { deletedAt: op.op === 'delete' ? new Date() : null };
      const where = {
        ...scopeOf(op.table, productionId, op.id),
        ...(op.op === 'restore' ? {} : { version: op.version, deletedAt: null }),
      };
      const { count, versions: after } = await rowsNamed(models, op.table).update(values, { where, transaction });
      if (count === 0) await stale(context, productionId, op, transaction);
      versions[op.id] = after[0] ?? 0;
    }
    await flush();
    await rulesNow(db, transaction);
    return versions;
  });
}

/** What a change-set asks for, whatever versions it names: those move on while it waits. */
function digestOf({ ops }: ChangeSet): string {
  const asked = ops.map((op) => [op.op, op.table, op.id, 'values' in op ? op.values : null]);
  return createHash('sha256').update(JSON.stringify(asked)).digest('base64url');
}

/** Refuses an id that was used before for something else: to say “done” would be untrue. */
async function refuseOther(
  { db }: Context,
  productionId: string,
  { id, digest }: { id: string; digest: string },
  transaction: Transaction,
): Promise<void> {
  const [rows] = await db.query('SELECT production_id, digest FROM change_sets WHERE id = $1', {
    bind: [id],
    transaction,
  });
  const [known] = rows as { production_id: string; digest: string | null }[];
  if (known?.production_id === productionId && (known.digest === null || known.digest === digest)) return;
  throw new HttpProblem(
    409,
    'reused',
    'Another change was made under this number. Nothing was taken; make this one anew.',
  );
}

/** The versions that an earlier writing of the same change-set led to. */
async function versionsAfter(
  { db }: Context,
  productionId: string,
  changeSetId: string,
  transaction: Transaction,
): Promise<Versions> {
  const [rows] = await db.query(
    `SELECT row_id, max((after->>'version')::int) AS version FROM changes WHERE change_set = $1 AND production_id = $2 GROUP BY row_id`,
    {
      bind: [changeSetId, productionId],
      transaction,
    },
  );
  return Object.fromEntries((rows as { row_id: string; version: number }[]).map((r) => [r.row_id, r.version]));
}
