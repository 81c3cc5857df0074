import { describe, expect, it } from 'vitest';
import { COLOURS } from './colours.ts';

type Name = keyof typeof COLOURS;
const THEMES = ['daylight', 'stage', 'night'] as const;

/** Red, green and blue of a colour, 0 to 255. */
const rgb = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
/** Relative luminance as WCAG 2.2 defines it. */
function luminance(hex: string): number {
  const [r, g, b] = rgb(hex).map((c) => {
    const s = c / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

describe.each(THEMES)('colours in %s', (theme) => {
  const of = (name: Name) => COLOURS[name][THEMES.indexOf(theme)] as string;
  const grounds = ['page', 'panel', 'raised'] as const;
  it.each(['text', 'soft', 'accent', 'look', 'rolling'] as const)('%s is read on every ground', (name) => {
    for (const ground of grounds) expect(contrast(of(name), of(ground)), ground).toBeGreaterThanOrEqual(4.5);
  });
  it('edges of what can be used are seen', () => {
    for (const ground of grounds) expect(contrast(of('edge'), of(ground)), ground).toBeGreaterThanOrEqual(3);
  });
  it('words on filled shapes are read', () => {
    for (const [words, ground] of [
      ['onAccent', 'accent'],
      ['onTape', 'tape'],
      ['page', 'text'],
    ] as const)
      expect(contrast(of(words), of(ground)), ground).toBeGreaterThanOrEqual(4.5);
  });
});

describe('the night', () => {
  it('has no colour with more blue than green, or more green than red', () => {
    for (const [name, [, , night]] of Object.entries(COLOURS)) {
      const [r, g, b] = rgb(night);
      expect(b, name).toBeLessThanOrEqual(g);
      expect(g, name).toBeLessThanOrEqual(r);
    }
  });
  it('is dimmer than the stage, wherever something is read', () => {
    for (const name of ['text', 'soft', 'accent', 'tape'] as const)
      expect(luminance(COLOURS[name][2]), name).toBeLessThan(luminance(COLOURS[name][1]) * 1.05);
  });
});
