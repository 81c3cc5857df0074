import type { z } from 'zod';
import { audiencesOf, blankOf, type Audience } from '@kavrell/core/records';
import { TABLES, type TableName } from '@kavrell/core/tables';
import type { Role } from '@kavrell/contract';

/**
 * What each role hears of a production: what a field’s own table says is meant for it. Who reads the call sheet reads that, as it is composed
 * or went out, and no rows behind it.
 */
const HEARS: Record<Exclude<Role, 'owner'>, Audience> = { read: 'sheet', log: 'work', offload: 'work' };

/** What every row has beside its own fields. */
const IDENTITY: readonly string[] = ['id', 'productionId', 'version', 'deletedAt'];

const fieldsOf = (table: TableName): [string, z.ZodType][] => Object.entries(TABLES[table].row.shape);
const open = new Map<string, ReadonlySet<string>>();

/** The fields of a table that a role reads; none: the table is not for it. */
function openTo(role: Exclude<Role, 'owner'>, table: TableName): ReadonlySet<string> {
  const key = `${role} ${table}`;
  const known = open.get(key);
  if (known) return known;
  const named = fieldsOf(table).filter(([, schema]) => audiencesOf(schema)?.includes(HEARS[role]));
  const fields = new Set(named.map(([name]) => name));
  open.set(key, fields);
  return fields;
}

/** Whether rows of this table are for this role at all. */
export const mayRead = (role: Role | null, table: TableName): boolean =>
  role === 'owner' || (role !== null && (openTo(role, table).size > 0 || tellsOf(role, table)));

/** Who reads the sheet is told when a sheet, or what it is composed from, changes: of which row, and no more. */
const tellsOf = (role: Role, table: TableName): boolean => role === 'read' && table === 'frozenSheets';

/** Rows of a table as this role may see them. */
export function seenBy(
  role: Role | null,
  table: TableName,
  rows: readonly Record<string, unknown>[],
): Record<string, unknown>[] {
  if (role === 'owner') return [...rows];
  const reads = role === null ? null : openTo(role, table);
  if (!reads?.size) return [];
  const shape: Record<string, z.ZodType> = TABLES[table].row.shape;
  const isOpen = (key: string) => reads.has(key) || IDENTITY.includes(key);
  return rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, value]) => [key, isOpen(key) ? value : blankOf(shape[key], value)]),
    ),
  );
}
