import { spawn } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './bootstrap.mjs';

/** Runs a program, what it says is said here; true when it ended well. */
export function start(program, args, env = {}) {
  const child = spawn(program, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return new Promise((done) => child.once('exit', (code) => done(code === 0)));
}

/** Runs a program of `node_modules`; true when it ended well. */
export const run = (program, args, env) => start(path.join(ROOT, 'node_modules', '.bin', program), args, env);
