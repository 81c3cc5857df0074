import { z } from 'zod';
import { route } from './route.ts';

/** Keeps in the book what a job taught: its setups as built, with their photographs, and the pace of its days. Kept again, the same entries are renewed. */
export const keepInBook = route({
  method: 'POST',
  path: '/api/productions/:productionId/book',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  /** `id` is of the change-set in the house, so that it can be undone. */
  body: z.object({ id: z.uuid() }),
  reply: z.object({ houseId: z.uuid(), setups: z.int(), days: z.int() }),
});
