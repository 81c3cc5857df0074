import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { QueryTypes } from 'sequelize';
import { VERSION } from '@kavrell/contract';
import {
  OPEN_FORMAT,
  OPEN_TABLES,
  OPEN_VERSION,
  openSchema,
  type OpenHead,
  type OpenProduction,
} from '@kavrell/core/openFile';
import type { Context } from '../platform/context.ts';
import { rowsNamed } from '../platform/db/index.ts';
import type { ZipEntry } from '../platform/documents/index.ts';
import { filePath } from '../files/index.ts';
import { identityOf } from '@kavrell/core/tables';
import { isHouse, productionOf } from '../productions/index.ts';

const README = `This is one whole production as Kavrell keeps it, in open forms.

head.json         what this file is, how many rows of each table, which files
production.json   the production itself
rows/….json       its tables, one row an object; rows with a "deletedAt" were deleted and can come back
history/….json    what was changed when and by whom
files/…           stills and sounds, each named by the SHA-256 of its bytes
schema.json       what every field of every table is (JSON Schema)
hashes.txt        SHA-256 of every part: sha256sum -c hashes.txt

Not in it: links, sessions, passwords, and media on cards and drives.
`;

/** Where rows of a table lie in an open file. */
export const rowsPart = (table: string): string => `rows/${table}.json`;

/** The rows of a production as they lie in the database, deleted ones too. */
export async function readOpen(context: Context, id: string): Promise<OpenProduction> {
  const { db, models } = context;
  const production = await productionOf(context, id);
  const lists = await Promise.all(
    OPEN_TABLES.map(async (table) => {
      const key = identityOf(table);
      return [table, await rowsNamed(models, table).findAll({ where: { productionId: id }, order: [key] })] as const;
    }),
  );
  const select = <T extends object>(sql: string) => db.query<T>(sql, { bind: [id], type: QueryTypes.SELECT });
  const [changeSets, changes] = await Promise.all([
    select<OpenProduction['changeSets'][number]>(
      'SELECT id, label, actor, at, undoes FROM change_sets WHERE production_id = $1 ORDER BY at, id',
    ),
    select<OpenProduction['changes'][number]>(
      `SELECT change_set AS "changeSet", table_name AS table, row_id AS "rowId", op, before, after, actor, at FROM changes WHERE production_id = $1 ORDER BY changes.id`,
    ),
  ]);
  return {
    production: { ...production },
    tables: Object.fromEntries(lists),
    changeSets,
    changes,
  };
}

/** The stills and sounds that a production may name. */
const filesOf = ({ db }: Context, id: string) =>
  db.query<OpenHead['files'][number]>(
    'SELECT hash, size_bytes AS "sizeBytes", media_type AS "mediaType" FROM files JOIN production_files USING (hash) WHERE production_id = $1 ORDER BY hash',
    { bind: [id], type: QueryTypes.SELECT },
  );

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Everything that an open file is made of, in the order in which it is written; files are read when their turn comes. */
export async function openFileEntries(context: Context, id: string): Promise<{ title: string; entries: ZipEntry[] }> {
  const [open, files] = [await readOpen(context, id), await filesOf(context, id)];
  const head: OpenHead = {
    ...{ format: OPEN_FORMAT, version: OPEN_VERSION, app: VERSION, madeAt: new Date().toISOString() },
    house: await isHouse(context, id),
    counts: Object.fromEntries(OPEN_TABLES.map((t) => [t, open.tables[t]?.length ?? 0])),
    files,
  };
  const texts = [
    ['README.txt', README],
    ['head.json', JSON.stringify(head, null, 1)],
    ['schema.json', JSON.stringify(openSchema(), null, 1)],
    ['production.json', JSON.stringify(open.production, null, 1)],
    ...OPEN_TABLES.map((t) => [rowsPart(t), JSON.stringify(open.tables[t] ?? [])]),
    ['history/changeSets.json', JSON.stringify(open.changeSets)],
    ['history/changes.json', JSON.stringify(open.changes)],
  ] as [string, string][];
  const hashes = [
    ...texts.map(([name, text]) => `${sha256(text)}  ${name}`),
    ...files.map((f) => `${f.hash}  files/${f.hash}`),
  ];
  return {
    title: String(open.production.title),
    entries: [
      ...texts.map(([name, content]) => ({ name, content })),
      ...files.map((f) => ({ name: `files/${f.hash}`, content: () => createReadStream(filePath(context, f.hash)) })),
      { name: 'hashes.txt', content: `${hashes.join('\n')}\n` },
    ],
  };
}
