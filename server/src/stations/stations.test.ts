import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { randomUUID } from 'node:crypto';
import { mkdir, mkdtemp, readFile, realpath, rename, rm, writeFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { setImmediate as turn } from 'node:timers/promises';
import type { Agent } from 'supertest';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { MediaFound, Station } from '@kavrell/contract';
import { NO_FAULTS, type Card, type CopyFile, type CopyJob, type Drive } from '@kavrell/core/copies';
import type { DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { certificatesFor } from '../platform/secure/authority.ts';
import { certificateFolder, ownNames } from '../platform/secure/own.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { HouseLine, HouseRefused, post } from './far.ts';
import { join, membershipIn, type Membership } from './join.ts';
import { runStation } from './run.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let house: Server;
let address = '';
let base = '';

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  house = createServer((req, res) => server.running.app(req, res)).listen(0, '127.0.0.1');
  await new Promise((done) => house.once('listening', done));
  address = `http://127.0.0.1:${(house.address() as AddressInfo).port}`;
});
beforeEach(async () => {
  await server.context.db.query('DELETE FROM stations; DELETE FROM copy_files; DELETE FROM copy_jobs;');
  plan = await storeNinthBell(server);
  base = await realpath(await mkdtemp(path.join(os.tmpdir(), 'kavrell-station-')));
});
const running: { stop: AbortController; ended: Promise<unknown> }[] = [];
afterEach(async () => {
  for (const { stop } of running) stop.abort();
  await Promise.all(running.splice(0).map((r) => r.ended));
  await rm(base, { recursive: true, force: true });
});
afterAll(async () => {
  house.closeAllConnections();
  await new Promise((done) => house.close(done));
  await server.stop();
});

const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
const tokenOf = async (name: string): Promise<string> => {
  const { body } = await owner.post('/api/stations').send({ name }).expect(200);
  return /--token (\S+)/.exec((body as { command: string }).command)![1]!;
};
const joined = async (name: string): Promise<Membership> =>
  join(path.join(base, name, 'own'), address, await tokenOf(name));
const media = (name: string, ...rest: string[]) => path.join(base, name, 'media', ...rest);

/** Starts a station that has joined; it ends with the test. */
function begin({ url: at, authority, secret, seal, name }: Membership): AbortController {
  const stop = new AbortController();
  const ended = runStation(
    {
      house: { url: at, authority, secret, run: randomUUID() },
      seal,
      roots: [media(name)],
      log: server.context.log,
      pool: server.context.pool,
      roundMs: 20,
    },
    stop.signal,
  );
  running.push({ stop, ended: ended.catch((error: unknown) => error) });
  return stop;
}
/** Waits until something is so: the server is asked again and again, for as long as the test may take. */
async function until<T>(ask: () => Promise<T | null | undefined | false>): Promise<T> {
  for (;;) {
    const found = await ask();
    if (found) return found;
    await turn();
  }
}
/** A card and drives at a station, each with its folder there. */
async function kit(name: string, drives: readonly string[], more: Partial<Pick<Card, 'faults' | 'simulated'>> = {}) {
  const cardId = newId();
  const driveIds = drives.map(() => newId());
  await mkdir(media(name, 'card', 'CLIPS'), { recursive: true });
  await writeFile(media(name, 'card', 'CLIPS', 'a.bin'), Buffer.alloc(3_000_000, 7));
  await writeFile(media(name, 'card', 'b.bin'), 'two');
  for (const d of drives) await mkdir(media(name, d), { recursive: true });
  const station = { station: name, whereabouts: '' };
  const ops = [
    {
      ...{ op: 'insert', table: 'cards', id: cardId },
      values: {
        label: `K${name.length}01`,
        cameraId: null,
        path: media(name, 'card'),
        unloaded: true,
        faults: null,
        ...station,
      },
    },
    ...drives.map((d, i) => ({
      ...{ op: 'insert', table: 'drives', id: driveIds[i] },
      values: { name: `${name} ${d}`, kind: 'ssd', path: media(name, d), faults: null, ...station, keepUntil: null },
    })),
  ];
  await owner.post(url('changes')).send({ id: newId(), label: 'kit', ops }).expect(200);
  if (more.simulated) await server.context.models.cards.update(more, { where: { id: cardId } });
  return { cardId, driveIds };
}
const startJob = async (cardId: string, driveIds: readonly string[]) =>
  owner.post(url('copy-jobs')).send({ id: newId(), cardId, driveIds });
const jobOf = async (cardId: string): Promise<CopyJob | undefined> =>
  (await rowsOf<CopyJob>(owner, plan.production.id, 'copyJobs')).find((j) => j.cardId === cardId);
const ended = (cardId: string) =>
  until(async () => {
    const job = await jobOf(cardId);
    return job && !['waiting', 'running'].includes(job.state) ? job : null;
  });

