import { act, cleanup } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveChange, Me } from '@kavrell/contract';
import { notices } from '../../platform/notices.ts';
import { hearChanges } from '../../platform/rows.ts';
import { answered, clearPage, demoPlan, openScreen, preparePage, stubServer } from '../../testing/screen.tsx';
import { endedWords, othersWords, useOthers } from './useOthers.ts';

const OWNER: Me = { role: 'owner', name: 'Oda', productionId: null, hasPassword: true };
const set = (id: string, label: string, actor = 'Mirko') => ({ id, label, actor, at: '', undone: false, undoes: null });

describe('what others did, in words', () => {
  it.each([
    [[], ''],
    [[set('1', 'Moved 3E')], 'Mirko: Moved 3E'],
    [[set('1', 'Moved 3E', 'Oda')], 'You, in another window: Moved 3E'],
    [[set('2', 'Added 3F'), set('1', 'Moved 3E')], 'Mirko: 2\u00a0changes, the last: Added 3F'],
    [[set('2', 'Added 3F'), set('1', 'Moved 3E', 'Piet')], 'Mirko, Piet: 2\u00a0changes, the last: Added 3F'],
  ])('%#', (sets, words) => expect(othersWords(sets, 'Oda')).toBe(words));
});

describe('a copy that ended', () => {
  const place = { driveId: 'd', failure: null, failedFiles: 0 };
  const heard = (row: object, before: object | undefined = { state: 'running' }) => ({
    change: {
      table: 'copyJobs',
      id: 'j',
      version: 2,
      changeSet: null,
      row: { cardId: 'c', kind: 'copy', ...row },
    } as LiveChange,
    before: before as never,
  });
  const said = (row: object, before?: object) => endedWords(heard(row, before), [{ id: 'c', label: 'A003' }]);
  it('is told once, with the drives it is verified on', () => {
    const places = [place, { ...place, failure: 'full' }, { ...place, failedFiles: 2 }];
    expect(said({ state: 'verified', places })).toBe('A003 is copied and verified on 1\u00a0drive.');
    expect(said({ state: 'verified', places: [place, place] })).toBe('A003 is copied and verified on 2\u00a0drives.');
    expect(said({ state: 'verified', places }, { state: 'verified' })).toBe('');
    expect(said({ state: 'verified', kind: 'check', places })).toBe('A003: its copies were read again and are whole.');
  });
  it('a failure says what stays', () =>
    expect(said({ state: 'failed', places: [] })).toMatch(/failed. What is verified stays/));
  it('one that goes on says nothing', () => {
    expect(said({ state: 'running', doneBytes: 5 })).toBe('');
    expect(said({ state: 'paused' })).toBe('');
    expect(endedWords({ ...heard({}), change: { ...heard({}).change, table: 'shots' } }, [])).toBe('');
  });
});

describe('at the foot of the screen', () => {
  const told: string[] = [];
  beforeEach(() => {
    preparePage();
    told.length = 0;
    vi.spyOn(notices, 'create').mockImplementation((n) => String(told.push(String(n.title))));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.restoreAllMocks();
    cleanup();
    clearPage();
  });
  const Page = ({ of, me }: { of: string; me: Me }) => {
    useOthers(of, me, []);
    return null;
  };
  const change = (id: string, changeSet: string | null): LiveChange => ({
    table: 'shots',
    id,
    version: 9,
    changeSet,
    row: null,
  });
  const hear = (me: Me, ...changes: LiveChange[]) => {
    vi.useFakeTimers();
    const plan = demoPlan();
    openScreen(<Page of={plan.production.id} me={me} />, { plan });
    act(() => changes.forEach((c) => hearChanges(plan.production.id, [c])));
    act(() => void vi.advanceTimersByTime(2000));
    vi.useRealTimers();
    return answered();
  };
  it('changes that come together are told together, with who made them; rows without one are the machinery’s', async () => {
    const asked = stubServer({ '/changes': [set('s2', 'Moved 3E'), set('s1', 'Added 3F'), set('s0', 'long ago')] });
    await hear(OWNER, change('a', 's1'), change('b', 's2'), change('c', 's2'), change('d', null));
    expect(told).toEqual(['Mirko: 2\u00a0changes, the last: Moved 3E']);
    expect(asked).toEqual([]);
  });
  it('who did what is told to the owner alone', async () => {
    stubServer({ '/changes': [set('s1', 'Added 3F')] });
    await hear({ ...OWNER, role: 'log' }, change('a', 's1'));
    expect(told).toEqual([]);
  });
  it('where the server does not say who, nothing is made up', async () => {
    await hear(OWNER, change('a', 's1'));
    expect(told).toEqual([]);
  });
});
