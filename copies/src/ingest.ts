import { lstat, mkdir, rmdir, stat, statfs } from 'node:fs/promises';
import path from 'node:path';
import type { ListedFile } from '@kavrell/core/formats';
import { wordsOf, type FileOutcome } from './copyFile.ts';
import type { HashKind } from './hash.ts';
import { LIST_FOLDER, readHistory, writeGeneration } from './history.ts';
import { Journal, type Finished } from './journal.ts';
import { takeLock } from './lock.ts';
import { offload, type OffloadProgress } from './offload.ts';
import { listSource } from './walk.ts';

export interface IngestOptions {
  kinds?: readonly [HashKind, ...HashKind[]];
  verifySource?: boolean;
  /** Read finished files of a run before anew, instead of going by their size and time. */
  recheck?: boolean;
  onProgress?: (progress: OffloadProgress) => void;
  signal?: AbortSignal;
}

export interface PlaceResult {
  /** The folder asked for, and the one with the source's name in it. */
  to: string;
  root: string;
  copied: FileOutcome[];
  /** Verified before and left as they are. */
  skipped: string[];
  failed: { path: string; reason: string }[];
  /** The list that was written; null when nothing could be. */
  list: string | null;
}

export interface IngestResult {
  source: string;
  bytes: number;
  files: number;
  leftOut: { path: string; reason: string }[];
  /** Files whose bytes are not the ones that the source's own list names. */
  sourceChanged: string[];
  places: PlaceResult[];
}

const LOCK = '.kavrell-lock';
const JOURNAL = '.kavrell-journal';
const ownList = (name: string) => name === LIST_FOLDER || name.startsWith(`${LIST_FOLDER}/`);

interface Place {
  result: PlaceResult;
  journal: Journal;
  finished: Map<string, Finished>;
  release: () => Promise<void>;
}

/** Makes a place ready: its folder, lock, journal and room. Throws in words. */
async function openPlace(to: string, name: string, bytes: number, recheck: boolean): Promise<Place> {
  if (!(await stat(to)).isDirectory()) throw new Error(`${to} is no folder.`);
  const root = path.join(to, name);
  const lists = path.join(root, LIST_FOLDER);
  await mkdir(lists, { recursive: true });
  const release = await takeLock(path.join(lists, LOCK));
  try {
    const journal = new Journal(path.join(lists, JOURNAL));
    const finished = recheck ? new Map<string, Finished>() : await journal.read();
    const held = [...finished.values()].reduce((sum, f) => sum + f.sizeBytes, 0);
    const { bavail, bsize } = await statfs(root);
    const there = await heldBytes(root);
    if (bavail * bsize < bytes - Math.max(held, there)) {
      throw new Error(
        `${to} has ${Math.floor((bavail * bsize) / 1e6)} MB left, and ${Math.ceil((bytes - there) / 1e6)} MB are to come.`,
      );
    }
    return { result: { to, root, copied: [], skipped: [], failed: [], list: null }, journal, finished, release };
  } catch (error) {
    await release();
    throw error;
  }
}

async function heldBytes(root: string): Promise<number> {
  const { files } = await listSource(root);
  return files.filter((f) => !ownList(f.path)).reduce((sum, f) => sum + f.sizeBytes, 0);
}

/**
 * Copies a source folder into `TO/<its name>/` of each place, every file read once, verified by reading back, and writes a media hash list
 * with it. A place that fails fails alone. A run that was killed is taken up where it was: files noted as verified are not
 * copied again when size and time still agree.
 *
 * Throws when the source can't be listed; a place that can't be opened is in the result with its reason.
 */
