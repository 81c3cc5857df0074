import { describe, expect, it } from 'vitest';
import { runCalcs } from '../base/calc/index.ts';
import { InputError } from '../base/errors/index.ts';
import { findCalc } from './index.ts';

function refusal(name: string, input: unknown): { code: string; message: string; path: (string | number)[] } {
  const { reply, failed } = runCalcs(findCalc(name), input);
  expect(failed).toBe(1);
  return (reply as { error: { code: string; message: string; path: (string | number)[] } }).error;
}

describe('bad input', () => {
  it.each([
    ['timecode.frames', { label: '00:01:00;00', rate: '29.97df' }, 'timecode.dropped', ['label']],
    ['timecode.frames', { label: '00:00:00:25', rate: '25' }, 'timecode.frame', ['label']],
    ['timecode.frames', { label: '1234', rate: '25' }, 'timecode.syntax', ['label']],
    ['timecode.frames', { label: '00:00:00:00', rate: '26' }, 'rate.unknown', ['rate']],
    ['timecode.frames', { rate: '25' }, 'input.missing', ['label']],
    ['timecode.add', { a: '00:00:00:00', b: 'x', rate: '25' }, 'timecode.syntax', ['b']],
    ['timecode.convert', { label: '00:00:00:00', from: '25', to: '1000' }, 'rate.unknown', ['to']],
    ['timecode.label', { frames: 1.5, rate: '25' }, 'input.type', ['frames']],
    ['timecode.label', { frames: 1e300, rate: '25' }, 'input.range', ['frames']],
    ['clock.rejam', { ppm: 1, toleranceMs: 0 }, 'input.range', ['toleranceMs']],
    ['exposure.illuminance', { tStop: 0, ei: 800, shutterS: 0.02 }, 'input.range', ['tStop']],
    ['exposure.illuminance', { tStop: 4, ei: 800 }, 'exposure.shutter', ['shutterS']],
    ['exposure.illuminance', { tStop: 4, ei: 800, angleDeg: 180 }, 'exposure.shutter', ['fps']],
    ['exposure.illuminance', { tStop: 4, ei: 800, angleDeg: 361, fps: 24 }, 'input.range', ['angleDeg']],
    ['exposure.solve', { tStop: 4, ei: 800, fps: 24 }, 'exposure.open', []],
    ['exposure.solve', { illuminanceLux: 1, tStop: 16, ei: 100, fps: 24 }, 'exposure.angle', ['angleDeg']],
    ['exposure.nd', { density: 1, stops: 2 }, 'nd.one', []],
    ['exposure.nd', { density: '1' }, 'input.type', ['density']],
    ['optics.fieldOfView', { sensorMm: 36, focalMm: 50, squeze: 2 }, 'input.unknown', []],
    [
      'optics.depthOfField',
      { focalMm: 50, stop: 2, distanceM: 0.05, sensorWidthMm: 36, sensorHeightMm: 24 },
      'optics.distance',
      ['distanceM'],
    ],
    ['light.illuminance', { referenceLux: 1, referenceM: 1, distanceM: 1 }, 'light.shape', ['widthM']],
    [
      'light.illuminance',
      { referenceLux: 1, referenceM: 1, distanceM: 1, radiusM: 1, widthM: 1, heightM: 1 },
      'light.shape',
      ['radiusM'],
    ],
    [
      'light.illuminance',
      { referenceLux: 1, referenceM: 1, distanceM: 1, radiusM: 1, offAxisDeg: 3 },
      'light.beam',
      ['beamDeg'],
    ],
    ['power.battery', { wattHours: 150, watts: 400, maxOutputW: 300 }, 'battery.overload', ['watts']],
    ['power.battery', { wattHours: 150, watts: 0 }, 'battery.noLoad', ['watts']],
    ['power.drop', { lengthM: 1e308, areaMm2: 1e-308, amps: 1e308, volts: 1 }, 'result.range', []],
    [
      'rigging.wind',
      { areaM2: 1, heightM: 1, windMps: 1, massKg: 1, baseRadiusM: 1, legs: 2 },
      'input.range',
      ['legs'],
    ],
    [
      'sun.day',
      { date: '2027-02-29', timeZone: 'Europe/London', latitude: 50, longitude: 0 },
      'date.unknown',
      ['date'],
    ],
    ['sun.day', { date: '2027-03-18', timeZone: 'Atlantis', latitude: 50, longitude: 0 }, 'zone.unknown', ['timeZone']],
    ['sun.day', { date: '2027-03-18', timeZone: 'UTC', latitude: 91, longitude: 0 }, 'input.range', ['latitude']],
  ])('%s %j is %s', (name, input, code, path) => {
    const error = refusal(name, input);
    expect(error).toMatchObject({ code, path });
    expect(error.message).toMatch(/^[A-Z“].*[.?]$/);
    expect(error.message).not.toMatch(/Invalid|undefined|NaN/);
  });
  it('leaves the others of an array answered, each in its place', () => {
    const { reply, failed } = runCalcs(findCalc('timecode.frames'), [
      { label: '00:00:01:00', rate: '25' },
      { label: 'x', rate: '25' },
      { label: '00:00:02:00', rate: '25' },
    ]);
    expect(failed).toBe(1);
    expect(reply).toMatchObject([
      { frames: 25 },
      { error: { code: 'timecode.syntax', path: ['label'] } },
      { frames: 50 },
    ]);
    expect(runCalcs(findCalc('timecode.frames'), [])).toEqual({ reply: [], failed: 0 });
  });
  it('an unknown name is refused with the names near to it', () => {
    expect(() => findCalc('timecode.sum')).toThrow(/timecode.add/);
    expect(() => findCalc('toString')).toThrow(InputError);
  });
});
