import path from 'node:path';
import type { Card } from '@kavrell/core/copies';
import { contentsOf, writtenPath, type Contents, type SourceFile } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { productionOf } from '../productions/index.ts';
import { NO_FACTS, readFacts, type MediaFacts } from './metadata.ts';
import { mediaFolder } from './paths.ts';

const ROWS_AT_ONCE = 500;
/** Of what is not copied so many are named; the last of them says how many more there are. */
const NAMED = 20;

/**
 * Lists what is on a card's folder into `clips`: new files are read for timecode, known ones of equal size are left. What is on it and is not
 * copied is noted with the card. Any number may look at a card at once.
 */
export async function scanCard(context: Context, cardId: string): Promise<Contents | null> {
  const { models, db } = context;
  const card = await models.cards.findOne({
    where: { id: cardId, deletedAt: null },
  });
  if (!card) return null;
  const production = await productionOf(context, card.productionId);
  const root = await mediaFolder(context, card.path, card.simulated);
  const contents = await contentsOf(root, production.keepPolicy.leaveOut);
  const known = await models.clips.findAll({ where: { cardId } });
  const sizes = new Map(known.map((c) => [c.path, c.sizeBytes]));
  const fresh = contents.files.filter((f) => sizes.get(f.path) !== f.sizeBytes);
  const read = async (file: SourceFile): Promise<MediaFacts> =>
    readFacts(context.pool, `${writtenPath(root)}/${file.path}`, production.rate).catch((error: unknown) => {
      // What can't be read for its facts is copied all the same.
      context.log.warn({ file: file.path, err: error }, 'a file says nothing of itself');
      return NO_FACTS;
    });
  for (let at = 0; at < fresh.length; at += ROWS_AT_ONCE) {
    const files = fresh.slice(at, at + ROWS_AT_ONCE);
    const rows = await Promise.all(
      files.map(async (file) => ({
        id: newId(),
        name: path.posix.basename(file.path),
        path: file.path,
        sizeBytes: file.sizeBytes,
        ...(await read(file)),
      })),
    );
    await db.query(
      `INSERT INTO clips (id, production_id, card_id, version, name, path, size_bytes, start_timecode, duration_ms, rate)
       SELECT r.id, $1, $2, 1, r.name, r.path, r."sizeBytes", r."startTimecode", r."durationMs", r.rate
       FROM jsonb_to_recordset($3::jsonb) AS r(id uuid, name text, path text, "sizeBytes" double precision, "startTimecode" text, "durationMs" double precision, rate text)
       ORDER BY r.path
       ON CONFLICT (card_id, path) DO UPDATE SET size_bytes = excluded.size_bytes, start_timecode = excluded.start_timecode, duration_ms = excluded.duration_ms, rate = excluded.rate
       WHERE clips.size_bytes <> excluded.size_bytes`,
      { bind: [card.productionId, cardId, JSON.stringify(rows)] },
    );
  }
  // What the owner leaves out by now is no file of the card any more.
  const leftOut = contents.leftOut.filter((l) => l.wanted && sizes.has(l.path)).map((l) => l.path);
  if (leftOut.length > 0) await models.clips.destroy({ where: { cardId, path: leftOut } });
  await noteNotCopied(context, card, contents);
  return contents;
}

async function noteNotCopied({ models }: Context, card: Card, contents: Contents): Promise<void> {
  const all = [...contents.leftOut.filter((l) => !l.wanted), ...contents.unreadable];
  const named = all.slice(0, NAMED).map(({ path: name, reason }) => ({ path: name, reason }));
  const more = all.length - named.length;
  const notCopied = more > 0 ? [...named, { path: '…', reason: `${more} more` }] : named;
  if (JSON.stringify(notCopied) === JSON.stringify(card.notCopied)) return;
  await models.cards.update({ notCopied }, { where: { id: card.id } });
}
