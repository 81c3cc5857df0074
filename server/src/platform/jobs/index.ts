import PgBoss from 'pg-boss';
import { z } from 'zod';
import type { Logger } from '../log.ts';

/** Work that a station's worker does. Messages are small wake-ups: what is to be done is in the tables. */
const hears = z.object({
  startMs: z.number(),
  ppm: z.number(),
  distanceM: z.number(),
  snrDb: z.number(),
  seed: z.number(),
});
export const stationWork = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('copy') }),
  z.object({ kind: z.literal('scan'), cardId: z.uuid() }),
  z.object({ kind: z.literal('look'), cardId: z.uuid() }),
  z.object({ kind: z.literal('selects'), productionId: z.uuid() }),
  z.object({ kind: z.literal('lineup') }),
  z.object({ kind: z.literal('bundle') }),
  z.object({
    kind: z.literal('record'),
    cardId: z.uuid(),
    clip: z.string(),
    timecode: z.string(),
    rate: z.string(),
    durationMs: z.number(),
    hears,
  }),
  /** What a simulated recorder wrote: `startS` since midnight. */
  z.object({
    kind: z.literal('recordSound'),
    cardId: z.uuid(),
    clip: z.string(),
    startS: z.number(),
    durationMs: z.number(),
    hears,
  }),
]);
export type StationWork = z.infer<typeof stationWork>;

export interface Queue {
  send(work: StationWork): Promise<void>;
  /** Hands each message to `work`: copies, looks, line-ups, hand-overs and other media work beside each other, one of each at a time. */
  work(work: (message: StationWork) => Promise<void>): Promise<void>;
  stop(): Promise<void>;
}

const POLL_S = 0.5;
/** Looks into copies take their time: nothing that somebody waits for stands behind them. */
const LANES: Readonly<Record<StationWork['kind'], 'copy' | 'media' | 'look' | 'lineup' | 'bundle'>> = {
  ...{
    copy: 'copy',
    scan: 'media',
    record: 'media',
    recordSound: 'media',
    selects: 'copy',
    look: 'look',
    lineup: 'lineup',
    bundle: 'bundle',
  },
};
const queueOf = (station: string, kind: StationWork['kind']) => `${LANES[kind]}-${station}`;

/** The queue of a station, kept in PostgreSQL. */
export async function openQueue(databaseUrl: string, station: string, log: Logger): Promise<Queue> {
  const boss = new PgBoss({ connectionString: databaseUrl, max: 4, schema: 'pgboss' });
  boss.on('error', (error) => log.error({ err: error }, 'queue'));
  await boss.start();
  const queues = [...new Set(Object.values(LANES))].map((lane) => `${lane}-${station}`);
  for (const name of queues) await boss.createQueue(name);
  return {
    send: async (work) => void (await boss.send(queueOf(station, work.kind), work, { retryLimit: 3, retryDelay: 2 })),
    work: async (work) => {
      for (const name of queues) {
        await boss.work(name, { pollingIntervalSeconds: POLL_S, batchSize: 1 }, async ([job]) => {
          if (job) await work(stationWork.parse(job.data));
        });
      }
    },
    stop: () => boss.stop({ graceful: true, timeout: 5000 }),
  };
}
