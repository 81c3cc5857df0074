import { opendir, readdir, realpath, stat, statfs } from 'node:fs/promises';
import path from 'node:path';
import type { MediaFound } from '@kavrell/contract';
import type { Card, Drive } from '@kavrell/core/copies';
import { readMark } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { rootsOf } from './roots.ts';

/** Folders are looked through so far: what shows up is told at once, not counted to the end. */
const MOST_ENTRIES = 2000;
const MOST_FOLDERS = 60;
/** How deep below a root something is mounted at most: /run/media/somebody/CARD. */
const DEEPEST = 3;

async function count(folder: string): Promise<Pick<MediaFound, 'files' | 'sizeBytes' | 'more'>> {
  const found = { files: 0, sizeBytes: 0, more: false };
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
        found.files += 1;
        found.sizeBytes += (await stat(below).catch(() => null))?.size ?? 0;
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

/** What lies below the media roots of this station, and what of it is known already in this production. */
export async function findFolders(context: Context, productionId: string): Promise<MediaFound[]> {
  const where = { productionId, deletedAt: null };
  const [cards, drives] = (await Promise.all([
    context.models.cards.findAll({ where }),
    context.models.drives.findAll({ where }),
  ])) as unknown as [Card[], Drive[]];
  const known = new Map<string, string>();
  const real = (folder: string) => realpath(folder).catch(() => path.resolve(folder));
  for (const card of cards) known.set(await real(card.path), `card ${card.label}`);
  for (const drive of drives) known.set(await real(drive.path), `drive ${drive.name}`);
  const roots = (await rootsOf(context)).flatMap(({ real: found }) => found ?? []);
  const folders = [...new Set((await Promise.all(roots.map(candidates))).flat())].filter(
    // A folder that only holds others that are known (the demo's own) is nothing new.
    (folder) => known.has(folder) || ![...known.keys()].some((k) => k.startsWith(folder + path.sep)),
  );
  return Promise.all(
    folders.sort().map(async (folder) => {
      const { bavail, bsize } = await statfs(folder).catch(() => ({ bavail: 0, bsize: 0 }));
      return {
        path: folder,
        name: path.basename(folder),
        ...(await count(folder)),
        freeBytes: bavail * bsize,
        knownAs: known.get(folder) ?? null,
        isDrive: (await readMark(folder).catch(() => null)) !== null,
      };
    }),
  );
}
