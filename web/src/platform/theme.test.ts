import { afterEach, describe, expect, it, vi } from 'vitest';
import { followSystem, setTheme, shownTheme, useShownTheme } from './theme.ts';

afterEach(() => vi.unstubAllGlobals());

/** A page whose system is light or dark, and may change its mind. */
function page(isLight: boolean) {
  let hear = () => undefined as void;
  const media = { matches: isLight, addEventListener: (_: string, run: () => void) => void (hear = run) };
  const dataset: Record<string, string> = {};
  vi.stubGlobal('window', { matchMedia: () => media });
  vi.stubGlobal('document', { documentElement: { dataset } });
  return {
    dataset,
    turn: (light: boolean) => {
      media.matches = light;
      hear();
    },
  };
}

describe('the theme', () => {
  it('is the system’s until another is chosen', () => {
    expect(shownTheme('system', true)).toBe('daylight');
    expect(shownTheme('system', false)).toBe('stage');
    expect(shownTheme('night', true)).toBe('night');
    expect(shownTheme('daylight', false)).toBe('daylight');
  });
  it('is put on the page, and told to what draws by it', () => {
    const { dataset } = page(true);
    setTheme('night');
    expect(dataset.theme).toBe('night');
    expect(useShownTheme.getState().shown).toBe('night');
  });
  it('follows the system from day to night while its own look is chosen, and not otherwise', () => {
    const { dataset, turn } = page(true);
    setTheme('system');
    followSystem();
    expect(dataset.theme).toBe('daylight');
    turn(false);
    expect(dataset.theme).toBe('stage');
    setTheme('daylight');
    turn(false);
    expect(dataset.theme).toBe('daylight');
  });
});
