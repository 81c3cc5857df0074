import type { CardStatus, CopyJob, Drive, KeepPolicy } from '../../rooms/copies/index.ts';
import { ASSUMED_MBPS, measured } from './plan.ts';

const MB = 1e6;

/** What a day records. `number` 0: what waits to be copied already. */
export interface DayBytes {
  number: number;
  bytes: number;
}

export interface DrivesForecast {
  days: { number: number; bytes: number; hasRoom: boolean }[];
  /** The first day whose copies find no room, and what is lacking of them; null: there is room for all that is planned. */
  fullOn: { number: number; lackingBytes: number } | null;
  /** So many drives of their own are lacking for the copies that the policy wants; 0: none is. */
  lackingDrives: number;
  /** Room left after the last day, bytes on all drives that are known. */
  leftBytes: number;
  /** Drives of whose room nothing is known: none of it is counted. */
  unknown: string[];
}

/**
 * On which day the drives are full: each day’s bytes go as often as the policy wants to different devices, always to those with the most room left, which keeps
 * going longest. The cloud’s room is not counted.
 */
export function drivesForecast(
  days: readonly DayBytes[],
  drives: readonly Pick<Drive, 'id' | 'name' | 'kind' | 'space' | 'volume'>[],
  { verifiedCopies }: Pick<KeepPolicy, 'verifiedCopies'>,
): DrivesForecast {
  const here = drives.filter((d) => d.kind !== 'cloud');
  const rooms = new Map<string, number>();
  // Two folders of one device share its room and are one copy.
  for (const d of here) if (d.space) rooms.set(d.volume?.device ?? d.id, d.space.freeBytes);
  const copies = Math.min(verifiedCopies, rooms.size);
  const lackingDrives = verifiedCopies - rooms.size - here.filter((d) => d.space === null).length;
  let fullOn: DrivesForecast['fullOn'] = null;
  const told = days.map(({ number, bytes }) => {
    const most = [...rooms].sort((a, b) => b[1] - a[1]).slice(0, copies);
    let lacking = 0;
    for (const [device, free] of most) {
      lacking += Math.max(0, bytes - free);
      rooms.set(device, Math.max(0, free - bytes));
    }
    if (lacking > 0 && fullOn === null) fullOn = { number, lackingBytes: lacking };
    return { number, bytes, hasRoom: lacking === 0 };
  });
  return {
    lackingDrives: Math.max(0, lackingDrives),
    ...{ days: told, fullOn, unknown: here.filter((d) => d.space === null).map((d) => d.name) },
    leftBytes: [...rooms.values()].reduce((sum, free) => sum + free, 0),
  };
}

/** What still goes to a place in the cloud, and when it is there. */
export interface Upload {
  driveId: string;
  bytes: number;
  bytesPerS: number;
  /** Whether the speed was measured on it. */
  isMeasured: boolean;
  finishS: number;
}

/**
 * Copies to the cloud: cards that it does not hold whole, and what comes out of cameras, at the speed last measured there. It is done no sooner than its bytes take, nor
 * than the last card takes after its first copies.
 */
export function uploadsOf(
  cards: readonly CardStatus[],
  coming: readonly { bytes: number }[],
  drives: readonly Drive[],
  jobs: readonly CopyJob[],
  firstCopiesS: number,
): Upload[] {
  return drives.flatMap((d) => {
    if (d.kind !== 'cloud') return [];
    const lacking = cards
      .filter((c) => c.clips.length > 0 && c.drives.find((x) => x.driveId === d.id)?.state !== 'verified' && !c.release)
      .map((c) => c.sizeBytes);
    const all = [...lacking, ...coming.map((c) => c.bytes)];
    const bytes = all.reduce((sum, b) => sum + b, 0);
    const found = measured(d, jobs);
    const bytesPerS = found ?? ASSUMED_MBPS[d.kind] * MB;
    if (bytes === 0) return [];
    const lastS = (all.at(-1) ?? 0) / bytesPerS;
    const finishS = Math.max(bytes / bytesPerS, firstCopiesS + lastS);
    return [{ driveId: d.id, bytes, bytesPerS, isMeasured: found !== null, finishS }];
  });
}
