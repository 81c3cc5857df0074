import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { dataDir, ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
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

const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    if (error.code === 'ESRCH') return false;
    if (error.code === 'EPERM') return true;
    throw error;
  }
};

const dir = dataDir();
const runFile = path.join(dir, 'run.json');
if (existsSync(runFile)) {
  const { pid } = JSON.parse(readFileSync(runFile, 'utf8'));
  if (isAlive(pid)) giveUp(`Kavrell is already running from this folder (process ${pid}). Stop that first.`);
}
await checkPort();
ensureDebian(process.env.KAVRELL_DATABASE_URL ? ['ffmpeg'] : ['postgresql', 'ffmpeg']);
ensureModules();
ensureBuilt();

mkdirSync(dir, { recursive: true });
writeFileSync(runFile, JSON.stringify({ pid: process.pid }));

let instance = null;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  await instance?.stop();
  rmSync(runFile, { force: true });
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

try {
  instance = await startInstance({
    dir,
    port,
    demo,
    databaseUrl: process.env.KAVRELL_DATABASE_URL,
    mediaRoots: process.env.KAVRELL_MEDIA_ROOTS?.split(path.delimiter) ?? [],
    onDemo: (loaded) => say(`Loaded the demo production (${loaded}).`),
  });
  const { address, link, server, worker } = instance;
  say(
    `\n  Kavrell is ready: ${address}\n  Sign in once with: ${link}\n  (good for 24 hours and one use; Ctrl-C stops everything)\n`,
  );
  for (const [name, part] of [
    ['server', server],
    ['worker', worker],
  ]) {
    void part.ended.then((code) => {
      if (stopping) return;
      process.stderr.write(
        `The ${name} ended unexpectedly (code ${code}). Stopping; your data are kept. Start again to go on.\n`,
      );
      void stop(1);
    });
  }
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  await stop(1);
}
