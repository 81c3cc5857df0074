import { realpath, statfs } from 'node:fs/promises';
import path from 'node:path';
import type { Card, Drive, DriveSpace, DriveVolume } from '@kavrell/core/copies';
import { deviceOf, isSealed, newMark, readMark, wordsOf, writeMark, type Mark } from '@kavrell/copies';
import { HttpProblem } from '../platform/problems.ts';
import type { Desk, Host } from './desk.ts';
import { mediaFolder } from './paths.ts';

/** A drive that is here and is the one it is taken for. */
export interface DriveHere {
  drive: Drive & { volume: DriveVolume };
  folder: string;
  mark: Mark;
}

/** A file system's own identifier stays; a number that the system gave may be another after the next start. */
const staysSame = (device: string) => device.startsWith('file system ');

const refuse = (code: string, words: string) => new HttpProblem(409, code, words);

/** Refuses a folder that is a card's, lies in one, or holds one: nothing is ever written to a card. */
async function refuseCards(cards: readonly Pick<Card, 'label' | 'path'>[], folder: string): Promise<void> {
  const within = (inner: string, outer: string) => inner === outer || inner.startsWith(`${outer}${path.sep}`);
  for (const card of cards) {
    const real = await realpath(card.path).catch(() => path.resolve(card.path));
    if (within(folder, real) || within(real, folder))
      throw refuse(
        'driveIsCard',
        `${folder} is the folder of card ${card.label}, or lies within it or around it: nothing is ever written to a card.`,
      );
  }
}

/** The mark of a drive's folder; written there when the drive was never taken on and has none. */
async function markOf(seals: Host['seals'], drive: Drive, folder: string): Promise<Mark> {
  const found = await readMark(folder).catch((error: unknown) => {
    throw refuse('driveGone', `${drive.name}: ${wordsOf(error)}`);
  });
  if (found && !seals.some((secret) => isSealed(found, secret)))
    throw refuse(
      'driveForeign',
      `${drive.name} carries the mark of another Kavrell. If it is to be used here from now on, take the file .kavrell-drive off it first.`,
    );
  if (drive.volume) {
    if (!found)
      throw refuse(
        'driveAbsent',
        `${folder} is not ${drive.name}: it does not carry its mark. Is the drive plugged in?`,
      );
    if (found.id !== drive.volume.id)
      throw refuse('driveSwapped', `At ${folder} there is another drive than ${drive.name}. Plug in the right one.`);
    return found;
  }
  if (found) return found;
  const mark = newMark(seals[0] as string, new Date());
  await writeMark(folder, mark).catch((error: unknown) => {
    throw refuse('driveReadOnly', `${drive.name} can’t be taken on: ${wordsOf(error)}`);
  });
  return mark;
}

/** What a drive is looked at beside: folders of cards that it must not be, and the other drives of its production. */
interface Beside {
  cardFolders: readonly Pick<Card, 'label' | 'path'>[];
  allDrives: readonly Drive[];
}

/**
 * Looks whether a drive is here and is the device it was taken on as; one that never was is taken on now. Refuses in words what is absent,
 * swapped, doubled, or a card. A real drive's folder is never made: what is not plugged in is not there.
 */
export async function driveAt(
  host: Host,
  drive: Drive,
  by: string,
  { cardFolders, allDrives }: Beside,
): Promise<DriveHere> {
  const folder = await mediaFolder(host, drive.path, drive.simulated);
  await refuseCards(cardFolders, folder);
  const mark = await markOf(host.seals, drive, folder);
  const device = drive.simulated ? `simulated ${drive.id}` : await deviceOf(folder);
  if (drive.volume && staysSame(drive.volume.device) && staysSame(device) && device !== drive.volume.device)
    throw refuse(
      'driveDoubled',
      `${drive.name} carries the right mark but is another device: a copied disk? Plug in the one that was taken on.`,
    );
  const same = allDrives.find((o) => o.id !== drive.id && o.volume?.id === mark.id);
  if (same)
    throw refuse(
      'driveDoubled',
      `${drive.name} and ${same.name} are the same drive, in the same folder. Take one of them off the list.`,
    );
  await noteSpace(host.desk, drive, folder);
  if (drive.volume?.device === device) return { drive: { ...drive, volume: drive.volume }, folder, mark };
  const volume: DriveVolume = drive.volume
    ? { ...drive.volume, device }
    : { id: mark.id, device, takenOnAtMs: Date.now(), by };
  await host.desk.takeOn(drive.id, volume);
  return { drive: { ...drive, volume }, folder, mark };
}

/** Room is told again when it changed by so much of the whole: not at every beat. */
const TOLD_SHARE = 0.01;

/** Writes down how much room a drive has, when that changed. */
export async function noteSpace(
  desk: Desk,
  drive: Pick<Drive, 'id' | 'space' | 'simulated'>,
  folder: string,
): Promise<void> {
  // A simulated drive is a folder of this machine: its room says nothing of a drive.
  if (drive.simulated) return;
  const { bavail, bsize, blocks } = await statfs(folder);
  const now: DriveSpace = { freeBytes: bavail * bsize, totalBytes: blocks * bsize, atMs: Date.now() };
  const before = drive.space;
  if (before && Math.abs(before.freeBytes - now.freeBytes) < TOLD_SHARE * now.totalBytes) return;
  await desk.saveSpace(drive.id, now);
}

/** Refuses drives that are plugged into another machine than the card: a station copies between what is its own. */
export function refuseElsewhere(
  card: Pick<Card, 'label' | 'station'>,
  drives: readonly Pick<Drive, 'name' | 'station'>[],
): void {
  const at = (station: string) => (station === '' ? 'the machine that serves' : `the station ${station}`);
  const other = drives.find((d) => d.station !== card.station);
  if (other)
    throw refuse(
      'elsewhere',
      `${card.label} is at ${at(card.station)}, ${other.name} at ${at(other.station)}: copy to drives that are where the card is.`,
    );
}

/** Refuses drives that lie on one device: what goes to both of them would be one copy. */
export function refuseOneDevice(here: readonly DriveHere[]): void {
  for (const [i, one] of here.entries()) {
    const other = here.slice(i + 1).find((o) => o.drive.volume.device === one.drive.volume.device);
    if (other)
      throw refuse(
        'oneDevice',
        `${one.drive.name} and ${other.drive.name} lie on one device: what goes to both is lost together. Choose one of them.`,
      );
  }
}
