import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import type { DemoPlan } from '@kavrell/demo';
import { useConsole } from '../../shared/roll/console.ts';
import {
  clearPage,
  demoPlan,
  key,
  logged,
  openScreen,
  preparePage,
  press,
  clearConsole,
  holdClock,
} from '../../testing/screen.tsx';
import { RollScreen } from './RollScreen.tsx';

const DAY_MIN = 8 * 60 + 31;
/** The demo’s plan, and the clock at 08:31 of its first day. */
function onTheDay(): DemoPlan {
  const plan = demoPlan();
  const [day] = plan.days;
  holdClock(minuteToMs(day!.date, day!.timeZone, DAY_MIN));
  return { ...plan, production: { ...plan.production, simulatedNowOffsetMs: null } };
}
/** A second later: the button takes the next press. */
const later = (ms = 1500) => act(() => void vi.advanceTimersByTime(ms));

beforeEach(() => {
  preparePage();
  clearConsole();
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});
const state = () => document.querySelector('[data-roll-state]')!.textContent;
const inHand = () => document.querySelector('[data-now-code]')!.textContent;

describe('Roll', () => {
  it('has the next shot in hand, with its cameras and its take number', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    expect(state()).toBe('Take 1 next');
    expect(inHand()).toBe('6A');
    expect(screen.getByText('with A, B')).toBeTruthy();
  });
  it('Space rolls and cuts; the next take counts on', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key(' ');
    expect(logged().map((e) => e.payload.kind)).toEqual(['rolled']);
    expect(state()).toMatch(/^Rolling 0:0/);
    later();
    key(' ');
    expect(logged().map((e) => e.payload.kind)).toEqual(['rolled', 'cut']);
    later();
    expect(state()).toBe('Take 2 next');
  });
  it('two presses at once are one', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key(' ');
    key(' ');
    expect(logged()).toHaveLength(1);
  });
  it('a camera is put in and out by its letter, before and while it rolls', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key('c');
    expect(screen.getByText('with A, B, C')).toBeTruthy();
    key(' ');
    const [rolled] = logged();
    expect(rolled!.payload.kind === 'rolled' && rolled!.payload.cameras.map((c) => c.letter)).toEqual(['A', 'B', 'C']);
    key('b');
    expect(logged().at(-1)!.payload).toMatchObject({ kind: 'camera', letter: 'B', in: false });
  });
  it('a verdict is given by key or press, and taken away by the same again', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Good/ }).disabled).toBe(true);
    key(' ');
    later();
    key(' ');
    key('g');
    expect(logged().at(-1)!.payload).toEqual({ kind: 'marked', verdict: 'good' });
    expect(screen.getByRole('button', { name: /^Good/ }).getAttribute('aria-pressed')).toBe('true');
    press(/^Good/);
    expect(logged().at(-1)!.payload).toEqual({ kind: 'marked', verdict: null });
  });
  it('a cut is taken back within five seconds, not later', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key(' ');
    later();
    key(' ');
    later();
    key('u');
    expect(logged().at(-1)!.payload).toEqual({ kind: 'uncut' });
    expect(state()).toMatch(/^Rolling/);
    key(' ');
    later(6000);
    key('u');
    expect(logged().filter((e) => e.payload.kind === 'uncut')).toHaveLength(1);
  });
  it('wild sound is a take of no camera; what is noted goes to it', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key('w');
    expect(logged()[0]!.payload).toMatchObject({ kind: 'rolled', wild: true, cameras: [] });
    later();
    key(' ');
    key('t');
    const note = screen.getByRole('textbox', { name: /note/i });
    fireEvent.change(note, { target: { value: 'gulls over it' } });
    press('Add');
    expect(logged().at(-1)!.payload).toEqual({ kind: 'noted', text: 'gulls over it' });
  });
  it('while a note is typed its letters are no keys', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key(' ');
    later();
    key(' ');
    key('t');
    const before = logged().length;
    key('g');
    key('x');
    expect(logged()).toHaveLength(before);
  });
  it('N and P go through the shots; another one stays in hand through a reload', () => {
    openScreen(<RollScreen />, { plan: onTheDay() });
    key('n');
    expect(inHand()).toBe('6B');
    expect(localStorage.getItem('kavrell-in-hand')).toBe(useConsole.getState().targetId);
    key('p');
    expect(inHand()).toBe('6A');
  });
  it('on another date than the day’s it asks once before it rolls', () => {
    const plan = onTheDay();
    vi.setSystemTime(Date.now() + 3 * 86_400_000);
    openScreen(<RollScreen />, { plan });
    key(' ');
    expect(logged()).toEqual([]);
    expect(document.querySelector('main')!.textContent).toMatch(/today|date/i);
  });
  it('a take of a clock that runs a day ahead is shown and said to be, with nothing of it lost', () => {
    const plan = onTheDay();
    const tomorrow = Date.now() + 86_400_000;
    const camera = plan.cameras[0]!;
    const take = {
      ...{
        id: plan.shots[1]!.id,
        takeId: plan.shots[0]!.id,
        atMs: tomorrow,
        seq: 1,
        clientId: 'other',
        device: 'phone',
      },
      payload: {
        ...{ kind: 'rolled' as const, shotId: plan.shots[0]!.id, dayId: plan.days[0]!.id, number: 1, wild: false },
        cameras: [{ letter: 'A', cameraId: camera.id, evidence: 'assumed' as const, card: null, clip: null }],
        timecode: '10:00:00:00',
      },
    };
    openScreen(<RollScreen />, { plan, takes: [take] });
    expect(document.querySelector('[data-take]')!.textContent).toContain('this is yet to come: put its time right');
  });
});
