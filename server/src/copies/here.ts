import type { Drive } from '@kavrell/core/copies';
import type { Contents } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { pausesJobs, roomOf } from '../platform/disk.ts';
import type { Host } from './desk.ts';
import { deskOf } from './deskHere.ts';
import { driveAt, type DriveHere } from './drives.ts';
import { runJobs } from './job.ts';
import { rootsOf } from './roots.ts';
import { scanAt } from './scan.ts';
import { sealsOf } from './seals.ts';

/** The machine that serves, as it copies. */
export function hostHere(context: Context, holder: string): Host {
  return {
    log: context.log,
    pool: context.pool,
    desk: deskOf(context, context.config.station, holder),
    signal: null,
    roots: () => rootsOf({ config: context.config, db: context.db }),
    seals: sealsOf(context.config.secret),
    // A disk that is almost full is left to takes: jobs wait, and the health says so.
    isFull: async () => {
      const room = await roomOf(context.config.dataRoot).catch(() => null);
      if (!room || !pausesJobs(room)) return false;
      context.log.warn(room, 'copy: jobs wait, the disk is almost full');
      return true;
    },
  };
}

/** Looks at a drive of the machine that serves. */
export async function driveHere(context: Context, drive: Drive, by: string): Promise<DriveHere> {
  const { models } = context;
  const [cardFolders, allDrives] = await Promise.all([
    models.cards.findAll({ where: { deletedAt: null, station: '' }, attributes: ['label', 'path'] }),
    models.drives.findAll({ where: { productionId: drive.productionId, deletedAt: null } }),
  ]);
  return driveAt(hostHere(context, 'server'), drive, by, { cardFolders, allDrives });
}

/** Runs copy jobs of the machine that serves until none is waiting. */
export const runCopyJobs = (context: Context, holder: string): Promise<void> => runJobs(hostHere(context, holder));

/** Reads a card of the machine that serves. */
export const scanCard = (context: Context, cardId: string): Promise<Contents | null> =>
  scanAt(hostHere(context, 'server'), cardId);
