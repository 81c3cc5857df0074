import { describe, expect, it } from 'vitest';
import { RateMeter } from './rate.ts';

const MB = 1e6;

describe('the rate of a copy', () => {
  it('is not told before half a second, and is over all of the last eight', () => {
    const meter = new RateMeter();
    expect(meter.sample(0, 0, 100 * MB)).toEqual({ bytesPerSecond: null, leftMs: null });
    expect(meter.sample(400, 4 * MB, 100 * MB).bytesPerSecond).toBeNull();
    // Ten in the first second, none in the next: five a second by what was watched.
    meter.sample(1000, 10 * MB, 100 * MB);
    expect(meter.sample(2000, 10 * MB, 100 * MB)).toEqual({ bytesPerSecond: 5 * MB, leftMs: 18_000 });
  });
  it('what is longer ago than that no longer counts', () => {
    const meter = new RateMeter();
    for (let s = 0; s <= 10; s += 1) meter.sample(s * 1000, s * 20 * MB, 1000 * MB);
    // From 10 s on at half the pace: eight seconds later nothing of the quick ones is left.
    let rate = 0;
    for (let s = 11; s <= 18; s += 1)
      rate = meter.sample(s * 1000, (200 + (s - 10) * 10) * MB, 1000 * MB).bytesPerSecond ?? 0;
    expect(rate).toBeCloseTo(10 * MB, 3);
  });
  it('a new run begins anew, one that stands still has no end, one that is done needs nothing', () => {
    const meter = new RateMeter();
    meter.sample(0, 50 * MB, 100 * MB);
    expect(meter.sample(1000, 0, 100 * MB)).toEqual({ bytesPerSecond: null, leftMs: null });
    expect(meter.sample(3000, 0, 100 * MB)).toEqual({ bytesPerSecond: 0, leftMs: null });
    expect(meter.sample(4000, 100 * MB, 100 * MB).leftMs).toBe(0);
  });
});
