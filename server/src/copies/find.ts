import { opendir, readdir, realpath, stat, statfs } from 'node:fs/promises';
import path from 'node:path';
import type { MediaFound } from '@kavrell/contract';
import { knownCard, sightOf } from '@kavrell/core/copies';
import { readMark, writtenPath, type SourceFile } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { rootsOf, type Rooted } from './roots.ts';
import { volumeOf } from './scan.ts';

/** Folders are looked through so far: what shows up is told at once, not counted to the end. */
const MOST_ENTRIES = 2000;
const MOST_FOLDERS = 60;
/** How deep below a root something is mounted at most: /run/media/somebody/CARD. */
const DEEPEST = 3;

/** What is in a folder, as far as it is looked through. */
interface Counted {
  files: SourceFile[];
  more: boolean;
}
async function count(folder: string): Promise<Counted> {
  const found: Counted = { files: [], more: false };
  let seen = 0;
  const visit = async (at: string): Promise<void> => {
    for await (const entry of await opendir(at)) {
      seen += 1;
      if (seen > MOST_ENTRIES) {
        found.more = true;
        return;
      }
      const below = path.join(at, entry.name);
      if (entry.isDirectory()) await visit(below).catch(() => undefined);
      else if (entry.isFile()) {
        const facts = await stat(below).catch(() => null);
        const within = writtenPath(path.relative(folder, below));
        found.files.push({ path: within, sizeBytes: facts?.size ?? 0, modifiedMs: facts?.mtimeMs ?? 0 });
      }
      if (found.more) return;
    }
  };
  await visit(folder).catch(() => undefined);
  return found;
}

/** Folders that may be a card or a drive: those that lie in a root, and whatever is mounted a little deeper. */
async function candidates(root: string): Promise<string[]> {
  const found = new Set<string>();
  const visit = async (at: string, depth: number): Promise<void> => {
    const device = (await stat(at)).dev;
    for (const entry of await readdir(at, { withFileTypes: true })) {
      if (!entry.isDirectory() || entry.name.startsWith('.') || found.size >= MOST_FOLDERS) continue;
      const below = path.join(at, entry.name);
      const own = await stat(below).catch(() => null);
      if (!own) continue;
      if (depth === 1 || own.dev !== device) found.add(below);
      if (depth < DEEPEST && own.dev === device) await visit(below, depth + 1).catch(() => undefined);
    }
  };
  await visit(root, 1).catch(() => undefined);
  return [...found];
}

/** A folder that showed up, as a machine tells it: whose it is in a production is for the server to say. */
export interface FolderFound extends Omit<MediaFound, 'knownAs' | 'cardId' | 'station'> {
  /** Where it really is, links followed. */
  real: string;
  /** The volume that it is the root of, and its first and last file: what a card is known by. */
  sight: ReturnType<typeof sightOf>;
}

const NOTHING: Counted = { files: [], more: false };

/** What lies below the media roots of this machine. Drives are not looked through: this is asked again and again, while they are copied to. */
export async function foldersHere(
  where: Rooted,
  isDriveKnown: (real: string) => boolean = () => false,
): Promise<FolderFound[]> {
  const roots = (await rootsOf(where)).flatMap(({ real }) => real ?? []);
  const folders = [...new Set((await Promise.all(roots.map(candidates))).flat())].sort();
  return Promise.all(
    folders.map(async (folder) => {
      const { bavail, bsize } = await statfs(folder).catch(() => ({ bavail: 0, bsize: 0 }));
      const real = await realpath(folder).catch(() => path.resolve(folder));
      const isDrive = (await readMark(folder).catch(() => null)) !== null;
      const { files, more } = isDrive || isDriveKnown(real) ? NOTHING : await count(folder);
      return {
        ...{ path: folder, name: path.basename(folder), more, freeBytes: bavail * bsize },
        ...{ files: files.length, sizeBytes: files.reduce((sum, f) => sum + f.sizeBytes, 0) },
        // Of a folder that was not looked through to its end the first file is not known.
        sight: sightOf(more ? [] : files, await volumeOf(folder).catch(() => null), Date.now()),
        ...{ real, isDrive },
      };
    }),
  );
}

/** Folders that a station told, with its name; those of the machine that serves by ''. */
export type Told = readonly [station: string, folders: readonly FolderFound[]];

/** What lies below the media roots of all machines, and what of it is known already in this production. */
export async function findFolders(
  context: Context,
  productionId: string,
  told: readonly Told[] = [],
): Promise<MediaFound[]> {
  const where = { productionId, deletedAt: null };
  const [cards, drives] = await Promise.all([
    context.models.cards.findAll({ where }),
    context.models.drives.findAll({ where }),
  ]);
  const own = new Set(await Promise.all(drives.map((d) => realpath(d.path).catch(() => path.resolve(d.path)))));
  const all: readonly Told[] = [['', await foldersHere(context, (real) => own.has(real))], ...told];
  const found = await Promise.all(
    all.map(async ([station, folders]) => {
      const known = new Map<string, string>();
      // Of another machine's folders only their names are known here.
      const real = (folder: string) => (station === '' ? realpath(folder).catch(() => path.resolve(folder)) : folder);
      for (const card of cards) if (card.station === station) known.set(await real(card.path), `card ${card.label}`);
      for (const drive of drives)
        if (drive.station === station) known.set(await real(drive.path), `drive ${drive.name}`);
      return (
        folders
          // A folder that only holds others that are known (the demo's own) is nothing new.
          .filter((f) => known.has(f.real) || ![...known.keys()].some((k) => k.startsWith(f.real + path.sep)))
          .map(({ real: at, sight, ...folder }): MediaFound => ({
            ...folder,
            ...{
              station,
              knownAs: known.get(at) ?? null,
              cardId: folder.isDrive ? null : (knownCard(sight, cards)?.id ?? null),
            },
          }))
      );
    }),
  );
  return found.flat();
}
