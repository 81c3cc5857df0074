import { Box, Flex } from '@chakra-ui/react';
import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import type { z } from 'zod';
import { toCsv } from '@kavrell/core/formats';
import { someOf } from '@kavrell/core/records';
import { wordsOf } from '../platform/api.ts';
import { saveAs } from '../platform/save.ts';
import { fitting, leastPx } from './fitting.ts';
import { PastePreview } from './PastePreview.tsx';
import { isMany, rangeOf, type Cell, type CellRange } from './range.ts';
import { tableKey } from './tableKey.ts';
import { useCells, type WriteCells } from './useCells.ts';
import { chosen, useColumnChoice, widened } from './chosenColumns.ts';
import { ColumnsButton } from './ColumnsButton.tsx';
import { type RowActions } from './TableRow.tsx';
import type { Column, Grouping } from './column.ts';
import { useElementWidth } from './width.ts';
import { ROW_PX, TableBody } from './TableBody.tsx';
import { TableHead } from './TableHead.tsx';
import { TableTools } from './TableTools.tsx';
import { havingWords, textsOf, linesOf } from './tableLines.ts';
import { Button } from './Button.tsx';

interface Props<R extends { id: string }> {
  name: string;
  rows: readonly R[];
  columns: readonly Column<R>[];
  /** Checks what was typed before it is taken. */
  fields?: z.ZodObject;
  selectedId?: string | null;
  onSelect?: (row: R | null) => void;
  /** Writes values to one or many rows. */
  onEdit?: (rows: R[], values: Record<string, unknown>, column: Column<R>) => void;
  onDelete?: (rows: R[]) => void;
  /** Present when the rows' own order means something: moves one row. */
  onMove?: (row: R, toIndex: number) => void;
  actions?: ReactNode;
  height?: string;
  /** Ways to part the rows under headings: what a row belongs to, and what a heading says of its rows. */
  groups?: readonly Grouping<R>[];
  /** Writes many rows, each with its own values, and makes new ones: what a paste from a spreadsheet does. */
  onPaste?: WriteCells<R>;
  /** Rows are as high as what they say: for short lists of sentences. */
  tall?: boolean;
  /** The column by which rows are told apart, where pasting may add some. */
  identity?: string | undefined;
  /** Whether pasted lines beyond the last row become rows where nothing tells rows apart. */
  grows?: boolean | undefined;
  /** Takes pasted lines that lie beyond the last row. */
  onPasteBeyond?: (text: string) => void;
}

const OVERSCAN = 6;

/** How many cells are chosen, while there is more than one. */
const saidOf = (range: CellRange): string =>
  isMany(range) ? `${range.bottom - range.top + 1} × ${range.right - range.left + 1} cells` : '';

/**
 * The one table: sort, filter, select many, edit in place (one or all selected), reorder, CSV out, everything from
 * the keyboard. Draws only the rows in view.
 */
