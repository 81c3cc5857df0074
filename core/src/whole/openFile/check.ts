import type { z } from 'zod';
import { InputError } from '../../base/errors/index.ts';
import { identityOf } from '../tables/index.ts';
import { withIds } from '../../base/records/index.ts';
import { openChange, openChangeSet, type OpenProduction } from './model.ts';
import { OPEN_TABLES, openRow } from './tables.ts';

/** What is named in a refusal: the part, which row of it, and its first problem. */
function refuse(part: string, at: number, error: z.ZodError): never {
  const [issue] = error.issues;
  const where = issue?.path.length ? ` (${issue.path.join('.')})` : '';
  throw new InputError(
    'open.row',
    `${part}, entry ${at + 1}${where}: ${issue?.message ?? 'it is not as it should be'} Nothing was brought in.`,
    [part, at],
  );
}

function checked<T>(part: string, schema: z.ZodType<T>, rows: readonly unknown[]): T[] {
  return rows.map((row, i) => {
    const read = schema.safeParse(row);
    if (!read.success) refuse(part, i, read.error);
    return read.data;
  });
}

/** Whole production by its schemas: every row is of this production and as its table says, or all of it is refused in words with the place. */
export function checkedOpen(file: OpenProduction): OpenProduction {
  const production = checked('production', openRow('productions').omit({ productionId: true }), [file.production])[0]!;
  const id = production.id;
  const tables: Record<string, Record<string, unknown>[]> = {};
  for (const name of OPEN_TABLES) {
    tables[name] = checked(name, openRow(name), file.tables[name] ?? []);
    const foreign = tables[name].findIndex((row) => row.productionId !== id);
    if (foreign >= 0)
      throw new InputError(
        'open.foreign',
        `${name}, entry ${foreign + 1} is of another production. Nothing was brought in.`,
        [name, foreign],
      );
  }
  const unknown = Object.keys(file.tables).find((t) => !(OPEN_TABLES as readonly string[]).includes(t));
  if (unknown)
    throw new InputError('open.table', `There is no table called “${unknown}” here. Nothing was brought in.`, [
      unknown,
    ]);
  return {
    ...{ production, tables },
    changeSets: checked('history', openChangeSet, file.changeSets),
    changes: checked('history', openChange, file.changes),
  };
}

/** The ids that a file brings along, each with a new one: of the production, its rows and its change-sets. */
export function newIds(file: OpenProduction, newId: () => string): Map<string, string> {
  const ids = new Map<string, string>();
  const add = (id: unknown) => {
    if (typeof id === 'string' && !ids.has(id)) ids.set(id, newId());
  };
  add(file.production.id);
  for (const name of OPEN_TABLES) for (const row of file.tables[name] ?? []) add(row[identityOf(name)]);
  for (const set of file.changeSets) add(set.id);
  // Rows that were deleted before the history began are named by it alone.
  for (const change of file.changes) add(change.rowId);
  // Takes are no rows: their events name them.
  for (const event of file.tables.takeEvents ?? []) add(event.takeId);
  return ids;
}

/** The same production under other ids, everything that named one of them naming the new one. */
export const renewed = (file: OpenProduction, ids: ReadonlyMap<string, string>): OpenProduction =>
  withIds(file, ids) as OpenProduction;

/** What is under way on the machine that it comes from is not under way here: open jobs and runs come in as stopped. */
export function stoodStill(file: OpenProduction): OpenProduction {
  const open = new Set(['waiting', 'running', 'paused']);
  const stopped = (rows: readonly Record<string, unknown>[] = [], state: string) =>
    rows.map((row) => (open.has(String(row.state)) ? { ...row, state } : row));
  return {
    ...file,
    tables: {
      ...file.tables,
      copyJobs: stopped(file.tables.copyJobs, 'cancelled'),
      lineRuns: stopped(file.tables.lineRuns, 'cancelled'),
    },
  };
}
