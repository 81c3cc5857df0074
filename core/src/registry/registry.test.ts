import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCalc, runCalcs, type Calc } from '../base/calc/index.ts';
import { RATES } from '../base/timecode/index.ts';
import { CALCS, describeCalc, findCalc, formulasPage } from './index.ts';

/** Numbers of a reply agree to double precision, everything else exactly. */
function agree(got: unknown, expected: unknown, path = ''): void {
  if (typeof expected === 'number') {
    expect(typeof got, path).toBe('number');
    expect(Math.abs((got as number) - expected), `${path}: ${got} for ${expected}`).toBeLessThanOrEqual(
      Math.abs(expected) * 1e-12,
    );
  } else if (expected && typeof expected === 'object') {
    expect(Object.keys(got as object).sort(), path).toEqual(Object.keys(expected).sort());
    for (const [key, value] of Object.entries(expected))
      agree((got as Record<string, unknown>)[key], value, `${path}/${key}`);
  } else expect(got, path).toBe(expected);
}

const calc = (name: string, input: unknown) => runCalc(findCalc(name), input) as Record<string, number>;
function refusal(name: string, input: unknown): { code: string; message: string; path: (string | number)[] } {
  const { reply, failed } = runCalcs(findCalc(name), input);
  expect(failed).toBe(1);
  return (reply as { error: { code: string; message: string; path: (string | number)[] } }).error;
}

describe.each(CALCS.map((c) => [c.name, c] as const))('%s', (name, c) => {
  it('gives its worked example', () => agree(runCalc(c, c.example.input), c.example.output));
  it('says what it is, how, and where from', () => {
    expect(name).toMatch(/^[a-z]+\.[a-zA-Z]+$/);
    for (const text of [c.about, c.formula, c.source]) expect(text.length).toBeGreaterThan(5);
  });
  it('refuses what is no input, in words', () => {
    for (const bad of [null, 7, 'x', true]) expect(refusal(name, bad).message).toMatch(/object|expected/i);
    expect(refusal(name, {}).path.length).toBeGreaterThanOrEqual(0);
  });
});

/** Every plain object within a value, by its path. */
function objectsIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [];
  const inner = Object.entries(value).flatMap(([k, v]) =>
    objectsIn(v, [...path, Array.isArray(value) ? Number(k) : k]),
  );
  return Array.isArray(value) ? inner : [path, ...inner];
}
/** The value with a field of no name more in the object at a path. */
function withMore(value: unknown, path: readonly (string | number)[]): unknown {
  const [first, ...rest] = path;
  if (first === undefined) return { ...(value as object), nobodyKnowsThis: 1 };
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<
    string | number,
    unknown
  >;
  copy[first] = withMore(copy[first], rest);
  return copy;
}

describe('what no computation knows', () => {
  /** Fields whose names are people’s own. */
  const byName = /(moveMin|relightMin)$/;
  it.each(CALCS.map((c) => [c.name, c] as const))('is refused by %s, at every depth, in words', (_, calc) => {
    for (const path of objectsIn(calc.example.input)) {
      if (byName.test(path.join('.'))) continue;
      const { reply, failed } = runCalcs(calc, withMore(calc.example.input, path));
      expect(failed, path.join('.')).toBe(1);
      expect(reply).toMatchObject({ error: { code: 'input.unknown', path } });
      expect((reply as { error: { message: string } }).error.message).toContain('There is no input nobodyKnowsThis');
    }
  });
});

describe('many at once', () => {
  it('a fault with one takes nothing from the others; alone it is thrown', () => {
    const broken: Calc = {
      ...CALCS[0]!,
      run: () => {
        throw new RangeError('boom');
      },
    };
    const { input } = CALCS[0]!.example;
    expect(() => runCalcs(broken, input)).toThrow('boom');
    const { reply, failed } = runCalcs(broken, [input, input]);
    expect(failed).toBe(2);
    expect(reply).toMatchObject([{ error: { code: 'calc.fault' } }, { error: { code: 'calc.fault' } }]);
  });
  it('orders that leave a shot out, know another or name one twice are refused with their place', () => {
    const odds = findCalc('day.odds');
    const input = odds.example.input as { plan: { shots: object[] } };
    const plan = { ...input.plan, shots: [...input.plan.shots, { ...input.plan.shots[0], id: '1B' }] };
    const path = (order: string[]) =>
      (runCalcs(odds, { ...input, plan, order }).reply as { error?: { path: unknown } }).error?.path;
    expect(path(['1A'])).toEqual(['order']);
    expect(path(['1A', '9Z'])).toEqual(['order', 1]);
    expect(path(['1A', '1A'])).toEqual(['order', 1]);
    expect(path(['1B', '1A'])).toBeUndefined();
  });
  it('a meal that would begin after its latest is refused', () => {
    const order = findCalc('day.order');
    const input = order.example.input as object;
    const meals = [{ earliestAfterMin: 300, latestAfterMin: 200, minutes: 30 }];
    expect(runCalcs(order, { ...input, meals }).reply).toMatchObject({
      error: { path: ['meals', 0, 'latestAfterMin'] },
    });
  });
});

