import { constants } from 'node:fs';
import { mkdir, open, rename, rm, stat, type FileHandle } from 'node:fs/promises';
import path from 'node:path';
import { startHash, type HashKind } from './hash.ts';
import { alignedBlock, hashFromMedium, type ReadFrom } from './readBack.ts';
import type { SourceFile } from './walk.ts';

/** Read into and written from in turn, and read back into: one block serves a whole offload. */
export const copyBlock = (): Buffer => alignedBlock();

export interface Destination {
  id: string;
  /** Folder that receives the copy; made when missing. */
  root: string;
}

export interface FileOutcome {
  destinationId: string;
  path: string;
  sizeBytes: number;
  state: 'verified' | 'skipped' | 'failed';
  hash: string | null;
  /** Every hash that was asked for; empty when the file failed. */
  hashes: Partial<Record<HashKind, string>>;
  /** Where the comparison read it from; null when there was none. */
  readFrom: ReadFrom | null;
  failure: string | null;
}

interface Target {
  destination: Destination;
  final: string;
  part: string;
  handle: FileHandle | null;
  failure: string | null;
}

/** What went wrong with a file, in words that name the drive's side of it. */
export function wordsOf(error: unknown): string {
  const code = (error as NodeJS.ErrnoException).code;
  if (code === 'ENOSPC') return 'The drive is full.';
  if (code === 'EROFS' || code === 'EACCES' || code === 'EPERM') return 'The drive can’t be written to.';
  if (code === 'EIO') return 'The drive reported a read or write error.';
  if (code === 'ENOENT' || code === 'ENODEV' || code === 'ENOTDIR') return 'The drive or folder is gone.';
  return error instanceof Error ? error.message : String(error);
}

async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, constants.O_RDONLY);
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

export interface CopyOptions {
  /** From `copyBlock`; made when left out. */
  block?: Buffer;
  /** Read the source a second time and compare: a misread is otherwise copied faithfully. */
  verifySource?: boolean;
  /** Hashes to make in the one read; the first is the one compared by. */
  kinds?: readonly [HashKind, ...HashKind[]];
}

/** A half file's name: short, so that a name of 255 bytes has one too, and always the same, so that none is left behind. */
function partName(filePath: string): string {
  const hash = startHash();
  hash.update(Buffer.from(filePath));
  return `.${hash.text()}.part`;
}

/**
 * Copies one file to every destination in one read. For each: write to `.part`, fsync, read back, compare the
 * hash, rename, fsync of the folder: **a final name is a verified file**. A destination that fails fails alone.
 * A file that is there already with the same content is `skipped` (it was read and compared); one with other
 * content is never overwritten. The comparison reads past the machine's cache where it can (`readFrom`). `onBytes` hears of every chunk read from the source.
 */
