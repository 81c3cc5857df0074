import { describe, expect, it } from 'vitest';
import { fitting } from './fitting.ts';

const columns = [
  { width: '50px' },
  { width: 'minmax(120px, 1fr)' },
  { width: '100px', extra: 1 },
  { width: '60px', extra: 3 },
];

describe('columns that fit', () => {
  it('are all, where there is room or the width is not known yet', () => {
    expect(fitting(columns, 330)).toHaveLength(4);
    expect(fitting(columns, 0)).toHaveLength(4);
  });
  it('lose the least needed first, and keep their order', () => {
    expect(fitting(columns, 329)).toEqual(columns.slice(0, 3));
    expect(fitting(columns, 200)).toEqual(columns.slice(0, 2));
  });
  it('never lose one that must be there', () => expect(fitting(columns, 10)).toEqual(columns.slice(0, 2)));
});
