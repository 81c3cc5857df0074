import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TimedShot } from './orderModel.ts';
import { worked } from './waits.ts';

const line = (startMin: number, endMin: number) => ({ startMin, endMin }) as TimedShot;

describe('minutes in which something goes on', () => {
  it('counts what lies over each other once, in whatever order it is said', () => {
    expect(worked([line(0, 10), line(2, 4), line(3, 12)])).toBe(12);
    expect(worked([line(20, 30), line(0, 10)])).toBe(20);
    expect(worked([])).toBe(0);
  });
  it('is what is left when each minute is looked at by itself', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(60), fc.integer({ min: 1, max: 40 })), { maxLength: 8 }), (list) => {
        const lines = list.map(([from, long]) => line(from, from + long));
        const minutes = Array.from({ length: 110 }, (_, m) => lines.some((l) => l.startMin <= m && m < l.endMin));
        expect(worked(lines)).toBe(minutes.filter(Boolean).length);
      }),
    ));
});
