import { describe, expect, it } from 'vitest';
import { choiceColumn, flagColumn, minutesColumn, numberColumn, textColumn } from './columns.tsx';

interface Row {
  name: string;
  bytes: number;
  limit: number | null;
  minutes: number;
  place: string | null;
  on: boolean;
}
const row: Row = { name: 'A', bytes: 256e9, limit: null, minutes: 80, place: null, on: true };
const edit = (column: { edit?: { get: (r: Row) => string; set: (text: string, r: Row) => unknown } }) => {
  if (!column.edit) throw new Error('not editable');
  return column.edit;
};

describe('columns', () => {
  it('text stands as it is', () =>
    expect(edit(textColumn<Row>('name', 'Name', '1fr')).set('B', row)).toEqual({ name: 'B' }));
  it('numbers are typed in their shown unit and kept in their stored one', () => {
    const gb = numberColumn<Row>('bytes', 'Card', '1fr', { unit: 'GB', scale: 1e9 });
    expect(edit(gb).get(row)).toBe('256');
    expect(edit(gb).set('512', row)).toEqual({ bytes: 512e9 });
    expect(edit(gb).set('0,5', row)).toEqual({ bytes: 0.5e9 });
    expect(() => edit(gb).set('many', row)).toThrow('Card is a number.');
    expect(() => edit(gb).set('', row)).toThrow('Card is a number.');
  });
  it('an optional number may be empty', () => {
    const limit = numberColumn<Row>('limit', 'Limit', '1fr', { optional: true });
    expect(edit(limit).get(row)).toBe('');
    expect(edit(limit).set(' ', row)).toEqual({ limit: null });
    expect(limit.value(row)).toBeNull();
  });
  it('minutes are read as people write them', () => {
    const column = minutesColumn<Row>('minutes', 'Rig', '1fr');
    expect(edit(column).set('1h20', row)).toEqual({ minutes: 80 });
    expect(() => edit(column).set('soon', row)).toThrow('not a length of time');
  });
  it('choices show words and keep values, none is null', () => {
    const column = choiceColumn<Row>('place', 'Place', '1fr', [['p1', 'Quay']], 'none');
    expect(column.edit?.options).toEqual([
      ['', 'none'],
      ['p1', 'Quay'],
    ]);
    expect(edit(column).set('', row)).toEqual({ place: null });
    expect(column.value({ ...row, place: 'p1' })).toBe('Quay');
  });
  it('flags are two words', () => {
    const column = flagColumn<Row>('on', 'State', '1fr', 'yes, on', 'off');
    expect(column.value(row)).toBe('yes, on');
    expect(edit(column).set('no', row)).toEqual({ on: false });
  });
});
