import { describe, expect, it, onTestFinished, vi } from 'vitest';
import type { ChangeSetInfo } from '@kavrell/contract';
import { Undo, targetOf } from './undo.ts';

/** A history, newest first: each entry is an id, and what it undoes. */
const history = (...entries: [string, string?][]): ChangeSetInfo[] =>
  entries.map(([id, undoes]) => ({
    id,
    label: id,
    actor: 'me',
    at: '',
    undoes: undoes ?? null,
    undone: entries.some(([, other]) => other === id),
  }));
const undo = (...entries: [string, string?][]) => targetOf(history(...entries), false)?.id;
const redo = (...entries: [string, string?][]) => targetOf(history(...entries), true)?.id;

describe('what undo and redo turn round', () => {
  it('the newest edit, then the one before', () => {
    expect(undo(['b'], ['a'])).toBe('b');
    expect(undo(['ub', 'b'], ['b'], ['a'])).toBe('a');
    expect(undo(['ua', 'a'], ['ub', 'b'], ['b'], ['a'])).toBeUndefined();
  });
  it('redo goes back up in turn', () => {
    expect(redo(['ua', 'a'], ['ub', 'b'], ['b'], ['a'])).toBe('ua');
    expect(redo(['ra', 'ua'], ['ua', 'a'], ['ub', 'b'], ['b'], ['a'])).toBe('ub');
  });
  it('what was done again can be undone again', () => expect(undo(['rb', 'ub'], ['ub', 'b'], ['b'], ['a'])).toBe('rb'));
  it('a new edit ends what could be done again', () => expect(redo(['c'], ['ub', 'b'], ['b'])).toBeUndefined());
  it('there is nothing in an empty history', () => expect([undo(), redo()]).toEqual([undefined, undefined]));
});

describe('undoing', () => {
  const made = (sets: ChangeSetInfo[], waiting = 0, fails: Error | null = null) => {
    const told: string[] = [];
    const turned: string[] = [];
    const acts: (() => void)[] = [];
    const refresh = vi.fn(() => Promise.resolve());
    const undoing = new Undo({
      list: () => Promise.resolve(sets),
      turn: (_, id) => {
        if (fails) return Promise.reject(fails);
        turned.push(id);
        return Promise.resolve();
      },
      sent: () => Promise.resolve(waiting),
      tell: (words, act) => {
        told.push(words);
        if (act) acts.push(act.run);
      },
      refresh,
    });
    return { undoing, told, turned, acts, refresh };
  };

  it('takes back what this one did last, says so, offers to do it again, and reads anew', async () => {
    const other = { ...history(['theirs'])[0]!, actor: 'somebody else' };
    const { undoing, told, turned, acts, refresh } = made([other, ...history(['mine'])]);
    await undoing.run('p', 'me');
    expect(turned).toEqual(['mine']);
    expect(told).toEqual(['Undid: mine']);
    expect(acts).toHaveLength(1);
    expect(refresh).toHaveBeenCalledWith('p');
  });
  it('waits while something is on this device only', async () => {
    const { undoing, told, turned, refresh } = made(history(['a']), 2);
    await undoing.run('p', 'me');
    expect(told).toEqual(['Undo waits until what is on this device has been sent.']);
    expect([turned, refresh.mock.calls]).toEqual([[], []]);
  });
  it('edits that wait a moment for more are written first, once, until they are let go', async () => {
    vi.stubGlobal('window', new EventTarget());
    onTestFinished(() => void vi.unstubAllGlobals());
    const { undoing } = made([]);
    const write = vi.fn();
    const off = undoing.onSettle(write);
    await undoing.run('p', 'me');
    window.dispatchEvent(new Event('pagehide'));
    expect(write).toHaveBeenCalledTimes(2);
    off();
    await undoing.run('p', 'me');
    window.dispatchEvent(new Event('pagehide'));
    expect(write).toHaveBeenCalledTimes(2);
  });
  it('says that there is nothing, and why something can’t be', async () => {
    const nothing = made([]);
    await nothing.undoing.run('p', 'me');
    await nothing.undoing.run('p', 'me', true);
    expect(nothing.told).toEqual(['Nothing to undo.', 'Nothing to do again.']);
    const refused = made(history(['a']), 0, new Error('This shot was changed again since; nothing was undone.'));
    await refused.undoing.run('p', 'me');
    expect(refused.told).toEqual(['This shot was changed again since; nothing was undone.']);
    expect(refused.refresh).toHaveBeenCalledOnce();
  });
  it('what is done again is called by its own name', async () => {
    const [undid] = history(['x', 'a'], ['a']);
    const { undoing, told } = made([{ ...undid!, label: 'Undid: Moved 3C' }, ...history(['x', 'a'], ['a']).slice(1)]);
    await undoing.run('p', 'me', true);
    expect(told).toEqual(['Did again: Moved 3C']);
  });
});
