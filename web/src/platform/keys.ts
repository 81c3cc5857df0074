import { useEffect, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { create } from 'zustand';
import { areLetters, keyWords, keysOf, type CommandId } from './commands.ts';
import { usePreferences } from './preferences.ts';

export interface KeyHelp {
  keys: string;
  does: string;
}

/** What keys do where something has the focus (a table, a line, a lamp), for the `?` sheet; what they do anywhere is in `COMMANDS`. */
export const useKeyHelp = create<{ lists: Map<string, readonly KeyHelp[]> }>(() => ({ lists: new Map() }));

/** Inputs in which nobody types: a tick or a choice that has the focus must not make the screen’s keys dead. */
const PRESSED = new Set(['checkbox', 'radio', 'button', 'submit', 'file', 'range']);
/** Of those, the keys that are theirs. */
const THEIRS = /^( |Enter|Arrow\w+|Home|End)$/;

/** Whether a key belongs to where the focus is, and not to the screen. */
export function isTaken({ key, target, defaultPrevented }: KeyboardEvent): boolean {
  if (defaultPrevented) return true;
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement && PRESSED.has(target.type)) return THEIRS.test(key);
  return target.isContentEditable || target.matches('input, textarea, select, [role=textbox], [role=searchbox]');
}

interface Running {
  run: (event?: KeyboardEvent) => void;
}

/** The commands that stand on the screen now and can be done, with what does them: `/` finds them. */
export const useRunning = create<{ commands: ReadonlyMap<CommandId, Running> }>(() => ({ commands: new Map() }));

const setRunning = (id: CommandId, running: Running | null) =>
  useRunning.setState(({ commands }) => {
    const next = new Map(commands);
    if (running) next.set(id, running);
    else next.delete(id);
    return { commands: next };
  });

/** The keys of a command as they are now, in words; '' where it has none. */
export const useKeyWords = (id: CommandId | undefined): string =>
  usePreferences(({ letterKeys, keys: chosen }) => {
    const keys = id ? keysOf(id, chosen) : '';
    return letterKeys || !areLetters(keys) ? keyWords(keys) : '';
  });

/** Does a command by its key: the one this reader chose, else ours. Single letters are dead while typing and can be switched off. */
export function useCommand(
  id: CommandId,
  run: (event: KeyboardEvent) => void,
  options: { enabled?: boolean; typing?: boolean } = {},
): void {
  const letterKeys = usePreferences((s) => s.letterKeys);
  const keys = usePreferences((s) => keysOf(id, s.keys));
  const on = options.enabled ?? true;
  const latest = useRef(run);
  latest.current = run;
  useEffect(() => {
    if (!on) return;
    setRunning(id, { run: (event) => latest.current(event ?? new KeyboardEvent('keydown')) });
    return () => setRunning(id, null);
  }, [id, on]);
  useHotkeys(
    keys,
    (event) => {
      event.preventDefault();
      run(event);
    },
    {
      enabled: on && keys !== '' && (letterKeys || !areLetters(keys)),
      enableOnFormTags: true,
      ignoreEventWhen: (event) => !options.typing && isTaken(event),
      useKey: /^[/?.,]$/.test(keys),
      ...(keys === ',' ? { delimiter: '|' } : {}),
    },
    [run],
  );
}

/** Names a screen's keys for the `?` sheet while it is open. */
export function useKeysOf(screen: string, list: readonly KeyHelp[]): void {
  useEffect(() => {
    useKeyHelp.setState((s) => ({ lists: new Map(s.lists).set(screen, list) }));
    return () =>
      useKeyHelp.setState((s) => {
        const lists = new Map(s.lists);
        lists.delete(screen);
        return { lists };
      });
  }, [screen, list]);
}
