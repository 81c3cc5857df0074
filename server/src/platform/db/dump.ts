import { execFile } from 'node:child_process';
import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import type { Sequelize } from 'sequelize';
import type { Logger } from '../log.ts';
import { migrations } from './migrate.ts';

const run = promisify(execFile);

/** Brings the database up to date. If it holds data already, a dump is written first and named in the log. */
export async function migrateWithDump(db: Sequelize, databaseUrl: string, log: Logger): Promise<void> {
  const steps = migrations(db);
  const pending = await steps.pending();
  if (pending.length === 0) return;
  const { KAVRELL_PG_BIN: bin, KAVRELL_DATA: data } = process.env;
  if ((await steps.executed()).length > 0 && bin && data) {
    const folder = path.join(data, 'backups');
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const file = path.join(folder, `before-${pending[0]?.name}-${new Date().toISOString().replace(/[:.]/g, '-')}.dump`);
    await run(path.join(bin, 'pg_dump'), ['--format=custom', `--file=${file}`, databaseUrl]);
    log.warn({ file }, 'the database is brought up to date; a copy of it was kept first');
  }
  await steps.up();
}
