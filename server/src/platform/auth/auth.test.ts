import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { CREW_ROLES, ROUTES, type Role, type Route } from '@kavrell/contract';
import { ownerLink } from './index.ts';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../../testing/harness.ts';

let server: TestServer;
let plan: DemoPlan;
const browsers = {} as Record<Role | 'nobody', Agent>;

/** A path with ids that exist or not: the role is asked before anything else. */
function concrete(route: Route): string {
  return route.path
    .replace(':productionId', plan.production.id)
    .replace(':dayId', plan.days[0]?.id ?? '')
    .replace(':table', 'shots')
    .replace(/:\w+/g, () => randomUUID());
}

async function crewLink(role: (typeof CREW_ROLES)[number]): Promise<string> {
  const reply = await browsers.owner
    .post(`/api/productions/${plan.production.id}/links`)
    .send({ label: `the ${role}`, role, days: 3 })
    .expect(200);
  return reply.body.token as string;
}

beforeAll(async () => {
  server = await startTestServer();
  plan = await storeNinthBell(server);
  browsers.owner = await server.owner();
  browsers.nobody = server.agent();
  for (const role of CREW_ROLES) {
    browsers[role] = server.agent();
    await browsers[role]
      .post('/api/auth/enter')
      .send({ token: await crewLink(role) })
      .expect(200);
  }
});
afterAll(() => server.stop());

describe('every route of the contract', () => {
  it('is served', () => expect(server.running.unserved).toEqual([]));

  const walk = Object.entries(ROUTES).filter(
    ([name]) => !['live', 'signOut', 'setPassword', 'endSessions'].includes(name),
  );
  it.each(walk)('%s lets in whom it says and nobody else', async (_name, route) => {
    for (const who of ['nobody', ...CREW_ROLES, 'owner'] as const) {
      const method = route.method.toLowerCase() as 'get' | 'post' | 'delete';
      const { status } = await browsers[who][method](concrete(route)).send(route.method === 'GET' ? undefined : {});
      const admitted = route.roles === 'public' || (who !== 'nobody' && route.roles.includes(who));
      if (admitted)
        expect([401, 403].includes(status) && !isSignInItself(route), `${who} ${route.path} → ${status}`).toBe(false);
      else expect(status, `${who} ${route.path}`).toBe(who === 'nobody' ? 401 : 403);
    }
  });
  const isSignInItself = (route: Route) => route.path.startsWith('/api/auth/');

  it('keeps people who came by a link inside their production', async () => {
    const other = await storeNinthBell(server);
    for (const role of CREW_ROLES) {
      await browsers[role].get(`/api/productions/${other.production.id}/sheets`).expect(404);
      expect((await browsers[role].get('/api/productions').expect(200)).body).toHaveLength(1);
    }
  });

  it('live refuses a stranger', async () => {
    await browsers.nobody.get(`/api/productions/${plan.production.id}/live`).expect(401);
  });
});

