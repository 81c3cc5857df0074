import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { fromBufferPromise } from 'yauzl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { OPEN_TABLES, OPEN_VERSION, withIds, type OpenProduction } from '@kavrell/core/openFile';
import { PIECE_DEFAULTS } from '@kavrell/core/kit';
import { morningTakes, type DemoPlan } from '@kavrell/demo';
import { newId } from '../platform/ids.ts';
import { writeZip, type ZipEntry } from '../platform/documents/index.ts';
import { filePath } from '../files/index.ts';
import { appendTakeEvents } from '../roll/append.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { eraseOverdue, letGoUnnamed, sweepParts } from './erase.ts';
import { readOpen } from './parts.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let id: string;
let hash: string;
const binary = (res: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void) => {
  const parts: Buffer[] = [];
  res.on('data', (part: Buffer) => parts.push(part));
  res.on('end', () => done(null, Buffer.concat(parts)));
};
const out = async (of = id): Promise<Buffer> =>
  (
    await owner
      .get(`/api/productions/${of}/open-file.zip`)
      .buffer(true)
      .parse(binary as never)
      .expect(200)
  ).body as Buffer;
const bring = (zip: Buffer, ids: 'kept' | 'renewed') =>
  owner.post(`/api/open-files/${ids}`).set('content-type', 'application/zip').send(zip);
/** A whole file with some of its texts made otherwise, its hashes matching; stills and sounds go along. */
async function changed(change: (name: string, text: string) => string): Promise<Buffer> {
  const zip = await fromBufferPromise(await out(), { lazyEntries: true });
  const entries: ZipEntry[] = [];
  const hashes: string[] = [];
  for await (const entry of zip.eachEntry()) {
    const chunks: Buffer[] = [];
    for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
    const { fileName: name } = entry;
    if (name === 'hashes.txt') continue;
    const bytes = Buffer.concat(chunks);
    const content = name.startsWith('files/') ? bytes : Buffer.from(change(name, bytes.toString('utf8')));
    entries.push({
      name,
      content: async function* () {
        yield await Promise.resolve(content);
      },
    });
    hashes.push(`${createHash('sha256').update(content).digest('hex')}  ${name}`);
  }
  const file = path.join(server.media, `${randomUUID()}.zip`);
  await writeZip(createWriteStream(file), [...entries, { name: 'hashes.txt', content: hashes.join('\n') }]);
  return readFile(file);
}
/** As it goes through a file: dates as text, nothing that JSON can’t say. */
const plain = (open: OpenProduction) => JSON.parse(JSON.stringify(open)) as OpenProduction;

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  id = plan.production.id;
  await appendTakeEvents(server.context, id, morningTakes(plan, 660, newId).events);
  const png = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a40' } })
    .png()
    .toBuffer();
  hash = createHash('sha256').update(png).digest('hex');
  await owner.post(`/api/productions/${id}/files`).set('content-type', 'image/png').send(png).expect(200);
  const write = (...ops: object[]) =>
    owner.post(`/api/productions/${id}/changes`).send({ id: randomUUID(), label: 'test', ops }).expect(200);
  await write({
    ...{ op: 'insert', table: 'pictures', id: randomUUID() },
    values: {
      ...{ role: 'board', shotId: plan.shots[0]!.id, fileHash: hash, strokes: [], caption: '' },
      ...{ widthPx: 40, heightPx: 30, position: 1 },
    },
  });
  const [place] = plan.places;
  const gone = plan.dayItems.at(-1);
  await write({ op: 'update', table: 'places', id: place!.id, version: 1, values: { notes: 'A kite string.' } });
  await write({ op: 'delete', table: 'dayItems', id: gone!.id, version: 1 });
});
afterAll(() => server.stop());

