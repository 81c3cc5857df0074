import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimator, LINE_RATE } from './index.ts';

const RATES = [8000, 11_025, 16_000, 44_100, 48_000, 96_000];
function brought(samples: Float32Array, rate: number, sizes: readonly number[] = [samples.length]): Float32Array {
  const decimator = new Decimator(rate);
  const parts: Float32Array[] = [];
  let at = 0;
  for (let i = 0; at < samples.length; i += 1) {
    const size = Math.max(1, sizes[i % sizes.length] as number);
    parts.push(decimator.push(samples.subarray(at, at + size)));
    at += size;
  }
  parts.push(decimator.end());
  return Float32Array.from(parts.flatMap((p) => [...p]));
}
const tone = (hz: number, rate: number, seconds: number) =>
  Float32Array.from({ length: Math.round(rate * seconds) }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));

describe('sound brought to one rate', () => {
  it.each(RATES)('a tone of %d samples a second stays where and as loud as it was', (rate) => {
    const out = brought(tone(700, rate, 0.5), rate);
    const want = tone(700, LINE_RATE, 0.5);
    expect(Math.abs(out.length - want.length)).toBeLessThanOrEqual(4);
    for (let i = 200; i < 3800; i += 1) expect(Math.abs(out[i]! - want[i]!)).toBeLessThan(0.004);
  });
  it.each([44_100, 48_000, 96_000])('what is above half the new rate does not come back below it, from %d', (rate) => {
    const out = brought(tone(6100, rate, 0.5), rate);
    expect(Math.max(...out.subarray(200, 3800))).toBeLessThan(0.003);
  });
  it('in whatever pieces it comes', () => {
    const samples = tone(440, 44_100, 0.2);
    const whole = brought(samples, 44_100);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 6 }), (sizes) => {
        expect(brought(samples, 44_100, sizes)).toEqual(whole);
      }),
      { numRuns: 15, seed: 3 },
    );
  });
});
