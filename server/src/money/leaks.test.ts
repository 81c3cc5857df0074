import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CREW_ROLES, ROUTES } from '@kavrell/contract';
import { ESTIMATE_DEFAULTS, EXPENSE_DEFAULTS, RATE_DEFAULTS, USAGE_DEFAULTS } from '@kavrell/core/money';
import { TABLE_NAMES } from '@kavrell/core/tables';
import type { DemoPlan } from '@kavrell/demo';
import { pdfText, rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { asBytes } from './testing.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let base: string;
const estimateId = randomUUID();
const write = (productionId: string, ...ops: object[]) =>
  owner.post(`/api/productions/${productionId}/changes`).send({ id: randomUUID(), label: 'test', ops });
const insert = (table: string, values: object, id: string = randomUUID()) => ({ op: 'insert', table, id, values });

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  base = `/api/productions/${plan.production.id}`;
  await write(
    plan.production.id,
    insert('estimates', { ...ESTIMATE_DEFAULTS, name: 'Plan', position: 9 }, estimateId),
  ).expect(200);
});
afterAll(() => server.stop());

describe('only the owner sees money', () => {
  /** Sums that stand nowhere else: as they are stored, as they are written, and as they are typed. */
  const SECRET = 7_654_321;
  const SHOWN = /7654321|76543\.21|76,543\.21|76.543,21/;
  it('no other role reads a sum, in rows, lists, pages, documents or the stream', async () => {
    const [person] = plan.people;
    const rows = await rowsOf<{ id: string; version: number }>(owner, plan.production.id, 'people');
    await write(
      plan.production.id,
      {
        op: 'update',
        table: 'people',
        id: person!.id,
        version: rows.find((r) => r.id === person!.id)!.version,
        values: { dayRateMinor: SECRET },
      },
      insert('rates', {
        ...RATE_DEFAULTS,
        name: 'Secret',
        amountMinor: SECRET,
        currency: 'GBP',
        fromDate: '2027-01-01',
        position: 1,
      }),
      insert('estimateLines', {
        estimateId,
        planKey: '',
        section: 'other',
        words: 'Secret',
        quantity: 1,
        unit: '',
        unitMinor: SECRET,
        currency: 'GBP',
        taxBp: null,
        own: false,
        position: 1,
      }),
      insert('usages', { ...USAGE_DEFAULTS, name: 'Secret', agencyFeeMinor: SECRET, buyOutMinor: SECRET, position: 1 }),
      insert('expenses', {
        ...EXPENSE_DEFAULTS,
        words: 'Secret',
        onDate: '2027-03-18',
        amountMinor: SECRET,
        currency: 'GBP',
        position: 1,
      }),
      insert('payments', {
        way: 'out',
        paperId: null,
        personId: person!.id,
        name: '',
        amountMinor: SECRET,
        currency: 'GBP',
        onDate: '2027-03-18',
        note: '',
        position: 1,
      }),
      insert('scopeChanges', {
        source: 'typed',
        sourceId: null,
        title: 'Secret',
        detail: '',
        atMs: 5,
        askedBy: '',
        minutes: null,
        priceMinor: SECRET,
        taxBp: null,
        state: 'agreed',
        saidBy: '',
        askedOfId: null,
        position: 2,
      }),
      insert('rentals', {
        name: 'Secret',
        supplier: '',
        fromDate: '2027-03-18',
        toDate: '2027-03-18',
        costMinor: SECRET,
        cancelMinor: SECRET,
        freeUntil: null,
        dayId: null,
        position: 9,
      }),
      insert('asks', {
        kind: 'other',
        title: 'Secret',
        tag: 'secret',
        detail: '',
        state: 'agreed',
        cameraId: null,
        personId: null,
        means: '',
        priceMinor: SECRET,
        askedOn: null,
        position: 9,
      }),
    ).expect(200);
    const read: string[] = [];
    const page = await owner.post(`${base}/people/${plan.people[1]!.id}/link`).send({}).expect(200);
    const { path: personLinkPage } = page.body as { path: string };
    for (const role of CREW_ROLES) {
      const crew = server.agent();
      const made = await owner
        .post(`${base}/links`)
        .send({ label: `the ${role}`, role, days: 3 })
        .expect(200);
      const { token } = made.body as { token: string };
      await crew.post('/api/auth/enter').send({ token }).expect(200);
      const params: Record<string, string> = {
        productionId: plan.production.id,
        dayId: plan.days[0]!.id,
        tables: TABLE_NAMES.filter((t) => t !== 'deviceStates').join(','),
        table: 'people',
        order: 'case',
        setupId: plan.setups[0]!.id,
        sheetId: plan.frozenSheets[0]?.id ?? plan.days[0]!.id,
        personId: plan.people[1]!.id,
      };
      for (const route of Object.values(ROUTES)) {
        if (
          route.method !== 'GET' ||
          route.roles === 'public' ||
          !route.roles.includes(role) ||
          route.path.endsWith('/live')
        )
          continue;
        const path = route.path.replace(/:(\w+)/g, (_, name: string) => params[name] ?? plan.days[0]!.id);
        const reply = await crew.get(path).buffer(true).parse(asBytes);
        const body = reply.body as Buffer;
        read.push(path);
        const text =
          String(reply.headers['content-type']).includes('pdf') && reply.status === 200
            ? pdfText(body)
            : body.toString();
        expect(text, `${role} ${path}`).not.toMatch(SHOWN);
      }
      // Tables one by one too: what is not theirs is empty or refused, never partly there.
      for (const table of [
        'rates',
        'estimates',
        'estimateLines',
        'usages',
        'expenses',
        'payments',
        'payers',
        'moneyPapers',
        'scopeChanges',
        'scopeAnswers',
        'exchanges',
        'senders',
      ]) {
        const reply = await crew.get(`${base}/rows/${table}`);
        expect(JSON.stringify(reply.body), `${role} ${table}`).not.toMatch(/Secret|Harbour|"name"/);
      }
    }
    expect(read.length).toBeGreaterThan(20);
    for (const part of ['', '/credit', '/changes', '/consent', '/sheet.pdf', '/day.ics', '/days.ics']) {
      const reply = await server.agent().get(`${personLinkPage}${part}`).buffer(true).parse(asBytes);
      const body = reply.body as Buffer;
      const text =
        String(reply.headers['content-type']).includes('pdf') && reply.status === 200 ? pdfText(body) : body.toString();
      expect(text, part).not.toMatch(SHOWN);
    }
  });
});
