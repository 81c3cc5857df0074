import { type Card, type CopyJob, type Drive, type JobPlace } from '@kavrell/core/copies';
import { type Contents } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { type DriveHere } from './drives.ts';

/** What a job has done so far, as its beats write it down. */
export interface Progress {
  doneBytes: number;
  places: JobPlace[];
}

/** A job under way. */
export interface Run {
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
export type Target = DriveHere;

/** A drive that nothing can go to, and why. */
export interface Absent {
  drive: Drive;
  reason: string;
}