describe('a whole production as one open file', () => {
  it('holds every row, deleted ones too, their history and files, with hashes and the schema of it', async () => {
    const zip = await fromBufferPromise(await out(), { lazyEntries: true });
    const names: string[] = [];
    for await (const entry of zip.eachEntry()) names.push(entry.fileName);
    for (const part of ['head.json', 'schema.json', 'production.json', 'history/changes.json', 'hashes.txt'])
      expect(names).toContain(part);
    expect(names).toContain(`files/${hash}`);
    for (const table of OPEN_TABLES) expect(names).toContain(`rows/${table}.json`);
    const open = await readOpen(server.context, id);
    expect(open.tables.takeEvents!.length).toBeGreaterThan(20);
    expect(open.tables.dayItems!.some((r) => r.deletedAt !== null)).toBe(true);
    expect(open.changes.some((c) => c.op === 'update' && c.table === 'places')).toBe(true);
  });
  it('comes in beside itself as a copy, equal up to a map of ids', async () => {
    const before = plain(await readOpen(server.context, id));
    const { productionId, title } = (await bring(await out(), 'renewed').expect(200)).body as {
      productionId: string;
      title: string;
    };
    expect(productionId).not.toBe(id);
    expect(title).toBe(plan.production.title);
    const after = plain(await readOpen(server.context, productionId));
    // Rows lie in the order of their ids; so both are laid in the order of what they were.
    const back = new Map<string, string>();
    const pair = (a: Record<string, unknown>[], b: Record<string, unknown>[], key: string) =>
      a.forEach((row, i) => back.set(String(b[i]![key]), String(row[key])));
    back.set(productionId, id);
    for (const table of OPEN_TABLES) {
      expect(after.tables[table], table).toHaveLength(before.tables[table]!.length);
      pair([...before.tables[table]!], [...after.tables[table]!], table === 'deviceStates' ? 'cameraId' : 'id');
    }
    pair(before.changeSets, after.changeSets, 'id');
    pair(before.changes, after.changes, 'rowId');
    pair([...before.tables.takeEvents!], [...after.tables.takeEvents!], 'takeId');
    expect(withIds(after, back)).toEqual(before);
    await owner.post(`/api/productions/${productionId}/deleted`).send({ deleted: true }).expect(200);
    await owner.post(`/api/productions/${productionId}/erased`).send({ title }).expect(200);
  });
  it('is refused under its own ids while it is here, and nothing changes', async () => {
    const count = async () => (await owner.get('/api/production-heads')).body.length as number;
    const zip = await out();
    const before = await count();
    const reply = await bring(zip, 'kept').expect(409);
    expect(reply.body.detail).toMatch(/is here already.*as a copy/);
    await owner.post(`/api/productions/${id}/deleted`).send({ deleted: true }).expect(200);
    expect((await bring(zip, 'kept').expect(409)).body.detail).toContain('among the deleted ones');
    await owner.post(`/api/productions/${id}/deleted`).send({ deleted: false }).expect(200);
    expect(await count()).toBe(before);
  });
  it('really deleted nothing of it is left, in no table and on no disk; brought in again it is equal to the row', async () => {
    const zip = await out();
    const before = plain(await readOpen(server.context, id));
    const erase = (title: string) => owner.post(`/api/productions/${id}/erased`).send({ title });
    expect((await erase(plan.production.title).expect(409)).body.detail).toContain('Delete it first');
    await owner.post(`/api/productions/${id}/deleted`).send({ deleted: true }).expect(200);
    expect((await erase('Another').expect(400)).body.detail).toContain('not its title');
    expect(existsSync(filePath(server.context, hash))).toBe(true);
    const said = (await erase(plan.production.title).expect(200)).body as { rows: number; files: number };
    expect(said.rows).toBeGreaterThan(500);
    expect(said.files).toBe(1);
    expect(existsSync(filePath(server.context, hash))).toBe(false);
    const [tables] = await server.context.db.query(
      `SELECT table_name AS name FROM information_schema.columns WHERE column_name = 'production_id' AND table_schema = 'public'`,
    );
    expect(tables.length).toBeGreaterThan(60);
    for (const { name } of tables as { name: string }[]) {
      const [rows] = await server.context.db.query(`SELECT 1 FROM ${name} WHERE production_id = $1 LIMIT 1`, {
        bind: [id],
      });
      expect(rows, name).toEqual([]);
    }
    const brought = (await bring(zip, 'kept').expect(200)).body as { productionId: string };
    expect(brought.productionId).toBe(id);
    const after = plain(await readOpen(server.context, id));
    // The day of deletion was a change of the production’s own row.
    expect({ ...after, production: null, changes: after.changes.length }).toEqual({
      ...before,
      ...{ production: null, changes: before.changes.length },
    });
    expect(existsSync(filePath(server.context, hash))).toBe(true);
  });
});

