import { warmPdf } from './platform/documents/index.ts';
import { createServer } from 'node:http';
import type { Server } from 'node:http';
import { readConfig } from './platform/config.ts';
import { connect, defineModels, migrateWithDump } from './platform/db/index.ts';
import { ensureOwner, ownerLink } from './platform/auth/index.ts';
import { openQueue } from './platform/jobs/index.ts';
import { makeLog } from './platform/log.ts';
import { stayUp } from './platform/guard.ts';
import { openPool } from './platform/pool/index.ts';
import { openSecure } from './platform/secure/index.ts';
import { makeApp } from './app.ts';

const config = readConfig();
const log = makeLog('server', config.logLevel);
stayUp(log);
const db = connect(config.databaseUrl, log);
await migrateWithDump(db, config.databaseUrl, log);
const queue = await openQueue(config.databaseUrl, config.station, log);
const context = { config, log, db, models: defineModels(db), queue, pool: openPool() };
await ensureOwner(context);
const running = await makeApp(context);

const server: Server = createServer(running.app);
// A kept connection that the server ends at the very moment a page or a proxy writes on it loses that request.
// So the other side is the one that tires first: proxies let go of an idle connection after about a minute.
server.keepAliveTimeout = 300_000;
server.on('error', (error: NodeJS.ErrnoException) => {
  const words =
    error.code === 'EADDRINUSE'
      ? `Port ${config.port} is in use by another program: stop that, or set KAVRELL_PORT to a free one.`
      : error.message;
  process.send?.({ failed: words });
  log.fatal({ err: error }, words);
  process.exit(1);
});
server.listen(config.port, config.host, () => {
  void ownerLink(context).then((token) => {
    const shownHost = config.host.includes(':') ? `[${config.host}]` : config.host;
    const address = `http://${shownHost}:${config.port}`;
    log.info({ address }, 'ready');
    process.send?.({ ready: { address, link: `${address}/enter#${token}` } });
    // Documents are asked for later than pages; their fonts are read meanwhile.
    warmPdf().catch((error: unknown) => log.warn({ err: error }, 'fonts of documents'));
  });
});

const secure = openSecure(config, running.app);
secure?.on('error', (error) =>
  log.error({ err: error }, `Port ${config.securePort} can’t be opened: nothing is encrypted`),
);

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  server.closeAllConnections();
  server.close();
  secure?.closeAllConnections();
  secure?.close();
  await queue.stop();
  await running.close();
  context.pool.stop();
  await db.close();
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
process.on('disconnect', () => void stop());
