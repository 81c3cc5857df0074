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

/** Roles that the library takes for fields to type in, though nobody types there: a chosen line must not make keys dead. */
const CHOSEN = ['option', 'radio', 'menuitem', 'menuitemcheckbox', 'menuitemradio'] as const;

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
      enableOnFormTags: options.typing ? true : CHOSEN,
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
