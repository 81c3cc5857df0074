import { keyed } from '../../base/records/index.ts';
import type { Production } from '../../about/brief/index.ts';
import { isShotTable, TABLE_NAMES, type RowOf, type ShotTable, type TableName } from '../tables/index.ts';

/** What is read apart: the production itself, what its cameras know of themselves, and what only its own screen shows: messages, hand-overs. */
const APART = ['productions', 'deviceStates', 'messages', 'bundles', 'erasures'] as const;
export type RowTable = Exclude<TableName, (typeof APART)[number]>;

/** Every table of a production’s rows, but the production itself. */
export const ROW_TABLES = TABLE_NAMES.filter((t): t is RowTable => !(APART as readonly TableName[]).includes(t));

type Lists = { [T in RowTable]: readonly RowOf<T>[] };
/** All live rows of one production, as stored. */
export interface ProductionRows extends Lists {
  production: Production;
}

/** All rows but those that a day writes by itself while it is shot. */
export type PlannedRows = Omit<ProductionRows, ShotTable>;
export const PLANNED_TABLES = ROW_TABLES.filter((t): t is Exclude<RowTable, ShotTable> => !isShotTable(t));

type ShotRows = Pick<ProductionRows, Extract<RowTable, ShotTable>>;
/** Nothing of what a day writes by itself: beside a plan it makes the rows of a job of which nothing was shot. */
export const nothingShot = (): ShotRows =>
  keyed(ROW_TABLES.filter((t): t is Extract<RowTable, ShotTable> => isShotTable(t)).map((t) => [t, []]));
