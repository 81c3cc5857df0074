import type { z } from 'zod';
import { toCells } from '@kavrell/core/formats';
import { someOf } from '@kavrell/core/records';
import { wordsOf } from '../platform/api.ts';
import type { Column } from './column.ts';
import type { PasteEdit } from './paste.ts';

/** Where a cell stands among what is shown. */
export interface Cell {
  row: number;
  column: number;
}

/** Cells side by side: from one corner to the other, both in it. */
export interface CellRange {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export const rangeOf = (anchor: Cell | null, active: Cell): CellRange => {
  const from = anchor ?? active;
  return {
    top: Math.min(from.row, active.row),
    bottom: Math.max(from.row, active.row),
    left: Math.min(from.column, active.column),
    right: Math.max(from.column, active.column),
  };
};
export const isMany = ({ top, bottom, left, right }: CellRange): boolean => top !== bottom || left !== right;

const within = <R>({ top, bottom, left, right }: CellRange, rows: readonly R[], columns: readonly Column<R>[]) => ({
  rows: rows.slice(top, bottom + 1),
  columns: columns.slice(left, right + 1),
});

/** What a cell says when it is copied: as it would be typed, choices in their words. */
function textOf<R>(column: Column<R>, row: R): string {
  const typed = column.edit?.get(row);
  if (typed === undefined) return String(column.value(row) ?? '');
  return column.edit?.options?.find(([value]) => value === typed)?.[1] ?? typed;
}

/** The cells of a range as a spreadsheet takes them. */
export const rangeText = <R>(range: CellRange, rows: readonly R[], columns: readonly Column<R>[]): string => {
  const own = within(range, rows, columns);
  return toCells(own.rows.map((row) => own.columns.map((column) => textOf(column, row))));
};

/** Types one text a cell into some rows; all of it, or an error that names the cell. A cell that says this already is left. */
function typed<R>(
  rows: readonly R[],
  columns: readonly Column<R>[],
  fields: z.ZodObject | undefined,
  textFor: (column: Column<R>) => string,
): PasteEdit<R>[] {
  const open = columns.filter((c) => c.edit);
  if (open.length === 0)
    throw new Error(`${columns.map((c) => c.header).join(', ')}: what is worked out can’t be typed over.`);
  return rows.flatMap((row) => {
    const changed = open.filter((c) => c.edit?.get(row) !== textFor(c));
    if (changed.length === 0) return [];
    const values = changed.map((column) => {
      try {
        const own = column.edit?.set(textFor(column), row) ?? {};
        return fields ? someOf(fields, own, row as Record<string, unknown>) : own;
      } catch (error) {
        throw new Error(`${column.header}: ${wordsOf(error)}`, { cause: error });
      }
    });
    return [{ row, values: Object.assign({}, ...values) as Record<string, unknown> }];
  });
}

/** The first row of a range in all the others; of a single row, what stands above it. Throws in words. */
export function filledDown<R>(
  range: CellRange,
  rows: readonly R[],
  columns: readonly Column<R>[],
  fields?: z.ZodObject,
): PasteEdit<R>[] {
  const from = rows[range.top === range.bottom ? range.top - 1 : range.top];
  if (!from) throw new Error('There is no row above to fill down from.');
  const first = range.top === range.bottom ? range.top : range.top + 1;
  const own = within({ ...range, top: first }, rows, columns);
  return typed(own.rows, own.columns, fields, (column) => column.edit?.get(from) ?? '');
}

/** Nothing in the cells of a range. Throws in words where one can’t be empty. */
export function emptied<R>(
  range: CellRange,
  rows: readonly R[],
  columns: readonly Column<R>[],
  fields?: z.ZodObject,
): PasteEdit<R>[] {
  const own = within(range, rows, columns);
  return typed(own.rows, own.columns, fields, () => '');
}
