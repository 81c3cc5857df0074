import { useLayoutEffect } from 'react';
import type { z } from 'zod';
import { someOf } from '@kavrell/core/records';
import { Button } from './Button.tsx';
import type { Column } from './column.ts';
import { differingWords, said } from './differing.ts';
import { FieldEdit } from './FieldEdit.tsx';
import { Part } from './parts.tsx';
import { Sheet, useSheet } from './sheet.tsx';

interface Props<R extends { id: string }> {
  name: string;
  rows: R[];
  columns: readonly Column<R>[];
  /** The column that tells rows apart: it can’t be the same in all of them. */
  identity: string | undefined;
  fields: z.ZodObject;
  onEdit: (rows: R[], values: Record<string, unknown>, column: Column<R>) => void;
  onDelete?: ((rows: R[]) => void) | undefined;
  /** Lets go of them. */
  leave: () => void;
}

/** What a choice stands at while the rows differ: no choice of any column’s own. */
const DIFFERS = '\u0000differs';

/** The side sheet of several rows, instead of that of one: what all of them say, what differs, and each field written to all at once. */
export function ManyFields<R extends { id: string }>({
  name,
  rows,
  columns,
  identity,
  fields,
  onEdit,
  onDelete,
  leave,
}: Props<R>) {
  useLayoutEffect(() => {
    useSheet.setState({ many: true });
    return () => useSheet.setState({ many: false });
  }, []);
  return (
    <Sheet ofMany>
      <Part>
        <h2>
          {rows.length} rows of {name}
        </h2>
        <p className="soft">What is typed here is written to all of them.</p>
        <Button size="small" onClick={leave}>
          Let go
        </Button>{' '}
        {onDelete ? (
          <Button
            size="small"
            onClick={() => {
              onDelete(rows);
              leave();
            }}
          >
            Delete all {rows.length}
          </Button>
        ) : null}
      </Part>
      <Part title="All of them">
        {columns.map((column) =>
          column.id === identity || column.edit?.own ? null : (
            <ManyField key={column.id} rows={rows} column={column} fields={fields} onEdit={onEdit} />
          ),
        )}
      </Part>
    </Sheet>
  );
}

function ManyField<R extends { id: string }>({
  rows,
  column,
  fields,
  onEdit,
}: Pick<Props<R>, 'rows' | 'fields' | 'onEdit'> & { column: Column<R> }) {
  const { edit } = column;
  const [first] = rows;
  if (!edit || !first) return null;
  const they = said(rows.map((r) => edit.get(r)));
  const differs = 'differs' in they;
  const wordOf = (text: string) => edit.options?.find(([key]) => key === text)?.[1] ?? text;
  return (
    <FieldEdit
      label={column.header}
      value={differs ? (edit.options ? DIFFERS : '') : they.all}
      fields={fields}
      whole={first as Readonly<Record<string, unknown>>}
      set={(text) => {
        // What one of them can’t be, none becomes.
        for (const row of rows) someOf(fields, edit.set(text, row), row as Readonly<Record<string, unknown>>);
        return edit.set(text, first);
      }}
      save={(values) => onEdit(rows, values, column)}
      {...(differs ? { hint: `differs: ${differingWords(they.differs, wordOf)}` } : {})}
      {...(edit.options ? { options: differs ? [[DIFFERS, 'differs'], ...edit.options] : edit.options } : {})}
      {...(edit.date ? { date: true } : {})}
    />
  );
}
