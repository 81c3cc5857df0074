import { z } from 'zod';
import { route } from './route.ts';

/** What was heard, what was swapped and what came of it: for the rental house. */
export const faultPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/faults/:faultId/evidence.pdf',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid(), faultId: z.uuid() }),
  body: null,
  reply: null,
});
