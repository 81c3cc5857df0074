import { setTimeout as sleep } from 'node:timers/promises';
import path from 'node:path';
import { RateMeter, type Card, type Clip, type CopyJob, type Drive, type JobPlace } from '@kavrell/core/copies';
import {
  failedOutcome,
  ingest,
  notCopied,
  verifyFolder,
  wordsOf,
  type Contents,
  type FileOutcome,
  type IngestResult,
  type OffloadProgress,
  type SoundFile,
  type SourceFile,
} from '@kavrell/copies';
import { faultsOf } from '../devices/media.ts';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { pausesJobs, roomOf } from '../platform/disk.ts';
import { HttpProblem } from '../platform/problems.ts';
import { driveHere, drivesOf, refuseOneDevice, type DriveHere } from './drives.ts';
import { mediaFolder } from './paths.ts';
import { scanCard } from './scan.ts';

const LEASE_S = 15;
const BEAT_MS = 400;
const ROWS_AT_ONCE = 1000;

class Stopped extends Error {}

/** What a job has done so far, as its beats write it down. */
interface Progress {
  doneBytes: number;
  places: JobPlace[];
}
/** A job under way. */
interface Run {
  context: Context;
  job: CopyJob;
  card: Card;
  targets: readonly Target[];
  absent: readonly Absent[];
  /** What is on the card; null when only copies are read again. */
  contents: Contents | null;
  progress: Progress;
  signal: AbortSignal;
}
/** A drive as it was found; the card's folder lies in the drive's own. */
type Target = DriveHere;
/** A drive that nothing can go to, and why. */
interface Absent {
  drive: Drive;
  reason: string;
}

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
    const card = (await models.cards.findOne({ where: { id: job.cardId }, raw: true })) as unknown as Card;
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

/** Reads the card’s copies again, drive after drive, against their lists; answers what is wrong, in words. */
async function check({ context, job, card, targets, absent, progress, signal }: Run): Promise<string | null> {
  const clips = (await context.models.clips.findAll({
    where: { cardId: card.id },
    raw: true,
  })) as unknown as Pick<Clip, 'path' | 'sizeBytes'>[];
  await listFiles(context, job, clips, targets, absent);
  const words: string[] = absent.map((a) => a.reason);
  for (const { drive, folder } of targets) {
    const meter = new RateMeter();
    const base = progress.doneBytes;
    const place: JobPlace = {
      driveId: drive.id,
      writtenBytes: 0,
      checkedBytes: 0,
      settledFiles: 0,
      failedFiles: 0,
      behind: false,
      failure: null,
      bytesPerSecond: null,
      leftMs: null,
    };
    progress.places.push(place);
    // A reading that hangs would hang the worker: it is not played here.
    const { stallsAtBytes: _, ...faults } = faultsOf(drive.faults) ?? {};
    const wrong = new Map<string, string>();
    let sound: readonly SoundFile[] = [];
    try {
      const found = await verifyFolder(path.join(folder, card.label), {
        signal,
        faults,
        onProgress: (done, total) => {
          place.checkedBytes = done;
          place.settledFiles += 1;
          Object.assign(place, meter.sample(performance.now(), done, total));
          progress.doneBytes = base + done;
        },
      });
      sound = found.sound;
      for (const c of found.changed) wrong.set(c.path, `It is not as it was copied: ${c.reason}.`);
      for (const m of found.missing) wrong.set(m, 'It is not there any more.');
      for (const r of found.renamed) wrong.set(r.from, `It was renamed to ${r.to}.`);
      words.push(...found.problems.map((p) => `${drive.name}: ${p}`));
      if (found.extra.length > 0)
        words.push(`${drive.name}: ${found.extra.length} files that no list knows, such as ${found.extra[0]}.`);
    } catch (error) {
      if (signal.aborted) throw error;
      for (const clip of clips) wrong.set(clip.path, wordsOf(error));
    }
    const outcomes = checkOutcomes(drive.id, clips, sound, wrong);
    const failed = outcomes.filter((o) => o.state === 'failed');
    place.failedFiles = failed.length;
    const [first] = failed;
    if (first)
      words.push(
        `${drive.name}: ${failed.length} of ${clips.length} files failed: ${first.path}: ${first.failure ?? ''}`,
      );
    await settle(context, job, outcomes, (id) => id);
    // What this drive was never given is neither well nor failed on it.
    await context.models.copyFiles.destroy({ where: { jobId: job.id, driveId: drive.id, state: 'waiting' } });
  }
  return words.length > 0 ? words.join(' ') : null;
}

/**
 * What a reading says of the card’s clips on a drive. Verified is only what was read there with the bytes that were listed and has the
 * clip’s size; of a clip that the drive’s list doesn’t know nothing is said.
 */
function checkOutcomes(
  driveId: string,
  clips: readonly Pick<Clip, 'path' | 'sizeBytes'>[],
  sound: readonly SoundFile[],
  wrong: ReadonlyMap<string, string>,
): FileOutcome[] {
  const read = new Map(sound.map((f) => [f.path, f]));
  return clips.flatMap((clip): FileOutcome[] => {
    const found = read.get(clip.path);
    const other = found && found.sizeBytes !== clip.sizeBytes;
    const failure = wrong.get(clip.path) ?? (other ? 'It is an older file of this name: copy the card again.' : null);
    if (failure !== null) return [failedOutcome(driveId, clip, failure)];
    if (!found) return [];
    const hash = found.hashes.xxh64 ?? null;
    return [{ ...failedOutcome(driveId, clip, null), state: 'verified', hash, hashes: found.hashes }];
  });
}

async function listFiles(
  { models }: Context,
  job: CopyJob,
  files: readonly Pick<SourceFile, 'path' | 'sizeBytes'>[],
  targets: readonly Target[],
  absent: readonly Absent[],
): Promise<void> {
  const volumes = new Map(targets.map((t) => [t.drive.id, t.drive.volume.id]));
  const reasons = new Map(absent.map((a) => [a.drive.id, a.reason]));
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
      volumeId: volumes.get(driveId) ?? null,
      state: reasons.has(driveId) ? 'failed' : 'waiting',
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
}

async function settle(
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
    `UPDATE copy_files f SET state = o.state, hash = coalesce(o.hash, f.hash), read_from = o."readFrom", failure = o.failure, damage = o.damage, saved_as = o."savedAs",
       verified_at = CASE WHEN o.state = 'verified' THEN now() END
     FROM jsonb_to_recordset($2::jsonb) AS o("driveId" uuid, path text, state text, hash text, "readFrom" text, failure text, damage jsonb, "savedAs" text)
     WHERE f.job_id = $1 AND f.drive_id = o."driveId" AND f.path = o.path`,
    { bind: [job.id, JSON.stringify(rows)] },
  );
}
