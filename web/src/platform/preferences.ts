import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { DEFAULT_PREFERENCES, type Preferences } from '@kavrell/core/units';

interface Kept extends Preferences {
  theme: 'stage' | 'daylight';
  /** Single-letter keys on or off. */
  letterKeys: boolean;
  set(change: Partial<Pick<Kept, 'theme' | 'letterKeys' | 'lengths' | 'clock'>>): void;
}

/** What this reader prefers; kept on this device. */
export const usePreferences = create<Kept>()(
  persist(
    (set) => ({
      ...DEFAULT_PREFERENCES,
      // The system’s own light is heeded until somebody chooses.
      theme: document.documentElement.dataset.theme === 'daylight' ? 'daylight' : 'stage',
      letterKeys: true,
      set: (change) => {
        set(change);
        if (change.theme) document.documentElement.dataset.theme = change.theme;
      },
    }),
    { name: 'kavrell-preferences' },
  ),
);
