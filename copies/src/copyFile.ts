import {
  closeSync,
  constants,
  fsync,
  futimesSync,
  mkdirSync,
  openSync,
  read,
  renameSync,
  rmSync,
  statSync,
  write,
} from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { startHash, type HashKind } from './hash.ts';
import { hashFromMedium, type ReadFrom } from './readBack.ts';
import type { SourceFile } from './walk.ts';

const reading = promisify(read);
const writing = promisify(write);
const syncing = promisify(fsync);

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
  /** Open while the half file is written and until it is on the medium. */
  fd: number | null;
  /** A file of this name is there already: it is compared, never written over. */
  there: boolean;
  failure: string | null;
}

/** A file whose bytes were read and written to half files, not yet compared. */
export interface WrittenFile {
  file: SourceFile;
  source: string;
  targets: Target[];
  hashes: Partial<Record<HashKind, string>>;
  /** Why the source could not be read; then no target has anything. */
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

export interface CopyOptions {
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
 * The first half of a copy: one read of the source feeds the hashes and a half file on every destination. The next block is
 * read while the last is written. A destination that fails is left out from there on and named later. `blocks` are two, from
 * `alignedBlock`; `onBytes` hears of every block read. Throws only the signal's reason.
 */
export async function writeParts(
  sourceRoot: string,
  file: SourceFile,
  destinations: readonly Destination[],
  blocks: readonly [Buffer, Buffer],
  kinds: readonly HashKind[],
  onBytes: (bytes: number) => void,
  signal: AbortSignal,
): Promise<WrittenFile> {
  const source = path.join(sourceRoot, file.path);
  const name = partName(file.path);
  const targets = destinations.map((destination): Target => {
    const final = path.join(destination.root, file.path);
    const target: Target = {
      destination,
      final,
      part: path.join(path.dirname(final), name),
      fd: null,
      there: false,
      failure: null,
    };
    try {
      mkdirSync(path.dirname(final), { recursive: true });
      target.there = statSync(final, { throwIfNoEntry: false }) !== undefined;
      if (!target.there) target.fd = openSync(target.part, 'w');
    } catch (error) {
      target.failure = wordsOf(error);
    }
    return target;
  });
  const written: WrittenFile = { file, source, targets, hashes: {}, failure: null };
  const running = kinds.map((kind) => ({ kind, hash: startHash(kind) }));
  try {
    const fd = openSync(source, constants.O_RDONLY);
    try {
      let turn = 0;
      let next = reading(fd, blocks[0], 0, blocks[0].length, null);
      for (;;) {
        const { bytesRead } = await next;
        signal.throwIfAborted();
        if (bytesRead === 0) break;
        const bytes = blocks[turn]!.subarray(0, bytesRead);
        turn = 1 - turn;
        next = reading(fd, blocks[turn]!, 0, blocks[turn]!.length, null);
        try {
          const wrote = Promise.all(targets.map((target) => writeAll(target, bytes)));
          for (const { hash } of running) hash.update(bytes);
          await wrote;
        } catch (error) {
          await next.catch(() => undefined);
          throw error;
        }
        onBytes(bytesRead);
      }
    } finally {
      closeSync(fd);
    }
  } catch (error) {
    dropParts(written);
    if (signal.aborted) throw error;
    written.failure = `The card can’t be read here: ${wordsOf(error)}`;
  }
  written.hashes = Object.fromEntries(running.map(({ kind, hash }) => [kind, hash.text()]));
  return written;
}

async function writeAll(target: Target, bytes: Uint8Array): Promise<void> {
  if (target.fd === null || target.failure) return;
  try {
    for (let at = 0; at < bytes.length;) at += (await writing(target.fd, bytes, at, bytes.length - at)).bytesWritten;
  } catch (error) {
    target.failure = wordsOf(error);
  }
}

/**
 * The second half, for one file: for each destination sync, read back, compare, and give the final name. The folders that took names must
 * still be synced (`foldersOf`). `block` is from `alignedBlock`. Throws only the signal's reason.
 */
export async function settle(
  written: WrittenFile,
  kinds: readonly [HashKind, ...HashKind[]],
  block: Buffer,
  { verifySource = false, signal }: { verifySource?: boolean; signal: AbortSignal },
): Promise<FileOutcome[]> {
  const { file, targets, hashes } = written;
  const [by] = kinds;
  const digest = hashes[by] ?? '';
  try {
    if (verifySource && !written.failure) {
      const again = await hashFromMedium(written.source, block, by, signal);
      if (again.hash !== digest)
        written.failure = 'The card gave different bytes when it was read again: read it in another reader.';
    }
    if (written.failure) {
      dropParts(written);
      return targets.map((target) => outcome(target, file, 'failed', null, written.failure));
    }
    const outcomes: FileOutcome[] = [];
    for (const target of targets) {
      try {
        if (target.failure) throw new Error(target.failure);
        const name = target.there ? target.final : target.part;
        if (target.fd !== null) {
          futimesSync(target.fd, new Date(), new Date(file.modifiedMs));
          await syncing(target.fd);
          closeSync(target.fd);
          target.fd = null;
        }
        const found = await hashFromMedium(name, block, by, signal);
        if (found.hash !== digest) {
          throw new Error(
            target.there
              ? 'Another file of this name is there already; it was left as it is.'
              : 'What was read back is not what was written: do not trust this drive.',
          );
        }
        if (!target.there) renameSync(target.part, target.final);
        outcomes.push({
          ...outcome(target, file, target.there ? 'skipped' : 'verified', digest, null),
          hashes,
          readFrom: found.from,
        });
      } catch (error) {
        if (signal.aborted) throw error;
        dropPart(target);
        outcomes.push(outcome(target, file, 'failed', null, wordsOf(error)));
      }
    }
    return outcomes;
  } catch (error) {
    dropParts(written);
    throw error;
  }
}

/** Folders on the destinations in which a file has its final name now: they must be synced for the name to last. */
export function foldersOf(written: readonly WrittenFile[]): Set<string> {
  return new Set(written.flatMap((w) => w.targets.map((target) => path.dirname(target.final))));
}

/** Syncs a folder. */
export async function syncFolder(folder: string): Promise<void> {
  const fd = openSync(folder, constants.O_RDONLY);
  try {
    await syncing(fd);
  } finally {
    closeSync(fd);
  }
}

function dropPart(target: Target): void {
  try {
    if (target.fd !== null) closeSync(target.fd);
    target.fd = null;
    if (!target.there) rmSync(target.part, { force: true });
  } catch (error) {
    // The drive is gone with its part: there is nothing left to drop.
    target.failure ??= wordsOf(error);
  }
}

/** Takes the half files of a copy back. */
export function dropParts(written: WrittenFile): void {
  for (const target of written.targets) dropPart(target);
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
