import { closeSync, fsync, fsyncSync, openSync, unlinkSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { promisify } from 'node:util';
import { rawPath } from './names.ts';
import { codeOf } from './outcome.ts';

export const syncing = promisify(fsync);

/** Takes a file away, if it is there. */
export function unlinkForced(name: string): void {
  try {
    unlinkSync(rawPath(name));
  } catch (error) {
    if (codeOf(error) !== 'ENOENT') throw error;
  }
}

/** Syncs a file or folder. */
export function syncNow(name: string): void {
  const fd = openSync(rawPath(name), 'r');
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}

/** A shared sync also writes what others left in memory; longer than this it is not waited for. */
const SHARED_SYNC_MS = 10_000;

/**
 * Syncs all of a file system by the system's own `sync`; false where there is no such tool, or it failed or takes too long: then files
 * are synced one by one.
 */
export function syncFileSystem(folder: string): Promise<boolean> {
  return new Promise((settle) => {
    const child = spawn('sync', ['-f', folder], { stdio: 'ignore' });
    const timer = setTimeout(() => settle(false), SHARED_SYNC_MS);
    const end = (synced: boolean) => {
      clearTimeout(timer);
      settle(synced);
    };
    child.on('error', () => end(false));
    child.on('exit', (code) => end(code === 0));
  });
}
