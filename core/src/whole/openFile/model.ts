import { z } from 'zod';

/** What an open file says it is. */
export const OPEN_FORMAT = 'kavrell.production';
/** Raised whenever rows change so that older files need a step of `upgrades.ts`. */
export const OPEN_VERSION = 1;

/** The first thing read of an open file. */
export const openHead = z.object({
  format: z.literal(OPEN_FORMAT, { error: 'This is no file of a production.' }),
  version: z.int({ error: 'The version of the file is missing.' }).min(1, 'The version of the file is no number.'),
  app: z.string(),
  madeAt: z.string(),
  /** What is on no job: what one owns, and the book. It becomes that again where there is none yet. */
  house: z.boolean(),
  /** Rows by table, and so which parts there must be. */
  counts: z.record(z.string(), z.int().min(0)),
  files: z.array(
    z.object({
      hash: z.string().regex(/^[0-9a-f]{64}$/, 'A file is named by its content.'),
      sizeBytes: z.number().min(0),
      mediaType: z.string(),
    }),
  ),
});
export type OpenHead = z.infer<typeof openHead>;

const id = z.uuid({ error: 'An id is missing.' });
/** What people did, as it stands in the history: undone and looked up by it. */
export const openChangeSet = z.object({
  id,
  label: z.string(),
  actor: z.string(),
  at: z.string(),
  undoes: id.nullable(),
});
/** One row’s change: before and after in the names of the database. */
export const openChange = z.object({
  changeSet: id.nullable(),
  table: z.string(),
  rowId: id,
  op: z.string(),
  before: z.record(z.string(), z.unknown()).nullable(),
  after: z.record(z.string(), z.unknown()).nullable(),
  actor: z.string(),
  at: z.string(),
});

/** A production as it lies in an open file: all rows, deleted ones too, and their history. */
export interface OpenProduction {
  production: Record<string, unknown>;
  tables: Readonly<Record<string, readonly Record<string, unknown>[]>>;
  changeSets: z.infer<typeof openChangeSet>[];
  changes: z.infer<typeof openChange>[];
}
