import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useState, type RefObject } from 'react';
import type { Column, Grouping } from './column.ts';
import { chosen, useColumnChoice } from './chosenColumns.ts';
import { fitting, leastPx } from './fitting.ts';
import { ROW_PX } from './TableBody.tsx';
import { havingWords, linesOf, textsOf } from './tableLines.ts';
import { useElementWidth } from './width.ts';

const OVERSCAN = 6;

/** What of a table is drawn, and in which order: columns that fit, rows sorted, filtered and parted under headings; and the rows picked. */
export function useTableView<R extends { id: string }>(
  { name, rows, columns: allColumns, groups }: TableSource<R>,
  scroller: RefObject<HTMLDivElement | null>,
) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState('');
  const [picked, setPicked] = useState<RowSelectionState>({});
  const [groupId, setGroupId] = useState('');
  const width = useElementWidth(scroller);
  const [choice, choose] = useColumnChoice(name);
  const columns = useMemo(() => fitting(chosen(allColumns, choice), width), [allColumns, choice, width]);
  const defs = useMemo<ColumnDef<R>[]>(
    () => allColumns.map((c) => ({ id: c.id, accessorFn: (r) => c.value(r) ?? '', sortingFn: 'alphanumeric' })),
    [allColumns],
  );
  const textOf = useMemo(() => textsOf(allColumns), [allColumns]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useReactTable({
    data,
    columns: defs,
    state: { sorting, rowSelection: picked },
    onSortingChange: setSorting,
    onRowSelectionChange: setPicked,
    getRowId: (r) => r.id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    enableColumnFilters: false,
  });
  const ordered = table.getRowModel().rows;
  const sorted = useMemo(() => havingWords(ordered, filter, textOf), [ordered, filter, textOf]);
  const grouping = groups?.find((g) => g.id === groupId);
  /** Rows in the order drawn, and where a heading stands before one. */
  const { shown, lines } = useMemo(() => linesOf(sorted, grouping), [sorted, grouping]);
  const lineOf = useMemo(() => {
    const at: number[] = [];
    lines.forEach((line, i) => 'row' in line && (at[line.row] = i));
    return at;
  }, [lines]);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: OVERSCAN,
    initialRect: { width: 900, height: 600 },
  });
  const rowStyle = useMemo(
    () => ({
      gridTemplateColumns: columns.map((c) => c.width).join(' '),
      minWidth: columns.reduce((t, c) => t + leastPx(c), 0),
    }),
    [columns],
  );
  const many = table.getSelectedRowModel().rows.map((r) => r.original);
  return {
    ...{ table, columns, choice, choose, filter, setFilter, groupId, setGroupId },
    ...{ shown, lines, lineOf, virtual, rowStyle, many },
    /** Whether rows stand in their own order, all of them: only then can one be moved. */
    inOwnOrder: sorting.length === 0 && filter === '' && !grouping,
  };
}

export interface TableSource<R> {
  name: string;
  rows: readonly R[];
  columns: readonly Column<R>[];
  /** Ways to part the rows under headings: what a row belongs to, and what a heading says of its rows. */
  groups?: readonly Grouping<R>[];
}
export type TableView<R extends { id: string }> = ReturnType<typeof useTableView<R>>;
