import { backup } from './lib/backup.mjs';
import { ensureDebian, postgresBin } from './lib/bootstrap.mjs';
import { dataPlace, lockDir, lockedBy } from './lib/dataPlace.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { giveUp, say } from './lib/say.mjs';
import path from 'node:path';

const [file, ...rest] = process.argv.slice(2).filter((a) => a !== '--demo');
const demo = process.argv.includes('--demo');
if (!file || rest.length > 0) giveUp('npm run backup -- FILE   (with --demo: of the demo’s data)');
ensureDebian(['postgresql']);
const dir = dataPlace({ demo, told: say });

/** The database that runs, or one started for this only. */
async function reachDatabase() {
  const url = process.env.KAVRELL_DATABASE_URL ?? lockedBy(dir)?.databaseUrl;
  if (url) return { url, stop: async () => {} };
  const lock = lockDir(dir);
  const database = await startPostgres(path.join(dir, 'postgres'), { told: say });
  return {
    url: database.ensureDatabase(demo ? 'kavrell_demo' : 'kavrell'),
    stop: async () => {
      await database.stop();
      lock.release();
    },
  };
}

let database = null;
try {
  database = await reachDatabase();
  const made = await backup(file, { dir, databaseUrl: database.url, pgBin: postgresBin() });
  say(
    `${made.file}: ${(made.sizeBytes / 1e6).toFixed(1)} MB, read back and compared. It holds the server’s secret: keep it where only you can read it.`,
  );
} catch (error) {
  process.stderr.write(`The backup was not made. ${error.message}\n`);
  process.exitCode = 1;
} finally {
  await database?.stop();
}
