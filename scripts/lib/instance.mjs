import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { keptSecret, startPostgres } from './postgres.mjs';
import { programEnv, startProgram } from './processes.mjs';

/**
 * A whole Kavrell: database, server, worker, and with `demo` the demo production. Everything lies below `dir`.
 * Resolves when it answers; `stop` ends all of it. Needs packages and build to be there already.
 */
export async function startInstance({
  dir,
  port,
  demo = false,
  fast = false,
  databaseUrl,
  mediaRoots = [],
  onDemo,
  log,
}) {
  const media = path.join(dir, 'media');
  mkdirSync(media, { recursive: true });
  keptSecret(path.join(dir, 'session-secret'));
  const running = [];
  const stop = async () => {
    for (const part of running.splice(0).reverse()) await part.stop();
  };
  try {
    let url = databaseUrl;
    let pgBin = '';
    if (!url) {
      const postgres = await startPostgres(path.join(dir, 'postgres'), { fast });
      running.push(postgres);
      pgBin = postgres.bin;
      url = postgres.ensureDatabase(demo ? 'kavrell_demo' : 'kavrell');
    }
    const env = programEnv({ databaseUrl: url, dataDir: dir, port, pgBin, mediaRoots: [media, ...mediaRoots], log });
    const server = startProgram('main', env);
    running.push(server);
    const { address, link } = await server.ready;
    const worker = startProgram('worker', env);
    running.push(worker);
    await worker.ready;
    if (demo) {
      const loader = startProgram('demo', { ...env, KAVRELL_DEMO_MEDIA: path.join(media, 'demo') });
      const { loaded } = await loader.ready;
      if (loaded) onDemo?.(loaded);
      await loader.ended;
    }
    return { address, link, databaseUrl: url, server, worker, stop };
  } catch (error) {
    await stop();
    throw error;
  }
}
