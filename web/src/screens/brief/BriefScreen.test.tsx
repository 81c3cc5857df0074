import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  cellOf,
  editCell,
  clearPage,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  written,
} from '../../testing/screen.tsx';
import { BriefScreen } from './BriefScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('Brief', () => {
  it('says of every piece whether the plan gives it', () => {
    openScreen(<BriefScreen />);
    expect(said()).toContain('8 pieces, 6:45 in all');
    expect(said()).toContain('Must be seen, and no shot shows it: tag one with #donor.');
  });
  it('a wish is noted with its kind, and asks for words', () => {
    openScreen(<BriefScreen />, { plan: barePlan() });
    press('Kit');
    expect(written()).toMatchObject([
      { ops: [{ op: 'insert', table: 'asks', values: { kind: 'kit', priceMinor: null } }] },
    ]);
    expect(screen.getByRole('grid', { name: /Asked for/ })).toBeTruthy();
  });
  it('the form is sent whole: what is wrong is said at its field, and nothing is written', async () => {
    openScreen(<BriefScreen />);
    const title = screen.getByLabelText(/^Title/);
    fireEvent.change(title, { target: { value: ' ' } });
    press('Save the brief');
    expect(await screen.findByText('The title is missing.')).toBeTruthy();
    expect(written()).toEqual([]);
  });
  it('what is right is written, of it only what changed', async () => {
    openScreen(<BriefScreen />);
    fireEvent.change(screen.getByLabelText(/^Client/), { target: { value: 'The harbour trust' } });
    press('Save the brief');
    await screen.findByRole('button', { name: 'Save the brief' });
    await expect.poll(() => written().length).toBe(1);
    expect(written()[0]!.ops).toMatchObject([
      { op: 'update', table: 'productions', values: { client: 'The harbour trust' } },
    ]);
  });
  it('a day is added on a date in people’s own words', async () => {
    openScreen(<BriefScreen />);
    await openView('Days');
    expect(said()).toMatch(/18 Mar/);
  });
  it.each(['Look', 'What changed', 'Paste to start'])('%s opens', async (name) => {
    openScreen(<BriefScreen />);
    await openView(name);
    expect(screen.getByRole('tab', { name }).getAttribute('aria-selected')).toBe('true');
  });
  it('a deliverable says its size in pixels, and can’t be of none', () => {
    openScreen(<BriefScreen />);
    const [grid] = screen.getAllByRole('grid');
    expect(cellOf(grid!, 'Vertical cut', 'size').textContent).toMatch(/1080.×.1920/);
    editCell(grid!, 'Vertical cut', 'size', 'tall');
    expect(written()).toEqual([]);
    expect(within(grid!).getByRole('alert')).toBeTruthy();
  });
});
