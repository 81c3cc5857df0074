import { lstat, readdir } from 'node:fs/promises';
import path from 'node:path';

export interface SourceFile {
  /** Path below the source's root, with `/` between names. */
  path: string;
  sizeBytes: number;
  modifiedMs: number;
}

export interface Listing {
  files: SourceFile[];
  /** What is there but is not copied (links, devices), with the reason. */
  leftOut: { path: string; reason: string }[];
}

/** Every regular file below a folder, sorted by path. Links and devices are listed, never followed. */
export async function listSource(root: string): Promise<Listing> {
  const listing: Listing = { files: [], leftOut: [] };
  const visit = async (folder: string): Promise<void> => {
    const entries = await readdir(path.join(root, folder), { withFileTypes: true });
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const below = folder ? `${folder}/${entry.name}` : entry.name;
      if (entry.isDirectory()) await visit(below);
      else if (entry.isFile()) {
        const stat = await lstat(path.join(root, below));
        listing.files.push({ path: below, sizeBytes: stat.size, modifiedMs: stat.mtimeMs });
      } else listing.leftOut.push({ path: below, reason: entry.isSymbolicLink() ? 'a link' : 'no ordinary file' });
    }
  };
  await visit('');
  return listing;
}
