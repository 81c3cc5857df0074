import { setTimeout as sleep } from 'node:timers/promises';
import { RateMeter, type CopyJob } from '@kavrell/core/copies';
import { ingest, notCopied, wordsOf, type IngestResult, type OffloadProgress } from '@kavrell/copies';
import { faultsOf } from '../devices/media.ts';
import type { Context } from '../platform/context.ts';
import { pausesJobs, roomOf } from '../platform/disk.ts';
import { HttpProblem } from '../platform/problems.ts';
import { driveHere, drivesOf, refuseOneDevice } from './drives.ts';
import { mediaFolder } from './paths.ts';
import { scanCard } from './scan.ts';
import { check } from './checkCopies.ts';
import { type Absent, type Progress, type Run, type Target } from './jobRun.ts';
import { listFiles, settle } from './jobFiles.ts';

const LEASE_S = 15;
const BEAT_MS = 400;
class Stopped extends Error {}

/** Runs copy jobs of this station until none is waiting. A job whose worker died is taken over when its lease ends. */
export async function runCopyJobs(context: Context, holder: string): Promise<void> {
  for (;;) {
    // A disk that is almost full is left to takes: jobs wait, and the health says so.
    const room = await roomOf(context.config.dataRoot).catch(() => null);
    if (room && pausesJobs(room)) {
      context.log.warn(room, 'copy: jobs wait, the disk is almost full');
      return;
    }
    const job = await claim(context, holder);
    if (!job) return;
    context.log.info({ job: job.id, kind: job.kind }, 'copy: started');
    await runJob(context, job, holder);
  }
}

async function claim({ db, config }: Context, holder: string): Promise<CopyJob | null> {
  const [rows] = await db.query(
    `UPDATE copy_jobs SET state = 'running', lease_holder = $1, lease_until = now() + make_interval(secs => $2), started_at_ms = coalesce(started_at_ms, $3), done_bytes = 0
     WHERE id = (SELECT id FROM copy_jobs WHERE station = $4 AND (state = 'waiting' OR (state = 'running' AND lease_until < now())) ORDER BY created_at FOR UPDATE SKIP LOCKED LIMIT 1)
     RETURNING id, production_id AS "productionId", card_id AS "cardId", drive_ids AS "driveIds", kind, verify_source AS "verifySource"`,
    { bind: [holder, LEASE_S, Date.now(), config.station] },
  );
  return (rows as CopyJob[])[0] ?? null;
}

/** Renews the lease and writes the progress; false when the job is no longer ours to do: stopped, paused or taken over. */
async function beat({ db }: Context, job: CopyJob, holder: string, progress: Progress): Promise<boolean> {
  const [, result] = await db.query(
    `UPDATE copy_jobs SET done_bytes = $1, places = $2, lease_until = now() + make_interval(secs => $3) WHERE id = $4 AND lease_holder = $5 AND state = 'running' RETURNING id`,
    { bind: [progress.doneBytes, JSON.stringify(progress.places), LEASE_S, job.id, holder] },
  );
  return (result as { rowCount: number }).rowCount === 1;
}

async function runJob(context: Context, job: CopyJob, holder: string): Promise<void> {
  const { models, log } = context;
  const stop = new AbortController();
  const progress: Progress = { doneBytes: 0, places: [] };
  let over = false;
  const beats = (async () => {
    while (!over) {
      // A database that is away for a moment ends no copy: the lease is longer than that, and is looked at when it is back.
      const ours = await beat(context, job, holder, progress).catch((error: unknown) => {
        log.warn({ job: job.id, err: error }, 'copy: a beat was lost');
        return true;
      });
      if (!ours) {
        stop.abort(new Stopped('stopped'));
        return;
      }
      await sleep(BEAT_MS);
    }
  })();
  const end = async (failure: string | null) => {
    over = true;
    await beats;
    await models.copyJobs.update(
      { state: failure ? 'failed' : 'verified', endedAtMs: Date.now(), ...progress, failure },
      { where: { id: job.id, state: 'running' } },
    );
  };
  try {
    const card = await models.cards.findOne({ where: { id: job.cardId } });
    if (!card) throw new Error('The card of this job is not there any more.');
    const { targets, absent } = await targetsOf(context, job);
    const contents = job.kind === 'copy' ? await scanCard(context, job.cardId) : null;
    const run: Run = { context, job, card, targets, absent, contents, progress, signal: stop.signal };
    await end(await (job.kind === 'check' ? check(run) : copy(run)));
  } catch (error) {
    over = true;
    await beats;
    if (error instanceof Stopped) {
      log.info({ job: job.id }, 'copy: stopped by hand');
      return;
    }
    log.warn({ job: job.id, err: error }, 'copy: failed');
    await end(wordsOf(error));
  }
}

