import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { TakeEvent, TakePayload } from '@kavrell/core/roll';
import { minuteToMs } from '@kavrell/core/time';
import type { DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  cellOf,
  clearPage,
  demoPlan,
  openScreen,
  preparePage,
  press,
  said,
  sideSaid,
  testId,
} from '../../testing/screen.tsx';
import { WrapScreen } from './WrapScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

let seq = 0;
const event = (takeId: string, atMs: number, payload: TakePayload): TakeEvent => {
  seq += 1;
  return { id: testId(), takeId, atMs, seq, clientId: 'one', device: 'test', payload };
};
/** A take of the first shot of day one at 09:00, on camera A, with what was said of it. */
function aTake(
  plan: DemoPlan,
  { clip = null as string | null, verdict = 'good' as 'good' | 'noGood' | null, seconds = 40 } = {},
) {
  const [day] = plan.days;
  const shotId = plan.dayItems.find((i) => i.dayId === day!.id && i.shotId)!.shotId!;
  const shot = plan.shots.find((s) => s.id === shotId)!;
  const camera = plan.cameras.find((c) => c.letter === 'A')!;
  const [takeId, at] = [testId(), minuteToMs(day!.date, day!.timeZone, 540)];
  const events = [
    event(takeId, at, {
      kind: 'rolled',
      ...{ shotId, dayId: day!.id, number: 1, wild: false, timecode: '09:00:00:00' },
      cameras: [{ letter: 'A', cameraId: camera.id, evidence: 'reports', card: clip ? 'A001' : null, clip }],
    }),
    event(takeId, at + seconds * 1000, { kind: 'cut', timecode: '09:00:40:00' }),
    ...(verdict ? [event(takeId, at + seconds * 1000 + 500, { kind: 'marked', verdict })] : []),
  ];
  return { events, shot, camera };
}
const grid = () => screen.getByRole('grid', { name: /^Wrap of day/ });
const cell = (shot: string, column: string) => cellOf(grid(), shot, column).textContent;

