import { describe, expect, it } from 'vitest';
import { shareSaid, wrapsOf } from './odds.ts';

describe('odds as they are said', () => {
  it('a day wraps when all is struck, not when its last shot ends', () => {
    const wrap = { p50: 600, p80: 620, p95: 650 };
    expect(wrapsOf({ wrap }, { strikeMin: 20 })).toEqual({ p50: 620, p80: 640, p95: 670 });
  });
  it('never quite none, never quite all', () => {
    expect([0, 0.004, 0.5, 0.996, 1].map(shareSaid)).toEqual([
      ...['under 1\u00a0%', 'under 1\u00a0%', '50\u00a0%', 'over 99\u00a0%', 'over 99\u00a0%'],
    ]);
  });
});
