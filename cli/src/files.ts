import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { Bytes } from '@kavrell/core/formats';
import { Usage } from './exit.ts';

const WORDS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'it is a folder',
  EACCES: 'it may not be read',
  EEXIST: 'it exists already; --force writes over it',
};

/** A file system error in words, as a usage error. */
export function fileTrouble(file: string, error: unknown): Usage {
  const { code, message } = error as NodeJS.ErrnoException;
  return new Usage(`${file}: ${WORDS[code ?? ''] ?? message}`);
}

/** Opens a file to be read at any place; `close` when done. */
export function openBytes(file: string): Bytes & { close(): void } {
  const handle = (() => {
    try {
      return openSync(file, 'r');
    } catch (error) {
      throw fileTrouble(file, error);
    }
  })();
  const stat = fstatSync(handle);
  if (!stat.isFile()) {
    closeSync(handle);
    throw new Usage(`${file}: it is no file`);
  }
  return {
    size: stat.size,
    read(at, length) {
      const block = new Uint8Array(Math.max(0, Math.min(length, stat.size - at)));
      let got = 0;
      while (got < block.length) {
        const more = readSync(handle, block, got, block.length - got, at + got);
        if (more === 0) break;
        got += more;
      }
      return block.subarray(0, got);
    },
    close: () => closeSync(handle),
  };
}
