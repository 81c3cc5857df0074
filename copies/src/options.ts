import type { Faults } from './gate.ts';
import type { HashKind } from './hash.ts';
import type { FileOutcome } from './outcome.ts';
import type { Contents } from './contents.ts';
import type { Presence } from './volume.ts';
import type { SourceFile } from './walk.ts';

export interface Destination {
  id: string;
  /** Folder that receives the copy; made when missing. */
  root: string;
  /** What must stay under it while the copy runs; without, the folder is taken as it is. */
  presence?: Presence;
  /** Troubles of a simulated drive. */
  faults?: Faults | null;
}

/** How far one destination is. A file's bytes count once as written and once more as checked. */
export interface PlaceProgress {
  id: string;
  writtenBytes: number;
  checkedBytes: number;
  settledFiles: number;
  failedFiles: number;
  /** Goes at a pace of its own, behind the others. */
  behind: boolean;
  /** Why nothing more goes there; null while something does. */
  failure: string | null;
}

export interface OffloadProgress {
  totalFiles: number;
  totalBytes: number;
  /** Bytes read from the source so far. */
  doneBytes: number;
  places: readonly Readonly<PlaceProgress>[];
}

export interface OffloadHooks {
  onListed?: (files: readonly SourceFile[]) => Promise<void> | void;
  onProgress?: (progress: OffloadProgress) => void;
  /** Called with files that are settled, in turn: never twice at once. */
  onFile?: (outcomes: readonly FileOutcome[]) => Promise<void> | void;
}

export interface OffloadOptions {
  /** Read the source a second time and compare: a misread is otherwise copied faithfully. */
  verifySource?: boolean;
  /** Hashes to make in the one read; the first is the one compared by. */
  kinds?: readonly [HashKind, ...HashKind[]];
  /** What is to be copied of the source, when it has just been looked through. */
  contents?: Pick<Contents, 'files' | 'folders'>;
  /** Files that a destination is known to hold, verified, from a run before: they are neither read nor told of. */
  finished?: (file: SourceFile, destinationId: string) => boolean;
  /** Troubles of a simulated card. */
  faults?: Faults | null;
  /** A device that gives no sign of life for so long fails. */
  stallMs?: number;
  /** A drive that has held the others up for so long, all in all, goes on at a pace of its own, with a reading of its own. */
  patienceMs?: number;
}
