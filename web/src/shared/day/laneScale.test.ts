import { describe, expect, it } from 'vitest';
import { laneScale } from './laneScale.ts';

describe('the band of a day', () => {
  it('holds the day whole, from the half hour of its call', () => {
    const scale = laneScale(400, 1118);
    expect(scale.fromMin).toBe(390);
    expect(scale.toMin).toBeGreaterThanOrEqual(1118);
    expect(scale.left(390)).toBe('0.000%');
    expect(scale.left(scale.toMin)).toBe('100.000%');
  });
  it('widths add up, and what lies outside ends at the edge', () => {
    const scale = laneScale(360, 1140);
    const share = (text: string) => Number(text.replace('%', ''));
    expect(share(scale.width(360, 600)) + share(scale.width(600, 1150))).toBeCloseTo(share(scale.width(360, 1150)), 2);
    expect(scale.left(0)).toBe('0.000%');
    expect(scale.left(3000)).toBe('100.000%');
  });
  it('writes full hours, fewer on a day that goes through the night', () => {
    expect(laneScale(400, 700).hours).toEqual([420, 480, 540, 600, 660, 720].filter((m) => m <= 720));
    const long = laneScale(360, 360 + 30 * 60).hours;
    expect(long.length).toBeLessThanOrEqual(18);
    expect(new Set(long.slice(1).map((m, i) => m - long[i]!))).toEqual(new Set([120]));
  });
});
