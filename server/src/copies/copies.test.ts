import { randomUUID } from 'node:crypto';
import { mkdir, readFile, readdir, stat, symlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { NO_FAULTS, type Card, type CopyFile, type CopyJob, type SimulatedFaults } from '@kavrell/core/copies';
import { recordMov, recordWav } from '../devices/record.ts';
import { storeNinthBell } from '../testing/harness.ts';
import { CopiesBench } from './testing.ts';
import { hostHere, runCopyJobs, scanCard } from './here.ts';
import { runJobs } from './job.ts';
import { mediaFolder } from './paths.ts';

const bench = new CopiesBench();
const { url, rows, card, start, fill } = bench;

describe('a copy job', () => {
  it('copies and verifies a card to two drives, file by file, and says so', async () => {
    await fill('A001', { 'CLIPS/a.bin': Buffer.alloc(5_000_000, 1), 'CLIPS/b.bin': 'two', 'empty.bin': '' });
    const job = (await start('A001').expect(200)).body as CopyJob;
    expect(job.state).toBe('waiting');
    expect(bench.server.sent.at(-1)).toEqual({ kind: 'copy' });
    await runCopyJobs(bench.server.context, 'w1');
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
    for (const drive of bench.plan.drives.slice(0, 2))
      expect((await readFile(path.join(drive.path, 'A001', 'CLIPS', 'b.bin'))).toString()).toBe('two');
  });

  it('fails in words for the file that is in the way, and keeps what is good', async () => {
    await fill('A001', { 'a.bin': 'mine', 'b.bin': 'fine' });
    const there = path.join(bench.plan.drives[0]?.path ?? '', 'A001');
    await mkdir(there, { recursive: true });
    await writeFile(path.join(there, 'a.bin'), 'theirs');
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const [job] = await rows<CopyJob>('copyJobs');
    expect(job?.state).toBe('failed');
    expect(job?.failure).toContain('Fast 1: 1 of 2 files failed: Another file of this name');
    expect(await readFile(path.join(there, 'a.bin'), 'utf8')).toBe('theirs');
    expect((await rows<CopyFile>('copyFiles')).filter((f) => f.state === 'verified')).toHaveLength(3);
  });

  it('is taken over when its worker died, and not before its lease ends', async () => {
    await fill('A001', { 'a.bin': 'x' });
    const { body } = await start('A001').expect(200);
    const lease = (seconds: number) =>
      bench.server.context.db.query(
        `UPDATE copy_jobs SET state = 'running', lease_holder = 'dead', lease_until = now() + make_interval(secs => $1) WHERE id = $2`,
        { bind: [seconds, body.id] },
      );
    await lease(60);
    await runCopyJobs(bench.server.context, 'w2');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('running');
    await lease(-1);
    await runCopyJobs(bench.server.context, 'w2');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('verified');
  });

  it('is one per card at a time, the same one when asked twice, and can be stopped', async () => {
    await fill('A001', { 'a.bin': 'x' });
    const body = { id: randomUUID(), cardId: card('A001').id, driveIds: [bench.plan.drives[0]?.id] };
    await bench.owner.post(url('copy-jobs')).send(body).expect(200);
    await bench.owner.post(url('copy-jobs')).send(body).expect(200);
    expect((await start('A001').expect(409)).body.detail).toContain('A001 is being copied already');
    await bench.owner
      .post(url(`copy-jobs/${body.id}/cancel`))
      .send({})
      .expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    expect((await rows<CopyJob>('copyJobs'))[0]?.state).toBe('cancelled');
    await expect(readdir(path.join(bench.plan.drives[0]?.path ?? '', 'A001'))).rejects.toThrow('ENOENT');
  });

  it('refuses a card that is not there, drives of others, and no drive at all', async () => {
    expect((await start('B001').expect(400)).body.detail).toContain('is the card or drive plugged in?');
    const other = await storeNinthBell(bench.server);
    await fill('A001', { 'a.bin': 'x' });
    await bench.owner
      .post(url('copy-jobs'))
      .send({ id: randomUUID(), cardId: card('A001').id, driveIds: [other.drives[0]?.id] })
      .expect(404);
    expect(
      (
        await bench.owner
          .post(url('copy-jobs'))
          .send({ id: randomUUID(), cardId: card('A001').id, driveIds: [] })
          .expect(400)
      ).body.detail,
    ).toBe('Choose where to copy it.');
  });
});

describe('folders', () => {
  it('outside the media roots are refused, links that lead out too', async () => {
    await expect(mediaFolder(bench.server.context, '/etc')).rejects.toThrow('outside the folders');
    await expect(mediaFolder(bench.server.context, `${bench.server.media}/../../etc`)).rejects.toThrow(
      'outside the folders',
    );
    await symlink('/etc', path.join(bench.server.media, 'sneaky'));
    await expect(mediaFolder(bench.server.context, path.join(bench.server.media, 'sneaky'))).rejects.toThrow(
      'leads outside',
    );
    await expect(mediaFolder(bench.server.context, `${bench.server.media}-twin`)).rejects.toThrow(
      'outside the folders',
    );
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
    await scanCard(bench.server.context, card('A001').id);
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
    const { queries } = await bench.server.countQueries(() => scanCard(bench.server.context, card('A001').id));
    expect(queries.filter((q) => /INSERT|UPDATE/.test(q))).toEqual([]);
  });

  it('hands the simulated camera the next card when one is taken out', async () => {
    const b = bench.plan.cameras.find((c) => c.letter === 'B');
    await bench.server.context.models.deviceStates.bulkCreate([
      {
        cameraId: b?.id,
        productionId: bench.plan.production.id,
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
        await bench.owner
          .post(url(`cards/${card('B002').id}/unload`))
          .send({})
          .expect(200)
      ).body,
    ).toEqual({ nextCard: 'B003' });
    const [state] = await rows<Record<string, unknown>>('deviceStates');
    expect(state).toMatchObject({ card: 'B003', clipNumber: 0, cardUsedBytes: 0 });
    expect((await rows<Card>('cards')).find((c) => c.label === 'B002')?.unloaded).toBe(true);
    await bench.server.context.models.deviceStates.update({ rollingSinceMs: 1 }, { where: { cameraId: b?.id } });
    const b3 = (await rows<Card>('cards')).find((c) => c.label === 'B003');
    expect(
      (
        await bench.owner
          .post(url(`cards/${b3?.id}/unload`))
          .send({})
          .expect(409)
      ).body.detail,
    ).toContain('is rolling');
  });
});

const setFaults = (table: 'cards' | 'drives', id: string, faults: Partial<SimulatedFaults>) =>
  bench.server.context.models[table].update({ faults: { ...NO_FAULTS, ...faults } }, { where: { id } });
const onlyJob = async () => (await rows<CopyJob>('copyJobs'))[0]!;
const clipsOf = (count: number, bytes = 3_000_000) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`CLIPS/c${i}.bin`, Buffer.alloc(bytes, i + 1)]));

