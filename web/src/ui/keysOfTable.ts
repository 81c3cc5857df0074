import type { KeyboardEvent } from 'react';
import { tableKey } from './tableKey.ts';
import type { useActiveCell } from './useActiveCell.ts';
import type { useCells } from './useCells.ts';
import type { useTableView } from './useTableView.ts';

interface Of<R extends { id: string }> {
  /** What the table may do with its rows. */
  props: { onSelect?: (row: R | null) => void; onDelete?: (rows: R[]) => void; onEdit?: unknown; onPaste?: unknown };
  view: ReturnType<typeof useTableView<R>>;
  cell: ReturnType<typeof useActiveCell<R>>;
  cells: ReturnType<typeof useCells<R>>;
  /** Rows that a page has. */
  page: () => number;
  movable: boolean;
  /** The rows that an edit at one row is of. */
  targets: (row: R) => R[];
  /** Moves the active row one up or down. */
  step: (by: 1 | -1) => void;
}

/** What keys do in a table: on its active cell, the cells and rows that are chosen, and its order. */
export function keysOfTable<R extends { id: string }>(of: Of<R>) {
  const { props, view, cell, cells, movable, targets, step } = of;
  const { table, columns, shown, many } = view;
  const { active, anchor, setAnchor, editing, setEditing, focusCell, current } = cell;
  const { onSelect, onEdit, onDelete } = props;
  return (event: KeyboardEvent) => {
    if (editing || !current) return;
    const { row, column } = active;
    const col = columns[column];
    const to = (r: number, c: number, extend: boolean) => {
      const next = Math.max(0, Math.min(shown.length - 1, r));
      setAnchor(extend ? (anchor ?? active) : null);
      focusCell(next, Math.max(0, Math.min(columns.length - 1, c)));
      if (next !== row) onSelect?.(shown[next]?.original ?? null);
    };
    const done = tableKey(event, {
      active,
      page: of.page(),
      last: { row: shown.length - 1, column: columns.length - 1 },
      movable,
      picked: many.length > 0,
      editable: Boolean(col?.edit && onEdit),
      typable: Boolean(col?.edit && !col.edit.options && onEdit),
      writes: props.onPaste !== undefined,
      deletes: onDelete !== undefined,
      to,
      step,
      edit: (typed) => setEditing({ rowId: current.id, column: col?.id ?? '', ...(typed ? { typed } : {}) }),
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
}
