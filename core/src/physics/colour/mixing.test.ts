import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kelvinToHex, kelvinToXy, mixedKelvin, xyToKelvin } from './index.ts';

describe('mixing whites', () => {
  it('there and back to a kelvin in ten thousand, all along the line', () => {
    for (let k = 1700; k <= 24_900; k += 200) expect(Math.abs(xyToKelvin(kelvinToXy(k)) / k - 1)).toBeLessThan(1e-4);
  });
  it('beside the line it is the nearest on it: 6504 K for the white of a screen', () => {
    expect(Math.abs(xyToKelvin({ x: 0.3127, y: 0.329 }) - 6504)).toBeLessThan(25);
    // Equal energy white.
    expect(Math.abs(xyToKelvin({ x: 1 / 3, y: 1 / 3 }) - 5455)).toBeLessThan(25);
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
          expect(mix).toBeGreaterThan(warm);
          expect(mix).toBeLessThan(cool);
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
