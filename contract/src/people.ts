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
