import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { create } from 'zustand';
import { usePreferences } from './preferences.ts';

export interface KeyHelp {
  keys: string;
  does: string;
}

/** The keys that work on this screen, for the `?` sheet. */
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

/** A key of a screen. Single letters are dead while typing and can be switched off in the settings. */
export function useKey(
  keys: string,
  run: (event: KeyboardEvent) => void,
  options: { letter?: boolean; enabled?: boolean; typing?: boolean } = {},
): void {
  const letterKeys = usePreferences((s) => s.letterKeys);
  useHotkeys(
    keys,
    (event) => {
      event.preventDefault();
      run(event);
    },
    {
      enabled: (options.enabled ?? true) && (!options.letter || letterKeys),
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
