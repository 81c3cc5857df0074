import { randomUUID } from 'node:crypto';
import { mkdir, readdir, rename, rm, symlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Card, CopyFile, CopyJob, Drive } from '@kavrell/core/copies';
import { sampled } from '@kavrell/core/testing';
import type { DemoPlan } from '@kavrell/demo';
import { MARK_FILE, newMark, readMark, writeMark } from '@kavrell/copies';
import { recordMov } from '../devices/record.ts';
import { rowsOf, startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { runCopyJobs, scanCard } from './here.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const url = (rest: string) => `/api/productions/${plan.production.id}/${rest}`;
const card = (label: string) => plan.cards.find((c) => c.label === label) as Card;
const [FIRST, SECOND] = [0, 1];
const drive = (at: number) => plan.drives[at] as Drive;
const jobs = () => rowsOf<CopyJob>(owner, plan.production.id, 'copyJobs');
const files = () => rowsOf<CopyFile>(owner, plan.production.id, 'copyFiles');
const ask = (drives: readonly number[], kind: CopyJob['kind'] = 'copy') =>
  owner
    .post(url('copy-jobs'))
    .send({ id: randomUUID(), cardId: card('A001').id, driveIds: drives.map((d) => drive(d).id), kind });
const copy = async (drives: readonly number[]) => {
  await ask(drives).expect(200);
  await runCopyJobs(server.context, 'w');
  return (await jobs())[0]!;
};
const release = () => owner.post(url(`cards/${card('A001').id}/release`)).send({});

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
});
afterAll(() => server.stop());
beforeEach(async () => {
  await server.context.db.query('DELETE FROM releases; DELETE FROM copy_files; DELETE FROM copy_jobs;');
  await rm(server.media, { recursive: true, force: true });
  await mkdir(server.media);
  plan = await storeNinthBell(server);
  // Real ones: no folder is made for them, nothing is simulated. Tests have one disk, so its folders are told apart by hand where need be.
  await server.context.models.drives.update({ simulated: false }, { where: { productionId: plan.production.id } });
  await server.context.models.cards.update({ simulated: false }, { where: { productionId: plan.production.id } });
  await mkdir(path.join(card('A001').path, 'CLIPS'), { recursive: true });
  for (const name of ['a.bin', 'b.bin'])
    await writeFile(path.join(card('A001').path, 'CLIPS', name), name.repeat(500_000));
  for (const d of plan.drives.slice(0, 2)) await mkdir(d.path, { recursive: true });
});

describe('a drive', () => {
  it('that is not plugged in is refused in words, and no folder is made for it', async () => {
    await rm(drive(FIRST).path, { recursive: true });
    const refused = await ask([FIRST]).expect(400);
    expect(refused.body.detail).toMatch(/is not there: is the card or drive plugged in/);
    expect(await readdir(path.dirname(drive(FIRST).path))).not.toContain(path.basename(drive(FIRST).path));
  });
  it('is marked when it is taken on, and known again by it', async () => {
    expect((await copy([FIRST])).state).toBe('verified');
    const [taken] = (await rowsOf<Drive>(owner, plan.production.id, 'drives')).filter((d) => d.id === drive(FIRST).id);
    expect(taken?.volume?.id).toBe((await readMark(drive(FIRST).path))?.id);
    expect((await files()).every((f) => f.volumeId === taken?.volume?.id)).toBe(true);
    await ask([FIRST]).expect(200);
  });
  it('gone between asking and copying fails alone, and is not made by the worker either', async () => {
    await ask([FIRST]).expect(200);
    await rename(drive(FIRST).path, `${drive(FIRST).path}-elsewhere`);
    await runCopyJobs(server.context, 'w');
    const [job] = await jobs();
    expect(job).toMatchObject({ state: 'failed', failure: expect.stringMatching(/plugged in/) });
    expect((await files()).map((f) => f.state)).toEqual(['failed', 'failed']);
    expect(await readdir(path.dirname(drive(FIRST).path))).not.toContain(path.basename(drive(FIRST).path));
  });
  it('that is another than the one taken on is refused: absent, swapped, foreign', async () => {
    await copy([FIRST]);
    const mark = path.join(drive(FIRST).path, MARK_FILE);
    await rm(mark);
    expect((await ask([FIRST]).expect(409)).body.detail).toMatch(/does not carry its mark/);
    await writeMark(drive(FIRST).path, newMark(server.context.config.secret, new Date()));
    expect((await ask([FIRST]).expect(409)).body.detail).toMatch(/another drive than Fast 1/);
    await writeMark(drive(FIRST).path, newMark('somebody else’s secret', new Date()));
    expect((await ask([FIRST]).expect(409)).body.detail).toMatch(/mark of another Kavrell/);
  });
  it('and another on one device are not copied to together', async () => {
    expect((await ask([FIRST, SECOND]).expect(409)).body.detail).toMatch(/Fast 1 and Fast 2 lie on one device/);
  });
  it('in the very folder of another is that one', async () => {
    await copy([FIRST]);
    await server.context.models.drives.update({ path: drive(FIRST).path }, { where: { id: drive(SECOND).id } });
    expect((await ask([SECOND]).expect(409)).body.detail).toMatch(/are the same drive/);
  });
  it('that is a card’s folder, or lies in one, is refused: nothing is written to a card', async () => {
    const before = await readdir(card('A001').path, { recursive: true });
    for (const folder of [card('A001').path, path.join(card('A001').path, 'CLIPS')]) {
      await server.context.models.drives.update({ path: folder }, { where: { id: drive(FIRST).id } });
      expect((await ask([FIRST]).expect(409)).body.detail).toMatch(/nothing is ever written to a card/);
    }
    expect(await readdir(card('A001').path, { recursive: true })).toEqual(before);
  });
});

