import { create } from 'zustand';

/** What can be chosen: one of the looks, or whatever the system has. */
export const THEMES = ['system', 'stage', 'daylight', 'night'] as const;
export type Theme = (typeof THEMES)[number];
export type ShownTheme = Exclude<Theme, 'system'>;

/** The look that a choice comes to; the script of the page decides the same before the first paint. */
export const shownTheme = (theme: Theme, systemIsLight: boolean): ShownTheme =>
  theme === 'system' ? (systemIsLight ? 'daylight' : 'stage') : theme;

const SYSTEM_LIGHT = '(prefers-color-scheme: light)';

/** The look that is on the page now. */
export const useShownTheme = create<{ shown: ShownTheme }>(() => ({ shown: 'stage' }));

let chosen: Theme = 'system';

function show(): void {
  const shown = shownTheme(chosen, window.matchMedia(SYSTEM_LIGHT).matches);
  document.documentElement.dataset.theme = shown;
  useShownTheme.setState({ shown });
}

/** Puts a choice on the page. */
export function setTheme(theme: Theme): void {
  chosen = theme;
  show();
}

/** From now on the system’s change from day to night is followed, while its own look is chosen. */
export const followSystem = (): void => window.matchMedia(SYSTEM_LIGHT).addEventListener('change', show);
