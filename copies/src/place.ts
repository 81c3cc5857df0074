import { mkdir, realpath, rm, stat, statfs } from 'node:fs/promises';
import path from 'node:path';
import { LIST_FOLDERS, type ListFolder } from './history.ts';
import { Journal, type Finished } from './journal.ts';
import { takeLock } from './lock.ts';
import { rawPath, writtenPath } from './names.ts';
import type { Presence } from './volume.ts';
import type { ByteRange, FileOutcome } from './outcome.ts';
import { markedAs, presenceOf, presentAt, type Mark } from './volume.ts';
import { listSource } from './walk.ts';
import { isPart } from './writer.ts';

export interface Failure {
  path: string;
  reason: string;
  /** What the source could not give of it, and where the rest was saved. */
  damage?: ByteRange[];
  savedAs?: string;
}

export interface PlaceResult {
  /** The folder asked for, and the one with the source's name in it. */
  to: string;
  root: string;
  copied: FileOutcome[];
  /** Verified before and left as they are. */
  skipped: string[];
  failed: Failure[];
  /** The list that was written; null when nothing could be. */
  list: string | null;
}

const LOCK = '.kavrell-lock';
const JOURNAL = '.kavrell-journal';
const ownList = (name: string) => LIST_FOLDERS.some((folder) => name === folder || name.startsWith(`${folder}/`));

/** A place that is ready to be copied to. */
export interface Place {
  result: PlaceResult;
  /** The drive under it, as it must stay. */
  presence: Presence;
  present: { check(): void };
  journal: Journal;
  finished: Map<string, Finished>;
  /** The readable rests of damaged files. */
  saved: Finished[];
  release: () => Promise<void>;
}

/** Makes a place ready: its folder, lock, journal and room. Throws in words. */
export async function openPlace(
  given: string,
  {
    from,
    name,
    bytes,
    recheck,
    listFolder,
    mark,
  }: { from: string; name: string; bytes: number; recheck: boolean; listFolder: ListFolder; mark: Mark | undefined },
): Promise<Place> {
  const to = path.resolve(given);
  if (!(await stat(to)).isDirectory()) throw new Error(`${to} is no folder.`);
  const hindrance = mark ? await markedAs(to, mark) : null;
  if (hindrance !== null) throw new Error(hindrance);
  const presence = await presentAt(to, mark ?? null);
  const root = path.join(to, name);
  const lists = path.join(root, listFolder);
  await apart(from, to);
  await mkdir(root, { recursive: true });
  await apart(from, root);
  await mkdir(lists, { recursive: true });
  const release = await takeLock(path.join(lists, LOCK));
  try {
    const journal = new Journal(path.join(lists, JOURNAL));
    const finished = recheck ? new Map<string, Finished>() : await journal.read();
    const held = [...finished.values()].reduce((sum, f) => sum + f.sizeBytes, 0);
    const { bavail, bsize } = await statfs(root);
    const there = await sweep(root);
    if (bavail * bsize < bytes - Math.max(held, there)) {
      throw new Error(
        `${to} has ${Math.floor((bavail * bsize) / 1e6)} MB left, and ${Math.ceil((bytes - there) / 1e6)} MB are to come.`,
      );
    }
    return {
      result: { to: given, root, copied: [], skipped: [], failed: [], list: null },
      presence,
      present: presenceOf(presence),
      journal,
      finished,
      saved: [],
      release,
    };
  } catch (error) {
    await release();
    throw error;
  }
}

/** Refuses a place that is the source under another name, or lies in it: a card compared with itself would be called a copy. */
async function apart(from: string, to: string): Promise<void> {
  const [source, place] = await Promise.all([realpath(from), realpath(to)]);
  const [a, b] = await Promise.all([stat(source), stat(place)]);
  if (`${place}${path.sep}`.startsWith(`${source}${path.sep}`) || (a.dev === b.dev && a.ino === b.ino))
    throw new Error(`${to} is the source itself, or lies within it: that would be no copy.`);
}

/** Takes away half files that a killed run left, and answers how many bytes of whole ones there are. */
async function sweep(root: string): Promise<number> {
  const { files } = await listSource(root);
  let bytes = 0;
  for (const file of files) {
    if (isPart(file.path)) await rm(rawPath(`${writtenPath(root)}/${file.path}`));
    else if (!ownList(file.path)) bytes += file.sizeBytes;
  }
  return bytes;
}
