/** How one reader wants figures written. Stored values never change with it. */
export interface Preferences {
  lengths: 'metric' | 'feet';
  clock: '24' | '12';
}

export const DEFAULT_PREFERENCES: Preferences = { lengths: 'metric', clock: '24' };
