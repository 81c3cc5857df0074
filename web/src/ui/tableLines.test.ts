import { describe, expect, it, vi } from 'vitest';
import { havingWords, linesOf, textsOf } from './tableLines.ts';

interface Row {
  id: string;
  place: string;
}
const row = (id: string, place: string) => ({ original: { id, place } satisfies Row });
const rows = [row('1A', 'bench'), row('2A', 'tower'), row('1B', 'bench'), row('3A', '')];
const ids = (list: readonly { original: { id: string } }[]) => list.map((r) => r.original.id);

describe('the lines of a table', () => {
  it('are its rows one after the other where nothing parts them', () => {
    expect(linesOf(rows, undefined)).toEqual({ shown: rows, lines: [0, 1, 2, 3].map((n) => ({ row: n })) });
  });
  it('stand under headings in the order of their first rows, each with what it says of them', () => {
    const { shown, lines } = linesOf<Row, (typeof rows)[number]>(rows, {
      of: (r) => r.place,
      note: (of) => of.map((r) => r.id).join(' '),
    });
    expect(ids(shown)).toEqual(['1A', '1B', '2A', '3A']);
    expect(lines).toEqual([
      { title: 'bench', note: '1A 1B' },
      { row: 0 },
      { row: 1 },
      { title: 'tower', note: '2A' },
      { row: 2 },
      { title: 'none', note: '3A' },
      { row: 3 },
    ]);
  });
  it('a heading with nothing to say counts its rows', () => {
    expect(linesOf<Row, (typeof rows)[number]>(rows, { of: (r) => r.place }).lines[0]).toEqual({
      title: 'bench',
      note: '2',
    });
  });
});

describe('the filter', () => {
  const columns = [{ value: (r: { id: string }) => r.id }, { value: (r: { place: string }) => r.place || null }];
  const found = (words: string) => ids(havingWords(rows, words, textsOf<Row>(columns as never)));
  it('finds words in any column, whatever their case; none finds all', () => {
    expect(found('TOWER')).toEqual(['2A']);
    expect(found(' 1 ')).toEqual(['1A', '1B']);
    expect(found('')).toEqual(['1A', '2A', '1B', '3A']);
  });
  it('no word reaches across two columns', () => expect(found('1abench')).toEqual([]));
  it('what a row says is put together once', () => {
    const value = vi.fn((r: Row) => r.id);
    const textOf = textsOf<Row>([{ value }]);
    expect(ids(havingWords(rows, '1', textOf))).toEqual(['1A', '1B']);
    expect(ids(havingWords(rows, '2', textOf))).toEqual(['2A']);
    expect(value).toHaveBeenCalledTimes(4);
  });
});
