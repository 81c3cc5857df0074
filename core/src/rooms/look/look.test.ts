import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import {
  LEAST_CLEAR_DEG,
  clashes,
  deltaEOk,
  hexOfLab,
  hueName,
  keyScreen,
  kmeans,
  lookStrip,
  oklabOf,
  oklabOfPixels,
  oklchOf,
  paletteDistance,
  paletteOf,
  strokePaths,
  type Palette,
} from './index.ts';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
const pixels = (...list: [string, number][]) =>
  Uint8ClampedArray.from(
    list.flatMap(([colour, count]) =>
      Array.from({ length: count }, () =>
        [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16)).concat(255),
      ).flat(),
    ),
  );
const palette = (role: Palette['role'], hexes: string[], fields: Partial<Palette> = {}): Palette => ({
  id: `${role}${hexes.join('')}`,
  productionId: '',
  version: 1,
  deletedAt: null,
  name: role,
  role,
  reason: '',
  storyState: '',
  sceneIds: ['s1'],
  swatches: hexes.map((h) => ({ hex: h, share: 0 })),
  pictureId: null,
  position: 1,
  ...fields,
});

describe('OKLab', () => {
  // Ottosson’s own worked values: white, and sRGB red.
  it('white is 1, 0, 0 and red as published', () => {
    expect(oklabOf('#ffffff').l).toBeCloseTo(1, 4);
    expect(Math.hypot(oklabOf('#ffffff').a, oklabOf('#ffffff').b)).toBeLessThan(1e-4);
    const red = oklabOf('#ff0000');
    expect([red.l, red.a, red.b].map((v) => Number(v.toFixed(3)))).toEqual([0.628, 0.225, 0.126]);
  });
  it('the sum for many pixels is the same as for one', () => {
    fc.assert(
      fc.property(hex, (h) => {
        const one = oklabOf(h);
        const [l = 0, a = 0, b = 0] = oklabOfPixels(pixels([h, 1]));
        expect(Math.hypot(l - one.l, a - one.a, b - one.b)).toBeLessThan(1e-4);
      }),
    );
  });
  it('there and back is the same colour; a colour is no distance from itself', () => {
    fc.assert(
      fc.property(hex, (h) => {
        expect(deltaEOk(oklabOf(hexOfLab(oklabOf(h))), oklabOf(h))).toBeLessThan(0.6);
        expect(deltaEOk(oklabOf(h), oklabOf(h))).toBe(0);
      }),
    );
  });
});

describe('palettes by k-means', () => {
  it('finds the colours there are, with their share, the largest first', () => {
    const found = paletteOf(pixels(['#d9772b', 600], ['#1c1512', 300], ['#6f7f8c', 100]), 6);
    expect(found.map((s) => s.share)).toEqual([0.6, 0.3, 0.1]);
    ['#d9772b', '#1c1512', '#6f7f8c'].forEach((wanted, i) =>
      expect(deltaEOk(oklabOf(found[i]?.hex ?? ''), oklabOf(wanted))).toBeLessThan(1),
    );
  });
  it('leaves slivers out', () => {
    expect(paletteOf(pixels(['#d9772b', 990], ['#1c1512', 10])).map((s) => s.share)).toEqual([0.99]);
  });
  it('shares add up to all, each colour lies within the picture’s, and the same picture gives the same palette', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(hex, fc.integer({ min: 1, max: 40 })), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 1, max: 8 }),
        (list, k) => {
          const points = oklabOfPixels(pixels(...list));
          const found = kmeans(points, k);
          expect(found.reduce((t, c) => t + c.share, 0)).toBeCloseTo(1, 6);
          expect(found.length).toBeLessThanOrEqual(k);
          expect(kmeans(points, k)).toEqual(found);
          for (const { centre } of found) {
            expect(centre.l).toBeGreaterThanOrEqual(-1e-6);
            expect(centre.l).toBeLessThanOrEqual(1 + 1e-6);
          }
        },
      ),
      { numRuns: sampled(60, 20) },
    );
  });
  it('see-through pixels don’t count; of nothing there is nothing', () => {
    expect(paletteOf(Uint8ClampedArray.of(255, 0, 0, 0), 4)).toEqual([]);
    expect(kmeans(new Float32Array(), 4)).toEqual([]);
  });
});

