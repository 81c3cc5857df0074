import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { QueryTypes, type Transaction } from 'sequelize';
import type { OpenFileBrought } from '@kavrell/contract';
import {
  OPEN_TABLES,
  checkedOpen,
  newIds,
  openHead,
  renewed,
  stoodStill,
  upgraded,
  type OpenHead,
  type OpenProduction,
} from '@kavrell/core/openFile';
import { pointsToItself } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';
import { rowsNamed } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { filePath, sniff, type StoredFile } from '../files/index.ts';
import { keepingHouse } from './keepingHouse.ts';
import { rowsPart } from './parts.ts';
import type { ZipIn } from './zipIn.ts';

const refused = (words: string): HttpProblem => new HttpProblem(400, 'openFile', `${words} Nothing was brought in.`);

/** Everything of an open file that is text, held against its list of hashes. */
async function readTexts(zip: ZipIn): Promise<{ head: OpenHead; file: OpenProduction }> {
  if (!zip.has('head.json')) throw refused('This ZIP is no file of a production: it has no head.json.');
  const read = await zip.json('head.json');
  const said = openHead.safeParse(read.value);
  if (!said.success) throw refused(said.error.issues[0]?.message ?? 'This is no file of a production.');
  const head = said.data;
  // Of a newer one nothing but its head can be trusted to be as we know it.
  upgraded({ production: {}, tables: {}, changeSets: [], changes: [] }, head.version);
  const hashes = await listOf(zip);
  const spoilt = (name: string) => refused(`The part “${name}” is not what its hash says: it was changed or damaged.`);
  if (hashes.get('head.json') !== read.hash) throw spoilt('head.json');
  const part = async <T>(name: string): Promise<T> => {
    const { value, hash } = await zip.json(name);
    if (hashes.get(name) !== hash) throw spoilt(name);
    return value as T;
  };
  const tables: Record<string, Record<string, unknown>[]> = {};
  for (const [table, count] of Object.entries(head.counts)) {
    const rows = await part<Record<string, unknown>[]>(rowsPart(table));
    if (!Array.isArray(rows) || rows.length !== count)
      throw refused(`${table} should have ${count} rows and has ${Array.isArray(rows) ? rows.length : 'none'}.`);
    tables[table] = rows;
  }
  return {
    head,
    file: {
      production: await part('production.json'),
      tables,
      changeSets: await part('history/changeSets.json'),
      changes: await part('history/changes.json'),
    },
  };
}

async function listOf(zip: ZipIn): Promise<Map<string, string>> {
  const parts: Buffer[] = [];
  for await (const part of await zip.stream('hashes.txt')) parts.push(part as Buffer);
  const lines = Buffer.concat(parts).toString('utf8').split('\n').filter(Boolean);
  return new Map(lines.map((l) => [l.slice(66), l.slice(0, 64)]));
}

/** What lies at a place, told by its first bytes and never by what a file says of it: it is served as that later. */
async function toldOf(place: string, hash: string): Promise<StoredFile> {
  const handle = await open(place, 'r+');
  try {
    const head = Buffer.alloc(12);
    const { bytesRead } = await handle.read(head, 0, 12, 0);
    const mediaType = sniff(head.subarray(0, bytesRead));
    if (!mediaType) throw refused(`The file ${hash.slice(0, 8)}… is neither a picture nor a sound.`);
    await handle.sync();
    return { hash, sizeBytes: (await handle.stat()).size, mediaType };
  } finally {
    await handle.close();
  }
}

/** Lays a still or sound of a file beside those that are here, under its content; one that lies here already stays as it is. */
async function laid(context: Context, zip: ZipIn, hash: string): Promise<StoredFile> {
  const { filesRoot } = context.config;
  const target = filePath(context, hash);
  const isThere = await stat(target).then(
    () => true,
    () => false,
  );
  if (isThere) return toldOf(target, hash);
  const part = path.join(filesRoot, `${randomUUID()}.part`);
  const sum = createHash('sha256');
  const through = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      sum.update(chunk);
      done(null, chunk);
    },
  });
  try {
    await pipeline(await zip.stream(`files/${hash}`), through, createWriteStream(part, { mode: 0o600 })).catch(
      (error: unknown) => {
        if (error instanceof HttpProblem) throw error;
        throw refused(`The file ${hash.slice(0, 8)}… can’t be unpacked: it is damaged.`);
      },
    );
    if (sum.digest('hex') !== hash) throw refused(`The file ${hash.slice(0, 8)}… is not what its name says.`);
    const told = await toldOf(part, hash);
    await mkdir(path.dirname(target), { recursive: true, mode: 0o700 });
    await rename(part, target);
    return told;
  } finally {
    await rm(part, { force: true });
  }
}

/** All stills and sounds of a file, laid down. */
async function layFiles(context: Context, zip: ZipIn, files: OpenHead['files']): Promise<StoredFile[]> {
  await mkdir(context.config.filesRoot, { recursive: true, mode: 0o700 });
  const all: StoredFile[] = [];
  for (const { hash } of files) all.push(await laid(context, zip, hash));
  return all;
}

