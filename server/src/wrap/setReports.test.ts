import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { REPORT_KINDS } from '@kavrell/core/onset';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const path = (kind: string, who = 'all', form = 'csv') =>
  `/api/productions/${plan.production.id}/days/${plan.days[0]!.id}/reports/${kind}/${who}/report.${form}`;

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  const takeId = randomUUID();
  const a = plan.cameras.find((c) => c.letter === 'A')!;
  const at = { takeId, atMs: Date.now(), clientId: 'one', device: 'test' };
  const rolled = {
    ...{ kind: 'rolled', shotId: plan.shots[0]!.id, dayId: plan.days[0]!.id, number: 1, wild: false },
    cameras: [{ letter: 'A', cameraId: a.id, evidence: 'assumed', card: null, clip: null }],
    timecode: '10:00:00:00',
  };
  await owner
    .post(`/api/productions/${plan.production.id}/take-events`)
    .send({
      events: [
        { ...at, id: randomUUID(), seq: 1, payload: rolled },
        { ...at, id: randomUUID(), seq: 2, payload: { kind: 'noted', text: 'hat; "off", twice' } },
      ],
    })
    .expect(200);
  await owner
    .post(`/api/productions/${plan.production.id}/changes`)
    .send({
      id: randomUUID(),
      label: 'Delay',
      ops: [
        {
          ...{ op: 'insert', table: 'logEntries', id: randomUUID() },
          values: {
            ...{ dayId: plan.days[0]!.id, atMs: Date.now(), by: 'Oda' },
            payload: { kind: 'delay', cause: 'weather', lostMin: 12, words: 'gusts' },
          },
        },
      ],
    })
    .expect(200);
});
afterAll(() => server.stop());

describe('reports of a day', () => {
  it.each(REPORT_KINDS)('%s as CSV and as PDF', async (kind) => {
    const csv = await owner.get(path(kind)).expect(200);
    expect(csv.headers['content-type']).toContain('text/csv');
    const pdf = await owner.get(path(kind, 'all', 'pdf')).expect(200);
    expect((pdf.body as Buffer).subarray(0, 4).toString()).toBe('%PDF');
  });
  it('say what was logged, quoted as CSV wants it', async () => {
    expect((await owner.get(path('camera'))).text).toContain('"hat; ""off"", twice"');
    expect((await owner.get(path('log'))).text).toContain('Delay: weather,12,gusts,Oda');
  });
  it('of one person have only theirs; of nobody there, words', async () => {
    const b = plan.cameras.find((c) => c.letter === 'B')!;
    const other = plan.people.find((p) => p.id === b.operatorId)!;
    expect((await owner.get(path('camera', other.id))).text).not.toContain('hat;');
    const gone = await owner.get(path('camera', randomUUID())).expect(404);
    expect(JSON.stringify(gone.body)).toContain('not in the production');
    await owner.get(path('camera', 'somebody')).expect(400);
  });
});
