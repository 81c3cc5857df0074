import { z } from 'zod';
import { lineEvidence, lineRun, lineSound } from '@kavrell/core/lineup';
import { route } from './route.ts';

const roles = ['owner', 'offload'] as const;
const inProduction = z.object({ productionId: z.uuid() });
const ofDay = inProduction.extend({ dayId: z.uuid() });
const ofRun = inProduction.extend({ runId: z.uuid() });
const ofClip = inProduction.extend({ clipId: z.uuid() });

/** Begins to line up the clips of a day by their sound; one at a time is run for a day. */
export const startLineUp = route({
  method: 'POST',
  path: '/api/productions/:productionId/days/:dayId/line-up',
  roles,
  params: ofDay,
  body: z.object({
    /** Measures again what was measured before; what was found then stays and no longer counts. */
    again: z.boolean().default(false),
    /** Clips without a verified copy here are read from their cards. */
    fromCards: z.boolean().default(false),
  }),
  reply: lineRun,
});
const act = (what: string) =>
  route({
    method: 'POST',
    path: `/api/productions/:productionId/line-runs/:runId/${what}`,
    roles,
    params: ofRun,
    body: z.object({}),
    reply: lineRun,
  });
/** Stops after what it has in hand; what was found stays, and it goes on from there. */
export const pauseLineUp = act('pause');
export const resumeLineUp = act('resume');
export const cancelLineUp = act('cancel');
/** What a run found no longer counts, or counts again. */
export const withdrawLineUp = act('withdraw');
export const restoreLineUp = act('restore');
/** What was read of the clips of a production; clips that no run read yet are not among them. */
export const readLineSounds = route({
  method: 'GET',
  path: '/api/productions/:productionId/line-sounds',
  roles,
  params: inProduction,
  body: null,
  reply: z.array(lineSound),
});
/** What stands behind a find. */
export const readLineEvidence = route({
  method: 'GET',
  path: '/api/productions/:productionId/line-finds/:findId/evidence',
  roles,
  params: inProduction.extend({ findId: z.uuid() }),
  body: null,
  reply: lineEvidence,
});
export const clipPicture = route({
  method: 'GET',
  path: '/api/productions/:productionId/clips/:clipId/picture.jpg',
  roles,
  params: ofClip,
  body: null,
  reply: null,
});
const wholeNumber = z.coerce.number().int();
/** Some of a clip’s sound as WAV (8 kHz, one channel), as lines are measured by. */
export const clipSound = route({
  method: 'GET',
  path: '/api/productions/:productionId/clips/:clipId/sound/:fromMs/:lengthMs',
  roles,
  params: ofClip.extend({
    fromMs: wholeNumber.min(0, 'A clip begins at 0.'),
    lengthMs: wholeNumber
      .min(100, 'Less than a tenth of a second is no sound.')
      .max(60_000, 'A minute at once is the most.'),
  }),
  body: null,
  reply: null,
});
export const LINE_EXPORTS = ['otio', 'edl', 'csv', 'json', 'all'] as const;
export type LineExport = (typeof LINE_EXPORTS)[number];
/** A day’s line, or that of one take or scene of it, for an editor: one file, or a ZIP of several. `all` is everything of a day. */
export const exportLineUp = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/line/:kind/:of/:id',
  roles,
  params: ofDay.extend({
    kind: z.enum(LINE_EXPORTS, { error: 'A line is exported as otio, edl, csv, json or all.' }),
    of: z.enum(['day', 'take', 'scene']),
    id: z.uuid(),
  }),
  body: null,
  reply: null,
});
/** The sound of a take’s recorders as WAV files of one channel, cut to the line; `resampled`: their clocks brought to the line’s. */
export const takeSoundZip = route({
  method: 'GET',
  path: '/api/productions/:productionId/takes/:takeId/sound/:how',
  roles,
  params: inProduction.extend({ takeId: z.uuid(), how: z.enum(['as-recorded', 'resampled']) }),
  body: null,
  reply: null,
});
/** The live cut of a day out of the isolated recordings. */
export const liveCutZip = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/live-cut.zip',
  roles,
  params: ofDay,
  body: null,
  reply: null,
});
