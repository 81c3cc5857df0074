import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { clearPage, demoPlan, openScreen, preparePage, written } from '../../testing/screen.tsx';
import { DayRibbon } from './DayRibbon.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const at = (screen: string) => window.history.replaceState(null, '', `/p/x/1/${screen}`);
const blocks = () => [...document.querySelectorAll<SVGGElement>('[data-ribbon-block]')];
const block = (words: RegExp) => {
  const found = blocks().find((b) => words.test(b.getAttribute('aria-label') ?? ''));
  if (!found) throw new Error(`No block ${String(words)}`);
  return found;
};

describe('blocks of the ribbon', () => {
  it('on the Day screen are moved by Alt and an arrow, all lines of one together, with one change', () => {
    const plan = demoPlan();
    at('day');
    openScreen(<DayRibbon />, { plan });
    fireEvent.keyDown(block(/^6A/), { key: 'ArrowRight', altKey: true });
    const [change, ...others] = written();
    expect(others).toEqual([]);
    const changes = change?.ops ?? [];
    expect(changes.length).toBeGreaterThan(1);
    const order = plan.dayItems
      .filter((i) => i.dayId === plan.days[0]!.id)
      .map((i) => ({
        code: plan.shots.find((s) => s.id === i.shotId)?.code ?? i.title,
        at:
          (changes.find((o) => o.op === 'update' && o.id === i.id) as { values?: { position: number } } | undefined)
            ?.values?.position ?? i.position,
      }))
      .sort((a, b) => a.at - b.at)
      .map((i) => i.code);
    const scene6 = ['6A', '6B', '6C'].map((c) => order.indexOf(c));
    expect(scene6[0]).toBeGreaterThan(order.indexOf('4A'));
    expect(scene6).toEqual([scene6[0], scene6[0]! + 1, scene6[0]! + 2]);
  });
  it('the first goes no earlier, and without Alt nothing moves', () => {
    at('day');
    openScreen(<DayRibbon />);
    const works = blocks().filter((b) => b.hasAttribute('aria-keyshortcuts'));
    fireEvent.keyDown(works[0]!, { key: 'ArrowLeft', altKey: true });
    fireEvent.keyDown(works[1]!, { key: 'ArrowLeft' });
    expect(written()).toEqual([]);
  });
  it('on other screens they only lead to the day', () => {
    at('scenes');
    openScreen(<DayRibbon />);
    expect(blocks().some((b) => b.hasAttribute('aria-keyshortcuts'))).toBe(false);
    fireEvent.keyDown(block(/^6A/), { key: 'ArrowRight', altKey: true });
    expect(written()).toEqual([]);
    fireEvent.keyDown(block(/^6A/), { key: 'Enter' });
    expect(window.location.pathname).toMatch(/\/day$/);
    expect(screen.getByRole('group', { name: /^The day from/ })).toBeTruthy();
  });
});
