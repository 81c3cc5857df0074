import type { z } from 'zod';
import type { Column } from './column.ts';
import { FieldEdit } from './FieldEdit.tsx';
import { Part } from './parts.tsx';

interface Props<R> {
  row: R;
  columns: readonly Column<R>[];
  fields: z.ZodObject;
  onEdit: (rows: R[], values: Record<string, unknown>, column: Column<R>) => void;
}

/** Every field of the selected row in the side sheet, made of the table's own columns: what is too narrow to show is still there to edit. */
export function RowFields<R extends { id: string }>({ row, columns, fields, onEdit }: Props<R>) {
  return (
    <Part title="All of it">
      {columns.map((c) => {
        const { edit } = c;
        if (!edit) return null;
        return (
          <FieldEdit
            key={`${row.id}${c.id}`}
            label={c.header}
            value={edit.get(row)}
            fields={fields}
            whole={row}
            set={(text) => edit.set(text, row)}
            save={(values) => onEdit([row], values, c)}
            {...(edit.options ? { options: edit.options } : {})}
            {...(edit.date ? { date: true } : {})}
          />
        );
      })}
    </Part>
  );
}
