import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { lanesOf } from '@kavrell/core/day';
import { planOf } from '@kavrell/core/productions';
import { msToMinute, minuteToMs } from '@kavrell/core/time';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  said,
  written,
} from '../../testing/screen.tsx';
import { DayScreen } from './DayScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const band = () => screen.getByRole('listbox', { name: 'The day in lanes' });
const codes = () =>
  within(band())
    .getAllByRole('option')
    .flatMap((o) => /^\d+[A-Z]$/.exec(o.textContent ?? '')?.[0] ?? []);
const share = (part: HTMLElement, side: 'left' | 'width') => Number.parseFloat(part.style[side]);
const block = (code: string) => within(band()).getByRole('option', { name: new RegExp(`^${code} `) });

/** The demo as if its clock stood at a minute of its first day. */
function at(minute: number) {
  const plan = demoPlan();
  const [day] = plan.days as [(typeof plan.days)[number]];
  plan.production = {
    ...plan.production,
    simulatedNowOffsetMs: minuteToMs(day.date, day.timeZone, minute) - Date.now(),
  };
  expect(msToMinute(day.date, day.timeZone, Date.now() + plan.production.simulatedNowOffsetMs!)).toBeCloseTo(minute, 0);
  return plan;
}

describe('the day in lanes', () => {
  const open = async (plan = demoPlan()) => {
    const drawn = openScreen(<DayScreen />, { plan });
    await openView('Lanes');
    return drawn;
  };
  it('has each line of the order at its time, as long as it takes', async () => {
    const { plan } = await open();
    const timed = planOf(plan, plan.days[0]!);
    expect(within(band()).getAllByRole('option')).toHaveLength(timed.rows.length);
    const [a, b] = [block('6A'), block('7C')];
    const per = share(a, 'width') / 8;
    expect(share(b, 'width')).toBeCloseTo(12 * per, 2);
    expect(share(b, 'left') - share(a, 'left')).toBeCloseTo((11 * 60 + 5 - 8.5 * 60) * per, 1);
  });
  it('has a lane for each person, camera and place that the day takes, and says who waits how long', async () => {
    const { plan } = await open();
    const lanes = lanesOf(planOf(plan, plan.days[0]!), plan);
    expect([...document.querySelectorAll<HTMLElement>('[data-lane]')].map((l) => l.dataset.lane)).toEqual(
      lanes.map((l) => l.name),
    );
    expect(document.querySelector('[data-lane=Ilse]')!.textContent).toMatch(/waits \d/);
    expect(document.querySelector('[data-lane=C]')!.textContent).toContain('nobody');
  });
  it('a line is moved by keys along the day, as in the list', async () => {
    await open();
    fireEvent.click(block('6B'));
    fireEvent.keyDown(band(), { key: 'ArrowLeft', altKey: true });
    expect(codes().slice(0, 2)).toEqual(['6B', '6A']);
    expect(written()).toMatchObject([{ label: 'Moved 6B', ops: [{ op: 'update', table: 'dayItems' }] }]);
  });
  it('what is in hand is marked in every lane it needs', async () => {
    await open();
    fireEvent.click(block('7C'));
    for (const lane of ['Ilse', 'A', 'D', 'Pour floor'])
      expect(document.querySelectorAll(`[data-lane="${lane}"] .own`)).toHaveLength(1);
    expect(document.querySelectorAll('[data-lane="Sea-mark tower"] .own')).toHaveLength(0);
  });
  it('a day of nothing says what its lanes will be', async () => {
    const plan = barePlan();
    await open({ ...plan, days: demoPlan().days.map((d) => ({ ...d, productionId: plan.production.id })) });
    expect(said()).toContain('Nothing on this day yet');
  });
});

describe('what is due now', () => {
  const bar = () => document.querySelector('[data-present]');
  it('stands above the order, and its line is marked', () => {
    openScreen(<DayScreen />, { plan: at(8 * 60 + 32) });
    expect(bar()!.textContent).toContain('6A until 08:38');
    expect(bar()!.textContent).toContain('then 6B at 08:45');
    expect(document.querySelector('[aria-current=time]')!.textContent).toContain('6A');
  });
  it('says by how much it is over', () => {
    openScreen(<DayScreen />, { plan: at(8 * 60 + 50) });
    expect(bar()!.textContent!.replaceAll('\u00a0', ' ')).toContain('6A, 12 min over its time');
  });
  it('on another day there is none', () => {
    openScreen(<DayScreen />, { plan: at(-24 * 60) });
    expect(bar()).toBeNull();
    expect(document.querySelector('[aria-current=time]')).toBeNull();
  });
  it('is the same above the lanes', async () => {
    openScreen(<DayScreen />, { plan: at(8 * 60 + 32) });
    await openView('Lanes');
    expect(bar()!.textContent).toContain('6A until 08:38');
    expect(block('6A').getAttribute('aria-current')).toBe('time');
  });
});

describe('what leads the day', () => {
  const lead = () => document.querySelector<HTMLElement>('[data-now]');
  it('before it: what its call sheet still wants, by name, until nothing is', async () => {
    const plan = at(5 * 60 - 24 * 60);
    plan.frozenSheets = [];
    plan.days = plan.days.map((d) => ({ ...d, forecast: null }));
    openScreen(<DayScreen />, { plan });
    expect(lead()?.dataset.now).toBe('ahead');
    expect(lead()?.textContent).toMatch(/Still missing before the day: \d.*weather.*the sheet itself/);
    expect(within(lead()!).getByRole('link').getAttribute('href')).toMatch(/call-sheet$/);
  });
  it('after it: which of its shots were not got', () => {
    openScreen(<DayScreen />, { plan: at(36 * 60) });
    expect(lead()?.dataset.now).toBe('over');
    const codes = (lead()?.textContent ?? '').match(/\d[A-Z]/g) ?? [];
    expect(lead()?.textContent).toMatch(new RegExp(`not got: ${codes.length}`));
    expect(codes).toContain('9E');
  });
  it('with every shot had or dropped: that nothing is left, and not that all was got', () => {
    const plan = at(36 * 60);
    plan.shots = plan.shots.map((s) => ({ ...s, dropped: true }));
    openScreen(<DayScreen />, { plan });
    expect(lead()?.textContent).toContain('Nothing on this day is left to get.');
    expect(lead()?.textContent).not.toMatch(/was got|not got/);
  });
  it('on it: what is due', () => {
    openScreen(<DayScreen />, { plan: at(11 * 60) });
    expect(lead()).toBeNull();
    expect(document.querySelector('[data-present]')?.textContent).toMatch(/^\d/);
  });
});
