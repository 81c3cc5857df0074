import { lstat, rmdir } from 'node:fs/promises';
import path from 'node:path';
import type { ListedFile } from '@kavrell/core/formats';
import type { OffloadHooks, OffloadOptions } from './options.ts';
import type { Faults } from './gate.ts';
import type { HashKind } from './hash.ts';
import { contentsOf, type Contents } from './contents.ts';
import { LIST_FOLDER, carryLists, writeGeneration, type History } from './history.ts';
import type { Finished } from './journal.ts';
import { offload } from './offload.ts';
import { wordsOf, type FileOutcome } from './outcome.ts';
import { rawPath, writtenPath } from './names.ts';
import { openPlace, type Failure, type Place, type PlaceResult } from './place.ts';
import type { Mark } from './volume.ts';
import type { SourceFile } from './walk.ts';

/** Hooks as for `offload`; a destination's id is the place as it was given. Files of a run before are told of as skipped. */
export interface IngestOptions
  extends OffloadHooks, Pick<OffloadOptions, 'kinds' | 'verifySource' | 'stallMs' | 'patienceMs'> {
  /** Read finished files of a run before anew, instead of going by their size and time. */
  recheck?: boolean;
  /** The folder's name on the places; the source's own otherwise. */
  name?: string;
  /** Names that are left out, in the patterns of ignore files. */
  ignore?: readonly string[];
  /** What was found on the source just now, by whoever must agree on it. */
  contents?: Contents;
  /** The marks that the places must carry, now and to the end, by the place as it was given. */
  marks?: Readonly<Record<string, Mark>>;
  /** Troubles of simulated devices: the card's, and those of places as they were given. */
  faults?: { source?: Faults | null; places?: Readonly<Record<string, Faults | null>> };
  signal?: AbortSignal;
}

export interface IngestResult {
  source: string;
  bytes: number;
  files: number;
  leftOut: Contents['leftOut'];
  /** What the source can't even list. */
  unreadable: Contents['unreadable'];
  /** What is wrong with the source's own lists, which are kept as they are; nothing of it stands against the copies. */
  listProblems: string[];
  /** Places that lie on one device: together they are one copy. */
  oneDevice: string[][];
  /** Files whose bytes are not the ones that the source's own list names. */
  sourceChanged: string[];
  /** Files that the source's own list names, and that are not there under any name. */
  sourceMissing: string[];
  places: PlaceResult[];
}

