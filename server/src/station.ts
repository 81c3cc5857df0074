import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { HouseRefused } from './stations/far.ts';
import { join, membershipIn } from './stations/join.ts';
import { runStation } from './stations/run.ts';
import { makeLog } from './platform/log.ts';
import { openPool } from './platform/pool/index.ts';

// A machine that copies for a house elsewhere: `npm run station` starts it. It has no database, and nothing of the productions but its own jobs.

const {
  KAVRELL_STATION_FOLDER: folder = '',
  KAVRELL_STATION_SERVER: server,
  KAVRELL_STATION_TOKEN: token,
} = process.env;
const roots = (process.env.KAVRELL_MEDIA_ROOTS ?? '').split(path.delimiter).filter(Boolean);
const log = makeLog('station', process.env.KAVRELL_LOG ?? 'info');

const stop = new AbortController();
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => stop.abort());

const kept = server && token ? await join(folder, server, token) : membershipIn(folder);
if (!kept) throw new Error('This station has not joined a house yet: start it with --server and --token.');
const pool = openPool();
process.stdout.write(`Station ${kept.name} copies for ${kept.url}. Media: ${roots.join(', ')}\n`);
process.send?.({ ready: true });
try {
  const house = { url: kept.url, authority: kept.authority, secret: kept.secret, run: randomUUID() };
  await runStation({ house, seal: kept.seal, roots, log, pool }, stop.signal);
} catch (error) {
  if (!(error instanceof HouseRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  pool.stop();
}
