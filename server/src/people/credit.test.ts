import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Credit } from '@kavrell/core/people';
import type { DemoPlan } from '@kavrell/demo';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let link: string;
const id = randomUUID();
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  const base = `/api/productions/${plan.production.id}`;
  const person = plan.people[0]!;
  link = ((await owner.post(`${base}/people/${person.id}/link`).send({}).expect(200)).body as { path: string }).path;
});
afterAll(() => server.stop());
const credit = async () => (await rowsOf<Credit>(owner, plan.production.id, 'credits'))[0]!;
const page = () => server.agent().get(`${link}/credit`);
const say = (body: object) => server.agent().post(`${link}/credit`).type('form').send(body);

describe('a name confirmed by its own person', () => {
  it('is not asked for while they are on no list', async () => {
    expect((await page().expect(404)).text).toContain('not on the list of names yet');
  });
  it('is spelled as they say, with when they said it, and noted as theirs', async () => {
    const person = plan.people[0]!;
    const values = {
      kind: 'credit',
      personId: person.id,
      name: person.name,
      role: 'Gaffer',
      confirmedAtMs: null,
      unnamed: false,
      position: 1,
    };
    await owner
      .post(`/api/productions/${plan.production.id}/changes`)
      .send({ id: randomUUID(), label: 'test', ops: [{ op: 'insert', table: 'credits', id, values }] })
      .expect(200);
    expect((await page().expect(200)).text).toContain(`value="${person.name}"`);
    await say({ say: 'confirmed', name: 'Zoë “Z” <Øst>', role: 'Oberbeleuchterin' }).expect(303);
    const after = await credit();
    expect(after).toMatchObject({ name: 'Zoë “Z” <Øst>', role: 'Oberbeleuchterin', unnamed: false });
    expect(after.confirmedAtMs).toBeGreaterThan(1e12);
    expect((await page()).text).toContain('You have confirmed');
    expect((await page()).text).not.toContain('<Øst>');
    const [rows] = await server.context.db.query(
      `SELECT actor FROM changes WHERE row_id = $1 ORDER BY id DESC LIMIT 1`,
      { bind: [id] },
    );
    expect(rows).toEqual([{ actor: 'Zoë “Z” <Øst>, by their own link' }]);
  });
  it('an empty name, and a form of something else, change nothing and say so', async () => {
    const before = await credit();
    expect((await say({ say: 'confirmed', name: '  ' }).expect(400)).text).toContain('Nothing was noted');
    expect((await say({ say: 'perhaps' }).expect(400)).text).toContain('could not be read');
    expect(await credit()).toEqual(before);
  });
  it('who does not want to be named is not', async () => {
    await say({ say: 'unnamed' }).expect(303);
    expect(await credit()).toMatchObject({ unnamed: true, confirmedAtMs: null });
    expect((await page()).text).toContain('asked not to be named');
  });
});
