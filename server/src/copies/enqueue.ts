import type { Context } from '../platform/context.ts';

/** Puts a copy job in the queue of this station; false when the card is being copied already. */
export async function enqueueCopy(
  { db, queue, config }: Context,
  job: { id: string; productionId: string; cardId: string; driveIds: readonly string[] },
): Promise<boolean> {
  const [made] = await db.query(
    `INSERT INTO copy_jobs (id, production_id, card_id, drive_ids, state, station) VALUES ($1, $2, $3, $4::uuid[], 'waiting', $5) ON CONFLICT (card_id) WHERE state IN ('waiting', 'running') DO NOTHING RETURNING id`,
    { bind: [job.id, job.productionId, job.cardId, job.driveIds, config.station] },
  );
  if (made.length === 0) return false;
  await queue.send({ kind: 'copy' });
  return true;
}
