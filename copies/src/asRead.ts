import { damageWords, damagedName } from './damage.ts';
import type { HashKind } from './hash.ts';
import type { ByteRange } from './outcome.ts';
import type { Closed } from './reader.ts';
import type { SourceFile } from './walk.ts';
import type { Wanted } from './writer.ts';

export const MISREAD = 'The card gave different bytes when it was read again: read it in another reader.';

/** A file as it was read. */
export interface Read {
  file: SourceFile;
  hashes: Partial<Record<HashKind, string>>;
  damage: ByteRange[];
  failure: string | null;
  /** The name it gets: its own, or that of a damaged one. */
  as: string;
}
/** Nothing of it can go to a drive. */
export const isUnread = (read: Read) => read.failure !== null && read.as === read.file.path;

/** What is to become of a file by how it was read: whole under its own name, its readable rest under another, or nothing. */
export function asRead(file: SourceFile, { hashes, damage, failure }: Closed): Read {
  const lostBytes = damage.reduce((t, d) => t + d.to - d.from, 0);
  const saved = failure === null && damage.length > 0 && lostBytes < file.sizeBytes;
  const as = saved ? damagedName(file.path) : file.path;
  const words = damage.length > 0 ? damageWords(damage, saved ? as : null) : null;
  return { file, hashes, damage, failure: failure ?? words, as };
}

/** What a drive is to compare with. */
export function wantedOf({ file, as, hashes }: Read, kind: HashKind): Wanted {
  return { path: as, sizeBytes: file.sizeBytes, modifiedMs: file.modifiedMs, hash: hashes[kind] ?? '' };
}
