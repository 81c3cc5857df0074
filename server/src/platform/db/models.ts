import {
  DataTypes,
  type DestroyOptions,
  type FindOptions,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
  type Transaction,
  type WhereOptions,
} from 'sequelize';
import { z } from 'zod';
import { TABLES, TABLE_NAMES, identityOf, type RowOf, type TableName } from '@kavrell/core/tables';

/** A row as it lies in the database: every row belongs to a production, whether its model says so or not. */
type Stored<T extends TableName> = RowOf<T> & { productionId: string };
type Values<T extends TableName> = Partial<Stored<T> | { [F in keyof Stored<T>]: Stored<T>[F] | Date }>;
type Field<T extends TableName> = keyof RowOf<T> & string;
type Find<T extends TableName, F> = Pick<FindOptions, 'order' | 'limit' | 'transaction' | 'lock'> & {
  where?: WhereOptions<Stored<T>>;
  /** Only these fields; all where none are named. */
  attributes?: F[];
};

/** One table: rows go in and come out plain, as core declares them. */
export class Rows<T extends TableName> {
  readonly fields: readonly string[];
  constructor(private readonly model: ModelStatic<Model>) {
    this.fields = Object.keys(model.getAttributes());
  }

  async findAll<F extends Field<T> = Field<T>>(options: Find<T, F> = {}): Promise<Pick<RowOf<T>, F>[]> {
    return (await this.model.findAll({ ...options, raw: true })) as never;
  }
  async findOne<F extends Field<T> = Field<T>>(options: Find<T, F>): Promise<Pick<RowOf<T>, F> | null> {
    return (await this.model.findOne({ ...options, raw: true })) as never;
  }
  count(options: Pick<Find<T, never>, 'where' | 'transaction'> = {}): Promise<number> {
    return this.model.count(options);
  }
  async create(row: Values<T>, options: { transaction?: Transaction } = {}): Promise<void> {
    await this.model.create(row as never, options);
  }
  async bulkCreate(
    rows: readonly Values<T>[],
    options: {
      transaction?: Transaction;
      ignoreDuplicates?: boolean;
      updateOnDuplicate?: (keyof RowOf<T> & string)[];
    } = {},
  ): Promise<void> {
    await this.model.bulkCreate(rows as never, options);
  }
  /** How many rows were changed, and the version of each after. */
  async update(
    values: Values<T>,
    options: { where: WhereOptions<Stored<T>>; transaction?: Transaction },
  ): Promise<{ count: number; versions: number[] }> {
    if (!this.fields.includes('version')) {
      const [count] = await this.model.update(values as never, options);
      return { count, versions: [] };
    }
    const [count, rows] = await this.model.update(values as never, { ...options, returning: ['version'] });
    return { count, versions: rows.map((row) => row.get('version') as number) };
  }
  destroy(options: DestroyOptions<Stored<T>>): Promise<number> {
    return this.model.destroy(options);
  }
}
export type Models = { readonly [T in TableName]: Rows<T> };

type Plain = Record<string, unknown>;
/** A table that is known by its name only: what goes in was checked by its schema, what comes out is for who reads by it. */
export interface SomeRows {
  findAll(options: { where: Plain; order?: string[]; attributes?: string[] }): Promise<Plain[]>;
  findOne(options: { where: Plain; transaction?: Transaction }): Promise<Plain | null>;
  bulkCreate(rows: readonly Plain[], options: { transaction?: Transaction }): Promise<void>;
  update(
    values: Plain,
    options: { where: Plain; transaction?: Transaction },
  ): Promise<{ count: number; versions: number[] }>;
}
export const rowsNamed = (models: Models, table: TableName): SomeRows => models[table] as unknown as SomeRows;

/** `dayItems` → `day_items`: the table's name in the database. */
export const sqlName = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

function columnType(schema: z.ZodType): ModelAttributes[string] {
  if (schema instanceof z.ZodNullable || schema instanceof z.ZodOptional)
    return columnType(schema.unwrap() as z.ZodType);
  if (schema instanceof z.ZodBoolean) return DataTypes.BOOLEAN;
  if (schema instanceof z.ZodNumber) return DataTypes.DOUBLE;
  if (schema instanceof z.ZodUUID) return DataTypes.UUID;
  if (schema instanceof z.ZodArray) {
    const element = schema.element as z.ZodType;
    if (element instanceof z.ZodUUID) return DataTypes.ARRAY(DataTypes.UUID);
    if (element instanceof z.ZodString) return DataTypes.ARRAY(DataTypes.TEXT);
    return DataTypes.JSONB;
  }
  if (schema instanceof z.ZodObject || schema instanceof z.ZodDiscriminatedUnion || schema instanceof z.ZodRecord)
    return DataTypes.JSONB;
  return DataTypes.TEXT;
}

/** One Sequelize model a table, its columns read off the declared schemas so that they can't drift apart. */
export function defineModels(db: Sequelize): Models {
  const define = <T extends TableName>(name: T): [T, Rows<T>] => {
    const attributes: ModelAttributes = {};
    const shape: Record<string, z.ZodType> = TABLES[name].row.shape;
    for (const [key, schema] of Object.entries(shape))
      attributes[key] = key === 'deletedAt' ? { type: DataTypes.DATE } : { type: columnType(schema) as never };
    if (name !== 'productions') attributes.productionId = { type: DataTypes.UUID };
    attributes[identityOf(name)] = { type: DataTypes.UUID, primaryKey: true };
    return [name, new Rows<T>(db.define(name, attributes, { tableName: sqlName(name) }))];
  };
  return Object.fromEntries(TABLE_NAMES.map((name) => define(name))) as unknown as Models;
}