/** Some drives keep times to two seconds only. */
const COARSE_MS = 2001;

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
  const name = options.name ?? path.basename(from);
  const contents = options.contents ?? (await contentsOf(from, options.ignore ?? []));
  const { files, history: before, listFolder } = contents;
  const bytes = files.reduce((sum, f) => sum + f.sizeBytes, 0);
  const result: IngestResult = {
    source: from,
    bytes,
    files: files.length,
    leftOut: contents.leftOut,
    unreadable: contents.unreadable,
    listProblems: contents.listProblems,
    oneDevice: [],
    sourceChanged: [],
    sourceMissing: missingOf(before, files),
    places: [],
  };
  const { recheck = false, marks } = options;
  const asked = { from, name, bytes, listFolder, recheck };
  const { open, failed } = await openPlaces(to, (target) => ({ ...asked, mark: marks?.[target] }));
  result.places.push(...failed);
  result.oneDevice = onOneDevice(open);
  try {
    const byId = new Map(open.map((place) => [place.result.to, place]));
    await options.onListed?.(files);
    const sizes = new Map(files.map((f) => [f.path, f]));
    // What was finished before must still be there as it was noted.
    for (const place of open) {
      await keepWhatStands(place, sizes, kinds);
      if (place.result.skipped.length > 0)
        await options.onFile?.(place.result.skipped.map((file) => skippedOutcome(place, file)));
    }
    const outcomes = await offload(
      from,
      open.map(({ result: { to: id, root }, presence }) => ({
        id,
        root,
        faults: options.faults?.places?.[id] ?? null,
        presence,
      })),
      {
        ...(options.onProgress ? { onProgress: options.onProgress } : {}),
        onFile: async (settled) => {
          await noteSettled(settled, byId, sizes);
          await options.onFile?.(settled);
        },
      },
      signal,
      {
        kinds,
        verifySource: options.verifySource ?? false,
        faults: options.faults?.source ?? null,
        ...(options.stallMs === undefined ? {} : { stallMs: options.stallMs }),
        ...(options.patienceMs === undefined ? {} : { patienceMs: options.patienceMs }),
        contents,
        finished: (file, id) => byId.get(id)?.finished.has(file.path) ?? false,
      },
    );
    for (const outcome of outcomes) {
      const place = byId.get(outcome.destinationId)!.result;
      if (outcome.state === 'failed') place.failed.push(failureOf(outcome));
      else if (outcome.state === 'skipped') place.skipped.push(outcome.path);
      else place.copied.push(outcome);
    }
    const { folders } = contents;
    const hashes = new Map(open.flatMap((p) => [...p.finished.values()]).map((f) => [f.path, f.hashes]));
    const renamed = renamesOf(before, result.sourceMissing, hashes);
    const gone = new Set(renamed.values());
    const changed = new Set<string>();
    result.sourceMissing = result.sourceMissing.filter((file) => !gone.has(file));
    for (const place of open) {
      try {
        const finished = [...place.finished.values(), ...place.saved].sort((a, b) => (a.path < b.path ? -1 : 1));
        // Made as they are written: thousands of them need not be in memory together.
        const listed = {
          *[Symbol.iterator]() {
            for (const file of finished) {
              const entry = listedOf(file, before, renamed.get(file.path));
              if (entry.hashes.some((h) => h.action === 'failed')) changed.add(file.path);
              yield entry;
            }
          },
        };
        const made = {
          files: listed,
          folders: folders.map((f) => ({ path: f.path, modified: new Date(f.modifiedMs).toISOString() })),
        };
        place.present.check();
        if (before.links.length > 0) result.listProblems.push(...(await carryLists(from, place.result.root, before)));
        const link = await writeGeneration(place.result.root, {
          ...made,
          folder: listFolder,
          kind: kinds[0],
          process: 'transfer',
          at: new Date(),
          ignore: options.ignore ?? [],
        });
        place.result.list = link.path;
        result.sourceChanged = [...changed];
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
      if (place.result.list === null) await rmdir(path.join(place.result.root, listFolder)).catch(() => undefined);
    }
  }
  result.places.push(...open.map((p) => p.result));
  result.places.sort((a, b) => to.indexOf(a.to) - to.indexOf(b.to));
  return result;
}

const missingOf = ({ originals }: History, files: readonly SourceFile[]): string[] => {
  const there = new Set(files.map((f) => f.path));
  return [...originals.keys()].filter((file) => !there.has(file));
};

/** New name → old one, for files that the source's list knows by another name: the same hash, and the old name is gone. */
function renamesOf(
  { originals }: History,
  missing: readonly string[],
  hashes: ReadonlyMap<string, Finished['hashes']>,
): Map<string, string> {
  const known = new Map<string, string>(
    missing.flatMap((file) => originals.get(file)!.hashes.map((h) => [`${h.kind} ${h.value}`, file] as const)),
  );
  const renamed = new Map<string, string>();
  for (const [file, of] of hashes) {
    if (originals.has(file)) continue;
    const old = Object.entries(of).map(([kind, value]) => known.get(`${kind} ${value}`));
    const found = old.find((o) => o !== undefined);
    if (found !== undefined) renamed.set(file, found);
  }
  return renamed;
}

const failureOf = ({ path: file, failure, damage, savedAs }: FileOutcome): Failure => ({
  path: file,
  reason: failure ?? '',
  ...(damage.length > 0 ? { damage } : {}),
  ...(savedAs === null ? {} : { savedAs }),
});

const skippedOutcome = ({ result, finished }: Place, file: string): FileOutcome => {
  const { sizeBytes, hashes } = finished.get(file)!;
  const base = { destinationId: result.to, path: file, sizeBytes, hashes, readFrom: null, failure: null };
  return { ...base, state: 'skipped', hash: Object.values(hashes)[0] ?? null, damage: [], savedAs: null };
};

/** A finished file as the list has it; checked against what the source's own list says of it. */
function listedOf(file: Finished, before: History, previousPath: string | undefined): ListedFile {
  const original = before.originals.get(previousPath ?? file.path);
  return {
    path: file.path,
    sizeBytes: file.sizeBytes,
    modified: new Date(file.modifiedMs).toISOString(),
    hashes: Object.entries(file.hashes).map(([kind, value]) => {
      const known = original?.hashes.find((h) => h.kind === kind);
      const action = known === undefined ? 'original' : known.value === value ? 'verified' : 'failed';
      return { kind: kind as HashKind, value, action, hashDate: file.at } as const;
    }),
    ...(previousPath === undefined ? {} : { previousPath }),
  };
}

