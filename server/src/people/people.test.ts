import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { DAY_DEFAULTS } from '@kavrell/core/day';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import type { DemoPlan } from '@kavrell/demo';
import { storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const mirko = () => plan.people.find((p) => p.shortName === 'Mirko');
/** Another production with somebody, Mirko unless said, on one day of this date. */
async function alsoOn(date: string, deleted = false, name = mirko()?.name ?? ''): Promise<string> {
  const id = randomUUID();
  await owner
    .post('/api/productions')
    .send({ id, ...PRODUCTION_DEFAULTS, title: `Elsewhere ${date}` })
    .expect(200);
  const [day, person, engagement] = [randomUUID(), randomUUID(), randomUUID()];
  const insert = (table: string, rowId: string, values: object) => ({ op: 'insert', table, id: rowId, values });
  await owner
    .post(`/api/productions/${id}/changes`)
    .send({
      id: randomUUID(),
      label: 'A day elsewhere',
      ops: [
        insert('days', day, { ...DAY_DEFAULTS, number: 1, date, timeZone: 'Europe/London', basePlaceId: null }),
        insert('people', person, { ...PERSON_DEFAULTS, name, shortName: 'Mirko' }),
        insert('engagements', engagement, { dayId: day, personId: person, callOffsetMin: 0, callMin: null }),
        ...(deleted ? [{ op: 'delete', table: 'engagements', id: engagement, version: 1 }] : []),
      ],
    })
    .expect(200);
  return id;
}

describe('booked elsewhere', () => {
  it('names on which dates people of this production are engaged elsewhere, and nobody else', async () => {
    await alsoOn(plan.days[0]?.date ?? '');
    await alsoOn('2031-01-01', false, 'Somebody Else');
    const { body } = await owner.get(`/api/productions/${plan.production.id}/bookings`).expect(200);
    expect(body).toEqual([
      { name: mirko()?.name, production: `Elsewhere ${plan.days[0]?.date}`, dates: [plan.days[0]?.date] },
    ]);
  });
  it('an engagement that was taken back is none', async () => {
    await alsoOn(plan.days[1]?.date ?? '', true);
    const { body } = await owner.get(`/api/productions/${plan.production.id}/bookings`).expect(200);
    expect(JSON.stringify(body)).not.toContain(plan.days[1]?.date);
  });
});
