import { describe, expect, it } from 'vitest';
import { cuesSaid, laneOf, readCues } from './trackDrawing.ts';

describe('cues as they are typed', () => {
  it('are read in the order of their times, whatever order they stand in', () => {
    expect(readCues('0:40 chorus; 0:12.5 first verse\n1:02 end')).toEqual([
      { atS: 12.5, name: 'first verse' },
      { atS: 40, name: 'chorus' },
      { atS: 62, name: 'end' },
    ]);
    expect(readCues(' ; ')).toEqual([]);
  });
  it('come back as they were said', () => {
    const cues = readCues('0:12.5 verse; 0:40 chorus');
    expect(readCues(cuesSaid(cues))).toEqual(cues);
  });
  it('what is no time is refused in words', () => {
    expect(() => readCues('soon verse')).toThrow(/soon/);
  });
});

describe('shots on a track', () => {
  const pin = (id: string, fromS: number, toS: number) => ({ id, fromS, toS });
  it('lie in one row while none begins before another ends', () => {
    expect([...laneOf([pin('b', 5, 9), pin('a', 0, 5)])]).toEqual([
      ['a', 0],
      ['b', 0],
    ]);
  });
  it('that lie over each other stand in rows of their own, the first free one', () => {
    const lanes = laneOf([pin('a', 0, 10), pin('b', 2, 4), pin('c', 3, 6), pin('d', 4, 5)]);
    expect(Object.fromEntries(lanes)).toEqual({ a: 0, b: 1, c: 2, d: 1 });
  });
});
