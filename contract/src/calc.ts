import { z } from 'zod';
import { route } from './route.ts';

/** One item or an array of them; each is answered in its own place, a bad one by `{ error }`. The reply is as `kavrell calc` gives it. */
export const calculate = route({
  method: 'POST',
  path: '/api/calc/:name',
  roles: ['owner', 'log', 'offload'],
  params: z.object({ name: z.string().max(80) }),
  body: z.unknown(),
  reply: z.unknown(),
});

export const listCalcs = route({
  method: 'GET',
  path: '/api/calc',
  roles: ['owner', 'log', 'offload'],
  params: z.object({}),
  body: null,
  reply: z.array(z.unknown()),
});