describe('a job as it goes on', () => {
  it('is over when its work is, however far off its next sign of life', async () => {
    await fill('A001', clipsOf(1));
    await start('A001').expect(200);
    await runJobs({ ...hostHere(bench.server.context, 'w1'), beatMs: 3_600_000 });
    expect((await onlyJob()).state).toBe('verified');
  });
  it('tells its progress by drive, and leaves a list beside each copy', async () => {
    await fill('A001', clipsOf(3));
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const job = await onlyJob();
    expect(job).toMatchObject({ state: 'verified', kind: 'copy', verifySource: false });
    expect(job.by).not.toBe('');
    expect(job.places.map((p) => [p.driveId, p.writtenBytes, p.checkedBytes, p.failedFiles])).toEqual(
      bench.plan.drives.slice(0, 2).map((d) => [d.id, 9_000_000, 9_000_000, 0]),
    );
    const files = await rows<CopyFile>('copyFiles');
    expect(files.every((f) => f.readFrom === 'medium' || f.readFrom === 'cache')).toBe(true);
    for (const drive of bench.plan.drives.slice(0, 2)) {
      const left = await readdir(path.join(drive.path, 'A001', 'ascmhl'));
      expect(left.sort()).toEqual([expect.stringMatching(/^0001_A001_.*\.mhl$/), 'ascmhl_chain.xml']);
    }
  });
  it('paused, it keeps what is verified; resumed, it copies only the rest', async () => {
    await fill('A001', clipsOf(6));
    const [drive] = bench.plan.drives;
    await setFaults('drives', drive!.id, { speedMBps: 3 });
    const { body } = await start('A001', 1).expect(200);
    const running = runCopyJobs(bench.server.context, 'w1');
    const verified = async () => (await rows<CopyFile>('copyFiles')).filter((f) => f.state === 'verified');
    await expect.poll(async () => (await verified()).length, { timeout: 40000, interval: 50 }).toBeGreaterThan(0);
    await bench.owner
      .post(url(`copy-jobs/${body.id}/pause`))
      .send({})
      .expect(200);
    await running;
    const before = await verified();
    expect((await onlyJob()).state).toBe('paused');
    expect(before.length).toBeLessThan(6);
    expect((await start('A001').expect(409)).body.detail).toContain('resume it');
    const folder = path.join(drive!.path, 'A001', 'CLIPS');
    const names = before.map((f) => path.basename(f.path)).sort();
    const inodes = () => Promise.all(names.map(async (name) => (await stat(path.join(folder, name))).ino));
    const first = await inodes();
    expect((await readdir(folder)).sort()).toEqual(names);
    await setFaults('drives', drive!.id, {});
    const resumed = await bench.owner
      .post(url(`copy-jobs/${body.id}/resume`))
      .send({})
      .expect(200);
    expect(resumed.body.state).toBe('waiting');
    await runCopyJobs(bench.server.context, 'w2');
    expect(await onlyJob()).toMatchObject({ state: 'verified', doneBytes: 18_000_000 });
    expect(await verified()).toHaveLength(6);
    expect(await inodes()).toEqual(first);
  }, 90000);
});

