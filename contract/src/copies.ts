import { z } from 'zod';
import { copyJob } from '@kavrell/core/copies';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });
const mayCopy = ['owner', 'offload'] as const;

export const startCopy = route({
  method: 'POST',
  path: '/api/productions/:productionId/copy-jobs',
  roles: mayCopy,
  params: inProduction,
  body: z.object({
    id: z.uuid(),
    cardId: z.uuid(),
    driveIds: z.array(z.uuid()).min(1, 'Choose where to copy it.').max(8, 'Eight drives at once are the most.'),
  }),
  reply: copyJob,
});
export const cancelCopy = route({
  method: 'POST',
  path: '/api/productions/:productionId/copy-jobs/:jobId/cancel',
  roles: mayCopy,
  params: inProduction.extend({ jobId: z.uuid() }),
  body: z.object({}),
  reply: copyJob,
});
/** Reads the card's folder again and lists what is on it. */
export const scanCard = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/scan',
  roles: mayCopy,
  params: inProduction.extend({ cardId: z.uuid() }),
  body: z.object({}),
  reply: z.object({ queued: z.literal(true) }),
});
/** Takes the card out of its (simulated) camera and hands the camera a fresh one. */
export const unloadCard = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/unload',
  roles: ['owner', 'log', 'offload'],
  params: inProduction.extend({ cardId: z.uuid() }),
  body: z.object({}),
  reply: z.object({ nextCard: z.string().nullable() }),
});
