import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hourAt, standInForecast, weatherOver, weatherWords } from './index.ts';

const place = { date: '2027-03-18', timeZone: 'Europe/London', latitude: 50.33, longitude: -4.77 };

describe('the stand-in forecast', () => {
  it('is the same for the same place and date, and another elsewhere', () => {
    expect(standInForecast(place, null)).toEqual(standInForecast(place, null));
    expect(standInForecast({ ...place, date: '2027-03-19' }, null)).not.toEqual(standInForecast(place, null));
    expect(standInForecast(place, null).source).toBe('stand-in');
  });
  it('has the gust that somebody set as its strongest', () => {
    const f = standInForecast(place, 9);
    expect(Math.max(...f.hours.map((h) => h.gustMps))).toBeCloseTo(9, 9);
    expect(weatherOver(f, 0, 1439).gustMps).toBeCloseTo(9, 9);
  });
  it('stays plausible anywhere and on any date', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -65, max: 65, noNaN: true }),
        fc.double({ min: -179, max: 179, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (latitude, longitude, month) => {
          const f = standInForecast(
            { date: `2027-${String(month).padStart(2, '0')}-10`, timeZone: 'UTC', latitude, longitude },
            null,
          );
          expect(f.hours).toHaveLength(24);
          for (const h of f.hours) {
            expect(h.temperatureC).toBeGreaterThan(-35);
            expect(h.temperatureC).toBeLessThan(45);
            expect(h.gustMps).toBeGreaterThanOrEqual(h.windMps);
            expect(h.cloud).toBeGreaterThanOrEqual(0);
            expect(h.cloud).toBeLessThanOrEqual(1);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('is said in a sentence with its figures; minutes past midnight belong to the last hour', () => {
    const words = weatherWords(
      standInForecast(place, 9),
      390,
      1110,
      (m) => `${m / 60}h`,
      (c) => `${Math.round(c)} °C`,
    );
    expect(words).toMatch(/°C to .*°C, .*, (dry|rain .*), gusts to 9\sm\/s around \d+h/);
    expect(hourAt(standInForecast(place, 9), 1500).hour).toBe(23);
  });
});
