import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookDay, BookSetup } from '@kavrell/core/book';
import { morningTakes, type DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { appendTakeEvents } from '../roll/append.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());
const keep = () => owner.post(`/api/productions/${plan.production.id}/book`).send({ id: randomUUID() });

describe('the book', () => {
  it('has nothing to keep of a job on which nothing was shot, and says so', async () => {
    expect((await keep().expect(409)).body.detail).toContain('nothing to keep yet');
  });
  it('keeps setups that were shot in and days that taught something; kept again they are renewed, with one’s own note', async () => {
    await appendTakeEvents(server.context, plan.production.id, morningTakes(plan, 660, newId).events);
    const { houseId, setups, days } = (await keep().expect(200)).body as {
      houseId: string;
      setups: number;
      days: number;
    };
    expect([setups > 0, days]).toEqual([true, 1]);
    const kept = await rowsOf<BookSetup>(owner, houseId, 'bookSetups');
    expect(kept).toHaveLength(setups);
    const [day] = await rowsOf<BookDay>(owner, houseId, 'bookDays');
    expect(day).toMatchObject({ job: plan.production.title, date: plan.days[0]!.date });
    expect(day!.seen.length).toBeGreaterThan(3);
    const [first] = kept;
    await owner
      .post(`/api/productions/${houseId}/changes`)
      .send({
        id: randomUUID(),
        label: 'x',
        ops: [
          { op: 'update', table: 'bookSetups', id: first!.id, version: first!.version, values: { note: 'Lovely.' } },
        ],
      })
      .expect(200);
    await keep().expect(200);
    const again = await rowsOf<BookSetup>(owner, houseId, 'bookSetups');
    expect(again).toHaveLength(setups);
    expect(again.find((s) => s.id === first!.id)).toMatchObject({ note: 'Lovely.' });
  });
  it('stays when the job is really gone', async () => {
    const house = ((await owner.post('/api/house').send({})).body as { productionId: string }).productionId;
    const before = (await rowsOf(owner, house, 'bookSetups')).length;
    await owner.post(`/api/productions/${plan.production.id}/deleted`).send({ deleted: true }).expect(200);
    await owner
      .post(`/api/productions/${plan.production.id}/erased`)
      .send({ title: plan.production.title })
      .expect(200);
    expect(await rowsOf(owner, house, 'bookSetups')).toHaveLength(before);
  });
});
