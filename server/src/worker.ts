import path from 'node:path';
import { randomUUID } from 'node:crypto';
import { runCopyJobs, scanCard } from './copies/here.ts';
import { mediaFolder } from './copies/paths.ts';
import { lookIntoCard } from './copies/look.ts';
import { sendSelects } from './copies/selects.ts';
import { runLineUps } from './lineup/run.ts';
import { keepHouse } from './openFile/index.ts';
import { makeBundles } from './wrap/bundles.ts';
import { recordMov, recordWav } from './devices/record.ts';
import { readConfig } from './platform/config.ts';
import { connect, defineModels } from './platform/db/index.ts';
import { openQueue, type StationWork } from './platform/jobs/index.ts';
import { makeLog } from './platform/log.ts';
import { stayUp } from './platform/guard.ts';
import { openPool } from './platform/pool/index.ts';
import type { Context } from './platform/context.ts';

const TIDY_MS = 86_400_000;
const config = readConfig();
const url = new URL(config.databaseUrl);
url.searchParams.set('application_name', 'kavrell-worker');
const log = makeLog('worker', config.logLevel);
stayUp(log);
const db = connect(url.href, log);
const holder = randomUUID();
const queue = await openQueue(url.href, config.station, log);
const context: Context = { config, log, db, models: defineModels(db), queue, pool: openPool() };

async function work(message: StationWork): Promise<void> {
  if (message.kind === 'copy') return runCopyJobs(context, holder);
  if (message.kind === 'look') return lookIntoCard(context, message.cardId);
  if (message.kind === 'lineup') return runLineUps(context);
  if (message.kind === 'bundle') return makeBundles(context);
  if (message.kind === 'selects') return sendSelects(context, message.productionId);
  if (message.kind === 'record' || message.kind === 'recordSound') {
    const card = await context.models.cards.findOne({
      where: { id: message.cardId },
    });
    if (!card) return;
    if (!card.simulated) return;
    const folder = await mediaFolder(context, card.path, true);
    const file = path.join(folder, 'CLIPS', message.clip);
    await (message.kind === 'record' ? recordMov(`${file}.mov`, message) : recordWav(`${file}.wav`, message));
  }
  await scanCard(context, message.cardId);
}

await queue.work((message) =>
  work(message).catch((error: unknown) => {
    log.error({ err: error, work: message.kind }, 'work failed, to be tried again');
    throw error;
  }),
);
// What this station left unfinished, from before a restart, is taken up at once and again when old leases end.
await queue.send({ kind: 'copy' });
await queue.send({ kind: 'lineup' });
await queue.send({ kind: 'bundle' });
const sweep = setInterval(() => {
  // While the database is away nothing can be asked for; the next sweep asks again.
  queue.send({ kind: 'copy' }).catch((error: unknown) => log.warn({ err: error }, 'sweep'));
}, 20000);
/** Once a day, and at the start: what was deleted long ago, files that nothing names. */
const tidy = (): void =>
  void keepHouse(context, Date.now()).catch((error: unknown) => log.warn({ err: error }, 'keeping house'));
const tidying = setInterval(tidy, TIDY_MS);
tidy();
log.info('ready');
process.send?.({ ready: true });

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  clearInterval(sweep);
  clearInterval(tidying);
  await queue.stop();
  context.pool.stop();
  await db.close();
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
process.on('disconnect', () => void stop());