describe('Wrap', () => {
  it('without a day says what will stand here', () => {
    openScreen(<WrapScreen />, { plan: barePlan(), day: null });
    expect(said()).toContain('When a day has been shot');
  });
  it('of a day with nothing on it says how lines come about', () => {
    const plan = demoPlan();
    openScreen(<WrapScreen />, { plan: { ...plan, dayItems: [], scenes: [], shots: [] } });
    expect(said()).toContain('Nothing to wrap yet');
  });
  it('has every planned shot of the day, also those nobody rolled', () => {
    const { plan } = openScreen(<WrapScreen />);
    const [day] = plan.days;
    const planned = plan.dayItems.filter((i) => i.dayId === day!.id && i.shotId).length;
    expect(planned).toBeGreaterThan(5);
    expect(Number(grid().getAttribute('aria-rowcount'))).toBeGreaterThan(planned);
  });
  it('sets a take beside its shot: number, camera, length, verdict', () => {
    const plan = demoPlan();
    const { events, shot } = aTake(plan);
    openScreen(<WrapScreen />, { plan, takes: events });
    expect(cell(shot.code, 'take')).toBe('1');
    expect(cell(shot.code, 'camera')).toBe('A');
    expect(cell(shot.code, 'verdict')).toBe('Good');
    expect(sideSaid()).toMatch(/Takes\s*1/);
  });
  it('a take without its clip is to settle, and only those can be shown', () => {
    const plan = demoPlan();
    const { events, shot } = aTake(plan, { clip: 'A001_C001' });
    // Wild sound needs no camera: nothing of it is to settle.
    const [rolled] = events;
    const wild = testId();
    const sound = event(wild, rolled!.atMs + 90_000, {
      ...{ kind: 'rolled', shotId: null, dayId: plan.days[0]!.id, number: 1, wild: true },
      ...{ cameras: [], timecode: '09:01:30:00' },
    });
    openScreen(<WrapScreen />, { plan, takes: [...events, sound] });
    const trouble = Number(/(\d+)\s*lines? to settle/.exec(said())![1]);
    expect(trouble).toBeGreaterThan(0);
    press(/to settle/);
    expect(Number(grid().getAttribute('aria-rowcount'))).toBe(trouble + 1);
    expect(within(grid()).getAllByText(shot.code).length).toBeGreaterThan(0);
    press(/to settle/);
    expect(Number(grid().getAttribute('aria-rowcount'))).toBeGreaterThan(trouble + 1);
  });
  it('a clip goes to the take that its camera named, and says by what', () => {
    const plan = demoPlan();
    const { events, shot, camera } = aTake(plan, { clip: 'A001_C001' });
    const base = { productionId: plan.production.id, version: 1 };
    const card = {
      ...{ ...base, id: testId(), deletedAt: null, label: 'A001', cameraId: camera.id, unloaded: true, faults: null },
      ...{ path: '/media/A001', simulated: true, notCopied: [], station: '', seen: null, alarms: [] },
    };
    const clip = {
      ...{ ...base, id: testId(), cardId: card.id, name: 'A001_C001', path: 'A001_C001.mov', sizeBytes: 1e9 },
      ...{ startTimecode: '09:00:00:00', durationMs: 40_000, rate: '25' },
    };
    openScreen(<WrapScreen />, { plan, takes: events, rows: { cards: [card], clips: [clip] } });
    expect(cell(shot.code, 'clip')).toBe('A001_C001');
    expect(sideSaid()).toMatch(/Clips found by name\s*1/);
    expect(sideSaid()).toMatch(/Clips found by timecode\s*0/);
    expect(cell(shot.code, 'media')).not.toMatch(/kept/i);
  });
  it('a take that is no good does not make its shot had', () => {
    const plan = demoPlan();
    const { events, shot } = aTake(plan, { verdict: 'noGood' });
    openScreen(<WrapScreen />, { plan, takes: events });
    expect(cell(shot.code, 'verdict')).toBe('No good');
    expect(cell(shot.code, 'state')).not.toMatch(/^got/i);
  });
  it('has its report to give as a table and on paper', () => {
    openScreen(<WrapScreen />);
    expect(screen.getByRole('link', { name: 'Report as CSV' }).getAttribute('href')).toMatch(/\.csv$|csv/);
    expect(screen.getByRole('link', { name: 'Report as PDF' }).getAttribute('href')).toMatch(/pdf/);
  });
  it('leads with what is missing: musts before what may be left, with their names and how many', () => {
    const { plan } = openScreen(<WrapScreen />);
    const kinds = [...document.querySelectorAll<HTMLElement>('[data-missing]')];
    expect(kinds.map((k) => k.dataset.missing)).toEqual(['must', 'notTaken']);
    const must = plan.shots.find(
      (s) => s.priority === 'must' && plan.dayItems.some((i) => i.shotId === s.id && i.dayId === plan.days[0]!.id),
    )!;
    expect(kinds[0]!.textContent).toContain(must.code);
    expect(kinds[0]!.textContent).toContain('musts not had');
  });
  it('shows only the lines of one kind, and all again', () => {
    openScreen(<WrapScreen />);
    const count = () => Number(grid().getAttribute('aria-rowcount'));
    const all = count();
    const must = within(document.querySelector<HTMLElement>('[data-missing=must]')!);
    fireEvent.click(must.getByRole('button', { name: 'Only these' }));
    expect(count()).toBe(1 + Number(/^\d+/.exec(document.querySelector('[data-missing=must]')!.textContent!)![0]));
    expect(count()).toBeLessThan(all);
    fireEvent.click(must.getByRole('button', { name: 'Only these' }));
    expect(count()).toBe(all);
  });
  it('goes to where it is settled', () => {
    const { plan } = openScreen(<WrapScreen />);
    fireEvent.click(screen.getByRole('button', { name: 'To Roll' }));
    expect(window.location.pathname).toBe(`/p/${plan.production.id}/1/roll`);
  });
});
