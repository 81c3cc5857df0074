import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type request from 'supertest';
import type { DemoPlan } from '@kavrell/demo';
import { PLAN_DEFAULTS, SETUP_DEFAULTS, type LightPlan } from '@kavrell/core/light';
import { catalogueOf, readExactly } from '@kavrell/core/light';
import { sampled } from '@kavrell/core/testing';
import { loadRows } from '../productions/load.ts';
import { setupPdf, type ReadLight } from './pdf.ts';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: request.Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const url = (path: string) => `/api/productions/${plan.production.id}/${path}`;
const setupOf = (code: string) => {
  const found = plan.setups.find((s) => s.code === code);
  if (!found) throw new Error(`The demo has no ${code}.`);
  return found;
};
const bytes = async (path: string): Promise<{ body: Buffer; type: string; name: string }> => {
  const reply = await owner
    .get(url(path))
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return {
    body: reply.body as Buffer,
    type: String(reply.headers['content-type']),
    name: String(reply.headers['content-disposition']),
  };
};
const insert = (values: object, id = randomUUID()) =>
  owner
    .post(url('changes'))
    .send({ id: randomUUID(), label: 'test', ops: [{ op: 'insert', table: 'setups', id, values }] });

it('a setup of the demo is one page as PDF', async () => {
  for (const { id } of plan.setups.slice(0, sampled(plan.setups.length, 3))) {
    const { body, type, name } = await bytes(`setups/${id}/plan.pdf`);
    expect(type).toContain('application/pdf');
    expect(name).toContain('.pdf');
    expect(body.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  }
});

it('is read by the light kernel in a child; where that can’t be, quickly, and the page says which', async () => {
  const rows = await loadRows(server.context, plan.production.id);
  const pageWith = async (read: ReadLight) => (await setupPdf(rows, setupOf('L2'), read)).length;
  let asked: Parameters<ReadLight>[0] | null = null;
  const quick = await pageWith((what) => {
    asked = what;
    return Promise.resolve(null);
  });
  expect(asked).toMatchObject({ plan: { items: setupOf('L2').plan.items }, kit: rows.lightKit });
  const named = await pageWith(() => Promise.resolve({ why: 'A mirror is read the quick way.' }));
  const exact = await pageWith((what) =>
    Promise.resolve(readExactly({ ...what, catalogue: catalogueOf(what.kit) }, what.plan, what.settings)),
  );
  // Why it was read quickly is written too, and other figures are.
  expect(named).toBeGreaterThan(quick);
  expect(exact).not.toBe(quick);
});

it('a plan of 120 things is still one page', async () => {
  const source = setupOf('L1').plan.items.find((i) => i.kind === 'source');
  const items = Array.from({ length: 120 }, (_, i) => ({
    ...source,
    id: `s${i}`,
    name: `source ${i} with rather a long name for a lamp`,
    xM: (i % 12) * 0.9,
    yM: Math.floor(i / 12) * 0.8,
  }));
  const id = randomUUID();
  const { placeId } = setupOf('L1');
  await insert(
    { ...SETUP_DEFAULTS, code: 'LX', name: 'Far too much', placeId, plan: { ...PLAN_DEFAULTS, items } },
    id,
  ).expect(200);
  const { body } = await bytes(`setups/${id}/plan.pdf`);
  expect(body.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
});

it('as SVG it is to scale, with names as text and nothing that runs', async () => {
  const setup = setupOf('L1');
  const evil: LightPlan = {
    ...setup.plan,
    items: setup.plan.items.map((i) => (i.kind === 'person' ? { ...i, name: '<script>alert(1)</script>' } : i)),
  };
  const id = randomUUID();
  await insert({ ...SETUP_DEFAULTS, code: 'LY', name: 'Names', placeId: setup.placeId, plan: evil }, id).expect(200);
  const { body, type } = await bytes(`setups/${id}/plan.svg`);
  const svg = body.toString('utf8');
  expect(type).toContain('image/svg+xml');
  expect(svg).toContain('&lt;script&gt;');
  expect(svg).not.toContain('<script');
  // The bench’s room is 11 m wide: 100 units a metre and a margin of 0.6 m on each side.
  expect(svg).toMatch(/viewBox="-60 -60 1220 960"/);
});

it('a setup that is not there is told in words', async () => {
  const reply = await owner.get(url(`setups/${randomUUID()}/plan.pdf`)).expect(404);
  expect(reply.body.detail).toMatch(/no such light setup/);
});

it('a plan with bad figures is refused whole, with where and why', async () => {
  const setup = setupOf('L1');
  const bad = {
    ...setup.plan,
    items: setup.plan.items.map((i) => (i.kind === 'source' ? { ...i, level: 1.4 } : i)),
  };
  const reply = await insert({ ...SETUP_DEFAULTS, code: 'LZ', name: 'Bad', placeId: setup.placeId, plan: bad });
  expect(reply.status).toBe(400);
  expect(JSON.stringify(reply.body)).toMatch(/runs from 0 to 100/);
  const unknown = { ...setup.plan, roomId: randomUUID() };
  const other = await insert({ ...SETUP_DEFAULTS, code: 'LZ', name: 'Bad', placeId: setup.placeId, plan: unknown });
  expect(other.status, 'a room that is not there').toBeLessThan(500);
});
