// Troubles on purpose: parts killed, the disk filled, the network cut, while people log, edit, read and copy. At the end nothing that was
// acknowledged may be lost or doubled, every verified copy must be equal, and every window must show what the server has.
import { execFileSync } from 'node:child_process';
import { randomBytes, randomUUID } from 'node:crypto';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensureDebian, ensureModules, isRoot } from './lib/bootstrap.mjs';
import { say } from './lib/say.mjs';

const { values } = parseArgs({
  options: {
    minutes: { type: 'string' },
    seconds: { type: 'string' },
    seed: { type: 'string', default: String(Math.floor(Math.random() * 1e9)) },
  },
});
const lengthMs = values.seconds ? Number(values.seconds) * 1000 : Number(values.minutes ?? 2) * 60_000;
ensureDebian(['postgresql', 'ffmpeg', 'xxhash']);
ensureModules();
ensureBuilt();
const { startInstance } = await import('./lib/instance.mjs');
const { freePort } = await import('./lib/postgres.mjs');
const { Browser, openCable } = await import('./lib/chaos/client.mjs');
const { startEditor, startLogger, startWindow } = await import('./lib/chaos/people.mjs');
const { auditCopies, auditTakes, auditWindow } = await import('./lib/chaos/audit.mjs');

/** The same troubles for the same seed (mulberry32). */
let state = Number(values.seed) >>> 0;
function random() {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = state;
  t = Math.imul(t ^ (t >>> 15), t | 1);
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-chaos-'));
chmodSync(dir, 0o755);
const data = path.join(dir, 'data');
const media = path.join(dir, 'media');
mkdirSync(data);
mkdirSync(media);

const DISK_MB = 700;
/** A small disk of its own for the data, so that it can be filled; null where this machine does not let one be made. */
function ownDisk() {
  if (!isRoot) return null;
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m,mode=755`, 'tmpfs', data], { stdio: 'ignore' });
    return data;
  } catch {
    return null;
  }
}
const disk = ownDisk();

const LIMIT_MS = 180_000;
/** Waits until something is so; the trial fails when it never is. */
async function until(what, work) {
  for (const began = performance.now(); ;) {
    const found = await work().catch(() => null);
    if (found) return found;
    if (performance.now() - began > LIMIT_MS) throw new Error(`${what}: not after ${LIMIT_MS / 1000} s.`);
    await sleep(100);
  }
}

let instance = null;
let cable = null;
const wrong = [];
try {
  instance = await startInstance({ dir: data, port: await freePort(), mediaRoots: [media], log: 'fatal' });
  const direct = Number(new URL(instance.address).port);
  cable = await openCable(direct);
  const owner = new Browser(direct);
  await owner.must('POST', '/api/auth/enter', { token: instance.link.split('#')[1] });

  // A small job of its own.
  const { PRODUCTION_DEFAULTS, SCENE_DEFAULTS, SHOT_DEFAULTS, DAY_DEFAULTS } = await defaults();
  const productionId = randomUUID();
  await owner.must('POST', '/api/productions', { ...PRODUCTION_DEFAULTS, id: productionId, title: 'Trial' });
  const at = (rest) => `/api/productions/${productionId}/${rest}`;
  const insert = (table, values) => ({ op: 'insert', table, id: randomUUID(), values });
  const write = (ops) => owner.must('POST', at('changes'), { id: randomUUID(), label: 'Trial', ops });
  const day = insert('days', {
    ...DAY_DEFAULTS,
    number: 1,
    date: '2027-03-18',
    timeZone: 'Europe/London',
    basePlaceId: null,
  });
  const scene = insert('scenes', { ...SCENE_DEFAULTS, number: '1', title: 'Trial', position: 1 });
  await write([day, scene]);
  const shots = ['1A', '1B', '1C'].map((code, i) =>
    insert('shots', { ...SHOT_DEFAULTS, sceneId: scene.id, code, position: i + 1 }),
  );
  const cards = ['A001', 'B001'].map((label) => {
    const folder = path.join(media, 'cards', label);
    mkdirSync(path.join(folder, 'CLIPS'), { recursive: true });
    for (let i = 0; i < 24; i += 1)
      writeFileSync(path.join(folder, 'CLIPS', `c${i}.bin`), randomBytes(i % 3 === 0 ? 6_000_000 + i : 40_000 + i));
    return {
      path: folder,
      label,
      ...insert('cards', {
        label,
        cameraId: null,
        path: folder,
        unloaded: true,
        whereabouts: '',
        station: '',
        faults: null,
      }),
    };
  });
  const drives = ['one', 'two'].map((name) => {
    const folder = path.join(media, 'drives', name);
    mkdirSync(folder, { recursive: true });
    return insert('drives', {
      name,
      kind: 'ssd',
      path: folder,
      whereabouts: name,
      keepUntil: null,
      station: '',
      faults: null,
    });
  });
  await write([...shots, ...cards.map(({ path: _path, label: _label, ...op }) => op), ...drives]);
  const link = async (label) => (await owner.must('POST', at('links'), { label, role: 'log', days: 2 })).token;

  const names = ['one', 'two', 'three'];
  const loggers = [];
  for (const name of names)
    loggers.push(
      startLogger(cable.port, {
        token: await link(name),
        productionId,
        dayId: day.id,
        shotIds: shots.map((s) => s.id),
        name,
      }),
    );
  // The owner's own link is good once: the trial makes more of them beside the server.
  const editor = startEditor(cable.port, { token: await ownersToken(instance), productionId, shotId: shots[0].id });
  const tables = ['shots', 'takeEvents', 'copyJobs', 'copyFiles', 'clips', 'cards'];
  const window = startWindow(cable.port, { token: await ownersToken(instance), productionId, tables });
  const copy = (n) =>
    owner.ask('POST', at('copy-jobs'), {
      id: randomUUID(),
      cardId: cards[n % 2].id,
      driveIds: [drives[(n >> 1) % 2].id],
    });

  // Troubles, one after the other, each followed by the time that it takes to be well again.
  const back = [];
  const counts = { server: 0, worker: 0, database: 0, network: 0, disk: 0 };
  const kinds = ['server', 'worker', 'database', 'network', ...(disk ? ['disk'] : [])];
  const until0 = performance.now() + lengthMs;
  for (let n = 0; performance.now() < until0 || n < kinds.length; n += 1) {
    await copy(n).catch(() => null);
    await sleep(300 + random() * 900);
    // Each kind once, then by chance.
    const kind = n < kinds.length ? kinds[n] : kinds[Math.floor(random() * kinds.length)];
    counts[kind] += 1;
    const began = performance.now();
    if (kind === 'network') await cable.cutFor(200 + random() * 1200);
    else if (kind === 'disk') await fillDisk();
    else process.kill(instance.pids[kind](), 'SIGKILL');
    const probe = new Browser(direct);
    await until(`well again after ${kind}`, async () => (await probe.get('/api/health')).ok);
    if (kind === 'server' || kind === 'database') back.push(performance.now() - began);
  }

  // Quiet: everybody ends what they are at, the copies come to their end.
  await Promise.all([...loggers, editor].map((p) => p.stop()));
  // One more in peace: on a slow machine all others may have been cut short.
  await until('a last copy job', () => copy(0));
  const jobs = await until('all copies at their end', async () => {
    const { copyJobs } = await owner.get(at('rows/copyJobs'));
    return copyJobs.every((j) => !['waiting', 'running', 'paused'].includes(j.state)) ? copyJobs : null;
  });
  const read = () => owner.get(at(`rows/${tables.join(',')}`));
  const server = await until('the window shows what the server has', async () => {
    const rows = await read();
    return auditWindow(window.rows, rows).length === 0 ? rows : null;
  }).catch(async () => read());
  wrong.push(...auditWindow(window.rows, server));
  await window.stop();
  const takes = auditTakes(
    loggers.map((l) => l.ledger),
    server.takeEvents,
  );
  wrong.push(...takes.wrong);
  const copies = auditCopies(
    server.copyFiles,
    cards,
    drives.map((d) => ({ id: d.id, path: d.values.path })),
  );
  wrong.push(...copies.wrong);
  const edited = server.shots.find((s) => s.id === shots[0].id).description;
  if (editor.last() !== edited)
    wrong.push(`the last edit that was acknowledged is “${editor.last()}”, stored is “${edited}”`);
  if (takes.acknowledged === 0) wrong.push('nothing was acknowledged at all');
  if (copies.compared === 0) wrong.push('nothing was verified at all');
  const sortedBack = back.sort((a, b) => a - b);
  const p95 = sortedBack[Math.min(sortedBack.length - 1, Math.floor(sortedBack.length * 0.95))];
  say(
    `chaos, seed ${values.seed}: ${Object.entries(counts)
      .map(([kind, count]) => `${kind} ${count}`)
      .join(
        ', ',
      )}${disk ? '' : ' (no disk of its own here: it was not filled)'}; ${takes.acknowledged} events acknowledged, ${jobs.length} copy jobs, ${copies.compared} verified files compared; back after a kill: p95 ${(p95 / 1000).toFixed(1)} s of ${back.length}`,
  );
} catch (error) {
  wrong.push(error.stack ?? String(error));
} finally {
  cable?.close();
  await instance?.stop();
  if (disk) execFileSync('umount', ['-l', disk], { stdio: 'ignore' });
  rmSync(dir, { recursive: true, force: true });
}
for (const words of wrong.slice(0, 20)) process.stderr.write(`chaos: ${words}\n`);
process.exit(wrong.length === 0 ? 0 : 1);

/** Fills the data's disk to the last byte for a moment. */
async function fillDisk() {
  const ballast = path.join(disk, 'ballast');
  const { bavail, bsize } = statfsSync(disk);
  try {
    writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 4096)));
  } catch (error) {
    if (error.code !== 'ENOSPC') throw error;
  }
  await sleep(600 + random() * 600);
  rmSync(ballast, { force: true });
}

/** A link that signs the owner in, as the server makes one at its start. */
async function ownersToken({ databaseUrl }) {
  const { default: pg } = await import('pg');
  const { createHash } = await import('node:crypto');
  const token = randomBytes(32).toString('base64url');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `INSERT INTO entry_links (id, token_hash, role, label, account_id, expires_at) SELECT $1, $2, 'owner', 'trial', id, now() + interval '1 day' FROM accounts`,
    [randomUUID(), createHash('sha256').update(token).digest('hex')],
  );
  await client.end();
  return token;
}

async function defaults() {
  const { loadSource } = await import('./lib/source.mjs');
  return loadSource('scripts/lib/chaos/defaults.ts');
}
