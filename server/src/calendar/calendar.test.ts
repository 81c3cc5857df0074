import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const set = async (on: boolean) =>
  ((await owner.post('/api/calendar').send({ on }).expect(200)).body as { path: string | null }).path;
/** Long lines are folded in such a file. */
const unfolded = (text: string) => text.replaceAll('\r\n ', '');
const feed = async (path: string) => unfolded((await server.agent().get(path).expect(200)).text);

describe('a calendar to subscribe to', () => {
  it('is none until somebody makes it, and then always the same', async () => {
    expect((await owner.get('/api/calendar').expect(200)).body).toEqual({ path: null });
    const path = await set(true);
    expect(await set(true)).toBe(path);
    expect((await owner.get('/api/calendar').expect(200)).body).toEqual({ path });
  });
  it('holds every day of every job from call to wrap, and what is due on which date, without a session', async () => {
    const path = (await set(true))!;
    const [drive] = plan.drives;
    const write = (...ops: object[]) =>
      owner
        .post(`/api/productions/${plan.production.id}/changes`)
        .send({ id: randomUUID(), label: 'test', ops })
        .expect(200);
    await write({ op: 'update', table: 'drives', id: drive!.id, version: 1, values: { keepUntil: '2031-05-04' } });
    const text = await feed(path);
    expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThanOrEqual(plan.days.length + 1);
    for (const day of plan.days) expect(text).toContain(`UID:${day.id}@kavrell`);
    expect(text).toContain(`SUMMARY:${plan.production.title}: day 1 of ${plan.days.length}`);
    expect(text).toContain('DTSTART;VALUE=DATE:20310504');
    expect(text).toContain(`the copy on ${drive!.name} was to be kept until today`);
    for (const p of plan.people) if (p.phone) expect(text).not.toContain(p.phone);
  });
  it('a deleted job, and one that is put away, are not in it', async () => {
    const path = (await set(true))!;
    const other = await storeNinthBell(server);
    const uid = `UID:${other.days[0]!.id}@kavrell`;
    expect(await feed(path)).toContain(uid);
    await owner.post(`/api/productions/${other.production.id}/deleted`).send({ deleted: true }).expect(200);
    expect(await feed(path)).not.toContain(uid);
  });
  it('a changed letter is no calendar, and a withdrawn one says so', async () => {
    const path = (await set(true))!;
    const wrong = path.replace(/.(?=\.ics$)/, (c) => (c === 'A' ? 'B' : 'A'));
    expect((await server.agent().get(wrong).expect(404)).text).toContain('no calendar of ours');
    expect(await set(false)).toBeNull();
    expect((await server.agent().get(path).expect(410)).text).toContain('withdrawn');
    const fresh = (await set(true))!;
    expect(fresh).not.toBe(path);
    await feed(fresh);
  });
});
