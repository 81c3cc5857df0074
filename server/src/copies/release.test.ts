import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { type CopyFile, type CopyJob, type Release } from '@kavrell/core/copies';
import { CopiesBench } from './testing.ts';
import { runCopyJobs, scanCard } from './here.ts';

const bench = new CopiesBench();
const { url, rows, card, start, fill } = bench;

const clipsOf = (count: number, bytes = 3_000_000) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`CLIPS/c${i}.bin`, Buffer.alloc(bytes, i + 1)]));

describe('reading copies again', () => {
  const check = async (drives = 1) => {
    const driveIds = bench.plan.drives.slice(0, drives).map((d) => d.id);
    const id = randomUUID();
    await bench.owner
      .post(url('copy-jobs'))
      .send({ id, cardId: card('A001').id, driveIds, kind: 'check' })
      .expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const job = (await rows<CopyJob>('copyJobs')).find((j) => j.id === id)!;
    return { job, files: (await rows<CopyFile>('copyFiles')).filter((f) => f.jobId === id) };
  };
  it('says nothing of a clip that the drive was never given', async () => {
    await fill('A001', clipsOf(2));
    await start('A001', 1).expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    await fill('A001', { 'CLIPS/later.bin': 'shot after the copy' });
    await scanCard(bench.server.context, card('A001').id);
    const { job, files } = await check();
    expect(job.state).toBe('verified');
    expect(files.map((f) => [f.path, f.state]).sort()).toEqual([
      ['CLIPS/c0.bin', 'verified'],
      ['CLIPS/c1.bin', 'verified'],
    ]);
    expect(files.every((f) => /^[0-9a-f]{16}$/.test(f.hash ?? ''))).toBe(true);
  });
  it('takes an older file of the same name for no copy', async () => {
    await fill('A001', clipsOf(2));
    await start('A001', 1).expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    await fill('A001', { 'CLIPS/c0.bin': 'another take' });
    await scanCard(bench.server.context, card('A001').id);
    const { job, files } = await check();
    expect(job.failure).toContain('CLIPS/c0.bin: It is an older file of this name');
    expect(files.find((f) => f.path === 'CLIPS/c0.bin')?.state).toBe('failed');
  });
  it('of a drive that has nothing of the card says so for every file', async () => {
    await fill('A001', clipsOf(2));
    await scanCard(bench.server.context, card('A001').id);
    const { job, files } = await check();
    expect(job.state).toBe('failed');
    expect(files.map((f) => f.state)).toEqual(['failed', 'failed']);
  });
});

describe('releasing a card', () => {
  const ask = (what: string) => bench.owner.post(url(`cards/${card('A001').id}/${what}`)).send({});
  const copyTo = async (driveIds: string[]) => {
    await bench.owner
      .post(url('copy-jobs'))
      .send({ id: randomUUID(), cardId: card('A001').id, driveIds })
      .expect(200);
    await runCopyJobs(bench.server.context, 'w1');
  };
  const ids = () => bench.plan.drives.map((d) => d.id);
  it('is refused with every reason, and allowed when the policy is met; it says who, and can be taken back', async () => {
    await fill('A001', clipsOf(2));
    await copyTo(ids().slice(0, 2));
    const refused = (await ask('release').expect(409)).body.detail as string;
    expect(refused).toBe('A001 can’t be released. All its copies are on one kind of device: put one on another kind.');
    await copyTo(ids().slice(2));
    const made = (await ask('release').expect(200)).body as Release;
    expect(made.grounds).toContain('2 files verified on Fast 1 (fast disk, Sunniva’s bag)');
    expect(made.by).not.toBe('');
    expect((await ask('release').expect(200)).body.id).toBe(made.id);
    await ask('withdraw-release').expect(200);
    const [row] = await rows<Release>('releases');
    expect(row).toMatchObject({ id: made.id, withdrawnBy: made.by });
    await ask('withdraw-release').expect(404);
  });
  it('is refused when something came onto the card since its copies were made, seen or not', async () => {
    await fill('A001', clipsOf(1));
    await copyTo(ids());
    await fill('A001', { 'CLIPS/last.bin': 'the take that nobody scanned' });
    expect((await ask('release').expect(409)).body.detail).toBe('A001 can’t be released. Needs 2 verified copies.');
    await copyTo(ids());
    await ask('release').expect(200);
  });
  it('is refused by a production that formats nothing on the job', async () => {
    await fill('A001', clipsOf(1));
    await copyTo(ids());
    const keepPolicy = { verifiedCopies: 2, apart: true, kinds: 1, format: 'never' as const, leaveOut: [] };
    await bench.server.context.models.productions.update(
      { keepPolicy, simulatedNowOffsetMs: Date.parse('2027-03-18T12:00:00Z') - Date.now() },
      { where: { id: bench.plan.production.id } },
    );
    expect((await ask('release').expect(409)).body.detail).toBe(
      'A001 can’t be released. This production formats no card on the job: not before its last day has ended.',
    );
  });
});

describe('the report of a card', () => {
  it('has every file with its hash on every drive, as CSV and PDF', async () => {
    await fill('A001', clipsOf(2));
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w1');
    const csv = (await bench.owner.get(url(`cards/${card('A001').id}/report.csv`)).expect(200)).text;
    expect(csv.trim().split(/\r?\n/)).toHaveLength(5);
    for (const f of await rows<CopyFile>('copyFiles')) expect(csv).toContain(f.hash);
    const pdf = await bench.owner.get(url(`cards/${card('A001').id}/report.pdf`)).expect(200);
    expect(pdf.headers['content-type']).toContain('application/pdf');
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    await bench.owner.get(url(`cards/${randomUUID()}/report.csv`)).expect(404);
  });
});