describe('joining', () => {
  it('takes a token once; the secret is kept by the station alone', async () => {
    const token = await tokenOf('van');
    const kept = await join(path.join(base, 'own'), address, token);
    expect(membershipIn(path.join(base, 'own'))).toEqual(kept);
    await expect(join(path.join(base, 'other'), address, token)).rejects.toThrow(/was used/);
    expect(membershipIn(path.join(base, 'other'))).toBeNull();
    const [rows] = await server.context.db.query('SELECT * FROM stations');
    expect(JSON.stringify(rows)).not.toContain(kept.secret);
    expect((await owner.get('/api/stations').expect(200)).body as Station[]).toMatchObject([
      { name: 'van', joined: true },
    ]);
    // A name that is in use is not given twice.
    expect((await owner.post('/api/stations').send({ name: 'van' }).expect(409)).body.detail).toContain('already');
  });
  it('is refused in words: a name that means the house, no encryption, another certificate', async () => {
    await owner.post('/api/stations').send({ name: 'here' }).expect(400);
    await owner.post('/api/stations').send({ name: '../x' }).expect(400);
    await expect(join(base, 'http://192.0.2.1:80', 'x.y')).rejects.toThrow(/not encrypted/);
  });
});

describe('over the network', () => {
  const secure: { close: () => Promise<void> }[] = [];
  afterEach(async () => {
    server.context.config.host = '127.0.0.1';
    await Promise.all(secure.splice(0).map((s) => s.close()));
  });
  /** A house as others on the network reach it, with the certificates of a folder; what it was asked, in order. */
  async function openHouse(folder: string): Promise<{ url: string; heard: string[] }> {
    const { key, cert, authority } = certificatesFor(folder, ownNames());
    const heard: string[] = [];
    const answer = (req: IncomingMessage, res: ServerResponse) => {
      heard.push(`${req.method} ${req.url}`);
      if (req.url === '/trust/kavrell.crt') res.end(authority);
      else server.running.app(req, res);
    };
    const opened = createSecure({ key, cert }, answer).listen(0, '127.0.0.1');
    await new Promise((done) => opened.once('listening', done));
    secure.push({
      close: () => {
        opened.closeAllConnections();
        return new Promise((done) => opened.close(() => done()));
      },
    });
    return { url: `https://127.0.0.1:${(opened.address() as AddressInfo).port}`, heard };
  }
  it('a house is known by the fingerprint in its token; to another nothing is said', async () => {
    const { config } = server.context;
    config.host = '0.0.0.0';
    const own = await openHouse(certificateFolder(config));
    const kept = await join(path.join(base, 'own'), own.url, await tokenOf('far'));
    expect(kept.authority).toContain('BEGIN CERTIFICATE');
    const line = new HouseLine({ ...kept, run: 'test' }, server.context.log);
    expect(await line.once({ ask: 'hello', folders: [] })).toEqual({ toRead: [] });

    const impostor = await openHouse(path.join(base, 'impostor'));
    await expect(join(path.join(base, 'x'), impostor.url, await tokenOf('further'))).rejects.toThrow(
      /certificate is another/,
    );
    expect(impostor.heard).toEqual(['GET /trust/kavrell.crt']);
    // Nor to one that took the place of the house afterwards.
    const moved = new HouseLine({ ...kept, url: impostor.url, run: 'test' }, server.context.log);
    await expect(moved.once({ ask: 'claim' })).rejects.toThrow(/certificate|self-signed|unable to verify/i);
    expect(impostor.heard).toHaveLength(1);
  });
});

