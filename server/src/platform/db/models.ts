import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize';
import { z } from 'zod';
import { DERIVED, EDITABLE, TABLES, type TableName } from '@kavrell/contract';

type Row = Model<Record<string, unknown>, Record<string, unknown>>;
export type Models = Record<TableName, ModelStatic<Row>>;

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

/** One Sequelize model a table, its columns read off the contract's schemas so that they can't drift apart. */
export function defineModels(db: Sequelize): Models {
  const models = {} as Models;
  for (const [name, { row }] of Object.entries(TABLES) as [TableName, { row: z.ZodObject }][]) {
    const attributes: ModelAttributes = {};
    for (const [key, schema] of Object.entries(row.shape)) {
      attributes[key] =
        key === 'deletedAt' ? { type: DataTypes.DATE } : { type: columnType(schema as z.ZodType) as never };
    }
    if (name in DERIVED && name !== 'deviceStates') attributes.productionId = { type: DataTypes.UUID };
    if (name === 'deviceStates') {
      attributes.productionId = { type: DataTypes.UUID };
      attributes.cameraId = { type: DataTypes.UUID, primaryKey: true };
    } else attributes.id = { type: DataTypes.UUID, primaryKey: true };
    models[name] = db.define(name, attributes, { tableName: sqlName(name) }) as ModelStatic<Row>;
  }
  return models;
}

/** Whether rows of this table are deleted softly and carry `deletedAt`. */
export function isEditable(name: TableName): name is keyof typeof EDITABLE {
  return name in EDITABLE;
}