describe('simulated troubles', () => {
  it('a drive that is full fails alone, by name, and its files say why', async () => {
    await fill('A001', clipsOf(4));
    await setFaults('drives', bench.plan.drives[0]!.id, { fullAtMB: 5 });
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const job = await onlyJob();
    expect(job.state).toBe('failed');
    expect(job.failure).toMatch(/^Fast 1: [34] of 4 files failed: The drive is full\.$/);
    const files = await rows<CopyFile>('copyFiles');
    const failures = (id: string) =>
      files.filter((f) => f.driveId === id && f.state === 'failed').map((f) => f.failure);
    expect(new Set(failures(bench.plan.drives[0]!.id))).toEqual(new Set(['The drive is full.']));
    expect(failures(bench.plan.drives[1]!.id)).toEqual([]);
  });
  it('a card with a bad block gives the rest, and the row names the bytes', async () => {
    await fill('A001', clipsOf(2));
    await setFaults('cards', card('A001').id, { unreadableAtMB: 1 });
    await start('A001', 1).expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const [bad] = (await rows<CopyFile>('copyFiles')).filter((f) => f.state === 'failed');
    expect(bad).toMatchObject({ path: 'CLIPS/c0.bin', savedAs: 'CLIPS/c0.bin.damaged' });
    const [{ from, to }] = bad!.damage as [{ from: number; to: number }];
    expect(from).toBeLessThanOrEqual(1_000_000);
    expect(to).toBeGreaterThan(1_000_000);
    expect(bad!.failure).toContain(`at bytes ${from} to ${to - 1}`);
  });
  it('what turns later is found when the copies are read again, and only that file loses its word', async () => {
    await fill('A001', clipsOf(3));
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const [one, two] = bench.plan.drives.slice(0, 2).map((d) => ({ id: d.id })) as [{ id: string }, { id: string }];
    await setFaults('drives', two.id, { flips: 'later' });
    const body = { id: randomUUID(), cardId: card('A001').id, driveIds: [one.id, two.id], kind: 'check' };
    await bench.owner.post(url('copy-jobs')).send(body).expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const job = (await rows<CopyJob>('copyJobs')).find((j) => j.id === body.id);
    expect(job?.state).toBe('failed');
    expect(job?.failure).toMatch(/^Fast 2: 1 of 3 files failed: CLIPS\/c0\.bin: It is not as it was copied/);
    const files = (await rows<CopyFile>('copyFiles')).filter((f) => f.jobId === body.id && f.state === 'failed');
    expect(files.map((f) => [f.driveId, f.path])).toEqual([[two.id, 'CLIPS/c0.bin']]);
  });
});
