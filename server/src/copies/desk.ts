import type {
  Card,
  CardAlarm,
  CardSeen,
  Clip,
  CopyFile,
  CopyJob,
  Drive,
  DriveSpace,
  DriveVolume,
  JobPlace,
  Release,
} from '@kavrell/core/copies';
import type { Logger } from '../platform/log.ts';
import type { ChildPool } from '../platform/pool/index.ts';
import type { Root } from './roots.ts';

/** What a job has done so far, as its beats write it down. */
export interface Progress {
  doneBytes: number;
  places: JobPlace[];
}

/** A card as whoever reads it must know it. */
export interface CardAt {
  card: Card;
  leaveOut: string[];
  /** The job’s frame rate, for sound that names none. */
  rate: string;
  known: Pick<Clip, 'path' | 'sizeBytes'>[];
  release: Pick<Release, 'atMs'> | null;
  others: (Pick<Card, 'id' | 'label' | 'seen'> & { isReleased: boolean })[];
  /** Letters of cameras, by id. */
  letters: [string, string][];
}

/** A job with all that its machine must know of it. */
export interface Order {
  job: CopyJob;
  card: Card;
  /** The drives it goes to, in its order. */
  drives: Drive[];
  /** All drives of the production, so that one that is there twice is found. */
  allDrives: Drive[];
  /** Folders of cards: nothing is ever written there. */
  cardFolders: Pick<Card, 'label' | 'path'>[];
}

export type ClipRow = Pick<Clip, 'id' | 'name' | 'path' | 'sizeBytes' | 'startTimecode' | 'durationMs' | 'rate'>;
export interface CardLook {
  notCopied: Card['notCopied'];
  seen: CardSeen;
  alarms: CardAlarm[];
  /** What the owner leaves out by now: no file of the card any more. */
  leftOut: string[];
}
export type FileRow = Pick<CopyFile, 'driveId' | 'path' | 'sizeBytes' | 'volumeId' | 'state' | 'failure'>;
export type SettledRow = Pick<
  CopyFile,
  'driveId' | 'path' | 'state' | 'hash' | 'readFrom' | 'failure' | 'damage' | 'savedAs'
>;
export interface JobEnd {
  failure: string | null;
  progress: Progress;
}

/**
 * Where jobs come from and what becomes of them is written down: the tables themselves on the machine that serves, the same over the network on a
 * station. Whatever is asked can be asked again with the same end.
 */
export interface Desk {
  /** The next job of this machine, held for a while; null: none waits. */
  claim(): Promise<Order | null>;
  /** Holds the job on and tells how far it is; false when it is no longer ours to do: stopped, paused or taken over. */
  beat(jobId: string, progress: Progress): Promise<boolean>;
  end(jobId: string, end: JobEnd): Promise<void>;
  takeOn(driveId: string, volume: DriveVolume): Promise<void>;
  saveSpace(driveId: string, space: DriveSpace): Promise<void>;
  /** The job’s files, some at a time; rows that are there already stay. */
  list(jobId: string, rows: readonly FileRow[]): Promise<void>;
  /** All files are listed: so many, so large. Drives that nothing can go to fail, each with its reason. */
  listed(
    jobId: string,
    total: { files: number; bytes: number; absent: { driveId: string; reason: string }[] },
  ): Promise<void>;
  settle(jobId: string, rows: readonly SettledRow[]): Promise<void>;
  /** Nothing of the job goes to a drive. */
  failDrive(jobId: string, driveId: string, reason: string): Promise<void>;
  /** What a drive was never given is neither well nor failed on it. */
  dropWaiting(jobId: string, driveId: string): Promise<void>;
  clipsOf(cardId: string): Promise<Pick<Clip, 'path' | 'sizeBytes'>[]>;
  cardAt(cardId: string): Promise<CardAt | null>;
  saveClips(cardId: string, rows: readonly ClipRow[]): Promise<void>;
  saveCard(cardId: string, look: CardLook): Promise<void>;
}

/** A machine that copies: what it reaches, by what it marks drives, and its desk. */
export interface Host {
  log: Logger;
  pool: ChildPool;
  desk: Desk;
  /** Folders below which media may lie here. */
  roots: () => Promise<Root[]>;
  /** Marks of drives are made with the first; those made with any of them are ours. */
  seals: readonly string[];
  /** Whether jobs wait, since this machine’s disk is almost full. */
  isFull: () => Promise<boolean>;
  /** Ends what is under way, to be taken up later; null: it ends with its process. */
  signal: AbortSignal | null;
  /** From one sign of life of a job to the next, where it is not the usual. */
  beatMs?: number;
}
