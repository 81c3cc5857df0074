import type { EditableName } from '@kavrell/core/tables';
import { formatCount } from '@kavrell/core/units';
import { change, type Op } from '../platform/rows.ts';
import { tell } from '../platform/notices.ts';

interface Row {
  id: string;
  version: number;
}

/** What every table does when cells are edited or rows deleted: one change-set with words for the undo. */
export function tableEdits<R extends Row>(
  productionId: string,
  table: EditableName,
  nameOf: (row: R) => string,
  one: string,
  /** The whole of a new row, from what was pasted of it and how many new ones there are before it; none where pasting adds no rows. */
  adding?: (values: Record<string, unknown>, before: Record<string, unknown>[]) => Record<string, unknown>,
) {
  return {
    onEdit: (rows: R[], values: Record<string, unknown>, column: { header: string }) => {
      const what = rows.length === 1 && rows[0] ? nameOf(rows[0]) : formatCount(rows.length, one);
      void change(
        productionId,
        `${what}: ${column.header.toLowerCase()}`,
        // The server checks values by the table's own schema; which table it is stands in a variable here.
        rows.map((row) => ({ op: 'update', table, row, values }) as Op),
      );
    },
    onPaste: (
      edits: { row: R; values: Record<string, unknown> }[],
      adds: Record<string, unknown>[] = [],
      done = 'Pasted into',
    ) => {
      const made: Record<string, unknown>[] = [];
      for (const values of adds) made.push(adding ? adding(values, made) : values);
      void change(
        productionId,
        adds.length > 0
          ? `Pasted: ${formatCount(adds.length, one)} added${edits.length > 0 ? `, ${edits.length} changed` : ''}`
          : `${done} ${formatCount(edits.length, one)}`,
        [
          ...edits.map(({ row, values }) => ({ op: 'update', table, row, values }) as Op),
          ...made.map((values) => ({ op: 'insert', table, values }) as Op),
        ],
      );
    },
    onDelete: (rows: R[]) => {
      const what = rows.length === 1 && rows[0] ? nameOf(rows[0]) : formatCount(rows.length, one);
      void change(
        productionId,
        `Deleted ${what}`,
        rows.map((row) => ({ op: 'delete', table, row })),
      );
      tell(`Deleted ${what}. Ctrl+Z brings it back.`);
    },
  };
}
