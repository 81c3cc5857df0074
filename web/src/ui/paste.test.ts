import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { choiceColumn, numberColumn, textColumn } from './columns.tsx';
import type { Column } from './column.ts';
import { planPaste } from './paste.ts';

interface Row {
  id: string;
  what: string;
  size: string | null;
  takes: number;
}
const rows: Row[] = ['a', 'b', 'c'].map((id) => ({ id, what: id, size: null, takes: 1 }));
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
const into = { below: rows, all: rows, columns, allColumns: columns, fields };
const paste = (...cells: string[][]) => planPaste(cells, into);
const named = (...cells: string[][]) => planPaste(cells, { ...into, identity: 'what' });

describe('cells of a spreadsheet', () => {
  it('become an edit a row, read as if typed; choices by their code or their words', () => {
    expect(paste(['one', 'wide', '3'], ['two', 'cu', '4'])).toEqual({
      edits: [
        { row: rows[0], values: { what: 'one', size: 'ws', takes: 3 } },
        { row: rows[1], values: { what: 'two', size: 'cu', takes: 4 } },
      ],
      adds: [],
    });
  });
  it('beyond the last row are refused whole where no rows can be added: no line is dropped', () => {
    expect(() => paste(['1'], ['2'], ['3'], ['4'])).toThrow(/^Line 4 lies beyond the last row/);
    expect(paste()).toEqual({ edits: [], adds: [] });
  });
  it('beyond the last row are rows where a table grows by them, though nothing tells its rows apart', () => {
    const plan = planPaste([['1'], ['2'], ['3'], ['4', 'cu']], { ...into, grows: true });
    expect(plan.edits).toHaveLength(3);
    expect(plan.adds).toEqual([{ what: '4', size: 'cu' }]);
  });
  it('may be fewer in one line than in another, and empty lines are none', () => {
    const { edits } = paste(['one'], ['', ''], ['two', 'ws']);
    expect(edits.map((e) => [e.row.id, Object.keys(e.values)])).toEqual([
      ['a', ['what']],
      ['c', ['what', 'size']],
    ]);
  });
  it.each([
    [[['far too long']], /^Line 1, What, “far too long”: Five letters are the most\.$/],
    [[['ok'], ['ok', 'huge']], /^Line 2, Size, “huge”: Choose one of the sizes\.$/],
    [[['ok', 'ws', 'x']], /^Line 1, Takes, “x”: Takes is a number\.$/],
    [[['ok', 'ws', '1', '2']], /^Line 1: Sum is worked out/],
    [[['ok', 'ws', '1', '2', '3']], /^Line 1: Sum is worked out|more cells than there are columns/],
  ])('%j is refused whole, by line and column', (cells, words) => expect(() => paste(...cells)).toThrow(words));
  it('more of them than columns is said', () => {
    expect(() => planPaste([['a', 'b']], { ...into, columns: columns.slice(0, 1) })).toThrow(
      'more cells than there are columns',
    );
  });
});

describe('where a column says who a row is', () => {
  it('forty lines over the last row are forty rows, and none inherits what another had', () => {
    const lines = Array.from({ length: 40 }, (_, i) => [`p${i}`, 'wide']);
    const { edits, adds } = planPaste(lines, { ...into, below: rows.slice(2), identity: 'what' });
    expect(edits).toEqual([]);
    expect(adds).toHaveLength(40);
    expect(adds[0]).toEqual({ what: 'p0', size: 'ws' });
  });
  it('a line goes to the row of its name, wherever that stands', () => {
    expect(named(['C', 'wide'], ['new', 'cu'], ['a', ''])).toEqual({
      edits: [
        { row: rows[2], values: { what: 'C', size: 'ws' } },
        { row: rows[0], values: { what: 'a', size: null } },
      ],
      adds: [{ what: 'new', size: 'cu' }],
    });
  });
  it('a line without a name is refused, and so is one beyond the end that brings none', () => {
    expect(() => named(['', 'wide'])).toThrow(/What is empty/);
    const beside = { ...into, columns: columns.slice(1), identity: 'what' };
    expect(() => planPaste([['wide'], ['cu'], ['cu'], ['cu']], beside)).toThrow(/paste from the column What on/);
  });
  it('a line of headings says where its cells belong', () => {
    const { edits, adds } = named(['Takes', 'what'], ['7', 'b'], ['8', 'new']);
    expect(edits).toEqual([{ row: rows[1], values: { takes: 7, what: 'b' } }]);
    expect(adds).toEqual([{ takes: 8, what: 'new' }]);
    expect(() => named(['What', 'Takes', 'Shoes'], ['b', '1', '44'])).toThrow(/no column “Shoes”/);
  });
});
