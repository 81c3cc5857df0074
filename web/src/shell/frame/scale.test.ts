import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ribbonScale } from './scale.ts';

describe('the ribbon’s scale', () => {
  it('gives the working hours most of the width and squeezes the night to the ends', () => {
    const { x } = ribbonScale(1000, 360, 1140);
    expect(x(0)).toBe(0);
    expect(x(360)).toBe(70);
    expect(x(1140)).toBe(930);
    expect(x(1440)).toBe(1000);
  });
  it('goes past midnight when the day does', () => {
    const { x, toMin } = ribbonScale(1000, 900, 1700);
    expect(toMin).toBe(1700);
    expect(x(1700)).toBe(1000);
  });
  it('keeps order, stays inside, and goes both ways', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 60, max: 900 }),
        fc.integer({ min: -100, max: 2000 }),
        fc.integer({ min: 1, max: 300 }),
        (from, length, minute, more) => {
          const { x, minuteAt, fromMin, toMin } = ribbonScale(900, from, from + length);
          expect(x(minute + more)).toBeGreaterThanOrEqual(x(minute));
          expect(x(minute)).toBeGreaterThanOrEqual(0);
          expect(x(minute)).toBeLessThanOrEqual(900);
          if (minute > fromMin && minute < toMin) expect(minuteAt(x(minute))).toBeCloseTo(minute, 6);
        },
      ),
    );
  });
});
