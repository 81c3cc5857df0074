import { describe, expect, it } from 'vitest';
import type { LightField } from '@kavrell/core/light';
import { linesOf } from './contour.ts';

/** Light that falls off to all sides of the middle of a plan of 8 × 4 m, as from a lamp above it. */
function pool(heightM: number): LightField {
  const [columns, rows, widthM, depthM] = [80, 40, 8, 4];
  const lux = Float32Array.from({ length: columns * rows }, (_, i) => {
    const [x, y] = [((i % columns) + 0.5) / 10 - 4, (Math.floor(i / columns) + 0.5) / 10 - 2];
    return 1000 / (x * x + y * y + heightM * heightM);
  });
  return { columns, rows, widthM, depthM, heightM: 1.5, lux, sunlit: null };
}
const points = (d: string) =>
  d
    .replace(/[MZ]/g, 'L')
    .split('L')
    .filter(Boolean)
    .map((p) => p.split(' ').map(Number) as [number, number]);

describe('lines of equal light', () => {
  it('run where the light is what they say, in metres of the plan', () => {
    const lines = linesOf(pool(1));
    const whole = lines.find((l) => l.lux === 512)!;
    // 1000 ÷ (r² + 1) = 512 at r = 0.976 m.
    for (const [x, y] of points(whole.d)) expect(Math.hypot(x - 4, y - 2)).toBeCloseTo(0.976, 1);
    expect(points(whole.d).length).toBeGreaterThan(20);
    expect(whole.at[0]).toBeCloseTo(4, 0);
    expect(whole.at[1]).toBeCloseTo(2 - 0.976, 1);
  });
  it('are whole stops apart, the brightest last, and none that nobody sees', () => {
    const lux = linesOf(pool(1)).map((l) => l.lux);
    expect(lux).toEqual([64, 128, 256, 512]);
    expect(linesOf({ ...pool(1), lux: new Float32Array(3200) })).toEqual([]);
  });
});
