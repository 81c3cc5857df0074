import { describe, expect, it } from 'vitest';
import { readCells } from '@kavrell/core/formats';
import { z } from 'zod';
import { choiceColumn, numberColumn, textColumn } from './columns.tsx';
import { emptied, filledDown, isMany, rangeOf, rangeText } from './range.ts';

interface Shot {
  code: string;
  what: string;
  size: string;
  takes: number;
}
const shot = (code: string, what: string, size = 'cu', takes = 3): Shot => ({ code, what, size, takes });
const ROWS = [shot('1A', 'hands'), shot('1B', 'a "bell"', 'ws', 2), shot('1C', '')];
const COLUMNS = [
  textColumn<Shot>('code', 'Shot', '60px'),
  textColumn<Shot>('what', 'What', '60px'),
  choiceColumn<Shot>('size', 'Size', '60px', [
    ['cu', 'close'],
    ['ws', 'wide'],
  ]),
  numberColumn<Shot>('takes', 'Takes', '60px'),
  { id: 'sum', header: 'Minutes', width: '60px', value: (s: Shot) => s.takes * 2 },
];
const FIELDS = z.object({
  code: z.string().min(1, 'A shot has a number.'),
  what: z.string(),
  size: z.string(),
  takes: z.number(),
});
const range = (top: number, left: number, bottom = top, right = left) => ({ top, left, bottom, right });

describe('a range of cells', () => {
  it('reaches from where it began to where it is, whichever way', () => {
    expect(rangeOf({ row: 2, column: 3 }, { row: 0, column: 1 })).toEqual(range(0, 1, 2, 3));
    expect(isMany(rangeOf(null, { row: 1, column: 1 }))).toBe(false);
  });
  it('is copied as it would be typed: choices in their words, what is worked out as it stands; quotes survive', () => {
    const text = rangeText(range(0, 1, 1, 4), ROWS, COLUMNS);
    expect(readCells(text)).toEqual([
      ['hands', 'close', '3', '6'],
      ['a "bell"', 'wide', '2', '4'],
    ]);
  });
});

describe('filling down', () => {
  it('writes the first row into the others, and leaves those that say it already', () => {
    expect(filledDown(range(0, 2, 2, 3), ROWS, COLUMNS, FIELDS)).toEqual([
      { row: ROWS[1], values: { size: 'cu', takes: 3 } },
    ]);
  });
  it('of one row takes what stands above', () => {
    expect(filledDown(range(2, 1), ROWS, COLUMNS, FIELDS)).toEqual([{ row: ROWS[2], values: { what: 'a "bell"' } }]);
    expect(() => filledDown(range(0, 1), ROWS, COLUMNS)).toThrow('no row above');
  });
  it('leaves what is worked out, and says so where there is nothing else', () => {
    expect(filledDown(range(0, 3, 1, 4), ROWS, COLUMNS)).toEqual([{ row: ROWS[1], values: { takes: 3 } }]);
    expect(() => filledDown(range(0, 4, 1), ROWS, COLUMNS)).toThrow('Minutes: what is worked out can’t be typed over.');
  });
});

describe('emptying', () => {
  it('leaves cells that are empty', () =>
    expect(emptied(range(1, 1, 2), ROWS, COLUMNS, FIELDS)).toEqual([{ row: ROWS[1], values: { what: '' } }]));
  it('is refused whole where one can’t be empty', () => {
    expect(() => emptied(range(0, 0, 2, 1), ROWS, COLUMNS, FIELDS)).toThrow('Shot: A shot has a number.');
    expect(() => emptied(range(0, 3), ROWS, COLUMNS, FIELDS)).toThrow('Takes: Takes is a number.');
  });
});
