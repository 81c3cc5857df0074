import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PRODUCTION_DEFAULTS, type Production } from '../../about/brief/index.ts';
import { SHOT_DEFAULTS, type Shot } from '../scenes/index.ts';
import {
  CAMERA_DEFAULTS,
  CODECS,
  LENS_DEFAULTS,
  cameraFields,
  checkCamera,
  codecRateMbps,
  disagreements,
  doubledCards,
  fitPlan,
  lensFields,
  lensWishes,
  mountFit,
  settingsFromClip,
  widestStop,
  wishFor,
  type Camera,
  type FitSources,
  type Lens,
} from './index.ts';

const row = { productionId: '00000000-0000-7000-8000-000000000001', version: 1, deletedAt: null };
let ids = 0;
const id = () => `00000000-0000-7000-8000-${String((ids += 1)).padStart(12, '0')}`;
const job = {
  ...PRODUCTION_DEFAULTS,
  ...row,
  id: row.productionId,
  title: 't',
  sheet: { gamma: 'log', timecodeMode: 'free run' },
} as Production;
const aCamera = (letter: string, f: Partial<Camera> = {}): Camera => ({
  ...row,
  id: id(),
  ...CAMERA_DEFAULTS,
  letter,
  ...f,
});
const aLens = (f: Partial<Lens> = {}): Lens => ({ ...row, id: id(), ...LENS_DEFAULTS, position: 1, ...f });
const aShot = (f: Partial<Shot> = {}): Shot => ({
  ...row,
  id: id(),
  sceneId: id(),
  code: '3A',
  position: 1,
  ...SHOT_DEFAULTS,
  ...f,
});
const seen = (value: string) => ({ value, from: 'walk' as const, atMs: 1, by: 'Sunniva' });

describe('a camera against the sheet', () => {
  it('what differs is ranked by harm, what nobody looked at is not called right', () => {
    const camera = aCamera('B', {
      rate: '24000/1001',
      settings: { gamma: seen('standard'), timecodeMode: seen('free run'), ei: seen('640') },
    });
    const check = checkCamera(job, camera);
    expect(check.standing).toBe('differs');
    expect(check.differences.map((d) => d.setting.key)).toEqual(['rate', 'gamma', 'ei']);
    expect(check.differences[0]?.words).toBe('Camera B: frame rate stands at 23.976, the job wants 25.');
    expect(check.unseen.map((s) => s.key)).toEqual(['pictureSize', 'shutterDeg']);
    expect(check.agreed).toBe(1);
    expect(check.seen).toEqual({ atMs: 1, by: 'Sunniva' });
  });
  it('untouched it is “not walked”; looked at throughout it is ready', () => {
    expect(checkCamera(job, aCamera('A')).standing).toBe('not walked');
    const settings = Object.fromEntries(
      Object.entries({
        rate: '25',
        gamma: 'log',
        timecodeMode: 'free run',
        ei: '800',
        shutterDeg: '180',
        pictureSize: '3840×2160',
      }).map(([k, v]) => [k, seen(v)]),
    );
    expect(checkCamera(job, aCamera('A', { settings })).standing).toBe('ready');
  });
  it('a camera may be meant to differ; an empty wish asks for nothing', () => {
    const check = checkCamera(
      job,
      aCamera('D', { wants: { gamma: 'standard', timecodeMode: '' }, settings: { gamma: seen('standard') } }),
    );
    expect(check.differences).toEqual([]);
    expect(check.unseen.map((s) => s.key)).not.toContain('timecodeMode');
  });
  it('a card named twice, and cameras of one cut that do not agree', () => {
    const a = aCamera('A', { settings: { nextCard: seen('a001'), diffusion: seen('eighth mist') } });
    const c = aCamera('C', { settings: { nextCard: seen('C002'), diffusion: seen('none') } });
    expect(doubledCards([a, c], [{ label: 'A001' }, { label: 'C001' }]).map((d) => d.label)).toEqual(['A001']);
    expect(disagreements([a, c]).map((d) => d.words)).toEqual([
      'Diffusion differs between cameras that cut together: A eighth mist, C none.',
    ]);
    expect(disagreements([a])).toEqual([]);
  });
  it('a clip proves what it holds and nothing else', () => {
    const nothing = {
      rate: null,
      widthPx: null,
      heightPx: null,
      codec: null,
      rateMbps: null,
      gamma: null,
      audioChannels: null,
      sampleRateHz: null,
      bitDepth: null,
      startTimecode: null,
      durationS: null,
    };
    expect(settingsFromClip(nothing)).toEqual({});
    expect(settingsFromClip({ ...nothing, rate: '25', widthPx: 1920, heightPx: 1080, rateMbps: 99.6 })).toEqual({
      rate: '25',
      pictureSize: '1920×1080',
      rateMbps: '100',
    });
  });
});

