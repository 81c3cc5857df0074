import { createReadStream } from 'node:fs';
import { lstat, mkdir, open, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { SentSelect } from '@kavrell/core/copies';
import { toCsv } from '@kavrell/core/formats';
import { alignedBlock, hashFromMedium, rawPath, wordsOf, writtenPath } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { DriveHere } from './drives.ts';
import { driveHere } from './here.ts';
import { copiesHere, type CopyHere } from './look.ts';

/** The folder of selects on a drive, beside the folders of cards. */
export const SELECTS_FOLDER = 'SELECTS';

/** Where a select lies below that folder: as on its card, for two cards, or folders of one, may hold files of one name. */
export const sentAs = (label: string, clipPath: string): string => `${label}/${clipPath}`;

/** Puts clips of starred takes into the list of what goes to the editor; what is there already, and did not fail, stays as it is. */
export async function askForSelects(
  context: Context,
  productionId: string,
  { driveId, clips: wanted }: { driveId: string; clips: readonly { takeId: string; clipId: string }[] },
  by: string,
): Promise<{ asked: number; already: number }> {
  const { models, queue } = context;
  const drive = await models.drives.findOne({ where: { id: driveId, productionId, deletedAt: null } });
  if (!drive) throw new HttpProblem(404, 'drive', 'There is no such drive in this production.');
  if (drive.station !== '')
    throw new HttpProblem(
      409,
      'elsewhere',
      `${drive.name} is at the station ${drive.station}: choose a drive of the machine that serves.`,
    );
  const clips = await models.clips.findAll({ where: { productionId, id: wanted.map((w) => w.clipId) } });
  const cards = await models.cards.findAll({ where: { productionId, deletedAt: null }, attributes: ['id', 'label'] });
  const there = await models.sentSelects.findAll({ where: { productionId, driveId } });
  let asked = 0;
  for (const { takeId, clipId } of wanted) {
    const clip = clips.find((c) => c.id === clipId);
    const label = cards.find((c) => c.id === clip?.cardId)?.label;
    if (!clip || label === undefined)
      throw new HttpProblem(404, 'clip', 'One of these clips is not in this production any more.');
    const before = there.find((s) => s.cardId === clip.cardId && s.path === clip.path);
    if (before && before.state !== 'failed') continue;
    asked += 1;
    const row = { state: 'waiting' as const, failure: null, atMs: Date.now(), by, takeId, sizeBytes: clip.sizeBytes };
    if (before) await models.sentSelects.update(row, { where: { id: before.id } });
    else
      await models.sentSelects.create({
        ...{
          ...row,
          id: newId(),
          productionId,
          version: 1,
          cardId: clip.cardId,
          driveId,
          fromDriveId: null,
          hash: null,
        },
        ...{ path: clip.path, sentAs: sentAs(label, clip.path) },
      });
  }
  if (asked > 0) await queue.send({ kind: 'selects', productionId });
  return { asked, already: wanted.length - asked };
}

/** Copies what waits for the editor, clip by clip, from verified copies that are here; each is read back and compared, then named. What fails says why and is tried again when asked. */
export async function sendSelects(context: Context, productionId: string): Promise<void> {
  const { models } = context;
  const waiting = await models.sentSelects.findAll({ where: { productionId, state: 'waiting' }, order: ['atMs'] });
  // What lies where is looked up once a card, not once a clip.
  const copies = new Map<string, readonly CopyHere[]>();
  for (const cardId of new Set(waiting.map((w) => w.cardId))) copies.set(cardId, await copiesHere(context, cardId));
  for (const driveId of new Set(waiting.map((w) => w.driveId))) {
    const own = waiting.filter((w) => w.driveId === driveId);
    try {
      const drive = await models.drives.findOne({ where: { id: driveId, productionId, deletedAt: null } });
      if (!drive) throw new HttpProblem(404, 'drive', 'The drive was taken off the list.');
      const here = await driveHere(context, drive, own[0]?.by ?? '');
      for (const one of own) await send(context, here, one, copies.get(one.cardId) ?? []);
      await writeList(context, here, productionId);
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      await models.sentSelects.update(
        { state: 'failed', failure: error.message },
        { where: { id: own.map((w) => w.id) } },
      );
    }
  }
}

async function send(
  { models, log }: Context,
  { drive, folder }: DriveHere,
  one: SentSelect,
  copies: readonly CopyHere[],
): Promise<void> {
  const target = `${writtenPath(folder)}/${SELECTS_FOLDER}/${one.sentAs}`;
  const half = `${target}.part`;
  try {
    const those = copies.filter((c) => c.path === one.path);
    const source = those.find((c) => c.drive.id !== drive.id) ?? those[0];
    if (!source)
      throw new Error('No verified copy of it is plugged in here: plug in a drive that holds it, then send again.');
    await mkdir(rawPath(path.posix.dirname(target)), { recursive: true });
    const there = (await lstat(rawPath(target)).catch(() => null)) !== null;
    // What lies there already is compared, and never written over.
    if (!there) await copyOnto(source.file, half);
    const { hash } = await hashFromMedium(there ? target : half, alignedBlock(), 'xxh64', new AbortController().signal);
    if (source.hash !== null && hash !== source.hash)
      throw new Error(
        there
          ? 'Another file of this name lies there already: move it away, then send again.'
          : 'What was written is not what was verified before: try again, or another drive.',
      );
    if (!there) await rename(rawPath(half), rawPath(target));
    const values = {
      state: 'sent' as const,
      hash,
      failure: null,
      fromDriveId: source.drive.id,
      sizeBytes: source.sizeBytes,
    };
    await models.sentSelects.update(values, { where: { id: one.id } });
  } catch (error) {
    log.warn({ select: one.id, err: error }, 'a select was not sent');
    await rm(rawPath(half), { force: true }).catch(() => undefined);
    await models.sentSelects.update({ state: 'failed', failure: wordsOf(error) }, { where: { id: one.id } });
  }
}

/** Copies a file by its written path; it is on the medium when it returns. */
async function copyOnto(from: string, to: string): Promise<void> {
  const handle = await open(rawPath(to), 'w');
  try {
    // `writeFile` goes on where the last one ended, and writes all of it.
    for await (const part of createReadStream(rawPath(from))) await handle.writeFile(part as Buffer);
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** Beside the clips the list of them, for whoever opens the drive without Kavrell. */
async function writeList({ models }: Context, { drive, folder }: DriveHere, productionId: string): Promise<void> {
  const sent = await models.sentSelects.findAll({
    where: { productionId, driveId: drive.id, state: 'sent' },
    order: ['sentAs'],
  });
  if (sent.length === 0) return;
  const lines = sent.map((s) => [s.sentAs, s.path, s.sizeBytes, s.hash ?? '', new Date(s.atMs).toISOString(), s.by]);
  const text = toCsv(['File', 'On its card', 'Bytes', 'xxHash64', 'Asked for (UTC)', 'By'], lines);
  await writeFile(path.join(folder, SELECTS_FOLDER, `${SELECTS_FOLDER}.csv`), text);
}
