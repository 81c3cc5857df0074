import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { numberColumn, textColumn } from './columns.tsx';
import { DataTable } from './DataTable.tsx';
import { useColumnChoices } from './chosenColumns.ts';
import { system } from './theme.ts';

interface Lens {
  id: string;
  name: string;
  focalMm: number;
}
const LENSES: Lens[] = [
  { id: 'a', name: 'Wide', focalMm: 24 },
  { id: 'b', name: 'Normal', focalMm: 50 },
  { id: 'c', name: 'Long', focalMm: 85 },
];
const COLUMNS = [textColumn<Lens>('name', 'Lens', '120px'), numberColumn<Lens>('focalMm', 'Focal', '80px')];
const FIELDS = z.object({ name: z.string().min(1), focalMm: z.number().positive('A focal length is over 0.') });

beforeAll(() => {
  // A page without a layout: every element is as large as a table needs to be to draw its rows.
  Object.defineProperties(HTMLElement.prototype, {
    offsetHeight: { configurable: true, get: () => 600 },
    offsetWidth: { configurable: true, get: () => 900 },
    clientWidth: { configurable: true, get: () => 900 },
    clientHeight: { configurable: true, get: () => 600 },
  });
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
  HTMLElement.prototype.scrollTo = () => undefined;
});
afterEach(cleanup);

function drawn(more: Partial<Parameters<typeof DataTable<Lens>>[0]> = {}) {
  const onEdit = vi.fn();
  const onPaste = vi.fn();
  const onDelete = vi.fn();
  render(
    <ChakraProvider value={system}>
      <DataTable
        {...{ name: 'Lenses', rows: LENSES, columns: COLUMNS, fields: FIELDS, onEdit, onPaste, onDelete, ...more }}
      />
    </ChakraProvider>,
  );
  const grid = screen.getByRole('grid', { name: 'Lenses' });
  const cell = (row: string, column: string) =>
    within(grid).getByText(row).closest('[role=row]')!.querySelector<HTMLElement>(`[data-column="${column}"]`)!;
  const names = () => [...grid.querySelectorAll('[data-column="name"]')].map((c) => c.textContent);
  return { onEdit, onPaste, onDelete, grid, cell, names };
}

