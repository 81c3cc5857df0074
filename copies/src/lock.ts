import { randomUUID } from 'node:crypto';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import os from 'node:os';
import { setTimeout as sleep } from 'node:timers/promises';

/** Who holds a folder: enough to tell a living process from a dead one whose number another has taken since. */
interface Holder {
  host: string;
  boot: string;
  pid: number;
  /** When the process began, in the kernel's ticks since start; '' where the system doesn't say. */
  began: string;
  /** Tells two takings by one process apart. */
  token: string;
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

/** A lock that says nothing is being written this moment, unless it is older than this. */
const WRITING_MS = 2000;
/** After taking over a dead one's lock: time for another who saw it dead too to have done the same. */
const SETTLE_MS = 100;

async function readHolder(file: string): Promise<Holder | 'gone' | 'unreadable'> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as Holder;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'ENOENT' ? 'gone' : 'unreadable';
  }
}

/** Takes the lock file; answers how to give it back. A lock whose process is dead is taken over. Throws `Locked`. */
export async function takeLock(file: string): Promise<() => Promise<void>> {
  const mine: Holder = {
    host: os.hostname(),
    boot: bootOf(),
    pid: process.pid,
    began: beganOf(process.pid),
    token: randomUUID(),
  };
  const release = () => rm(file, { force: true });
  for (let tookOver = false; ;) {
    try {
      // In one go: a lock without its holder lasts no longer than two system calls.
      writeFileSync(file, JSON.stringify(mine), { flag: 'wx' });
      if (!tookOver) return release;
      await sleep(SETTLE_MS);
      const now = await readHolder(file);
      if (typeof now === 'object' && now.token === mine.token) return release;
      continue;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const holder = await readHolder(file);
    if (holder === 'gone') continue;
    if (holder === 'unreadable') {
      const found = statSync(file, { throwIfNoEntry: false });
      if (found && Date.now() - found.mtimeMs < WRITING_MS) {
        await sleep(SETTLE_MS);
        continue;
      }
    } else if (alive(holder)) throw new Locked(holder);
    await rm(file, { force: true });
    tookOver = true;
  }
}
