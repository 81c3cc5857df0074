import { setTimeout as sleep } from 'node:timers/promises';
import path from 'node:path';
import type { Card, CopyJob, Drive } from '@kavrell/core/copies';
import { offload, wordsOf, type FileOutcome, type SourceFile } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { mediaFolder } from './paths.ts';
import { scanCard } from './scan.ts';

const LEASE_S = 15;
const BEAT_MS = 400;
const ROWS_AT_ONCE = 1000;

class Cancelled extends Error {}

/** Runs copy jobs of this station until none is waiting. A job whose worker died is taken over when its lease ends. */
export async function runCopyJobs(context: Context, holder: string): Promise<void> {
  for (;;) {
    const job = await claim(context, holder);
    if (!job) return;
    context.log.info({ job: job.id }, 'copy: started');
    await runJob(context, job, holder);
  }
}

async function claim({ db, config }: Context, holder: string): Promise<CopyJob | null> {
  const [rows] = await db.query(
    `UPDATE copy_jobs SET state = 'running', lease_holder = $1, lease_until = now() + make_interval(secs => $2), started_at_ms = coalesce(started_at_ms, $3), done_bytes = 0
     WHERE id = (SELECT id FROM copy_jobs WHERE station = $4 AND (state = 'waiting' OR (state = 'running' AND lease_until < now())) ORDER BY created_at FOR UPDATE SKIP LOCKED LIMIT 1)
     RETURNING id, production_id AS "productionId", card_id AS "cardId", drive_ids AS "driveIds"`,
    { bind: [holder, LEASE_S, Date.now(), config.station] },
  );
  return (rows as CopyJob[])[0] ?? null;
}

/** Renews the lease and writes the progress; false when the job is no longer ours to do. */
async function beat({ db }: Context, job: CopyJob, holder: string, doneBytes: number): Promise<boolean> {
  const [, result] = await db.query(
    `UPDATE copy_jobs SET done_bytes = $1, lease_until = now() + make_interval(secs => $2) WHERE id = $3 AND lease_holder = $4 AND state = 'running' RETURNING id`,
    {
      bind: [doneBytes, LEASE_S, job.id, holder],
    },
  );
  return (result as { rowCount: number }).rowCount === 1;
}

async function runJob(context: Context, job: CopyJob, holder: string): Promise<void> {
  const { models, log } = context;
  const stop = new AbortController();
  let doneBytes = 0;
  let over = false;
  const beats = (async () => {
    while (!over) {
      if (!(await beat(context, job, holder, doneBytes))) {
        stop.abort(new Cancelled('cancelled'));
        return;
      }
      await sleep(BEAT_MS);
    }
  })();
  try {
    await scanCard(context, job.cardId);
    const { source, destinations } = await foldersOf(context, job);
    const outcomes = await offload(
      source,
      destinations,
      {
        onListed: (files) => listFiles(context, job, files),
        onProgress: (p) => void (doneBytes = p.doneBytes),
        onFile: (settled) => settle(context, job, settled),
      },
      stop.signal,
    );
    const failed = outcomes.filter((o) => o.state === 'failed');
    over = true;
    await beats;
    const failure = failed.length
      ? `${failed.length} of ${outcomes.length} file copies failed: ${failed[0]?.failure}`
      : null;
    await models.copyJobs.update(
      { state: failure ? 'failed' : 'verified', endedAtMs: Date.now(), doneBytes, failure },
      { where: { id: job.id, state: 'running' } },
    );
  } catch (error) {
    over = true;
    await beats;
    if (error instanceof Cancelled) {
      log.info({ job: job.id }, 'copy: stopped by hand');
      return;
    }
    log.warn({ job: job.id, err: error }, 'copy: failed');
    await models.copyJobs.update(
      { state: 'failed', endedAtMs: Date.now(), failure: wordsOf(error) },
      { where: { id: job.id, state: 'running' } },
    );
  }
}

async function foldersOf(context: Context, job: CopyJob) {
  const { models } = context;
  const card = (await models.cards.findOne({ where: { id: job.cardId }, raw: true })) as unknown as Card;
  const drives = (await models.drives.findAll({ where: { id: job.driveIds }, raw: true })) as unknown as Drive[];
  const source = await mediaFolder(context, card.path);
  const destinations = await Promise.all(
    drives.map(async (drive) => ({
      id: drive.id,
      root: path.join(await mediaFolder(context, drive.path, true), card.label),
    })),
  );
  return { source, destinations };
}

async function listFiles({ models }: Context, job: CopyJob, files: readonly SourceFile[]): Promise<void> {
  await models.copyJobs.update(
    { totalFiles: files.length, totalBytes: files.reduce((t, f) => t + f.sizeBytes, 0) },
    { where: { id: job.id } },
  );
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
      state: 'waiting',
    })),
  );
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await models.copyFiles.bulkCreate(rows.slice(at, at + ROWS_AT_ONCE), { ignoreDuplicates: true });
}

async function settle({ db }: Context, job: CopyJob, outcomes: readonly FileOutcome[]): Promise<void> {
  await db.query(
    `UPDATE copy_files f SET state = o.state, hash = o.hash, failure = o.failure, verified_at = CASE WHEN o.state = 'verified' THEN now() END
     FROM jsonb_to_recordset($2::jsonb) AS o("destinationId" uuid, path text, state text, hash text, failure text)
     WHERE f.job_id = $1 AND f.drive_id = o."destinationId" AND f.path = o.path`,
    // A file that was there already was read and compared too: it is verified all the same.
    {
      bind: [
        job.id,
        JSON.stringify(outcomes.map((o) => ({ ...o, state: o.state === 'skipped' ? 'verified' : o.state }))),
      ],
    },
  );
}
