import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { Bytes } from '@kavrell/core/formats';

/** Opens a file to be read at any place; `close` when done. Throws as the file system does. */
export function openBytes(file: string): Bytes & { isFile: boolean; close(): void } {
  const handle = openSync(file, 'r');
  const stat = fstatSync(handle);
  return {
    size: stat.size,
    isFile: stat.isFile(),
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
