import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { z } from 'zod';
import type { EditableName } from '@kavrell/core/tables';
import { usePlanned } from './production.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/column.ts';
import { tableEdits } from '../ui/edits.ts';
import { Part } from '../ui/parts.tsx';
import { RowFields } from '../ui/RowFields.tsx';
import { useHashSelection } from '../ui/selection.ts';
import { Sheet } from '../ui/sheet.tsx';

interface Props<R extends { id: string; version: number }> {
  title: string;
  table: EditableName;
  one: string;
  rows: readonly R[];
  columns: readonly Column<R>[];
  fields: z.ZodObject;
  nameOf: (row: R) => string;
  /** Ways to add one: words, and what makes it and answers its id. */
  adds: readonly (readonly [string, () => string])[];
  /** What a pasted line that is new becomes: the column that says what it is (none where nothing does), and the rest of the row. */
  pasted: { identity?: string; blank: (before: readonly Record<string, unknown>[]) => Record<string, unknown> };
  /** What it says while there is none. */
  empty: string;
  /** What the side sheet says above the fields of the chosen row. */
  side?: (row: R) => ReactNode;
  height?: string;
}

/** A table of small things with its side sheet: added, edited in place or beside, deleted, all undoable. The sheet is its own while one of its rows is chosen. */
export function TableBench<R extends { id: string; version: number }>(props: Props<R>) {
  const { title, table, one, rows, columns, fields, nameOf, adds, pasted, empty, side, height = '36vh' } = props;
  const { production } = usePlanned();
  const [chosenId, setChosenId] = useHashSelection();
  const edits = tableEdits<R>(production.id, table, nameOf, one, (values, before) => ({
    ...pasted.blank(before),
    ...values,
  }));
  const chosen = rows.find((r) => r.id === chosenId);
  return (
    <Box mb={5}>
      <Flex align="baseline" gap={2} wrap="wrap" mb={2}>
        <Box as="h2" fontSize="m" mr={2}>
          {title}
        </Box>
        {adds.map(([words, add]) => (
          <Button key={words} size="small" onClick={() => setChosenId(add())}>
            {words}
          </Button>
        ))}
      </Flex>
      {rows.length === 0 ? (
        <Box color="soft" maxW="640px">
          {empty}
        </Box>
      ) : (
        <DataTable
          name={title}
          rows={rows}
          columns={columns}
          fields={fields}
          height={height}
          identity={pasted.identity}
          grows
          selectedId={chosenId}
          onSelect={(r) => setChosenId(r?.id ?? null)}
          {...edits}
        />
      )}
      {chosen ? (
        <Sheet>
          <Part>
            <h2>{nameOf(chosen)}</h2>
          </Part>
          {side?.(chosen)}
          <RowFields row={chosen} columns={columns} fields={fields} onEdit={edits.onEdit} />
        </Sheet>
      ) : null}
    </Box>
  );
}
