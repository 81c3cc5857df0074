import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { copyFile, open } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
const FORMAT = 'kavrell backup 1';
const KEPT_DAYS = 14;
const LOOK_MS = 3_600_000;
const FIRST_LOOK_MS = 60_000;
const DAILY = /^daily-\d{4}-\d\d-\d\d\.tar$/;

/** SHA-256 of a file, hex. */
export async function sha256Of(file) {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(file)) hash.update(chunk);
  return hash.digest('hex');
}

const sync = async (file) => {
  const handle = await open(file, 'r');
  await handle.sync();
  await handle.close();
};

/** Stored files by their names below `files`; half ones of this moment are none. */
function storedFiles(dir) {
  const root = path.join(dir, 'files');
  if (!existsSync(root)) return [];
  return readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => !name.endsWith('.part') && statSync(path.join(root, name)).isFile())
    .map((name) => path.join('files', name))
    .sort();
}

/**
 * Writes the database, the stored files and the server's secret into one file, readable by its owner only. Consistent while Kavrell runs: the
 * database is dumped at one moment, and a stored file is never changed or taken away, so that all that the dump names are there after it. The
 * file is read back and compared byte by byte before it gets its name. Answers what was written.
 */
export async function backup(file, { dir, databaseUrl, pgBin }) {
  const target = path.resolve(file);
  const work = `${target}.work`;
  const part = `${target}.part`;
  rmSync(work, { recursive: true, force: true });
  mkdirSync(work, { recursive: true, mode: 0o700 });
  try {
    const dump = path.join(work, 'database.dump');
    await run(path.join(pgBin, 'pg_dump'), ['--format=custom', `--file=${dump}`, databaseUrl]);
    const own = ['session-secret', 'station'].filter((name) => existsSync(path.join(dir, name)));
    const stored = storedFiles(dir);
    const manifest = {
      format: FORMAT,
      madeAt: new Date().toISOString(),
      database: new URL(databaseUrl).pathname.slice(1),
      dump: { sizeBytes: statSync(dump).size, sha256: await sha256Of(dump) },
      files: stored.length,
    };
    writeFileSync(path.join(work, 'manifest.json'), JSON.stringify(manifest, null, 2));
    const list = path.join(work, 'list');
    writeFileSync(list, [...own, ...stored].map((name) => `${name}\n`).join(''));
    const contents = ['-C', work, 'manifest.json', 'database.dump', '-C', dir, '-T', list];
    writeFileSync(part, '', { mode: 0o600 });
    await run('tar', ['-cf', part, ...contents]);
    await sync(part);
    // Read back: every byte in the file against every byte that went into it, and the dump by PostgreSQL's own eyes.
    await run('tar', ['-df', part, '-C', work, 'manifest.json', 'database.dump']);
    await run('tar', ['-df', part, '-C', dir, '-T', list]);
    await run(path.join(pgBin, 'pg_restore'), ['--list', dump]);
    renameSync(part, target);
    await sync(path.dirname(target));
    return { file: target, sizeBytes: statSync(target).size, ...manifest };
  } finally {
    rmSync(work, { recursive: true, force: true });
    rmSync(part, { force: true });
  }
}

/** Takes a backup apart into `work` and checks all that can be checked of it. Answers its manifest; throws in words. */
export async function unpack(file, work) {
  mkdirSync(work, { recursive: true, mode: 0o700 });
  await run('tar', ['-xf', path.resolve(file), '-C', work, '--no-same-owner']).catch((error) => {
    throw new Error(`${file} can’t be read as a backup: ${error.message.split('\n')[0]}`, { cause: error });
  });
  const noted = path.join(work, 'manifest.json');
  if (!existsSync(noted)) throw new Error(`${file} is no backup of Kavrell.`);
  const manifest = JSON.parse(readFileSync(noted, 'utf8'));
  if (manifest.format !== FORMAT) throw new Error(`${file} is a backup of another kind (${manifest.format}).`);
  const dump = path.join(work, 'database.dump');
  if (!existsSync(dump) || (await sha256Of(dump)) !== manifest.dump.sha256)
    throw new Error(`The database in ${file} is not as it was written. Use an older backup; nothing was changed.`);
  const stored = storedFiles(work);
  if (stored.length !== manifest.files)
    throw new Error(
      `${file} holds ${stored.length} stored files and should hold ${manifest.files}. Nothing was changed.`,
    );
  for (const name of stored) {
    const hash = path.basename(name);
    if (/^[0-9a-f]{64}$/.test(hash) && (await sha256Of(path.join(work, name))) !== hash)
      throw new Error(`The stored file ${hash} in ${file} is not as it was written. Nothing was changed.`);
  }
  return manifest;
}

