import { describe, expect, it } from 'vitest';
import { SKIES, daylight } from './index.ts';

describe('daylight', () => {
  it('a clear noon of 45°: sun e^(−0.21 / sin h) of 127.5 klx, sky 0.8 + 15.5 √sin h', () => {
    const { sunLux, skyLux, sunK } = daylight(45, 'clear');
    expect(sunLux).toBeCloseTo(127_500 * Math.exp(-0.21 / Math.SQRT1_2), 6);
    expect(skyLux).toBeCloseTo(800 + 15_500 * Math.SQRT1_2 ** 0.5, 6);
    expect(sunK).toBe(5500);
  });
  it('rises with the sun in every sky, and goes on below the horizon without a step', () => {
    for (const sky of SKIES)
      for (let h = -12; h < 60; h += 1)
        expect(daylight(h + 1, sky).skyLux).toBeGreaterThan(daylight(h, sky).skyLux * 0.999);
  });
  it('no sun below the horizon nor through a closed sky; low sun is warm', () => {
    expect(daylight(-1, 'clear').sunLux).toBe(0);
    expect(daylight(40, 'overcast').sunLux).toBe(0);
    expect(daylight(3, 'clear').sunK).toBeLessThan(daylight(20, 'clear').sunK);
    expect(daylight(-9, 'clear').sunK).toBe(2000);
  });
});
