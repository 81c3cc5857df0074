import { openBytes } from '@kavrell/copies';
import type { Bytes } from '@kavrell/core/formats';
import { Usage } from './exit.ts';

const WORDS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'it is a folder',
  EACCES: 'it may not be read',
  ENOSPC: 'there is no room left on the device',
  EEXIST: 'it exists already; --force writes over it',
};

/** A file system error in words, as a usage error. */
export function fileTrouble(file: string, error: unknown): Usage {
  const { code, message } = error as NodeJS.ErrnoException;
  return new Usage(`${file}: ${WORDS[code ?? ''] ?? message}`);
}

/** Opens a file to be read at any place; `close` when done. Trouble is told in words. */
export function openFile(file: string): Bytes & { close(): void } {
  const opened = (() => {
    try {
      return openBytes(file);
    } catch (error) {
      throw fileTrouble(file, error);
    }
  })();
  if (opened.isFile) return opened;
  opened.close();
  throw new Usage(`${file}: it is no file`);
}