export function DataTable<R extends { id: string }>({
  name,
  rows,
  columns: allColumns,
  fields,
  selectedId,
  onSelect,
  onEdit,
  onDelete,
  onMove,
  actions,
  height,
  groups,
  onPaste,
  onPasteBeyond,
  identity,
  grows,
  tall = false,
}: Props<R>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState('');
  const [picked, setPicked] = useState<RowSelectionState>({});
  const [active, setActive] = useState<Cell>({ row: 0, column: 0 });
  /** `typed`: what the first key of an edit said. */
  const [editing, setEditing] = useState<{ rowId: string; column: string; typed?: string } | null>(null);
  /** Where a range of cells begins; it ends at the active one. */
  const [anchor, setAnchor] = useState<Cell | null>(null);
  const [problem, setProblem] = useState('');
  const [groupId, setGroupId] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const width = useElementWidth(scroller);
  const [choice, choose] = useColumnChoice(name);
  const columns = useMemo(() => fitting(chosen(allColumns, choice), width), [allColumns, choice, width]);
  const wantsFocus = useRef(false);

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
  const movable = onMove !== undefined && sorting.length === 0 && filter === '' && !grouping;

  const focusCell = useCallback(
    (row: number, column: number) => {
      wantsFocus.current = true;
      setActive({ row, column });
      virtual.scrollToIndex(lineOf[row] ?? 0, { align: 'auto' });
    },
    [virtual, lineOf],
  );
  useEffect(() => {
    if (!wantsFocus.current || editing) return;
    const cell = scroller.current?.querySelector<HTMLElement>(`[data-at="${active.row}:${active.column}"]`);
    if (!cell) return;
    wantsFocus.current = false;
    cell.focus();
  });
  const follow = useRef<(id: typeof selectedId) => void>(() => undefined);
  follow.current = (id) => {
    const at = shown.findIndex((r) => r.id === id);
    if (at < 0 || at === active.row) return;
    setActive((a) => ({ ...a, row: at }));
    virtual.scrollToIndex(lineOf[at] ?? 0, { align: 'auto' });
  };
  // Only a selection made elsewhere moves the active row.
  useEffect(() => follow.current(selectedId), [selectedId]);

  const current = shown[Math.min(active.row, shown.length - 1)]?.original;
  const many = table.getSelectedRowModel().rows.map((r) => r.original);
  const targets = (row: R) => (many.some((r) => r.id === row.id) ? many : [row]);

  const range = rangeOf(anchor, active);
  const visible = useMemo(() => shown.map((r) => r.original), [shown]);
  const cells = useCells<R>({
    ...{ shown: visible, all: rows, columns, allColumns, range, fields, identity, grows },
    ...{ editing: editing !== null, write: onPaste, writeBeyond: onPasteBeyond },
  });

  const take = (row: R, column: Column<R>, text: string, then: 'stay' | 'down' | 'right') => {
    try {
      const values = column.edit?.set(text, row) ?? {};
      const checked = fields ? someOf(fields, values, row as Record<string, unknown>) : values;
      setProblem('');
      setEditing(null);
      wantsFocus.current = true;
      if (column.edit?.get(row) !== text || many.length > 1) onEdit?.(targets(row), checked, column);
      if (then === 'down') setActive((a) => ({ ...a, row: Math.min(shown.length - 1, a.row + 1) }));
      if (then === 'right') setActive((a) => ({ ...a, column: Math.min(columns.length - 1, a.column + 1) }));
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };

  /** Moves the active row one up or down. */
  const step = (by: 1 | -1) => {
    const next = active.row + by;
    if (!current || !onMove || !movable || next < 0 || next >= shown.length) return;
    onMove(current, next);
    focusCell(next, active.column);
  };

  // The rows hold one object for good; what it does is always of the newest drawing.
  const newest = useRef<RowActions<R>>(null as never);
  newest.current = {
    press: (row, index, column, event) => {
      setAnchor(event.shiftKey ? (anchor ?? active) : null);
      setActive({ row: index, column });
      if (event.ctrlKey || event.metaKey) table.getRow(row.id).toggleSelected();
      onSelect?.(row);
    },
    open: (row, column) => column.edit && onEdit && setEditing({ rowId: row.id, column: column.id }),
    take,
    cancel: () => {
      setProblem('');
      setEditing(null);
      wantsFocus.current = true;
    },
  };
  const rowActions = useMemo<RowActions<R>>(
    () => ({
      press: (...args) => newest.current.press(...args),
      open: (...args) => newest.current.open(...args),
      take: (...args) => newest.current.take(...args),
      cancel: () => newest.current.cancel(),
    }),
    [],
  );

  const onKeyDown = (event: KeyboardEvent) => {
    if (editing || !current) return;
    const { row, column } = active;
    const col = columns[column];
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / ROW_PX) - 2);
    const to = (r: number, c: number, extend: boolean) => {
      const next = Math.max(0, Math.min(shown.length - 1, r));
      setAnchor(extend ? (anchor ?? active) : null);
      focusCell(next, Math.max(0, Math.min(columns.length - 1, c)));
      if (next !== row) onSelect?.(shown[next]?.original ?? null);
    };
    const edit = (typed?: string) =>
      setEditing({ rowId: current.id, column: col?.id ?? '', ...(typed ? { typed } : {}) });
    const done = tableKey(event, {
      active,
      page,
      last: { row: shown.length - 1, column: columns.length - 1 },
      movable,
      picked: many.length > 0,
      editable: Boolean(col?.edit && onEdit),
      typable: Boolean(col?.edit && !col.edit.options && onEdit),
      writes: onPaste !== undefined,
      deletes: onDelete !== undefined,
      to,
      step,
      edit,
      select: () => onSelect?.(current),
      pick: () => table.getRow(current.id).toggleSelected(),
      pickAll: () => table.toggleAllRowsSelected(true),
      unpick: () => {
        table.resetRowSelection();
        setAnchor(null);
      },
      remove: () => {
        onDelete?.(targets(current));
        table.resetRowSelection();
      },
      fillDown: cells.fillDown,
      empty: cells.empty,
    });
    if (!done) return;
    event.preventDefault();
    event.stopPropagation();
  };

  const sortedBy = (id: string) => table.getColumn(id)?.getIsSorted() ?? false;
  const exportCsv = () =>
    saveAs(
      `${name}.csv`,
      'text/csv',
      toCsv(
        allColumns.map((c) => c.header),
        shown.map((r) => allColumns.map((c) => c.value(r.original))),
      ),
    );

  return (
    <Box minW={0}>
      <Flex gap={2} mb={2} align="center" wrap="wrap">
        {actions}
        {movable && current && current.id === selectedId ? (
          <>
            <Button size="small" disabled={active.row === 0} onClick={() => step(-1)}>
              Move up
            </Button>
            <Button size="small" disabled={active.row >= shown.length - 1} onClick={() => step(1)}>
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
        <ColumnsButton name={name} columns={allColumns} open={columns} choice={choice} choose={choose} />
        <Button size="small" onClick={exportCsv}>
          CSV
        </Button>
      </Flex>
      <div
        ref={scroller}
        className={tall ? 'table tall' : 'table'}
        role="grid"
        aria-label={name}
        aria-rowcount={lines.length + 1}
        aria-multiselectable
        onKeyDown={onKeyDown}
        onCopy={cells.onCopy}
        onPaste={cells.onPaste}
        style={{ maxHeight: height ?? 'calc(100dvh - 240px)' }}
      >
        <TableHead
          columns={columns}
          style={rowStyle}
          sortedBy={sortedBy}
          sort={(id) => table.getColumn(id)?.toggleSorting()}
          widen={(id, px) => choose(widened(choice, id, px))}
        />
        <TableBody<R>
          lines={lines}
          shown={shown}
          virtual={virtual}
          columns={columns}
          rowStyle={rowStyle}
          selectedId={selectedId}
          active={active}
          range={isMany(range) ? range : null}
          editing={editing}
          problem={problem}
          actions={rowActions}
          tall={tall}
        />
      </div>
      {cells.plan ? (
        <PastePreview plan={cells.plan} columns={allColumns} take={cells.take} leave={cells.leave} />
      ) : null}
      {cells.problem ? (
        <Box color="look" role="alert" py={2}>
          {cells.problem}
        </Box>
      ) : null}
      {shown.length === 0 && rows.length > 0 ? (
        <Box color="soft" py={3}>
          Nothing matches “{filter}”.
        </Box>
      ) : null}
    </Box>
  );
}
