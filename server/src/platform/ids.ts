import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';

/** A new row id (UUID version 7). */
export const newId = (): string => v7();

/** A secret that fits into a link: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What of a token is stored: its SHA-256, so that the database gives no link away. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** The same UUID (version 8 form) for the same words, for facts that may be told twice. */
export function idFrom(...words: string[]): string {
  const hex = createHash('sha256').update(words.join('\u0000')).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
