import { describe, expect, it } from 'vitest';
import type { ChangeSetInfo } from '@kavrell/contract';
import { targetOf } from './undo.ts';

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