const CHUNK = 2000;

async function storeAll(
  context: Context,
  file: OpenProduction,
  { files, house, actor }: { files: readonly StoredFile[]; house: boolean; actor: string },
  transaction: Transaction,
): Promise<number> {
  const { db, models } = context;
  const id = String(file.production.id);
  await models.productions.create({ ...(file.production as object), deletedAt: null }, { transaction });
  for (const f of files) {
    await db.query(
      'INSERT INTO files (hash, size_bytes, media_type) VALUES ($1, $2, $3) ON CONFLICT (hash) DO NOTHING',
      { bind: [f.hash, f.sizeBytes, f.mediaType], transaction },
    );
    await db.query('INSERT INTO production_files (production_id, hash, added_by) VALUES ($1, $2, $3)', {
      bind: [id, f.hash, actor],
      transaction,
    });
  }
  let count = 0;
  for (const table of OPEN_TABLES) {
    const rows = file.tables[table] ?? [];
    for (let at = 0; at < rows.length; at += CHUNK) {
      const some = pointsToItself(table) ? rows : rows.slice(at, at + CHUNK);
      await rowsNamed(models, table).bulkCreate(some, { transaction });
      count += some.length;
      if (some === rows) break;
    }
  }
  await storeHistory(context, file, id, transaction);
  if (house) await db.query('INSERT INTO house_productions (production_id) VALUES ($1)', { bind: [id], transaction });
  return count;
}

async function storeHistory(
  { db }: Context,
  file: OpenProduction,
  id: string,
  transaction: Transaction,
): Promise<void> {
  await db.query(
    `INSERT INTO change_sets (id, production_id, label, actor, at, undoes)
     SELECT (s->>'id')::uuid, $1, s->>'label', s->>'actor', (s->>'at')::timestamptz, (s->>'undoes')::uuid FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS e(s, n) ORDER BY n`,
    { bind: [id, JSON.stringify(file.changeSets)], transaction },
  );
  for (let at = 0; at < file.changes.length; at += CHUNK)
    await db.query(
      `INSERT INTO changes (change_set, production_id, table_name, row_id, op, before, after, actor, at)
       SELECT (c->>'changeSet')::uuid, $1, c->>'table', (c->>'rowId')::uuid, c->>'op', nullif(c->'before', 'null'), nullif(c->'after', 'null'), c->>'actor', (c->>'at')::timestamptz
       FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS e(c, n) ORDER BY n`,
      { bind: [id, JSON.stringify(file.changes.slice(at, at + CHUNK))], transaction },
    );
}

const hasHouse = async ({ db }: Context): Promise<boolean> =>
  (await db.query('SELECT 1 FROM house_productions', { type: QueryTypes.SELECT })).length > 0;

/** What stands in the way of bringing a production in under the ids it had; null: nothing. */
async function standing({ db }: Context, id: string): Promise<string | null> {
  const [row] = await db.query<{ title: string; deleted: boolean }>(
    'SELECT title, deleted_at IS NOT NULL AS deleted FROM productions WHERE id = $1',
    { bind: [id], type: QueryTypes.SELECT },
  );
  if (!row) return null;
  return row.deleted
    ? `“${row.title}” is here already, among the deleted ones. Bring it back from there, delete it for good first, or bring this in as a copy.`
    : `“${row.title}” is here already. Bring this in as a copy, which stands beside it; what is here stays as it is.`;
}

/** Brings a production in from a ZIP: read, checked by every schema, files laid down, then all rows in one transaction. */
export async function bringIn(
  context: Context,
  zip: ZipIn,
  ids: 'kept' | 'renewed',
  actor: string,
): Promise<OpenFileBrought> {
  const { head, file } = await readTexts(zip);
  const read = checkedOpen(stoodStill(upgraded(file, head.version)));
  if (head.house && (await hasHouse(context)))
    throw new HttpProblem(
      409,
      'house',
      'This is an own kit with its book, and there is one here already. Nothing was brought in: two of them can’t stand beside each other.',
    );
  if (ids === 'kept') {
    const words = await standing(context, String(read.production.id));
    if (words !== null) throw new HttpProblem(409, 'openFileThere', `${words} Nothing was brought in.`);
  }
  const stands = ids === 'kept' ? read : renewed(read, newIds(read, newId));
  const title = String(stands.production.title);
  const files = await layFiles(context, zip, head.files);
  const rows = await keepingHouse(context, actor, (transaction) =>
    storeAll(context, stands, { files, house: head.house, actor }, transaction),
  );
  return {
    ...{ productionId: String(stands.production.id), title, house: head.house, rows, files: head.files.length },
    notes: [
      'Links of the crew, sessions and passwords are never in such a file: make new links.',
      'Copies that were under way came in as stopped. Drives and cards are found here when they are plugged in here.',
    ],
  };
}
