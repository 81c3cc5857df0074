import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Clip } from '@kavrell/core/copies';
import { wavHead } from '@kavrell/core/formats';
import type { HandLine, LineFind, LineRun } from '@kavrell/core/lineup';
import type { TakeEvent } from '@kavrell/core/roll';
import { foldTakes } from '@kavrell/core/roll';
import type { DemoPlan } from '@kavrell/demo';
import { bellMorning } from '../../../../core/src/about/lineup/testing.ts';
import {
  clearPage,
  openScreen,
  openView,
  preparePage,
  press,
  pressPart,
  said,
  sideSaid,
  stubServer,
  testId,
  written,
} from '../../testing/screen.tsx';
import { LineUpScreen } from './LineUpScreen.tsx';

let asked: ReturnType<typeof stubServer>;
beforeEach(() => {
  preparePage();
  asked = stubServer();
});
afterEach(clearPage);

interface Morning {
  plan: DemoPlan;
  takes: TakeEvent[];
  clips: (Clip & { truthMs: number })[];
}
/** The demo’s morning with a clip for each of its recordings. */
function morning(): Morning {
  const { demo: plan, events: takes, clips, truth } = bellMorning(testId);
  return { plan, takes, clips: clips.map((c) => ({ ...c, truthMs: truth.get(c.id)! })) };
}
const runOf = ({ plan }: Morning, more: Partial<LineRun> = {}): LineRun => ({
  ...{ id: testId(), productionId: plan.production.id, version: 1, dayId: plan.days[0]!.id, by: 'Ines', state: 'done' },
  ...{
    again: false,
    fromCards: false,
    totalFiles: 4,
    doneFiles: 4,
    totalPairs: 6,
    donePairs: 6,
    inHand: '',
    notHere: 0,
  },
  ...{ startedAtMs: 1, endedAtMs: 2, failure: null, withdrawnAtMs: null, withdrawnBy: null, ...more },
});
const findOf = (
  run: LineRun,
  a: Clip & { truthMs: number },
  b: Clip & { truthMs: number },
  more: Partial<LineFind> = {},
): LineFind => ({
  ...{
    id: testId(),
    productionId: run.productionId,
    version: 1,
    runId: run.id,
    clipId: a.id,
    otherId: b.id,
    means: 'sound',
  },
  ...{ refused: null, offsetMs: b.truthMs - a.truthMs, atS: 10, driftPpm: -18, errorMs: 0.02, confidence: 0.97 },
  ...{ runnerUp: 0.29, windows: 23, agree: 22, label: null, rate: null, atMs: 3, by: 'Ines', ...more },
});
/** The recorder’s clip of the same take as a camera’s. */
const soundOf = ({ clips }: Morning, of: { truthMs: number }) =>
  clips.find((c) => c.name.startsWith('S') && Math.abs(c.truthMs - of.truthMs) < 5000)!;
const open = (m: Morning, rows: Record<string, readonly object[]> = {}) =>
  openScreen(<LineUpScreen />, { plan: m.plan, takes: m.takes, rows: { clips: m.clips, ...rows } });
const mark = (name: string) => document.querySelector<HTMLElement>(`[data-clip][aria-label^="${name}"]`)!;

describe('with nothing', () => {
  it('says where clips come from', () => {
    openScreen(<LineUpScreen />, {});
    expect(said()).toContain('No clip of this day yet');
  });
});