/** Fills an empty database from a dump, and notes that it was restored: devices then send again what they hold and it may lack. */
export async function fill(databaseUrl, dump, pgBin) {
  await run(path.join(pgBin, 'pg_restore'), [
    '--no-owner',
    '--no-privileges',
    '--exit-on-error',
    `--dbname=${databaseUrl}`,
    dump,
  ]);
  await run(path.join(pgBin, 'psql'), [
    '-q',
    '-v',
    'ON_ERROR_STOP=1',
    '-d',
    databaseUrl,
    '-c',
    'UPDATE house SET epoch = gen_random_uuid()',
  ]);
}

const dayOf = (at) => at.toISOString().slice(0, 10);

/** Takes away daily backups beyond those that are kept; others in the folder are left. */
export function forgetOld(folder, now) {
  const oldest = dayOf(new Date(now.getTime() - (KEPT_DAYS - 1) * 86_400_000));
  for (const name of readdirSync(folder))
    if (DAILY.test(name) && name.slice(6, 16) < oldest) rmSync(path.join(folder, name));
}

/** Puts a copy of a backup into another folder, compared before it counts. */
async function copyTo(file, folder) {
  if (!existsSync(folder)) throw new Error(`${folder} is not there: is the device plugged in?`);
  const target = path.join(folder, path.basename(file));
  const part = `${target}.part`;
  await copyFile(file, part);
  await sync(part);
  if ((await sha256Of(part)) !== (await sha256Of(file))) {
    rmSync(part);
    throw new Error(`The copy in ${folder} is not the same as what was copied.`);
  }
  renameSync(part, target);
}

/** Makes the backup of this day unless it is there, and its copies elsewhere; notes for the settings when and how it went. */
export async function daily({ dir, databaseUrl, pgBin, now = new Date(), elsewhere = [] }) {
  const folder = path.join(dir, 'backups');
  const file = path.join(folder, `daily-${dayOf(now)}.tar`);
  if (existsSync(file)) return null;
  const said = { at: now.toISOString(), file, sizeBytes: null, failure: null, elsewhere: [] };
  try {
    said.sizeBytes = (await backup(file, { dir, databaseUrl, pgBin })).sizeBytes;
    forgetOld(folder, now);
  } catch (error) {
    said.failure = error.message;
  }
  for (const place of said.failure === null ? elsewhere : []) {
    try {
      await copyTo(file, place);
      forgetOld(place, now);
      said.elsewhere.push({ folder: place, failure: null });
    } catch (error) {
      said.elsewhere.push({ folder: place, failure: error.message });
    }
  }
  writeFileSync(path.join(folder, 'last.json'), JSON.stringify(said), { mode: 0o600 });
  return said;
}

/** Makes a backup every day while Kavrell runs, kept for 14 days; `KAVRELL_BACKUP_TO` names folders that get a copy. */
export function dailyBackups({ dir, databaseUrl, pgBin, told }) {
  const elsewhere = (process.env.KAVRELL_BACKUP_TO ?? '').split(path.delimiter).filter(Boolean);
  let running = false;
  const look = async () => {
    if (running) return;
    running = true;
    try {
      const said = await daily({ dir, databaseUrl, pgBin, elsewhere });
      if (said?.failure) told(`Today’s backup failed: ${said.failure}`);
      for (const e of said?.elsewhere ?? []) if (e.failure) told(`Today’s backup was not copied: ${e.failure}`);
    } catch (error) {
      told(`Today’s backup failed: ${error.message}`);
    } finally {
      running = false;
    }
  };
  const first = setTimeout(look, FIRST_LOOK_MS);
  const again = setInterval(look, LOOK_MS);
  return {
    stop() {
      clearTimeout(first);
      clearInterval(again);
    },
  };
}
