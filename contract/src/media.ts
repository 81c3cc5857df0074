import { z } from 'zod';
import { route } from './route.ts';

/** A folder below which cards and drives may show up. */
export const mediaRoot = z.object({
  path: z.string(),
  /** Set where Kavrell is started: no page changes it. */
  fixed: z.boolean(),
  /** What is wrong with it just now, in words; null when it can be used. */
  trouble: z.string().nullable(),
});
export type MediaRoot = z.infer<typeof mediaRoot>;
const roots = z.object({ roots: z.array(mediaRoot), allowed: z.array(z.string()) });

export const readMediaRoots = route({
  method: 'GET',
  path: '/api/media-roots',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: roots,
});
/** Sets the folders beside those that are fixed; each must be there, readable, and inside what is allowed where Kavrell is started. */
export const setMediaRoots = route({
  method: 'POST',
  path: '/api/media-roots',
  roles: ['owner'],
  params: z.object({}),
  body: z.object({
    roots: z.array(z.string().trim().min(1).max(500)).max(20, 'Twenty folders for media are the most.'),
  }),
  reply: roots,
});

/** A folder that showed up below a media root: a card or a drive that is plugged in, perhaps. */
export const mediaFound = z.object({
  path: z.string(),
  name: z.string(),
  files: z.int(),
  sizeBytes: z.number(),
  /** There is more in it than was counted. */
  more: z.boolean(),
  freeBytes: z.number(),
  /** What it is known as in this production; null when it is new. */
  knownAs: z.string().nullable(),
  /** It carries the mark of a drive that was taken on. */
  isDrive: z.boolean(),
  /** The card that it is by what lies on it, wherever it shows up; null: none that was read. */
  cardId: z.uuid().nullable(),
  /** On which station; '' the machine that serves. */
  station: z.string(),
});
export type MediaFound = z.infer<typeof mediaFound>;
export const findMedia = route({
  method: 'GET',
  path: '/api/productions/:productionId/media',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.object({ found: z.array(mediaFound), roots: z.array(mediaRoot) }),
});
