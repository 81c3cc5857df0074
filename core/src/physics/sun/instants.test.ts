import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEPTHS, solarDay } from './instants.ts';
import { geometricSun, refractionDeg } from './position.ts';

const HOUR_MS = 3_600_000;
const ground = fc.record({
  latitude: fc.double({ min: -89.5, max: 89.5, noNaN: true }),
  longitude: fc.double({ min: -180, max: 180, noNaN: true }),
});
const instant = fc.date({ min: new Date('1750-01-01'), max: new Date('2120-01-01'), noInvalidDate: true }).map(Number);
const depth = fc.constantFrom(...Object.values(DEPTHS));
const altitude = (ms: number, g: { latitude: number; longitude: number }) => geometricSun(ms, g).altitudeDeg;

describe('the sun’s day', () => {
  it('each passing is where the altitude is, climbing before noon and sinking after, whatever place and year', () => {
    fc.assert(
      fc.property(ground, instant, depth, (g, around, deg) => {
        const day = solarDay(around, g);
        const [up, down] = [day.climbing(deg), day.sinking(deg)];
        expect(Math.abs(day.noonMs - around)).toBeLessThan(12.2 * HOUR_MS);
        expect(Math.abs(day.noonMs - solarDay(day.noonMs, g).noonMs)).toBeLessThan(100);
        if (up !== null) {
          expect(altitude(up, g)).toBeCloseTo(deg, 3);
          expect(altitude(up + 5_000, g)).toBeGreaterThan(altitude(up - 5_000, g));
        }
        if (down !== null) {
          expect(altitude(down, g)).toBeCloseTo(deg, 3);
          expect(altitude(down + 5_000, g)).toBeLessThan(altitude(down - 5_000, g));
        }
      }),
      { numRuns: 200 },
    );
  });
  it('nothing is left out: what is not passed is above all day, or below', () => {
    fc.assert(
      fc.property(ground, instant, depth, (g, around, deg) => {
        const day = solarDay(around, g);
        if (day.climbing(deg) !== null) return;
        const heights = Array.from({ length: 120 }, (_, i) => altitude(day.noonMs - (i / 10) * HOUR_MS, g) - deg);
        const above = heights.filter((h) => h > 0.2).length;
        expect(above === 0 || heights.filter((h) => h < -0.2).length === 0).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
  it('finds the night of minutes at the edge of the polar day', () => {
    const murmansk = { latitude: 68.97, longitude: 33.08 };
    const noon = Date.UTC(2026, 6, 22, 9, 53);
    const [first, second] = [solarDay(noon, murmansk), solarDay(noon + 24 * HOUR_MS, murmansk)];
    const night = second.climbing(DEPTHS.rise)! - first.sinking(DEPTHS.rise)!;
    expect(night).toBeGreaterThan(10 * 60_000);
    expect(night).toBeLessThan(60 * 60_000);
    // A week before it does not set at all.
    expect(solarDay(noon - 7 * 24 * HOUR_MS, murmansk).sinking(DEPTHS.rise)).toBeNull();
  });
  it('of years before 1970 is as near to noon as of years after', () => {
    for (const year of [1790, 1850, 1905, 1950, 1969, 1970, 2050]) {
      const { noonMs } = solarDay(Date.UTC(year, 5, 1, 12), { latitude: 51.48, longitude: 0 });
      // The equation of time on the first of June is two minutes and a quarter.
      expect(Math.abs(noonMs - Date.UTC(year, 5, 1, 11, 57, 45))).toBeLessThan(45_000);
    }
  });
  it('in the polar night there is twilight and no rise', () => {
    const day = solarDay(Date.UTC(2026, 11, 21, 11), { latitude: 69.65, longitude: 18.95 });
    expect(day.climbing(DEPTHS.rise)).toBeNull();
    expect(day.climbing(DEPTHS.dawn)).not.toBeNull();
  });
});

describe('refraction', () => {
  it('lifts the sun by its own width at the horizon, by little higher up', () => {
    expect(refractionDeg(-0.57)).toBeGreaterThan(0.5);
    expect(refractionDeg(0)).toBeCloseTo(0.48, 1);
    expect(refractionDeg(45)).toBeCloseTo(1 / 60, 3);
  });
  it('dies away below the horizon: twilight is as deep as it is', () => {
    expect(refractionDeg(-6)).toBeLessThan(0.06);
    expect(refractionDeg(-18)).toBeLessThan(0.02);
    for (let deg = -20; deg < 80; deg += 0.25) expect(refractionDeg(deg)).toBeGreaterThanOrEqual(0);
  });
});
