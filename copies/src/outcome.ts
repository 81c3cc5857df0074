import type { HashKind } from './hash.ts';

/** Whether a file was read from the medium itself, or may have come from the machine's memory of what it just wrote. */
export type ReadFrom = 'medium' | 'cache';

/** Bytes of a file, from `from` up to but not `to`. */
export interface ByteRange {
  from: number;
  to: number;
}

export interface FileOutcome {
  destinationId: string;
  path: string;
  sizeBytes: number;
  state: 'verified' | 'skipped' | 'failed';
  hash: string | null;
  /** Every hash that was asked for; of what was saved when the file is damaged; empty when nothing was. */
  hashes: Partial<Record<HashKind, string>>;
  /** Where the comparison read it from; null when there was none. */
  readFrom: ReadFrom | null;
  failure: string | null;
  /** Bytes that the source could not give. The rest is at `savedAs`, with zeros in their place. */
  damage: ByteRange[];
  savedAs: string | null;
}

/** A file of which nothing came to a destination. */
export const failedOutcome = (
  destinationId: string,
  { path, sizeBytes }: { path: string; sizeBytes: number },
  failure: string | null,
  damage: ByteRange[] = [],
): FileOutcome => ({
  destinationId,
  path,
  sizeBytes,
  state: 'failed',
  hash: null,
  hashes: {},
  readFrom: null,
  failure,
  damage,
  savedAs: null,
});

/** A drive that gave no sign of life for so long that the others must go on without it. */
export class Stalled extends Error {
  readonly code = 'STALLED';
}

const GONE = new Set(['ENODEV', 'ENXIO', 'ENOTCONN', 'ESTALE', 'EHOSTDOWN']);
const FOR_GOOD = new Set(['ENOSPC', 'EDQUOT', 'EROFS', 'STALLED', ...GONE]);

/** True when no further file can go to a drive that answered so. */
export const endsDrive = (code: string | null) => code !== null && FOR_GOOD.has(code);

export const codeOf = (error: unknown): string | null => (error as NodeJS.ErrnoException).code ?? null;

/** What went wrong with a file, in words that name the device’s side of it. */
export function wordsOf(error: unknown, device: 'The drive' | 'The card' = 'The drive'): string {
  const code = codeOf(error);
  const { message } = error instanceof Error ? error : { message: String(error) };
  if (code === 'STALLED') return `${device} ${message}`;
  if (code === 'ENOSPC' || code === 'EDQUOT') return `${device} is full.`;
  if (code === 'EROFS' || code === 'EACCES' || code === 'EPERM')
    return device === 'The card' ? 'It may not be read.' : 'The drive can’t be written to.';
  if (code === 'EIO') return `${device} reported a read or write error.`;
  if (code === 'ENOENT' || code === 'ENOTDIR')
    return device === 'The card' ? 'It is not there any more.' : 'The drive or folder is gone.';
  if (code !== null && GONE.has(code)) return `${device} is gone.`;
  if (code === 'ENAMETOOLONG') return `${device} can’t take so long a name.`;
  return message;
}
