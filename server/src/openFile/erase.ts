import { readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { QueryTypes, type Transaction } from 'sequelize';
import { STORED_TABLES, TABLE_NAMES } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';
import { sqlName } from '../platform/db/index.ts';
import { filePath } from '../files/index.ts';
import { bundleFolder } from '../wrap/bundleFolder.ts';
import { keepingHouse } from './keepingHouse.ts';

/** Deleted productions can be brought back for so long. */
export const RETURN_DAYS = 30;
/** A file that nothing names yet may be one whose row is still on its way from somebody’s phone. */
const YOUNG_DAYS = 30;

/** Tables beside the declared ones, with what lies in them of a production; what points to others first. */
const BESIDE_BEFORE = ['line_evidence', 'line_sounds', 'sheet_links', 'entry_links'];
const BESIDE_AFTER = ['production_files', 'changes', 'change_sets'];

const storedLast = STORED_TABLES.filter((t) => t !== 'productions')
  .map((t) => sqlName(t))
  .reverse();

async function eraseRows({ db }: Context, id: string, transaction: Transaction): Promise<number> {
  let count = 0;
  const remove = async (sql: string) => {
    const [, done] = await db.query(sql, { bind: [id], transaction });
    count += (done as { rowCount?: number }).rowCount ?? 0;
  };
  for (const table of BESIDE_BEFORE)
    await remove(
      table === 'line_evidence'
        ? 'DELETE FROM line_evidence WHERE find_id IN (SELECT id FROM line_finds WHERE production_id = $1)'
        : `DELETE FROM ${table} WHERE production_id = $1`,
    );
  for (const table of [...storedLast, ...BESIDE_AFTER]) await remove(`DELETE FROM ${table} WHERE production_id = $1`);
  await remove('DELETE FROM productions WHERE id = $1');
  return count;
}

/** Really deletes a production: rows, history, links, hand-overs, and files that only it named. What it taught of pace and light stays in the book. */
export async function erase(context: Context, id: string, actor: string): Promise<{ rows: number; files: number }> {
  const rows = await keepingHouse(context, actor, (transaction) => eraseRows(context, id, transaction));
  await rm(bundleFolder(context, id), { recursive: true, force: true });
  return { rows, files: await sweepFiles(context) };
}

/** Takes away files that no production may name any more, from the table and from the disk. How many. */
export async function sweepFiles(context: Context): Promise<number> {
  const gone = await context.db.query<{ hash: string }>(
    'DELETE FROM files f WHERE NOT EXISTS (SELECT FROM production_files p WHERE p.hash = f.hash) RETURNING hash',
    { type: QueryTypes.SELECT },
  );
  for (const { hash } of gone) await removeFile(context, hash);
  return gone.length;
}

async function removeFile(context: Context, hash: string): Promise<void> {
  const file = filePath(context, hash);
  await rm(file, { force: true });
  await rm(`${file}.small.jpg`, { force: true });
}

/** Productions whose time to be brought back is over are really deleted. How many. */
export async function eraseOverdue(context: Context, days = RETURN_DAYS): Promise<number> {
  const due = await context.db.query<{ id: string }>(
    'SELECT id FROM productions WHERE deleted_at < now() - make_interval(days => $1) AND id NOT IN (SELECT production_id FROM house_productions)',
    { bind: [days], type: QueryTypes.SELECT },
  );
  for (const { id } of due) {
    const { rows, files } = await erase(context, id, 'machine');
    context.log.info({ production: id, rows, files }, 'a production deleted long ago is really gone');
  }
  return due.length;
}

/** Every address of a file that is said anywhere in a production: in its rows, deleted ones too, and in what was changed of late. Each table is read once. */
async function hashesSaid({ db }: Context, productionId: string, days: number): Promise<Set<string>> {
  const said = new Set<string>();
  const gather = async (text: string, from: string) => {
    const found = await db.query<{ hash: string }>(
      `SELECT DISTINCT m[1] AS hash FROM ${from}, regexp_matches(${text}, '[0-9a-f]{64}', 'g') AS m`,
      { bind: [productionId], type: QueryTypes.SELECT },
    );
    for (const { hash } of found) said.add(hash);
  };
  for (const t of TABLE_NAMES)
    await gather(
      'to_jsonb(x)::text',
      `(SELECT * FROM ${sqlName(t)} WHERE ${t === 'productions' ? 'id' : 'production_id'} = $1) x`,
    );
  await gather(
    'concat(x.before::text, x.after::text)',
    `(SELECT before, after FROM changes WHERE production_id = $1 AND at > now() - make_interval(days => ${Math.round(days)})) x`,
  );
  return said;
}

/**
 * Files that a production may name and nothing of it does: no row that is there, none that was deleted, and nothing that was changed within the last month, which could
 * come back. They are let go, and taken from the disk where nobody else has them. How many.
 */
export async function letGoUnnamed(context: Context, days = YOUNG_DAYS): Promise<number> {
  const { db } = context;
  const old = await db.query<{ id: string; hash: string }>(
    'SELECT production_id AS id, hash FROM production_files WHERE added_at < now() - make_interval(days => $1) ORDER BY 1',
    { bind: [days], type: QueryTypes.SELECT },
  );
  const gone: { id: string; hash: string }[] = [];
  for (const id of new Set(old.map((f) => f.id))) {
    const said = await hashesSaid(context, id, days);
    gone.push(...old.filter((f) => f.id === id && !said.has(f.hash)));
  }
  for (const { id, hash } of gone)
    await db.query('DELETE FROM production_files WHERE production_id = $1 AND hash = $2', { bind: [id, hash] });
  return gone.length === 0 ? 0 : sweepFiles(context);
}

/** Half files that a broken upload left, older than a day. How many. */
export async function sweepParts(context: Context, nowMs: number): Promise<number> {
  const names = await readdir(context.config.filesRoot).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw error;
  });
  let count = 0;
  for (const name of names.filter((n) => n.endsWith('.part'))) {
    const file = path.join(context.config.filesRoot, name);
    const { mtimeMs } = await stat(file);
    if (nowMs - mtimeMs < 86_400_000) continue;
    await rm(file, { force: true });
    count += 1;
  }
  return count;
}

/** What is due once a day: what was deleted long ago, files that nothing names, halves of uploads. */
export async function keepHouse(context: Context, nowMs: number): Promise<void> {
  await eraseOverdue(context);
  await letGoUnnamed(context);
  await sweepFiles(context);
  await sweepParts(context, nowMs);
}
