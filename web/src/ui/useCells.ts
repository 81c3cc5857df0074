import { useState, type ClipboardEvent } from 'react';
import type { z } from 'zod';
import { readCells } from '@kavrell/core/formats';
import { wordsOf } from '../platform/api.ts';
import type { Column } from './column.ts';
import { planPaste, type PasteEdit, type PastePlan } from './paste.ts';
import { emptied, filledDown, rangeText, type CellRange } from './range.ts';

/** Writes many rows, each with its own values, and makes new ones; `done` says what was done. */
export type WriteCells<R> = (edits: PasteEdit<R>[], adds: Record<string, unknown>[], done?: string) => void;

interface Of<R> {
  /** The rows that are shown, and all there are. */
  shown: readonly R[];
  all: readonly R[];
  columns: readonly Column<R>[];
  allColumns: readonly Column<R>[];
  range: CellRange;
  fields?: z.ZodObject | undefined;
  identity?: string | undefined;
  grows?: boolean | undefined;
  /** Whether a cell is being edited: then the clipboard is the field’s. */
  editing: boolean;
  write: WriteCells<R> | undefined;
  writeBeyond: ((text: string) => void) | undefined;
}

/** Cells as a spreadsheet has them: copied, pasted, filled down, emptied. Each is done whole, or not and why. */
export function useCells<R extends { id: string }>(of: Of<R>) {
  const { shown, all, columns, allColumns, range, fields, identity, grows, editing, write, writeBeyond } = of;
  const [plan, setPlan] = useState<PastePlan<R> | null>(null);
  const [problem, setProblem] = useState('');

  const onCopy = (event: ClipboardEvent) => {
    // Words that somebody marked are what they want.
    if (editing || window.getSelection()?.isCollapsed === false) return;
    event.clipboardData.setData('text/plain', rangeText(range, shown, columns));
    event.preventDefault();
  };

  /** Cells of a spreadsheet, from the active cell right and down. */
  const onPaste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text/plain');
    const cells = editing || !write || !text ? null : readCells(text);
    if (!cells) return;
    event.preventDefault();
    const below = shown.slice(range.top);
    // Lines beyond the end go where that table takes them, whole.
    const fit = writeBeyond ? cells.slice(0, below.length) : cells;
    try {
      const into = { below, all, columns: columns.slice(range.left), allColumns, fields, identity, grows };
      const found = planPaste(fit, into);
      setProblem('');
      if (found.adds.length + found.edits.length > 1) setPlan(found);
      else write?.(found.edits, found.adds);
      if (writeBeyond && cells.length > below.length) writeBeyond(text.split(/\r?\n/).slice(below.length).join('\n'));
    } catch (error) {
      setProblem(`Nothing was pasted. ${wordsOf(error)}`);
    }
  };

  const doing = (work: () => PasteEdit<R>[], done: string, not: string, already: string) => {
    try {
      const edits = work();
      setProblem(edits.length > 0 ? '' : already);
      if (edits.length > 0) write?.(edits, [], done);
    } catch (error) {
      setProblem(`${not} ${wordsOf(error)}`);
    }
  };
  return {
    plan,
    problem,
    onCopy,
    onPaste,
    fillDown: () =>
      doing(
        () => filledDown(range, shown, columns, fields),
        'Filled down into',
        'Nothing was filled down.',
        'These cells say that already.',
      ),
    empty: () =>
      doing(
        () => emptied(range, shown, columns, fields),
        'Emptied cells of',
        'Nothing was emptied. Ctrl Delete deletes the row.',
        'Nothing stands here. Ctrl Delete deletes the row.',
      ),
    take: () => {
      if (plan) write?.(plan.edits, plan.adds);
      setPlan(null);
    },
    leave: () => setPlan(null),
  };
}