describe('known figures', () => {
  // Each was computed independently, rounded as given.
  it.each([
    ['exposure.illuminance', { tStop: 2.8, shutterS: 1 / 48, ei: 800 }, 'illuminanceLux', 117.6, 0.05],
    ['exposure.illuminance', { tStop: 4, angleDeg: 172.8, fps: 24, ei: 800 }, 'illuminanceLux', 250, 1e-9],
    ['exposure.solve', { illuminanceLux: 540, angleDeg: 180, fps: 25, ei: 640 }, 'tStop', 5.26, 0.005],
    ['exposure.nd', { density: 1.2 }, 'stops', 3.986, 0.0005],
    ['exposure.nd', { factor: 64 }, 'stops', 6, 1e-12],
    ['exposure.slowMotion', { shootFps: 150, playFps: 25, seconds: 10 }, 'playSeconds', 60, 1e-12],
    ['colour.mired', { fromK: 5600, toK: 3200 }, 'shiftMired', 133.9, 0.05],
    ['optics.fieldOfView', { sensorMm: 24.89, focalMm: 35 }, 'angleDeg', 39.15, 0.005],
    ['optics.fieldOfView', { sensorMm: 36, focalMm: 50 }, 'angleDeg', 39.6, 0.005],
    ['optics.fieldOfView', { sensorMm: 18.6, focalMm: 45, squeeze: 1.5 }, 'angleDeg', 34.45, 0.005],
    [
      'optics.depthOfField',
      { focalMm: 50, stop: 2, distanceM: 2.5, sensorWidthMm: 24.89, sensorHeightMm: 14 },
      'nearM',
      2.41,
      0.0005,
    ],
    [
      'optics.depthOfField',
      { focalMm: 50, stop: 2, distanceM: 2.5, sensorWidthMm: 24.89, sensorHeightMm: 14 },
      'farM',
      2.597,
      0.0005,
    ],
    ['optics.framing', { focalMm: 50, sensorHeightMm: 14, heightM: 0.9 }, 'distanceM', 3.21, 0.005],
    [
      'light.illuminance',
      { referenceLux: 8000, referenceM: 1, distanceM: 3, radiusM: 0.45 },
      'illuminanceLux',
      1045,
      0.5,
    ],
    ['light.illuminance', { referenceLux: 8000, referenceM: 1, distanceM: 3, radiusM: 0 }, 'illuminanceLux', 889, 0.5],
    [
      'light.illuminance',
      { referenceLux: 2200, referenceM: 1, distanceM: 2.5, widthM: 0.6, heightM: 0.3 },
      'illuminanceLux',
      374,
      0.5,
    ],
    [
      'light.illuminance',
      { referenceLux: 600, referenceM: 1, distanceM: 0.5, widthM: 1.2, heightM: 0.03 },
      'illuminanceLux',
      1672,
      0.5,
    ],
    [
      'light.illuminance',
      { referenceLux: 600, referenceM: 1, distanceM: 3, widthM: 1.2, heightM: 0.03 },
      'illuminanceLux',
      79.4,
      0.05,
    ],
    [
      'light.illuminance',
      { referenceLux: 100, referenceM: 1, distanceM: 1, radiusM: 0, beamDeg: 55, offAxisDeg: 20 },
      'illuminanceLux',
      69.8,
      0.05,
    ],
    [
      'light.illuminance',
      { referenceLux: 100, referenceM: 1, distanceM: 1, radiusM: 0, beamDeg: 55, offAxisDeg: 27.5 },
      'illuminanceLux',
      50,
      1e-9,
    ],
    ['light.flagShare', { widthM: 1.2, heightM: 1.2, distanceM: 0.6 }, 'share', 0.554, 0.0005],
    ['light.flagShare', { widthM: 1.2, heightM: 1.2, distanceM: 1.2 }, 'share', 0.239, 0.0005],
    ['light.flagShare', { widthM: 1.2, heightM: 1.2, distanceM: 2.4 }, 'share', 0.073, 0.0005],
    ['light.ratio', { keyOnlyLux: 800, fillLux: 200 }, 'stops', 2.32, 0.005],
    ['power.current', { watts: 1790, volts: 230, powerFactor: 0.95 }, 'amps', 8.19, 0.005],
    ['power.current', { watts: 1790, volts: 120, powerFactor: 0.95 }, 'amps', 15.7, 0.05],
    ['power.drop', { lengthM: 25, areaMm2: 1.5, amps: 8, volts: 230 }, 'dropV', 4.67, 0.005],
    ['power.drop', { lengthM: 25, areaMm2: 1.5, amps: 8, volts: 230 }, 'dropShare', 0.02, 0.0005],
    ['power.battery', { wattHours: 150, watts: 350, share: 0.4, idleW: 12 }, 'minutes', 53, 0.5],
    ['rigging.wind', { areaM2: 1.44, heightM: 2, windMps: 8, massKg: 9, baseRadiusM: 0.5 }, 'ballastKg', 74, 0.5],
    ['rigging.wind', { areaM2: 1.44, heightM: 2, windMps: 8, massKg: 9, baseRadiusM: 0.5 }, 'limitMps', 2.6, 0.05],
    ['rigging.wind', { areaM2: 0.09, heightM: 2.4, windMps: 10, massKg: 11, baseRadiusM: 0.45 }, 'ballastKg', 0, 0],
    ['media.minutes', { sizeBytes: 256e9, rateMbps: 400 }, 'minutes', 85.3, 0.05],
    ['media.bytes', { seconds: 5400, rateMbps: 240 }, 'sizeBytes', 162e9, 0],
    ['clock.rejam', { ppm: 20, toleranceMs: 20 }, 'minutes', 16.7, 0.05],
    ['clock.drift', { ppm: -6, seconds: 14400 }, 'offsetMs', -86.4, 1e-9],
    ['timecode.elapsed', { label: '01:00:00:00', rate: '23.976' }, 'seconds', 3603.6, 1e-9],
  ] as const)('%s %j: %s is %d', (name, input, key, expected, within) => {
    expect(Math.abs(calc(name, input)[key]! - expected)).toBeLessThanOrEqual(within);
  });
  it.each([
    [24, 50, [86.4, 172.8, 259.2, 345.6]],
    [24, 60, [72, 144, 216, 288, 360]],
    [25, 60, [75, 150, 225, 300]],
    [60, 50, [216]],
    [240, 50, []],
  ])('safe angles at %i fps and %i Hz', (fps, mainsHz, anglesDeg) => {
    const got = runCalc(findCalc('exposure.flicker'), { fps, mainsHz }) as { anglesDeg: number[] };
    expect(got.anglesDeg.length).toBe(anglesDeg.length);
    got.anglesDeg.forEach((angle, i) => expect(angle).toBeCloseTo(anglesDeg[i]!, 9));
  });
  it('exact fractions are reduced, zero too', () => {
    expect(calc('timecode.elapsed', { label: '01:00:00:00', rate: '25' }).exact).toBe('3600/1');
    expect(calc('timecode.elapsed', { label: '00:00:00:00', rate: '29.97' }).exact).toBe('0/1');
  });
});

