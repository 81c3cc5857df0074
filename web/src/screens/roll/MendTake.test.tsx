import { act, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import {
  clearPage,
  demoPlan,
  key,
  logged,
  openScreen,
  preparePage,
  press,
  pressPart,
  type,
  clearConsole,
  holdClock,
} from '../../testing/screen.tsx';
import { RollScreen } from './RollScreen.tsx';

/** One take of 20 s rolled and cut at 08:31 of the demo’s first day, and the panel that puts it right. */
function withOneTake() {
  const demo = demoPlan();
  const [day] = demo.days;
  holdClock(minuteToMs(day!.date, day!.timeZone, 8 * 60 + 31));
  const plan = { ...demo, production: { ...demo.production, simulatedNowOffsetMs: null } };
  openScreen(<RollScreen />, { plan });
  key(' ');
  act(() => void vi.advanceTimersByTime(20_000));
  key(' ');
  act(() => void vi.advanceTimersByTime(1500));
  return plan;
}
const last = () => logged().at(-1)!.payload;
const panel = () => within(screen.getByRole('region', { name: /^Put take/ }));
const open = () => {
  const plan = withOneTake();
  key('r');
  return plan;
};

beforeEach(() => {
  preparePage();
  clearConsole();
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

describe('a take put right', () => {
  it('opens below its line by R, and closes', () => {
    open();
    expect(panel().getByText('Put take 1 right')).toBeTruthy();
    press('Done');
    expect(screen.queryByRole('region', { name: /^Put take/ })).toBeNull();
  });
  it('was of another shot: the list says so at once, and what comes next counts anew', () => {
    const plan = open();
    const other = plan.shots.find((s) => s.code === '6B')!;
    fireEvent.change(panel().getByLabelText('It was of'), { target: { value: other.id } });
    expect(last()).toEqual({ kind: 'aimed', shotId: other.id, sceneId: null });
    expect(document.querySelector('[data-take]')!.textContent).toContain('6B-1');
    expect(document.querySelector('[data-roll-state]')!.textContent).toBe('Take 1 next');
  });
  it('began earlier; and never ends before it begins', () => {
    open();
    press('Began −10 s');
    expect(last()).toMatchObject({ kind: 'timed', cutAtMs: null });
    expect(panel().getByText('0:30 long')).toBeTruthy();
    const before = logged().length;
    for (let i = 0; i < 3; i += 1) press('Cut −10 s');
    // Two fit into thirty seconds, the third would turn it round.
    expect(logged()).toHaveLength(before + 2);
  });
  it('its number is a whole one; what is none is refused in words and logged nowhere', () => {
    open();
    const field = panel().getByLabelText('Take');
    const before = logged().length;
    type(field, '2.5');
    expect(panel().getByText(/whole one from 1/)).toBeTruthy();
    expect(logged()).toHaveLength(before);
    type(field, '12');
    expect(last()).toEqual({ kind: 'numbered', number: 12 });
  });
  it('what was wrong is one press, and stands in the list', () => {
    open();
    press('focus');
    expect(last()).toEqual({ kind: 'faulted', fault: 'focus', on: true });
    expect(document.querySelector('[data-take]')!.textContent).toContain('focus wrong');
    press('focus');
    expect(last()).toEqual({ kind: 'faulted', fault: 'focus', on: false });
  });
  it('a camera that was not in it, and one forgotten', async () => {
    const plan = open();
    await pressPart(panel().getByRole('checkbox', { name: /^A \(assumed\)/ }));
    expect(last()).toMatchObject({ kind: 'camera', letter: 'A', in: false });
    await pressPart(panel().getByRole('checkbox', { name: /^C/ }));
    expect(last()).toMatchObject({ kind: 'camera', letter: 'C', in: true });
    const box = plan.soundBoxes.find((b) => b.kind === 'recorder')!;
    await pressPart(panel().getByRole('checkbox', { name: box.name }));
    expect(last()).toEqual({ kind: 'recorder', boxId: box.id, in: false });
  });
  it('a false start stays in the list and counts for nothing; it is brought back', () => {
    open();
    press('False start');
    expect(document.querySelector('[data-take]')!.textContent).toContain('false start');
    expect(document.querySelector('[data-roll-state]')!.textContent).toBe('Take 1 next');
    press(/bring it back/);
    expect(document.querySelector('[data-roll-state]')!.textContent).toBe('Take 2 next');
  });
  it('was two: split in the middle, then put together again', () => {
    open();
    press('It was two: split it');
    expect(document.querySelectorAll('[data-take]')).toHaveLength(2);
    fireEvent.click(document.querySelectorAll('[data-take]')[0]!);
    press(/put it into that/);
    const rows = [...document.querySelectorAll('[data-take]')].map((r) => r.textContent);
    expect(rows.filter((r) => r!.includes('in another'))).toHaveLength(1);
  });
  it('everything said of it stands in its history', async () => {
    open();
    press('sound');
    await pressPart(panel().getByRole('button', { name: 'Everything that was said of it' }));
    const lines = [...panel().getByRole('list').querySelectorAll('li')].map((l) => l.textContent);
    expect(lines).toHaveLength(3);
    expect(lines[0]).toContain('rolled: 6A, take 1, with A, B');
    expect(lines[2]).toContain('sound was wrong');
  });
  it('how a camera was set is kept to the next take of the shot', async () => {
    open();
    await pressPart(panel().getByRole('button', { name: 'How the cameras were set' }));
    type(panel().getByLabelText('stop of A'), 'T4');
    expect(last()).toMatchObject({ kind: 'set', letter: 'A', set: { stop: 'T4', ei: '800' } });
    key(' ');
    const rolled = logged().at(-1)!.payload;
    expect(rolled.kind === 'rolled' && rolled.cameras.find((c) => c.letter === 'A')!.set!.stop).toBe('T4');
  });
});

describe('while it rolls', () => {
  it('K ends the take and begins the next in the same roll', () => {
    withOneTake();
    key(' ');
    act(() => void vi.advanceTimersByTime(1500));
    key('k');
    const [over, next] = logged().slice(-2);
    expect(over!.payload).toMatchObject({ kind: 'cut', on: true });
    expect(next!.payload).toMatchObject({ kind: 'rolled', number: 3, continuesTakeId: over!.takeId });
    expect(document.querySelector('[data-roll-state]')!.textContent).toMatch(/^Rolling/);
  });
  it('recorders roll with it, and are put out of the next one by a press', () => {
    const plan = withOneTake();
    const boxes = plan.soundBoxes.filter((b) => b.kind === 'recorder');
    expect(logged()[0]!.payload).toMatchObject({ boxIds: boxes.map((b) => b.id) });
    press(new RegExp(`^${boxes[0]!.name}: in the take`));
    key(' ');
    expect(logged().at(-1)!.payload).not.toHaveProperty(
      'boxIds',
      boxes.map((b) => b.id),
    );
  });
});
