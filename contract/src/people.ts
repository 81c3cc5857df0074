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

const named = z.object({ productionId: z.uuid(), personId: z.uuid() });
/** In how many places somebody is, by production: where people of their very name are. */
export const personTraces = route({
  method: 'GET',
  path: '/api/productions/:productionId/people/:personId/traces',
  roles: ['owner'],
  params: named,
  body: null,
  reply: z.array(
    z.object({
      productionId: z.uuid(),
      title: z.string(),
      rows: z.int(),
      sheets: z.int(),
      history: z.int(),
      files: z.int(),
    }),
  ),
});
/** Takes somebody’s data out of these productions: rows, frozen sheets, history, messages, links, their photograph. Nothing brings them back. */
export const forgetPerson = route({
  method: 'POST',
  path: '/api/productions/:productionId/people/:personId/forgotten',
  roles: ['owner'],
  params: named,
  body: z.object({
    /** Their name, typed again: this can’t be undone. */
    name: z.string(),
    productionIds: z.array(z.uuid()).min(1, 'Say from which productions.').max(500),
  }),
  reply: z.object({ rows: z.int(), sheets: z.int(), history: z.int(), files: z.int() }),
});
