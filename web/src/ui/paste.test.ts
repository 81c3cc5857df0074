import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { choiceColumn, numberColumn, textColumn } from './columns.tsx';
import type { Column } from './DataTable.tsx';
import { pasteEdits } from './paste.ts';

interface Row {
  id: string;
  what: string;
  size: string | null;
  takes: number;
}
const rows: Row[] = ['a', 'b', 'c'].map((id) => ({ id, what: '', size: null, takes: 1 }));
const columns: Column<Row>[] = [
  textColumn<Row>('what', 'What', '1fr'),
  choiceColumn<Row>('size', 'Size', '50px', [['ws', 'wide']], 'none'),
  numberColumn<Row>('takes', 'Takes', '50px'),
  { id: 'sum', header: 'Sum', width: '50px', value: () => 1 },
];
const fields = z.object({
  what: z.string().max(5, 'Five letters are the most.'),
  size: z.enum(['ws', 'cu'], { error: 'Choose one of the sizes.' }).nullable(),
  takes: z.int('Takes are a whole number.'),
});
const paste = (...cells: string[][]) => pasteEdits(cells, rows, columns, fields);

describe('cells of a spreadsheet', () => {
  it('become an edit a row, read as if typed; choices by their code or their words', () => {
    expect(paste(['one', 'wide', '3'], ['two', 'cu', '4'])).toEqual([
      { row: rows[0], values: { what: 'one', size: 'ws', takes: 3 } },
      { row: rows[1], values: { what: 'two', size: 'cu', takes: 4 } },
    ]);
  });
  it('beyond the last row are left over', () => {
    expect(paste(['1'], ['2'], ['3'], ['4'])).toHaveLength(3);
    expect(paste()).toEqual([]);
  });
  it('may be fewer in one line than in another', () => {
    expect(paste(['one'], ['two', 'ws']).map((e) => Object.keys(e.values))).toEqual([['what'], ['what', 'size']]);
  });
  it.each([
    [[['far too long']], /^Line 1, What, “far too long”: Five letters are the most\.$/],
    [[['ok'], ['ok', 'huge']], /^Line 2, Size, “huge”: Choose one of the sizes\.$/],
    [[['ok', 'ws', 'x']], /^Line 1, Takes, “x”: Takes is a number\.$/],
    [[['ok', 'ws', '1', '2']], /^Line 1: Sum is worked out/],
    [[['ok', 'ws', '1', '2', '3']], /^Line 1: Sum is worked out|more cells than there are columns/],
  ])('%j is refused whole, by line and column', (cells, words) => expect(() => paste(...cells)).toThrow(words));
  it('more of them than columns is said', () => {
    expect(() => pasteEdits([['a', 'b']], rows, columns.slice(0, 1), fields)).toThrow(
      'more cells than there are columns',
    );
  });
});