describe('properties', () => {
  const positive = (max: number) => fc.double({ min: 0.01, max, noNaN: true });
  it('solving exposure for any of the four gives back the fourth', () => {
    fc.assert(
      fc.property(
        positive(32),
        positive(360),
        positive(25600),
        positive(120),
        positive(10),
        (tStop, angleDeg, ei, fps, ndStops) => {
          const all = runCalc(findCalc('exposure.solve'), { tStop, angleDeg, ei, fps, ndStops }) as Record<
            string,
            number
          >;
          for (const open of ['illuminanceLux', 'tStop', 'ei'] as const) {
            const { [open]: wanted, ...known } = all;
            const solved = runCalc(findCalc('exposure.solve'), { ...known, fps, ndStops }) as Record<string, number>;
            expect(Math.abs(solved[open]! / wanted! - 1)).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });
  it('far away every source is a point, and nearer is never darker', () => {
    fc.assert(
      fc.property(positive(2), positive(2), positive(20), positive(20), (widthM, heightM, a, b) => {
        const at = (distanceM: number) =>
          calc('light.illuminance', { referenceLux: 1000, referenceM: 1, distanceM, widthM, heightM }).illuminanceLux!;
        const [near, far] = [Math.min(a, b), Math.max(a, b)];
        // Two places a hair apart may differ by rounding.
        expect(at(near)).toBeGreaterThanOrEqual(at(far) * (1 - 1e-12));
        expect(at(2000) / at(1000)).toBeCloseTo(0.25, 4);
      }),
    );
  });
  it('a flag takes at most all, more when larger and when closer', () => {
    fc.assert(
      fc.property(positive(5), positive(5), positive(5), (widthM, heightM, distanceM) => {
        const share = (w: number, d: number) => calc('light.flagShare', { widthM: w, heightM, distanceM: d }).share!;
        expect(share(widthM, distanceM)).toBeLessThanOrEqual(1);
        expect(share(widthM * 1.1, distanceM)).toBeGreaterThan(share(widthM, distanceM));
        expect(share(widthM, distanceM * 1.1)).toBeLessThan(share(widthM, distanceM));
      }),
    );
  });
  it('at its limit a stand needs no ballast, above it some', () => {
    fc.assert(
      fc.property(positive(3), positive(4), positive(40), positive(1.5), (areaM2, heightM, massKg, baseRadiusM) => {
        const stand = { areaM2, heightM, massKg, baseRadiusM };
        const { limitMps } = calc('rigging.wind', { ...stand, windMps: 0 });
        expect(calc('rigging.wind', { ...stand, windMps: limitMps! * 0.999 }).ballastKg).toBe(0);
        expect(calc('rigging.wind', { ...stand, windMps: limitMps! * 1.001 }).ballastKg).toBeGreaterThan(0);
      }),
    );
  });
  it('sharpness reaches from before the subject to behind it, to infinity from the hyperfocal distance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 300, noNaN: true }),
        fc.double({ min: 1, max: 22, noNaN: true }),
        fc.double({ min: 0.5, max: 500, noNaN: true }),
        (focalMm, stop, distanceM) => {
          const d = runCalc(findCalc('optics.depthOfField'), {
            focalMm,
            stop,
            distanceM,
            sensorWidthMm: 24.9,
            sensorHeightMm: 14,
          }) as {
            nearM: number;
            farM: number | null;
            hyperfocalM: number;
          };
          expect(d.nearM).toBeLessThan(distanceM);
          if (distanceM >= d.hyperfocalM) expect(d.farM).toBeNull();
          else expect(d.farM!).toBeGreaterThan(distanceM);
        },
      ),
    );
  });
  it('times through the registry are the library’s, at every rate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(RATES)),
        fc.integer({ min: -5_000_000, max: 5_000_000 }),
        (rate, frames) => {
          const { label } = runCalc(findCalc('timecode.label'), { frames, rate }) as { label: string };
          const back = calc('timecode.frames', { label, rate }).frames!;
          expect(runCalc(findCalc('timecode.label'), { frames: back, rate })).toEqual({ label });
        },
      ),
    );
  });
  it('the sun rises before it sets where it does, and neither in the polar day', () => {
    const sun = (latitude: number, date: string) =>
      runCalc(findCalc('sun.day'), { date, timeZone: 'UTC', latitude, longitude: 15 }) as Record<string, string | null>;
    const usual = sun(50, '2027-06-21');
    const order = [
      'astronomicalDawn',
      'nauticalDawn',
      'dawn',
      'rise',
      'lowSunEnd',
      'noon',
      'lowSunStart',
      'set',
      'dusk',
      'nauticalDusk',
    ];
    const there = order.map((name) => usual[name]).filter((at) => at !== null);
    expect([...there].sort()).toEqual(there);
    expect(sun(78, '2027-06-21')).toMatchObject({ rise: null, set: null });
    expect(sun(78, '2027-12-21')).toMatchObject({ rise: null, set: null });
  });
});

describe('the page of formulas', () => {
  it('is the one that the registry makes: run `npm run formulas` after a change', () => {
    const kept = readFileSync(new URL('../../../docs/formulas.md', import.meta.url), 'utf8');
    expect(kept).toBe(formulasPage());
  });
  it('describes every input of every computation to programs', () => {
    for (const calc of CALCS) {
      const { input, output } = describeCalc(calc) as { input: { properties: object }; output: { properties: object } };
      expect(Object.keys(input.properties).length, calc.name).toBeGreaterThan(0);
      expect(Object.keys(output.properties), calc.name).toEqual(Object.keys(calc.example.output as object));
    }
  });
});
