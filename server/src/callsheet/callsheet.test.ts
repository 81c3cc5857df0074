import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let revision = 0;
const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
const person = (shortName: string) => plan.people.find((p) => p.shortName === shortName) as DemoPlan['people'][number];
const SECRETS = { phone: '+44 1632 960 777', diet: 'no shellfish', email: 'secret@harbour.example' };

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  await change('people', person('Mirko').id, 1, { ...SECRETS, dayRateMinor: 98_765 });
  await change('people', person('Oda').id, 1, { phone: '+44 1632 960 001', name: 'عودة فارغا', sees: 'own' });
  await change('people', person('Sunniva').id, 1, { phone: '+44 1632 960 002', sees: 'phones' });
  await change('people', person('Amaru').id, 1, { phone: '+44 1632 960 003', sees: 'all' });
});
afterAll(() => server.stop());

async function change(table: string, id: string, version: number, values: object): Promise<void> {
  const reply = await owner
    .post(url('changes'))
    .send({ id: randomUUID(), label: 'test', ops: [{ op: 'update', table, id, version, values }] });
  expect(reply.status, reply.text).toBe(200);
}
async function freeze(note = ''): Promise<string> {
  const id = randomUUID();
  revision += 1;
  const reply = await owner.post(url(`days/${plan.days[0]?.id}/freeze`)).send({ id, revision, note });
  expect(reply.status, reply.text).toBe(200);
  return id;
}
const send = (sheetId: string, personIds: string[] | null = null) =>
  owner.post(url(`sheets/${sheetId}/send`)).send({ personIds });
/** Everybody’s link, by short name. */
async function linkOf(shortName: string): Promise<string> {
  const { body } = await owner.get(url('sheet-links')).expect(200);
  const link = (body as { personId: string | null; path: string }[]).find((l) => l.personId === person(shortName).id);
  if (!link) throw new Error(`no link for ${shortName}`);
  return link.path;
}
const reads = async () =>
  (await rowsOf(owner, plan.production.id, 'sheetReads')) as { personId: string; kind: string; sheetId: string }[];

describe('a frozen sheet', () => {
  it('keeps what it said, whatever changes later', async () => {
    const id = await freeze('First');
    const place = plan.places[0] as DemoPlan['places'][number];
    await change('places', place.id, 1, { parking: 'Over the bridge' });
    const [sheet] = (await rowsOf(owner, plan.production.id, 'frozenSheets')) as {
      id: string;
      content: { places: { parking: string }[]; shots: unknown[] };
    }[];
    expect(sheet?.id).toBe(id);
    expect(sheet?.content.places[0]?.parking).toBe(place.parking);
    expect(sheet?.content.shots.length).toBeGreaterThan(10);
  });
  it('is frozen once: the second window is told in words, and nothing is written', async () => {
    const again = () =>
      owner.post(url(`days/${plan.days[0]?.id}/freeze`)).send({ id: randomUUID(), revision: 1, note: '' });
    const { body } = await again().expect(409);
    expect(body).toMatchObject({ code: 'frozenMeanwhile', detail: expect.stringContaining('then freeze version 2') });
    const both = await Promise.all(
      [0, 1].map(() =>
        owner.post(url(`days/${plan.days[1]?.id}/freeze`)).send({ id: randomUUID(), revision: 1, note: '' }),
      ),
    );
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
    expect(await rowsOf(owner, plan.production.id, 'frozenSheets')).toHaveLength(2);
  });
  it('has a message made for everybody on it, each with their own link; who has no address is named', async () => {
    const [sheet] = (await rowsOf(owner, plan.production.id, 'frozenSheets')) as {
      id: string;
      revision: number;
      dayId: string;
    }[];
    const { body } = await send(sheet?.id ?? '').expect(200);
    const messages = (await rowsOf(owner, plan.production.id, 'messages')) as {
      recipient: string;
      kind: string;
      body: string;
      personId: string;
      sentAtMs: number | null;
    }[];
    expect(messages).toHaveLength(body.made);
    // No mail server is configured: nothing is called sent.
    expect([body.mailed, body.failed, messages.every((m) => m.sentAtMs === null)]).toEqual([0, [], true]);
    expect(body.unreached).not.toContain('Mirko Hale');
    expect(messages.find((m) => m.personId === person('Mirko').id)).toMatchObject({
      recipient: SECRETS.email,
      kind: 'mail',
    });
    expect(new Set(messages.map((m) => /\/s\/\S+/.exec(m.body)?.[0])).size).toBe(messages.length);
    expect(messages.find((m) => m.personId === person('Mirko').id)?.body).toContain('Your call: 06:30.');
  });
});

