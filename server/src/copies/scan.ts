import { stat } from 'node:fs/promises';
import path from 'node:path';
import { alarmsOf, sightOf, type Card } from '@kavrell/core/copies';
import { contentsOf, deviceOf, writtenPath, type Contents, type SourceFile } from '@kavrell/copies';
import { newId } from '../platform/ids.ts';
import type { Host } from './desk.ts';
import { NO_FACTS, readFacts, type MediaFacts } from './metadata.ts';
import { mediaFolder } from './paths.ts';

const ROWS_AT_ONCE = 500;
/** Of what is not copied so many are named; the last of them says how many more there are. */
const NAMED = 20;

/**
 * Lists what is on a card's folder into `clips`: new files are read for timecode, known ones of equal size are left. What is on it and is not
 * copied, what it is known by, and what is odd about it is noted with the card. Any number may look at a card at once.
 */
export async function scanAt(host: Host, cardId: string): Promise<Contents | null> {
  const at = await host.desk.cardAt(cardId);
  if (!at) return null;
  const { card, known, leaveOut, rate } = at;
  const root = await mediaFolder(host, card.path, card.simulated);
  const contents = await contentsOf(root, leaveOut);
  const sizes = new Map(known.map((c) => [c.path, c.sizeBytes]));
  const fresh = contents.files.filter((f) => sizes.get(f.path) !== f.sizeBytes);
  const read = async (file: SourceFile): Promise<MediaFacts> =>
    readFacts(host.pool, `${writtenPath(root)}/${file.path}`, rate).catch((error: unknown) => {
      // What can't be read for its facts is copied all the same.
      host.log.warn({ file: file.path, err: error }, 'a file says nothing of itself');
      return NO_FACTS;
    });
  for (let from = 0; from < fresh.length; from += ROWS_AT_ONCE) {
    const files = fresh.slice(from, from + ROWS_AT_ONCE);
    const rows = await Promise.all(
      files.map(async (file) => ({
        ...{ id: newId(), name: path.posix.basename(file.path), path: file.path, sizeBytes: file.sizeBytes },
        ...(await read(file)),
      })),
    );
    await host.desk.saveClips(cardId, rows);
  }
  const leftOut = contents.leftOut.filter((l) => l.wanted && sizes.has(l.path)).map((l) => l.path);
  const left = new Set(leftOut);
  const seen = sightOf(contents.files, card.simulated ? null : await volumeOf(root), Date.now());
  await host.desk.saveCard(cardId, {
    ...{ notCopied: notCopiedOf(contents), seen, leftOut },
    alarms: alarmsOf({
      ...{ card, sight: seen, files: contents.files, known: known.filter((k) => !left.has(k.path)) },
      ...{ release: at.release, others: at.others, letters: new Map(at.letters) },
    }),
  });
  return contents;
}

/** The volume that a folder is the root of, where the system tells it; a folder within a larger disk is no volume. */
export async function volumeOf(folder: string): Promise<string | null> {
  const [own, above] = await Promise.all([stat(folder), stat(path.dirname(folder))]);
  if (own.dev === above.dev) return null;
  const device = await deviceOf(folder);
  return device.startsWith('file system ') ? device : null;
}

function notCopiedOf(contents: Contents): Card['notCopied'] {
  const all = [...contents.leftOut.filter((l) => !l.wanted), ...contents.unreadable];
  const named = all.slice(0, NAMED).map(({ path: name, reason }) => ({ path: name, reason }));
  const more = all.length - named.length;
  return more > 0 ? [...named, { path: '…', reason: `${more} more` }] : named;
}
