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
/** Sets aside what was odd about a card: who did is named with it. */
export const settleAlarms = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/settle-alarms',
  roles: mayCopy,
  params: ofCard,
  body: z.object({}),
  reply: z.object({ settled: z.int() }),
});
/** Looks into the copies of a card that were not looked into yet. */
export const lookIntoCopies = route({
  method: 'POST',
  path: '/api/productions/:productionId/cards/:cardId/look',
  roles: mayCopy,
  params: ofCard,
  body: z.object({}),
  /** So many are looked into now; of so many no copy is plugged in where this is done. */
  reply: z.object({ toLookInto: z.int(), notHere: z.int() }),
});
/** Copies clips to a place for the editor; what was sent there already is not sent again. */
export const sendToEditor = route({
  method: 'POST',
  path: '/api/productions/:productionId/selects',
  roles: mayCopy,
  params: inProduction,
  body: z.object({
    driveId: z.uuid(),
    clips: z
      .array(z.object({ takeId: z.uuid(), clipId: z.uuid() }))
      .min(1, 'Nothing is starred that was copied.')
      .max(500, 'Five hundred clips at once are the most.'),
  }),
  reply: z.object({ asked: z.int(), already: z.int() }),
});
const paper = (path: string) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/${path}`,
    roles: mayCopy,
    params: inProduction,
    body: null,
    reply: null,
  });
export const mediaReportPdf = paper('media.pdf');
export const mediaReportCsv = paper('media.csv');
export const custodyPdf = paper('custody.pdf');
export const custodyCsv = paper('custody.csv');
export const selectsCsv = paper('selects.csv');
export const keepLabelsPdf = paper('keep-labels.pdf');
/** Who moved which drive or card from where to where, the newest first. */
export const handOver = z.object({
  atMs: z.number(),
  by: z.string(),
  what: z.string(),
  from: z.string(),
  to: z.string(),
});
export type HandOver = z.infer<typeof handOver>;
export const listHandOvers = route({
  method: 'GET',
  path: '/api/productions/:productionId/custody',
  roles: mayCopy,
  params: inProduction,
  body: null,
  reply: z.array(handOver),
});