describe('the map', () => {
  it('says how many stand on one line by what, and what is odd, before any sound was compared', () => {
    const m = morning();
    open(m);
    expect(said()).toContain(`${m.clips.length} of ${m.clips.length} clips on one line`);
    expect(said()).toContain(`${m.clips.length} by timecode.`);
    expect(document.querySelectorAll('[data-clip]')).toHaveLength(m.clips.length);
    expect(said()).toContain('7B-3');
  });
  it('is gone through by keys: along a lane, to another, nearer and back', () => {
    const m = morning();
    open(m);
    const map = document.querySelector('[data-map]')!;
    fireEvent.click(mark('A001_C001'));
    expect(mark('A001_C001').getAttribute('aria-pressed')).toBe('true');
    fireEvent.keyDown(map, { key: 'ArrowRight' });
    expect(mark('A001_C002').getAttribute('aria-pressed')).toBe('true');
    expect(document.activeElement).toBe(mark('A001_C002'));
    fireEvent.keyDown(map, { key: 'ArrowDown' });
    expect(document.activeElement!.getAttribute('aria-label')).toMatch(/^B001_C00/);
    const whole = said();
    fireEvent.keyDown(map, { key: '+' });
    expect(said()).not.toBe(whole);
    expect(document.querySelectorAll('[data-clip]').length).toBeLessThan(m.clips.length);
    fireEvent.keyDown(map, { key: '0' });
    expect(said()).toBe(whole);
  });
  it('draws threads only between what was found, and tells a clip with what stands behind it', async () => {
    const m = morning();
    const run = runOf(m);
    const c = m.clips.find((x) => x.name.startsWith('C'))!;
    const find = findOf(run, soundOf(m, c), c);
    asked = stubServer({
      [`/line-finds/${find.id}/evidence`]: {
        windows: [
          { atS: 10, offsetMs: find.offsetMs, z: 20, fits: true },
          { atS: 20, offsetMs: find.offsetMs! + 3, z: 4, fits: false },
        ],
        curve: Array.from({ length: 161 }, (_, i) => (i === 80 ? 100 : 3)),
      },
    });
    open(m, { lineRuns: [run], lineFinds: [find] });
    fireEvent.click(mark(c.name));
    await waitFor(() => expect(document.querySelector('[data-curve]')).not.toBeNull());
    expect(sideSaid()).toContain(`Placed by sound against ${soundOf(m, c).name}.`);
    expect(sideSaid()).toContain('22 of 23');
    expect(sideSaid()).toContain('0.29 of it');
    expect(sideSaid()).toContain('within 0.1 ms');
    expect(document.querySelectorAll('[data-rests] circle')).toHaveLength(2);
    expect(document.querySelectorAll('[data-map] g')).toHaveLength(6);
    press('Not this');
    expect(written()).toMatchObject([
      { ops: [{ op: 'insert', table: 'handLines', values: { clipId: c.id, otherId: soundOf(m, c).id, kind: 'not' } }] },
    ]);
    await waitFor(() => expect(sideSaid()).toContain('Set aside by'));
    expect(document.querySelectorAll('[data-map] g')).toHaveLength(0);
    press('Take back');
    await waitFor(() => expect(document.querySelectorAll('[data-map] g')).toHaveLength(6));
  });
  it('says what is refused and why, and what is not placed with what to try', async () => {
    const m = morning();
    const run = runOf(m);
    const c = m.clips.find((x) => x.name.startsWith('C'))!;
    const clips = m.clips.map((x) => (x === c ? { ...x, startTimecode: null } : x));
    const find = findOf(run, soundOf(m, c), c, { refused: 'noCommonSound', offsetMs: null, atS: null, driftPpm: null });
    open(m, { clips, lineRuns: [run], lineFinds: [find] });
    expect(said()).toContain(`${clips.length - 1} of ${clips.length} clips on one line`);
    expect(document.querySelector('[data-unplaced]')!.getAttribute('aria-label')).toContain('not placed');
    // What is left over is shown first.
    expect(sideSaid()).toContain('Not placed');
    expect(sideSaid()).toContain('Refused: no common sound.');
    await openView('Not placed 1');
    expect(said()).toContain(c.name);
    expect(said()).toContain('no common sound');
    await openView('Takes');
    expect(said()).toContain('4B-1');
  });
});

describe('a line-up', () => {
  it('is started, stopped, taken up and ended; what it found is taken back and counts again', async () => {
    const m = morning();
    open(m);
    await pressPart(screen.getByText('How it is run'));
    await pressPart(screen.getByLabelText(/from their cards/));
    press('Line up by sound');
    expect(asked.at(-1)).toMatchObject({ method: 'POST', body: { again: false, fromCards: true } });
    expect(asked.at(-1)!.path).toMatch(/line-up$/);
    clearPage();
    preparePage();
    asked = stubServer();
    const run = runOf(m, {
      state: 'running',
      doneFiles: 4,
      donePairs: 3,
      inHand: 'A against B',
      startedAtMs: Date.now(),
      endedAtMs: null,
    });
    const view = open(m, { lineRuns: [run] });
    expect(said()).toContain('3 of 6 pairs laid over each other');
    expect(said()).toContain('A against B');
    expect(screen.getByRole('button', { name: 'Line up by sound' })).toHaveProperty('disabled', true);
    press('Stop for now');
    press('End it');
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['pause', 'cancel']);
    view.unmount();
    open(m, { lineRuns: [{ ...run, state: 'paused' }] });
    expect(said()).toContain('stopped: what was found stays');
    press('Go on');
    expect(asked.at(-1)!.path).toMatch(/resume$/);
    clearPage();
    preparePage();
    asked = stubServer();
    open(m, { lineRuns: [runOf(m, { notHere: 2 }), runOf(m, { withdrawnAtMs: 5, withdrawnBy: 'Ines' })] });
    expect(sideSaid()).toContain('No verified copy of 2 clips was plugged in: left out.');
    press('Take back what it found');
    press('Let it count again');
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['withdraw', 'restore']);
  });
});