describe('lenses', () => {
  it('focal lengths are read out of what a shot says', () => {
    expect(lensWishes('85 mm')).toEqual([{ letter: null, focalMinMm: 85, focalMaxMm: 85, macro: false }]);
    expect(lensWishes('100 mm macro')[0]?.macro).toBe(true);
    expect(lensWishes('24–70 mm')[0]).toMatchObject({ focalMinMm: 24, focalMaxMm: 70 });
    const two = lensWishes('A 85, B 50');
    expect(wishFor(two, 'B')?.focalMinMm).toBe(50);
    expect(wishFor(two, 'C')).toBeNull();
    expect(lensWishes('whatever is long')).toEqual([]);
  });
  it('a longer flange goes on with an adapter, a shorter one never', () => {
    expect(mountFit('positive lock 52 mm', 'mirrorless 18 mm')).toEqual({ fits: 'adapter', adapterMm: 34 });
    expect(mountFit('mirrorless 18 mm', 'mirrorless 18 mm')).toEqual({ fits: 'direct' });
    expect(mountFit('mirrorless 18 mm', 'mirrorless 19 mm').fits).toBe('no');
    expect(mountFit('mirrorless 18 mm', 'fixed 3 mm').fits).toBe('no');
    expect(mountFit('odd', 'mirrorless 18 mm').fits).toBe('no');
    const flange = fc.integer({ min: 5, max: 80 });
    fc.assert(
      fc.property(flange, flange, (l, b) => {
        const [there, back] = [mountFit(`x ${l} mm`, `y ${b} mm`), mountFit(`x ${b} mm`, `y ${l} mm`)];
        expect(there.fits === 'adapter' && back.fits === 'adapter').toBe(false);
      }),
    );
  });
  it('a zoom closes towards its long end, within its two stops', () => {
    const zoom = { focalMinMm: 12, focalMaxMm: 60, tWide: 2.9, tLong: 4 };
    expect(widestStop(zoom, 12)).toBeCloseTo(2.9);
    expect(widestStop(zoom, 60)).toBeCloseTo(4);
    fc.assert(
      fc.property(
        fc.double({ min: 12, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (f, more) => {
          expect(widestStop(zoom, Math.min(60, f + more))).toBeGreaterThanOrEqual(widestStop(zoom, f) - 1e-9);
        },
      ),
    );
  });
  it('impossible ones are refused in words', () => {
    const whole = { ...LENS_DEFAULTS, position: 1 };
    expect(lensFields.safeParse({ ...whole, focalMinMm: 0 }).error?.issues[0]?.message).toBe(
      'The focal length must be more than 0 mm.',
    );
    expect(cameraFields.safeParse({ ...CAMERA_DEFAULTS, letter: 'A', nativeEis: [-800] }).success).toBe(false);
  });
});

describe('fit over the plan', () => {
  const setupId = id();
  const base = (f: Partial<FitSources>): FitSources => ({
    job: {
      fps: 25,
      ei: 800,
      shutterDeg: 180,
      mainsHz: 50,
      shutterSchool: 'angle',
      eiSchool: 'last',
      filterThreadMm: null,
      deliveryRatio: null,
    },
    shots: [],
    cameras: [aCamera('A')],
    lenses: [aLens()],
    light: new Map(),
    ...f,
  });
  const kinds = (s: FitSources) => fitPlan(s).findings.map((f) => f.key.split(':')[0]);
  const words = (s: FitSources) =>
    fitPlan(s)
      .findings.map((f) => `${f.words} ${f.mend}`)
      .join('\n');
  it('one 85 for two cameras', () => {
    const s = base({
      cameras: [aCamera('A'), aCamera('B')],
      lenses: [
        aLens({ name: 'Prime 85', focalMinMm: 85, focalMaxMm: 85 }),
        aLens({
          name: 'Zoom',
          focalMinMm: 70,
          focalMaxMm: 100,
          tWide: 4,
          tLong: 4,
          count: 1,
          mount: 'positive lock 52 mm',
        }),
      ],
      shots: [aShot({ cameras: ['A', 'B'], lens: '85 mm' })],
    });
    expect(kinds(s)).toEqual([]);
    expect(fitPlan(s).rings).toEqual([{ name: 'adapter positive lock 52 mm → mirrorless 18 mm', count: 1 }]);
    expect(kinds({ ...s, lenses: s.lenses.slice(0, 1) })).toEqual(['shared']);
  });
  it('since the fast one left, how many stops are missing', () => {
    const light = new Map([[setupId, { keyLux: 31.25, wantedT: null, rippling: false, roomM: null }]]);
    const fast = aLens({ name: 'the 85', focalMinMm: 85, focalMaxMm: 85 });
    const slow = aLens({ name: 'the zoom', focalMinMm: 70, focalMaxMm: 200, tWide: 4, tLong: 4 });
    const shots = [aShot({ code: '3C', lens: '85 mm', setupId })];
    expect(kinds(base({ light, shots, lenses: [fast, slow] }))).toEqual([]);
    const without = base({ light, shots, lenses: [{ ...fast, state: 'away' }, slow] });
    expect(words(without)).toMatch(
      /^3C on A needs 3\.0\sstops more since the 85 left: 31\slx at 25 frames a second, 180°, T\s4\.0 wide open, EI\s800\. EI\s6400 \(3\.0\sstops over native 800: more noise\), or 8\.0 times the light\.$/,
    );
    const native = { ...without, job: { ...without.job, eiSchool: 'native' as const } };
    expect(fitPlan(native).fittings[0]?.exposure?.ei).toBe(800);
    expect(fitPlan(without).fittings[0]?.exposure?.ei).toBeCloseTo(6400, -2);
  });
  it('close focus, the room, corners, weight, rates', () => {
    expect(
      kinds(
        base({
          shots: [aShot({ size: 'ecu', lens: '50 mm' })],
          cameras: [aCamera('A', { sensorHeightMm: 20.2, sensorWidthMm: 35.9 })],
        }),
      ),
    ).toEqual(['close']);
    expect(
      kinds(
        base({
          shots: [aShot({ size: 'ws', lens: '50 mm', setupId })],
          light: new Map([[setupId, { keyLux: null, wantedT: null, rippling: false, roomM: 5 }]]),
        }),
      ),
    ).toEqual(['room']);
    expect(
      kinds(
        base({
          shots: [aShot({ lens: '50' })],
          cameras: [aCamera('A', { sensorWidthMm: 35.9, sensorHeightMm: 20.2 })],
          lenses: [aLens({ imageCircleMm: 31 })],
        }),
      ),
    ).toEqual(['circle']);
    expect(
      kinds(base({ shots: [aShot({ lens: '50', support: 'gimbal' })], cameras: [aCamera('A', { massKg: 2.6 })] })),
    ).toEqual(['payload']);
    expect(kinds(base({ shots: [aShot({ lens: '50', fps: 100 })] }))).toEqual(['rate']);
    expect(kinds(base({ shots: [aShot({ lens: '300' })] }))).toEqual(['none']);
    expect(kinds(base({ shots: [aShot({ lens: '50' })], lenses: [aLens({ mount: 'tiny 8 mm' })] }))).toEqual(['mount']);
    expect(
      kinds(
        base({
          shots: [aShot({ lens: '45' })],
          lenses: [aLens({ focalMinMm: 45, focalMaxMm: 45, squeeze: 1.5 })],
          job: { ...base({}).job, deliveryRatio: 1.778 },
        }),
      ),
    ).toEqual(['squeeze']);
  });
  it('light that ripples at a rate without a safe angle', () => {
    const light = new Map([[setupId, { keyLux: 2000, wantedT: null, rippling: true, roomM: null }]]);
    const at = (fps: number | null, school: 'angle' | 'flickerSafe') => {
      const s = base({
        light,
        shots: [aShot({ lens: '50', setupId, fps })],
        cameras: [aCamera('A', { mostFps: 200 })],
      });
      return words({ ...s, job: { ...s.job, shutterSchool: school } });
    };
    expect(at(null, 'angle')).toBe('');
    expect(at(100, 'angle')).toMatch(/takes in 0\.50 ripples of the mains: its light will flicker\. 360°\./);
    expect(at(100, 'flickerSafe')).toBe('');
    expect(at(150, 'flickerSafe')).toMatch(/No angle is safe at this rate: 100 frames a second at most/);
  });
  it('more light never takes more ND away; what is met is within a third of a stop', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 50_000, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (lux, more) => {
          const run = (keyLux: number) =>
            fitPlan(
              base({
                light: new Map([[setupId, { keyLux, wantedT: 4, rippling: false, roomM: null }]]),
                shots: [aShot({ lens: '50', setupId })],
              }),
            ).fittings[0]?.exposure;
          const [a, b] = [run(lux), run(lux * more)];
          expect((b?.ndStops ?? 0) >= (a?.ndStops ?? 0)).toBe(true);
          expect((b?.shortStops ?? 0) <= (a?.shortStops ?? 0) + 1e-9).toBe(true);
        },
      ),
    );
  });
  it('nothing is said of dropped shots, of cameras that are not there, or when there are no lenses', () => {
    expect(
      kinds(base({ shots: [aShot({ lens: '300', dropped: true }), aShot({ lens: '50', cameras: ['Z'] })] })),
    ).toEqual([]);
    expect(kinds(base({ shots: [aShot({ lens: '300' })], lenses: [] }))).toEqual([]);
  });
});

it('codecs grow with pixels and, by their kind, with frames', () => {
  const [long, intra] = [CODECS.find((c) => c.key === 'long-10'), CODECS.find((c) => c.key === 'intra-10')];
  if (!long || !intra) throw new Error('The library lacks a codec.');
  expect(codecRateMbps(intra, 3840, 2160, 25)).toBe(250);
  expect(codecRateMbps(intra, 3840, 2160, 100)).toBe(1000);
  expect(codecRateMbps(long, 3840, 2160, 100)).toBe(300);
  expect(codecRateMbps(intra, 1920, 1080, 25)).toBe(62.5);
});
