import type { Stats } from 'node:fs';
import { lstat, readdir } from 'node:fs/promises';
import path from 'node:path';
import { inLanes } from './lanes.ts';
import { wordsOf } from './outcome.ts';

export interface SourceFile {
  /** Path below the source's root, with `/` between names. */
  path: string;
  sizeBytes: number;
  modifiedMs: number;
}

export interface SourceFolder {
  path: string;
  modifiedMs: number;
}

export interface Listing {
  files: SourceFile[];
  /** Every folder below the root, empty ones too, each after the one it lies in. */
  folders: SourceFolder[];
  /** What is there but is not copied (links, devices, names that are no text), with the reason. */
  leftOut: { path: string; reason: string }[];
  /** What can't even be listed: a folder that the medium does not give, a file of which nothing is known. */
  unreadable: { path: string; reason: string }[];
}

/** Asked of the medium at once: each answer takes its time. */
const STAT_LANES = 16;
const encoder = new TextEncoder();
// A name may begin with a byte order mark: it must not be lost.
const decoder = new TextDecoder('utf-8', { ignoreBOM: true });

/** Byte order, so that every machine lists alike. */
const byBytes = (a: Buffer, b: Buffer) => Buffer.compare(a, b);

/**
 * Every regular file and folder below a folder; what can't be listed is named and the rest listed all the same. Links, devices and names that aren't UTF-8 are listed with the reason, never followed
 * or copied: a name that can't be written down can't be accounted for later.
 */
export async function listSource(root: string): Promise<Listing> {
  const listing: Listing = { files: [], folders: [], leftOut: [], unreadable: [] };
  const visit = async (folder: string): Promise<void> => {
    const entries = await readdir(path.join(root, folder), { withFileTypes: true, encoding: 'buffer' }).catch(
      (error: unknown) => {
        if (folder === '') throw error;
        listing.unreadable.push({ path: `${folder}/`, reason: wordsOf(error, 'The card') });
        return [];
      },
    );
    const named = entries
      .sort((a, b) => byBytes(a.name, b.name))
      .map((entry) => {
        const name = decoder.decode(entry.name);
        return {
          entry,
          below: folder ? `${folder}/${name}` : name,
          isText: Buffer.from(encoder.encode(name)).equals(entry.name),
        };
      });
    const stats = new Map<string, Stats>();
    await inLanes(
      named.filter(({ entry, isText }) => isText && (entry.isDirectory() || entry.isFile())),
      STAT_LANES,
      async ({ below }) => {
        try {
          stats.set(below, await lstat(path.join(root, below)));
        } catch (error) {
          listing.unreadable.push({ path: below, reason: wordsOf(error, 'The card') });
        }
      },
    );
    for (const { entry, below, isText } of named) {
      const stat = stats.get(below);
      if (!isText) listing.leftOut.push({ path: below, reason: 'its name is not readable text (UTF-8)' });
      else if (!stat && (entry.isDirectory() || entry.isFile())) continue;
      else if (!stat)
        listing.leftOut.push({ path: below, reason: entry.isSymbolicLink() ? 'a link' : 'no ordinary file' });
      else if (entry.isDirectory()) {
        listing.folders.push({ path: below, modifiedMs: stat.mtimeMs });
        await visit(below);
      } else listing.files.push({ path: below, sizeBytes: stat.size, modifiedMs: stat.mtimeMs });
    }
  };
  await visit('');
  return listing;
}
