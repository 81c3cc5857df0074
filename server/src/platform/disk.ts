import { statfs } from 'node:fs/promises';
import type { DiskRoom } from '@kavrell/contract';

const GB = 1e9;
/** From here on it is told, and told more loudly; from the last on no copy job begins. A large disk has enough left at a small share. */
const LOW = { share: 0.1, bytes: 20 * GB };
const VERY_LOW = { share: 0.05, bytes: 5 * GB };
const NO_JOBS = { share: 0.05, bytes: 2 * GB };

export interface Room {
  freeBytes: number;
  totalBytes: number;
}

/** Room on the disk under a folder, as far as this process may use it. */
export async function roomOf(folder: string): Promise<Room> {
  const { bavail, blocks, bsize } = await statfs(folder);
  return { freeBytes: bavail * bsize, totalBytes: blocks * bsize };
}

const below = ({ freeBytes, totalBytes }: Room, limit: { share: number; bytes: number }) =>
  freeBytes < limit.share * totalBytes && freeBytes < limit.bytes;

/** Whether copy jobs are to wait: what is left is for takes and for the database. */
export const pausesJobs = (room: Room): boolean => below(room, NO_JOBS);

/** What is to be told of a disk that gets short; null while there is room enough. */
export function roomWords(room: Room): DiskRoom | null {
  if (!below(room, LOW)) return null;
  const freeShare = room.freeBytes / room.totalBytes;
  const left = `${(room.freeBytes / GB).toFixed(1)}\u00a0GB (${Math.round(100 * freeShare)}\u00a0%)`;
  const jobs = pausesJobs(room) ? ' Copy jobs wait until there is more.' : '';
  return {
    freeShare,
    short: below(room, VERY_LOW) ? `Disk almost full: ${left}` : `Disk getting full: ${left}`,
    words: `The disk that Kavrell’s data lie on has ${left} left. Takes are still stored; make room before it is full: delete what is not needed, or move the data to a larger disk.${jobs}`,
  };
}
