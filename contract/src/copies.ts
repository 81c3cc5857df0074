import { z } from 'zod';
import { JOB_KINDS, copyJob, release } from '@kavrell/core/copies';
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
    /** Copying the card, or reading copies that are there again. */
    kind: z.enum(JOB_KINDS).default('copy'),
    verifySource: z.boolean().default(false),
  }),
  reply: copyJob,
});
const ofJob = inProduction.extend({ jobId: z.uuid() });
/** Stops after the files in hand; what is verified stays, and it goes on from there when resumed. */
export const pauseCopy = route({
  method: 'POST',
  path: '/api/productions/:productionId/copy-jobs/:jobId/pause',
  roles: mayCopy,
  params: ofJob,
  body: z.object({}),
  reply: copyJob,
});
export const resumeCopy = route({
  method: 'POST',
  path: '/api/productions/:productionId/copy-jobs/:jobId/resume',
  roles: mayCopy,
  params: ofJob,
  body: z.object({}),
  reply: copyJob,
});
export const cancelCopy = route({
  method: 'POST',
  path: '/api/productions/:productionId/copy-jobs/:jobId/cancel',
  roles: mayCopy,
  params: ofJob,
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
const ofCard = inProduction.extend({ cardId: z.uuid() });
/** Says that a card may be formatted; refused with every reason that stands against it. */
export const releaseCard = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/release',
  roles: mayCopy,
  params: ofCard,
  body: z.object({}),
  reply: release,
});
export const withdrawRelease = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/withdraw-release',
  roles: mayCopy,
  params: ofCard,
  body: z.object({}),
  reply: release,
});
export const cardReportPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/cards/:cardId/report.pdf',
  roles: mayCopy,
  params: ofCard,
  body: null,
  reply: null,
});
export const cardReportCsv = route({
  method: 'GET',
  path: '/api/productions/:productionId/cards/:cardId/report.csv',
  roles: mayCopy,
  params: ofCard,
  body: null,
  reply: null,
});