/** What of the source is on no place and was not left out on purpose. */
export const notCopied = ({ leftOut }: Pick<IngestResult, 'leftOut'>): Contents['leftOut'] =>
  leftOut.filter((left) => !left.wanted);

/** True when all that is on the source is verified on every place, but for what was left out on purpose, and agrees with the source's own list. */
export function allVerified(result: IngestResult): boolean {
  const { sourceChanged, sourceMissing, unreadable, places } = result;
  const against = [sourceChanged, sourceMissing, unreadable, notCopied(result)];
  return against.every((list) => list.length === 0) && places.every((p) => p.failed.length === 0);
}

/** Opens each place by itself: one that can’t be opened fails alone, with its reason. */
async function openPlaces(
  to: readonly string[],
  as: (target: string) => Parameters<typeof openPlace>[1],
): Promise<{ open: Place[]; failed: PlaceResult[] }> {
  const open: Place[] = [];
  const failed: PlaceResult[] = [];
  for (const target of to) {
    const asked = as(target);
    try {
      open.push(await openPlace(target, asked));
    } catch (error) {
      const root = path.join(path.resolve(target), asked.name);
      failed.push({
        ...{ to: target, root, copied: [], skipped: [], list: null },
        failed: [{ path: '', reason: wordsOf(error) }],
      });
    }
  }
  return { open, failed };
}

/** Of what a run before noted as finished, what still stands as it was noted is skipped; the rest is copied again. */
async function keepWhatStands(
  place: Place,
  sizes: ReadonlyMap<string, SourceFile>,
  kinds: readonly HashKind[],
): Promise<void> {
  for (const [file, entry] of place.finished) {
    const found = await lstat(rawPath(`${writtenPath(place.result.root)}/${file}`)).catch(() => null);
    const now = sizes.get(file);
    const same =
      found?.isFile() &&
      found.size === entry.sizeBytes &&
      Math.abs(found.mtimeMs - entry.modifiedMs) < COARSE_MS &&
      now?.sizeBytes === entry.sizeBytes &&
      now.modifiedMs === entry.modifiedMs;
    const hashed = kinds.every((kind) => entry.hashes[kind] !== undefined);
    if (same && hashed) place.result.skipped.push(file);
    else place.finished.delete(file);
  }
}

/** Notes what was just settled, with its place: what is finished in its journal, the saved rest of what is damaged beside it. */
async function noteSettled(
  settled: readonly FileOutcome[],
  byId: ReadonlyMap<string, Place>,
  sizes: ReadonlyMap<string, SourceFile>,
): Promise<void> {
  const at = new Date().toISOString();
  const fresh = new Map<Place, Finished[]>([...byId.values()].map((place) => [place, []]));
  for (const outcome of settled) {
    const place = byId.get(outcome.destinationId);
    const file = sizes.get(outcome.path);
    if (!place || !file || (outcome.state === 'failed' && outcome.savedAs === null)) continue;
    const { path: below, sizeBytes, modifiedMs } = file;
    const entry: Finished = { path: below, sizeBytes, modifiedMs, hashes: outcome.hashes, at };
    // The saved rest of a damaged file is listed under its own name, and tried again by the next run.
    if (outcome.savedAs !== null) place.saved.push({ ...entry, path: outcome.savedAs });
    else {
      place.finished.set(below, entry);
      fresh.get(place)!.push(entry);
    }
  }
  for (const [place, entries] of fresh) {
    await place.journal.note(entries).catch((error: unknown) => {
      // The files themselves are verified; only the note of them is lost with the drive.
      place.result.failed.push({ path: LIST_FOLDER, reason: wordsOf(error) });
    });
  }
}

/** Places that lie on one device, together. */
const onOneDevice = (open: readonly Place[]): string[][] =>
  [...new Set(open.map((place) => place.presence.device))]
    .map((device) => open.flatMap((place) => (place.presence.device === device ? [place.result.to] : [])))
    .filter((places) => places.length > 1);
