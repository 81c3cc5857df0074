import path from 'node:path';
import type { ByteRange } from './outcome.ts';

const SUFFIX = '.damaged';
const NAME_BYTES = 255;
const NAMED = 3;

/** `name.mov` → `name.mov.damaged`, within what a name may be long. */
export function damagedName(filePath: string): string {
  const folder = path.posix.dirname(filePath);
  let name = path.posix.basename(filePath);
  while (Buffer.byteLength(name) > NAME_BYTES - SUFFIX.length) name = [...name].slice(0, -1).join('');
  return path.posix.join(folder, name + SUFFIX);
}

/** What can’t be read of a file, in words. */
export function damageWords(damage: readonly ByteRange[], savedAs: string | null): string {
  const first = damage
    .slice(0, NAMED)
    .map(({ from, to }) => `${from} to ${to - 1}`)
    .join(', ');
  const more = damage.length > NAMED ? ` and ${damage.length - NAMED} more stretches` : '';
  const rest = savedAs ? `The rest is saved as ${path.posix.basename(savedAs)}.` : 'Nothing of it can be saved.';
  return `The card can’t be read at bytes ${first}${more}. ${rest}`;
}
