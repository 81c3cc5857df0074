import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  sideSaid,
  written,
} from '../../testing/screen.tsx';
import { CallSheetScreen } from './CallSheetScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('Call sheet', () => {
  it('is composed from the plan, and says what is still missing', () => {
    openScreen(<CallSheetScreen />);
    expect(said()).toContain('Still missing for a call sheet: 3 of 11 things');
    expect(said()).toContain('The pour is at 11:05 and waits for nobody');
    expect(screen.getByText('General call')).toBeTruthy();
  });
  it('names the gaps before it is frozen', async () => {
    openScreen(<CallSheetScreen />);
    expect(sideSaid()).toContain('Sea-mark tower is not confirmed.');
    await openView('Freeze');
    expect(screen.getAllByRole('button', { name: /Freeze/ }).length).toBeGreaterThan(0);
  });
  it('what went out and what changed since are told apart', () => {
    const plan = demoPlan();
    const [day] = plan.days;
    const sheet = {
      id: crypto.randomUUID(),
      productionId: plan.production.id,
      version: 1,
      deletedAt: null,
      dayId: day!.id,
    };
    const frozen = {
      ...sheet,
      revision: 1,
      frozenAtMs: 0,
      note: '',
      shots: [{ shotId: plan.shots[0]!.id, code: '1A' }],
      content: null,
    };
    openScreen(<CallSheetScreen />, { plan: { ...plan, frozenSheets: [frozen] } });
    expect(said()).toContain('Version 1 is out: its 1 shot number stay.');
  });
  it('weather is typed with who says so; nothing is taken from the simulated service by itself', () => {
    const { side } = openScreen(<CallSheetScreen />);
    const wind = side().getByLabelText(/^Wind, m\/s/);
    fireEvent.change(wind, { target: { value: '7' } });
    fireEvent.blur(wind);
    expect(written()[0]!.ops).toMatchObject([{ table: 'days', values: { forecast: { windMps: 7 } } }]);
  });
  it.each(['Who has read it', 'Move the day', 'From paper'])('%s opens', async (name) => {
    openScreen(<CallSheetScreen />);
    await openView(name);
    expect(said().length).toBeGreaterThan(60);
  });
  it('there is none without a day', () => {
    openScreen(<CallSheetScreen />, { plan: barePlan(), day: null });
    expect(screen.getByText('No day yet')).toBeTruthy();
    press('Add a day');
    expect(written()).toEqual([]);
  });
});
