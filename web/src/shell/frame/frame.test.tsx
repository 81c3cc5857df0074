import { act, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Me } from '@kavrell/contract';
import type { DemoPlan } from '@kavrell/demo';
import { useDayOdds } from '../../app/odds.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { outbox } from '../../platform/outbox.ts';
import { hold, useSheet } from '../../ui/sheet.tsx';
import {
  answered,
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  preparePage,
  press,
  said,
  stubServer,
  testId,
  type,
  written,
  pressPart,
} from '../../testing/screen.tsx';
import { Finder } from './Finder.tsx';
import { HeldSheet } from './HeldSheet.tsx';
import { Ledger } from './Ledger.tsx';
import { PhoneRail, Rail } from './Rail.tsx';

const START = outbox.state.getState();
beforeEach(() => {
  preparePage();
  act(() => hold(null));
});
afterEach(() => {
  act(() => outbox.state.setState(START));
  act(() => useSheet.setState({ held: null }));
  clearPage();
});
const LOGGER: Me = { role: 'log', name: 'Mirko', productionId: null, hasPassword: false };

describe('the three answers', () => {
  const status = () => document.querySelector('[data-status]')!;
  const outboxIs = (state: Partial<typeof START>) => act(() => outbox.state.setState({ ...START, ...state }));
  it('stand there always, and each opens its reasons', () => {
    openScreen(<Ledger />);
    const answers = [...document.querySelectorAll<HTMLElement>('[data-answer]')];
    expect(answers.map((a) => a.dataset.answer)).toEqual(['make', 'got', 'kept']);
    fireEvent.click(answers[1]!);
    expect(useSheet.getState().held).toBe('got');
    expect(answers[1]!.getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(answers[1]!);
    expect(useSheet.getState().held).toBeNull();
  });
  it('stand there in a job without a day too', () => {
    openScreen(<Ledger />, { plan: barePlan(), day: null });
    expect(document.querySelectorAll('[data-answer]')).toHaveLength(3);
    expect(said()).not.toMatch(/NaN|undefined/);
  });
  it('“All saved” is said only while nothing waits, is refused, or can’t be kept', () => {
    outboxIs({ online: true, kept: true });
    openScreen(<Ledger />);
    expect(status().textContent).toBe('All saved');
    const entry = { id: 'e' } as never;
    outboxIs({ entries: [entry], online: true, kept: true });
    expect(status().textContent).toBe('Saving 1 …');
    outboxIs({ entries: [entry], online: true, kept: false });
    expect(status().textContent).toBe('1 not kept on this device');
    outboxIs({ entries: [entry, entry], online: false, kept: true });
    expect(status().textContent).toBe('Offline · 2 waiting');
    outboxIs({ entries: [entry], signedOut: true, online: true, kept: true });
    expect(status().textContent).toBe('Signed out · 1 waiting');
    outboxIs({ refused: [{ id: 'r' } as never], entries: [entry], online: false });
    expect(status().textContent).toBe('1\u00a0change not taken');
    expect(status().getAttribute('data-status')).toBe('refused');
  });
  it('what others left on this device is told apart from one’s own', () => {
    outboxIs({ held: [{ id: 'h' } as never], online: true, kept: true });
    openScreen(<Ledger />);
    expect(status().textContent).toBe('Yours saved · 1 of others waits here');
  });
  it('the status opens what waits', () => {
    openScreen(<Ledger />);
    fireEvent.click(status());
    expect(useSheet.getState().held).toBe('waiting');
  });
});

describe('finding anything', () => {
  const field = () => screen.getByRole('combobox', { name: 'Find' });
  const hits = () => screen.queryAllByRole('option').map((o) => o.textContent);
  const find = async (text: string) => {
    fireEvent.change(field(), { target: { value: text } });
    await answered();
  };
  const at = async (key: string) => {
    fireEvent.keyDown(field(), { key });
    await answered();
  };
  const marked = () => screen.getAllByRole('option').findIndex((o) => 'highlighted' in o.dataset);
  it('takes the keys at once, and finds screens, scenes, shots, people, places and setups by any part of a name', async () => {
    const { plan } = openScreen(<Finder close={() => undefined} />);
    expect(document.activeElement).toBe(field());
    for (const [words, kind] of [
      ['call sh', 'screen'],
      [plan.scenes[0]!.title, 'scene'],
      [plan.shots[0]!.code, 'shot'],
      [plan.people[0]!.name, 'person'],
      [plan.places[0]!.name, 'place'],
      [plan.setups[0]!.name, 'light'],
    ] as const) {
      await find(words);
      expect(
        hits().some((h) => h?.startsWith(kind)),
        `${words}: ${hits().join()}`,
      ).toBe(true);
    }
  });
  it('wants every word, in any order, and what begins with the first stands first', async () => {
    const plan = demoPlan();
    plan.people[0] = { ...plan.people[0]!, name: 'Ada Quist', role: 'gaffer' };
    plan.people[1] = { ...plan.people[1]!, name: 'Quist Ada', role: 'grip' };
    openScreen(<Finder close={() => undefined} />, { plan });
    await find('quist ada');
    expect(hits()).toEqual(['personQuist Ada, grip', 'personAda Quist, gaffer']);
    await find('quist gaffer');
    expect(hits()).toEqual(['personAda Quist, gaffer']);
  });
  it('goes there by arrows and Enter, and closes', async () => {
    let closed = 0;
    const { plan } = openScreen(<Finder close={() => (closed += 1)} />);
    await find('o');
    expect(marked()).toBe(0);
    await at('ArrowDown');
    expect(marked()).toBe(1);
    await at('ArrowUp');
    expect(marked()).toBe(0);
    await find('Brief');
    await at('Enter');
    expect(closed).toBe(1);
    expect(window.location.pathname).toBe(`/p/${plan.production.id}/1/brief`);
  });
  it('says so where nothing is of that name, and shows no more than a dozen', async () => {
    openScreen(<Finder close={() => undefined} />);
    await find('zzzz');
    expect(screen.getByText('Nothing by that name. Try fewer letters.')).toBeTruthy();
    await find('a');
    expect(hits()).toHaveLength(12);
  });
  it('shows whoever logs the screens they may see, and nobody’s name', async () => {
    const { plan } = openScreen(<Finder close={() => undefined} />, { me: LOGGER });
    await find(plan.people[0]!.name);
    expect(hits()).toEqual([]);
    await find('roll');
    expect(hits()).toEqual(['screenRoll']);
    await find('undo');
    expect(hits()).toEqual([]);
  });
  it('finds what can be done, with its key, and does it', async () => {
    openScreen(<Finder close={() => undefined} />);
    await find('fold');
    expect(hits()).toEqual(['actionFold the side sheet0']);
    await at('Enter');
    expect(usePreferences.getState().sheetFolded).toBe(true);
    act(() => usePreferences.getState().set({ sheetFolded: false }));
  });
  it('Escape closes it, going nowhere', async () => {
    let closed = 0;
    openScreen(<Finder close={() => (closed += 1)} />);
    await answered();
    await at('Escape');
    expect(closed).toBe(1);
    expect(window.location.pathname).toBe('/');
  });
});

describe('the frame’s own sheet', () => {
  const opened = (held: Parameters<typeof hold>[0], more: Parameters<typeof openScreen>[1] = {}) => {
    stubServer();
    act(() => useSheet.setState({ held }));
    return openScreen(<HeldSheet />, more);
  };
  it('is not there while nothing is held', () => {
    opened(null);
    expect(screen.queryByRole('region')).toBeNull();
  });
  it.each(['make', 'got', 'kept'] as const)('says the answer “%s” with its reasons', (question) => {
    opened(question);
    expect(said()).toMatch(/\?/);
    expect(said().length).toBeGreaterThan(60);
    expect(said()).not.toMatch(/NaN|undefined/);
    press('Close');
    expect(useSheet.getState().held).toBeNull();
  });
  it('theme, lengths, clock and letter keys are chosen, each at once', async () => {
    const before = usePreferences.getState();
    opened('settings');
    const choose = (group: string, name: string) =>
      pressPart(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }));
    await choose('Theme', 'Daylight, for sun');
    await choose('Lengths', 'Feet');
    await choose('Clock', '6:30 pm');
    await choose('Single-letter keys', 'Off');
    expect(usePreferences.getState()).toMatchObject({
      theme: 'daylight',
      lengths: 'feet',
      clock: '12',
      letterKeys: false,
    });
    const { theme, lengths, clock, letterKeys } = before;
    act(() => before.set({ theme, lengths, clock, letterKeys }));
  });
  it('a password is asked for only of the owner, the present one first where there is one', () => {
    opened('settings');
    expect(screen.getByLabelText('Present password')).toBeTruthy();
    clearPage();
    preparePage();
    opened('settings', { me: LOGGER });
    expect(screen.queryByLabelText('New password')).toBeNull();
    expect(screen.getByRole('button', { name: 'Sign out' })).toBeTruthy();
  });
  it('keys of the frame are listed', () => {
    opened('keys');
    expect(said()).toContain('Everywhere');
    expect(said()).toContain('undo, also after a reload');
  });
  it('how far its figures are to be trusted is a page of the help, one press from the keys', async () => {
    opened('keys');
    press('How far to trust this');
    expect(await screen.findByText('Lines of light, once the hand rests')).toBeTruthy();
    expect(said()).toContain('What a lamp gives');
    expect(said()).toContain('There is nothing here to compare it with.');
    expect(said()).toMatch(/Compared with a simulation of its own that shares no code\./);
  });
  it('the demo’s time is set on the wall of its day, and what is no time is refused in words', () => {
    opened('clock');
    const field = screen.getByRole('textbox', { name: 'Simulated time' });
    fireEvent.change(field, { target: { value: 'noonish' } });
    press('Set');
    expect(screen.getByRole('alert').textContent).toMatch(/time|such as/i);
    expect(written()).toEqual([]);
    type(field, '14:05');
    press('Set');
    const [only] = written();
    expect(only!.label).toBe('Set the demo’s time to 14:05');
    expect(only!.ops).toMatchObject([{ op: 'update', table: 'productions' }]);
  });
});

