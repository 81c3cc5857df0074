import type { z } from 'zod';
import { someOf } from '@kavrell/core/records';
import { wordsOf } from '../platform/api.ts';
import type { Column } from './column.ts';

export interface PasteEdit<R> {
  row: R;
  values: Record<string, unknown>;
}

/** What a paste would do: rows that get other values, rows that are new. */
export interface PastePlan<R> {
  edits: PasteEdit<R>[];
  adds: Record<string, unknown>[];
}

export interface PasteInto<R> {
  /** The rows from the active one on, as they are shown, and all of the table. */
  below: readonly R[];
  all: readonly R[];
  /** The columns from the active one on, and all of them: a line of headings says itself where its cells belong. */
  columns: readonly Column<R>[];
  allColumns: readonly Column<R>[];
  fields?: z.ZodObject | undefined;
  /** The column that says who or what a row is, where new rows can be made: another name is another row, never the old one under it. */
  identity?: string | undefined;
  /** Whether lines beyond the last row become rows where no column says what a row is. */
  grows?: boolean | undefined;
}

const plain = (text: string) => text.trim().toLowerCase();

/** The columns that a line of headings names, in its order; null when it is no such line. */
function headed<R>(line: readonly string[], columns: readonly Column<R>[]): (Column<R> | null)[] | null {
  const found = line.map((cell) => columns.find((c) => c.header && plain(c.header) === plain(cell)) ?? null);
  return found.filter(Boolean).length >= Math.max(1, Math.ceil(line.length / 2)) && found[0] ? found : null;
}

/**
 * What pasting a spreadsheet's cells would do, the first cell into the first of `columns`, each cell read as if it were typed there. With an
 * identity among them a line goes to the row of that name, wherever it stands, or becomes a new one; else lines go to the rows below
 * one after the other. Throws in words, naming line and column: all of it is taken or nothing, and no line is dropped.
 */
export function planPaste<R>(
  cells: readonly (readonly string[])[],
  { below, all, columns, allColumns, fields, identity, grows }: PasteInto<R>,
): PastePlan<R> {
  const headings = cells.length > 1 ? headed(cells[0]!, allColumns) : null;
  const into = headings ?? columns;
  const lines = headings ? cells.slice(1) : cells;
  const first = headings ? 2 : 1;
  const idAt = identity === undefined ? -1 : into.findIndex((c) => c?.id === identity);
  const idColumn = idAt < 0 ? null : into[idAt]!;
  const byName = new Map(idColumn ? all.map((row) => [plain(String(idColumn.value(row) ?? '')), row]) : []);
  const plan: PastePlan<R> = { edits: [], adds: [] };
  lines.forEach((line, down) => {
    const at = first + down;
    if (line.every((cell) => cell.trim() === '')) return;
    const row = idColumn ? byName.get(plain(line[idAt] ?? '')) : below[down];
    if (!row && !idColumn && !(grows && identity === undefined))
      throw new Error(
        identity === undefined
          ? `Line ${at} lies beyond the last row, and rows can’t be added by pasting here: add them first, then paste.`
          : `Line ${at} lies beyond the last row and does not say who or what it is: paste from the column ${allColumns.find((c) => c.id === identity)?.header ?? identity} on.`,
      );
    const values = line.map((cell, right) => {
      const column = into[right];
      if (headings && !column) {
        if (cell.trim() === '') return {};
        throw new Error(`Line 1: there is no column “${cells[0]![right]}” here.`);
      }
      if (!column) throw new Error(`Line ${at} has more cells than there are columns from here on.`);
      const { edit } = column;
      if (!edit)
        throw new Error(`Line ${at}: ${column.header || 'this column'} is worked out and can’t be pasted into.`);
      const text = cell.trim();
      const said = edit.options?.find(([, words]) => words.toLowerCase() === text.toLowerCase())?.[0];
      // A new row has its own defaults where nothing is said.
      if (!row && text === '') return {};
      try {
        const own = edit.set(said ?? text, row ?? ({} as R));
        return fields ? someOf(fields, own, row as Record<string, unknown> | undefined) : own;
      } catch (error) {
        throw new Error(`Line ${at}, ${column.header}, “${cell}”: ${wordsOf(error)}`, { cause: error });
      }
    });
    const together = Object.assign({}, ...values) as Record<string, unknown>;
    if (row) plan.edits.push({ row, values: together });
    else if (idColumn && (line[idAt] ?? '').trim() === '')
      throw new Error(`Line ${at} does not say who or what it is: ${idColumn.header} is empty.`);
    else plan.adds.push(together);
  });
  return plan;
}
