import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './bootstrap.mjs';

/** Starts one of the built programs; resolves with what it says when it is ready, fails with its own words. */
export function startProgram(name, env, { quiet = false } = {}) {
  const child = fork(path.join(ROOT, 'dist', 'server', `${name}.mjs`), [], {
    cwd: ROOT,
    env: { ...process.env, NODE_ENV: 'production', ...env },
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit', 'ipc'],
    execArgv: ['--enable-source-maps'],
  });
  const ended = new Promise((done) => child.once('exit', (code) => done(code)));
  const ready = new Promise((done, fail) => {
    child.on('message', (message) => {
      if (message?.ready) done(message.ready);
      if (message?.failed) fail(new Error(message.failed));
    });
    void ended.then((code) => fail(new Error(`The ${name} ended before it was ready (code ${code}).`)));
  });
  return {
    ready,
    ended,
    pid: child.pid,
    async stop() {
      child.kill('SIGTERM');
      await Promise.race([ended, new Promise((done) => setTimeout(done, 8000, 'late').unref())]);
      child.kill('SIGKILL');
      await ended;
    },
  };
}

/** The environment that server, worker and demo loader share. */
export function programEnv({ databaseUrl, dataDir, port, mediaRoots, station, log = 'warn', pgBin = '' }) {
  return {
    KAVRELL_DATABASE_URL: databaseUrl,
    KAVRELL_SECRET_FILE: path.join(dataDir, 'session-secret'),
    KAVRELL_WEB_ROOT: path.join(ROOT, 'dist', 'web'),
    KAVRELL_MEDIA_ROOTS: mediaRoots.join(path.delimiter),
    KAVRELL_DATA: dataDir,
    KAVRELL_STATION: station,
    KAVRELL_PORT: String(port),
    KAVRELL_LOG: process.env.KAVRELL_LOG ?? log,
    KAVRELL_PG_BIN: pgBin,
  };
}
