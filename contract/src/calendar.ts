import { z } from 'zod';
import { route } from './route.ts';

/** The owner’s own calendar to subscribe to: days of all jobs and what is due. Null: there is none, or it was withdrawn. */
export const readCalendar = route({
  method: 'GET',
  path: '/api/calendar',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.object({ path: z.string().nullable() }),
});
/** Makes that link, or withdraws it: who had it sees nothing more. */
export const setCalendar = route({
  method: 'POST',
  path: '/api/calendar',
  roles: ['owner'],
  params: z.object({}),
  body: z.object({ on: z.boolean() }),
  reply: z.object({ path: z.string().nullable() }),
});
