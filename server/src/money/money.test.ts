import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { XMLParser } from 'fast-xml-parser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ESTIMATE_DEFAULTS, SENDER_DEFAULTS, type MoneyPaper, type ScopeAnswer } from '@kavrell/core/money';
import { estimateOfJob, planFiguresOf } from '@kavrell/core/productions';
import { ninthBell, type DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { loadRows } from '../productions/load.ts';
import { pdfText, rowsOf, startTestServer, store, type TestServer } from '../testing/harness.ts';
import { asText, en16931 } from './testing.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let base: string;
const estimateId = randomUUID();
const changeId = randomUUID();
const SENDER = {
  ...SENDER_DEFAULTS,
  name: 'Oda Finch',
  address: '3 Quay Street',
  city: 'Harbourtown',
  postcode: 'HT1 1AA',
  country: 'GB',
  vatId: 'GB999999973',
  iban: 'GB33 BUKB 2020 1555 5555 55',
  position: 1,
};

const write = (productionId: string, ...ops: object[]) =>
  owner.post(`/api/productions/${productionId}/changes`).send({ id: randomUUID(), label: 'test', ops });
const insert = (table: string, values: object, id: string = randomUUID()) => ({ op: 'insert', table, id, values });
const papers = () => rowsOf<MoneyPaper>(owner, plan.production.id, 'moneyPapers');

/** The net, tax and gross that the server itself would put on a paper. */
async function grossOf(): Promise<number> {
  const rows = await loadRows(server.context, plan.production.id);
  return estimateOfJob(rows, rows.estimates[0]!, planFiguresOf(rows), Date.now()).total.grossMinor;
}
const ask = async (over: object) =>
  owner.post(`${base}/money/papers`).send({
    id: randomUUID(),
    kind: 'quote',
    estimateId,
    shareBp: 0,
    issuedOn: '2027-02-01',
    dueOn: '2027-03-03',
    count: null,
    grossMinor: 0,
    ...over,
  });

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  // The job as planned, nothing of money typed yet.
  const none = { rates: [], payers: [], estimates: [], usages: [] };
  plan = await store(server, { ...ninthBell(newId, server.media), ...none });
  base = `/api/productions/${plan.production.id}`;
});
afterAll(() => server.stop());

