import { describe, expect, it } from 'vitest';
import { stepped } from './stepped.ts';

describe('stepping a typed number', () => {
  it.each([
    ['4', 1, '5'],
    ['4', -10, '-6'],
    ['2.5', 1, '2.6'],
    ['2,5', 1, '2,6'],
    ['1.95', 10, '2.05'],
    ['0.05', -1, '0.04'],
    ['-1', 1, '0'],
    [' 12 ', 1, '13'],
  ])('%s by %d is %s, written as it was', (typed, by, next) => expect(stepped(typed, by)).toBe(next));
  it.each(['', '1/50', '1,500.2', 'f/4', '5600 K'])('%j is left alone', (typed) =>
    expect(stepped(typed, 1)).toBeNull(),
  );
});
