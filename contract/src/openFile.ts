import { z } from 'zod';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });

/** The whole production as one open file: rows, deleted ones too, their history, stills and sounds, with the schema of it all. */
export const openFileOut = route({
  method: 'GET',
  path: '/api/productions/:productionId/open-file.zip',
  roles: ['owner'],
  params: inProduction,
  body: null,
  reply: null,
});

/** The largest file that is brought in. */
export const MAX_OPEN_BYTES = 4_000_000_000;

export const openFileBrought = z.object({
  productionId: z.uuid(),
  title: z.string(),
  /** Own kit and the book, not a job. */
  house: z.boolean(),
  rows: z.int(),
  files: z.int(),
  /** What of it is not as it was, in words. */
  notes: z.array(z.string()),
});
export type OpenFileBrought = z.infer<typeof openFileBrought>;
/** Brings such a file in: with the ids it had, or each renewed, so that it can stand beside the one it was made of. All of it or nothing. */
export const openFileIn = route({
  method: 'POST',
  path: '/api/open-files/:ids',
  roles: ['owner'],
  params: z.object({ ids: z.enum(['kept', 'renewed']) }),
  body: null,
  reply: openFileBrought,
});

/** Really deletes a production that was deleted before, with its history and the files that only it named. Nothing brings it back. */
export const eraseProduction = route({
  method: 'POST',
  path: '/api/productions/:productionId/erased',
  roles: ['owner'],
  params: inProduction,
  body: z.object({
    /** Its title, typed again: this can’t be undone. */
    title: z.string(),
  }),
  reply: z.object({ rows: z.int(), files: z.int() }),
});
