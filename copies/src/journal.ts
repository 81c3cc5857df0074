import { open, readFile, rm, type FileHandle } from 'node:fs/promises';
import type { HashKind } from './hash.ts';

/** A file that was verified on a destination during a copy that has not ended. */
export interface Finished {
  path: string;
  sizeBytes: number;
  modifiedMs: number;
  hashes: Partial<Record<HashKind, string>>;
  at: string;
}

/**
 * Notes verified files as they are settled, so that a copy that was killed need not begin again. Lines that were cut off by the kill are left
 * out: what is not known to be finished is copied anew.
 */
export class Journal {
  private handle: FileHandle | null = null;
  private readonly file: string;
  constructor(file: string) {
    this.file = file;
  }

  async read(): Promise<Map<string, Finished>> {
    const text = await readFile(this.file, 'utf8').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return '';
      throw error;
    });
    const found = new Map<string, Finished>();
    for (const line of text.split('\n')) {
      try {
        const entry = JSON.parse(line) as Finished;
        found.set(entry.path, entry);
      } catch {
        // Empty, or cut off by a kill: its file counts as not finished.
      }
    }
    return found;
  }

  /** Written and on the medium when it returns. */
  async note(entries: readonly Finished[]): Promise<void> {
    if (entries.length === 0) return;
    const first = this.handle === null;
    this.handle ??= await open(this.file, 'a');
    // The run before may have ended within a line.
    if (first) await this.handle.appendFile('\n');
    await this.handle.appendFile(entries.map((entry) => `${JSON.stringify(entry)}\n`).join(''));
    await this.handle.datasync();
  }

  async close(): Promise<void> {
    await this.handle?.close();
    this.handle = null;
  }

  async drop(): Promise<void> {
    await this.close();
    await rm(this.file, { force: true });
  }
}