describe('what is issued', () => {
  let houseId: string;
  it('is not while something is missing, and says what', async () => {
    await write(
      plan.production.id,
      insert(
        'estimates',
        { ...ESTIMATE_DEFAULTS, name: 'Plan', taxBp: 2000, school: 'flat', flatMinor: 500_000, position: 1 },
        estimateId,
      ),
    ).expect(200);
    const refused = await ask({ grossMinor: 600_000 });
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toMatch(/Who sends it.*Who pays.*Nothing was issued/);
    expect(await papers()).toEqual([]);
  });
  it('a quote has its number, is a document, and stays as it was whatever changes', async () => {
    houseId = ((await owner.post('/api/house').send({}).expect(200)).body as { productionId: string }).productionId;
    await write(houseId, insert('senders', SENDER)).expect(200);
    await write(
      plan.production.id,
      insert('payers', {
        name: 'Harbour <Trust>',
        address: '1 Mole',
        city: 'Harbourtown',
        postcode: '',
        country: 'GB',
        vatId: '',
        email: '',
        reference: 'PO 7',
        position: 1,
      }),
    ).expect(200);
    expect((await ask({ grossMinor: 1 })).body.detail).toContain('The plan has changed since: it is £6,000 now');
    const made = await ask({ grossMinor: await grossOf() });
    expect(made.status).toBe(200);
    expect(made.body).toMatchObject({ number: 'Q-0001' });
    const [paper] = await papers();
    const pdf = await owner.get(`${base}/money/papers/${paper!.id}/paper.pdf`).expect(200);
    const text = pdfText(pdf.body as Buffer);
    expect(text).toMatch(/Quote Q-0001/);
    expect(text).toContain('£6,000.00');
    expect(text).toContain('Harbour <Trust>');
    const row = (await rowsOf<{ version: number }>(owner, plan.production.id, 'estimates'))[0]!;
    await write(plan.production.id, {
      op: 'update',
      table: 'estimates',
      id: estimateId,
      version: row.version,
      values: { flatMinor: 1 },
    }).expect(200);
    expect((await papers())[0]?.content.grossMinor).toBe(600_000);
    await write(plan.production.id, {
      op: 'update',
      table: 'estimates',
      id: estimateId,
      version: row.version + 1,
      values: { flatMinor: 500_000 },
    }).expect(200);
  });
  it('nobody changes or deletes it, by no way in', async () => {
    const [paper] = await papers();
    const refused = await write(plan.production.id, { op: 'delete', table: 'moneyPapers', id: paper!.id, version: 1 });
    expect(refused.status).toBe(400);
    await expect(server.context.db.query(`UPDATE money_papers SET number = 'X'`)).rejects.toThrow(/never changed/);
    await expect(server.context.db.query('DELETE FROM money_papers')).rejects.toThrow(/never changed/);
  });
  it('deposit, agreed change and rest are the whole; each is data that holds the rules', async () => {
    const deposit = await ask({ kind: 'deposit', shareBp: 3000, grossMinor: 180_000 });
    expect(deposit.body).toMatchObject({ number: 'I-0001' });
    await write(
      plan.production.id,
      insert(
        'scopeChanges',
        {
          source: 'typed',
          sourceId: null,
          title: 'A second angle',
          detail: '',
          atMs: 5,
          askedBy: 'Rut',
          minutes: 30,
          priceMinor: 30_001,
          taxBp: null,
          state: 'agreed',
          saidBy: 'Rut',
          askedOfId: null,
          position: 1,
        },
        changeId,
      ),
    ).expect(200);
    // 5,000 + 300.01 − 1,500 net, a fifth of tax.
    const rest = await ask({ kind: 'final', grossMinor: 456_001 });
    expect(rest.body).toMatchObject({ number: 'I-0002' });
    for (const paper of (await papers()).filter((p) => p.kind !== 'quote')) {
      const xml = (
        await owner.get(`${base}/money/papers/${paper.id}/invoice.xml`).buffer(true).parse(asText).expect(200)
      ).body as string;
      expect(en16931(xml), paper.number).toEqual([]);
    }
  });
  it('the rules are looked at, not only passed', async () => {
    const last = (await papers()).find((p) => p.kind === 'final')!;
    const xml = (await owner.get(`${base}/money/papers/${last.id}/invoice.xml`).buffer(true).parse(asText))
      .body as string;
    expect(new XMLParser().parse(xml).Invoice['cbc:ID']).toBe('I-0002');
    expect(en16931(xml.replace('4560.01</cbc:PayableAmount', '4560.02</cbc:PayableAmount'))).toContain('BR-CO-16');
    expect(en16931(xml.replace(/<cbc:IdentificationCode>GB<\/cbc:IdentificationCode>/, ''))).toContain('BR-09');
    expect(en16931(xml.replace('<cbc:DocumentCurrencyCode>GBP</cbc:DocumentCurrencyCode>', ''))).toContain('BR-05');
    expect(en16931(xml.replace('3800.01</cbc:TaxExclusiveAmount', '1.00</cbc:TaxExclusiveAmount'))).toContain(
      'BR-CO-13',
    );
  });
  it('a credit is a paper of its own, once, and not of a day before', async () => {
    const deposit = (await papers()).find((p) => p.kind === 'deposit')!;
    const credit = (issuedOn: string) =>
      owner.post(`${base}/money/papers/${deposit.id}/credit`).send({ id: randomUUID(), issuedOn, count: null });
    expect((await credit('2027-01-31')).body.detail).toContain('can’t be of a day before its invoice');
    expect((await credit('2027-02-02').expect(200)).body).toMatchObject({ number: 'C-0001' });
    expect((await credit('2027-02-02').expect(409)).body.detail).toContain('credited already');
    const made = (await papers()).find((p) => p.kind === 'credit')!;
    const xml = (await owner.get(`${base}/money/papers/${made.id}/invoice.xml`).buffer(true).parse(asText))
      .body as string;
    expect(en16931(xml)).toEqual([]);
  });
  it('a number is given once: not again by hand, not by two at once, not when the job is gone', async () => {
    const used = await ask({ kind: 'quote', count: 1, grossMinor: 600_000 });
    expect(used.status).toBe(409);
    expect(used.body.detail).toContain('The next is Q-2');
    const both = await Promise.all([1, 2].map(() => ask({ kind: 'quote', grossMinor: 600_000 })));
    expect(both.map((r) => (r.body as { number: string }).number).sort()).toEqual(['Q-0002', 'Q-0003']);
    expect((await ask({ kind: 'quote', count: 9, grossMinor: 600_000 })).body).toMatchObject({ number: 'Q-0009' });
    const ranges = (await owner.get('/api/house/numbers').expect(200)).body as unknown;
    expect(ranges).toContainEqual({ prefix: 'Q-', last: 9 });
  });
  it('asked again after an answer that was lost, the same paper is told', async () => {
    const id = randomUUID();
    const first = await ask({ id, kind: 'quote', grossMinor: 600_000 });
    expect((await ask({ id, kind: 'quote', grossMinor: 600_000 })).body).toEqual(first.body);
    const twin = randomUUID();
    const twins = await Promise.all([1, 2].map(() => ask({ id: twin, kind: 'quote', grossMinor: 600_000 })));
    expect(twins.map((r) => r.status)).toEqual([200, 200]);
    expect(twins[0]!.body).toEqual(twins[1]!.body);
    expect((await papers()).filter((p) => p.id === id)).toHaveLength(1);
  });
  it('a quote that would hold until the day before is refused', async () =>
    expect((await ask({ dueOn: '2027-01-31', grossMinor: 600_000 })).body.detail).toContain(
      'before the day it is issued on',
    ));
  it('a quote is no invoice data', async () => {
    const quote = (await papers()).find((p) => p.kind === 'quote')!;
    expect((await owner.get(`${base}/money/papers/${quote.id}/invoice.xml`).expect(409)).body.detail).toContain(
      'no invoice',
    );
  });
});

