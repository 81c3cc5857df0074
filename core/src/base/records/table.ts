import type { z } from 'zod';

/** All that is said of a table, in its own room; what stores, sends, copies and shows rows is derived from it. */
export interface Table<
  Name extends string = string,
  Row extends z.ZodObject = z.ZodObject,
  Fields extends z.ZodObject | null = z.ZodObject | null,
  OfTheShoot extends boolean = boolean,
> {
  readonly name: Name;
  /** What one row is called: `shot`. */
  readonly one: string;
  /** What is read. */
  readonly row: Row;
  /** What people may write, through change-sets; null where only the machinery writes. */
  readonly fields: Fields;
  /** Fields that name rows of other tables, with those tables: they are stored first. */
  readonly points: Readonly<Record<string, string>>;
  /** The field that rows stand in the order of, then by birth; null: as they come. */
  readonly sortedBy: string | null;
  /** What a broken rule of the database means, in words, by the rule's name. */
  readonly rules: Readonly<Record<string, string>>;
  /** Part of the job as it was shot, not of its plan: it does not go along into a copy of the plan. */
  readonly ofTheShoot: OfTheShoot;
  /** Whether whoever logs may write rows too; a list: only these fields of rows that there are. */
  readonly logged: boolean | readonly string[];
}

type Said<Name extends string, Row extends z.ZodObject, Fields extends z.ZodObject | null> = Pick<
  Table<Name, Row, Fields>,
  'name' | 'one' | 'row' | 'fields'
> & { sortedBy?: keyof z.infer<Row> & string } & {
  points?: Readonly<Partial<Record<keyof z.infer<Row> & string, string>>>;
} & Partial<Pick<Table, 'rules' | 'logged'>>;

/** Declares a table; `docs/contributing.md` says what else a new one needs. */
export const defineTable = <
  const Name extends string,
  Row extends z.ZodObject,
  Fields extends z.ZodObject | null,
  const OfTheShoot extends boolean = false,
>(
  said: Said<Name, Row, Fields> & { ofTheShoot?: OfTheShoot },
): Table<Name, Row, Fields, OfTheShoot> => ({
  sortedBy: null,
  rules: {},
  logged: false,
  ...said,
  ofTheShoot: (said.ofTheShoot ?? false) as OfTheShoot,
  points: (said.points ?? {}) as Readonly<Record<string, string>>,
});

/**
 * Tables in an order in which their rows can be stored: what is pointed to comes first, otherwise as given. A table may point to itself;
 * a circle of several is an error.
 */
export function inStoringOrder<T extends Pick<Table, 'name' | 'points'>>(tables: readonly T[]): T[] {
  const byName = new Map(tables.map((t) => [t.name, t]));
  const placed = new Set<T>();
  const place = (table: T, way: readonly T[]) => {
    if (placed.has(table)) return;
    if (way.includes(table))
      throw new Error(`Tables point to each other in a circle: ${[...way, table].map((t) => t.name).join(' → ')}.`);
    for (const to of Object.values(table.points)) {
      const next = byName.get(to);
      if (next && next !== table) place(next, [...way, table]);
    }
    placed.add(table);
  };
  for (const table of tables) place(table, []);
  return [...placed];
}

/** Rows in the order of their table: by its field, and where that is equal by birth. */
export function sortRows<T>({ sortedBy }: Pick<Table, 'sortedBy'>, rows: readonly T[]): readonly T[] {
  if (sortedBy === null) return rows;
  type Key = string | number;
  const keyed = rows as readonly (T & Record<string, Key>)[];
  const compare = (a: Key | undefined, b: Key | undefined) =>
    a === b || a === undefined || b === undefined ? 0 : a < b ? -1 : 1;
  return [...keyed].sort((a, b) => compare(a[sortedBy], b[sortedBy]) || compare(a.id, b.id));
}