describe('a still that a file brings', () => {
  it('is served as what its bytes are, whatever the file says of it', async () => {
    const lying = await changed((name, text) => {
      if (name !== 'head.json') return text;
      const head = JSON.parse(text) as { files: { mediaType: string }[] };
      return JSON.stringify({ ...head, files: head.files.map((f) => ({ ...f, mediaType: 'text/html' })) });
    });
    // Nothing of it is here: what is said of a file is all there is to go by.
    await owner.post(`/api/productions/${id}/deleted`).send({ deleted: true }).expect(200);
    await owner.post(`/api/productions/${id}/erased`).send({ title: plan.production.title }).expect(200);
    await bring(lying, 'kept').expect(200);
    const still = await owner.get(`/api/productions/${id}/files/${hash}`).expect(200);
    expect(still.headers['content-type']).toBe('image/png');
  });
});

describe('what one owns, with the book', () => {
  it('goes out and in like a job, and is what it was where there is none; beside another it is refused', async () => {
    const { productionId: house } = (await owner.post('/api/house').send({}).expect(200)).body as {
      productionId: string;
    };
    const values = { ...PIECE_DEFAULTS, name: 'Prime 50 mm', position: 1 };
    await owner
      .post(`/api/productions/${house}/changes`)
      .send({ id: randomUUID(), label: 'x', ops: [{ op: 'insert', table: 'pieces', id: randomUUID(), values }] })
      .expect(200);
    const zip = await out(house);
    expect((await bring(zip, 'renewed').expect(409)).body.detail).toContain('there is one here already');
    await server.context.db.query('DELETE FROM house_productions');
    await server.context.db.query('UPDATE productions SET deleted_at = now() WHERE id = $1', { bind: [house] });
    await owner.post(`/api/productions/${house}/erased`).send({ title: 'Own kit' }).expect(200);
    await bring(zip, 'kept').expect(200);
    expect((await owner.post('/api/house').send({}).expect(200)).body).toEqual({ productionId: house });
    expect(await rowsOf(owner, house, 'pieces')).toMatchObject([{ name: 'Prime 50 mm' }]);
  });
});

