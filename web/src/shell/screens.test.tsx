import { screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Me } from '@kavrell/contract';
import { barePlan, clearPage, demoPlan, openScreen, preparePage, said, settled } from '../testing/screen.tsx';
import { SCREENS } from './screens.ts';

let failed: ReturnType<typeof vi.spyOn>;
beforeEach(() => {
  preparePage();
  // React says on the console what went wrong while drawing.
  failed = vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  clearPage();
  failed.mockRestore();
});
const LOGGER: Me = { role: 'log', name: 'Mirko', productionId: null, hasPassword: false };
const draw = async (path: string, asked: Parameters<typeof openScreen>[1] = {}) => {
  const entry = SCREENS.find((s) => s.path === path)!;
  const Screen = await entry.code.load();
  openScreen(<Screen />, asked);
  await settled();
  return entry;
};
const paths = SCREENS.map((s) => s.path);

describe('every screen', () => {
  it.each(paths)('%s draws the whole demo, and nothing goes wrong', async (path) => {
    await draw(path);
    expect(said().length).toBeGreaterThan(100);
    expect(failed.mock.calls).toEqual([]);
  });
  it.each(paths)('%s of a job with nothing in it says what belongs there and how to begin', async (path) => {
    await draw(path, { plan: barePlan() });
    expect(said().length).toBeGreaterThan(20);
    expect(said()).not.toMatch(/NaN|undefined|null|Infinity|Invalid/);
    expect(failed.mock.calls).toEqual([]);
  });
  it.each(paths)('%s says nothing that is no number, date or word of ours', async (path) => {
    await draw(path);
    expect(said()).not.toMatch(/NaN|undefined|\[object|Infinity|Invalid Date/);
  });
  it.each(paths)('%s is not blank while its rows are on their way', async (path) => {
    await draw(path, { loading: true });
    expect(said === undefined ? '' : document.body.textContent).toMatch(
      /Reading the production|Loading|the production/,
    );
  });
  it.each(paths)('%s bears a name of sixty letters and a title of nothing', async (path) => {
    const plan = demoPlan();
    const long = 'Wolfeschlegelsteinhausenbergerdorff of the Upper Harbour Foundry';
    plan.people[0] = { ...plan.people[0]!, name: long, shortName: 'Wolfeschlegelsteinhausen' };
    plan.scenes[0] = { ...plan.scenes[0]!, title: '' };
    plan.places[0] = { ...plan.places[0]!, name: long };
    await draw(path, { plan });
    expect(failed.mock.calls).toEqual([]);
  });
  it.each(SCREENS.filter((s) => s.roles.includes('log')).map((s) => s.path))(
    '%s draws for whoever logs, without what is the owner’s',
    async (path) => {
      await draw(path, { me: LOGGER });
      expect(screen.queryByText('vegetarian')).toBeNull();
      expect(failed.mock.calls).toEqual([]);
    },
  );
  it('has a path and a title of its own', () => {
    expect(new Set(paths).size).toBe(paths.length);
    expect(new Set(SCREENS.map((s) => s.title)).size).toBe(SCREENS.length);
  });
});
