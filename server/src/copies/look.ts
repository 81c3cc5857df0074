import { mayPlay, type Clip, type CopyFile, type Drive } from '@kavrell/core/copies';
import { rawPath, writtenPath } from '@kavrell/copies';
import { lstat } from 'node:fs/promises';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import { driveHere } from './here.ts';
import { lookInto } from './lookInto.ts';

/** So many clips at a time: between them other work has its turn. */
const AT_ONCE = 10;

/** What of a card is still to be looked into: files to look at now, and how many copies are not plugged in here. */
export interface ToLookInto {
  here: { clip: Clip; file: string }[];
  notHere: number;
}

/** Clips of a card that were copied and not looked into yet, since they have this size; from a drive that is here, never from the card. */
export async function clipsToLookInto(context: Context, cardId: string): Promise<ToLookInto> {
  const clips = await context.models.clips.findAll({ where: { cardId } });
  const wanted = clips.filter((c) => mayPlay(c.name) && c.looked?.sizeBytes !== c.sizeBytes);
  if (wanted.length === 0) return { here: [], notHere: 0 };
  const copies = await copiesHere(context, cardId);
  const here = wanted.flatMap((clip) => {
    const copy = copies.find((c) => c.path === clip.path && c.sizeBytes === clip.sizeBytes);
    return copy ? [{ clip, file: copy.file }] : [];
  });
  return { here, notHere: wanted.length - here.length };
}

/** Looks into copies of a card that are here. When some are left it asks to go on; a copy that is not here is left for another time. */
export async function lookIntoCard(context: Context, cardId: string): Promise<void> {
  const { models, queue } = context;
  const { here } = await clipsToLookInto(context, cardId);
  for (const { clip, file } of here.slice(0, AT_ONCE)) {
    const looked = await lookInto(file, clip.sizeBytes, Date.now());
    await models.clips.update({ looked }, { where: { id: clip.id } });
  }
  if (here.length > AT_ONCE) await queue.send({ kind: 'look', cardId });
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
