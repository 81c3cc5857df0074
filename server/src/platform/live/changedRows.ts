import type { LiveChange, Role } from '@kavrell/contract';
import type { TableName } from '@kavrell/core/tables';
import { rowsNamed, type Models } from '../db/index.ts';
import { mayRead, seenBy } from '../reading.ts';

type Row = Record<string, unknown>;
/** The rows that changed, by table and id; a table that is not here had too many to be told one by one. */
export type ChangedRows = ReadonlyMap<TableName, ReadonlyMap<string, Row>>;

/** More rows of a table than this at once are read by each window for itself. */
const MOST_ROWS = 400;

const keyOf = (table: TableName) => (table === 'deviceStates' ? 'cameraId' : 'id');

/** Reads the changed rows of a production: one query a table, however many windows are to be told. */
export async function readChanged(
  models: Models,
  productionId: string,
  changes: readonly LiveChange[],
): Promise<ChangedRows> {
  const ids = new Map<TableName, Set<string>>();
  for (const { table, id } of changes) ids.set(table, (ids.get(table) ?? new Set()).add(id));
  const read = [...ids].map(async ([table, wanted]) => {
    if (wanted.size > MOST_ROWS) return [];
    const key = keyOf(table);
    const where = { [key]: [...wanted], ...(table === 'productions' ? {} : { productionId }) };
    const rows = await rowsNamed(models, table).findAll({ where });
    return [[table, new Map(rows.map((row) => [row[key] as string, row]))] as const];
  });
  return new Map((await Promise.all(read)).flat());
}

/** The changes as they are told to a role: of the tables it reads, each row once, with what it may see of it. */
export function toldTo(role: Role | null, changes: readonly LiveChange[], rows: ChangedRows): LiveChange[] {
  const latest = new Map(changes.map((change) => [`${change.table} ${change.id}`, change]));
  return [...latest.values()]
    .filter(({ table }) => mayRead(role, table))
    .map((change): LiveChange => {
      const table = rows.get(change.table);
      if (!table) return change;
      const row = table.get(change.id);
      if (!row || (row.deletedAt ?? null) !== null) return { ...change, row: null };
      // A reader of whom no field is meant is told that something changed, and no more.
      const [seen] = seenBy(role, change.table, [row]);
      return seen ? { ...change, row: seen } : change;
    });
}
