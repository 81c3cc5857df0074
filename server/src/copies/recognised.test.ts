import { cp, mkdir, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import type { MediaFound } from '@kavrell/contract';
import type { Card, CardAlarm, Drive, Release } from '@kavrell/core/copies';
import { runCopyJobs, scanCard } from './here.ts';
import { CopiesBench } from './testing.ts';

const bench = new CopiesBench();
const { url, rows, card, start, fill } = bench;
const scan = (label: string) => scanCard(bench.server.context, card(label).id);
const alarms = async (label: string): Promise<CardAlarm[]> =>
  (await rows<Card>('cards')).find((c) => c.label === label)!.alarms;
const standing = async (label: string) => (await alarms(label)).filter((a) => a.settledBy === null).map((a) => a.kind);
const post = (rest: string) => bench.owner.post(url(rest)).send({});

describe('a card that is read', () => {
  it('is known again where it shows up, by what lies on it', async () => {
    await fill('A001', { 'CLIPS/A001C001.mov': 'one', 'CLIPS/A001C002.mov': 'two' });
    await scan('A001');
    const elsewhere = path.join(bench.server.media, 'other reader');
    await rename(card('A001').path, elsewhere);
    const found = async () =>
      ((await bench.owner.get(url('media')).expect(200)).body.found as MediaFound[]).find((f) => f.path === elsewhere);
    expect(await found()).toMatchObject({ knownAs: null, cardId: card('A001').id, station: '', files: 2 });
    await writeFile(path.join(elsewhere, 'CLIPS', 'A001C001.mov'), 'another first file');
    expect(await found()).toMatchObject({ cardId: null });
  });

  it('with fewer files than it had is told, and is not released until somebody looked', async () => {
    await fill('A001', { 'a.bin': 'one', 'b.bin': 'two' });
    await start('A001', 3).expect(200);
    await runCopyJobs(bench.server.context, 'w');
    await bench.owner.post(url('cards/' + card('A001').id + '/unload')).send({});
    await rm(path.join(card('A001').path, 'b.bin'));
    const refused = await post(`cards/${card('A001').id}/release`).expect(409);
    expect(refused.body.detail).toContain('of 2 that were on A001 is gone from it or shorter');
    expect(await standing('A001')).toEqual(['fewer']);
    // Read again it is the same alarm, not another one.
    await scan('A001');
    expect(await alarms('A001')).toHaveLength(1);
    expect((await post(`cards/${card('A001').id}/settle-alarms`).expect(200)).body).toEqual({ settled: 1 });
    expect((await alarms('A001'))[0]?.settledBy).toBe('owner');
    await scan('A001');
    expect(await standing('A001')).toEqual([]);
    await post(`cards/${card('A001').id}/release`).expect(200);
  });

  it('with more files than before is told nothing: it was recorded on', async () => {
    await fill('A001', { 'a.bin': 'one' });
    await scan('A001');
    await fill('A001', { 'b.bin': 'two' });
    await scan('A001');
    expect(await alarms('A001')).toEqual([]);
  });

  it('that was released and comes back as it was is told', async () => {
    await fill('A001', { 'a.bin': 'one' });
    await start('A001', 3).expect(200);
    await runCopyJobs(bench.server.context, 'w');
    await bench.owner.post(url('cards/' + card('A001').id + '/unload')).send({});
    const { body } = await post(`cards/${card('A001').id}/release`).expect(200);
    expect((body as Release).withdrawnAtMs).toBeNull();
    await scan('A001');
    expect(await standing('A001')).toEqual(['cameBack']);
    // Formatted at last, it is what a release is for.
    await rm(card('A001').path, { recursive: true });
    await mkdir(card('A001').path);
    await scan('A001');
    expect(await standing('A001')).toEqual([]);
  });

  it('as another of its name, as one of another label, and from another camera is told apart', async () => {
    await fill('A001', { 'a.bin': 'one' });
    await scan('A001');
    await rm(card('A001').path, { recursive: true });
    await fill('A001', { 'z.bin': 'of another card' });
    await scan('A001');
    expect(await standing('A001')).toEqual(['other']);

    await fill('B001', { 'CLIPS/B001C001.mov': 'b' });
    await scan('B001');
    await cp(card('B001').path, card('A002').path, { recursive: true, preserveTimestamps: true });
    await scan('A002');
    expect((await alarms('A002')).map((a) => [a.kind, a.other])).toEqual([
      ['twin', 'B001'],
      ['wrongCamera', 'B'],
    ]);
  });
});

describe('room on a drive', () => {
  it('is known once it was looked at, and told again only when it changed', async () => {
    // A simulated one has no room of its own to tell.
    const { models } = bench.server.context;
    await models.drives.update({ space: null }, { where: { productionId: bench.plan.production.id } });
    await models.drives.update({ simulated: false }, { where: { id: bench.plan.drives[0]!.id } });
    await mkdir(bench.plan.drives[0]!.path, { recursive: true });
    await fill('A001', { 'a.bin': 'one' });
    await start('A001', 3).expect(200);
    await runCopyJobs(bench.server.context, 'w');
    const drive = (await rows<Drive>('drives')).find((d) => d.id === bench.plan.drives[0]?.id)!;
    expect(drive.space!.totalBytes).toBeGreaterThan(drive.space!.freeBytes);
    expect(drive.space!.freeBytes).toBeGreaterThan(0);
    expect((await rows<Drive>('drives')).filter((d) => d.space !== null)).toHaveLength(1);
    const { queries } = await bench.server.countQueries(() => runCopyJobs(bench.server.context, 'w'));
    expect(queries.filter((q) => q.includes('"space"') && q.includes('UPDATE'))).toEqual([]);
  });
});
