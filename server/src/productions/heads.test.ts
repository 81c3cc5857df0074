import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ProductionHead } from '@kavrell/contract';
import type { DemoPlan } from '@kavrell/demo';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { CONSENT_DEFAULTS } from '@kavrell/core/people';
import { planOf } from '@kavrell/core/productions';
import { storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';
import { loadRows } from './load.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const heads = async () => (await owner.get('/api/production-heads').expect(200)).body as ProductionHead[];
const bell = () => plan.production.id;

describe('productions as one sees them before they are opened', () => {
  it('say how much is in them, and when they are next', async () => {
    const [head] = (await heads()).filter((p) => p.id === bell());
    expect(head).toMatchObject({
      title: 'The Ninth Bell',
      days: 2,
      moments: plan.scenes.filter((s) => s.kind !== 'shots').length,
      shots: plan.shots.filter((s) => !s.dropped).length,
      archived: false,
      deletedAt: null,
    });
    expect(plan.days.map((d) => d.date)).toContain(head!.date);
  });
  it('one without a day has no date', async () => {
    const id = randomUUID();
    await owner
      .post('/api/productions')
      .send({ id, ...PRODUCTION_DEFAULTS, title: 'Bare' })
      .expect(200);
    expect((await heads()).find((p) => p.id === id)).toMatchObject({ days: 0, date: null, frozen: false, cards: 0 });
  });
  it('a deleted one is gone from the list, kept, and brought back', async () => {
    const ask = (deleted: boolean) => owner.post(`/api/productions/${bell()}/deleted`).send({ deleted });
    const listed = async () =>
      ((await owner.get('/api/productions')).body as { id: string }[]).some((p) => p.id === bell());
    await ask(true).expect(200);
    expect(await listed()).toBe(false);
    expect((await heads()).find((p) => p.id === bell())?.deletedAt).toEqual(expect.any(String));
    await ask(false).expect(200);
    expect(await listed()).toBe(true);
    await owner.post(`/api/productions/${randomUUID()}/deleted`).send({ deleted: true }).expect(404);
  });
});

describe('another like it', () => {
  it('has the whole plan to the minute, with nothing shot or signed, and stands by itself', async () => {
    const id = randomUUID();
    const made = await owner.post(`/api/productions/${bell()}/duplicate`).send({ id, title: 'Tenth' });
    expect(made.status, JSON.stringify(made.body)).toBe(200);
    expect(made.body).toMatchObject({ id, title: 'Tenth', simulatedNowOffsetMs: null });
    const [was, is] = await Promise.all([loadRows(server.context, bell()), loadRows(server.context, id)]);
    const told = (rows: typeof was) => planOf(rows, rows.days[0]!).rows.map((r) => [r.title, r.startMin]);
    expect(told(is)).toEqual(told(was));
    expect(is.pictures.length).toBe(was.pictures.length);
    expect([is.takeEvents, is.consents, is.cards, is.frozenSheets]).toEqual([[], [], [], []]);
    // What changes in the one stays what it was in the other.
    const [scene] = is.scenes;
    await owner
      .post(`/api/productions/${id}/changes`)
      .send({
        id: randomUUID(),
        label: 'Renamed',
        ops: [{ op: 'update', table: 'scenes', id: scene!.id, version: scene!.version, values: { title: 'Other' } }],
      })
      .expect(200);
    expect((await loadRows(server.context, bell())).scenes.map((s) => s.title)).not.toContain('Other');
  });
});

describe('who agreed to be seen, on paper', () => {
  it('is a document, with signatures drawn and names of any length', async () => {
    const person = plan.people.find((p) => p.kind === 'talent')!;
    await owner
      .post(`/api/productions/${bell()}/changes`)
      .send({
        id: randomUUID(),
        label: 'Signed',
        ops: [
          {
            op: 'insert',
            table: 'consents',
            id: randomUUID(),
            values: {
              ...CONSENT_DEFAULTS,
              personId: person.id,
              state: 'signed',
              signedOn: '2027-03-02',
              signature: [[0.1, 0.2, 0.5, 0.6, 0.9, 0.4]],
            },
          },
        ],
      })
      .expect(200);
    const pdf = await owner.get(`/api/productions/${bell()}/consents.pdf`).expect(200);
    expect(pdf.headers['content-type']).toContain('application/pdf');
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });
});
