import { describe, expect, it } from 'vitest';
import type { DayRow, Present } from '@kavrell/core/day';
import { nextWords, presentWords } from './present.ts';

const row = (code: string, startMin: number, endMin: number) =>
  ({ shot: { code }, title: 'words', startMin, endMin }) as unknown as DayRow;
const block = { shot: null, title: 'Rehearsal', startMin: 700, endMin: 720 } as unknown as DayRow;
const say = (m: number) => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
const at = (more: Partial<Present>): Present => ({
  on: row('7C', 665, 680),
  next: null,
  sinceMin: 0,
  overMin: 0,
  ...more,
});

describe('what is due, in words', () => {
  it('before its time says when, within it until when, past it by how much', () => {
    expect(presentWords(at({ sinceMin: -3 }), say)).toBe('7C in 3 min'.replace(' min', '\u00a0min'));
    expect(presentWords(at({ sinceMin: 2 }), say)).toBe('7C until 11:20');
    expect(presentWords(at({ sinceMin: 27, overMin: 12 }), say)).toBe('7C, 12\u00a0min over its time');
  });
  it('a block is called by its title', () => {
    expect(presentWords(at({ on: block, sinceMin: 1 }), say)).toBe('Rehearsal until 12:00');
  });
  it('names what follows, or the wrap', () => {
    expect(nextWords(at({ next: row('8A', 710, 720) }), say)).toBe('then 8A at 11:50');
    expect(nextWords(at({}), say)).toBe('then the wrap');
  });
});
