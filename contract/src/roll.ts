import { z } from 'zod';
import { takeEvent } from '@kavrell/core/roll';
import { storable } from './changes.ts';
import { route } from './route.ts';

/** Appends events; ones already known are left as they are, so that sending twice is harmless. */
export const logTakeEvents = route({
  method: 'POST',
  path: '/api/productions/:productionId/take-events',
  roles: ['owner', 'log'],
  params: z.object({ productionId: z.uuid() }),
  body: z.object({ events: z.array(takeEvent).min(1).max(500) }).superRefine(storable),
  reply: z.object({ accepted: z.int(), known: z.int() }),
});
