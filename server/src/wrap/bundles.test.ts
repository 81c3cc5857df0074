import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { openPromise } from 'yauzl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isSound, verifyFolder, verifyZip } from '@kavrell/copies';
import { BUNDLE_ROLES, type Bundle, type BundleRole } from '@kavrell/core/wrap';
import { morningTakes, type DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { appendTakeEvents } from '../roll/append.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { bundlePaths, makeBundles } from './bundles.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let base: string;
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  base = `/api/productions/${plan.production.id}`;
  await appendTakeEvents(server.context, plan.production.id, morningTakes(plan, 660, newId).events);
  const jpeg = await sharp({ create: { width: 64, height: 36, channels: 3, background: '#247' } })
    .jpeg()
    .toBuffer();
  const { hash } = (await owner.post(`${base}/files`).set('content-type', 'image/jpeg').send(jpeg).expect(200))
    .body as { hash: string };
  const still = {
    ...{ kind: 'still', about: 'continuity', shotId: plan.shots[0]!.id, takeId: null, placeId: null, setupId: null },
    ...{ hash, widthPx: 64, heightPx: 36, watch: '' },
  };
  const values = { dayId: plan.days[0]!.id, atMs: Date.now(), by: 'test', payload: still };
  const ops = [0, 1].map(() => ({ op: 'insert', table: 'logEntries', id: randomUUID(), values }));
  await owner.post(`${base}/changes`).send({ id: randomUUID(), label: 'test', ops }).expect(200);
});
afterAll(() => server.stop());

const ask = async (forRole: BundleRole): Promise<string> => {
  const id = randomUUID();
  await owner.post(`${base}/bundles`).send({ id, forRole }).expect(200);
  return id;
};
const state = async (id: string) =>
  (await rowsOf<Bundle>(owner, plan.production.id, 'bundles')).find((b) => b.id === id)!;
const pathsOf = (id: string) => bundlePaths(server.context, { id, productionId: plan.production.id });

/** Asks for a hand-over, has it made, and unpacks it. */
async function made(role: BundleRole): Promise<{ id: string; folder: string; names: string[] }> {
  const id = await ask(role);
  await makeBundles(server.context);
  expect(await state(id)).toMatchObject({ state: 'done', failure: null });
  return { id, ...(await unpacked(pathsOf(id).zip)) };
}
async function unpacked(file: string): Promise<{ folder: string; names: string[] }> {
  const folder = path.join(server.media, 'unpacked', randomUUID());
  const zip = await openPromise(file, { lazyEntries: true });
  const names: string[] = [];
  for await (const entry of zip.eachEntry()) {
    names.push(entry.fileName);
    const to = path.join(folder, entry.fileName);
    await mkdir(path.dirname(to), { recursive: true });
    await pipeline(await zip.openReadStreamPromise(entry), createWriteStream(to));
  }
  return { folder, names };
}
const everyText = async (folder: string): Promise<string> => {
  const names = (await readdir(folder, { recursive: true })).filter((n) => /\.(html|csv|json|txt|otio|edl)$/.test(n));
  return (await Promise.all(names.map((n) => readFile(path.join(folder, n), 'utf8')))).join('\n');
};

