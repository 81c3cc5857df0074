import { existsSync } from 'node:fs';
import { mkdir, readdir, rm, stat, utimes } from 'node:fs/promises';
import path from 'node:path';
import { QueryTypes } from 'sequelize';
import type { Clap, LineEvidence, LinePair, LineSound } from '@kavrell/core/lineup';
import type { ChannelTimecode } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import type { LineSoundRead } from '../platform/pool/index.ts';

/** What was read of clips takes so much room at most: 20 days of six devices. */
const MOST_BYTES = 20e9;

/** What was read of a clip, with what only runs need. */
export interface StoredSound extends LineSound {
  claps: Clap[];
  timecode: ChannelTimecode | null;
}

const folderOf = ({ config }: Context): string => path.join(config.dataRoot, 'lineup');
/** Where what was read of some content lies, without an ending. */
export const soundBase = (context: Context, key: string): string => path.join(folderOf(context), key);
export const isRead = (context: Context, key: string): boolean => existsSync(`${soundBase(context, key)}.s16`);

/** The folder of what was read; made when it is first needed. */
export async function openSoundFolder(context: Context): Promise<void> {
  await mkdir(folderOf(context), { recursive: true, mode: 0o700 });
}

/** What runs read of the clips of a production; or of one of them. */
export async function soundsOf(
  { db }: Context,
  productionId: string,
  clipId: string | null = null,
): Promise<StoredSound[]> {
  return db.query<StoredSound>(
    `SELECT clip_id AS "clipId", key, duration_s AS "durationS", channels, reel, peaks, picture, notes, claps, timecode, unread FROM line_sounds WHERE production_id = $1 AND ($2::uuid IS NULL OR clip_id = $2)`,
    { bind: [productionId, clipId], type: QueryTypes.SELECT },
  );
}

/** Keeps what was read of a clip in place of what was read of it before. */
export async function saveSound(
  { db }: Context,
  productionId: string,
  clipId: string,
  key: string,
  read: LineSoundRead,
): Promise<void> {
  await db.query(
    `INSERT INTO line_sounds (clip_id, production_id, key, duration_s, channels, reel, peaks, picture, notes, claps, timecode, unread)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
     ON CONFLICT (clip_id) DO UPDATE SET key = $3, duration_s = $4, channels = $5, reel = $6, peaks = $7, picture = $8, notes = $9, claps = $10, timecode = $11, unread = $12`,
    {
      bind: [
        ...[clipId, productionId, key, read.durationS, read.channels, read.reel, JSON.stringify(read.peaks)],
        ...[read.picture, read.notes, JSON.stringify(read.claps), JSON.stringify(read.timecode), read.unread],
      ],
    },
  );
}

/** Keeps what stands behind a find. */
export async function saveEvidence({ db }: Context, findId: string, { windows, curve }: LinePair): Promise<void> {
  await db.query('INSERT INTO line_evidence (find_id, windows, curve) VALUES ($1, $2, $3)', {
    bind: [findId, JSON.stringify(windows), JSON.stringify(curve)],
  });
}

export async function evidenceOf({ db }: Context, findId: string): Promise<LineEvidence | null> {
  const [found] = await db.query<LineEvidence>('SELECT windows, curve FROM line_evidence WHERE find_id = $1', {
    bind: [findId],
    type: QueryTypes.SELECT,
  });
  return found ?? null;
}

/** Marks what was read as used now: what was not used for longest goes first when there is too much of it. */
export async function touchSound(context: Context, key: string): Promise<void> {
  const now = new Date();
  await utimes(`${soundBase(context, key)}.s16`, now, now);
}

/** Takes away what was read and not used for longest, until the rest fits. It can be read again from any copy. */
export async function sweepSounds(context: Context, mostBytes = MOST_BYTES): Promise<number> {
  const folder = folderOf(context);
  const names = await readdir(folder).catch(() => []);
  const files = await Promise.all(
    names.map(async (name) => ({ name, stat: await stat(path.join(folder, name)).catch(() => null) })),
  );
  const known = files.flatMap(({ name, stat: s }) => (s ? [{ name, bytes: s.size, atMs: s.mtimeMs }] : []));
  let total = known.reduce((sum, f) => sum + f.bytes, 0);
  let gone = 0;
  // Pictures are small, and show what is what.
  for (const f of known.filter((k) => k.name.endsWith('.s16')).sort((a, b) => a.atMs - b.atMs)) {
    if (total <= mostBytes) break;
    for (const end of ['s16', 'features']) await rm(path.join(folder, f.name.replace(/s16$/, end)), { force: true });
    total -= f.bytes;
    gone += 1;
  }
  return gone;
}
