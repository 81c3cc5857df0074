import { QueryTypes, type Transaction } from 'sequelize';
import { TABLES, type EditableName } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';
import { inChangeSet, rulesNow, sqlName } from '../platform/db/index.ts';
import { HttpProblem } from '../platform/problems.ts';

type Json = Record<string, unknown>;
interface ChangeRow {
  table_name: EditableName;
  row_id: string;
  op: 'insert' | 'update';
  before: Json | null;
  after: Json;
}

const BOOKKEEPING = new Set(['version', 'updated_at', 'created_at']);
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What turning a change-set round is called: undone, then done again, then undone. */
function undoLabel(label: string): string {
  const undid = /^Undid: (.*)$/s.exec(label);
  return (undid ? `Did again: ${undid[1]}` : `Undid: ${label.replace(/^Did again: /, '')}`).slice(0, 160);
}

/** First state before and last state after, per row, of a change-set. */
function perRow(rows: readonly ChangeRow[]): ChangeRow[] {
  const merged = new Map<string, ChangeRow>();
  for (const row of rows) {
    const first = merged.get(row.row_id);
    if (first) first.after = row.after;
    else merged.set(row.row_id, { ...row });
  }
  return [...merged.values()];
}

async function currentRows(
  { db }: Context,
  table: EditableName,
  ids: string[],
  transaction: Transaction,
): Promise<Map<string, Json>> {
  const [rows] = await db.query(
    `SELECT to_jsonb(t) AS row FROM ${sqlName(table)} t WHERE id = ANY($1::uuid[]) FOR UPDATE`,
    { bind: [ids], transaction },
  );
  return new Map((rows as { row: Json }[]).map(({ row }) => [row.id as string, row]));
}

/**
 * Takes a change-set back as a change-set of its own (which can be taken back too: redo). What was inserted is
 * deleted softly, what was changed gets its former values. If somebody has since changed the same field of the
 * same row, nothing is undone and the answer says so.
 */
export async function undoChangeSet(
  context: Context,
  productionId: string,
  changeSetId: string,
  undoId: string,
  actor: string,
): Promise<Record<string, number>> {
  const { db } = context;
  return inChangeSet(db, { changeSetId: undoId, actor }, async (transaction) => {
    const [set] = await db.query<{ label: string }>(
      'SELECT label FROM change_sets WHERE id = $1 AND production_id = $2',
      { bind: [changeSetId, productionId], transaction, type: QueryTypes.SELECT },
    );
    if (!set) throw new HttpProblem(404, 'gone', 'There is no such change to undo.');
    const [made] = await db.query(
      'INSERT INTO change_sets (id, production_id, label, actor, undoes) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING RETURNING id',
      {
        bind: [undoId, productionId, undoLabel(set.label), actor, changeSetId],
        transaction,
      },
    );
    if (made.length === 0) throw new HttpProblem(409, 'undone', 'This was undone already.');
    const [found] = await db.query(
      'SELECT table_name, row_id, op, before, after FROM changes WHERE change_set = $1 AND production_id = $2 ORDER BY id',
      { bind: [changeSetId, productionId], transaction },
    );
    const rows = perRow(found as ChangeRow[]);
    const tables = [...new Set(rows.map((r) => r.table_name))];
    const versions: Record<string, number> = {};
    for (const table of tables) {
      const own = rows.filter((r) => r.table_name === table).reverse();
      const current = await currentRows(
        context,
        table,
        own.map((r) => r.row_id),
        transaction,
      );
      for (const row of own)
        versions[row.row_id] = await undoRow(context, table, row, current.get(row.row_id), transaction);
    }
    await rulesNow(db, transaction);
    return versions;
  });
}

async function undoRow(
  { db }: Context,
  table: EditableName,
  row: ChangeRow,
  now: Json | undefined,
  transaction: Transaction,
): Promise<number> {
  const what = TABLES[table].one;
  if (!now) throw new HttpProblem(409, 'gone', `This ${what} is not there any more, so this can’t be undone.`);
  const former: Json = row.before ?? { ...row.after, deleted_at: new Date().toISOString() };
  const fields = Object.keys(former).filter((f) => !BOOKKEEPING.has(f) && !same(former[f], row.after[f]));
  const changedSince = fields.filter((f) => !same(now[f], row.after[f]));
  if (changedSince.length)
    throw new HttpProblem(409, 'changedSince', `This ${what} was changed again since; nothing was undone.`, {
      current: now,
    });
  if (fields.length === 0) return now.version as number;
  const columns = fields.map((f) => `"${f}"`).join(', ');
  const [done] = await db.query(
    `UPDATE ${sqlName(table)} SET (${columns}) = (SELECT ${columns} FROM jsonb_populate_record(NULL::${sqlName(table)}, $1::jsonb)) WHERE id = $2 RETURNING version`,
    {
      bind: [JSON.stringify(former), row.row_id],
      transaction,
    },
  );
  return (done as { version: number }[])[0]?.version ?? 0;
}
