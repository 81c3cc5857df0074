import { setTimeout as sleep } from 'node:timers/promises';
import { RateMeter } from '@kavrell/core/copies';
import { ingest, notCopied, wordsOf, type IngestResult, type OffloadProgress } from '@kavrell/copies';
import { faultsOf } from '../devices/media.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Desk, Host, Order, Progress } from './desk.ts';
import { driveAt, noteSpace, refuseOneDevice } from './drives.ts';
import { mediaFolder } from './paths.ts';
import { scanAt } from './scan.ts';
import { check } from './checkCopies.ts';
import { type Absent, type Run, type Target } from './jobRun.ts';
import { listFiles, settle } from './jobFiles.ts';

const BEAT_MS = 400;
class Stopped extends Error {}

/** Runs copy jobs of a machine until none is waiting. A job whose worker died is taken over when its lease ends. */
export async function runJobs(host: Host): Promise<void> {
  for (;;) {
    if (host.signal?.aborted || (await host.isFull())) return;
    const order = await host.desk.claim();
    if (!order) return;
    host.log.info({ job: order.job.id, kind: order.job.kind }, 'copy: started');
    await runJob(host, order);
  }
}

async function runJob(host: Host, order: Order): Promise<void> {
  const { desk, log } = host;
  const { job, card } = order;
  const stop = new AbortController();
  const leave = () => stop.abort(new Stopped('stopped'));
  host.signal?.addEventListener('abort', leave, { once: true });
  const progress: Progress = { doneBytes: 0, places: [] };
  // A job that ends does not wait for its next beat.
  const over = new AbortController();
  const beats = (async () => {
    while (!over.signal.aborted) {
      // A desk that is away for a moment ends no copy: the lease is longer than that, and is looked at when it is back.
      const ours = await desk.beat(job.id, progress).catch((error: unknown) => {
        log.warn({ job: job.id, err: error }, 'copy: a beat was lost');
        return true;
      });
      if (!ours) {
        stop.abort(new Stopped('stopped'));
        return;
      }
      await sleep(host.beatMs ?? BEAT_MS, undefined, { signal: over.signal }).catch(() => undefined);
    }
  })();
  const end = async (failure: string | null) => {
    over.abort();
    await beats;
    await desk.end(job.id, { failure, progress });
  };
  try {
    const { targets, absent } = await targetsOf(host, order);
    const contents = job.kind === 'copy' ? await scanAt(host, job.cardId) : null;
    const run: Run = { host, job, card, targets, absent, contents, progress, signal: stop.signal };
    await end(await (job.kind === 'check' ? check(run) : copy(run)));
    await tellSpace(desk, targets);
  } catch (error) {
    over.abort();
    await beats;
    if (error instanceof Stopped) {
      log.info({ job: job.id }, 'copy: stopped by hand');
      return;
    }
    log.warn({ job: job.id, err: error }, 'copy: failed');
    await end(wordsOf(error));
  } finally {
    host.signal?.removeEventListener('abort', leave);
  }
}

/** Room left on the drives after a job; a drive that is gone by now says nothing. */
async function tellSpace(desk: Desk, targets: readonly Target[]): Promise<void> {
  for (const { drive, folder } of targets) await noteSpace(desk, drive, folder).catch(() => undefined);
}

/** The job's drives, each looked at before anything is written: one that is not here, or is another, fails alone. */
async function targetsOf(host: Host, order: Order): Promise<{ targets: Target[]; absent: Absent[] }> {
  const targets: Target[] = [];
  const absent: Absent[] = [];
  let { allDrives } = order;
  for (const drive of order.drives) {
    try {
      const here = await driveAt(host, drive, order.job.by, { ...order, allDrives });
      targets.push(here);
      // The next one must not be taken on as the same.
      allDrives = allDrives.map((d) => (d.id === here.drive.id ? here.drive : d));
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      absent.push({ drive, reason: error.message });
    }
  }
  if (order.job.kind === 'copy') refuseOneDevice(targets);
  return { targets, absent };
}

/** Copies the card; answers what failed, in words. */
async function copy({ host, job, card, targets, absent, contents, progress, signal }: Run): Promise<string | null> {
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
    await mediaFolder(host, card.path),
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
      onListed: (files) => listFiles(host.desk, job, files, targets, absent),
      onProgress: (p) => {
        latest = p;
        watch(p);
      },
      onFile: (settled) => settle(host.desk, job, settled, idOf),
      signal,
    },
  );
  last = 0;
  if (latest) watch(latest);
  // Places that could not even be opened: none of the files went there.
  for (const place of result.places) {
    const whole = place.failed.find((f) => f.path === '');
    if (whole) await host.desk.failDrive(job.id, idOf(place.to), whole.reason);
  }
  return failureWords(result, targets, absent);
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
