import { z } from 'zod';
import { route } from './route.ts';

/** A machine that copies for this house with drives and readers of its own. */
export const station = z.object({
  id: z.uuid(),
  name: z.string(),
  /** When it was last heard of; null: it never was. */
  seenAtMs: z.number().nullable(),
  /** Whether its token was used: it has a secret of its own. */
  joined: z.boolean(),
});
export type Station = z.infer<typeof station>;

export const stationName = z
  .string()
  .trim()
  .regex(
    /^[A-Za-z0-9][A-Za-z0-9 -]{0,38}[A-Za-z0-9]$/,
    'A station’s name is 2 to 40 letters, digits, spaces or hyphens.',
  );

export const listStations = route({
  method: 'GET',
  path: '/api/stations',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.array(station),
});
/** Makes a place for a station, and the command that starts it: its token is good once, for an hour. */
export const addStation = route({
  method: 'POST',
  path: '/api/stations',
  roles: ['owner'],
  params: z.object({}),
  body: z.object({ name: stationName }),
  reply: z.object({ command: z.string(), until: z.number() }),
});
/** Takes a station’s secret away; what it copied stays, what it was to copy waits for it no longer. */
export const endStation = route({
  method: 'POST',
  path: '/api/stations/:stationId/end',
  roles: ['owner'],
  params: z.object({ stationId: z.uuid() }),
  body: z.object({}),
  reply: z.object({ cancelled: z.int() }),
});
