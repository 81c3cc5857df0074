import { mkdir, utimes } from 'node:fs/promises';
import path from 'node:path';
import { copyBlock, copyFile, wordsOf, type CopyOptions, type Destination, type FileOutcome } from './copyFile.ts';
import { listSource, type SourceFile, type SourceFolder } from './walk.ts';

export interface OffloadProgress {
  totalFiles: number;
  totalBytes: number;
  /** Bytes read from the source so far. */
  doneBytes: number;
}

export interface OffloadHooks {
  onListed?: (files: readonly SourceFile[]) => Promise<void> | void;
  onProgress?: (progress: OffloadProgress) => void;
  /** Called when a file is settled on all destinations. */
  onFile?: (outcomes: readonly FileOutcome[]) => Promise<void> | void;
}

export interface OffloadOptions extends Omit<CopyOptions, 'block'> {
  /** Files and folders that are not copied, by path below the source. */
  leave?: (path: string) => boolean;
  /** Files that a destination is known to hold, verified, from a run before: they are neither read nor told of. */
  finished?: (file: SourceFile, destinationId: string) => boolean;
}

/**
 * Copies everything below `source` to each destination, verified, and tells what became of every file on every
 * destination. Throws when the source can't be listed, or with the signal's reason when told to stop.
 */
export async function offload(
  source: string,
  destinations: readonly Destination[],
  hooks: OffloadHooks = {},
  signal: AbortSignal = new AbortController().signal,
  options: OffloadOptions = {},
): Promise<FileOutcome[]> {
  const listing = await listSource(source);
  const { leave = () => false, finished = () => false, ...copying } = options;
  const folders = listing.folders.filter((f) => !leave(f.path));
  const files = listing.files.filter((f) => !leave(f.path));
  const block = copyBlock();
  await hooks.onListed?.(files);
  const progress: OffloadProgress = {
    totalFiles: files.length,
    totalBytes: files.reduce((t, f) => t + f.sizeBytes, 0),
    doneBytes: 0,
  };
  const all: FileOutcome[] = [];
  for (const file of files) {
    signal.throwIfAborted();
    const open = destinations.filter((d) => !finished(file, d.id));
    if (open.length === 0) {
      progress.doneBytes += file.sizeBytes;
      hooks.onProgress?.({ ...progress });
      continue;
    }
    const outcomes = await copyFile(
      source,
      file,
      open,
      (bytes) => {
        progress.doneBytes += bytes;
        hooks.onProgress?.({ ...progress });
      },
      signal,
      { block, ...copying },
    );
    all.push(...outcomes);
    await hooks.onFile?.(outcomes);
  }
  return [...all, ...(await makeFolders(folders, destinations, all))];
}

/**
 * Makes the folders that hold no file, and gives all of them their times, innermost first since a change within moves them. A drive that
 * can't is told of once, unless it failed before.
 */
async function makeFolders(
  folders: readonly SourceFolder[],
  destinations: readonly Destination[],
  before: readonly FileOutcome[],
): Promise<FileOutcome[]> {
  const failed = new Set(before.filter((o) => o.state === 'failed').map((o) => o.destinationId));
  const outcomes: FileOutcome[] = [];
  for (const { id, root } of destinations) {
    if (failed.has(id)) continue;
    let at = '';
    try {
      for (const folder of folders) {
        at = folder.path;
        await mkdir(path.join(root, at), { recursive: true });
      }
      for (const folder of [...folders].reverse()) {
        at = folder.path;
        await utimes(path.join(root, at), new Date(), new Date(folder.modifiedMs));
      }
    } catch (error) {
      const nothing = { sizeBytes: 0, hash: null, hashes: {}, readFrom: null };
      outcomes.push({ destinationId: id, path: `${at}/`, state: 'failed', failure: wordsOf(error), ...nothing });
    }
  }
  return outcomes;
}