describe('the table', () => {
  it('edits a cell in place: Enter opens it, what was typed is checked and written', () => {
    const { cell, onEdit } = drawn();
    fireEvent.click(cell('Normal', 'focalMm'));
    fireEvent.keyDown(cell('Normal', 'focalMm'), { key: 'Enter' });
    const field = screen.getByRole('textbox', { name: 'Focal of this row' });
    fireEvent.change(field, { target: { value: '-3' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(onEdit).not.toHaveBeenCalled();
    expect(screen.getByText('A focal length is over 0.')).toBeTruthy();
    fireEvent.change(field, { target: { value: '55' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(onEdit).toHaveBeenCalledWith([LENSES[1]], { focalMm: 55 }, expect.objectContaining({ id: 'focalMm' }));
  });
  it('typing on a cell begins an edit with that letter, and no key of the screen hears of it', () => {
    const { cell, grid } = drawn();
    const heard = vi.fn();
    document.addEventListener('keydown', heard);
    fireEvent.click(cell('Wide', 'name'));
    fireEvent.keyDown(cell('Wide', 'name'), { key: 'x' });
    document.removeEventListener('keydown', heard);
    expect(heard).not.toHaveBeenCalled();
    expect(within(grid).getByRole<HTMLInputElement>('textbox').value).toBe('x');
  });
  it('an edit of one of several chosen rows is of all of them', () => {
    const { cell, onEdit } = drawn();
    fireEvent.click(cell('Wide', 'name'), { ctrlKey: true });
    fireEvent.click(cell('Long', 'name'), { ctrlKey: true });
    expect(screen.getByText('2 selected: an edit changes all of them')).toBeTruthy();
    fireEvent.keyDown(cell('Long', 'name'), { key: 'F2' });
    const field = screen.getByRole('textbox', { name: 'Lens of this row' });
    fireEvent.change(field, { target: { value: 'Zoom' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(onEdit.mock.calls[0]?.[0]).toEqual([LENSES[0], LENSES[2]]);
  });
  it('is filtered by words and sorted by a heading', () => {
    const { names } = drawn();
    fireEvent.click(screen.getByRole('button', { name: 'Lens' }));
    expect(names()).toEqual(['Long', 'Normal', 'Wide']);
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: '50' } });
    expect(names()).toEqual(['Normal']);
  });
  it('a paste of many lines is shown before it is done; lines of new names are new rows', () => {
    const { cell, grid, onPaste } = drawn({ identity: 'name' });
    fireEvent.click(cell('Wide', 'name'));
    const clipboardData = { getData: () => 'Wide\t28\nMacro\t100' };
    fireEvent.paste(grid, { clipboardData });
    expect(onPaste).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Paste' }));
    expect(onPaste).toHaveBeenCalledWith(
      [{ row: LENSES[0], values: { name: 'Wide', focalMm: 28 } }],
      [{ name: 'Macro', focalMm: 100 }],
    );
  });
  it('a paste that can’t be is refused whole, in words', () => {
    const { cell, grid, onPaste } = drawn({ identity: 'name' });
    fireEvent.click(cell('Wide', 'name'));
    fireEvent.paste(grid, { clipboardData: { getData: () => 'Wide\t28\nMacro\tfar' } });
    expect(screen.getByText(/Nothing was pasted\. Line 2, Focal, “far”/)).toBeTruthy();
    expect(onPaste).not.toHaveBeenCalled();
  });
  it('Delete takes the chosen rows; with Ctrl the row one stands on', () => {
    const { cell, onDelete } = drawn();
    fireEvent.click(cell('Normal', 'name'));
    fireEvent.keyDown(cell('Normal', 'name'), { key: 'Delete', ctrlKey: true });
    expect(onDelete).toHaveBeenLastCalledWith([LENSES[1]]);
    fireEvent.keyDown(cell('Normal', 'name'), { key: ' ' });
    fireEvent.keyDown(cell('Normal', 'name'), { key: 'Delete' });
    expect(onDelete).toHaveBeenCalledTimes(2);
  });
  it('where cells can’t be written, Delete is of the row', () => {
    const { cell, onDelete } = drawn({ onPaste: undefined as never });
    fireEvent.click(cell('Long', 'name'));
    fireEvent.keyDown(cell('Long', 'name'), { key: 'Delete' });
    expect(onDelete).toHaveBeenCalledWith([LENSES[2]]);
  });
});

describe('cells', () => {
  const copied = (grid: HTMLElement) => {
    const clipboardData = { setData: vi.fn() };
    fireEvent.copy(grid, { clipboardData });
    return clipboardData.setData.mock.calls[0]?.[1] as string | undefined;
  };
  it('are chosen by Shift and arrows or a Shift-press, counted, and copied as a spreadsheet takes them', () => {
    const { cell, grid } = drawn();
    fireEvent.click(cell('Wide', 'name'));
    expect(copied(grid)).toBe('Wide');
    fireEvent.keyDown(cell('Wide', 'name'), { key: 'ArrowDown', shiftKey: true });
    fireEvent.keyDown(cell('Normal', 'name'), { key: 'ArrowRight', shiftKey: true });
    expect(screen.getByText(/^2 × 2 cells/)).toBeTruthy();
    expect(copied(grid)).toBe('Wide\t24\nNormal\t50');
    fireEvent.click(cell('Long', 'focalMm'), { shiftKey: true });
    expect(copied(grid)).toBe('Wide\t24\nNormal\t50\nLong\t85');
    expect(grid.querySelectorAll('[role=gridcell][aria-selected=true]')).toHaveLength(6);
    fireEvent.keyDown(cell('Long', 'focalMm'), { key: 'ArrowUp' });
    expect(screen.queryByText(/ cells$/)).toBeNull();
  });
  it('Ctrl D writes the first row into those below, in one change that says so', () => {
    const { cell, onPaste } = drawn();
    fireEvent.click(cell('Wide', 'focalMm'));
    fireEvent.click(cell('Long', 'focalMm'), { shiftKey: true });
    fireEvent.keyDown(cell('Long', 'focalMm'), { key: 'd', ctrlKey: true });
    const edits = [LENSES[1], LENSES[2]].map((row) => ({ row, values: { focalMm: 24 } }));
    expect(onPaste).toHaveBeenCalledWith(edits, [], 'Filled down into');
  });
  it('Delete empties what may be empty, and says of what may not that nothing was changed', () => {
    const notes = textColumn<Lens>('note' as never, 'Note', '80px');
    const rows = LENSES.map((l) => ({ ...l, note: 'soft at the edge' }));
    const fields = FIELDS.extend({ note: z.string() });
    const { cell, onPaste } = drawn({ rows, columns: [...COLUMNS, notes], fields });
    fireEvent.click(cell('Wide', 'note'));
    fireEvent.keyDown(cell('Wide', 'note'), { key: 'Delete' });
    expect(onPaste).toHaveBeenCalledWith([{ row: rows[0], values: { note: '' } }], [], 'Emptied cells of');
    fireEvent.click(cell('Wide', 'focalMm'));
    fireEvent.keyDown(cell('Wide', 'focalMm'), { key: 'Delete' });
    expect(onPaste).toHaveBeenCalledTimes(1);
    expect(screen.getByRole('alert').textContent).toContain('Nothing was emptied.');
  });
  it('Escape first lets the choice of rows go, then the table', () => {
    const { cell } = drawn();
    fireEvent.click(cell('Wide', 'name'));
    fireEvent.keyDown(cell('Wide', 'name'), { key: ' ' });
    cell('Wide', 'name').focus();
    fireEvent.keyDown(cell('Wide', 'name'), { key: 'Escape' });
    expect(document.activeElement).toBe(cell('Wide', 'name'));
    fireEvent.keyDown(cell('Wide', 'name'), { key: 'Escape' });
    expect(document.activeElement).toBe(document.body);
  });
});

describe('columns', () => {
  const heads = (grid: HTMLElement) =>
    [...grid.querySelectorAll('[role=columnheader]')].map((h) => h.textContent!.trim());
  afterEach(() => useColumnChoices.setState({ choices: {} }));

  it('are left out and moved by whoever uses them, and stay so', async () => {
    const { grid } = drawn();
    fireEvent.click(screen.getByRole('button', { name: 'Columns of Lenses' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Focal further left' }));
    expect(heads(grid)).toEqual(['Focal', 'Lens']);
    fireEvent.click(screen.getByRole('checkbox', { name: 'Focal' }));
    await waitFor(() => expect(heads(grid)).toEqual(['Lens']));
    cleanup();
    expect(heads(drawn().grid)).toEqual(['Lens']);
    fireEvent.click(screen.getByRole('button', { name: 'Columns of Lenses' }));
    fireEvent.click(await screen.findByRole('button', { name: 'As they were made' }));
    expect(heads(screen.getByRole('grid'))).toEqual(['Lens', 'Focal']);
  });
  it('are made wider', async () => {
    const { grid } = drawn();
    fireEvent.click(screen.getByRole('button', { name: 'Columns of Lenses' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Focal wider' }));
    expect(grid.querySelector<HTMLElement>('.table-head')!.style.gridTemplateColumns).toBe('120px 104px');
  });
});