describe('a personal link', () => {
  it('reads with no account and no script, small, with one’s own call; opening it is noted once', async () => {
    const path = await linkOf('Mirko');
    const page = await server.agent().get(path).expect(200);
    await server.agent().get(path).expect(200);
    expect(page.text).toContain('Your call, <bdi dir="auto">Mirko Hale</bdi>');
    expect(page.text.match(/<script/g)).toHaveLength(1);
    expect(Buffer.byteLength(page.text)).toBeLessThan(60_000);
    expect((await reads()).filter((r) => r.personId === person('Mirko').id)).toMatchObject([{ kind: 'opened' }]);
  });
  it('never shows another’s phone, diet, mail or rate unless its role may; rates never', async () => {
    const shown = async (shortName: string) =>
      (
        await server
          .agent()
          .get(await linkOf(shortName))
          .expect(200)
      ).text;
    const own = await shown('Oda');
    for (const secret of [SECRETS.phone, SECRETS.email, '98,765', '987.65', '+44 1632 960 002'])
      expect(own).not.toContain(secret);
    // Diets are counted for all.
    expect(own).toContain('1 × <bdi dir="auto">no shellfish</bdi>');
  });
  it('shows phones to who may see phones, and who eats what only to who may see all', async () => {
    const body = (html: string) => html.replace(/1 × <bdi dir="auto">no shellfish<\/bdi>/, '');
    const shown = async (shortName: string) =>
      body(
        (
          await server
            .agent()
            .get(await linkOf(shortName))
            .expect(200)
        ).text,
      );
    expect(await shown('Sunniva')).toContain(SECRETS.phone);
    expect(await shown('Sunniva')).not.toContain(SECRETS.diet);
    expect(await shown('Amaru')).toContain(SECRETS.diet);
    expect(await shown('Amaru')).not.toMatch(/\b98765\b/);
    expect(body((await server.agent().get(await linkOf('Oda'))).text)).not.toContain(SECRETS.diet);
  });
  it('names that run from right to left, and odd signs, are only text', async () => {
    const page = (
      await server
        .agent()
        .get(await linkOf('Oda'))
        .expect(200)
    ).text;
    expect(page).toContain('<bdi dir="auto">عودة فارغا</bdi>');
    await change('places', plan.places[1]?.id ?? '', 1, { name: '<b>Bench</b> & "co"' });
    await send(await freeze()).expect(200);
    const next = (
      await server
        .agent()
        .get(await linkOf('Oda'))
        .expect(200)
    ).text;
    expect(next).toContain('&lt;b&gt;Bench&lt;/b&gt; &amp; &quot;co&quot;');
    expect(next).not.toContain('<b>Bench');
  });
  it('“read and understood” is of the version that was read, also when a newer one came meanwhile', async () => {
    const path = await linkOf('Oda');
    const old = /name="sheet" value="([^"]+)"/.exec((await server.agent().get(path)).text)?.[1];
    await change(
      'engagements',
      plan.engagements.find((e) => e.personId === person('Oda').id && e.dayId === plan.days[0]?.id)?.id ?? '',
      1,
      { callMin: 400 },
    );
    const newer = await freeze('Later call for Oda');
    await server.agent().post(`${path}/understood`).type('form').send({ sheet: old }).expect(303);
    const mine = (await reads()).filter((r) => r.personId === person('Oda').id && r.kind === 'understood');
    expect(mine).toMatchObject([{ sheetId: old }]);
    const page = (await server.agent().get(path).expect(200)).text;
    expect(page).toContain('call 06:40, was 06:30.');
    expect(page).toContain('data-confirm');
    await server.agent().post(`${path}/understood`).type('form').send({ sheet: newer }).expect(303);
    expect((await server.agent().get(path)).text).toContain('data-understood');
    await server.agent().post(`${path}/understood`).type('form').send({ sheet: randomUUID() }).expect(409);
  });
  it('altered by a letter, expired, withdrawn or of somebody removed it says so in words', async () => {
    const path = await linkOf('Piet').catch(async () => {
      await change('people', person('Piet').id, 1, { phone: '+44 1632 960 004' });
      const all = (await rowsOf(owner, plan.production.id, 'frozenSheets')) as {
        id: string;
        dayId: string;
        revision: number;
      }[];
      await send(all.filter((s) => s.dayId === plan.days[0]?.id).sort((a, b) => b.revision - a.revision)[0]?.id ?? '', [
        person('Piet').id,
      ]).expect(200);
      return linkOf('Piet');
    });
    const flipped = `${path.slice(0, -1)}${path.endsWith('A') ? 'B' : 'A'}`;
    expect((await server.agent().get(flipped).expect(404)).text).toContain('no link of ours');
    await server.agent().get('/s/nonsense').expect(404);
    const id = person('Piet').id;
    await server.context.db.query(
      `UPDATE sheet_links SET expires_at = now() - interval '1 day' WHERE person_id = '${id}'`,
    );
    expect((await server.agent().get(path).expect(410)).text).toContain('has expired');
    await server.context.db.query(
      `UPDATE sheet_links SET expires_at = now() + interval '1 day' WHERE person_id = '${id}'`,
    );
    const links = (await owner.get(url('sheet-links'))).body as { id: string; personId: string }[];
    await owner
      .delete(url(`sheet-links/${links.find((l) => l.personId === id)?.id}`))
      .send({})
      .expect(200);
    expect((await server.agent().get(path).expect(410)).text).toContain('withdrawn');
    const wren = await linkOf('Mirko');
    const [row] = ((await rowsOf(owner, plan.production.id, 'people')) as { id: string; version: number }[]).filter(
      (p) => p.id === person('Mirko').id,
    );
    await owner
      .post(url('changes'))
      .send({
        id: randomUUID(),
        label: 'gone',
        ops: [{ op: 'delete', table: 'people', id: row?.id, version: row?.version }],
      })
      .expect(200);
    expect((await server.agent().get(wren).expect(410)).text).toContain('no longer on this production');
  });
  it('gives a calendar entry of one’s own hours, and the sheet as PDF', async () => {
    const path = await linkOf('Oda');
    const ics = (await server.agent().get(`${path}/day.ics`).expect(200)).text;
    expect(ics).toContain('BEGIN:VEVENT');
    expect(ics).toContain('DTSTART:20270318T064000Z');
    const all = (await server.agent().get(`${path}/days.ics`).expect(200)).text;
    expect(all).toContain('DTSTART:20270318T064000Z');
    const pdf = await server.agent().get(`${path}/sheet.pdf?paper=letter`).expect(200);
    expect(pdf.headers['content-type']).toBe('application/pdf');
  });
});

