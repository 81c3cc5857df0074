import { describe, expect, it } from 'vitest';
import { skyStrip, sunPosition, sunTimes } from './index.ts';

const harbour = { date: '2027-03-18', timeZone: 'Europe/London', latitude: 50.33, longitude: -4.77 };

describe('sun', () => {
  it('rises and sets at the harbour within two minutes of the almanac formula', () => {
    const t = sunTimes(harbour);
    expect(t.riseMin).toBeGreaterThan(6 * 60 + 24);
    expect(t.riseMin).toBeLessThan(6 * 60 + 30);
    expect(t.setMin).toBeGreaterThan(18 * 60 + 25);
    expect(t.setMin).toBeLessThan(18 * 60 + 31);
    const order = [t.dawnMin, t.riseMin, t.lowSunEndMin, t.lowSunStartMin, t.setMin, t.duskMin] as number[];
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });
  it('stands on the horizon when it sets', () => {
    const { setMin } = sunTimes(harbour);
    expect(Math.abs(sunPosition(harbour, setMin as number).altitudeDeg)).toBeLessThan(1);
  });
  it('has no rise in the polar day', () => {
    expect(sunTimes({ date: '2027-06-21', timeZone: 'Europe/Oslo', latitude: 78.2, longitude: 15.6 })).toMatchObject({
      riseMin: null,
      setMin: null,
    });
  });
  it('is in the north at noon in the southern hemisphere', () => {
    const { azimuthDeg } = sunPosition(
      { date: '2027-06-21', timeZone: 'Australia/Sydney', latitude: -33.87, longitude: 151.2 },
      720,
    );
    expect(Math.min(azimuthDeg, 360 - azimuthDeg)).toBeLessThan(10);
  });
  it('draws a sky dark at midnight, bright at noon, warm only near the horizon', () => {
    const sky = skyStrip(harbour, 0, 1440, 96);
    expect(sky[0]?.brightness).toBe(0);
    expect(sky[48]?.brightness).toBe(1);
    expect(sky[48]?.warmth).toBe(0);
    expect(Math.max(...sky.map((s) => s.warmth))).toBeGreaterThan(0.6);
    for (const s of sky) if (s.warmth > 0) expect(Math.abs(s.altitudeDeg - 1)).toBeLessThan(8);
  });
});
