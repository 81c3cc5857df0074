import { existsSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { dailyBackups } from './lib/backup.mjs';
import { ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { dataPlace, lockDir } from './lib/dataPlace.mjs';
import { startInstance } from './lib/instance.mjs';
import { giveUp, say } from './lib/say.mjs';

const demo = process.argv.includes('--demo');
const port = Number(process.env.KAVRELL_PORT ?? 4600);
const host = process.env.KAVRELL_HOST ?? '127.0.0.1';
if (!Number.isInteger(port) || port < 1 || port > 65535)
  giveUp(`KAVRELL_PORT is “${process.env.KAVRELL_PORT}”; it must be a port from 1 to 65535.`);

/** One line instead of a stack when the port is taken. */
async function checkPort() {
  const code = await new Promise((done) => {
    const probe = net.createServer();
    probe.once('error', (error) => done(error.code));
    probe.listen(port, host, () => probe.close(() => done(null)));
  });
  if (code === 'EADDRINUSE')
    giveUp(
      `Port ${port} is in use by another program. Stop that, or choose another: KAVRELL_PORT=4700 npm ${demo ? 'run demo' : 'start'}`,
    );
  if (code) giveUp(`Kavrell can’t listen on ${host}:${port} (${code}).`);
}

const dir = dataPlace({ demo, told: say });
let lock;
try {
  lock = lockDir(dir);
} catch (error) {
  giveUp(error.message);
}

let instance = null;
let backups = null;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  backups?.stop();
  await instance?.stop();
  lock.release();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
process.on('exit', () => lock.release());

await checkPort();
ensureDebian(process.env.KAVRELL_DATABASE_URL ? ['ffmpeg'] : ['postgresql', 'ffmpeg']);
ensureModules();
ensureBuilt();

try {
  const mediaRoots = process.env.KAVRELL_MEDIA_ROOTS?.split(path.delimiter).filter(Boolean) ?? [];
  for (const root of mediaRoots)
    if (!existsSync(root)) say(`The media folder ${root} is not there just now; the others work without it.`);
  instance = await startInstance({
    dir,
    port,
    demo,
    databaseUrl: process.env.KAVRELL_DATABASE_URL,
    mediaRoots,
    onDemo: (loaded) => say(`Loaded the demo production (${loaded}).`),
    told: say,
  });
  const { address, link, databaseUrl, pgBin } = instance;
  lock.note({ databaseUrl });
  say(
    `\n  Kavrell is ready: ${address}\n  Sign in once with: ${link}\n  (good for 24 hours and one use; Ctrl-C stops everything)\n  Data: ${dir}\n`,
  );
  if (host !== '127.0.0.1' && host !== 'localhost' && host !== '::1') {
    const securePort = Number(process.env.KAVRELL_TLS_PORT ?? port + 43);
    for (const own of Object.values(os.networkInterfaces()).flat())
      if (own?.family === 'IPv4' && !own.internal)
        say(
          `  On the set’s network: https://${own.address}:${securePort}; how phones come to trust it: http://${own.address}:${port}/trust`,
        );
  }
  if (pgBin) backups = dailyBackups({ dir, databaseUrl, pgBin, told: say });
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  await stop(1);
}
