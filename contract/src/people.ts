import { z } from 'zod';
import { route } from './route.ts';

/** Who of other productions is booked on dates of this one: names, for a person booked twice. */
export const bookings = route({
  method: 'GET',
  path: '/api/productions/:productionId/bookings',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.array(z.object({ name: z.string(), production: z.string(), dates: z.array(z.string()) })),
});