describe('what can’t be brought in', () => {
  /** The parts of a file, some of them made otherwise, as a ZIP with matching hashes unless told otherwise. */
  async function made(change: (parts: Map<string, string>) => void, rehash = true): Promise<Buffer> {
    const zip = await fromBufferPromise(await out(), { lazyEntries: true });
    const parts = new Map<string, string>();
    for await (const entry of zip.eachEntry()) {
      const chunks: Buffer[] = [];
      for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
      if (!entry.fileName.startsWith('files/')) parts.set(entry.fileName, Buffer.concat(chunks).toString('utf8'));
    }
    const head = JSON.parse(parts.get('head.json')!) as { files: unknown[] };
    parts.set('head.json', JSON.stringify({ ...head, files: [] }));
    change(parts);
    if (rehash)
      parts.set(
        'hashes.txt',
        [...parts].map(([name, text]) => `${createHash('sha256').update(text).digest('hex')}  ${name}`).join('\n'),
      );
    return zipped([...parts].map(([name, content]) => ({ name, content })));
  }
  async function zipped(entries: ZipEntry[]): Promise<Buffer> {
    const file = path.join(server.media, `${randomUUID()}.zip`);
    await writeZip(createWriteStream(file), entries);
    return readFile(file);
  }
  const counted = async () =>
    (await server.context.db.query('SELECT count(*)::int AS n FROM productions'))[0] as { n: number }[];
  const refusedWith = async (zip: Buffer, words: RegExp, ids: 'kept' | 'renewed' = 'renewed') => {
    const before = await counted();
    const reply = await bring(zip, ids);
    expect(reply.status).toBe(400);
    expect(reply.body.detail).toMatch(words);
    expect(reply.body.detail).toMatch(/[Nn]othing was brought in/);
    expect(await counted()).toEqual(before);
  };
  it('something else, half of a file, and a ZIP of something else say so', async () => {
    await refusedWith(Buffer.from('hello'), /no whole ZIP/);
    const whole = await out();
    await refusedWith(whole.subarray(0, whole.length - 400), /no whole ZIP|came only in part/);
    await refusedWith(await zipped([{ name: 'a.txt', content: 'a' }]), /no file of a production/);
  });
  it('a file of a newer Kavrell', async () => {
    const newer = await made((parts) => {
      const head = JSON.parse(parts.get('head.json')!) as object;
      parts.set('head.json', JSON.stringify({ ...head, version: OPEN_VERSION + 1 }));
    });
    await refusedWith(newer, /newer Kavrell/);
  });
  it('a part that was changed after it was written', async () => {
    const changed = await made((parts) => parts.set('rows/shots.json', '[]'), false);
    await refusedWith(changed, /should have \d+ rows|not what its hash says/);
  });
  it('a row that is not as its table says is named with its place', async () => {
    const wrong = await made((parts) => {
      const shots = JSON.parse(parts.get('rows/shots.json')!) as Record<string, unknown>[];
      shots[2]!.priority = 'perhaps';
      parts.set('rows/shots.json', JSON.stringify(shots));
    });
    await refusedWith(wrong, /^shots, entry 3 \(priority\)/);
  });
  it('a row of another production', async () => {
    const foreign = await made((parts) => {
      const shots = JSON.parse(parts.get('rows/shots.json')!) as Record<string, unknown>[];
      shots[0]!.productionId = randomUUID();
      parts.set('rows/shots.json', JSON.stringify(shots));
    });
    await refusedWith(foreign, /shots, entry 1 is of another production/);
  });
  it('a row that points to nothing leaves nothing behind', async () => {
    const before = await counted();
    const dangling = await made((parts) => {
      const scenes = JSON.parse(parts.get('rows/shots.json')!) as Record<string, unknown>[];
      scenes[0]!.sceneId = randomUUID();
      parts.set('rows/shots.json', JSON.stringify(scenes));
    });
    expect((await bring(dangling, 'renewed')).status).toBeGreaterThanOrEqual(400);
    expect(await counted()).toEqual(before);
  });
  it('a name that leads out of it, and what would fill the machine', async () => {
    const zip = await zipped([{ name: 'xx/evil.txt', content: 'a' }]);
    for (let at = zip.indexOf('xx/evil'); at >= 0; at = zip.indexOf('xx/evil', at + 1)) zip.write('../evil', at);
    await refusedWith(zip, /leads out of it/);
    const bomb = await zipped([{ name: 'head.json', content: '0'.repeat(30_000_000) }]);
    expect(bomb.length).toBeLessThan(100_000);
    await refusedWith(bomb, /unpack to far more/);
  });
});

describe('what is due once a day', () => {
  it('lets go of files that nothing names, and keeps those that a row or its young history names', async () => {
    const png = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#00a' } })
      .png()
      .toBuffer();
    const loose = createHash('sha256').update(png).digest('hex');
    await owner.post(`/api/productions/${id}/files`).set('content-type', 'image/png').send(png).expect(200);
    expect(await letGoUnnamed(server.context)).toBe(0);
    await server.context.db.query(`UPDATE production_files SET added_at = now() - interval '40 days'`);
    expect(await letGoUnnamed(server.context)).toBe(1);
    expect(existsSync(filePath(server.context, loose))).toBe(false);
    expect(existsSync(filePath(server.context, hash))).toBe(true);
  });
  it('really deletes what was deleted more than thirty days ago, and nothing else', async () => {
    const other = await storeNinthBell(server);
    await owner.post(`/api/productions/${other.production.id}/deleted`).send({ deleted: true }).expect(200);
    expect(await eraseOverdue(server.context)).toBe(0);
    await server.context.db.query(`UPDATE productions SET deleted_at = now() - interval '31 days' WHERE id = $1`, {
      bind: [other.production.id],
    });
    expect(await eraseOverdue(server.context)).toBe(1);
    expect(await server.context.models.productions.count({ where: { id: other.production.id } })).toBe(0);
    expect(await server.context.models.productions.count({ where: { id } })).toBe(1);
  });
  it('takes away halves of uploads once they are a day old', async () => {
    const half = path.join(server.context.config.filesRoot, 'half.part');
    await writeFile(half, 'x');
    expect(await sweepParts(server.context, Date.now())).toBe(0);
    expect(await sweepParts(server.context, Date.now() + 2 * 86_400_000)).toBe(1);
    expect(existsSync(half)).toBe(false);
  });
});
