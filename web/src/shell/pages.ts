import type { Me } from '@kavrell/contract';
import { fetchSoon, named } from './code.tsx';
import { SCREENS } from './screens.ts';

export const START = named<'StartScreen', { me: Me }>(() => import('../screens/start/StartScreen.tsx'), 'StartScreen');
export const HOUSE = named<'HouseScreen', { me: Me }>(() => import('../screens/house/HouseScreen.tsx'), 'HouseScreen');

/** What an opened production stands in: its rows, the frame, all that is worked out for them. The first page does without. */
export const OPEN_PRODUCTION = named<'OpenProduction', { me: Me }>(
  () => import('./OpenProduction.tsx'),
  'OpenProduction',
);

/** Fetches what an address shows while who is asking and the rows are read. */
export function fetchPageOf(pathname: string): void {
  const [, p, , , screen = 'day'] = pathname.split('/');
  if (pathname === '/') fetchSoon(START);
  if (p !== 'p') return;
  fetchSoon(OPEN_PRODUCTION);
  const entry = SCREENS.find((s) => s.path === screen);
  if (entry) fetchSoon(entry.code);
}
