import { closeSync, constants, openSync, read } from 'node:fs';
import { promisify } from 'node:util';
import { OPEN_GATE, type Gate } from './gate.ts';
import { rawPath } from './names.ts';
import type { ReadFrom } from './outcome.ts';
import { hashOf, startHash, type HashKind } from './hash.ts';

const reading = promisify(read);
const PAGE_BYTES = 65536;
const BLOCK_BYTES = 4 * 1024 * 1024;

/** Memory that begins at a page, as reading past the cache (`O_DIRECT`) wants it: WebAssembly's always does. */
export function alignedBlock(bytes = BLOCK_BYTES): Buffer {
  return Buffer.from(new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE_BYTES) }).buffer, 0, bytes);
}

const REFUSED = new Set(['EINVAL', 'ENOTSUP', 'EOPNOTSUPP']);
/** True when the file system would not go past the cache. */
export const refusesDirect = (error: unknown) => REFUSED.has((error as NodeJS.ErrnoException).code ?? '');

/** Opens a file (a raw path) past the machine's cache; null where platform or file system has no such thing (network drives, some memory disks). */
export function openPastCache(file: string | Buffer, flags: number): number | null {
  if (constants.O_DIRECT === undefined) return null;
  try {
    return openSync(file, flags | constants.O_DIRECT);
  } catch (error) {
    if (refusesDirect(error)) return null;
    throw error;
  }
}

const SECTOR_BYTES = 4096;
const LEAST_SECTOR_BYTES = 512;
// Past the cache one can't go on from within a sector: but a part of one is the end of the file.
const isEnd = (bytesRead: number) => bytesRead === 0 || bytesRead % LEAST_SECTOR_BYTES !== 0;

/** Has `work` read a file past the cache, or, where that is refused, as the system gives it; says which. */
async function reachMedium(
  file: string,
  gate: Gate,
  work: (fd: number) => Promise<string>,
): Promise<{ hash: string; from: ReadFrom }> {
  gate.touch();
  const past = openPastCache(rawPath(file), constants.O_RDONLY);
  if (past !== null) {
    try {
      return { hash: await work(past), from: 'medium' };
    } catch (error) {
      if (!refusesDirect(error)) throw error;
    } finally {
      closeSync(past);
    }
  }
  const fd = openSync(rawPath(file), constants.O_RDONLY);
  try {
    return { hash: await work(fd), from: 'cache' };
  } finally {
    closeSync(fd);
  }
}

/**
 * Hashes a file (its written path) as it lies on the medium where the platform lets us, else as the system gives it, and says which. `block` must come
 * from `alignedBlock`. Throws the file system's error, or the signal's reason.
 */
export function hashFromMedium(
  file: string,
  block: Buffer,
  kind: HashKind,
  signal: AbortSignal,
  gate: Gate = OPEN_GATE,
): Promise<{ hash: string; from: ReadFrom }> {
  return reachMedium(file, gate, async (fd) => {
    const hash = startHash(kind);
    for (let at = 0; ;) {
      signal.throwIfAborted();
      const { bytesRead } = await reading(fd, block, 0, block.length, at);
      const bytes = block.subarray(0, bytesRead);
      gate.reading(file, at, bytes);
      if (bytesRead > 0) hash.update(bytes);
      if (isEnd(bytesRead)) return hash.text();
      at += bytesRead;
    }
  });
}

/**
 * The same for a file that should have so many bytes, fewer than `memory`, in as few calls as can be: what small files by the
 * thousand need. A longer file is read as far as to hash otherwise.
 */
export function hashSmallFromMedium(
  file: string,
  sizeBytes: number,
  memory: Buffer,
  kind: HashKind,
  gate: Gate,
): Promise<{ hash: string; from: ReadFrom }> {
  // No more than a sector too much: past the cache the system fills what it is given with zeros behind a file's end.
  const block = memory.subarray(0, (Math.floor(sizeBytes / SECTOR_BYTES) + 1) * SECTOR_BYTES);
  return reachMedium(file, gate, async (fd) => {
    let length = 0;
    for (;;) {
      const { bytesRead } = await reading(fd, block, length, block.length - length, length);
      length += bytesRead;
      if (isEnd(bytesRead) || length === block.length) break;
    }
    const bytes = block.subarray(0, length);
    gate.reading(file, 0, bytes);
    return hashOf(kind, bytes);
  });
}
