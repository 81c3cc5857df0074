import type { z } from 'zod';
import { wordsOf } from '../platform/api.ts';
import type { Column } from './DataTable.tsx';

export interface PasteEdit<R> {
  row: R;
  values: Record<string, unknown>;
}

/**
 * What pasting a spreadsheet's cells into rows would write, the first cell into the first of `columns`: an edit a row, each cell read
 * as if it were typed there. Cells beyond the last row are left over. Throws in words, naming line and column: all of it
 * is taken or nothing.
 */
export function pasteEdits<R>(
  cells: readonly (readonly string[])[],
  rows: readonly R[],
  columns: readonly Column<R>[],
  fields?: z.ZodObject,
): PasteEdit<R>[] {
  return cells.slice(0, rows.length).map((line, down) => {
    const row = rows[down] as R;
    const values = line.map((cell, right) => {
      const column = columns[right];
      if (!column) throw new Error(`Line ${down + 1} has more cells than there are columns from here on.`);
      const { edit } = column;
      if (!edit)
        throw new Error(`Line ${down + 1}: ${column.header || 'this column'} is worked out and can’t be pasted into.`);
      const text = cell.trim();
      const said = edit.options?.find(([, words]) => words.toLowerCase() === text.toLowerCase())?.[0];
      try {
        const own = edit.set(said ?? text, row);
        const checked = fields?.partial().safeParse(own);
        if (checked && !checked.success) throw new Error(checked.error.issues[0]?.message);
        return checked?.data ?? own;
      } catch (error) {
        throw new Error(`Line ${down + 1}, ${column.header}, “${cell}”: ${wordsOf(error)}`, { cause: error });
      }
    });
    return { row, values: Object.assign({}, ...values) as Record<string, unknown> };
  });
}