describe('the sheet on paper', () => {
  const pages = (pdf: Buffer) => (pdf.toString('latin1').match(/\/Type \/Page\b(?!s)/g) ?? []).length;
  it('is two pages for a normal day, on either paper', async () => {
    for (const paper of ['A4', 'letter']) {
      const { body } = await owner
        .get(url(`days/${plan.days[1]?.id}/call-sheet.pdf?paper=${paper}`))
        .buffer()
        .parse((res, done) => {
          const parts: Buffer[] = [];
          res.on('data', (b: Buffer) => parts.push(b));
          res.on('end', () => done(null, Buffer.concat(parts)));
        });
      expect(pages(body as Buffer), paper).toBeLessThanOrEqual(2);
    }
  });
  it('an address of 300 characters is taken, one of 301 refused at the field', async () => {
    const [place] = ((await rowsOf(owner, plan.production.id, 'places')) as { id: string; version: number }[]).filter(
      (p) => p.id === plan.places[2]?.id,
    );
    const write = (address: string) =>
      owner.post(url('changes')).send({
        id: randomUUID(),
        label: 'address',
        ops: [{ op: 'update', table: 'places', id: place?.id, version: place?.version, values: { address } }],
      });
    expect((await write('x'.repeat(301)).expect(400)).body.detail).toMatch(/300 characters at most/);
    await write('x'.repeat(300)).expect(200);
    await owner.get(url(`days/${plan.days[0]?.id}/call-sheet.pdf`)).expect(200);
  });
  it('messages and rentals are the owner’s alone; links of the crew see no content of phones', async () => {
    const link = await owner.post(url('links')).send({ label: 'Reader', role: 'read', days: 3 }).expect(200);
    const reader = server.agent();
    await reader.post('/api/auth/enter').send({ token: link.body.token }).expect(200);
    await reader.get(url('rows/messages')).expect(403);
    expect(JSON.stringify((await reader.get(url('sheets')).expect(200)).body)).not.toMatch(/1632\s?960/);
    await reader
      .post(url(`days/${plan.days[0]?.id}/freeze`))
      .send({ id: randomUUID(), revision: 9, note: '' })
      .expect(403);
  });
});
