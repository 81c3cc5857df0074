import type { KeyboardEvent } from 'react';
import type { Cell } from './range.ts';

interface Table {
  active: Cell;
  /** The last cell there is. */
  last: Cell;
  /** Rows that a page has. */
  page: number;
  movable: boolean;
  /** Whether rows are chosen. */
  picked: boolean;
  /** Whether the active cell can be edited, and by typing. */
  editable: boolean;
  typable: boolean;
  writes: boolean;
  deletes: boolean;
  /** Goes to a cell; extending keeps what was chosen up to there. */
  to: (row: number, column: number, extend: boolean) => void;
  step: (by: 1 | -1) => void;
  edit: (typed?: string) => void;
  select: () => void;
  pick: () => void;
  pickAll: () => void;
  unpick: () => void;
  remove: () => void;
  fillDown: () => void;
  empty: () => void;
}

/** What a key does on a cell of a table; false where it is none of the table’s. */
export function tableKey(event: KeyboardEvent, t: Table): boolean {
  const { key, altKey, shiftKey } = event;
  const ctrl = event.ctrlKey || event.metaKey;
  const { row, column } = t.active;
  if (altKey && t.movable && (key === 'ArrowUp' || key === 'ArrowDown'))
    return (t.step(key === 'ArrowUp' ? -1 : 1), true);
  const ways: Partial<Record<string, [number, number]>> = {
    ArrowDown: [ctrl ? t.last.row : row + 1, column],
    ArrowUp: [ctrl ? 0 : row - 1, column],
    ArrowRight: [row, ctrl ? t.last.column : column + 1],
    ArrowLeft: [row, ctrl ? 0 : column - 1],
    PageDown: [row + t.page, column],
    PageUp: [row - t.page, column],
    Home: [ctrl ? 0 : row, 0],
    End: [ctrl ? t.last.row : row, t.last.column],
  };
  const way = ways[key];
  if (way) return (t.to(way[0], way[1], shiftKey), true);
  if (key === ' ') return (t.pick(), true);
  if (ctrl && key === 'a') return (t.pickAll(), true);
  if (ctrl && key === 'd' && t.writes) return (t.fillDown(), true);
  if (key === 'Escape') {
    if (t.picked) return (t.unpick(), true);
    // Out of the table: the keys of the screen are heard again, and Tab comes back to this cell.
    t.unpick();
    (event.target as HTMLElement).blur();
    return false;
  }
  if (key === 'Delete' || key === 'Backspace') {
    if (t.deletes && (t.picked || ctrl || !t.writes)) return (t.remove(), true);
    return t.writes && !ctrl ? (t.empty(), true) : false;
  }
  if (key === 'F2') return t.editable ? (t.edit(), true) : false;
  if (key === 'Enter') return (t.editable ? t.edit() : t.select(), true);
  if (key.length !== 1 || ctrl || altKey) return false;
  // Typing on a cell is typing: it begins an edit, and no key of the screen hears of it.
  if (t.typable) return (t.edit(key), true);
  return /^[\p{L}\p{N}]$/u.test(key);
}