describe('a hand-over', () => {
  it('for the editor opens with one page that needs no script, and is whole by its own list', async () => {
    const { id, folder, names } = await made('editor');
    const page = await readFile(path.join(folder, 'index.html'), 'utf8');
    expect(page).not.toContain('<script');
    expect(page).toContain(plan.production.title);
    expect(page).toContain('Who cuts it is not said yet');
    expect(page).toContain('are simulated: their clips and copies are stand-ins');
    // Every link of it leads to a file that is there.
    const links = [...page.matchAll(/href="([^"]+)"/g)].map(([, href]) => decodeURI(href!.replaceAll('&#39;', "'")));
    expect(links.length).toBeGreaterThan(8);
    for (const link of links) expect(names).toContain(link);
    for (const name of [
      'shot list.pdf',
      'script.html',
      'day 1/report.pdf',
      'day 1/camera report.csv',
      'look.json',
      'deliverables.csv',
      'missing.csv',
      'media hashes.csv',
    ])
      expect(names).toContain(name);
    expect(names.filter((n) => n.startsWith('stills/'))).toHaveLength(
      2 + plan.pictures.filter((p) => p.fileHash).length,
    );
    expect(isSound(await verifyFolder(folder))).toBe(true);
    expect(isSound(await verifyZip(pathsOf(id).zip))).toBe(true);
    await writeFile(path.join(folder, 'missing.csv'), 'nothing');
    const spoilt = await verifyFolder(folder);
    expect(spoilt.changed.map((c) => c.path)).toEqual(['missing.csv']);
    const list = await readFile(path.join(folder, 'hashes.sha1'));
    expect((await state(id)).listHash).toBe(createHash('sha1').update(list).digest('hex'));
  });
  it('tells nobody anybody’s number, mail address, diet or rate', async () => {
    const secret = plan.people.flatMap((p) => [p.phone, p.email, p.emergency, p.diet]).filter((s) => s.length > 4);
    expect(secret.length).toBeGreaterThan(3);
    for (const role of BUNDLE_ROLES) {
      const { folder } = await made(role);
      const text = await everyText(folder);
      for (const s of secret) expect(text, `${role}: ${s}`).not.toContain(s);
    }
  });
  it('holds for each what is for them', async () => {
    const of = async (role: BundleRole) => (await made(role)).names;
    const client = await of('client');
    for (const no of ['custody.csv', 'consents.csv', 'media hashes.csv', 'missing.csv', 'script.html'])
      expect(client).not.toContain(no);
    const sound = await of('sound');
    expect(sound).toContain('day 1/sound report.csv');
    expect(sound).not.toContain('day 1/camera report.csv');
    expect(sound).not.toContain('consents.csv');
    expect(await of('archive')).toContain('custody.csv');
  });
  it('can be fetched in pieces, and not before it is made or after it was taken away', async () => {
    const id = await ask('client');
    const zip = `${base}/bundles/${id}/hand-over.zip`;
    expect((await owner.get(zip).expect(404)).body.detail).toContain('not made yet');
    await owner.post(`${base}/bundles`).send({ id: randomUUID(), forRole: 'client' }).expect(409);
    await makeBundles(server.context);
    const part = await owner.get(zip).set('range', 'bytes=4-9').expect(206);
    expect(part.headers['content-range']).toMatch(/^bytes 4-9\/\d+$/);
    await owner.post(`${base}/bundles/${id}/removed`).send({}).expect(200);
    expect(existsSync(pathsOf(id).zip)).toBe(false);
    await owner.get(zip).expect(404);
  });
  it('stopped while it is made leaves nothing', async () => {
    const id = await ask('client');
    await owner.post(`${base}/bundles/${id}/removed`).send({}).expect(200);
    await makeBundles(server.context);
    expect(await state(id)).toMatchObject({ state: 'cancelled' });
    expect(existsSync(pathsOf(id).zip)).toBe(false);
    expect(existsSync(pathsOf(id).parts)).toBe(false);
  });
  it('begun before a restart goes on: what was made stays as it was made', async () => {
    const id = await ask('client');
    const { parts } = pathsOf(id);
    await mkdir(parts, { recursive: true });
    await writeFile(path.join(parts, 'deliverables.csv'), 'made before');
    await server.context.models.bundles.update({ state: 'running', startedAtMs: 5 }, { where: { id } });
    await makeBundles(server.context);
    const done = await state(id);
    expect(done).toMatchObject({ state: 'done', startedAtMs: 5 });
    const { folder } = await unpacked(pathsOf(id).zip);
    expect(await readFile(path.join(folder, 'deliverables.csv'), 'utf8')).toBe('made before');
    expect(isSound(await verifyFolder(folder))).toBe(true);
  });
});