describe('signing in', () => {
  // The walk above has used up the tries of this minute; a new server counts anew.
  beforeAll(() => server.restart());

  it('a link that was copied in part is told as that', async () => {
    for (const body of [{ token: 'none' }, {}]) {
      const refused = await server.agent().post('/api/auth/enter').send(body).expect(400);
      expect(refused.body.detail).toMatch(/^This link is not whole: open it where it was sent to you/);
    }
  });
  it('a one-time link works once', async () => {
    const token = await ownerLink(server.context);
    await server.agent().post('/api/auth/enter').send({ token }).expect(200);
    const again = await server.agent().post('/api/auth/enter').send({ token }).expect(401);
    expect(again.body.detail).toContain('used up');
  });

  it('the cookie is out of scripts’ reach and stays on this site', async () => {
    const reply = await server
      .agent()
      .post('/api/auth/enter')
      .send({ token: await ownerLink(server.context) });
    expect(reply.headers['set-cookie']?.[0]).toMatch(/HttpOnly; SameSite=Lax/);
  });

  it('a password set is a password that works, and only that', async () => {
    const { owner } = browsers;
    await owner.post('/api/auth/password').send({ password: 'short' }).expect(400);
    await owner.post('/api/auth/password').send({ password: 'a bell for the sea' }).expect(200);
    const browser = server.agent();
    await browser.post('/api/auth/sign-in').send({ name: 'owner', password: 'a bell for the see' }).expect(401);
    await browser.post('/api/auth/sign-in').send({ name: 'owner', password: 'a bell for the sea' }).expect(200);
    expect((await browser.get('/api/auth/me')).body.me).toMatchObject({ role: 'owner', hasPassword: true });
    await browser.post('/api/auth/sign-out').send({}).expect(200);
    expect((await browser.get('/api/auth/me')).body.me).toBeNull();
    const [row] = (await server.context.db.query('SELECT password_hash FROM accounts'))[0] as {
      password_hash: string;
    }[];
    expect(row?.password_hash).toMatch(/^\$argon2id\$/);
  });

  it('a withdrawn link ends at once, an expired one too', async () => {
    const browser = server.agent();
    const { body } = await browser
      .post('/api/auth/enter')
      .send({ token: await crewLink('log') })
      .expect(200);
    expect(body.me).toMatchObject({ role: 'log', productionId: plan.production.id });
    const links = (await browsers.owner.get(`/api/productions/${plan.production.id}/links`)).body as { id: string }[];
    await browsers.owner.delete(`/api/productions/${plan.production.id}/links/${links[0]?.id}`).expect(200);
    await browser.get(`/api/productions/${plan.production.id}/sheets`).expect(401);
    const late = server.agent();
    const token = await crewLink('read');
    await server.context.db.query(
      `UPDATE entry_links SET expires_at = now() - interval '1 s' WHERE label = 'the read' AND used_at IS NULL`,
    );
    await late.post('/api/auth/enter').send({ token }).expect(401);
  });

  it('tokens are stored hashed', async () => {
    const token = await crewLink('read');
    const [rows] = await server.context.db.query('SELECT token_hash FROM entry_links');
    expect(JSON.stringify(rows)).not.toContain(token);
  });

  it('too many wrong tries are held off, in words', async () => {
    const browser = server.agent();
    let last = 0;
    for (let i = 0; i < 14; i += 1)
      last = (await browser.post('/api/auth/sign-in').send({ name: 'owner', password: 'wrong' })).status;
    expect(last).toBe(429);
  });
});

describe('other sites and curious eyes', () => {
  it('a write from another site’s page is refused', async () => {
    const url = `/api/productions/${plan.production.id}/changes`;
    await browsers.owner.post(url).set('Origin', 'https://elsewhere.invalid').send({}).expect(403);
    await browsers.owner.post(url).set('Origin', 'null').send({}).expect(403);
  });
  it('phones, diets and notes go to the owner only', async () => {
    const people = (who: Role) => rowsOf<Record<string, string>>(browsers[who], plan.production.id, 'people');
    expect((await people('owner')).some((p) => p.phone !== '' && p.diet !== undefined)).toBe(true);
    for (const role of ['log', 'offload'] as const)
      for (const p of await people(role)) expect([p.phone, p.diet, p.notes]).toEqual(['', '', '']);
  });
  it('prices, sign-offs and consents go to the owner only', async () => {
    for (const table of ['asks', 'signOffs', 'consents'] as const) {
      const rows = (who: Role) => rowsOf(browsers[who], plan.production.id, table);
      expect((await rows('owner')).length, table).toBeGreaterThan(0);
      for (const role of ['log', 'offload'] as const) expect(await rows(role), `${table} for ${role}`).toEqual([]);
    }
  });
  it('says nothing of itself, and allows no foreign scripts', async () => {
    const reply = await browsers.nobody.get('/api/health').expect(200);
    expect(reply.headers['x-powered-by']).toBeUndefined();
    const policy = String(reply.headers['content-security-policy']);
    expect(/script-src ([^;]+)/.exec(policy)?.[1]).toBe("'self' 'wasm-unsafe-eval'");
    expect(policy).not.toContain('upgrade-insecure-requests');
  });
  it('an unknown address is a plain no', async () => {
    expect((await browsers.owner.get('/api/nothing').expect(404)).body.code).toBe('route');
    await browsers.owner.get('/api/productions/not-an-id/rows/shots').expect(400);
    await browsers.owner.get(`/api/productions/${plan.production.id}/rows/shots,sessions`).expect(400);
  });
});
