import { chmodSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { isRoot } from './bootstrap.mjs';
import { stationOf } from './dataPlace.mjs';
import { keepAlive } from './keepAlive.mjs';
import { keptSecret, startPostgres } from './postgres.mjs';
import { programEnv, startProgram } from './processes.mjs';

/**
 * A whole Kavrell: database, server, worker, and with `demo` the demo production. Everything lies below `dir`. Each part that ends unasked is
 * started again; `told` hears of it in words. Resolves when it answers; `stop` ends all of it. Needs packages and build to be there already.
 */
export async function startInstance({
  dir,
  port,
  demo = false,
  fast = false,
  databaseUrl,
  mediaRoots = [],
  onDemo,
  told = () => {},
  log,
}) {
  const media = path.join(dir, 'media');
  const hadData = existsSync(path.join(dir, 'postgres', 'cluster', 'PG_VERSION'));
  mkdirSync(media, { recursive: true });
  // PostgreSQL's own user must reach its folder below this one; the others are nobody's but ours.
  chmodSync(dir, isRoot ? 0o711 : 0o700);
  for (const own of [media, path.join(dir, 'files'), path.join(dir, 'backups')]) {
    mkdirSync(own, { recursive: true });
    chmodSync(own, 0o700);
  }
  keptSecret(path.join(dir, 'session-secret'));
  const running = [];
  const stop = async () => {
    for (const part of running.splice(0).reverse()) await part.stop();
  };
  try {
    let url = databaseUrl;
    let pgBin = '';
    let database = null;
    if (!url) {
      database = await startPostgres(path.join(dir, 'postgres'), { fast, told });
      running.push(database);
      pgBin = database.bin;
      url = database.ensureDatabase(demo ? 'kavrell_demo' : 'kavrell');
    }
    const env = programEnv({
      databaseUrl: url,
      dataDir: dir,
      port,
      pgBin,
      mediaRoots: [media, ...mediaRoots],
      station: stationOf(dir, { hadData }),
      log,
    });
    const keep = async (name, said) => {
      const part = await keepAlive(() => startProgram(name, env), {
        onEnd: (code, waitMs) =>
          told(
            `The ${said} ended unexpectedly (code ${code}); it is started again in ${waitMs / 1000} s. Your data are kept.`,
          ),
        onBack: () => told(`The ${said} is back.`),
      });
      running.push(part);
      return part;
    };
    const server = await keep('main', 'server');
    const worker = await keep('worker', 'worker');
    const { address, link } = server.first;
    if (demo) {
      const loader = startProgram('demo', { ...env, KAVRELL_DEMO_MEDIA: path.join(media, 'demo') });
      const { loaded } = await loader.ready;
      if (loaded) onDemo?.(loaded);
      await loader.ended;
    }
    return {
      address,
      link,
      databaseUrl: url,
      pgBin,
      pids: { server: server.pid, worker: worker.pid, database: database?.pid },
      stop,
    };
  } catch (error) {
    await stop();
    throw error;
  }
}
