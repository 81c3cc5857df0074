import { randomUUID } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Agent } from 'supertest';

import { PLAN_TABLES } from '@kavrell/core/tables';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { morningTakes, type DemoPlan } from '@kavrell/demo';
import { planOf, ROW_TABLES } from '@kavrell/core/productions';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { ownerLink } from '../platform/auth/index.ts';
import { newId } from '../platform/ids.ts';
import { appendTakeEvents } from '../roll/index.ts';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';
import { loadRows } from './load.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
const dayUrl = (rest: string) => url(`days/${plan.days[0]?.id}/${rest}`);

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  await appendTakeEvents(server.context, plan.production.id, morningTakes(plan, 660, newId).events);
});
afterAll(() => server.stop());

describe('productions', () => {
  it('begin with a name, and are refused without one', async () => {
    const body = {
      id: randomUUID(),
      ...PRODUCTION_DEFAULTS,
      title: 'Harbour film',
    };
    await owner.post('/api/productions').send(body).expect(200);
    const bad = await owner
      .post('/api/productions')
      .send({ ...body, id: randomUUID(), title: ' ' })
      .expect(400);
    expect(bad.body.detail).toBe('The title is missing.');
    await owner
      .post('/api/productions')
      .send({ ...body, id: randomUUID(), rate: '26' })
      .expect(400);
  });

  it('are read with one query a table, whatever their size', async () => {
    const count = async () =>
      (await server.countQueries(() => loadRows(server.context, plan.production.id))).queries.length;
    const before = await count();
    const shots = Array.from({ length: 300 }, (_, i) => ({
      id: newId(),
      productionId: plan.production.id,
      version: 1,
      deletedAt: null,
      ...SHOT_DEFAULTS,
      sceneId: plan.scenes[0]?.id,
      code: `1${String(i).padStart(3, '0')}`,
      position: i,
    }));
    await server.context.models.shots.bulkCreate(shots);
    expect(await count()).toBe(before);
    // The production, and one for each table.
    expect(before).toBeLessThanOrEqual(ROW_TABLES.length + 1);
    await server.context.models.shots.destroy({ where: { id: shots.map((s) => s.id) } });
  });

  it('a table is one query beside the session’s; many tables are read with one request', async () => {
    const one = await server.countQueries(() => owner.get(url('rows/shots')).expect(200));
    expect(one.queries.filter((q) => q.includes('"shots"'))).toHaveLength(1);
    expect(one.queries.length).toBeLessThanOrEqual(2);
    const all = await server.countQueries(() => owner.get(url(`rows/${PLAN_TABLES.join(',')}`)).expect(200));
    expect(all.queries.length).toBeLessThanOrEqual(PLAN_TABLES.length + 1);
    expect(Object.keys(all.result.body as object)).toEqual([...PLAN_TABLES]);
  });
});

describe('documents', () => {
  it('the call sheet is a PDF of two or three pages, made of the day’s own numbers', async () => {
    const reply = await owner
      .get(dayUrl('call-sheet.pdf'))
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    const pdf = reply.body as Buffer;
    expect(reply.headers['content-type']).toBe('application/pdf');
    expect(reply.headers['content-disposition']).toContain('the-ninth-bell-day-1-call-sheet.pdf');
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    const pages = pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;
    expect(pages).toBeGreaterThanOrEqual(2);
    expect(pages).toBeLessThanOrEqual(3);
  });

  it('the report’s CSV holds every shot of the day and every take', async () => {
    const { text } = await owner.get(dayUrl('report.csv')).expect(200);
    const lines = text.trim().split('\r\n');
    expect(lines[0]).toContain('Scene,Shot,What,State');
    for (const row of planOf({ ...plan }, plan.days[0] as never).rows)
      if (row.shot) expect(text).toContain(`,${row.shot.code},`);
    expect(lines.filter((l) => l.includes(',7B,'))).toHaveLength(3 * 3);
    expect(text).toContain('use for sound');
  });

  it('a day of another production is not there', async () => {
    const other = await storeNinthBell(server);
    await owner.get(url(`days/${other.days[0]?.id}/call-sheet.pdf`)).expect(404);
  });
  it('times are written in the day’s own zone', () => {
    const day = plan.days[0] as (typeof plan.days)[number];
    expect(formatMinuteOfDay(day.callMin, day)).toBe('06:30');
  });
});

describe('live updates', () => {
  let web: http.Server;
  let cookie: string;
  beforeAll(async () => {
    web = http.createServer(server.running.app);
    await new Promise<void>((done) => web.listen(0, '127.0.0.1', done));
    const entered = await server
      .agent()
      .post('/api/auth/enter')
      .send({ token: await ownerLink(server.context) });
    cookie = entered.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  });
  afterAll(() => {
    web.closeAllConnections();
    web.close();
  });
  /** An open window: resolves when it listens; `heard` with the first change, `ended` when the server lets it go. */
  function listen(): Promise<{ heard: Promise<string>; ended: Promise<void> }> {
    const { port } = web.address() as AddressInfo;
    return new Promise((listening, fail) => {
      http
        .get({ port, host: '127.0.0.1', path: url('live'), headers: { cookie } }, (res) => {
          let text = '';
          const heard = new Promise<string>((done) =>
            res.on('data', (chunk: Buffer) => {
              text += chunk.toString();
              const found = /event: change\ndata: (.*)\n/.exec(text);
              if (found) done(found[1] ?? '');
            }),
          );
          const ended = new Promise<void>((done) => res.on('end', done));
          res.once('data', () => listening({ heard, ended }));
          res.on('error', () => undefined);
        })
        .on('error', fail);
    });
  }
  async function rename(title: string, version: number): Promise<string> {
    const set = randomUUID();
    await owner
      .post(url('changes'))
      .send({
        id: set,
        label: 'live',
        ops: [{ op: 'update', table: 'scenes', id: plan.scenes[0]?.id, version, values: { title } }],
      })
      .expect(200);
    return set;
  }
  it('reach an open window within a second, with what changed', async () => {
    const { heard } = await listen();
    const changeSet = await rename('Told', 1);
    const [told] = JSON.parse(await heard);
    expect(told).toMatchObject({ table: 'scenes', id: plan.scenes[0]?.id, version: 2, changeSet });
    // The row itself, as a reading would have it.
    const rows = await rowsOf(owner, plan.production.id, 'scenes');
    expect(told.row).toEqual(rows.find((r) => r.id === told.id));
  });
  it('are read once, however many windows are told of them', async () => {
    const windows = await Promise.all([listen(), listen(), listen()]);
    const { queries } = await server.countQueries(async () => {
      await rename('Told to three', 2);
      return Promise.all(windows.map((w) => w.heard));
    });
    expect(queries.filter((q) => /SELECT .* FROM "scenes"/.test(q))).toHaveLength(1);
  });
  it('when the database was away, windows are let go to listen and read anew, and hear again', async () => {
    const { ended } = await listen();
    await server.context.db.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query = 'LISTEN kavrell'`,
    );
    await ended;
    const { heard } = await listen();
    await rename('Told again', 3);
    expect(JSON.parse(await heard)).toMatchObject([{ table: 'scenes', version: 4 }]);
  });
});
