import { Box } from '@chakra-ui/react';
import { useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import type { z } from 'zod';
import { someOf } from '@kavrell/core/records';
import { wordsOf } from '../platform/api.ts';
import { widened } from './chosenColumns.ts';
import type { Column } from './column.ts';
import { ManyFields } from './ManyFields.tsx';
import { PastePreview } from './PastePreview.tsx';
import { isMany } from './range.ts';
import { TableBar } from './TableBar.tsx';
import { ROW_PX, TableBody } from './TableBody.tsx';
import { TableHead } from './TableHead.tsx';
import { keysOfTable } from './keysOfTable.ts';
import { useRowActions } from './useRowActions.ts';
import { useActiveCell } from './useActiveCell.ts';
import { useCells, type WriteCells } from './useCells.ts';
import { useTableView, type TableSource } from './useTableView.ts';
import { Problem } from './Problem.tsx';

interface Props<R extends { id: string }> extends TableSource<R> {
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
  /** Writes many rows, each with its own values, and makes new ones: what a paste from a spreadsheet does. */
  onPaste?: WriteCells<R>;
  /** Rows are as high as what they say, so that nothing is cut; without a word, in lists short enough to be measured. */
  tall?: boolean;
  /** The column by which rows are told apart, where pasting may add some. */
  identity?: string | undefined;
  /** Whether pasted lines beyond the last row become rows where nothing tells rows apart. */
  grows?: boolean | undefined;
  /** Takes pasted lines that lie beyond the last row. */
  onPasteBeyond?: (text: string) => void;
}

/** Longer lists are quicker with rows of one height; what is cut there is read on hover and in the side sheet. */
const MOST_TALL = 60;

/**
 * The one table: sort, filter, select many, edit in place (one or all selected), reorder, CSV out, everything from
 * the keyboard. Draws only the rows in view.
 */
export function DataTable<R extends { id: string }>(props: Props<R>) {
  const { name, rows, columns: allColumns, fields, selectedId, onSelect, onEdit, onDelete, onMove } = props;
  const [problem, setProblem] = useState('');
  const tall = props.tall ?? rows.length <= MOST_TALL;
  const scroller = useRef<HTMLDivElement>(null);
  const view = useTableView(props, scroller);
  const { table, columns, shown, lines, many, choice, choose } = view;
  const cell = useActiveCell(view, scroller, selectedId);
  const { active, setActive, anchor, setAnchor, editing, setEditing, focusCell, range, current, endEdit } = cell;
  const movable = onMove !== undefined && view.inOwnOrder;
  const targets = (row: R) => (many.some((r) => r.id === row.id) ? many : [row]);
  const visible = useMemo(() => shown.map((r) => r.original), [shown]);
  const cells = useCells<R>({
    ...{ shown: visible, all: rows, columns, allColumns, range, fields, identity: props.identity, grows: props.grows },
    ...{ editing: editing !== null, write: props.onPaste, writeBeyond: props.onPasteBeyond },
  });

  const take = (row: R, column: Column<R>, text: string, then: 'stay' | 'down' | 'right') => {
    try {
      const values = column.edit?.set(text, row) ?? {};
      const checked = fields ? someOf(fields, values, row as Record<string, unknown>) : values;
      setProblem('');
      endEdit();
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

  const rowActions = useRowActions<R>({
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
      endEdit();
    },
  });
  const onKeyDown = keysOfTable<R>({ props, view, cell, cells, page: pageOf(scroller), movable, targets, step });

  const sortedBy = (id: string) => table.getColumn(id)?.getIsSorted() ?? false;
  const letGo = () => table.resetRowSelection();

  return (
    <Box minW={0}>
      <TableBar
        source={props}
        view={view}
        actions={props.actions}
        range={range}
        step={movable && current && current.id === selectedId ? step : null}
        row={active.row}
      />
      {many.length > 1 && onEdit && fields ? (
        <ManyFields<R>
          {...{ name, columns: allColumns, identity: props.identity, fields, onEdit, onDelete, leave: letGo }}
          rows={many}
        />
      ) : null}
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
        style={{ maxHeight: props.height ?? 'calc(100dvh - 240px)' }}
      >
        <TableHead
          columns={columns}
          style={view.rowStyle}
          sortedBy={sortedBy}
          sort={(id) => table.getColumn(id)?.toggleSorting()}
          widen={(id, px) => choose(widened(choice, id, px))}
        />
        <TableBody<R>
          lines={lines}
          shown={shown}
          virtual={view.virtual}
          columns={columns}
          rowStyle={view.rowStyle}
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
      {cells.problem ? <Problem py={2}>{cells.problem}</Problem> : null}
      {shown.length === 0 && rows.length > 0 ? (
        <Box color="soft" py={3}>
          Nothing matches “{view.filter}”.
        </Box>
      ) : null}
    </Box>
  );
}

/** How many rows a page has, as high as the table stands now. */
const pageOf = (scroller: RefObject<HTMLDivElement | null>) => () =>
  Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / ROW_PX) - 2);
