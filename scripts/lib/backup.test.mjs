import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backup, daily, fill, forgetOld, unpack } from './backup.mjs';
import { postgresBin } from './bootstrap.mjs';
import { moveCluster, startPostgres } from './postgres.mjs';

let dir = '';
let database = null;
const at = (...names) => path.join(dir, ...names);
const bytes = Buffer.from('a still');
const hash = createHash('sha256').update(bytes).digest('hex');
const ask = async (url, sql) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(sql);
  await client.end();
  return rows;
};
let url = '';
beforeAll(async () => {
  dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-backup-'));
  chmodSync(dir, 0o755);
  database = await startPostgres(at('data', 'postgres'), { fast: true });
  chmodSync(at('data'), 0o755);
  url = database.ensureDatabase('kavrell');
  await ask(url, `CREATE TABLE house (epoch uuid DEFAULT gen_random_uuid()); INSERT INTO house DEFAULT VALUES`);
  await ask(url, `CREATE TABLE shots (code text); INSERT INTO shots SELECT 'S' || n FROM generate_series(1, 500) AS n`);
  writeFileSync(at('data', 'session-secret'), 'secret');
  mkdirSync(at('data', 'files', hash.slice(0, 2)), { recursive: true });
  writeFileSync(at('data', 'files', hash.slice(0, 2), hash), bytes);
  writeFileSync(at('data', 'files', 'half.part'), 'half');
}, 120_000);
afterAll(async () => {
  await database?.stop();
  rmSync(dir, { recursive: true, force: true });
});
const settings = () => ({ dir: at('data'), databaseUrl: url, pgBin: postgresBin() });

describe('a backup', () => {
  it('holds database, stored files and secret, and brings them back into an empty one', async () => {
    const made = await backup(at('one.tar'), settings());
    expect(made).toMatchObject({ files: 1, database: 'kavrell' });
    expect(statSync(at('one.tar')).mode & 0o777).toBe(0o600);
    expect(readdirSync(dir).filter((n) => n.startsWith('one.tar'))).toEqual(['one.tar']);
    const manifest = await unpack(at('one.tar'), at('unpacked'));
    expect(manifest.files).toBe(1);
    expect(readFileSync(at('unpacked', 'session-secret'), 'utf8')).toBe('secret');
    expect(existsSync(at('unpacked', 'files', 'half.part'))).toBe(false);
    const fresh = database.ensureDatabase('fresh');
    await fill(fresh, at('unpacked', 'database.dump'), postgresBin());
    expect(await ask(fresh, 'SELECT count(*)::int AS n FROM shots')).toEqual([{ n: 500 }]);
    // Devices notice by it that the server was set back.
    const [[before], [after]] = [
      await ask(url, 'SELECT epoch FROM house'),
      await ask(fresh, 'SELECT epoch FROM house'),
    ];
    expect(after.epoch).not.toBe(before.epoch);
  });
  it.each([
    ['one byte of the stored still', bytes],
    ['one byte of the dump', Buffer.from('PGDMP')],
  ])('that rotted by %s is refused in words', async (_, what) => {
    const whole = readFileSync(at('one.tar'));
    const from = whole.indexOf(what);
    expect(from).toBeGreaterThan(0);
    whole[from + 1] ^= 1;
    writeFileSync(at('rotten.tar'), whole);
    await expect(unpack(at('rotten.tar'), at(`rotten-${what.length}`))).rejects.toThrow(/not as it was written/);
  });
  it('that is none is told so', async () => {
    writeFileSync(at('none.tar'), 'nothing of the kind');
    await expect(unpack(at('none.tar'), at('none'))).rejects.toThrow(/can’t be read as a backup/);
    await expect(unpack(at('gone.tar'), at('none'))).rejects.toThrow(/can’t be read/);
  });
});

describe('every day', () => {
  const now = new Date('2027-03-18T10:00:00Z');
  it('one is made, copied elsewhere, noted, and not made twice', async () => {
    mkdirSync(at('data', 'backups'), { recursive: true });
    mkdirSync(at('elsewhere'));
    const said = await daily({ ...settings(), now, elsewhere: [at('elsewhere'), at('unplugged')] });
    expect(said).toMatchObject({
      failure: null,
      elsewhere: [{ failure: null }, { failure: expect.stringMatching(/plugged in/) }],
    });
    expect(readFileSync(at('elsewhere', 'daily-2027-03-18.tar'))).toEqual(readFileSync(said.file));
    expect(JSON.parse(readFileSync(at('data', 'backups', 'last.json'), 'utf8'))).toEqual(said);
    expect(await daily({ ...settings(), now })).toBeNull();
  });
  it('one that fails is noted too, with why', async () => {
    const said = await daily({
      ...settings(),
      databaseUrl: 'postgres://127.0.0.1:1/none',
      now: new Date('2027-03-19T10:00:00Z'),
    });
    expect(said.failure).toMatch(/pg_dump|connection/i);
    expect(readdirSync(at('data', 'backups')).sort()).toEqual(['daily-2027-03-18.tar', 'last.json']);
  });
  it('fourteen days are kept, and what is not ours stays', () => {
    const folder = at('old');
    mkdirSync(folder);
    for (const name of ['daily-2027-03-04.tar', 'daily-2027-03-05.tar', 'daily-2027-03-18.tar', 'mine.tar'])
      writeFileSync(path.join(folder, name), '');
    forgetOld(folder, now);
    expect(readdirSync(folder).sort()).toEqual(['daily-2027-03-05.tar', 'daily-2027-03-18.tar', 'mine.tar']);
  });
});

describe('data of another PostgreSQL', () => {
  it('whose programs are not here are left as they are, with what to install', async () => {
    await expect(
      moveCluster(dir, at('x'), { from: '13', to: '15', oldBin: null, newBin: postgresBin(), password: 'x' }),
    ).rejects.toThrow(/Install postgresql-13 beside it/);
  });
  it('are moved by dump and restore, and the former ones kept', async () => {
    const place = at('moved');
    const first = await startPostgres(place, { fast: true });
    await ask(first.ensureDatabase('kavrell'), `CREATE TABLE t (n int); INSERT INTO t VALUES (7)`);
    await first.stop();
    const bin = postgresBin();
    const password = readFileSync(path.join(place, 'password'), 'utf8').trim();
    const words = await moveCluster(place, path.join(place, 'cluster'), {
      from: '14',
      to: '15',
      oldBin: bin,
      newBin: bin,
      password,
    });
    expect(words).toMatch(/moved from PostgreSQL 14 to 15/);
    expect(readdirSync(place).filter((n) => n.startsWith('cluster'))).toHaveLength(2);
    const again = await startPostgres(place, { fast: true });
    expect(await ask(again.url('kavrell'), 'SELECT n FROM t')).toEqual([{ n: 7 }]);
    await again.stop();
  });
});
