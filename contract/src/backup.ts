import { z } from 'zod';
import { route } from './route.ts';

/** How the last daily backup went, as the start command noted it. */
export const backupState = z.object({
  at: z.string(),
  file: z.string(),
  sizeBytes: z.number().nullable(),
  /** Why there is none; null when it was made, read back and compared. */
  failure: z.string().nullable(),
  elsewhere: z.array(z.object({ folder: z.string(), failure: z.string().nullable() })),
});
export const readBackup = route({
  method: 'GET',
  path: '/api/backup',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.object({ last: backupState.nullable() }),
});
