import { z } from 'zod';
import { route } from './route.ts';

/** Room on a disk while it gets short, in few words for a line and in all words. */
export const diskRoom = z.object({ short: z.string(), words: z.string(), freeShare: z.number() });
export type DiskRoom = z.infer<typeof diskRoom>;

/** Of the whole app: server and interface are delivered together. */
export const VERSION = '0.1.0';

/** `ok` means that takes can be stored: something was written and is there. */
export const health = route({
  method: 'GET',
  path: '/api/health',
  roles: 'public',
  params: z.object({}),
  body: null,
  reply: z.object({
    ok: z.boolean(),
    database: z.boolean(),
    worker: z.boolean(),
    version: z.string(),
    /** Null while there is room enough. */
    disk: diskRoom.nullable(),
    /** Why takes can't be stored, in words; null while they can. */
    trouble: z.string().nullable(),
  }),
});
