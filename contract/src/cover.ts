import { z } from 'zod';
import { route } from './route.ts';

/** The running order of a day: all of it, or only what one person calls and does. */
export const runningOrderPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/running/:who/order.pdf',
  roles: ['owner', 'log'],
  params: z.object({ productionId: z.uuid(), dayId: z.uuid(), who: z.union([z.literal('all'), z.uuid()]) }),
  body: null,
  reply: null,
});

/** Labels of the cables, two of each: one for either end. */
export const cableLabelsPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/cable-labels.pdf',
  roles: ['owner', 'log'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: null,
});
