import type { z } from 'zod';
import { blankOf, inStoringOrder, type Table } from '../../base/records/index.ts';
import { ALL } from './list.ts';

type Declared = (typeof ALL)[number];
export type TableName = Declared['name'];
export type TableOf<T extends TableName> = Extract<Declared, { name: T }>;
/** Tables that people edit, through change-sets; all others only the machinery writes. */
export type EditableName = Extract<Declared, { fields: z.ZodObject }>['name'];
export type RowOf<T extends TableName> = z.infer<TableOf<T>['row']>;
export type FieldsOf<T extends EditableName> = z.infer<TableOf<T>['fields']>;

const isEdited = (table: Declared): table is TableOf<EditableName> => table.fields !== null;
const EDITED = ALL.filter(isEdited);

export const TABLES = Object.fromEntries(ALL.map((t) => [t.name, t])) as { readonly [T in TableName]: TableOf<T> };
export const TABLE_NAMES = ALL.map((t) => t.name) as [TableName, ...TableName[]];
export const EDITABLE_NAMES = EDITED.map((t) => t.name) as [EditableName, ...EditableName[]];

/** Whether people edit rows of this table: they are deleted softly and carry `deletedAt`. */
export const isEditable = (name: TableName): name is EditableName => TABLES[name].fields !== null;

/** Every table in an order in which rows can be stored: what is pointed to comes first. */
export const STORED_TABLES: readonly TableName[] = inStoringOrder<Pick<Table, 'name' | 'points'>>(ALL).map(
  (t) => t.name as TableName,
);

/** The field that names a row of a table. */
export const identityOf = (name: TableName): 'id' | 'cameraId' => ('id' in TABLES[name].row.shape ? 'id' : 'cameraId');

/** Whether rows of a table point to rows of the same one: they are stored in one statement, whose links are looked at when it ends. */
export const pointsToItself = (name: TableName): boolean =>
  Object.values((TABLES[name] as Pick<Table, 'points'>).points).includes(name);

type PlanTable = Exclude<EditableName, 'productions'>;
/** Tables of a plan in the order in which their rows can be stored: what is pointed to comes first. */
export const PLAN_TABLES = inStoringOrder(EDITED)
  .map((t) => t.name)
  .filter((name): name is PlanTable => name !== 'productions');

/** Tables that whoever logs may write too. */
export const LOGGED_NAMES: readonly string[] = ALL.filter((t: Table) => t.logged !== false).map((t) => t.name);

/** Whether whoever logs may make this change: in a table that is theirs any, in one that is theirs in part only of its fields, and no row more or less. */
export function mayLog(op: { op: string; table: string; values?: object | undefined }): boolean {
  const logged = (ALL as readonly Table[]).find((t) => t.name === op.table)?.logged ?? false;
  if (typeof logged === 'boolean') return logged;
  return op.op === 'update' && Object.keys(op.values ?? {}).every((field) => logged.includes(field));
}

/** Tables of the job as it was shot, not of its plan: their rows do not go along into a copy of the plan. */
export const OF_THE_SHOOT: ReadonlySet<string> = new Set(ALL.filter((t) => t.ofTheShoot).map((t) => t.name));

/** Tables that a day writes by itself while it is shot and its media are copied: takes, clips, copies. */
export type ShotTable = Extract<Declared, { fields: null; ofTheShoot: true }>['name'];
export const isShotTable = (name: TableName): name is ShotTable =>
  TABLES[name].ofTheShoot && TABLES[name].fields === null;

/** What a broken rule of the database means, in words, by the rule's name. */
export const RULES: Readonly<Record<string, string>> = Object.assign({}, ...ALL.map((t: Table) => t.rules));

const unwritten = new Map<EditableName, Record<string, unknown>>();

/** What a new row has of the fields that only the machinery writes, until it is read from the server: nothing, in each field's own kind. */
export function unwrittenFields(table: EditableName): Record<string, unknown> {
  const known = unwritten.get(table);
  if (known) return known;
  const { row, fields }: { row: z.ZodObject; fields: z.ZodObject } = TABLES[table];
  const own = new Set([...Object.keys(fields.shape), 'id', 'productionId', 'version', 'deletedAt']);
  const made = Object.fromEntries(
    Object.entries(row.shape)
      .filter(([key]) => !own.has(key))
      .map(([key, schema]) => [key, blankOf(schema as z.ZodType)]),
  );
  unwritten.set(table, made);
  return made;
}