describe('by hand', () => {
  const wav = (seconds: number) => {
    const format = { encoding: 'pcm', bits: 16, channels: 1, sampleRate: 8000 } as const;
    const bytes = new Uint8Array(44 + seconds * 16_000);
    bytes.set(wavHead(format, seconds * 8000));
    return bytes.buffer;
  };
  it('a clip is nudged against another, heard, and kept; the hand wins', async () => {
    const m = morning();
    const c = m.clips.find((x) => x.name.startsWith('C'))!;
    const s = soundOf(m, c);
    const heard: string[] = [];
    vi.stubGlobal('fetch', (path: string) => {
      heard.push(path);
      return path.includes('/sound/')
        ? Promise.resolve({ ok: true, arrayBuffer: () => Promise.resolve(wav(8)) })
        : new Promise(() => undefined);
    });
    open(m);
    fireEvent.click(mark(c.name));
    press('Hear both, nudge');
    expect(said()).toContain(`${c.name} against ${s.name}`);
    await waitFor(() => expect(heard.filter((p) => p.includes('/sound/'))).toHaveLength(2));
    const offset = () => document.querySelector('[data-offset]')!.textContent;
    const before = offset()!;
    press('+1 frame');
    press('+1 ms');
    fireEvent.keyDown(document.querySelector('[data-moved]')!, { key: 'ArrowRight', shiftKey: true });
    fireEvent.keyDown(document.querySelector('[data-moved]')!, { key: 'PageDown' });
    const seconds = (text: string) => Number(text.replace('−', '-').replace(/[^\d.+-]/g, ''));
    expect(seconds(offset()!) - seconds(before)).toBeCloseTo(1.04, 3);
    expect(said()).toContain('26.0 frames from where it was');
    const kept = seconds(offset()!);
    press('It is here');
    const values = written()[0]!.ops[0] as unknown as { values: HandLine };
    expect(values.values).toMatchObject({ clipId: c.id, otherId: s.id, kind: 'place' });
    expect(values.values.offsetMs! / 1000).toBeCloseTo(kept, 3);
    await waitFor(() => expect(sideSaid()).toContain(`Placed by hand against ${s.name}.`));
  });
  it('sound that was not read says so, and what was nudged stays', async () => {
    const m = morning();
    vi.stubGlobal('fetch', (path: string) =>
      path.includes('/sound/')
        ? Promise.resolve({
            ok: false,
            json: () => Promise.resolve({ detail: 'This clip was not read yet: line up first.' }),
          })
        : new Promise(() => undefined),
    );
    open(m);
    fireEvent.click(mark('C001_C001'));
    press('Hear both, nudge');
    press('+1 s');
    await waitFor(() => expect(said()).toContain('This clip was not read yet: line up first. What was nudged stays.'));
    expect(said()).toContain('25.0 frames from where it was');
    press('Back');
    expect(said()).toContain('clips on one line');
  });
});

describe('exports', () => {
  it('are of the day, a scene or a take; the sound of a take, the live cut where something was on air', async () => {
    const m = morning();
    const day = m.plan.days[0]!;
    open(m);
    await openView('Export');
    const hrefs = () => [...document.querySelectorAll('main a')].map((a) => a.getAttribute('href')!);
    expect(hrefs().filter((h) => h.includes(`/line/`))).toHaveLength(5);
    expect(hrefs()[0]).toContain(`/days/${day.id}/line/all/day/${day.id}`);
    const take = foldTakes(m.takes)[0]!;
    fireEvent.change(screen.getByLabelText('What to export'), { target: { value: `take ${take.id}` } });
    expect(hrefs().filter((h) => h.includes(`/take/${take.id}`))).toHaveLength(4);
    expect(hrefs().filter((h) => h.includes(`/takes/${take.id}/sound/`))).toHaveLength(2);
    expect(hrefs().some((h) => h.endsWith('live-cut.zip'))).toBe(false);
  });
});
