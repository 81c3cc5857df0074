import { describe, expect, it } from 'vitest';
import { shrunkAfter } from './shrinking.ts';

describe('the bars of the phone', () => {
  it('shrink while one scrolls down, and are back with the first move up', () => {
    expect(shrunkAfter(100, 160)).toBe(true);
    expect(shrunkAfter(400, 360)).toBe(false);
  });
  it('a trembling thumb changes nothing', () => {
    expect(shrunkAfter(300, 306)).toBeNull();
    expect(shrunkAfter(300, 294)).toBeNull();
  });
  it('stand whole at the top', () => {
    expect(shrunkAfter(40, 0)).toBe(false);
    expect(shrunkAfter(0, 8)).toBe(false);
  });
});
