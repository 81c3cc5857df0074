import type { Clip, CopyFile, Drive } from '@kavrell/core/copies';
import { rawPath, writtenPath } from '@kavrell/copies';
import { lstat } from 'node:fs/promises';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import { driveHere } from './here.ts';
import { lookInto, mayPlay } from './lookInto.ts';

/** So many clips at a time: between them other work has its turn. */
const AT_ONCE = 10;

/** Clips of a card that were copied and not looked into yet, since they have this size. */
export async function clipsToLookInto({ models }: Context, cardId: string): Promise<Clip[]> {
  const clips = await models.clips.findAll({ where: { cardId } });
  return clips.filter((c) => mayPlay(c.name) && c.looked?.sizeBytes !== c.sizeBytes);
}

/**
 * Looks into copies of a card, from a drive that is here and holds them verified; never into the card itself. When some are left it asks to go on. A copy that is
 * not here is left for another time.
 */
export async function lookIntoCard(context: Context, cardId: string): Promise<void> {
  const { models, queue } = context;
  const wanted = await clipsToLookInto(context, cardId);
  if (wanted.length === 0) return;
  const copies = await copiesHere(context, cardId);
  const found = wanted.flatMap((clip) => {
    const copy = copies.find((c) => c.path === clip.path && c.sizeBytes === clip.sizeBytes);
    return copy ? [{ clip, file: copy.file }] : [];
  });
  for (const { clip, file } of found.slice(0, AT_ONCE)) {
    const looked = await lookInto(file, clip.sizeBytes, Date.now());
    await models.clips.update({ looked }, { where: { id: clip.id } });
  }
  if (found.length > AT_ONCE) await queue.send({ kind: 'look', cardId });
}

export interface CopyHere {
  path: string;
  sizeBytes: number;
  hash: string | null;
  drive: Drive;
  file: string;
}

/** Verified files of a card on drives that are here now and still have that size. */
export async function copiesHere(context: Context, cardId: string): Promise<CopyHere[]> {
  const { models } = context;
  const card = await models.cards.findOne({ where: { id: cardId, deletedAt: null } });
  if (!card) return [];
  const files = await models.copyFiles.findAll({ where: { cardId, state: 'verified' } });
  const drives = await models.drives.findAll({
    where: { productionId: card.productionId, deletedAt: null, station: '' },
  });
  const found: CopyHere[] = [];
  for (const drive of drives) {
    const own = files.filter((f) => f.driveId === drive.id && f.volumeId !== null && f.volumeId === drive.volume?.id);
    if (own.length === 0) continue;
    const folder = await folderOf(context, drive);
    if (folder === null) continue;
    for (const f of own) {
      const file = `${writtenPath(folder)}/${card.label}/${f.path}`;
      if (await isWhole(f, file)) found.push({ path: f.path, sizeBytes: f.sizeBytes, hash: f.hash, drive, file });
    }
  }
  return found;
}

/** Where a drive lies; null when it is not here just now. */
async function folderOf(context: Context, drive: Drive): Promise<string | null> {
  try {
    return (await driveHere(context, drive, '')).folder;
  } catch (error) {
    if (error instanceof HttpProblem) return null;
    throw error;
  }
}

async function isWhole({ sizeBytes }: Pick<CopyFile, 'sizeBytes'>, file: string): Promise<boolean> {
  const found = await lstat(rawPath(file)).catch(() => null);
  return found?.isFile() === true && found.size === sizeBytes;
}
