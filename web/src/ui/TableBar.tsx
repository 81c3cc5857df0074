import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { toCsv } from '@kavrell/core/formats';
import { saveAs } from '../platform/save.ts';
import { Button } from './Button.tsx';
import { ColumnsButton } from './ColumnsButton.tsx';
import { isMany, type CellRange } from './range.ts';
import { TableTools } from './TableTools.tsx';
import type { TableSource, TableView } from './useTableView.ts';

/** How many cells are chosen, while there is more than one. */
const saidOf = (range: CellRange): string =>
  isMany(range) ? `${range.bottom - range.top + 1} × ${range.right - range.left + 1} cells` : '';

interface Props<R extends { id: string }> {
  source: TableSource<R>;
  view: TableView<R>;
  actions: ReactNode;
  range: CellRange;
  /** Moves the row in hand; null where it can’t be moved. */
  step: ((by: 1 | -1) => void) | null;
  row: number;
}

/** Above a table: what can be done with its rows, how many are chosen, and how it is looked at. */
export function TableBar<R extends { id: string }>({ source, view, actions, range, step, row }: Props<R>) {
  const { name, columns, groups } = source;
  const { many, shown, filter, setFilter, groupId, setGroupId, choice, choose } = view;
  const exportCsv = () =>
    saveAs(
      `${name}.csv`,
      'text/csv',
      toCsv(
        columns.map((c) => c.header),
        shown.map((r) => columns.map((c) => c.value(r.original))),
      ),
    );
  return (
    <Flex gap={2} mb={2} align="center" wrap="wrap">
      {actions}
      {step ? (
        <>
          <Button size="small" disabled={row === 0} onClick={() => step(-1)}>
            Move up
          </Button>
          <Button size="small" disabled={row >= shown.length - 1} onClick={() => step(1)}>
            Move down
          </Button>
        </>
      ) : null}
      <Box ml="auto" color="soft" fontSize="s" aria-live="polite">
        {many.length > 1 ? `${many.length} selected: an edit changes all of them` : saidOf(range)}
      </Box>
      <TableTools
        name={name}
        groups={groups}
        groupId={groupId}
        onGroup={setGroupId}
        filter={filter}
        onFilter={setFilter}
      />
      <ColumnsButton name={name} columns={columns} open={view.columns} choice={choice} choose={choose} />
      <Button size="small" onClick={exportCsv}>
        CSV
      </Button>
    </Flex>
  );
}