describe('the rail', () => {
  const counts = () =>
    Object.fromEntries(
      [...document.querySelectorAll('.rail-link')].map((l) => [
        l.querySelector('span')!.textContent,
        l.querySelector('[aria-label]')?.textContent ?? '',
      ]),
    );
  it('has every screen once, in three groups, in the order of work', () => {
    openScreen(<Rail />);
    expect(said()).toMatch(/^Prepare.*On the day.*After/);
    expect(Object.keys(counts())).toEqual([
      ...['Brief', 'Scenes', 'Places', 'Light', 'Camera', 'People', 'Kit', 'Risks'],
      ...['Day', 'Call sheet', 'Roll', 'Cover', 'Clocks', 'Copies', 'Line-up', 'Wrap', 'Money'],
    ]);
  });
  it('says beside each what needs a decision, and nothing where nothing does', () => {
    const plan = demoPlan();
    plan.places = plan.places.map((p, i) => ({ ...p, confirmed: i !== 0 }));
    openScreen(<Rail />, { plan });
    expect(counts().Places).toBe('1');
    clearPage();
    preparePage();
    openScreen(<Rail />, { plan: { ...plan, places: plan.places.map((p) => ({ ...p, confirmed: true })) } });
    expect(counts().Places).toBe('');
  });
  it('counts people who are on no day', () => {
    const plan = demoPlan();
    const [first] = plan.people;
    plan.engagements = plan.engagements.filter((e) => e.personId !== first!.id);
    const idle = plan.people.filter((p) => !plan.engagements.some((e) => e.personId === p.id)).length;
    openScreen(<Rail />, { plan });
    expect(counts().People).toBe(String(idle));
  });
  it('counts what was asked for on the day until it is a change, and changes nobody was asked about', () => {
    const plan = demoPlan();
    const row = () => ({ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null });
    const payload = { kind: 'scope' as const, words: 'One more', askedBy: '', shotId: null, minutes: null };
    const entry = { ...row(), dayId: plan.days[0]!.id, atMs: 1, by: '', payload };
    const change = {
      ...{ ...row(), source: 'roll' as const, sourceId: entry.id, title: 'One more', detail: '', atMs: 1, askedBy: '' },
      ...{ minutes: null, priceMinor: null, taxBp: null, saidBy: '', askedOfId: null, position: 1 },
    };
    const countWith = (scopeChanges: DemoPlan['scopeChanges']) => {
      clearPage();
      preparePage();
      openScreen(<Rail />, { plan: { ...plan, logEntries: [entry], scopeChanges } });
      return counts().Money;
    };
    expect(countWith([])).toBe('1');
    expect(countWith([{ ...change, state: 'open' }])).toBe('1');
    expect(countWith([{ ...change, state: 'free' }])).toBe('');
  });
  it('counts nothing in a job with nothing in it', () => {
    openScreen(<Rail />, { plan: barePlan(), day: null });
    expect(Object.values(counts()).join('')).toBe('');
  });
  it('whoever logs has their own screens only', () => {
    openScreen(<Rail />, { me: LOGGER });
    expect(Object.keys(counts())).not.toContain('People');
    expect(Object.keys(counts())).toContain('Roll');
  });
  it('on the phone three tabs lead to the screens of each', () => {
    openScreen(<PhoneRail shrunk={false} path="roll" />);
    const links = screen.getAllByRole('link').map((l) => l.textContent);
    for (const name of ['Prepare', 'On the day', 'After', 'Roll', 'Clocks']) expect(links).toContain(name);
    expect(links).not.toContain('Brief');
  });
});

describe('odds in the frame', () => {
  it('are none until they are worked out: nothing is made up meanwhile', () => {
    let odds: unknown = 'unset';
    const Part = () => {
      odds = useDayOdds();
      return null;
    };
    openScreen(<Part />);
    expect(odds).toBeNull();
  });
});