describe('two at once', () => {
  it('don’t bill the same twice, and take nothing back twice', async () => {
    const other = await store(server, { ...ninthBell(newId, server.media), rates: [], estimates: [], usages: [] });
    const id = other.production.id;
    const version = {
      ...ESTIMATE_DEFAULTS,
      name: 'Plan',
      taxBp: 2000,
      school: 'flat',
      flatMinor: 100_000,
      position: 1,
    };
    const own = randomUUID();
    await write(id, insert('estimates', version, own)).expect(200);
    const at = `/api/productions/${id}/money/papers`;
    const twice = (path: string, body: object) =>
      Promise.all(
        [1, 2].map(() => owner.post(path).send({ id: randomUUID(), issuedOn: '2027-02-01', count: null, ...body })),
      );
    const bill = { kind: 'final', estimateId: own, shareBp: 0, dueOn: '2027-03-03', grossMinor: 120_000 };
    expect((await twice(at, bill)).map((r) => r.status).sort()).toEqual([200, 409]);
    const [invoice] = await rowsOf<MoneyPaper>(owner, id, 'moneyPapers');
    const credits = await twice(`${at}/${invoice!.id}/credit`, {});
    expect(credits.map((r) => r.status).sort()).toEqual([200, 409]);
    expect(credits.find((r) => r.status === 409)?.body.detail).toMatch(/Nothing (more )?was issued/);
    expect(await rowsOf(owner, id, 'moneyPapers')).toHaveLength(2);
  });
});

describe('a change put to who pays', () => {
  let link: string;
  const answers = () => rowsOf<ScopeAnswer>(owner, plan.production.id, 'scopeAnswers');
  const change = async () =>
    (await rowsOf<{ id: string; version: number }>(owner, plan.production.id, 'scopeChanges')).find(
      (c) => c.id === changeId,
    )!;
  const say = (body: object) => server.agent().post(`${link}/changes`).type('form').send(body);
  it('is seen by nobody but whom it is put to', async () => {
    const [asked, other] = plan.people;
    const linkOf = async (id: string) =>
      ((await owner.post(`${base}/people/${id}/link`).send({}).expect(200)).body as { path: string }).path;
    link = await linkOf(asked!.id);
    await server.agent().get(`${link}/changes`).expect(404);
    await write(plan.production.id, {
      op: 'update',
      table: 'scopeChanges',
      id: changeId,
      version: 1,
      values: { state: 'asked', askedOfId: asked!.id },
    }).expect(200);
    expect((await server.agent().get(`${link}/changes`).expect(200)).text).toContain('£300.01, and 20');
    await server
      .agent()
      .get(`${await linkOf(other!.id)}/changes`)
      .expect(404);
    expect(await answers()).toMatchObject([{ kind: 'opened' }]);
  });
  it('what stands on an invoice is settled there, not here', async () => {
    const { version } = await change();
    const refused = await say({ say: 'no', change: changeId, version: String(version), name: 'Rut' }).expect(409);
    expect(refused.text).toContain('It stands on invoice I-0002 already');
    const [final] = (await papers()).filter((p) => p.kind === 'final');
    await owner
      .post(`${base}/money/papers/${final!.id}/credit`)
      .send({ id: randomUUID(), issuedOn: '2027-02-03', count: null })
      .expect(200);
    expect((await server.agent().get(`${link}/changes`)).text).not.toContain('It stands on invoice');
  });
  it('a yes is stamped with name, time and the price that was read', async () => {
    const { version } = await change();
    await say({ say: 'yes', change: changeId, version: String(version), name: ' Rut Calder ' }).expect(303);
    expect((await answers()).at(-1)).toMatchObject({
      kind: 'yes',
      name: 'Rut Calder',
      priceMinor: 30_001,
      currency: 'GBP',
      taxBp: 2000,
    });
    expect((await server.agent().get(`${link}/changes`)).text).toMatch(/Agreed on .* by .*Rut Calder/);
  });
  it('nobody agrees to what changed while they read it, to nothing, or without a name', async () => {
    const { version } = await change();
    expect(
      (await say({ say: 'yes', change: changeId, version: String(version - 1), name: 'Rut' }).expect(409)).text,
    ).toContain('changed while you read it');
    expect(
      (await say({ say: 'yes', change: changeId, version: String(version), name: '  ' }).expect(400)).text,
    ).toContain('name is missing');
    await say({ say: 'maybe', change: changeId, version: String(version), name: 'Rut' }).expect(400);
    await say({ say: 'yes', change: randomUUID(), version: '1', name: 'Rut' }).expect(400);
    expect(await answers()).toHaveLength(2);
  });
});
