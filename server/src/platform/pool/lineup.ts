import { execFileSync } from 'node:child_process';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { readSound, storedSound } from '@kavrell/copies';
import { InputError } from '@kavrell/core/errors';
import { findClaps, lineUpPair } from '@kavrell/core/lineup';
import type { LinePairAsked, LinePairFound, LineSoundRead } from './work.ts';

const PICTURE_MS = 30_000;
const WIDTH_PX = 160;

/** Reads a clip’s sound to where it is kept, with its claps, and makes a small picture of it where it has any. What can’t be read says why. */
export function readLineSound(file: string, base: string): LineSoundRead {
  const half = `${base}.part`;
  let read;
  try {
    read = readSound(file, half);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { ...UNREAD, unread: error.message, picture: pictureOf(file, `${base}.jpg`, 0) };
  }
  const stored = storedSound(half);
  const claps = read.onlyTimecode ? [] : findClaps(stored);
  stored.close();
  // Named when whole: what was being read when the machine went off is read again.
  for (const end of ['features', 's16']) renameSync(`${half}.${end}`, `${base}.${end}`);
  const { durationS, channels, reel } = read.facts;
  return {
    ...{ durationS, channels, reel, peaks: read.peaks, notes: read.notes, timecode: read.timecode, claps },
    unread: read.onlyTimecode ? 'Its only channel holds timecode: there is no sound to compare.' : null,
    picture: read.hasPicture ? pictureOf(file, `${base}.jpg`, durationS) : false,
  };
}
const UNREAD = { durationS: 0, channels: 0, reel: '', peaks: [], notes: [], timecode: null, claps: [] };

/** A small picture of about a third into a clip; false where it has none, or none can be made. */
function pictureOf(file: string, to: string, durationS: number): boolean {
  try {
    const half = `${to}.part.jpg`;
    execFileSync(
      'ffmpeg',
      [
        ...['-nostdin', '-v', 'error', '-y', '-ss', (durationS / 3).toFixed(3), '-i', `file:${file}`],
        ...['-frames:v', '1', '-vf', `scale=${WIDTH_PX}:-2`, half],
      ],
      { timeout: PICTURE_MS, stdio: 'ignore' },
    );
    if (!existsSync(half)) return false;
    renameSync(half, to);
    return true;
  } catch {
    // Sound alone, or a picture that nothing here decodes: the line needs none.
    rmSync(`${to}.part.jpg`, { force: true });
    return false;
  }
}

/** Two clips that were read before, laid over each other. */
export function measureLinePair({ a, b, expected }: LinePairAsked): LinePairFound {
  const [first, second] = [storedSound(a), storedSound(b)];
  try {
    return lineUpPair(first, second, expected);
  } finally {
    first.close();
    second.close();
  }
}
