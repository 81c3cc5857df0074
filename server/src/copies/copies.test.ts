import { randomUUID } from 'node:crypto';
import { mkdir, readFile, readdir, symlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import type { Card, CopyFile, CopyJob } from '@kavrell/core/copies';
import { recordMov, recordWav } from '../devices/record.ts';
import { storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';
import { nextLabel } from './index.ts';
import { runCopyJobs } from './job.ts';
import { mediaFolder } from './paths.ts';
import { scanCard } from './scan.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
const rows = async <T>(table: string) => (await owner.get(url(`rows/${table}`)).expect(200)).body as T[];
const card = (label: string) => plan.cards.find((c) => c.label === label) as Card;
const start = (label: string, drives = 2) =>
  owner
    .post(url('copy-jobs'))
    .send({ id: randomUUID(), cardId: card(label).id, driveIds: plan.drives.slice(0, drives).map((d) => d.id) });

async function fill(label: string, files: Record<string, string | Buffer>): Promise<void> {
  for (const [name, content] of Object.entries(files)) {
    const file = path.join(card(label).path, name);
    await mkdir(path.dirname(file), { recursive: true });
    await writeFile(file, content);
  }
}

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
});
beforeEach(async () => {
  await server.context.db.query('DELETE FROM copy_files; DELETE FROM copy_jobs;');
  const { rm } = await import('node:fs/promises');
  await rm(server.media, { recursive: true, force: true });
  await mkdir(server.media);
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

describe('a copy job', () => {
  it('copies and verifies a card to two drives, file by file, and says so', async () => {
    await fill('A001', { 'CLIPS/a.bin': Buffer.alloc(5_000_000, 1), 'CLIPS/b.bin': 'two', 'empty.bin': '' });
    const job = (await start('A001').expect(200)).body as CopyJob;
    expect(job.state).toBe('waiting');
    expect(server.sent.at(-1)).toEqual({ kind: 'copy' });
    await runCopyJobs(server.context, 'w1');
    const [done] = await rows<CopyJob>('copyJobs');
    expect(done).toMatchObject({
      state: 'verified',
      totalFiles: 3,
      totalBytes: 5_000_003,
      doneBytes: 5_000_003,
      failure: null,
    });
    const files = await rows<CopyFile>('copyFiles');
    expect(files).toHaveLength(6);
    expect(files.every((f) => f.state === 'verified' && /^[0-9a-f]{16}$/.test(f.hash ?? ''))).toBe(true);
    for (const drive of plan.drives.slice(0, 2))
      expect((await readFile(path.join(drive.path, 'A001', 'CLIPS', 'b.bin'))).toString()).toBe('two');
  });

  it('fails in words for the file that is in the way, and keeps what is good', async () => {
    await fill('A001', { 'a.bin': 'mine', 'b.bin': 'fine' });
    const there = path.join(plan.drives[0]?.path ?? '', 'A001');
    await mkdir(there, { recursive: true });
    await writeFile(path.join(there, 'a.bin'), 'theirs');
    await start('A001').expect(200);
    await runCopyJobs(server.context, 'w1');
    const [job] = await rows<CopyJob>('copyJobs');
    expect(job?.state).toBe('failed');
    expect(job?.failure).toContain('1 of 4 file copies failed: Another file of this name');
    expect(await readFile(path.join(there, 'a.bin'), 'utf8')).toBe('theirs');
    expect((await rows<CopyFile>('copyFiles')).filter((f) => f.state === 'verified')).toHaveLength(3);
  });

  it('is taken over when its worker died, and not before its lease ends', async () => {
    await fill('A001', { 'a.bin': 'x' });
    const { body } = await start('A001').expect(200);
    const lease = (seconds: number) =>
      server.context.db.query(
        `UPDATE copy_jobs SET state = 'running', lease_holder = 'dead', lease_until = now() + make_interval(secs => $1) WHERE id = $2`,
        { bind: [seconds, body.id] },
      );
    await lease(60);
    await runCopyJobs(server.context, 'w2');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('running');
    await lease(-1);
    await runCopyJobs(server.context, 'w2');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('verified');
  });

  it('is one per card at a time, the same one when asked twice, and can be stopped', async () => {
    await fill('A001', { 'a.bin': 'x' });
    const body = { id: randomUUID(), cardId: card('A001').id, driveIds: [plan.drives[0]?.id] };
    await owner.post(url('copy-jobs')).send(body).expect(200);
    await owner.post(url('copy-jobs')).send(body).expect(200);
    expect((await start('A001').expect(409)).body.detail).toContain('A001 is being copied already');
    await owner
      .post(url(`copy-jobs/${body.id}/cancel`))
      .send({})
      .expect(200);
    await runCopyJobs(server.context, 'w1');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('cancelled');
    await expect(readdir(path.join(plan.drives[0]?.path ?? '', 'A001'))).rejects.toThrow('ENOENT');
  });

  it('refuses a card that is not there, drives of others, and no drive at all', async () => {
    expect((await start('B001').expect(400)).body.detail).toContain('is the card or drive plugged in?');
    const other = await storeNinthBell(server);
    await fill('A001', { 'a.bin': 'x' });
    await owner
      .post(url('copy-jobs'))
      .send({ id: randomUUID(), cardId: card('A001').id, driveIds: [other.drives[0]?.id] })
      .expect(404);
    expect(
      (
        await owner
          .post(url('copy-jobs'))
          .send({ id: randomUUID(), cardId: card('A001').id, driveIds: [] })
          .expect(400)
      ).body.detail,
    ).toBe('Choose where to copy it.');
  });
});

describe('folders', () => {
  it('outside the media roots are refused, links that lead out too', async () => {
    await expect(mediaFolder(server.context, '/etc')).rejects.toThrow('outside the folders');
    await expect(mediaFolder(server.context, `${server.media}/../../etc`)).rejects.toThrow('outside the folders');
    await symlink('/etc', path.join(server.media, 'sneaky'));
    await expect(mediaFolder(server.context, path.join(server.media, 'sneaky'))).rejects.toThrow('leads outside');
    await expect(mediaFolder(server.context, `${server.media}-twin`)).rejects.toThrow('outside the folders');
  });
});

describe('reading a card', () => {
  it('finds timecode, length and rate in MOV and WAV, and reads nothing twice', async () => {
    const folder = path.join(card('A001').path, 'CLIPS');
    await recordMov(path.join(folder, 'A001_C001.mov'), { timecode: '10:58:12:08', rate: '25', durationMs: 2000 });
    await recordMov(path.join(folder, 'A001_C002.mov'), {
      timecode: '10:59:00:00',
      rate: '24000/1001',
      durationMs: 1000,
    });
    await recordWav(path.join(folder, 'S.wav'), { startS: 39_492.32, durationMs: 3000 });
    await writeFile(path.join(folder, 'note.txt'), 'no clip');
    await scanCard(server.context, card('A001').id);
    const clips = (await rows<Record<string, unknown>>('clips')).sort((a, b) =>
      String(a.name).localeCompare(String(b.name)),
    );
    expect(clips).toMatchObject([
      { name: 'A001_C001.mov', startTimecode: '10:58:12:08', rate: '25' },
      { name: 'A001_C002.mov', startTimecode: '10:59:00:00', rate: '24000/1001' },
      { name: 'note.txt', startTimecode: null, rate: null },
      { name: 'S.wav', startTimecode: '10:58:12:08', rate: '25' },
    ]);
    expect(clips[0]?.durationMs).toBeCloseTo(2000, -2);
    const { queries } = await server.countQueries(() => scanCard(server.context, card('A001').id));
    expect(queries.filter((q) => /INSERT|UPDATE/.test(q))).toEqual([]);
  });

  it('hands the simulated camera the next card when one is taken out', async () => {
    const b = plan.cameras.find((c) => c.letter === 'B');
    await server.context.models.deviceStates.bulkCreate([
      {
        cameraId: b?.id,
        productionId: plan.production.id,
        version: 1,
        rollingSinceMs: null,
        clip: 'B002_C004',
        clipNumber: 4,
        card: 'B002',
        cardUsedBytes: 9,
        batteryUsedMin: 3,
      },
    ]);
    expect(
      (
        await owner
          .post(url(`cards/${card('B002').id}/unload`))
          .send({})
          .expect(200)
      ).body,
    ).toEqual({ nextCard: 'B003' });
    const [state] = await rows<Record<string, unknown>>('deviceStates');
    expect(state).toMatchObject({ card: 'B003', clipNumber: 0, cardUsedBytes: 0 });
    expect((await rows<Card>('cards')).find((c) => c.label === 'B002')?.unloaded).toBe(true);
    await server.context.models.deviceStates.update({ rollingSinceMs: 1 }, { where: { cameraId: b?.id } });
    const b3 = (await rows<Card>('cards')).find((c) => c.label === 'B003');
    expect(
      (
        await owner
          .post(url(`cards/${b3?.id}/unload`))
          .send({})
          .expect(409)
      ).body.detail,
    ).toContain('is rolling');
  });

  it('numbers cards on', () =>
    expect(['A001', 'A099', 'C', 'X9'].map(nextLabel)).toEqual(['A002', 'A100', 'C2', 'X10']));
});
