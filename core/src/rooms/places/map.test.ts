import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLACE_DEFAULTS, groundM, placeMap, type Move, type Place } from './index.ts';

const place = (name: string, latitude: number | null, longitude: number | null): Place =>
  ({ ...PLACE_DEFAULTS, id: name, name, latitude, longitude }) as Place;
const move = (fromPlaceId: string, toPlaceId: string, travelMin: number): Move =>
  ({ fromPlaceId, toPlaceId, loadOutMin: 5, travelMin, loadInMin: 5 }) as Move;

describe('a map of places', () => {
  it('is none while nobody has said where any is', () => {
    expect(placeMap([place('Loft', null, null)], [])).toBeNull();
    expect(placeMap([], [])).toBeNull();
  });
  it('has north up and east to the right, in metres', () => {
    const map = placeMap([place('South', 50, -4), place('North', 50.01, -4), place('East', 50, -3.99)], [])!;
    const [south, north, east] = map.spots as [(typeof map.spots)[0], (typeof map.spots)[0], (typeof map.spots)[0]];
    // One hundredth of a degree of latitude is 1,112 m; of longitude at 50° it is that times cos 50°.
    expect(north.northM - south.northM).toBeCloseTo(1111.95, 1);
    expect(east.eastM - south.eastM).toBeCloseTo(1111.95 * Math.cos((50.005 * Math.PI) / 180), 0);
    expect(north.eastM).toBeCloseTo(south.eastM, 6);
  });
  it('tells the move between two as typed, the longer where both ways are, and says where nobody has typed it', () => {
    const places = [place('A', 50, -4), place('B', 50.01, -4), place('C', 50.02, -4)];
    const { ways } = placeMap(places, [move('A', 'B', 10), move('B', 'A', 25), move('C', 'B', 0)])!;
    expect(ways.map((w) => [w.fromId, w.toId, w.minutes])).toEqual([
      ['A', 'B', 35],
      ['A', 'C', null],
      ['B', 'C', 10],
    ]);
  });
  it('names the places that have no position, and draws the others', () => {
    const map = placeMap([place('A', 50, -4), place('Loft', null, null)], [])!;
    expect(map.unknown).toEqual([{ id: 'Loft', name: 'Loft' }]);
    expect(map.spots).toHaveLength(1);
    expect(map.halfEastM).toBe(30);
    expect(map.ringsM).toEqual([10, 20, 50]);
  });
  it('everything lies within what is drawn, and rings are around the place that is asked for', () => {
    const places = [place('A', 50, -4), place('B', 50.02, -4.01), place('C', 49.99, -3.9)];
    const map = placeMap(places, [], 'C')!;
    expect(map.from.id).toBe('C');
    for (const s of map.spots) {
      expect(Math.abs(s.eastM)).toBeLessThanOrEqual(map.halfEastM);
      expect(Math.abs(s.northM)).toBeLessThanOrEqual(map.halfNorthM);
    }
    expect(placeMap(places, [], 'gone')!.from.id).toBe('A');
  });
  it('two places on either side of the date line are neighbours', () => {
    const { spots, ways } = placeMap([place('W', 0, 179.99), place('E', 0, -179.99)], [])!;
    expect(Math.abs(spots[0]!.eastM - spots[1]!.eastM)).toBeCloseTo(2224, 0);
    expect(ways[0]!.distanceM).toBeCloseTo(2224, 0);
  });
  it('distances on it are those on the ground within a part in a thousand, within 100 km', () => {
    const near = fc.record({
      latitude: fc.double({ min: -60, max: 60, noNaN: true }),
      longitude: fc.double({ min: -180, max: 180, noNaN: true }),
      north: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
      east: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
    });
    fc.assert(
      fc.property(near, ({ latitude, longitude, north, east }) => {
        const there = { latitude: latitude + north, longitude: ((longitude + east + 540) % 360) - 180 };
        const onGround = groundM({ latitude, longitude }, there);
        const { spots } = placeMap([place('A', latitude, longitude), place('B', there.latitude, there.longitude)], [])!;
        const drawn = Math.hypot(spots[0]!.eastM - spots[1]!.eastM, spots[0]!.northM - spots[1]!.northM);
        expect(Math.abs(drawn - onGround)).toBeLessThanOrEqual(0.001 * onGround + 0.01);
      }),
    );
  });
  it('its rings are round distances, at most three, as far as the others lie', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0001, max: 1, noNaN: true }), (north) => {
        const { ringsM, ways } = placeMap([place('A', 50, -4), place('B', 50 + north, -4)], [])!;
        const farM = Math.max(60, ways[0]!.distanceM);
        expect(ringsM.length).toBeGreaterThanOrEqual(1);
        expect(ringsM.length).toBeLessThanOrEqual(3);
        expect(Math.max(...ringsM)).toBeLessThanOrEqual(farM * 1.001);
        expect(2.5 * Math.max(...ringsM)).toBeGreaterThanOrEqual(farM * 0.999);
        for (const m of ringsM) expect(String(m).replace(/0+$/, '')).toMatch(/^[125]$/);
      }),
    );
  });
});
