import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { backupState, readBackup } from '@kavrell/contract';
import type { Context } from './context.ts';
import type { Router } from './routing.ts';

/** Tells how the last daily backup went; it is made by the start command, which also outlives this process. */
export function serveBackup(router: Router, { config }: Context): void {
  router.serve(readBackup, async () => {
    const noted = await readFile(path.join(config.dataRoot, 'backups', 'last.json'), 'utf8').catch(
      (error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') return null;
        throw error;
      },
    );
    if (noted === null) return { last: null };
    const read = backupState.safeParse(JSON.parse(noted));
    return { last: read.success ? read.data : null };
  });
}
