import { cpSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fill, unpack } from './lib/backup.mjs';
import { ensureDebian, hasFiles, postgresBin } from './lib/bootstrap.mjs';
import { dataPlace, lockDir, lockedBy } from './lib/dataPlace.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { giveUp, say } from './lib/say.mjs';

const options = new Set(['--demo', '--replace']);
const [file, ...rest] = process.argv.slice(2).filter((a) => !options.has(a));
const demo = process.argv.includes('--demo');
const replace = process.argv.includes('--replace');
if (!file || rest.length > 0)
  giveUp('npm run restore -- FILE   (with --replace: in the place of the data that are here)');
ensureDebian(['postgresql']);
const dir = dataPlace({ demo, told: say });
const holder = lockedBy(dir);
if (holder)
  giveUp(`Kavrell is running with the data in ${dir} (process ${holder.pid}). Stop it first; nothing was changed.`);

const work = `${dir}.restore`;
let lock = null;
let database = null;
try {
  rmSync(work, { recursive: true, force: true });
  const manifest = await unpack(file, work);
  const there = hasFiles(path.join(dir, 'postgres', 'cluster'));
  if (there && !replace)
    throw new Error(
      `There are data in ${dir} already, and nothing was changed. To put the backup in their place: npm run restore -- ${file} --replace. The present ones are then kept beside.`,
    );
  if (there) {
    const kept = `${dir}-before-${new Date().toISOString().replace(/[:.]/g, '-')}`;
    renameSync(dir, kept);
    say(`The data that were here are kept in ${kept}.`);
  }
  lock = lockDir(dir);
  for (const name of ['session-secret', 'station', 'files'])
    if (existsSync(path.join(work, name))) cpSync(path.join(work, name), path.join(dir, name), { recursive: true });
  let url = process.env.KAVRELL_DATABASE_URL;
  if (!url) {
    mkdirSync(path.join(dir, 'postgres'), { recursive: true });
    database = await startPostgres(path.join(dir, 'postgres'), { told: say });
    url = database.ensureDatabase(demo ? 'kavrell_demo' : 'kavrell');
  }
  await fill(url, path.join(work, 'database.dump'), postgresBin());
  say(
    `Restored what was backed up at ${manifest.madeAt} into ${dir}: the database and ${manifest.files} stored files. Start with npm ${demo ? 'run demo' : 'start'}.`,
  );
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  await database?.stop();
  lock?.release();
  rmSync(work, { recursive: true, force: true });
}
