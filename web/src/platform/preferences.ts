import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { DEFAULT_PREFERENCES, type Preferences } from '@kavrell/core/units';
import type { ChosenKeys } from './commands.ts';
import { setTheme, type Theme } from './theme.ts';

interface Choices extends Preferences {
  theme: Theme;
  /** Single-letter keys on or off. */
  letterKeys: boolean;
  /** Other keys than the ones we chose, by command. */
  keys: ChosenKeys;
  /** The side sheet is folded away; what is held over it (an answer, the settings) shows all the same. */
  sheetFolded: boolean;
  /** How wide it was pulled; null: as wide as the window lets it. */
  sheetPx: number | null;
}

interface Kept extends Choices {
  set(change: Partial<Choices>): void;
}

/** What this reader prefers; kept on this device. */
export const usePreferences = create<Kept>()(
  persist(
    (set) => ({
      ...DEFAULT_PREFERENCES,
      theme: 'system',
      letterKeys: true,
      keys: {},
      sheetFolded: false,
      sheetPx: null,
      set: (change) => {
        set(change);
        if (change.theme) setTheme(change.theme);
      },
    }),
    { name: 'kavrell-preferences' },
  ),
);
