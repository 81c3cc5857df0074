import { act, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import { lifeboat } from '@kavrell/demo';
import { stopPlaying, usePlay } from '../../shared/roll/play.ts';
import {
  clearPage,
  logged,
  openScreen,
  preparePage,
  press,
  testId,
  written,
  clearConsole,
  holdClock,
} from '../../testing/screen.tsx';
import { Playing, PlayPart } from './PlayDay.tsx';

function openAt(minute: number, simulated = true) {
  const plan = lifeboat(testId);
  const [day] = plan.days;
  const startMs = minuteToMs(day!.date, day!.timeZone, minute);
  holdClock(Date.UTC(2026, 10, 29));
  plan.production.simulatedNowOffsetMs = simulated ? startMs - Date.now() : null;
  openScreen(
    <>
      <PlayPart />
      <Playing />
    </>,
    { plan },
  );
  return plan;
}
const play = (ms: number) => act(() => void vi.advanceTimersByTime(ms));

beforeEach(() => {
  preparePage();
  clearConsole();
});
afterEach(() => {
  stopPlaying();
  vi.useRealTimers();
  clearPage();
});

describe('playing the day', () => {
  it('goes through the same events as by hand, each at its time, to the end, and then stops by itself', () => {
    const plan = openAt(850);
    press('Play the day');
    const total = usePlay.getState().steps.length;
    // A beat at a time: between two of them the page is drawn.
    for (let i = 0; i <= total; i += 1) play(2500);
    expect(usePlay.getState().productionId).toBeNull();
    expect(screen.queryByRole('status')).toBeNull();
    const events = logged();
    const kinds = (kind: string) => events.filter((e) => e.payload.kind === kind);
    expect(kinds('rolled').length).toBeGreaterThan(5);
    expect(kinds('cut')).toHaveLength(kinds('rolled').length);
    expect(kinds('marked')).toHaveLength(kinds('rolled').length);
    // Logged at the times of that day, in their order.
    const day = plan.days[0]!;
    const from = minuteToMs(day.date, day.timeZone, 850);
    expect(events[0]!.atMs).toBeGreaterThanOrEqual(from);
    expect([...events].sort((a, b) => a.atMs - b.atMs).map((e) => e.id)).toEqual(events.map((e) => e.id));
    const moved = written().filter((w) => w.label === 'Played on');
    expect(moved).toHaveLength(total);
    expect(written().some((w) => w.label === 'Launch begins')).toBe(true);
  });
  it('stops anywhere: what rolls rolls on, and nothing more is logged', () => {
    openAt(855);
    press('Play the day');
    for (let i = 0; i < 8; i += 1) play(2500);
    const bar = screen.getByRole('status');
    expect(bar.textContent).toMatch(/Playing, simulated: 1[45]:\d\d · \d+ of \d+/);
    act(() => bar.querySelector('button')!.click());
    const before = logged().length;
    play(60_000);
    expect(logged()).toHaveLength(before);
  });
  it('is not offered where the clock is real', () => {
    openAt(855, false);
    expect(screen.queryByRole('button', { name: 'Play the day' })).toBeNull();
  });
});
