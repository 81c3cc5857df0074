import { setTimeout as sleep } from 'node:timers/promises';
import { runJobs } from '../copies/job.ts';
import type { Host } from '../copies/desk.ts';
import { foldersHere } from '../copies/find.ts';
import { realRoots } from '../copies/roots.ts';
import { scanAt } from '../copies/scan.ts';
import type { Logger } from '../platform/log.ts';
import type { ChildPool } from '../platform/pool/index.ts';
import { HouseAway, HouseLine, HouseRefused, type House } from './far.ts';

export interface Station {
  house: House;
  seal: string;
  roots: readonly string[];
  log: Logger;
  pool: ChildPool;
  /** From one round to the next. */
  roundMs?: number;
}

const ROUND_MS = 2000;

/**
 * A station at work: it tells what lies in its folders, reads the cards it is asked to, and copies what waits for it, round after round until `signal`. A house that is away
 * is asked again; one that knows the station no longer ends it, with the house’s words.
 */
export async function runStation(
  { house, seal, roots, log, pool, roundMs = ROUND_MS }: Station,
  signal: AbortSignal,
): Promise<void> {
  const line = new HouseLine(house, log);
  signal.addEventListener('abort', () => line.stop(), { once: true });
  const host: Host = {
    ...{ log, pool, desk: line.desk(), seals: [seal], roots: () => realRoots(roots) },
    ...{ isFull: async () => false, signal },
  };
  let busy: Promise<void> | null = null;
  for (;;) {
    if (signal.aborted) break;
    try {
      const { toRead } = await line.once({ ask: 'hello', folders: await foldersHere(host) });
      for (const cardId of toRead)
        await scanAt(host, cardId).catch((error: unknown) => log.warn({ cardId, err: error }, 'a card was not read'));
      // Copies go on beside the rounds: the house goes on hearing what is here.
      busy ??= runJobs(host)
        .catch((error: unknown) => log.warn({ err: error }, 'copies of this round ended'))
        .finally(() => (busy = null));
    } catch (error) {
      if (error instanceof HouseRefused && error.status === 401) throw error;
      if (!(error instanceof HouseAway) && !(error instanceof HouseRefused)) throw error;
      log.warn({ why: error.message }, 'the house did not answer');
    }
    await sleep(roundMs, undefined, { signal }).catch(() => undefined);
  }
  await busy;
}
