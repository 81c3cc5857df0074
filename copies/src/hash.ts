import { createHash } from 'node:crypto';
import xxhash from '@node-rs/xxhash';

/** Hashes that media lists use. xxHash64 is the default: quick, and it finds every accident (not every forgery). */
export const HASH_KINDS = ['xxh64', 'md5', 'sha1', 'c4'] as const;
export type HashKind = (typeof HASH_KINDS)[number];

/** A running hash, as text at the end: 16 hex digits for xxh64, 32 for md5, 40 for sha1, 90 characters for c4. */
export interface RunningHash {
  update(bytes: Uint8Array): void;
  text(): string;
}

const C4_LETTERS = '123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz';
const C4_LENGTH = 88;

/** A SHA-512 digest as a C4 identifier: base 58, padded to 88 letters, after “c4”. Source: SMPTE ST 2114. */
export function c4Of(sha512: Uint8Array): string {
  let value = BigInt(`0x${Buffer.from(sha512).toString('hex')}`);
  let letters = '';
  while (value > 0n) {
    letters = C4_LETTERS[Number(value % 58n)]! + letters;
    value /= 58n;
  }
  return `c4${letters.padStart(C4_LENGTH, '1')}`;
}

const hex16 = (value: bigint) => value.toString(16).padStart(16, '0');

/** The hash of bytes that are all at hand: for files by the thousand much quicker than one that runs. */
export function hashOf(kind: HashKind, bytes: Uint8Array): string {
  if (kind === 'xxh64') return hex16(xxhash.xxh64(bytes));
  const hash = startHash(kind);
  hash.update(bytes);
  return hash.text();
}

/** Starts one hash. */
export function startHash(kind: HashKind = 'xxh64'): RunningHash {
  if (kind === 'xxh64') {
    const state = new xxhash.Xxh64();
    return {
      update: (bytes) => void state.update(bytes),
      text: () => hex16(state.digest()),
    };
  }
  const state = createHash(kind === 'c4' ? 'sha512' : kind);
  return {
    update: (bytes) => void state.update(bytes),
    text: () => (kind === 'c4' ? c4Of(state.digest()) : state.digest('hex')),
  };
}
