import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CONSENT_DEFAULTS } from '@kavrell/core/people';
import { morningTakes, type DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { appendTakeEvents } from '../roll/append.ts';
import { bundlePaths } from '../wrap/bundles.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const NAME = 'Ottoline Varga';
const PHONE = '+36 1 555 0123';
let person: DemoPlan['people'][number];

const write = (productionId: string, ...ops: object[]) =>
  owner
    .post(`/api/productions/${productionId}/changes`)
    .send({ id: randomUUID(), label: `Call of ${NAME}`, ops })
    .expect(200);
/** All that the database holds of a production, as one text. */
async function everything(productionId: string): Promise<string> {
  const { db } = server.context;
  const [tables] = await db.query(
    `SELECT table_name AS name FROM information_schema.columns WHERE column_name = 'production_id' AND table_schema = 'public'`,
  );
  const texts: string[] = [];
  for (const { name } of tables as { name: string }[]) {
    const [rows] = await db.query(`SELECT t::text AS t FROM ${name} t WHERE production_id = $1`, {
      bind: [productionId],
    });
    for (const { t } of rows as { t: string }[]) texts.push(`${name} ${t}`);
  }
  return texts.join('\n');
}

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  const { id } = plan.production;
  person = plan.people.find((p) => p.kind === 'crew')!;
  await appendTakeEvents(server.context, id, morningTakes(plan, 660, newId).events);
  const png = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#cba' } })
    .png()
    .toBuffer();
  const { hash } = (
    await owner.post(`/api/productions/${id}/files`).set('content-type', 'image/png').send(png).expect(200)
  ).body as { hash: string };
  const mine = (await rowsOf<{ id: string; version: number }>(owner, id, 'people')).find((p) => p.id === person.id)!;
  const values = {
    name: NAME,
    shortName: 'ottoline',
    phone: PHONE,
    email: 'ottoline@varga.example',
    notes: 'Left-handed',
    photoHash: hash,
  };
  await write(id, { op: 'update', table: 'people', id: person.id, version: mine.version, values });
  const [scene] = plan.scenes;
  await write(
    id,
    { op: 'update', table: 'scenes', id: scene!.id, version: 1, values: { title: `Ottoline at the bell` } },
    {
      ...{ op: 'insert', table: 'consents', id: randomUUID() },
      values: { ...CONSENT_DEFAULTS, personId: person.id, state: 'signed', signature: [[0, 0, 1, 1]] },
    },
    {
      ...{ op: 'insert', table: 'credits', id: randomUUID() },
      values: {
        kind: 'credit',
        personId: person.id,
        name: NAME,
        role: 'Gaffer',
        confirmedAtMs: 5,
        unnamed: false,
        position: 1,
      },
    },
  );
  await owner
    .post(`/api/productions/${id}/days/${plan.days[0]!.id}/freeze`)
    .send({
      id: randomUUID(),
      revision: (plan.frozenSheets.filter((s) => s.dayId === plan.days[0]!.id).at(-1)?.revision ?? 0) + 1,
      note: `For ${NAME}`,
    })
    .expect(200);
  await owner.post(`/api/productions/${id}/people/${person.id}/link`).send({}).expect(200);
});
afterAll(() => server.stop());

describe('taking one person’s data out', () => {
  it('says beforehand where they are, and takes nothing on the wrong name', async () => {
    const { id } = plan.production;
    const path = `/api/productions/${id}/people/${person.id}`;
    const [found] = (await owner.get(`${path}/traces`).expect(200)).body as Record<string, number>[];
    expect(found).toMatchObject({ productionId: id, title: plan.production.title, files: 1 });
    expect(found!.rows).toBeGreaterThanOrEqual(4);
    expect(found!.history).toBeGreaterThanOrEqual(3);
    const before = await everything(id);
    const refused = await owner
      .post(`${path}/forgotten`)
      .send({ name: 'Somebody else', productionIds: [id] })
      .expect(400);
    expect(refused.body.detail).toContain('not their name');
    expect(await everything(id)).toBe(before);
  });
  it('leaves nothing that tells of them in any table, history and sheets included, and notes that it was done', async () => {
    const { id } = plan.production;
    expect(await everything(id)).toContain(NAME);
    await owner
      .post(`/api/productions/${id}/people/${person.id}/forgotten`)
      .send({ name: NAME, productionIds: [id] })
      .expect(200);
    const left = (await everything(id)).split('\n').filter((l) => /ottoline|varga|555\s?0123|left-handed/i.test(l));
    expect(left).toEqual([]);
    const after = (await rowsOf<DemoPlan['people'][number]>(owner, id, 'people')).find((p) => p.id === person.id)!;
    expect(after).toMatchObject({ name: 'Somebody (taken out)', phone: '', photoHash: null, role: person.role });
    expect(await rowsOf(owner, id, 'erasures')).toHaveLength(1);
    const [consent] = await rowsOf(owner, id, 'consents').then((all) => all.filter((c) => c.personId === person.id));
    expect(consent).toMatchObject({ state: 'signed', signature: null });
    const [links] = await server.context.db.query('SELECT 1 FROM sheet_links WHERE person_id = $1', {
      bind: [person.id],
    });
    expect(links).toEqual([]);
  });
  it('leaves everybody else as they are, and the job whole', async () => {
    const { id } = plan.production;
    const people = await rowsOf<DemoPlan['people'][number]>(owner, id, 'people');
    for (const p of plan.people)
      if (p.id !== person.id) expect(people.find((x) => x.id === p.id)).toMatchObject({ name: p.name, phone: p.phone });
    expect(await rowsOf(owner, id, 'shots')).toHaveLength(plan.shots.length);
    const log = await owner.post(`/api/productions/${id}/changes`).send({
      ...{ id: randomUUID(), label: 'test' },
      ops: [{ op: 'update', table: 'places', id: plan.places[0]!.id, version: 1, values: { notes: 'still works' } }],
    });
    expect(log.status).toBe(200);
  });
  it('takes away the hand-overs that say the name; they can be made again', async () => {
    const { id } = plan.production;
    const bundleId = randomUUID();
    await server.context.models.bundles.create({
      ...{ id: bundleId, productionId: id, version: 1, forRole: 'editor', by: 'owner', state: 'done', totalFiles: 1 },
      ...{ doneFiles: 1, inHand: '', sizeBytes: 1, listHash: '', startedAtMs: 1, endedAtMs: 2, failure: null },
    });
    const { zip } = bundlePaths(server.context, { id: bundleId, productionId: id });
    await mkdir(path.dirname(zip), { recursive: true });
    await writeFile(zip, NAME);
    const other = plan.people.find((p) => p.id !== person.id)!;
    await owner
      .post(`/api/productions/${id}/people/${other.id}/forgotten`)
      .send({ name: other.name, productionIds: [id] })
      .expect(200);
    expect(existsSync(zip)).toBe(false);
    expect(await rowsOf(owner, id, 'bundles')).toMatchObject([{ state: 'cancelled' }]);
  });
});
