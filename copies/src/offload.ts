import { copyFile, type Destination, type FileOutcome } from './copyFile.ts';
import { listSource, type SourceFile } from './walk.ts';

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

/**
 * Copies everything below `source` to each destination, verified, and tells what became of every file on every
 * destination. Throws when the source can't be listed, or with the signal's reason when told to stop.
 */
export async function offload(
  source: string,
  destinations: readonly Destination[],
  hooks: OffloadHooks = {},
  signal: AbortSignal = new AbortController().signal,
): Promise<FileOutcome[]> {
  const { files } = await listSource(source);
  await hooks.onListed?.(files);
  const progress: OffloadProgress = {
    totalFiles: files.length,
    totalBytes: files.reduce((t, f) => t + f.sizeBytes, 0),
    doneBytes: 0,
  };
  const all: FileOutcome[] = [];
  for (const file of files) {
    signal.throwIfAborted();
    const outcomes = await copyFile(
      source,
      file,
      destinations,
      (bytes) => {
        progress.doneBytes += bytes;
        hooks.onProgress?.({ ...progress });
      },
      signal,
    );
    all.push(...outcomes);
    await hooks.onFile?.(outcomes);
  }
  return all;
}
