import { describe, expect, it } from 'vitest';
import { lettersOf, peopleOf, windowsOf } from './cells.ts';

const people = [
  { id: '1', shortName: 'Ilse' },
  { id: '2', shortName: 'Dov' },
] as never;
const cameras = [{ letter: 'A' }, { letter: 'B' }] as never;

describe('what is typed into cells', () => {
  it('names people by their short names, however they are parted', () => {
    expect(peopleOf('ilse, DOV', people)).toEqual(['1', '2']);
    expect(peopleOf(' ', people)).toEqual([]);
    expect(() => peopleOf('ilse, wren', people)).toThrow('Nobody here is called “wren”');
  });
  it('names cameras by letters', () => {
    expect(lettersOf('a+b a', cameras)).toEqual(['A', 'B']);
    expect(() => lettersOf('a x', cameras)).toThrow('no camera X');
  });
  it('reads windows', () => {
    expect(windowsOf('17:05-18:20, 6–7')).toEqual([
      [1025, 1100],
      [360, 420],
    ]);
    expect(windowsOf('')).toEqual([]);
    expect(() => windowsOf('17:05')).toThrow('not a window');
    expect(() => windowsOf('17:05-late')).toThrow('not a time');
  });
});
