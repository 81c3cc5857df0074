import { type CopyJob } from '@kavrell/core/copies';
import { type FileOutcome, type SourceFile } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { type Absent, type Target } from './jobRun.ts';

const ROWS_AT_ONCE = 1000;

export async function listFiles(
  { models }: Context,
  job: CopyJob,
  files: readonly Pick<SourceFile, 'path' | 'sizeBytes'>[],
  targets: readonly Target[],
  absent: readonly Absent[],
): Promise<void> {
  const volumes = new Map(targets.map((t) => [t.drive.id, t.drive.volume.id]));
  const reasons = new Map(absent.map((a) => [a.drive.id, a.reason]));
  const rows = files.flatMap((f) =>
    job.driveIds.map((driveId) => ({
      id: newId(),
      version: 1,
      productionId: job.productionId,
      jobId: job.id,
      cardId: job.cardId,
      driveId,
      path: f.path,
      sizeBytes: f.sizeBytes,
      volumeId: volumes.get(driveId) ?? null,
      state: reasons.has(driveId) ? ('failed' as const) : ('waiting' as const),
      failure: reasons.get(driveId) ?? null,
    })),
  );
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await models.copyFiles.bulkCreate(rows.slice(at, at + ROWS_AT_ONCE), { ignoreDuplicates: true });
  // Of a job that was begun before, the rows are there already.
  for (const { drive, reason } of absent)
    await models.copyFiles.update(
      { state: 'failed', failure: reason },
      { where: { jobId: job.id, driveId: drive.id, state: 'waiting' } },
    );
  // Last: windows that hear of the job’s total read the list of its files, which is whole by then.
  await models.copyJobs.update(
    { totalFiles: files.length, totalBytes: files.reduce((t, f) => t + f.sizeBytes, 0) },
    { where: { id: job.id } },
  );
}

export async function settle(
  { db }: Context,
  job: CopyJob,
  outcomes: readonly FileOutcome[],
  idOf: (destinationId: string) => string,
): Promise<void> {
  // A file that was there already was read and compared too: it is verified all the same.
  const rows = outcomes.map((o) => ({
    driveId: idOf(o.destinationId),
    path: o.path,
    state: o.state === 'skipped' ? 'verified' : o.state,
    hash: o.hash,
    readFrom: o.readFrom,
    failure: o.failure,
    damage: o.damage,
    savedAs: o.savedAs,
  }));
  await db.query(
    `WITH settled AS (
     UPDATE copy_files f SET state = o.state, hash = coalesce(o.hash, f.hash), read_from = o."readFrom", failure = o.failure, damage = o.damage, saved_as = o."savedAs",
       verified_at = CASE WHEN o.state = 'verified' THEN now() END
     FROM jsonb_to_recordset($2::jsonb) AS o("driveId" uuid, path text, state text, hash text, "readFrom" text, failure text, damage jsonb, "savedAs" text)
     WHERE f.job_id = $1 AND f.drive_id = o."driveId" AND f.path = o.path RETURNING f.production_id, f.id, f.version)
     SELECT count(pg_notify('kavrell', json_build_object('p', production_id, 't', 'copyFiles', 'i', id, 'v', version, 'c', null)::text)) FROM settled`,
    { bind: [job.id, JSON.stringify(rows)] },
  );
}
