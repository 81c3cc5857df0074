import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { CRATE_DEFAULTS, KIT_LINE_DEFAULTS, PIECE_DEFAULTS } from '@kavrell/core/kit';
import type { DemoPlan } from '@kavrell/demo';
import { pdfText, rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const insert = (table: string, values: object, id: string = randomUUID()) => ({ op: 'insert', table, id, values });
const write = (productionId: string, ...ops: object[]) =>
  owner.post(`/api/productions/${productionId}/changes`).send({ id: randomUUID(), label: 'test', ops }).expect(200);
const house = async () =>
  ((await owner.post('/api/house').send({}).expect(200)).body as { productionId: string }).productionId;
const pdf = async (path: string): Promise<string> => {
  const reply = await owner
    .get(`/api/productions/${plan.production.id}/${path}`)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return pdfText(reply.body as Buffer);
};
const csv = async (path: string) =>
  (await owner.get(`/api/productions/${plan.production.id}/${path}`).expect(200)).text;

describe('what was found of things', () => {
  it('is told of all jobs, the newest first, and of deleted ones no more', async () => {
    const said = async () =>
      (await owner.get('/api/house/verdicts').expect(200)).body as { name: string; verdict: string; job: string }[];
    const other = await storeNinthBell(server);
    const note = (to: DemoPlan, name: string, verdict: string, atMs: number) =>
      write(
        to.production.id,
        insert('logEntries', {
          ...{ dayId: to.days[0]!.id, atMs, by: 'test' },
          payload: { kind: 'verdict', name, pieceId: null, verdict, words: 'It rattles.' },
        }),
      );
    await note(other, 'Boom pole', 'never', Date.now() - 1000);
    await note(plan, 'Boom pole', 'again', Date.now());
    expect((await said()).map((v) => [v.name, v.verdict])).toEqual([
      ['Boom pole', 'again'],
      ['Boom pole', 'never'],
    ]);
    await owner.post(`/api/productions/${other.production.id}/deleted`).send({ deleted: true }).expect(200);
    expect((await said()).map((v) => v.verdict)).toEqual(['again']);
  });
});

describe('what is on no job', () => {
  it('can’t be deleted as a job', async () => {
    const reply = await owner
      .post(`/api/productions/${await house()}/deleted`)
      .send({ deleted: true })
      .expect(409);
    expect((reply.body as { detail: string }).detail).toContain('can’t be deleted as a job');
  });
  it('stands in one place, whoever asks first, and on no list of jobs', async () => {
    const asked = await Promise.all([house(), house(), house()]);
    expect(new Set(asked).size).toBe(1);
    const heads = (await owner.get('/api/production-heads').expect(200)).body as { id: string }[];
    const list = (await owner.get('/api/productions').expect(200)).body as { id: string }[];
    expect([...heads, ...list].some((p) => p.id === asked[0])).toBe(false);
    expect(heads.some((p) => p.id === plan.production.id)).toBe(true);
  });
  it('is promised to jobs on their dates; a job without a day, and one that is deleted, promise nothing', async () => {
    const id = await house();
    const pieceId = randomUUID();
    await write(id, insert('pieces', { ...PIECE_DEFAULTS, name: 'Prime 50 mm', position: 1 }, pieceId));
    const line = { ...KIT_LINE_DEFAULTS, name: 'Prime 50 mm', pieceId, position: 1 };
    const lineId = randomUUID();
    await write(plan.production.id, insert('kitLines', line, lineId));
    const elsewhere = randomUUID();
    await owner
      .post('/api/productions')
      .send({ id: elsewhere, ...PRODUCTION_DEFAULTS, title: 'No day' })
      .expect(200);
    await write(elsewhere, insert('kitLines', line));
    const booked = async () => (await owner.get('/api/house/bookings').expect(200)).body as object[];
    const dates = plan.days.map((d) => d.date).sort();
    expect(await booked()).toEqual([
      {
        ...{ pieceId, productionId: plan.production.id, title: plan.production.title, count: 1 },
        ...{ fromDate: dates[0], toDate: dates.at(-1) },
      },
    ]);
    await write(plan.production.id, { op: 'delete', table: 'kitLines', id: lineId, version: 1 });
    expect(await booked()).toEqual([]);
  });
});

describe('two people check', () => {
  it('whoever logs ticks off, sees no price, and neither adds, counts nor takes away', async () => {
    const { id } = plan.production;
    const lineId = randomUUID();
    await write(id, insert('kitLines', { ...KIT_LINE_DEFAULTS, name: 'Gimbal', costMinor: 900, position: 7 }, lineId));
    const link = await owner
      .post(`/api/productions/${id}/links`)
      .send({ label: 'Edda', role: 'log', days: 3 })
      .expect(200);
    const edda = server.agent();
    const { token } = link.body as { token: string };
    await edda.post('/api/auth/enter').send({ token }).expect(200);
    const send = (...ops: object[]) =>
      edda.post(`/api/productions/${id}/changes`).send({ id: randomUUID(), label: 'Gimbal', ops });
    const update = (version: number, values: object) => ({
      op: 'update',
      table: 'kitLines',
      id: lineId,
      version,
      values,
    });
    await send(update(1, { state: 'packed', tickedBy: 'Edda', checkedBy: '', on: false })).expect(200);
    await send(update(2, { have: 0 })).expect(403);
    await send(update(2, { state: 'back', costMinor: 1 })).expect(403);
    await send({ op: 'delete', table: 'kitLines', id: lineId, version: 2 }).expect(403);
    await send(insert('kitLines', { ...KIT_LINE_DEFAULTS, name: 'Mug', position: 9 })).expect(403);
    const [seen] = (await rowsOf(edda, id, 'kitLines')).filter((l) => l.id === lineId);
    expect(seen).toMatchObject({ state: 'packed', tickedBy: 'Edda' });
    expect(seen!.costMinor ?? null).toBeNull();
    // Their own tick they take back; what the owner wrote they don't.
    const sets = (await owner.get(`/api/productions/${id}/changes`).expect(200)).body as {
      id: string;
      actor: string;
    }[];
    const undo = (set: string) => edda.post(`/api/productions/${id}/changes/${set}/undo`).send({ id: randomUUID() });
    await undo(sets[1]!.id).expect(403);
    await undo(sets[0]!.id).expect(200);
    expect((await rowsOf(owner, id, 'kitLines')).find((l) => l.id === lineId)).toMatchObject({ state: '' });
  });
});

describe('papers of the kit', () => {
  beforeAll(async () => {
    const id = await house();
    const pieceId = randomUUID();
    await write(
      id,
      insert(
        'pieces',
        {
          ...PIECE_DEFAULTS,
          name: 'Ring',
          serial: 'R-77',
          valueMinor: 4_500,
          madeIn: 'Fenland',
          massKg: 0.1,
          position: 2,
        },
        pieceId,
      ),
    );
    const line = (values: object) => insert('kitLines', { ...KIT_LINE_DEFAULTS, position: 5, ...values });
    await write(
      plan.production.id,
      line({ name: 'Ring', crate: 'Lens bag', pieceId, state: 'packed', tickedBy: 'Edda' }),
      line({ name: 'Haze machine', source: 'hired', supplier: 'Quay hire', costMinor: 12_000, byDate: '2027-03-16' }),
      line({ name: 'Crane', source: 'without' }),
      insert('crates', { ...CRATE_DEFAULTS, name: 'Lens bag', position: 90 }),
    );
  });
  it('the packing list stands by case, place and person, with who ticked off', async () => {
    const byCase = await pdf('packing/case/list.pdf');
    expect(byCase).toContain('Lens bag');
    expect(byCase).toContain('Edda');
    expect(byCase).not.toContain('Crane');
    expect(await pdf('packing/place/list.pdf')).toContain('No place in particular');
    expect(await csv('packing/person/list.csv')).toContain('Nobody in particular,Ring,1,own');
    await owner.get(`/api/productions/${plan.production.id}/packing/colour/list.pdf`).expect(400);
  });
  it('the hire list says from whom, by when and for how much', async () => {
    const text = await pdf('hire.pdf');
    expect(text).toContain('Quay hire');
    expect(text).toContain('2027-03-16');
    expect(await csv('hire.csv')).toContain('Quay hire,Haze machine,1,hired,2027-03-16,120,');
  });
  it('over a border each line says what is not known of it', async () => {
    expect(await pdf('customs.pdf')).toContain('R-77');
    const lines = (await csv('customs.csv')).split(/\r?\n/);
    expect(lines.find((l) => l.startsWith('Ring,'))).toBe('Ring,R-77,1,0.1,Fenland,45,EUR,');
    expect(lines.find((l) => l.startsWith('Haze machine,'))).toContain(
      'serial number, value, where it was made, weight',
    );
  });
  it('every case and thing has its label', async () => {
    const text = await pdf('kit-labels.pdf');
    expect(text).toContain('Lens bag');
    expect(text).toContain('Ring');
  });
});
