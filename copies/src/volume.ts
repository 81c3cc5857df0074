import { createHmac, randomUUID } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import { open, readFile, readdir, rename, stat, statfs } from 'node:fs/promises';
import path from 'node:path';
import { wordsOf } from './outcome.ts';

/** The file by which a drive is known again, in the drive’s own folder. */
export const MARK_FILE = '.kavrell-drive';

/** What a drive was marked with when it was taken on. The seal is made with the secret of whoever took it on. */
export interface Mark {
  id: string;
  takenOn: string;
  seal: string;
}

/** The drive that a copy began with: its folder, the numbers of its device and of the folder, the mark that it carries. */
export interface Presence {
  base: string;
  device: number;
  inode: number;
  mark: Mark | null;
}

const sealOf = (secret: string, id: string, takenOn: string): string =>
  createHmac('sha256', secret).update(`kavrell drive ${id} ${takenOn}`).digest('base64url');

/** A mark for a drive that has none. */
export function newMark(secret: string, at: Date): Mark {
  const id = randomUUID();
  const takenOn = at.toISOString();
  return { id, takenOn, seal: sealOf(secret, id, takenOn) };
}

/** Whether a mark was made with this secret. */
export const isSealed = (mark: Mark, secret: string): boolean => mark.seal === sealOf(secret, mark.id, mark.takenOn);

function parseMark(text: string): Mark | null {
  try {
    const { id, takenOn, seal } = JSON.parse(text) as Partial<Mark>;
    if (typeof id === 'string' && typeof takenOn === 'string' && typeof seal === 'string') return { id, takenOn, seal };
  } catch {
    // Not a mark of ours: the drive counts as having none.
  }
  return null;
}

/** The mark in a drive's folder; null when there is none that can be read. Throws when the folder itself can't be read. */
export async function readMark(folder: string): Promise<Mark | null> {
  try {
    return parseMark(await readFile(path.join(folder, MARK_FILE), 'utf8'));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

/** Marks a drive, by way of a half file, on the medium when it returns. */
export async function writeMark(folder: string, mark: Mark): Promise<void> {
  const file = path.join(folder, MARK_FILE);
  const handle = await open(`${file}.part`, 'w');
  try {
    await handle.writeFile(`${JSON.stringify(mark)}\n`);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(`${file}.part`, file);
}

/** What lies under a folder now, and must stay there. */
export async function presentAt(folder: string, mark: Mark | null): Promise<Presence> {
  const { dev, ino } = await stat(folder);
  return { base: folder, device: dev, inode: ino, mark };
}

const BY_UUID = '/dev/disk/by-uuid';

/** The file system's own identifier, where the system tells it. */
async function fileSystemId(device: number): Promise<string | null> {
  const names = await readdir(BY_UUID).catch(() => []);
  for (const name of names) {
    const found = await stat(path.join(BY_UUID, name)).catch(() => null);
    if (found?.rdev === device) return name;
  }
  return null;
}

/**
 * What tells devices apart: the file system's identifier, else the system's number for the device together with the size of what is on it.
 * Two folders with the same answer lie on one device.
 */
export async function deviceOf(folder: string): Promise<string> {
  const { dev } = await stat(folder);
  const id = await fileSystemId(dev);
  if (id !== null) return `file system ${id}`;
  const { type, blocks, bsize } = await statfs(folder);
  return `device ${dev}, type ${type}, ${blocks * bsize} bytes`;
}

/** Why a folder is not the drive that carries this mark, in words; null when it is. */
export async function markedAs(folder: string, mark: Mark): Promise<string | null> {
  try {
    const found = await readMark(folder);
    if (found?.id === mark.id) return null;
    return found
      ? `${folder} is another drive than the one that was taken on.`
      : `${folder} does not carry the mark of the drive that was taken on: is it plugged in?`;
  } catch (error) {
    return wordsOf(error);
  }
}

/** How long a mark that was seen is believed. */
const MARK_MS = 250;
const gone = () => Object.assign(new Error('The drive is gone.'), { code: 'ENODEV' });

/** Says, before anything is made or named on a drive, whether it is still the one that the copy began with. */
export function presenceOf(presence: Presence | undefined): { check(): void } {
  if (!presence) return { check: () => undefined };
  const { base, device, inode, mark } = presence;
  let seenMs = -Infinity;
  return {
    check() {
      const now = statSync(base, { throwIfNoEntry: false });
      // A drive that is pulled leaves an empty folder of the machine's own disk behind: that must never be written to.
      if (now?.dev !== device || now.ino !== inode) throw gone();
      if (mark === null || performance.now() - seenMs < MARK_MS) return;
      let text: string;
      try {
        text = readFileSync(path.join(base, MARK_FILE), 'utf8');
      } catch {
        throw gone();
      }
      if (parseMark(text)?.id !== mark.id) throw gone();
      seenMs = performance.now();
    },
  };
}
