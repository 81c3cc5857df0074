// Moves a whole Kavrell to another machine, as the README says: backup, restore, start; here from one folder of data to another.
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT, ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { Browser } from './lib/chaos/client.mjs';
import { say } from './lib/say.mjs';

ensureDebian(['postgresql', 'ffmpeg']);
ensureModules();
ensureBuilt();
const { freePort } = await import('./lib/postgres.mjs');
const { loadSource } = await import('./lib/source.mjs');
const { PRODUCTION_DEFAULTS } = await loadSource('scripts/lib/chaos/defaults.ts');

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-move-'));
chmodSync(dir, 0o755);
const script = (name) => path.join(ROOT, 'scripts', `${name}.mjs`);
const envOf = (data, more = {}) => ({ ...process.env, KAVRELL_DATA: data, ...more });

/** Starts Kavrell as a person does; resolves with its sign-in link, and how to stop it. */
function start(data, port) {
  const child = spawn(process.execPath, [script('start')], {
    env: envOf(data, { KAVRELL_PORT: String(port), KAVRELL_LOG: 'error' }),
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((done) => child.once('exit', done));
  return new Promise((ready, fail) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const link = /enter#(\S+)/.exec(said)?.[1];
      if (link)
        ready({
          token: link,
          async stop() {
            child.kill('SIGINT');
            await ended;
          },
        });
    });
    void ended.then((code) => fail(new Error(`Kavrell did not start (${code}): ${said}`)));
  });
}
function run(name, data, ...args) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [script(name), ...args], {
    env: envOf(data),
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`${name} ended with ${status}: ${stderr}`);
  return stdout;
}

let running = null;
try {
  const [from, to, file] = ['from', 'to', 'kavrell.tar'].map((name) => path.join(dir, name));
  const port = await freePort();
  running = await start(from, port);
  const before = new Browser(port);
  await before.must('POST', '/api/auth/enter', { token: running.token });
  const id = randomUUID();
  await before.must('POST', '/api/productions', { ...PRODUCTION_DEFAULTS, id, title: 'Moved' });
  run('backup', from, file);
  await running.stop();
  run('restore', to, file);
  running = await start(to, port);
  // The same secret and the same sessions: who was signed in is so still.
  const productions = await before.get('/api/productions');
  if (productions.length !== 1 || productions[0].id !== id)
    throw new Error(`There are ${productions.length} productions after the move.`);
  const again = spawnSync(process.execPath, [script('restore'), file], { env: envOf(to), encoding: 'utf8' });
  if (again.status === 0) throw new Error('A backup was restored over a Kavrell that runs.');
  await running.stop();
  running = null;
  say('moved: backup while running, restored, started, and everybody still signed in');
} catch (error) {
  process.stderr.write(`${error.stack}\n`);
  process.exitCode = 1;
} finally {
  await running?.stop();
  rmSync(dir, { recursive: true, force: true });
}
