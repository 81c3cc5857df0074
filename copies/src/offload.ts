import { mkdir, utimes } from 'node:fs/promises';
import { Copy } from './copy.ts';
import type { Destination, OffloadHooks, OffloadOptions } from './options.ts';
import { rawPath, writtenPath } from './names.ts';
import { failedOutcome, wordsOf, type FileOutcome } from './outcome.ts';
import { presenceOf } from './volume.ts';
import { listSource, type SourceFolder } from './walk.ts';

/**
 * Copies everything below `source` to each destination, verified, and tells what became of every file on every destination. Each file
 * is read once, written to half files, synced, read back and compared, and only then given its name: **a final name is a verified
 * file**. Every device works on its own thread: one that fails, fills up or hangs fails alone, and one that is much slower is left to go at
 * its own pace. Of a file that can't be read whole, the readable rest is saved under a name that says so.
 *
 * Throws when the source can't be listed, or with the signal's reason when told to stop; then no half file is left.
 */
export async function offload(
  source: string,
  destinations: readonly Destination[],
  hooks: OffloadHooks = {},
  signal: AbortSignal = new AbortController().signal,
  options: OffloadOptions = {},
): Promise<FileOutcome[]> {
  const { files, folders } = options.contents ?? (await listSource(source));
  await hooks.onListed?.(files);
  const copy = new Copy(source, files, destinations, { hooks, signal, options });
  const outcomes = await copy.run();
  return [...outcomes, ...(await makeFolders(folders, destinations, outcomes))];
}

/**
 * Makes the folders that hold no file, and gives all of them their times, innermost first since a change within moves them. A drive that
 * can't is told of once, unless it failed before.
 */
async function makeFolders(
  folders: readonly SourceFolder[],
  destinations: readonly Destination[],
  before: readonly FileOutcome[],
): Promise<FileOutcome[]> {
  const failed = new Set(before.filter((o) => o.state === 'failed').map((o) => o.destinationId));
  const outcomes: FileOutcome[] = [];
  for (const { id, root, presence } of destinations) {
    if (failed.has(id)) continue;
    const base = writtenPath(root);
    const present = presenceOf(presence);
    let at = '';
    try {
      present.check();
      for (const folder of folders) {
        at = folder.path;
        await mkdir(rawPath(`${base}/${at}`), { recursive: true });
      }
      for (const folder of [...folders].reverse()) {
        at = folder.path;
        await utimes(rawPath(`${base}/${at}`), new Date(), new Date(folder.modifiedMs));
      }
    } catch (error) {
      outcomes.push(failedOutcome(id, { path: `${at}/`, sizeBytes: 0 }, wordsOf(error)));
    }
  }
  return outcomes;
}
