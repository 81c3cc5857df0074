import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  type,
  written,
} from '../../testing/screen.tsx';
import { DayScreen } from './DayScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);
const lineOf = (code: string) =>
  [...document.querySelectorAll<HTMLElement>('[data-line]')].find((l) => l.textContent?.includes(code))!;
const startOf = (code: string) => /\d\d:\d\d/.exec(lineOf(code).textContent ?? '')?.[0];
const codes = () =>
  [...document.querySelectorAll('[data-line]')].flatMap(
    (l) => /planned(\d+[A-Z])/.exec(l.textContent ?? '')?.[1] ?? [],
  );

describe('Day', () => {
  it('has each shot at its time, in the order of the plan', () => {
    openScreen(<DayScreen />);
    expect(codes().slice(0, 4)).toEqual(['6A', '6B', '6C', '4A']);
    expect(startOf('6A')).toBe('08:30');
    expect(screen.getByText('Every shot is on a day')).toBeTruthy();
  });
  it('a line is moved by keys: one change, and all after it are timed anew', () => {
    openScreen(<DayScreen />);
    fireEvent.click(lineOf('6B'));
    fireEvent.keyDown(lineOf('6B'), { key: 'ArrowUp', altKey: true });
    expect(codes().slice(0, 2)).toEqual(['6B', '6A']);
    expect(written()).toMatchObject([{ label: 'Moved 6B', ops: [{ op: 'update', table: 'dayItems' }] }]);
    expect(startOf('6B')).not.toBe('08:45');
  });
  it('a line is taken off and the next one is in hand', () => {
    openScreen(<DayScreen />);
    fireEvent.click(lineOf('9C'));
    fireEvent.keyDown(lineOf('9C'), { key: 'Delete' });
    expect(written()).toMatchObject([{ label: 'Took 9C off day 1', ops: [{ op: 'delete', table: 'dayItems' }] }]);
    expect(codes()).not.toContain('9C');
  });
  it('arrows walk the lines, and stop at the ends', () => {
    const { side } = openScreen(<DayScreen />);
    fireEvent.click(lineOf('6A'));
    fireEvent.keyDown(lineOf('6A'), { key: 'ArrowDown' });
    expect(side().getByRole('heading', { name: /6B/ })).toBeTruthy();
  });
  it('a block is added at the end, on this day', () => {
    const plan = demoPlan();
    openScreen(<DayScreen />, { plan });
    press('Add a block');
    const values = { dayId: plan.days[0]!.id, shotId: null, title: 'Rehearsal', minutes: 20 };
    expect(written()).toMatchObject([{ label: 'Added a block', ops: [{ op: 'insert', table: 'dayItems', values }] }]);
    expect(lineOf('Rehearsal')).toBeTruthy();
  });
  it('says in its sheet how the day stands against what is wanted', () => {
    const { side } = openScreen(<DayScreen />);
    expect(side().getByText('18:38')).toBeTruthy();
    expect(side().getByText('8 min over')).toBeTruthy();
  });
  it.each(['2027-03-18', '2027-03-28', '2027-10-31'])('on %s a typed time is that time on the wall', (date) => {
    const plan = demoPlan();
    const days = plan.days.map((d, i) => (i === 0 ? { ...d, date } : d));
    const { side } = openScreen(<DayScreen />, { plan: { ...plan, days } });
    expect(startOf('6A')).toBe('08:30');
    const call = () => side().getByLabelText<HTMLInputElement>('Call');
    type(call(), '07:10');
    expect(written()[0]?.ops).toMatchObject([{ op: 'update', table: 'days', values: { callMin: 430 } }]);
    expect(call().value).toBe('07:10');
    expect(startOf('6A')).toBe('09:10');
    fireEvent.click(lineOf('9C'));
    type(side().getByLabelText('Fixed start'), '19:40');
    expect(startOf('9C')).toBe('19:40');
  });
  it('a time that the clocks go over is refused in words', () => {
    const plan = demoPlan();
    const days = plan.days.map((d, i) => (i === 0 ? { ...d, date: '2027-03-28' } : d));
    const { side } = openScreen(<DayScreen />, { plan: { ...plan, days } });
    type(side().getByLabelText('Call'), '01:30');
    expect(side().getByText(/There is no 01:30 on 2027-03-28/)).toBeTruthy();
    expect(written()).toEqual([]);
  });
  it.each(['Other orders', 'Odds', 'I have 40 minutes', 'Share out'])('%s opens beside the order', async (name) => {
    openScreen(<DayScreen />);
    await openView(name);
    expect(screen.getByRole('tab', { name }).getAttribute('aria-selected')).toBe('true');
    expect(document.querySelector('[data-line]')).toBeNull();
    expect(document.querySelector('main')!.textContent!.length).toBeGreaterThan(80);
  });
  it('the listed order stands first among other orders, with its sums', async () => {
    openScreen(<DayScreen />);
    await openView('Other orders');
    const listed = document.querySelector<HTMLElement>('[data-school=listed]')!;
    expect(listed.textContent).toContain('As listed');
    expect(listed.textContent).toContain('18:38');
  });
  it('without a day offers one', () => {
    openScreen(<DayScreen />, { plan: barePlan(), day: null });
    press('Add a day');
    const date = screen.getByRole('textbox', { name: /date/i });
    fireEvent.change(date, { target: { value: '3 May 2027' } });
    fireEvent.keyDown(date, { key: 'Enter' });
    const [{ ops }] = written() as [ReturnType<typeof written>[number]];
    expect(ops[0]).toMatchObject({ op: 'insert', table: 'days', values: { number: 1 } });
  });
  it('a day on which nothing is planned yet is a day', () => {
    const plan = { ...barePlan(), days: [demoPlan().days[0]!] };
    openScreen(<DayScreen />, { plan });
    expect(within(document.body).getByRole('heading', { level: 1 }).textContent).toContain('in order');
    expect(document.querySelectorAll('[data-line]')).toHaveLength(0);
  });
});
