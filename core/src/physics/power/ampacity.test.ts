import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CARRIES_A, carriesAmps, sectionFor } from './index.ts';

describe('what a cable carries', () => {
  it('usual sections, and those between as the next smaller', () => {
    expect(carriesAmps(1.5)).toBe(16);
    expect(carriesAmps(2)).toBe(16);
    expect(carriesAmps(0.5)).toBe(0);
  });
  it('less in the heat, least coiled', () => {
    expect(carriesAmps(2.5, { warm: true })).toBeLessThan(25);
    expect(carriesAmps(2.5, { coiled: true })).toBe(10);
    expect(carriesAmps(2.5, { coiled: true, warm: true })).toBeLessThan(10);
  });
  it('the section found carries the current, and the next smaller does not', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 150, noNaN: true }), fc.boolean(), fc.boolean(), (amps, warm, coiled) => {
        const found = sectionFor(amps, { warm, coiled });
        const largest = CARRIES_A.at(-1)![0];
        if (found === null) expect(carriesAmps(largest, { warm, coiled })).toBeLessThan(amps);
        else {
          expect(carriesAmps(found, { warm, coiled })).toBeGreaterThanOrEqual(amps - 1e-9);
          if (found > CARRIES_A[0]![0]) expect(carriesAmps(found - 0.01, { warm, coiled })).toBeLessThan(amps);
        }
      }),
    );
  });
});
