import fc from 'fast-check';
import { expect, it } from 'vitest';
import { SIZE_HEIGHT_M, equivalentFocalMm, fieldOfViewDeg, seenAt, solveFraming } from './index.ts';

const positive = (max: number) => fc.double({ min: 0.1, max, noNaN: true });

it('a 0.9 m high frame at 50 mm on 14 mm is 3.21 m away, and back again', () => {
  expect(solveFraming({ focalMm: 50, heightM: 0.9 }, 14).distanceM).toBeCloseTo(3.214, 3);
  fc.assert(
    fc.property(positive(10), positive(50), positive(30), (heightM, distanceM, sensor) => {
      const { focalMm } = solveFraming({ heightM, distanceM }, sensor);
      expect(solveFraming({ focalMm, heightM }, sensor).distanceM).toBeCloseTo(distanceM, 6);
      expect(solveFraming({ focalMm, distanceM }, sensor).heightM).toBeCloseTo(heightM, 6);
    }),
  );
});
it('the same frame on another sensor sees the same angle, and there and back is nothing', () => {
  fc.assert(
    fc.property(positive(300), positive(50), positive(50), fc.constantFrom(1, 1.33, 1.5, 2), (focal, a, b, squeeze) => {
      const there = equivalentFocalMm(focal, { sensorWidthMm: a }, { sensorWidthMm: b, squeeze });
      expect(fieldOfViewDeg(b, there, squeeze)).toBeCloseTo(fieldOfViewDeg(a, focal), 6);
      expect(equivalentFocalMm(there, { sensorWidthMm: b, squeeze }, { sensorWidthMm: a })).toBeCloseTo(focal, 6);
    }),
  );
});
it('what is seen grows with distance and is as wide as the sensor is', () => {
  expect(seenAt(5, 50, { widthMm: 36, heightMm: 20 })).toMatchObject({ widthM: 3.6, heightM: 2 });
  expect(seenAt(5, 50, { widthMm: 20, heightMm: 18 }, 1.5).widthM).toBeCloseTo(3, 9);
});
it('sizes go from wide to close', () => {
  const order = ['ews', 'ws', 'fs', 'mws', 'ms', 'mcu', 'cu', 'ecu'].map((s) => SIZE_HEIGHT_M[s] ?? 0);
  expect([...order].sort((a, b) => b - a)).toEqual(order);
});
