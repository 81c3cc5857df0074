import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { SessionInfo } from '@kavrell/contract';
import type { DemoPlan } from '@kavrell/demo';
import { startTestServer, storeNinthBell, type TestServer } from '../../testing/harness.ts';

let server: TestServer;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());
// A new server counts tries anew.
beforeEach(() => server.restart());

const GOOD = 'kelp harbour ninety lantern';
const BETTER = 'seven quiet bells at noon';

describe('a password', () => {
  it('is changed only by who knows the one before, and the other sessions end', async () => {
    const [owner, elsewhere] = [await server.owner(), await server.owner()];
    await owner.post('/api/auth/password').send({ password: GOOD }).expect(200);
    expect((await elsewhere.get('/api/auth/me')).body.me).toBeNull();
    const wrong = await owner.post('/api/auth/password').send({ password: BETTER, current: 'not it' }).expect(403);
    expect(wrong.body.detail).toMatch(/present password is not right/);
    await owner.post('/api/auth/password').send({ password: BETTER }).expect(403);
    await owner.post('/api/auth/password').send({ password: BETTER, current: GOOD }).expect(200);
    await server.agent().post('/api/auth/sign-in').send({ name: 'owner', password: BETTER }).expect(200);
    await server.context.db.query('UPDATE accounts SET password_hash = NULL');
  });
  it.each(['password1234', 'qwertyuiop123', '1234567890', 'aaaaaaaaaaaa', 'kavrellowner'])(
    'that everybody tries is refused: %s',
    async (password) => {
      const owner = await server.owner();
      const { body } = await owner.post('/api/auth/password').send({ password }).expect(400);
      expect(body.code).toBe('weak');
    },
  );
});

describe('sessions', () => {
  it('are listed without their keys, and all but one’s own ended with one press', async () => {
    await server.context.db.query('DELETE FROM session');
    const [owner, elsewhere] = [await server.owner(), await server.owner()];
    const list = (await owner.get('/api/auth/sessions').expect(200)).body as SessionInfo[];
    expect(list.map((s) => s.own).sort()).toEqual([false, true]);
    const [sids] = await server.context.db.query('SELECT sid FROM session');
    for (const { sid } of sids as { sid: string }[]) expect(JSON.stringify(list)).not.toContain(sid);
    expect((await owner.post('/api/auth/sessions/end').send({}).expect(200)).body).toEqual({ ended: 1 });
    expect((await elsewhere.get('/api/auth/me')).body.me).toBeNull();
    expect((await owner.get('/api/auth/me')).body.me).not.toBeNull();
  });
});

describe('tries', () => {
  const guess = (name: string, from?: string) => {
    const tried = server.agent().post('/api/auth/sign-in').send({ name, password: 'wrong wrong wrong' });
    return from ? tried.set('X-Forwarded-For', from) : tried;
  };
  it('are counted by account and address: no header moves them, and others are not hit', async () => {
    for (let i = 0; i < 10; i += 1) await guess('owner', `10.0.0.${i}`).expect(401);
    await guess('owner', '10.9.9.9').expect(429);
    await guess('somebody else').expect(401);
    // A crew behind the same router comes in by its links.
    const owner = await server.owner();
    const { token } = (
      await owner
        .post(`/api/productions/${plan.production.id}/links`)
        .send({ label: 'Mirko', role: 'log', days: 3 })
        .expect(200)
    ).body;
    await server.agent().post('/api/auth/enter').send({ token }).expect(200);
  });
});

describe('a link that is withdrawn', () => {
  it('ends now: open streams too', async () => {
    const owner = await server.owner();
    const path = `/api/productions/${plan.production.id}`;
    const made = await owner.post(`${path}/links`).send({ label: 'Piet', role: 'log', days: 3 }).expect(200);
    const entered = await server.agent().post('/api/auth/enter').send({ token: made.body.token }).expect(200);
    const cookie = String(entered.headers['set-cookie']).split(';')[0]!;
    const listening = http.createServer(server.running.app).listen(0, '127.0.0.1');
    await new Promise((done) => listening.once('listening', done));
    const { port } = listening.address() as AddressInfo;
    const ended = new Promise<void>((done, fail) => {
      http
        .get({ port, host: '127.0.0.1', path: `${path}/live`, headers: { cookie } }, (stream) => {
          expect(stream.statusCode).toBe(200);
          stream.on('end', () => done()).on('error', fail);
          stream.resume();
          void owner
            .delete(`${path}/links/${made.body.link.id}`)
            .expect(200)
            .then(() => undefined, fail);
        })
        .on('error', fail);
    });
    await ended;
    listening.close();
  });
});
