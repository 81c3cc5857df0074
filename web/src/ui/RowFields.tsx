import { Box } from '@chakra-ui/react';
import type { z } from 'zod';
import type { Column } from './column.ts';
import { FieldEdit } from './FieldEdit.tsx';
import { grouped, isLong } from './fieldGroups.ts';
import { Part } from './parts.tsx';
import { Unfold } from './Unfold.tsx';

interface Props<R> {
  row: R;
  columns: readonly Column<R>[];
  fields: z.ZodObject;
  onEdit: (rows: R[], values: Record<string, unknown>, column: Column<R>) => void;
}

/** Every field of the selected row in the side sheet, made of the table's own columns: what is too narrow to show is still there to edit. What matters stands first, the rest under one press. */
export function RowFields<R extends { id: string }>({ row, columns, fields, onEdit }: Props<R>) {
  const { first, more } = grouped(columns);
  const said = more.filter((c) => c.edit.get(row).trim() !== '').length;
  const draw = (list: typeof first) => (
    <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(116px, 1fr))" columnGap={3} alignItems="end">
      {list.map((c) => (
        <Box key={`${row.id}${c.id}`} minW={0} {...(isLong(c) ? { gridColumn: '1 / -1' } : {})}>
          <FieldEdit
            label={c.header}
            value={c.edit.get(row)}
            fields={fields}
            whole={row}
            set={(text) => c.edit.set(text, row)}
            save={(values) => onEdit([row], values, c)}
            {...(c.hint ? { hint: c.hint } : {})}
            {...(c.edit.options ? { options: c.edit.options } : {})}
            {...(c.edit.date ? { date: true } : {})}
          />
        </Box>
      ))}
    </Box>
  );
  return (
    <Part title={more.length ? 'What matters' : 'All of it'}>
      {draw(first)}
      {more.length ? (
        <Unfold words={`More: ${more.length} fields, ${said} of them filled`} remember="fields">
          <Box mt={3}>{draw(more)}</Box>
        </Unfold>
      ) : null}
    </Part>
  );
}
