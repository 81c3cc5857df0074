import { z } from 'zod';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });
/** A test clip is a second or two: long enough to say what the camera stands at. */
export const MAX_TEST_CLIP_BYTES = 400_000_000;

const figure = z.number().nullable();
const text = z.string().nullable();

/** What the bytes of a test clip say of the camera that made it. Nothing is stored. */
export const readTestClip = route({
  method: 'POST',
  path: '/api/productions/:productionId/test-clip',
  roles: ['owner'],
  params: inProduction,
  body: null,
  reply: z.object({
    rate: text,
    widthPx: figure,
    heightPx: figure,
    codec: text,
    rateMbps: figure,
    gamma: text,
    audioChannels: figure,
    sampleRateHz: figure,
    bitDepth: figure,
    startTimecode: text,
    durationS: figure,
  }),
});

const document = (path: string, params: z.ZodObject = inProduction) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/${path}`,
    roles: ['owner', 'log'],
    params,
    body: null,
    reply: null,
  });

/** Labels for the cards of the job, letter, number and a code to scan, on one sheet. */
export const cardLabelsPdf = document('card-labels.pdf');
