import { type CopyJob } from '@kavrell/core/copies';
import { type FileOutcome, type SourceFile } from '@kavrell/copies';
import type { Desk } from './desk.ts';
import { type Absent, type Target } from './jobRun.ts';

const ROWS_AT_ONCE = 1000;

/** Tells the desk every file of the job on every drive of it; on drives that nothing can go to they have failed. */
export async function listFiles(
  desk: Desk,
  job: CopyJob,
  files: readonly Pick<SourceFile, 'path' | 'sizeBytes'>[],
  targets: readonly Target[],
  absent: readonly Absent[],
): Promise<void> {
  const volumes = new Map(targets.map((t) => [t.drive.id, t.drive.volume.id]));
  const reasons = new Map(absent.map((a) => [a.drive.id, a.reason]));
  const rows = files.flatMap((f) =>
    job.driveIds.map((driveId) => ({
      ...{ driveId, path: f.path, sizeBytes: f.sizeBytes, volumeId: volumes.get(driveId) ?? null },
      state: reasons.has(driveId) ? ('failed' as const) : ('waiting' as const),
      failure: reasons.get(driveId) ?? null,
    })),
  );
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) await desk.list(job.id, rows.slice(at, at + ROWS_AT_ONCE));
  await desk.listed(job.id, {
    files: files.length,
    bytes: files.reduce((t, f) => t + f.sizeBytes, 0),
    absent: absent.map((a) => ({ driveId: a.drive.id, reason: a.reason })),
  });
}

/** Tells the desk what became of files. A file that was there already was read and compared too: it is verified all the same. */
export const settle = (
  desk: Desk,
  job: CopyJob,
  outcomes: readonly FileOutcome[],
  idOf: (destinationId: string) => string,
): Promise<void> =>
  desk.settle(
    job.id,
    outcomes.map((o) => ({
      ...{ driveId: idOf(o.destinationId), path: o.path, hash: o.hash, readFrom: o.readFrom },
      ...{ state: o.state === 'skipped' ? 'verified' : o.state, failure: o.failure },
      ...{ damage: [...o.damage], savedAs: o.savedAs },
    })),
  );
