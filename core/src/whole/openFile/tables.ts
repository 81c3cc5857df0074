import { z } from 'zod';
import { STORED_TABLES, TABLES, type TableName } from '../tables/index.ts';

/** What stays where it was made: bundles are files of their own machine. */
const LEFT: ReadonlySet<string> = new Set(['productions', 'bundles']);

/** Tables of an open file, in an order in which their rows can be stored. */
export const OPEN_TABLES: readonly TableName[] = STORED_TABLES.filter((name) => !LEFT.has(name));

/** A row as it lies in an open file: what is declared, nothing else. */
export const openRow = (table: TableName | 'productions'): z.ZodObject =>
  (TABLES[table].row as z.ZodObject).extend({ productionId: z.uuid() }).strict();

/** The schema of every table, as whoever reads such a file elsewhere needs it. */
export const openSchema = (): Record<string, unknown> =>
  Object.fromEntries(
    (['productions', ...OPEN_TABLES] as const).map((name) => [
      name,
      { about: TABLES[name].one, ...z.toJSONSchema(TABLES[name].row as z.ZodObject, { unrepresentable: 'any' }) },
    ]),
  );
