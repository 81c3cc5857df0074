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
import { minuteToMs } from '@kavrell/core/time';
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

describe('the sheet on its day', () => {
  /** The demo with its clock at a minute of its first day. */
  const at = (minute: number) => {
    const plan = demoPlan();
    const [day] = plan.days;
    const simulatedNowOffsetMs = minuteToMs(day!.date, day!.timeZone, minute) - Date.now();
    return { ...plan, production: { ...plan.production, simulatedNowOffsetMs } };
  };
  it('is led by what is due by it, and marks that line', () => {
    openScreen(<CallSheetScreen />, { plan: at(11 * 60 + 6) });
    const lead = document.querySelector('[data-sheet-now]');
    expect(lead?.textContent).toContain('By the sheet now: 7C Metal meets the mould, until 11:17');
    expect(lead?.textContent).toMatch(/then 7D.* at 11:32/);
    expect(document.querySelector('li[aria-current=time]')?.textContent).toContain('7C Metal meets the mould');
    // What is missing stands below it.
    const missing = screen.getByLabelText('Still missing for a call sheet');
    expect(lead!.compareDocumentPosition(missing)).toBe(Node.DOCUMENT_POSITION_FOLLOWING);
  });
  it('on other days nothing is due', () => {
    openScreen(<CallSheetScreen />, { plan: at(-3 * 1440) });
    expect(document.querySelector('[data-sheet-now]')).toBeNull();
    expect(document.querySelector('li[aria-current=time]')).toBeNull();
  });
  it('shows its light, its boards, the day as a strip and where the places lie', () => {
    openScreen(<CallSheetScreen />);
    const pictures = screen.getAllByRole('img').map((i) => i.getAttribute('alt') ?? i.getAttribute('aria-label'));
    for (const name of ['Plan of the light of L4 Pour floor', 'Board of 7B', 'The day as a strip, 06:00 to 19:00'])
      expect(pictures).toContain(name);
    expect(screen.getByLabelText(/^A plan of .*Sea-mark tower.*, north up$/)).toBeTruthy();
  });
});
