import type { CopyJob } from '@kavrell/core/copies';
import type { Context } from '../platform/context.ts';

type Wanted = Pick<CopyJob, 'id' | 'productionId' | 'cardId' | 'kind' | 'verifySource' | 'by'> & {
  driveIds: readonly string[];
  /** Whose card and drives it is; '' the machine that serves. */
  station: string;
};

/** Puts a copy job in the queue of its machine; false when the card has a job that has not ended. */
export async function enqueueCopy({ db, queue, config }: Context, job: Wanted): Promise<boolean> {
  const [made] = await db.query(
    `INSERT INTO copy_jobs (id, production_id, card_id, drive_ids, state, station, kind, verify_source, by)
     VALUES ($1, $2, $3, $4::uuid[], 'waiting', $5, $6, $7, $8)
     ON CONFLICT (card_id) WHERE state IN ('waiting', 'running', 'paused') DO NOTHING RETURNING id`,
    {
      bind: [
        job.id,
        job.productionId,
        job.cardId,
        job.driveIds,
        job.station || config.station,
        job.kind,
        job.verifySource,
        job.by,
      ],
    },
  );
  if (made.length === 0) return false;
  // A station asks for its jobs by itself.
  if (job.station === '') await queue.send({ kind: 'copy' });
  return true;
}