/** The job's drives, each looked at before anything is written: one that is not here, or is another, fails alone. */
async function targetsOf(context: Context, job: CopyJob): Promise<{ targets: Target[]; absent: Absent[] }> {
  const targets: Target[] = [];
  const absent: Absent[] = [];
  for (const drive of await drivesOf(context, job.productionId, job.driveIds)) {
    try {
      targets.push(await driveHere(context, drive, job.by));
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      absent.push({ drive, reason: error.message });
    }
  }
  if (job.kind === 'copy') refuseOneDevice(targets);
  return { targets, absent };
}

/** Copies the card; answers what failed, in words. */
async function copy({ context, job, card, targets, absent, contents, progress, signal }: Run): Promise<string | null> {
  const driveAt = new Map(targets.map((t) => [t.folder, t.drive.id]));
  const idOf = (folder: string) => driveAt.get(folder)!;
  const meters = new Map(targets.map((t) => [t.folder, new RateMeter()]));
  let last = 0;
  const watch = ({ doneBytes, totalBytes, places }: OffloadProgress) => {
    const now = performance.now();
    if (now - last < BEAT_MS && doneBytes < totalBytes) return;
    last = now;
    progress.doneBytes = doneBytes;
    progress.places = places.map(({ id, ...p }) => ({
      ...p,
      driveId: idOf(id),
      ...meters.get(id)!.sample(now, p.writtenBytes + p.checkedBytes, 2 * totalBytes),
    }));
  };
  let latest: OffloadProgress | null = null;
  const result = await ingest(
    await mediaFolder(context, card.path),
    targets.map((t) => t.folder),
    {
      name: card.label,
      ...(contents ? { contents } : {}),
      marks: Object.fromEntries(targets.map((t) => [t.folder, t.mark])),
      verifySource: job.verifySource,
      faults: {
        source: faultsOf(card.faults),
        places: Object.fromEntries(targets.map((t) => [t.folder, faultsOf(t.drive.faults)])),
      },
      onListed: (files) => listFiles(context, job, files, targets, absent),
      onProgress: (p) => {
        latest = p;
        watch(p);
      },
      onFile: (settled) => settle(context, job, settled, idOf),
      signal,
    },
  );
  last = 0;
  if (latest) watch(latest);
  await failPlaces(context, job, result, idOf);
  return failureWords(result, targets, absent);
}

/** Places that could not even be opened: none of the files went there. */
async function failPlaces(
  { db }: Context,
  job: CopyJob,
  result: IngestResult,
  idOf: (folder: string) => string,
): Promise<void> {
  for (const place of result.places) {
    const whole = place.failed.find((f) => f.path === '');
    if (!whole) continue;
    await db.query(
      `UPDATE copy_files SET state = 'failed', failure = $1 WHERE job_id = $2 AND drive_id = $3 AND state <> 'verified'`,
      { bind: [whole.reason, job.id, idOf(place.to)] },
    );
  }
}

function failureWords(result: IngestResult, targets: readonly Target[], absent: readonly Absent[]): string | null {
  const { places, sourceChanged, sourceMissing, unreadable } = result;
  const nameOf = new Map(targets.map((t) => [t.folder, t.drive.name]));
  const words = places
    .filter((p) => p.failed.length > 0)
    .map((p) => {
      const [first] = p.failed;
      if (first!.path === '') return `${nameOf.get(p.to)}: ${first!.reason}`;
      const copies = p.failed.length + p.copied.length + p.skipped.length;
      return `${nameOf.get(p.to)}: ${p.failed.length} of ${copies} files failed: ${first!.reason}`;
    });
  words.unshift(...absent.map((a) => a.reason));
  const left = notCopied(result);
  if (left.length > 0)
    words.push(
      `${left.length === 1 ? 'One thing' : `${left.length} things`} on the card ${left.length === 1 ? 'is' : 'are'} not copied, such as ${left[0]!.path} (${left[0]!.reason}): look at the card, or leave it out by a pattern in the brief.`,
    );
  if (unreadable.length > 0)
    words.push(
      `${unreadable.length} folders or files of the card can’t even be listed, such as ${unreadable[0]!.path}: keep the card as it is.`,
    );
  if (sourceChanged.length > 0)
    words.push(`${sourceChanged.length} files are not as the card’s own list has them, such as ${sourceChanged[0]}.`);
  if (sourceMissing.length > 0)
    words.push(`${sourceMissing.length} files of the card’s own list are not on it, such as ${sourceMissing[0]}.`);
  return words.length > 0 ? words.join(' ') : null;
}
