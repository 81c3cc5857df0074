import type { Stats } from 'node:fs';
import { lstat, readdir } from 'node:fs/promises';
import { inLanes } from './lanes.ts';
import { rawPath, writtenName, writtenPath } from './names.ts';
import { wordsOf } from './outcome.ts';

export interface SourceFile {
  /** Path below the source's root as it is written down (`names.ts`), with `/` between names. */
  path: string;
  sizeBytes: number;
  modifiedMs: number;
}

export interface SourceFolder {
  path: string;
  modifiedMs: number;
}

/** Something that is there and is not copied. */
export interface LeftOut {
  path: string;
  reason: string;
  /** By a pattern of the owner's own; else it stands against the card. */
  wanted: boolean;
}

export interface Listing {
  files: SourceFile[];
  /** Every folder below the root, empty ones too, each after the one it lies in. */
  folders: SourceFolder[];
  /** What is there but is not copied (links, devices), with the reason. */
  leftOut: LeftOut[];
  /** What can't even be listed: a folder that the medium does not give, a file of which nothing is known. */
  unreadable: { path: string; reason: string }[];
}

/** Asked of the medium at once: each answer takes its time. */
const STAT_LANES = 16;

/** Byte order, so that every machine lists alike. */
const byBytes = (a: Buffer, b: Buffer) => Buffer.compare(a, b);

/**
 * Every regular file and folder below a folder, whatever the bytes of its name; what can't be listed is named and the rest listed all the
 * same. Links and devices are listed with the reason, never followed or copied.
 */
export async function listSource(root: string): Promise<Listing> {
  const listing: Listing = { files: [], folders: [], leftOut: [], unreadable: [] };
  const base = writtenPath(root);
  const rawBelow = (below: string) => rawPath(below === '' ? base : `${base}/${below}`);
  const visit = async (folder: string): Promise<void> => {
    const entries = await readdir(rawBelow(folder), { withFileTypes: true, encoding: 'buffer' }).catch(
      (error: unknown) => {
        if (folder === '') throw error;
        listing.unreadable.push({ path: `${folder}/`, reason: wordsOf(error, 'The card') });
        return [];
      },
    );
    const named = entries
      .sort((a, b) => byBytes(a.name, b.name))
      .map((entry) => {
        const name = writtenName(entry.name);
        return { entry, below: folder ? `${folder}/${name}` : name };
      });
    const stats = new Map<string, Stats>();
    await inLanes(
      named.filter(({ entry }) => entry.isDirectory() || entry.isFile()),
      STAT_LANES,
      async ({ below }) => {
        try {
          stats.set(below, await lstat(rawBelow(below)));
        } catch (error) {
          listing.unreadable.push({ path: below, reason: wordsOf(error, 'The card') });
        }
      },
    );
    for (const { entry, below } of named) {
      const stat = stats.get(below);
      if (!stat && (entry.isDirectory() || entry.isFile())) continue;
      if (!stat) {
        const reason = entry.isSymbolicLink() ? 'a link' : 'no ordinary file';
        listing.leftOut.push({ path: below, reason, wanted: false });
      } else if (entry.isDirectory()) {
        listing.folders.push({ path: below, modifiedMs: stat.mtimeMs });
        await visit(below);
      } else listing.files.push({ path: below, sizeBytes: stat.size, modifiedMs: stat.mtimeMs });
    }
  };
  await visit('');
  return listing;
}
