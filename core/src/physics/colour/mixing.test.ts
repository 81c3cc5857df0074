import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kelvinToHex, kelvinToXy, mixedKelvin, xyToKelvin } from './index.ts';

describe('mixing whites', () => {
  it('there and back within three in a hundred, 2000 to 10,000 K', () => {
    for (let k = 2000; k <= 10_000; k += 250) expect(Math.abs(xyToKelvin(kelvinToXy(k)) / k - 1)).toBeLessThan(0.03);
  });
  it('6500 K lies near (0.3135, 0.3237), 2856 K near (0.4476, 0.4075)', () => {
    expect(kelvinToXy(6500).x).toBeCloseTo(0.3135, 3);
    expect(kelvinToXy(6500).y).toBeCloseTo(0.3237, 3);
    expect(kelvinToXy(2856).x).toBeCloseTo(0.4476, 2);
  });
  it('a mix lies between, nearer to the stronger; dark has none', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2500, max: 4500, noNaN: true }),
        fc.double({ min: 5000, max: 7000, noNaN: true }),
        fc.double({ min: 1, max: 99, noNaN: true }),
        (warm, cool, share) => {
          const mix =
            mixedKelvin([
              { lux: share, kelvin: warm },
              { lux: 100 - share, kelvin: cool },
            ]) ?? 0;
          expect(mix).toBeGreaterThan(warm * 0.97);
          expect(mix).toBeLessThan(cool * 1.03);
        },
      ),
    );
    expect(mixedKelvin([])).toBeNull();
    expect(mixedKelvin([{ lux: 0, kelvin: 3000 }])).toBeNull();
  });
  it('warm draws redder than cool, always a colour', () => {
    const channels = (k: number) => [1, 3, 5].map((i) => parseInt(kelvinToHex(k).slice(i, i + 2), 16));
    for (let k = 1900; k < 12_000; k += 300) {
      expect(kelvinToHex(k)).toMatch(/^#[0-9a-f]{6}$/);
      const [red = 0, , blue = 0] = channels(k);
      const [nextRed = 0, , nextBlue = 0] = channels(k + 300);
      expect(nextRed - nextBlue).toBeLessThanOrEqual(red - blue);
    }
  });
});
