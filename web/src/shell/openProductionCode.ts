import type { Me } from '@kavrell/contract';
import { named } from './screens.ts';

/** The code that an opened production stands in: its rows, the frame, all that is worked out for them. The first page does without. */
export const OPEN_PRODUCTION = named<'OpenProduction', { me: Me }>(
  () => import('./OpenProduction.tsx'),
  'OpenProduction',
);

/** Fetches it while who is asking is read, or while one still looks which to open. What can’t be fetched is told when it is opened. */
export const fetchOpenProduction = (): void => void OPEN_PRODUCTION.load().catch(() => undefined);
