import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  crossingTime,
  eiPrice,
  exposureLadder,
  fallingTime,
  ndFor,
  rippleOf,
  shutterFor,
  solveExposure,
} from './index.ts';

describe('the ladder', () => {
  it('right is nothing over; each rung in stops', () => {
    const known = { angleDeg: 172.8, ei: 800, tStop: 4 };
    const { illuminanceLux } = solveExposure(known, { fps: 24 });
    const ladder = exposureLadder({ ...known, illuminanceLux, fps: 24, ndStops: 0, otherStops: 0 });
    expect(ladder.overStops).toBeCloseTo(0, 9);
    expect(ladder.askedLux).toBeCloseTo(250, 6);
    expect(ladder.rungs.find((r) => r.key === 'stop')?.stops).toBeCloseTo(-1.029, 3);
  });
  it('stops add: whatever is changed, the sum moves by just that', () => {
    const gen = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          illuminanceLux: gen(1, 50_000),
          fps: gen(1, 200),
          angleDeg: gen(5, 360),
          tStop: gen(1, 22),
          ei: gen(50, 25_600),
          ndStops: gen(0, 10),
        }),
        gen(0, 4),
        (said, more) => {
          const i = { ...said, otherStops: 0 };
          const { illuminanceLux, ei, fps, tStop, ndStops } = i;
          const at = exposureLadder(i).overStops;
          expect(exposureLadder({ ...i, ndStops: ndStops + more }).overStops).toBeCloseTo(at - more, 6);
          expect(exposureLadder({ ...i, ei: ei * 2 }).overStops).toBeCloseTo(at + 1, 6);
          expect(exposureLadder({ ...i, fps: fps * 2 }).overStops).toBeCloseTo(at - 1, 6);
          expect(exposureLadder({ ...i, tStop: tStop * Math.SQRT2 }).overStops).toBeCloseTo(at - 1, 6);
          expect(Math.log2(illuminanceLux / exposureLadder(i).askedLux)).toBeCloseTo(at, 6);
        },
      ),
    );
  });
  it('25 to 120 frames a second costs 2.263 stops, 180° to 135° 0.415', () => {
    const rung = (fps: number, angleDeg: number, key: string) =>
      exposureLadder({ illuminanceLux: 1, fps, angleDeg, tStop: 2.8, ei: 800, ndStops: 0, otherStops: 0 }).rungs.find(
        (r) => r.key === key,
      )?.stops;
    expect(rung(120, 180, 'rate')).toBeCloseTo(-2.263, 3);
    expect(rung(25, 135, 'shutter')).toBeCloseTo(-0.415, 3);
  });
});

describe('EI and its price', () => {
  it('is measured from the native at or below, under the lowest it costs highlights', () => {
    expect(eiPrice(800, [800, 12_800])).toMatchObject({ nativeEi: 800, stops: 0 });
    expect(eiPrice(3200, [800, 12_800]).stops).toBe(2);
    expect(eiPrice(12_800, [800, 12_800])).toMatchObject({ nativeEi: 12_800, stops: 0 });
    expect(eiPrice(400, [800])).toMatchObject({ nativeEi: 800, stops: -1 });
    expect(eiPrice(400, [800]).words).toMatch(/highlights go 1\.0\sstops earlier/);
    expect(eiPrice(640, [800, 400]).nativeEi).toBe(800);
  });
  it('ND never leaves more than a third of a stop too much, up to ten stops', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 10, noNaN: true }), (over) => {
        expect(over - ndFor(over)).toBeLessThanOrEqual(1 / 3 + 1e-9);
      }),
    );
    expect(ndFor(0.2)).toBe(0);
  });
});

describe('the shutter', () => {
  it('by three schools', () => {
    expect(shutterFor('angle', 180, 100, 50)).toBe(180);
    expect(shutterFor('sharp', 180, 25, 50)).toBe(90);
    expect(shutterFor('flickerSafe', 180, 24, 50)).toBeCloseTo(172.8, 9);
    expect(shutterFor('flickerSafe', 180, 100, 50)).toBe(360);
    expect(shutterFor('flickerSafe', 180, 150, 50)).toBe(180);
  });
  it('what the safe school gives is safe wherever any angle is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 240 }),
        fc.constantFrom(50, 60),
        fc.integer({ min: 20, max: 360 }),
        (fps, mains, job) => {
          const angle = shutterFor('flickerSafe', job, fps, mains);
          expect(rippleOf(angle, fps, mains).safe).toBe(fps <= 2 * mains);
        },
      ),
    );
  });
  it('whole ripples or not, and the angles around', () => {
    expect(rippleOf(180, 25, 50)).toMatchObject({ ripples: 2, safe: true });
    expect(rippleOf(180, 24, 50)).toMatchObject({ safe: false, below: 172.8 });
    expect(rippleOf(180, 24, 50).above).toBeCloseTo(259.2, 9);
  });
});

describe('what passes', () => {
  it('falls a second through 4.9 m, played at half speed for two', () => {
    const fall = fallingTime(4.903325, 0, 50, 25, 180);
    expect(fall.seconds).toBeCloseTo(1, 9);
    expect(fall.playSeconds).toBeCloseTo(2, 9);
    expect(fall.frames).toBeCloseTo(50, 9);
  });
  it('dropped from higher it is in the picture for less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        (frame, above, more) => {
          expect(fallingTime(frame, above + more, 50, 25, 180).seconds).toBeLessThan(
            fallingTime(frame, above, 50, 25, 180).seconds,
          );
        },
      ),
    );
  });
  it('2 m at 4 m/s is half a second; its smear is way per exposure', () => {
    expect(crossingTime(2, 4, 50, 25, 180)).toMatchObject({ seconds: 0.5, frames: 25, playSeconds: 1 });
    expect(crossingTime(2, 4, 50, 25, 180).blurShare).toBeCloseTo(4 / 100 / 2, 9);
  });
});
