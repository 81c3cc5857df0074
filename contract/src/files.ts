import { z } from 'zod';
import { route } from './route.ts';

/** What may be stored, told by content and never by name. */
export const FILE_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'audio/wav', 'audio/mpeg', 'audio/mp4'] as const;
export const MAX_FILE_BYTES = 120_000_000;

const inProduction = z.object({ productionId: z.uuid() });

/** Stores the bytes of the request’s body under their SHA-256; the same bytes are stored once. */
export const putFile = route({
  method: 'POST',
  path: '/api/productions/:productionId/files',
  roles: ['owner'],
  params: inProduction,
  body: null,
  reply: z.object({ hash: z.string(), sizeBytes: z.number(), mediaType: z.enum(FILE_TYPES) }),
});
export const getFile = route({
  method: 'GET',
  path: '/api/productions/:productionId/files/:hash',
  roles: ['owner', 'log', 'offload'],
  params: inProduction.extend({
    hash: z.string().regex(/^[0-9a-f]{64}$/, 'That is not the address of a stored file.'),
  }),
  body: null,
  reply: null,
});