describe('what counts as kept', () => {
  it('is not two drives on one device, even copied to one by one', async () => {
    await copy([FIRST]);
    await copy([SECOND]);
    await server.context.models.cards.update({ unloaded: true }, { where: { id: card('A001').id } });
    const { body } = await release().expect(409);
    expect(body.detail).toMatch(/are one device and count as one copy/);
  });
  it('is nothing while something on the card is not copied, unless the owner leaves it out', async () => {
    await symlink('CLIPS', path.join(card('A001').path, 'link'));
    const job = await copy([FIRST]);
    expect(job).toMatchObject({ state: 'failed', failure: expect.stringMatching(/link \(a link\)/) });
    expect((await release().expect(409)).body.detail).toMatch(/link \(a link\) is not copied/);
    const keepPolicy = { ...plan.production.keepPolicy, leaveOut: ['link'] };
    await server.context.models.productions.update({ keepPolicy }, { where: { id: plan.production.id } });
    await owner.post(url(`copy-jobs/${job.id}/cancel`)).send({});
    await server.context.db.query('DELETE FROM copy_files; DELETE FROM copy_jobs;');
    expect((await copy([FIRST])).state).toBe('verified');
    expect((await release().expect(409)).body.detail).not.toMatch(/link/);
  });
});

describe('a release', () => {
  /** Two devices as the rows have them: the tests' machine has one. */
  const kept = async () => {
    await copy([FIRST]);
    await copy([SECOND]);
    await server.context.models.cards.update({ unloaded: true }, { where: { id: card('A001').id } });
    await server.context.models.drives.update({ simulated: true, kind: 'disk' }, { where: { id: drive(SECOND).id } });
  };
  it('looks at the drives that are here: the files must still be there', async () => {
    await kept();
    await rm(path.join(drive(FIRST).path, 'A001', 'CLIPS', 'b.bin'));
    expect((await release().expect(409)).body.detail).toMatch(/Fast 1 does not hold CLIPS\/b\.bin/);
  });
  it('is refused when none of the drives can be looked at', async () => {
    await kept();
    for (const d of plan.drives.slice(0, 2)) await rename(d.path, `${d.path}-gone`);
    await server.context.models.drives.update({ simulated: false }, { where: { id: drive(SECOND).id } });
    expect((await release().expect(409)).body.detail).toMatch(/None of the drives that hold it is plugged in/);
  });
  it('is given when one is here and sound, though the other is elsewhere', async () => {
    await kept();
    // The second is looked at once, so that its device is known as its own; then it is taken away.
    await ask([SECOND], 'check').expect(200);
    await runCopyJobs(server.context, 'w');
    await server.context.models.drives.update({ simulated: false }, { where: { id: drive(SECOND).id } });
    await rename(drive(SECOND).path, `${drive(SECOND).path}-elsewhere`);
    await release().expect(200);
  });
});

describe('a card that is looked at by several at once', () => {
  it('is listed once, and nothing fails', async () => {
    const folder = path.join(card('A001').path, 'CLIPS');
    await recordMov(path.join(folder, 'c.mov'), { timecode: '10:00:00:00', rate: '25', durationMs: 1000 });
    for (let i = 0; i < 40; i += 1) await writeFile(path.join(folder, `n${i}.mov`), `no film ${i}`);
    await Promise.all([1, 2, 3, 4].map(() => scanCard(server.context, card('A001').id)));
    const clips = await rowsOf<{ path: string; startTimecode: string | null }>(owner, plan.production.id, 'clips');
    expect(clips).toHaveLength(43);
    expect(clips.find((c) => c.path === 'CLIPS/c.mov')?.startTimecode).toBe('10:00:00:00');
  });
  it('a scan, a copy and a release of thousands of files at once all come to their end', async () => {
    const folder = path.join(card('A001').path, 'CLIPS');
    const many = sampled(3000, 800);
    for (let i = 0; i < many; i += 1) await writeFile(path.join(folder, `n${i}.xml`), `note ${i}`);
    await ask([FIRST]).expect(200);
    const [, released] = await Promise.all([
      runCopyJobs(server.context, 'w'),
      release(),
      scanCard(server.context, card('A001').id),
    ]);
    expect(released.status).toBe(409);
    expect((await jobs())[0]).toMatchObject({ state: 'verified', totalFiles: many + 2 });
    const { queries } = await server.countQueries(() => scanCard(server.context, card('A001').id));
    expect(queries.length).toBeLessThan(10);
  });
});
