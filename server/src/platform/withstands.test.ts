import { randomUUID } from 'node:crypto';
import { mkdir, symlink, readdir, mkdtemp } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Writable } from 'node:stream';
import { ConnectionRefusedError, DatabaseError } from 'sequelize';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { mediaFolder } from '../copies/paths.ts';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { makeLog } from './log.ts';
import { toProblem } from './problems.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const inDatabase = (code: string, message = 'no') =>
  new DatabaseError(Object.assign(new Error(message), { code, sql: 'SELECT', parameters: ['secret'] }) as never);

describe('what the database says', () => {
  it.each([
    [inDatabase('57P01'), 503, 'database'],
    [inDatabase('57P03'), 503, 'database'],
    [inDatabase('08006'), 503, 'database'],
    [new ConnectionRefusedError(new Error('refused')), 503, 'database'],
    [new Error('Connection terminated unexpectedly'), 503, 'database'],
    [inDatabase('53100'), 507, 'full'],
    [Object.assign(new Error('disk'), { code: 'ENOSPC' }), 507, 'full'],
    [inDatabase('22P02'), 400, 'rule'],
    [inDatabase('22021'), 400, 'rule'],
    [inDatabase('23514'), 400, 'rule'],
  ])('%s is told in words, as %i', (error, status, code) => {
    const problem = toProblem(error);
    expect(problem).toMatchObject({ status, code });
    expect(problem?.detail.length).toBeGreaterThan(20);
  });
  it('never reaches the log with what was asked for', () => {
    let written = '';
    const into = new Writable({ write: (chunk, _e, done) => ((written += String(chunk)), done()) });
    makeLog('t', 'info', into).error(
      { err: inDatabase('22P02', 'invalid input syntax for type uuid: "secret"') },
      'unexpected',
    );
    expect(written).toContain('22P02');
    expect(written).not.toContain('secret');
  });
});

describe('addresses', () => {
  it('that can’t be read are 400, and HEAD works where GET does', async () => {
    await owner.get('/api/productions/%ff/rows/shots').expect(400);
    await owner.get('/%ff').expect((r) => expect([400, 404]).toContain(r.status));
    await owner.head('/api/health').expect(200);
    await owner.head(url('rows/shots')).expect(200);
  });
  it('a link in a media folder leads nowhere, and nothing is made outside', async () => {
    const outside = await mkdtemp(path.join(os.tmpdir(), 'kavrell-outside-'));
    await mkdir(path.join(server.media, 'in'), { recursive: true });
    await symlink(outside, path.join(server.media, 'in', 'out'));
    await expect(mediaFolder(server.context, path.join(server.media, 'in', 'out', 'made'), true)).rejects.toThrow(
      /outside|not there/,
    );
    expect(await readdir(outside)).toEqual([]);
  });
  it('a media folder that is missing holds up no other', async () => {
    const config = { ...server.context.config, mediaRoots: ['/nowhere/at/all', server.media] };
    await expect(mediaFolder({ ...server.context, config }, path.join(server.media, 'in'))).resolves.toBe(
      path.join(server.media, 'in'),
    );
  });
});

describe('a change-set', () => {
  const shot = () => plan.shots[0]!;
  const set = (id: string, lens: string, version: number, more = {}) => ({
    id,
    label: 'Lens',
    ops: [{ op: 'update', table: 'shots', id: shot().id, version, values: { lens } }],
    ...more,
  });
  it('whose number was used for other contents is refused; the same one, with a newer version, is not', async () => {
    const id = randomUUID();
    await owner
      .post(url('changes'))
      .send(set(id, '35', 1))
      .expect(200);
    expect(
      (
        await owner
          .post(url('changes'))
          .send(set(id, '35', 2))
          .expect(200)
      ).body.versions[shot().id],
    ).toBe(2);
    const other = await owner
      .post(url('changes'))
      .send(set(id, '85', 2))
      .expect(409);
    expect(other.body.code).toBe('reused');
  });
  it('that the owner sends for somebody is noted under that name; nobody else may', async () => {
    const id = randomUUID();
    await owner
      .post(url('changes'))
      .send(set(id, '24', 2, { madeBy: 'Mirko' }))
      .expect(200);
    const list = (await owner.get(url('changes')).expect(200)).body as { id: string; actor: string }[];
    expect(list.find((c) => c.id === id)?.actor).toBe('Mirko');
  });
  it('with half a character in it is refused at its field', async () => {
    const bad = await owner
      .post(url('changes'))
      .send(set(randomUUID(), 'x\ud800', 3))
      .expect(400);
    expect(bad.body.issues[0].path).toEqual(['ops', 0, 'values', 'lens']);
  });
  it('with a clock offset that no screen could show is refused', async () => {
    const body = {
      id: randomUUID(),
      label: 'Clock',
      ops: [
        {
          op: 'update',
          table: 'productions',
          id: plan.production.id,
          version: 1,
          values: { simulatedNowOffsetMs: 1e16 },
        },
      ],
    };
    await owner.post(url('changes')).send(body).expect(400);
  });
});

describe('a notice that is none of ours', () => {
  it('is passed over, and the next is heard', async () => {
    await server.context.db.query(`SELECT pg_notify('kavrell', 'not json'), pg_notify('kavrell', '{"p":1}')`);
    const heard = new Promise((done) => {
      const off = server.running.live.listen(plan.production.id, {
        tell: (changes) => (off(), done(changes)),
        end: () => undefined,
        stillMay: async () => true,
      });
    });
    await server.context.db.query(`UPDATE shots SET lens = '50' WHERE id = '${plan.shots[1]!.id}'`);
    expect(await heard).toMatchObject([{ table: 'shots', id: plan.shots[1]!.id }]);
  });
});

describe('health', () => {
  it('is well only when something can be stored', async () => {
    expect((await owner.get('/api/health').expect(200)).body).toMatchObject({ ok: true, trouble: null });
    // An answer is good for a second; a new server asks anew.
    await server.restart();
    await server.context.db.query('ALTER TABLE house RENAME COLUMN stored_at TO gone');
    const { body } = await owner.get('/api/health').expect(200);
    await server.context.db.query('ALTER TABLE house RENAME COLUMN gone TO stored_at');
    expect(body).toMatchObject({ ok: false, database: false });
    expect(body.trouble).toMatch(/stored/);
  });
});
