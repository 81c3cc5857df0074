import { describe, expect, it } from 'vitest';
import type { DayRow, Present } from '@kavrell/core/day';
import { planOf } from '@kavrell/core/productions';
import { ninthBell } from '@kavrell/demo';
import { nextWords, presentWords } from './present.ts';

let n = 0;
const demo = ninthBell(() => `0190a000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
const { rows } = planOf(demo, demo.days[0]!);
const row = (code: string) => rows.find((r) => r.shot?.code === code) as DayRow;
const block = rows.find((r) => r.shot === null) as DayRow;
const say = (m: number) => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
const at = ({ on = row('7C'), ...more }: Partial<Present>): Present => ({
  ...{ on, next: null, endMin: on.endMin, sinceMin: 0, overMin: 0 },
  ...more,
});

describe('what is due, in words', () => {
  it('before its time says when, within it until when, past it by how much', () => {
    expect(presentWords(at({ sinceMin: -3 }), say)).toBe('7C in 3\u00a0min');
    expect(presentWords(at({ sinceMin: 2 }), say)).toBe('7C until 11:17');
    expect(presentWords(at({ sinceMin: 27, overMin: 12 }), say)).toBe('7C, 12\u00a0min over its time');
  });
  it('a block is called by its title', () => {
    expect(presentWords(at({ on: block, sinceMin: 1 }), say)).toBe('Walk the pour, with barriers until 8:15');
  });
  it('names what follows, or the wrap', () => {
    expect(nextWords(at({ next: row('8A') }), say)).toBe('then 8A at 12:14');
    expect(nextWords(at({}), say)).toBe('then the wrap');
  });
});
