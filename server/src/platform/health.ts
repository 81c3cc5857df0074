import { health, type DiskRoom } from '@kavrell/contract';
import type { Context } from './context.ts';
import { roomOf, roomWords } from './disk.ts';
import { toProblem } from './problems.ts';
import type { Router } from './routing.ts';

/** An answer is good for so long: whoever asks may ask often. */
const GOOD_FOR_MS = 1000;

/** Says whether takes can be stored, by storing something. */
export function serveHealth(router: Router, { db, config, log }: Context, version: string): void {
  let latest: {
    at: number;
    answer: Promise<{ trouble: string | null; worker: boolean; disk: DiskRoom | null }>;
  } | null = null;
  const ask = async () => {
    const disk = await roomOf(config.dataRoot).then(roomWords, () => null);
    try {
      await db.query('UPDATE house SET stored_at = now()');
      const [rows] = await db.query(`SELECT 1 FROM pg_stat_activity WHERE application_name = 'kavrell-worker' LIMIT 1`);
      return { trouble: null, worker: rows.length > 0, disk };
    } catch (error) {
      log.warn({ err: error }, 'health: nothing can be stored');
      const words = toProblem(error)?.detail ?? 'Nothing can be stored just now.';
      return { trouble: words, worker: false, disk };
    }
  };
  router.serve(health, async () => {
    const now = performance.now();
    if (!latest || now - latest.at > GOOD_FOR_MS) latest = { at: now, answer: ask() };
    const { trouble, worker, disk } = await latest.answer;
    return { ok: trouble === null, database: trouble === null, worker, version, disk, trouble };
  });
}