describe('the look through the story', () => {
  const clay = palette('look', ['#8a7a67', '#5f6b70'], { sceneIds: ['s1', 's2'] });
  const fire = palette('look', ['#d9772b', '#7a2f16'], { sceneIds: [], storyState: 'fire' });
  const scenes = [
    { id: 's1', storyState: 'before' },
    { id: 's2', storyState: 'before' },
    { id: 's3', storyState: 'fire' },
    { id: 's4', storyState: '' },
  ];
  it('says how far each scene drifts, and whether that is wanted', () => {
    const strip = lookStrip(scenes, [clay, fire]);
    expect(strip.map((s) => (s.driftDeltaE === null ? null : Math.round(s.driftDeltaE)))).toEqual([
      null,
      0,
      Math.round(paletteDistance(clay.swatches, fire.swatches) ?? 0),
      null,
    ]);
    expect(strip[2]?.driftDeltaE).toBeGreaterThan(8);
    expect(strip.map((s) => s.wanted)).toEqual([false, false, true, false]);
  });
  it('distance is the same both ways, nothing to itself, and null to nothing', () => {
    fc.assert(
      fc.property(
        fc.array(hex, { minLength: 1, maxLength: 6 }),
        fc.array(hex, { minLength: 1, maxLength: 6 }),
        (a, b) => {
          const [one, other] = [palette('look', a).swatches, palette('look', b).swatches];
          expect(paletteDistance(one, other)).toBeCloseTo(paletteDistance(other, one) ?? -1, 9);
          expect(paletteDistance(one, one)).toBeCloseTo(0, 9);
          expect(paletteDistance(one, [])).toBeNull();
        },
      ),
    );
  });
  it('a costume near the set melts; one far from every look colour stands against it', () => {
    const found = clashes(scenes.slice(0, 1), [
      clay,
      palette('costume', ['#82766a', '#00b050']),
      palette('set', ['#83776b']),
    ]);
    expect(found.map((c) => [c.kind, c.one.hex])).toEqual([
      ['melts', '#82766a'],
      ['against', '#00b050'],
    ]);
    expect(found[0]?.deltaE).toBeLessThan(6);
    expect(found[1]?.deltaE).toBeGreaterThan(16);
    expect(clashes(scenes.slice(3), [clay])).toEqual([]);
  });
});

describe('the key screen', () => {
  it('with a person, and nothing else, is about opposite to skin', () => {
    const { best, risky } = keyScreen({ colours: [], person: true });
    expect(hueName(best.hueDeg)).toMatch(/blue/);
    expect(best.nearest).toBe('skin');
    expect(risky).toBe(false);
  });
  it('clears magenta and green both', () => {
    const { best, runnerUp } = keyScreen({ colours: ['#c2188f', '#1f9d4d'], person: true });
    for (const colour of ['#c2188f', '#1f9d4d']) {
      const away = Math.abs(oklchOf(colour).h - best.hueDeg);
      expect(Math.min(away, 360 - away)).toBeGreaterThanOrEqual(LEAST_CLEAR_DEG);
    }
    expect(runnerUp.clearDeg).toBeLessThanOrEqual(best.clearDeg);
    expect(best.spill).not.toBe('');
  });
  it('says when no screen is clear', () => {
    const colours = [
      '#ff0000',
      '#ff8000',
      '#ffff00',
      '#80ff00',
      '#00ff00',
      '#00ff80',
      '#00ffff',
      '#0080ff',
      '#0000ff',
      '#8000ff',
      '#ff00ff',
      '#ff0080',
    ];
    expect(keyScreen({ colours, person: true })).toMatchObject({
      risky: true,
      words: expect.stringContaining('No screen is clear'),
    });
  });
  it('no other hue is farther from everything that must stay; greys don’t count', () => {
    fc.assert(
      fc.property(fc.array(hex, { maxLength: 5 }), fc.boolean(), (colours, person) => {
        const { best, runnerUp } = keyScreen({ colours, person });
        const apart = Math.abs(best.hueDeg - runnerUp.hueDeg);
        expect(Math.min(apart, 360 - apart)).toBeGreaterThanOrEqual(40);
        const keep = colours.map((c) => oklchOf(c)).filter((c) => c.c >= 0.04);
        for (let hue = 0; hue < 360; hue += 7) {
          const clear = Math.min(
            180,
            ...keep.map((c) => Math.min(Math.abs(hue - c.h) % 360, 360 - (Math.abs(hue - c.h) % 360))),
          );
          if (!person) expect(clear).toBeLessThanOrEqual(best.clearDeg + 1e-9);
        }
        expect(keyScreen({ colours: [...colours, '#808080'], person })).toEqual({
          best,
          runnerUp,
          risky: best.clearDeg < LEAST_CLEAR_DEG,
          words: expect.any(String),
        });
      }),
      { numRuns: sampled(80, 27) },
    );
  });
});

describe('scribbles', () => {
  it('are paths in the frame; a dot is drawn too', () => {
    expect(
      strokePaths(
        [
          { weight: 'thin', points: [0, 0, 0.5, 1] },
          { weight: 'thick', points: [0.5, 0.5] },
          { weight: 'thin', points: [] },
        ],
        100,
        50,
      ),
    ).toEqual([
      { d: 'M0.0 0.0L50.0 50.0', strokeWidth: 0.6 },
      { d: 'M50.0 25.0h0.01', strokeWidth: expect.closeTo(1.8) },
    ]);
  });
});