export async function ingest(
  source: string,
  to: readonly string[],
  options: IngestOptions = {},
): Promise<IngestResult> {
  const kinds = options.kinds ?? (['xxh64'] as const);
  const signal = options.signal ?? new AbortController().signal;
  const from = path.resolve(source);
  const name = path.basename(from);
  const listing = await listSource(from);
  const files = listing.files.filter((f) => !ownList(f.path));
  const bytes = files.reduce((sum, f) => sum + f.sizeBytes, 0);
  const before = await readHistory(from);
  const result: IngestResult = {
    source: from,
    bytes,
    files: files.length,
    leftOut: listing.leftOut,
    sourceChanged: [],
    places: [],
  };
  const open: Place[] = [];
  for (const target of to) {
    try {
      open.push(await openPlace(path.resolve(target), name, bytes, options.recheck ?? false));
    } catch (error) {
      const root = path.join(path.resolve(target), name);
      result.places.push({
        to: target,
        root,
        copied: [],
        skipped: [],
        failed: [{ path: '', reason: wordsOf(error) }],
        list: null,
      });
    }
  }
  try {
    const byId = new Map(open.map((place) => [place.result.root, place]));
    const sizes = new Map(files.map((f) => [f.path, f]));
    // What was finished before must still be there as it was noted.
    for (const place of open) {
      for (const [file, entry] of place.finished) {
        const found = await lstat(path.join(place.result.root, file)).catch(() => null);
        const now = sizes.get(file);
        const same =
          found?.size === entry.sizeBytes && now?.sizeBytes === entry.sizeBytes && now.modifiedMs === entry.modifiedMs;
        const hashed = kinds.every((kind) => entry.hashes[kind] !== undefined);
        if (same && hashed) place.result.skipped.push(file);
        else place.finished.delete(file);
      }
    }
    const outcomes = await offload(
      from,
      open.map(({ result: { root } }) => ({ id: root, root })),
      {
        ...(options.onProgress ? { onProgress: options.onProgress } : {}),
        onFile: async (settled) => {
          const at = new Date().toISOString();
          const fresh = new Map<Place, Finished[]>(open.map((place) => [place, []]));
          for (const outcome of settled) {
            const place = byId.get(outcome.destinationId);
            const file = sizes.get(outcome.path);
            if (!place || !file || outcome.state === 'failed') continue;
            const { path: below, sizeBytes, modifiedMs } = file;
            const entry: Finished = { path: below, sizeBytes, modifiedMs, hashes: outcome.hashes, at };
            place.finished.set(below, entry);
            fresh.get(place)!.push(entry);
          }
          for (const [place, entries] of fresh) {
            await place.journal.note(entries).catch((error: unknown) => {
              // The files themselves are verified; only the note of them is lost with the drive.
              place.result.failed.push({ path: LIST_FOLDER, reason: wordsOf(error) });
            });
          }
        },
      },
      signal,
      {
        kinds,
        verifySource: options.verifySource ?? false,
        leave: ownList,
        finished: (file, id) => byId.get(id)?.finished.has(file.path) ?? false,
      },
    );
    for (const outcome of outcomes) {
      const place = byId.get(outcome.destinationId)!.result;
      if (outcome.state === 'failed') place.failed.push({ path: outcome.path, reason: outcome.failure ?? '' });
      else if (outcome.state === 'skipped') place.skipped.push(outcome.path);
      else place.copied.push(outcome);
    }
    const folders = listing.folders.filter((f) => !ownList(f.path));
    for (const place of open) {
      try {
        const listed = [...place.finished.values()]
          .sort((a, b) => (a.path < b.path ? -1 : 1))
          .map((f) => listedOf(f, before.originals.get(f.path)));
        for (const file of listed) {
          if (file.hashes.some((h) => h.action === 'failed') && !result.sourceChanged.includes(file.path))
            result.sourceChanged.push(file.path);
        }
        const made = {
          files: listed,
          folders: folders.map((f) => ({ path: f.path, modified: new Date(f.modifiedMs).toISOString() })),
        };
        const link = await writeGeneration(place.result.root, {
          ...made,
          kind: kinds[0],
          process: 'transfer',
          at: new Date(),
        });
        place.result.list = link.path;
        await (place.result.failed.length === 0 ? place.journal.drop() : place.journal.close());
      } catch (error) {
        place.result.failed.push({ path: LIST_FOLDER, reason: wordsOf(error) });
      }
    }
  } finally {
    for (const place of open) {
      await place.journal.close();
      await place.release();
      // A place that took nothing keeps no empty folder of lists.
      if (place.result.list === null) await rmdir(path.join(place.result.root, LIST_FOLDER)).catch(() => undefined);
    }
  }
  result.places.push(...open.map((p) => p.result));
  result.places.sort(
    (a, b) =>
      to.findIndex((t) => path.resolve(t) === path.resolve(a.to)) -
      to.findIndex((t) => path.resolve(t) === path.resolve(b.to)),
  );
  return result;
}

/** A finished file as the list has it; checked against what the source's own list says of it. */
function listedOf(file: Finished, original: ListedFile | undefined): ListedFile {
  return {
    path: file.path,
    sizeBytes: file.sizeBytes,
    modified: new Date(file.modifiedMs).toISOString(),
    hashes: Object.entries(file.hashes).map(([kind, value]) => {
      const known = original?.hashes.find((h) => h.kind === kind);
      const action = known === undefined ? 'original' : known.value === value ? 'verified' : 'failed';
      return { kind: kind as HashKind, value, action, hashDate: file.at } as const;
    }),
  };
}

/** True when every file is verified on every place, and agrees with the source's own list. */
export function allVerified(result: IngestResult): boolean {
  return result.sourceChanged.length === 0 && result.places.every((p) => p.failed.length === 0);
}
