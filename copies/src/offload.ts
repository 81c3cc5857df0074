import { mkdir, utimes } from 'node:fs/promises';
import path from 'node:path';
import {
  dropParts,
  foldersOf,
  settle,
  syncFolder,
  wordsOf,
  writeParts,
  type CopyOptions,
  type Destination,
  type FileOutcome,
  type WrittenFile,
} from './copyFile.ts';
import { alignedBlock } from './readBack.ts';
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
  /** Called with each batch of files that is settled on all destinations. */
  onFile?: (outcomes: readonly FileOutcome[]) => Promise<void> | void;
}

export interface OffloadOptions extends CopyOptions {
  /** Files and folders that are not copied, by path below the source. */
  leave?: (path: string) => boolean;
  /** Files that a destination is known to hold, verified, from a run before: they are neither read nor told of. */
  finished?: (file: SourceFile, destinationId: string) => boolean;
}

/** Files are settled together up to this many and this many bytes: syncs of small files then share the medium's work. */
const BATCH_FILES = 64;
const BATCH_BYTES = 256 * 1024 * 1024;
/** Files up to this size are written and settled several at once. */
const SMALL_BYTES = 1024 * 1024;
const LANES = 8;

/** Runs `work` on every item, at most `lanes` at a time; each lane has its number. When one fails the others end first. */
async function inLanes<T>(
  items: readonly T[],
  lanes: number,
  work: (item: T, lane: number) => Promise<void>,
): Promise<void> {
  let next = 0;
  const ended = await Promise.allSettled(
    Array.from({ length: Math.min(lanes, items.length) }, async (_, lane) => {
      for (;;) {
        const item = items[next];
        if (item === undefined) return;
        next += 1;
        await work(item, lane);
      }
    }),
  );
  const failed = ended.find((e) => e.status === 'rejected');
  if (failed) throw failed.reason;
}

/** Consecutive files that are settled together. */
function* batches(files: readonly SourceFile[]): Generator<SourceFile[]> {
  let batch: SourceFile[] = [];
  let bytes = 0;
  for (const file of files) {
    batch.push(file);
    bytes += file.sizeBytes;
    if (batch.length < BATCH_FILES && bytes < BATCH_BYTES) continue;
    yield batch;
    batch = [];
    bytes = 0;
  }
  if (batch.length > 0) yield batch;
}

/**
 * Copies everything below `source` to each destination, verified, and tells what became of every file on every destination: each
 * file is read once, written to half files, synced, read back and compared, and only then given its name: **a final
 * name is a verified file**. While a batch is compared the next is read. Throws when the source can't be listed, or with the
 * signal's reason when told to stop; then no half file of a finished or begun file is left.
 */
export async function offload(
  source: string,
  destinations: readonly Destination[],
  hooks: OffloadHooks = {},
  signal: AbortSignal = new AbortController().signal,
  options: OffloadOptions = {},
): Promise<FileOutcome[]> {
  const listing = await listSource(source);
  const { leave = () => false, finished = () => false, kinds = ['xxh64'], verifySource = false } = options;
  const folders = listing.folders.filter((f) => !leave(f.path));
  const files = listing.files.filter((f) => !leave(f.path));
  await hooks.onListed?.(files);
  const progress: OffloadProgress = {
    totalFiles: files.length,
    totalBytes: files.reduce((t, f) => t + f.sizeBytes, 0),
    doneBytes: 0,
  };
  const advance = (bytes: number) => {
    progress.doneBytes += bytes;
    hooks.onProgress?.({ ...progress });
  };
  const blocks = [alignedBlock(), alignedBlock()] as const;
  const smallBlocks = Array.from(
    { length: LANES },
    () => [alignedBlock(2 * SMALL_BYTES), alignedBlock(65536)] as const,
  );
  const compareBlocks = [alignedBlock(), ...Array.from({ length: LANES - 1 }, () => alignedBlock(2 * SMALL_BYTES))];
  const all: FileOutcome[] = [];

  const compare = async (written: readonly WrittenFile[]) => {
    const outcomes: FileOutcome[] = [];
    try {
      const one = async (w: WrittenFile, lane: number) => {
        outcomes.push(...(await settle(w, kinds, compareBlocks[lane]!, { verifySource, signal })));
      };
      await inLanes(
        written.filter((w) => w.file.sizeBytes <= SMALL_BYTES),
        LANES,
        one,
      );
      await inLanes(
        written.filter((w) => w.file.sizeBytes > SMALL_BYTES),
        1,
        one,
      );
      await inLanes([...foldersOf(written)], LANES, async (folder) => {
        await syncFolder(folder).catch((error: unknown) => {
          for (const o of outcomes) {
            const root = destinations.find((d) => d.id === o.destinationId)?.root ?? '';
            if (o.state === 'verified' && path.dirname(path.join(root, o.path)) === folder)
              Object.assign(o, { state: 'failed', hash: null, failure: wordsOf(error) });
          }
        });
      });
    } catch (error) {
      written.forEach(dropParts);
      throw error;
    }
    all.push(...outcomes);
    await hooks.onFile?.(outcomes);
  };

  let comparing: Promise<void> = Promise.resolve();
  try {
    for (const batch of batches(files)) {
      const written: WrittenFile[] = [];
      const copy = async (file: SourceFile, pair: readonly [Buffer, Buffer]) => {
        signal.throwIfAborted();
        const open = destinations.filter((d) => !finished(file, d.id));
        if (open.length === 0) return advance(file.sizeBytes);
        written.push(await writeParts(source, file, open, pair, kinds, advance, signal));
      };
      try {
        await inLanes(
          batch.filter((f) => f.sizeBytes <= SMALL_BYTES),
          LANES,
          (file, lane) => copy(file, smallBlocks[lane]!),
        );
        for (const file of batch.filter((f) => f.sizeBytes > SMALL_BYTES)) await copy(file, blocks);
      } catch (error) {
        written.forEach(dropParts);
        throw error;
      }
      await comparing;
      comparing = compare(written);
      // Its failure is met at the next turn; until then it must not count as unheard.
      comparing.catch(() => undefined);
    }
  } finally {
    await comparing;
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
