import { z } from 'zod';
import { route } from './route.ts';

/** On which dates people of this production, by name, are booked on others. */
export const bookings = route({
  method: 'GET',
  path: '/api/productions/:productionId/bookings',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.array(z.object({ name: z.string(), production: z.string(), dates: z.array(z.string()) })),
});
/** Who agreed to be seen, with date and signature, as a document. */
export const consentsPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/consents.pdf',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: null,
});
/** Somebody’s personal link, made when there is none yet: their sheet, and where they say whether they may be seen. */
export const personLink = route({
  method: 'POST',
  path: '/api/productions/:productionId/people/:personId/link',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid(), personId: z.uuid() }),
  body: null,
  reply: z.object({ path: z.string() }),
});
