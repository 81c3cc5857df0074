import { readFileSync } from 'node:fs';
import { open, readFile, rm } from 'node:fs/promises';
import os from 'node:os';

/** Who holds a folder: enough to tell a living process from a dead one whose number another has taken since. */
interface Holder {
  host: string;
  boot: string;
  pid: number;
  /** When the process began, in the kernel's ticks since start; '' where the system doesn't say. */
  began: string;
}

const first = (file: string): string => {
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    // Not Linux, or the process is gone: both mean that nothing is known.
    return '';
  }
};
const beganOf = (pid: number): string =>
  first(`/proc/${pid}/stat`)
    .replace(/^.*\) /, '')
    .split(' ')[19] ?? '';
const bootOf = () => first('/proc/sys/kernel/random/boot_id');

function alive(holder: Holder): boolean {
  // On a shared drive another machine's process can't be seen: it is taken to be alive.
  if (holder.host !== os.hostname()) return true;
  if (holder.boot !== bootOf()) return false;
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ESRCH') return false;
  }
  return beganOf(holder.pid) === holder.began;
}

/** Another copy runs to the same folder. */
export class Locked extends Error {
  constructor(holder: Holder) {
    super(
      holder.host === os.hostname()
        ? `Another copy to this folder is running (process ${holder.pid}). Wait for it, or stop it.`
        : `Another copy to this folder is running on ${holder.host}. If that machine is off, remove the lock file.`,
    );
  }
}

/** Takes the lock file; answers how to give it back. A lock whose process is dead is taken over. Throws `Locked`. */
export async function takeLock(file: string): Promise<() => Promise<void>> {
  const mine: Holder = { host: os.hostname(), boot: bootOf(), pid: process.pid, began: beganOf(process.pid) };
  for (;;) {
    try {
      const handle = await open(file, 'wx');
      await handle.writeFile(JSON.stringify(mine));
      await handle.close();
      return () => rm(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const text = await readFile(file, 'utf8').catch(() => '');
    let holder: Holder | null;
    try {
      holder = JSON.parse(text) as Holder;
    } catch {
      // Half written: its writer died in the act, or is at it this moment.
      holder = null;
    }
    if (holder && alive(holder)) throw new Locked(holder);
    await rm(file, { force: true });
  }
}
