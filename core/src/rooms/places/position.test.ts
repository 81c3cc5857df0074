import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parsePosition } from './index.ts';

describe('a position pasted as a pair', () => {
  it.each([
    ['47.81, 13.03', 47.81, 13.03],
    ['47.81 13.03', 47.81, 13.03],
    ['47,81; 13,03', 47.81, 13.03],
    ['-33.8688,151.2093', -33.8688, 151.2093],
    ['33.8688S, 151.2093E', -33.8688, 151.2093],
    ['47°48′36″N 13°1′48″E', 47.81, 13.03],
    [`47°48'36"N 13°1'48"E`, 47.81, 13.03],
    [`N 47° 48.6' W 13° 1.8'`, 47.81, -13.03],
    ['13.03 E, 47.81 N', 47.81, 13.03],
    ['geo:47.81,13.03', 47.81, 13.03],
    ['https://maps.example/place/@47.8100,13.0300,15z', 47.81, 13.03],
    ['https://maps.example/?q=47.81,13.03', 47.81, 13.03],
    ['https://map.example/#map=15/47.81/13.03', 47.81, 13.03],
    ['47, 13', 47, 13],
  ])('%s', (text, latitude, longitude) => {
    const at = parsePosition(text);
    expect(at.latitude).toBeCloseTo(latitude, 6);
    expect(at.longitude).toBeCloseTo(longitude, 6);
  });
  it.each(['', 'the lido', '47.81', '47.81, thirteen', '91, 12', '47, 181'])('“%s” is refused in words', (text) => {
    expect(() => parsePosition(text)).toThrow(/position|Latitude|Longitude/);
  });
  it('reads any pair that it is given back in decimals', () => {
    const within = (most: number) => fc.integer({ min: -most * 1e4, max: most * 1e4 }).map((n) => n / 1e4);
    fc.assert(
      fc.property(within(90), within(180), (latitude, longitude) => {
        const at = parsePosition(`${latitude.toFixed(4)}, ${longitude.toFixed(4)}`);
        expect(at.latitude).toBeCloseTo(latitude, 4);
        expect(at.longitude).toBeCloseTo(longitude, 4);
      }),
    );
  });
});
