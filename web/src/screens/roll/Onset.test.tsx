import { act, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import { lifeboat, type DemoPlan } from '@kavrell/demo';
import { useConsole } from '../../shared/roll/console.ts';
import {
  clearPage,
  demoPlan,
  key,
  logged as loggedTakes,
  openScreen,
  preparePage,
  press,
  pressPart,
  testId,
  type,
  written,
  clearConsole,
  holdClock,
} from '../../testing/screen.tsx';
import { Emergency } from '../../shell/frame/Emergency.tsx';
import { RollScreen } from './RollScreen.tsx';

const MINUTE_MS = 60_000;
/** The lifeboat’s day, nobody’s camera heard, at a minute of it. */
function at(minute: number, more: (plan: DemoPlan) => Partial<DemoPlan> = () => ({})) {
  const boat = lifeboat(testId);
  const [day] = boat.days;
  holdClock(minuteToMs(day!.date, day!.timeZone, minute));
  const plan: DemoPlan = {
    ...boat,
    production: { ...boat.production, simulatedNowOffsetMs: null },
    cameras: boat.cameras.map((c) => ({ ...c, simulated: false })),
  };
  const shown = { ...plan, ...more(plan) };
  openScreen(<RollScreen />, { plan: shown });
  return shown;
}
const logged = () =>
  written().flatMap((w) => w.ops.flatMap((op) => (op.table === 'logEntries' && 'values' in op ? [op.values] : [])));
const takeKinds = () => loggedTakes().map((e) => e.payload.kind);
const last = () => logged().at(-1)!.payload;
const part = (name: RegExp | string) => within(screen.getByRole('region', { name }));
const launchOf = (plan: DemoPlan) => plan.scenes.find((s) => s.title === 'Launch')!;

beforeEach(() => {
  preparePage();
  clearConsole();
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

describe('the programme on Roll', () => {
  it('counts down to the next moment, second by second', () => {
    at(854);
    const down = () =>
      part('The programme')
        .getAllByRole('timer')
        .map((t) => t.textContent);
    expect(down().at(-1)).toBe('in 6:00');
    act(() => void vi.advanceTimersByTime(2100));
    expect(down().at(-1)).toBe('in 5:58');
  });
  it('begins ten seconds before the press, is moved by a minute, and is over', () => {
    const plan = at(861);
    press('Launch begins');
    const began = logged().at(-1)!;
    expect(began.payload).toEqual({ kind: 'began', sceneId: launchOf(plan).id });
    expect(Date.now() - Number(began.atMs)).toBe(10_000);
    press('Launch began a minute earlier');
    expect(Number(logged().at(-1)!.atMs)).toBe(Number(began.atMs) - MINUTE_MS);
    press('Launch is over');
    expect(last()).toEqual({ kind: 'over', sceneId: launchOf(plan).id });
    expect(screen.queryByRole('button', { name: 'Launch is over' })).toBeNull();
  });
  it('says what must be had before it', () => {
    at(806);
    const blessing = part('The programme').getByText(/Before it:/);
    expect(blessing.textContent).toBe('Before it: 3A, 3B, 3C, 3D, 3E, 3F, 3G, 3H, 3J, 3K, 3L');
  });
  it('behind, one press moves what is about its time, and nothing else', () => {
    const plan = at(842, (p) => ({
      scenes: p.scenes.map((s) => ({
        ...s,
        startKind: s.title === 'Thanks' ? ('about' as const) : ('fixed' as const),
      })),
    }));
    act(() => void vi.advanceTimersByTime(7 * MINUTE_MS));
    press('Naming begins');
    expect(part('The programme').getByRole('status').textContent).toContain('7\u00a0min behind');
    press('Move what is about its time');
    const { ops } = written().at(-1)!;
    expect(ops).toMatchObject([
      {
        op: 'update',
        table: 'scenes',
        id: plan.scenes.find((s) => s.title === 'Thanks')!.id,
        values: { plannedMin: 912 },
      },
    ]);
  });
  it('is not there where the day has none', () => {
    at(854, () => ({ scenes: [], shots: [] }));
    expect(screen.queryByRole('region', { name: 'The programme' })).toBeNull();
  });
});

describe('the last look', () => {
  it('says of each camera of the moment what is known, and logs who looked and what was red', () => {
    const plan = at(854);
    key('i');
    const look = part('Last look');
    expect(look.getByRole('heading', { name: 'Launch' })).toBeTruthy();
    expect(
      look
        .getAllByRole('listitem')
        .slice(0, 4)
        .map((l) => l.textContent),
    ).toEqual([
      expect.stringContaining('Bnot rolling by the log–'),
      expect.stringContaining('C'),
      expect.stringContaining('D'),
      expect.stringContaining('E'),
    ]);
    // What Cover knows of this moment stands beside it.
    const text = document.querySelector('[data-last-look]')!.textContent;
    expect(text).toContain('One failure loses it');
    expect(text).toContain('Body, card, pack of Ealone loses the only picture of the face of Launch');
    press(/^Looked/);
    const red = ['Coxswain’s pin: not heard yet'];
    expect(last()).toEqual({ kind: 'looked', sceneId: launchOf(plan).id, red });
    expect(look.getByRole('status').textContent).toMatch(/^Oda looked at 14:14, red then: Coxswain’s pin/);
  });
  it('knows minutes once somebody taps card and pack, and asks for more where they are too few', () => {
    at(854);
    const taps = within(document.querySelector<HTMLElement>('[data-taps=E]')!);
    act(() => taps.getByRole('button', { name: 'Card in' }).click());
    expect(last()).toMatchObject({ kind: 'cardIn', label: 'E001' });
    key('i');
    const line = () =>
      part('Last look')
        .getAllByRole('listitem')
        .find((l) => l.textContent!.startsWith('E'))!.textContent;
    expect(line()).toMatch(/4\s+h\s+44/);
  });
});

describe('cameras that nobody hears', () => {
  it('card in, card out, pack in; the next label counts on', () => {
    const plan = at(800);
    const taps = () => within(document.querySelector<HTMLElement>('[data-taps=A]')!);
    const a = plan.cameras.find((c) => c.letter === 'A')!.id;
    act(() => taps().getByRole('button', { name: 'Card in' }).click());
    expect(last()).toEqual({ kind: 'cardIn', cameraId: a, label: 'A001' });
    act(() => taps().getByRole('button', { name: 'Card out' }).click());
    expect(last()).toEqual({ kind: 'cardOut', cameraId: a, label: 'A001' });
    expect(taps().getByLabelText<HTMLInputElement>('Label of the card for A').value).toBe('A002');
    expect(taps().getByText('pack: nobody said')).toBeTruthy();
    act(() => taps().getByRole('button', { name: 'Pack in' }).click());
    expect(taps().getByText(/^pack, 1 h 50/)).toBeTruthy();
  });
});

describe('leaving a place', () => {
  it('names what is not had, ticks what was done, and leaves all the same in one press', async () => {
    const plan = at(900);
    key('v');
    const gate = part('Leave this place?');
    expect(gate.getByText(/20 musts and plates not had here/)).toBeTruthy();
    await pressPart(gate.getByRole('checkbox', { name: /Borrowed things/ }));
    expect(last()).toMatchObject({ kind: 'ticked', placeId: plan.places[0]!.id, what: 'givenBack' });
    await pressPart(gate.getByRole('checkbox', { name: /Borrowed things/ }));
    expect(written().at(-1)!.ops[0]).toMatchObject({ op: 'delete', table: 'logEntries' });
    type(gate.getByLabelText(/^Why it is left/), 'the tide');
    press(/^Leave all the same/);
    const left = last() as { kind: string; undone: string[]; reason: string };
    expect(left).toMatchObject({ kind: 'left', reason: 'the tide' });
    expect(left.undone).toHaveLength(plan.shots.length + 8);
    expect(gate.getByRole('status').textContent).toContain('Left at 15:00');
  });
});

describe('the light frozen', () => {
  it('keeps level and distance of each lamp as it stands, and says when', () => {
    const bench = demoPlan().setups[0]!.plan;
    const plan = at(860, (p) => ({ setups: p.setups.map((s) => ({ ...s, plan: { ...bench, roomId: null } })) }));
    const setup = plan.setups[0]!;
    key('v');
    press(new RegExp(`^Freeze the light of ${setup.code}`));
    const { kind, setupId, lines } = last() as { kind: string; setupId: string; lines: string[] };
    expect([kind, setupId]).toEqual(['built', setup.id]);
    expect(lines.length).toBeGreaterThan(0);
    expect(part('Leave this place?').getByText(/^frozen 14:20/)).toBeTruthy();
  });
});

describe('delays and incidents', () => {
  it('a delay is one press; its minutes come from the log', () => {
    at(900);
    key('y');
    press('weather');
    expect(last()).toMatchObject({ kind: 'delay', cause: 'weather', lostMin: null });
    act(() => void vi.advanceTimersByTime(12 * MINUTE_MS + 1000));
    const delays = part('Delays');
    expect(delays.getByRole('status').textContent).toContain('12\u00a0min so far');
    type(delays.getByLabelText(/^What the delay/), 'gusts over the limit');
    expect(last()).toMatchObject({ lostMin: null, words: 'gusts over the limit' });
    press('Goes on again');
    expect(last()).toMatchObject({ lostMin: 12, words: 'gusts over the limit' });
    expect(delays.getByText(/Lost today: weather 12/)).toBeTruthy();
    press('Take away');
    expect(delays.queryByText(/Lost today/)).toBeNull();
  });
  it('an incident needs words; half typed it survives closing the panel', () => {
    at(900);
    key('o');
    const button = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Note it' });
    expect(button().disabled).toBe(true);
    type(screen.getByLabelText('What happened'), 'A sandbag slid off a stand');
    press('Incident');
    press('Incident');
    expect(screen.getByLabelText<HTMLTextAreaElement>('What happened').value).toBe('A sandbag slid off a stand');
    type(screen.getByLabelText('Who was told'), 'Slip master');
    press('Note it');
    expect(last()).toEqual({ kind: 'incident', near: true, words: 'A sandbag slid off a stand', told: 'Slip master' });
    expect(part('Incidents').getByText(/near miss: A sandbag.*told: Slip master/)).toBeTruthy();
  });
  it('without a day there is none of it', () => {
    at(900, () => ({ days: [], scenes: [], shots: [], engagements: [], slots: [] }));
    expect(screen.queryByRole('button', { name: 'Last look' })).toBeNull();
  });
});

describe('stills', () => {
  it('stand beside those of the last good take; what is to be watched is typed below', () => {
    const still = (plan: DemoPlan, atMin: number, watch: string) => {
      const shot = plan.shots.find((s) => s.code === '10A')!;
      const day = plan.days[0]!;
      return {
        ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null },
        ...{ dayId: day.id, atMs: minuteToMs(day.date, day.timeZone, atMin), by: 'Ro' },
        payload: {
          ...{ kind: 'still' as const, about: 'continuity' as const, shotId: shot.id, takeId: null, placeId: null },
          ...{ setupId: null, hash: 'a'.repeat(64), widthPx: 16, heightPx: 9, watch },
        },
      };
    };
    const plan = at(864, (p) => ({ logEntries: [still(p, 863, 'wet collars')] }));
    act(() => useConsole.setState({ targetId: plan.shots.find((s) => s.code === '10A')!.id }));
    key('z');
    const stills = part('Continuity');
    expect(stills.getByText('No good take yet')).toBeTruthy();
    const field = stills.getByLabelText<HTMLInputElement>('What to watch in the still at 14:23');
    expect(field.value).toBe('wet collars');
    type(field, 'wet collars, hats');
    expect(last()).toMatchObject({ kind: 'still', watch: 'wet collars, hats' });
    press('Take away');
    expect(stills.getAllByText('no still')).toHaveLength(2);
  });
});

describe('an interview', () => {
  const withQuestions = () => {
    const question = (plan: DemoPlan, words: string, position: number) => ({
      ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null },
      ...{ sceneId: plan.scenes.find((s) => s.title === 'Thanks')!.id, words, purpose: 'the end', silenceS: 4 },
      ...{ followUp: false, position },
    });
    const plan = at(906, (p) => ({ questions: [question(p, 'Who gave?', 1), question(p, 'What for?', 2)] }));
    key('h');
    return plan;
  };
  it('says what is still unasked; asked and starred it is not any more', () => {
    const plan = withQuestions();
    const part2 = part('Questions');
    expect(part2.getByText('2 questions still unasked')).toBeTruthy();
    press('Asked: Who gave?');
    expect(last()).toEqual({ kind: 'asked', questionId: plan.questions[0]!.id, takeId: null, starredAt: null });
    expect(part2.getByText('1 question still unasked')).toBeTruthy();
    press('Star the answer to: What for?');
    expect(last()).toMatchObject({ questionId: plan.questions[1]!.id, starredAt: '15:06:00:00' });
    expect(part2.getByText('everything asked')).toBeTruthy();
  });
  it('a star while it rolls stands in the take too', () => {
    withQuestions();
    key(' ');
    press('Star the answer to: Who gave?');
    expect(logged().at(-1)!.payload).toMatchObject({ kind: 'asked', starredAt: '15:06:00:00' });
    expect(takeKinds().slice(-1)).toEqual(['starred']);
  });
  it('what an answer suggests becomes a question, or a shot of the scene', () => {
    const plan = withQuestions();
    const field = () => part('Questions').getByLabelText('What the answer suggests');
    type(field(), 'And her mother?');
    press('Ask it');
    expect(written().at(-1)!.ops[0]).toMatchObject({
      table: 'questions',
      values: { words: 'And her mother?', followUp: true, position: 3 },
    });
    type(field(), 'The plaque with her name');
    press('As a shot');
    expect(written().at(-1)!.ops[0]).toMatchObject({
      table: 'shots',
      values: { code: '11B', description: 'The plaque with her name', role: 'cutaway' },
    });
    expect(plan.shots.some((s) => s.code === '11B')).toBe(false);
  });
});

describe('the pocket lock', () => {
  it('lets no thumb roll or cut until it is held', () => {
    at(861);
    press('Lock for the pocket');
    key(' ');
    expect(document.querySelector('[data-roll-state]')!.textContent).toBe('Take 1 next');
    const hold = document.querySelector<HTMLElement>('[data-locked] button')!;
    fireEvent.pointerDown(hold);
    act(() => void vi.advanceTimersByTime(600));
    fireEvent.pointerUp(hold);
    act(() => void vi.advanceTimersByTime(2000));
    expect(document.querySelector('[data-locked]')).toBeTruthy();
    fireEvent.pointerDown(hold);
    act(() => void vi.advanceTimersByTime(1300));
    expect(document.querySelector('[data-locked]')).toBeNull();
    key(' ');
    expect(document.querySelector('[data-roll-state]')!.textContent).toMatch(/^Rolling/);
  });
  it('the display stays lit while it rolls, and is let go after', async () => {
    const release = vi.fn(() => Promise.resolve());
    const request = vi.fn(() => Promise.resolve({ release }));
    Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: { request } });
    at(861);
    expect(request).not.toHaveBeenCalled();
    key(' ');
    expect(request).toHaveBeenCalledWith('screen');
    act(() => void vi.advanceTimersByTime(1500));
    key(' ');
    await act(() => Promise.resolve());
    expect(release).toHaveBeenCalledOnce();
    Reflect.deleteProperty(navigator, 'wakeLock');
  });
});

describe('the emergency card', () => {
  it('reads the place where the day stands, and says what nobody said', () => {
    at(900);
    clearPage();
    preparePage();
    openScreen(<Emergency />, { plan: lifeboat(testId) });
    const words = document.querySelector('[data-emergency]')!.textContent!;
    expect(words).toContain('Slipway, Lifeboat Slip, Port Ellery');
    expect(words).toContain('Ellery Cottage Hospital');
    expect(words).toContain('First aidnobody has said');
  });
});