describe('a station', () => {
  it('reads its card, copies it to its own drives, and everybody sees it', async () => {
    const { cardId, driveIds } = await kit('van', ['fast']);
    begin(await joined('van'));
    const found = await until(async () =>
      ((await owner.get(url('media')).expect(200)).body.found as MediaFound[]).find(
        (f) => f.station === 'van' && f.knownAs === 'card K301',
      ),
    );
    expect(found).toMatchObject({ path: media('van', 'card') });
    await owner
      .post(url(`cards/${cardId}/scan`))
      .send({})
      .expect(200);
    await until(
      async () => (await rowsOf<Card>(owner, plan.production.id, 'cards')).find((c) => c.id === cardId)?.seen,
    );
    await startJob(cardId, driveIds).then((r) => expect(r.status).toBe(200));
    expect(await ended(cardId)).toMatchObject({ state: 'verified', totalFiles: 2, failure: null });
    const files = (await rowsOf<CopyFile>(owner, plan.production.id, 'copyFiles')).filter((f) => f.cardId === cardId);
    expect(files).toHaveLength(2);
    expect(files.every((f) => f.state === 'verified' && f.volumeId !== null)).toBe(true);
    expect(await readFile(media('van', 'fast', 'K301', 'b.bin'), 'utf8')).toBe('two');
    const drive = (await rowsOf<Drive>(owner, plan.production.id, 'drives')).find((d) => d.id === driveIds[0]);
    expect(drive?.space?.freeBytes).toBeGreaterThan(0);
  });

  it('killed in mid-job leaves it to be taken up: another copies meanwhile, and what was verified stays', async () => {
    const van = await kit('van', ['fast'], { simulated: true, faults: { ...NO_FAULTS, speedMBps: 1 } });
    const desk = await kit('desk', ['disk']);
    const [first, second] = [await joined('van'), await joined('desk')];
    const killed = begin(first);
    begin(second);
    await startJob(van.cardId, van.driveIds).then((r) => expect(r.status).toBe(200));
    await startJob(desk.cardId, desk.driveIds).then((r) => expect(r.status).toBe(200));
    await until(
      async () => (await jobOf(van.cardId))?.state === 'running' && ((await jobOf(van.cardId))!.totalFiles ?? 0) > 0,
    );
    killed.abort();
    await running[0]!.ended;
    expect(await ended(desk.cardId)).toMatchObject({ state: 'verified' });
    expect((await jobOf(van.cardId))?.state).toBe('running');
    // It comes back; its hold has run out.
    await server.context.models.cards.update({ faults: null }, { where: { id: van.cardId } });
    await server.context.db.query(
      `UPDATE copy_jobs SET lease_until = now() - interval '1 s', lease_holder = 'gone' WHERE card_id = $1`,
      {
        bind: [van.cardId],
      },
    );
    begin(first);
    expect(await ended(van.cardId)).toMatchObject({ state: 'verified', failure: null });
  });

  it('copies between what is its own only; a drive that two machines see is one drive', async () => {
    const { cardId } = await kit('van', ['fast']);
    const away = await startJob(cardId, [plan.drives[0]!.id]);
    expect(away.status).toBe(409);
    expect(away.body.detail).toContain('K301 is at the station van, Fast 1 at the machine that serves');
    // The same disk, listed at both: its mark gives it away.
    const desk = await kit('desk', ['disk', 'spare']);
    const [van, other] = [await joined('van'), await joined('desk')];
    begin(van);
    const vanDrive = (await rowsOf<Drive>(owner, plan.production.id, 'drives')).find((d) => d.name === 'van fast')!;
    await startJob(cardId, [vanDrive.id]);
    expect(await ended(cardId)).toMatchObject({ state: 'verified' });
    await rm(media('desk', 'disk'), { recursive: true });
    await rename(media('van', 'fast'), media('desk', 'disk'));
    begin(other);
    await startJob(desk.cardId, desk.driveIds);
    const job = await ended(desk.cardId);
    expect(job.state).toBe('failed');
    expect(job.failure).toContain('desk disk and van fast are the same drive');
    expect(await readFile(media('desk', 'spare', 'K401', 'b.bin'), 'utf8')).toBe('two');
  });

  it('learns and changes nothing that is not its own, and nothing at all once it is taken off', async () => {
    const desk = await kit('desk', ['disk']);
    const van = await joined('van');
    const line = new HouseLine({ ...van, run: 'test' }, server.context.log);
    await startJob(desk.cardId, desk.driveIds);
    const job = (await jobOf(desk.cardId))!;
    expect((await line.once({ ask: 'claim' })).order).toBeNull();
    const progress = { doneBytes: 0, places: [] };
    await expect(line.once({ ask: 'end', jobId: job.id, failure: null, progress })).rejects.toThrow(
      /not this station’s/,
    );
    await expect(line.once({ ask: 'cardAt', cardId: desk.cardId })).rejects.toThrow(/not this station’s/);
    const space = { freeBytes: 1, totalBytes: 2, atMs: 3 };
    await expect(line.once({ ask: 'saveSpace', driveId: plan.drives[0]!.id, space })).rejects.toThrow(HouseRefused);
    await expect(
      post(`${address}/api/stations/ask`, { ask: 'claim' }, { authorization: 'Station guessed' }, null),
    ).rejects.toThrow(/not known here/);
    // What waits for it waits no longer; what waits for others does.
    const own = await kit('van', ['fast']);
    await startJob(own.cardId, own.driveIds);
    const [station] = (await owner.get('/api/stations')).body as Station[];
    expect((await owner.post(`/api/stations/${station!.id}/end`).send({}).expect(200)).body).toEqual({ cancelled: 1 });
    expect(await jobOf(own.cardId)).toMatchObject({ state: 'cancelled', failure: 'The station van was taken off.' });
    expect((await jobOf(desk.cardId))?.state).toBe('waiting');
    await expect(line.once({ ask: 'claim' })).rejects.toThrow(/not known here/);
    // At work it ends with the house’s words.
    const stop = new AbortController();
    const work = runStation(
      { house: { ...van, run: 'x' }, seal: van.seal, roots: [], log: server.context.log, pool: server.context.pool },
      stop.signal,
    );
    await expect(work).rejects.toThrow(/Let it join anew/);
  });
});
