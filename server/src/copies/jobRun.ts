import { type Card, type CopyJob, type Drive } from '@kavrell/core/copies';
import { type Contents } from '@kavrell/copies';
import type { Host, Progress } from './desk.ts';
import { type DriveHere } from './drives.ts';

/** A job under way. */
export interface Run {
  host: Host;
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
