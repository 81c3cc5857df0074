import type { EditableName } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';
import { change } from '../platform/rows.ts';
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
) {
  return {
    onEdit: (rows: R[], values: Record<string, unknown>, column: { header: string }) => {
      const what = rows.length === 1 && rows[0] ? nameOf(rows[0]) : formatCount(rows.length, one);
      void change(
        productionId,
        `${what}: ${column.header.toLowerCase()}`,
        rows.map((row) => ({ op: 'update', table, row, values })),
      );
    },
    onPaste: (edits: { row: R; values: Record<string, unknown> }[]) => {
      void change(
        productionId,
        `Pasted into ${formatCount(edits.length, one)}`,
        edits.map(({ row, values }) => ({ op: 'update', table, row, values })),
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
