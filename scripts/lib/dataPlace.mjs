import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { CHECKOUT, isRoot } from './bootstrap.mjs';

/** The folder that all of Kavrell's data on this machine lie in. */
function baseDir() {
  if (isRoot) return '/var/lib/kavrell';
  return path.join(process.env.XDG_DATA_HOME ?? path.join(os.homedir(), '.local/share'), 'kavrell');
}

/**
 * Where the data lie: `own` or `demo`, outside the checkout, so that cleaning it erases nothing and another checkout finds them. Data that
 * lie where they once did, in a folder named after the checkout's path, are moved to `own`; `told` hears of it.
 */
export function dataPlace({ demo = false, base = baseDir(), checkout = CHECKOUT, told = () => {} } = {}) {
  if (process.env.KAVRELL_DATA) return path.resolve(process.env.KAVRELL_DATA);
  const own = path.join(base, 'own');
  const former = path.join(base, checkout);
  if (existsSync(former) && !existsSync(own) && lockedBy(former) === null) {
    renameSync(former, own);
    told(`Your data were moved from ${former} to ${own}.`);
  }
  return demo ? path.join(base, 'demo') : own;
}

/** What tells a process from a later one with the same number: when it began, in the kernel's ticks. '' where the system doesn't say. */
export function beganOf(pid) {
  try {
    return (
      readFileSync(`/proc/${pid}/stat`, 'utf8')
        .replace(/^.*\) /s, '')
        .split(' ')[19] ?? ''
    );
  } catch {
    return '';
  }
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    if (error.code === 'ESRCH') return false;
    if (error.code === 'EPERM') return true;
    throw error;
  }
}

const runFile = (dir) => path.join(dir, 'run.json');

/** What the Kavrell that uses this folder says of itself; null when none runs. A process number that was used again since is nobody. */
export function lockedBy(dir) {
  if (!existsSync(runFile(dir))) return null;
  let said;
  try {
    said = JSON.parse(readFileSync(runFile(dir), 'utf8'));
  } catch {
    // Cut off by a kill while it was written: whoever wrote it is gone.
    return null;
  }
  if (!Number.isInteger(said.pid) || !isAlive(said.pid)) return null;
  const began = beganOf(said.pid);
  if (said.began !== undefined && began !== '' && said.began !== began) return null;
  return said;
}

/** Takes the folder for this process. Throws in words when another Kavrell uses it. Answers how to note more, and how to give it back. */
export function lockDir(dir) {
  mkdirSync(dir, { recursive: true, mode: 0o711 });
  const holder = lockedBy(dir);
  if (holder)
    throw new Error(`Kavrell is already running with the data in ${dir} (process ${holder.pid}). Stop that first.`);
  rmSync(runFile(dir), { force: true });
  const mine = { pid: process.pid, began: beganOf(process.pid) };
  const write = (more, flag) =>
    writeFileSync(runFile(dir), JSON.stringify({ ...mine, ...more }), { mode: 0o600, flag });
  try {
    write({}, 'wx');
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    throw new Error(`Another Kavrell is just starting with the data in ${dir}.`, { cause: error });
  }
  return {
    note: (more) => write(more, 'w'),
    release: () => rmSync(runFile(dir), { force: true }),
  };
}

/**
 * The name of this machine's station: made once and kept with the data, so that another machine with the same database is another station
 * and takes none of this one's jobs. Data from before stations had names are those of `here`.
 */
export function stationOf(dir, { hadData }) {
  if (process.env.KAVRELL_STATION) return process.env.KAVRELL_STATION;
  const file = path.join(dir, 'station');
  if (existsSync(file)) return readFileSync(file, 'utf8').trim();
  const host = os
    .hostname()
    .replace(/[^A-Za-z0-9]+/g, '-')
    .slice(0, 24);
  const station = hadData ? 'here' : `${host}-${randomBytes(3).toString('hex')}`;
  writeFileSync(file, station);
  return station;
}
