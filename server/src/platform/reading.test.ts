import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TABLE_NAMES } from '@kavrell/core/tables';
import { type Role } from '@kavrell/contract';
import { ninthBell, type DemoPlan } from '@kavrell/demo';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { mayRead, seenBy } from './reading.ts';

let server: TestServer;
let plan: DemoPlan;
const browsers = {} as Record<Role, Awaited<ReturnType<TestServer['owner']>>>;
beforeAll(async () => {
  server = await startTestServer();
  plan = await storeNinthBell(server);
  browsers.owner = await server.owner();
  for (const role of ['read', 'log', 'offload'] as const) {
    const { body } = await browsers.owner
      .post(`/api/productions/${plan.production.id}/links`)
      .send({ label: role, role, days: 3 })
      .expect(200);
    browsers[role] = server.agent();
    await browsers[role].post('/api/auth/enter').send({ token: body.token }).expect(200);
  }
});
afterAll(() => server.stop());
const path = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;

describe('who reads the call sheet', () => {
  it('reads the call sheet, of every day, and no rows behind it', async () => {
    const { body } = await browsers.read.get(path('sheets')).expect(200);
    expect(body.days).toHaveLength(2);
    expect(body.days[0]).toMatchObject({ revision: null, content: { dayNumber: 1 } });
    for (const table of TABLE_NAMES) await browsers.read.get(path(`rows/${table}`)).expect(403);
    const [production] = (await browsers.read.get('/api/productions').expect(200)).body;
    expect(production).toMatchObject({ title: plan.production.title, hotelMinor: null, purpose: '' });
  });
  it('learns no phone, diet, rate, folder, whereabouts or age by it', async () => {
    const text = JSON.stringify((await browsers.read.get(path('sheets')).expect(200)).body);
    const secret = [
      ...plan.people.flatMap((p) => [p.phone, p.email, p.emergency, p.notes]),
      ...plan.drives.flatMap((d) => [d.path, d.whereabouts]),
      ...plan.cards.map((c) => c.path),
    ].filter((v) => v.length > 3);
    expect(secret.length).toBeGreaterThan(10);
    for (const value of secret) expect(text, value).not.toContain(value);
    // Diets are told to the kitchen as counts, with nobody's name.
    for (const person of plan.people.filter((p) => p.diet))
      expect(text).not.toMatch(new RegExp(`"${person.name}"[^}]*${person.diet}`));
  });
});

describe('who logs or copies', () => {
  it('gets what the work needs, and of people and folders what is named only', async () => {
    for (const role of ['log', 'offload'] as const) {
      const people = await rowsOf<Record<string, unknown>>(browsers[role], plan.production.id, 'people');
      expect(people.map((p) => p.name).sort()).toEqual(plan.people.map((p) => p.name).sort());
      for (const p of people)
        expect([p.phone, p.diet, p.notes, p.email, p.emergency, p.dayRateMinor, p.minor, p.away, p.permits]).toEqual([
          ...['', '', '', '', ''],
          null,
          false,
          [],
          '',
        ]);
      for (const table of ['drives', 'cards'] as const)
        for (const row of await rowsOf<{ path: string }>(browsers[role], plan.production.id, table))
          expect(row.path).toBe('');
      for (const table of ['asks', 'signOffs', 'consents', 'rentals', 'messages', 'savedOrders', 'revisions'] as const)
        expect(await rowsOf(browsers[role], plan.production.id, table), table).toEqual([]);
    }
  });
});

describe('a field that nobody named', () => {
  it('is nobody’s but the owner’s', () => {
    const [person] = ninthBell(() => crypto.randomUUID(), '/m').people;
    const row = { ...person, somethingNew: 'secret' };
    expect(seenBy('log', 'people', [row])[0]).toMatchObject({ name: person!.name, somethingNew: '' });
    expect(seenBy('owner', 'people', [row])[0]).toMatchObject({ somethingNew: 'secret' });
    expect(seenBy('read', 'people', [row])).toEqual([]);
    expect(seenBy(null, 'shots', [row])).toEqual([]);
    expect(mayRead(null, 'shots')).toBe(false);
  });
});
