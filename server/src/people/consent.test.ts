import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { startTestServer, type TestServer } from '../testing/harness.ts';

const TERMS = 'A film of the regatta, shown in the club house & on its pages for two years.';
const DRAWN = JSON.stringify([[0.1, 0.5, 0.2, 0.4, 0.3, 0.6]]);
const production = randomUUID();
const [ane, lio] = [randomUUID(), randomUUID()];

let server: TestServer;
let owner: Agent;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  await owner
    .post('/api/productions')
    .send({ id: production, ...PRODUCTION_DEFAULTS, title: 'Regatta', consentTerms: TERMS })
    .expect(200);
  await change([
    insert('people', ane, {
      ...PERSON_DEFAULTS,
      name: 'Ane <Rower>',
      shortName: 'Ane',
      kind: 'guest',
      phone: '0555 1',
    }),
    insert('people', lio, { ...PERSON_DEFAULTS, name: 'Lio Cox', shortName: 'Lio', kind: 'guest', minor: true }),
  ]);
});
afterAll(() => server.stop());

const insert = (table: string, id: string, values: object) => ({ op: 'insert', table, id, values });
const change = (ops: object[]) =>
  owner.post(`/api/productions/${production}/changes`).send({ id: randomUUID(), label: 'test', ops }).expect(200);
const linkOf = async (personId: string) => {
  const { body } = await owner.post(`/api/productions/${production}/people/${personId}/link`).expect(200);
  return `${(body as { path: string }).path}/consent`;
};
const consents = async () => {
  const { body } = await owner.get(`/api/productions/${production}/rows/consents`).expect(200);
  return (body as { consents: Record<string, unknown>[] }).consents;
};
const say = (link: string, values: Record<string, string>) => server.agent().post(link).type('form').send(values);
const sign = { say: 'signed', terms: TERMS, strokes: DRAWN };

describe('a personal link to say whether one may be seen', () => {
  it('is the owner’s to make, the same each time, and shows nothing of anybody else', async () => {
    const link = await linkOf(ane);
    expect(await linkOf(ane)).toBe(link);
    await server.agent().post(`/api/productions/${production}/people/${ane}/link`).expect(401);
    await owner.post(`/api/productions/${production}/people/${randomUUID()}/link`).expect(404);
    const { text } = await server.agent().get(link).expect(200);
    expect(text).toContain('Ane &lt;Rower&gt;');
    expect(text).toContain('club house &amp; on its pages');
    expect(text).not.toContain('Lio');
    expect(text).not.toContain('0555');
  });
  it('signs with the words as they were read, today, and tells so when it is opened again', async () => {
    const link = await linkOf(ane);
    await say(link, sign).expect(303);
    expect(await consents()).toMatchObject([
      { personId: ane, state: 'signed', terms: TERMS, guardian: '', signature: [[0.1, 0.5, 0.2, 0.4, 0.3, 0.6]] },
    ]);
    const { text } = await server.agent().get(link).expect(200);
    expect(text).toContain('<strong>Signed on');
    expect(text).toContain('I take it back');
    expect(text).not.toContain('<canvas');
    const { body } = await owner.get(`/api/productions/${production}/rows/consents`);
    expect(JSON.stringify(body)).not.toContain('by their own link');
    const [made] = (
      await server.context.db.query(`SELECT actor FROM changes WHERE table_name = 'consents' ORDER BY at DESC LIMIT 1`)
    )[0] as { actor: string }[];
    expect(made?.actor).toBe('Ane <Rower>, by their own link');
  });
  it('takes it back with one press; one row stays, without the signature', async () => {
    await say(await linkOf(ane), { say: 'refused' }).expect(303);
    expect(await consents()).toMatchObject([{ personId: ane, state: 'refused', signature: null, signedOn: null }]);
  });
  it('somebody under 18 needs who signs for them', async () => {
    const link = await linkOf(lio);
    const { text } = await say(link, sign).expect(400);
    expect(text).toContain('say who signs as guardian');
    await say(link, { ...sign, guardian: 'Tess Cox' }).expect(303);
    expect((await consents()).find((c) => c.personId === lio)).toMatchObject({ state: 'signed', guardian: 'Tess Cox' });
  });
  it('words that were changed meanwhile are not signed, nor is what is drawn with nothing', async () => {
    const link = await linkOf(ane);
    const { text } = await say(link, { ...sign, terms: 'Other words' }).expect(409);
    expect(text).toContain('Nothing was signed');
    for (const strokes of ['', '[]', '[[]]', '{"a":1}', '[["x"]]', '[[0.5'])
      await say(link, { ...sign, strokes }).expect(400);
    await say(link, { say: 'perhaps' }).expect(400);
    expect((await consents()).find((c) => c.personId === ane)).toMatchObject({ state: 'refused' });
  });
  it('with a letter changed, or of somebody who was taken off, is none', async () => {
    const link = await linkOf(ane);
    await server.agent().get(link.replace('/consent', 'x/consent')).expect(404);
    const { body } = await owner.get(`/api/productions/${production}/rows/people`).expect(200);
    const row = (body as { people: { id: string; version: number }[] }).people.find((p) => p.id === ane);
    await change([{ op: 'delete', table: 'people', id: ane, version: row?.version }]);
    await say(link, sign).expect(410);
  });
});
