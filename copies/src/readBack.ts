import { closeSync, constants, openSync, read } from 'node:fs';
import { promisify } from 'node:util';
import { startHash, type HashKind } from './hash.ts';

/** Whether a file was read from the medium itself, or may have come from the machine's memory of what it just wrote. */
export type ReadFrom = 'medium' | 'cache';

const reading = promisify(read);
const PAGE_BYTES = 65536;
const BLOCK_BYTES = 4 * 1024 * 1024;

/** Memory that begins at a page, as reading past the cache (`O_DIRECT`) wants it: WebAssembly's always does. */
export function alignedBlock(bytes = BLOCK_BYTES): Buffer {
  return Buffer.from(new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE_BYTES) }).buffer, 0, bytes);
}

const REFUSED = new Set(['EINVAL', 'ENOTSUP', 'EOPNOTSUPP']);
const refused = (error: unknown) => REFUSED.has((error as NodeJS.ErrnoException).code ?? '');

function openPastCache(file: string): number | null {
  // Not every platform has it, and not every file system takes it: network drives and some memory disks don't.
  if (constants.O_DIRECT === undefined) return null;
  try {
    return openSync(file, constants.O_RDONLY | constants.O_DIRECT);
  } catch (error) {
    if (refused(error)) return null;
    throw error;
  }
}

const SECTOR_BYTES = 512;

async function hashThrough(fd: number, block: Buffer, kind: HashKind, signal: AbortSignal): Promise<string> {
  const hash = startHash(kind);
  for (let at = 0; ;) {
    signal.throwIfAborted();
    const { bytesRead } = await reading(fd, block, 0, block.length, at);
    if (bytesRead > 0) hash.update(block.subarray(0, bytesRead));
    // Past the cache one can't go on from within a sector: but a part of one is the end of the file.
    if (bytesRead === 0 || bytesRead % SECTOR_BYTES !== 0) return hash.text();
    at += bytesRead;
  }
}

/**
 * Hashes a file as it lies on the medium where the platform lets us, else as the system gives it, and says which. `block` must come
 * from `alignedBlock`. Throws the file system's error, or the signal's reason.
 */
export async function hashFromMedium(
  file: string,
  block: Buffer,
  kind: HashKind,
  signal: AbortSignal,
): Promise<{ hash: string; from: ReadFrom }> {
  const past = openPastCache(file);
  if (past !== null) {
    try {
      return { hash: await hashThrough(past, block, kind, signal), from: 'medium' };
    } catch (error) {
      if (!refused(error)) throw error;
    } finally {
      closeSync(past);
    }
  }
  const fd = openSync(file, constants.O_RDONLY);
  try {
    return { hash: await hashThrough(fd, block, kind, signal), from: 'cache' };
  } finally {
    closeSync(fd);
  }
}
