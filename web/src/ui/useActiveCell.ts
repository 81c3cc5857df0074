import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { rangeOf, type Cell } from './range.ts';
import type { TableView } from './useTableView.ts';

/** Which cell of a table the keyboard is at, the range that ends there, and the cell being typed in. */
export function useActiveCell<R extends { id: string }>(
  { shown, lineOf, virtual }: TableView<R>,
  scroller: RefObject<HTMLDivElement | null>,
  selectedId: string | null | undefined,
) {
  const [active, setActive] = useState<Cell>({ row: 0, column: 0 });
  /** Where a range of cells begins; it ends at the active one. */
  const [anchor, setAnchor] = useState<Cell | null>(null);
  /** `typed`: what the first key of an edit said. */
  const [editing, setEditing] = useState<{ rowId: string; column: string; typed?: string } | null>(null);
  const wantsFocus = useRef(false);

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

  return {
    ...{ active, setActive, anchor, setAnchor, editing, setEditing, focusCell },
    range: rangeOf(anchor, active),
    current: shown[Math.min(active.row, shown.length - 1)]?.original,
    /** Ends an edit; the cell takes the keys again. */
    endEdit: () => {
      setEditing(null);
      wantsFocus.current = true;
    },
  };
}
