import { lstat } from 'node:fs/promises';
import type { CardStatus, Drive } from '@kavrell/core/copies';
import { rawPath, writtenPath } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { DriveHere } from './drives.ts';
import { driveHere } from './here.ts';

/** Where a drive's folder is simply not there, or does not carry the mark: the drive is elsewhere, as some should be. */
const ELSEWHERE = new Set(['mediaGone', 'mediaRoot', 'driveAbsent']);

/** Drives on which this station verified files of a card. */
async function driveIdsHere({ db, config }: Context, cardId: string): Promise<Set<string>> {
  const [rows] = await db.query(
    `SELECT DISTINCT f.drive_id AS id FROM copy_files f JOIN copy_jobs j ON j.id = f.job_id WHERE f.card_id = $1 AND f.state = 'verified' AND j.station = $2`,
    { bind: [cardId, config.station] },
  );
  return new Set((rows as { id: string }[]).map((r) => r.id));
}

/** The first file of the card that a drive does not hold with the size it was copied with; null when it holds all. */
async function missingOn({ folder }: DriveHere, { card, clips }: CardStatus): Promise<string | null> {
  for (const clip of clips) {
    const found = await lstat(rawPath(`${writtenPath(folder)}/${card.label}/${clip.path}`)).catch(() => null);
    if (!found?.isFile() || found.size !== clip.sizeBytes) return clip.path;
  }
  return null;
}

/**
 * What the drives themselves say against formatting a card: one that is another by now, that no longer holds the files, or none of them
 * being here to be looked at. Drives of other stations are judged by what those stations verified.
 */
export async function driveHindrances(
  context: Context,
  status: CardStatus,
  drives: readonly Drive[],
): Promise<string[]> {
  const own = await driveIdsHere(context, status.card.id);
  const good = drives.filter(
    (d) => own.has(d.id) && status.drives.some((s) => s.driveId === d.id && s.state === 'verified'),
  );
  if (good.length === 0) return [];
  const found: string[] = [];
  let seen = 0;
  for (const drive of good) {
    try {
      const here = await driveHere(context, drive, '');
      seen += 1;
      const missing = await missingOn(here, status);
      if (missing !== null)
        found.push(`${drive.name} does not hold ${missing} as it was copied any more: read its copies again.`);
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      if (!ELSEWHERE.has(error.problem.code)) found.push(error.message);
    }
  }
  if (seen === 0 && found.length === 0)
    found.push(
      `None of the drives that hold it is plugged in (${good.map((d) => d.name).join(', ')}): plug in one of them, so that its copy can be seen.`,
    );
  return found;
}