export async function copyFile(
  sourceRoot: string,
  file: SourceFile,
  destinations: readonly Destination[],
  onBytes: (bytes: number) => void,
  signal: AbortSignal,
  { block = copyBlock(), verifySource = false, kinds = ['xxh64'] }: CopyOptions = {},
): Promise<FileOutcome[]> {
  const source = path.join(sourceRoot, file.path);
  const targets: Target[] = destinations.map((destination) => {
    const final = path.join(destination.root, file.path);
    return {
      destination,
      final,
      part: path.join(path.dirname(final), partName(file.path)),
      handle: null,
      failure: null,
    };
  });
  const there = new Set<Target>();
  for (const target of targets) {
    try {
      await mkdir(path.dirname(target.final), { recursive: true });
      const found = await stat(target.final).catch((error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') return null;
        throw error;
      });
      if (found) there.add(target);
      else target.handle = await open(target.part, 'w');
    } catch (error) {
      target.failure = wordsOf(error);
    }
  }

  const running = kinds.map((kind) => ({ kind, hash: startHash(kind) }));
  try {
    const handle = await open(source, constants.O_RDONLY);
    try {
      for (;;) {
        signal.throwIfAborted();
        const { bytesRead } = await handle.read(block, 0, block.length, null);
        if (bytesRead === 0) break;
        const bytes = block.subarray(0, bytesRead);
        for (const { hash } of running) hash.update(bytes);
        await Promise.all(targets.map((target) => writeAll(target, bytes)));
        onBytes(bytesRead);
      }
    } finally {
      await handle.close();
    }
  } catch (error) {
    await Promise.all(targets.map((target) => dropPart(target)));
    if (signal.aborted) throw error;
    return targets.map((t) => outcome(t, file, 'failed', null, `The card can’t be read here: ${wordsOf(error)}`));
  }
  const [by] = kinds;
  const hashes: Partial<Record<HashKind, string>> = Object.fromEntries(
    running.map(({ kind, hash }) => [kind, hash.text()]),
  );
  const digest = hashes[by]!;
  if (verifySource) {
    const again = await hashFromMedium(source, block, by, signal);
    if (again.hash !== digest) {
      await Promise.all(targets.map((target) => dropPart(target)));
      const words = 'The card gave different bytes when it was read again: read it in another reader.';
      return targets.map((t) => outcome(t, file, 'failed', null, words));
    }
  }

  const outcomes: FileOutcome[] = [];
  for (const target of targets) {
    if (target.failure) {
      await dropPart(target);
      outcomes.push(outcome(target, file, 'failed', null, target.failure));
      continue;
    }
    try {
      if (there.has(target)) {
        const found = await hashFromMedium(target.final, block, by, signal);
        outcomes.push(
          found.hash === digest
            ? { ...outcome(target, file, 'skipped', digest, null), hashes, readFrom: found.from }
            : outcome(
                target,
                file,
                'failed',
                null,
                'Another file of this name is there already; it was left as it is.',
              ),
        );
        continue;
      }
      outcomes.push({ ...(await settle(target, file, { by, digest }, block, signal)), hashes });
    } catch (error) {
      await dropPart(target);
      if (signal.aborted) throw error;
      outcomes.push(outcome(target, file, 'failed', null, wordsOf(error)));
    }
  }
  return outcomes;
}

async function writeAll(target: Target, bytes: Uint8Array): Promise<void> {
  if (!target.handle || target.failure) return;
  try {
    for (let at = 0; at < bytes.length;) at += (await target.handle.write(bytes, at, bytes.length - at)).bytesWritten;
  } catch (error) {
    target.failure = wordsOf(error);
  }
}

/** Sync, compare, rename, sync the folder. */
async function settle(
  target: Target,
  file: SourceFile,
  { by, digest }: { by: HashKind; digest: string },
  block: Buffer,
  signal: AbortSignal,
): Promise<FileOutcome> {
  const handle = target.handle as FileHandle;
  await handle.utimes(new Date(), new Date(file.modifiedMs));
  await handle.sync();
  await handle.close();
  target.handle = null;
  const found = await hashFromMedium(target.part, block, by, signal);
  if (found.hash !== digest) {
    await dropPart(target);
    return outcome(
      target,
      file,
      'failed',
      null,
      'What was read back is not what was written: do not trust this drive.',
    );
  }
  await rename(target.part, target.final);
  await syncFolder(path.dirname(target.final));
  return { ...outcome(target, file, 'verified', digest, null), readFrom: found.from };
}

async function dropPart(target: Target): Promise<void> {
  await target.handle?.close();
  target.handle = null;
  await rm(target.part, { force: true }).catch((error: NodeJS.ErrnoException) => {
    // The drive is gone with its part: there is nothing left to drop.
    target.failure ??= wordsOf(error);
  });
}

function outcome(
  target: Target,
  file: SourceFile,
  state: FileOutcome['state'],
  hash: string | null,
  failure: string | null,
): FileOutcome {
  const { id: destinationId } = target.destination;
  return {
    destinationId,
    path: file.path,
    sizeBytes: file.sizeBytes,
    state,
    hash,
    hashes: {},
    readFrom: null,
    failure,
  };
}
