import { execFile } from 'node:child_process';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import type { Clip, SentSelect } from '@kavrell/core/copies';
import { recordMov, recordWav } from '../devices/record.ts';
import { newId } from '../platform/ids.ts';
import { runCopyJobs } from './here.ts';
import { lookIntoCard } from './look.ts';
import { sendSelects } from './selects.ts';
import { CopiesBench } from './testing.ts';

const run = promisify(execFile);
const bench = new CopiesBench();
const { url, rows, card, start, fill } = bench;
const clips = async () => new Map((await rows<Clip>('clips')).map((c) => [c.name, c]));
const at = (name: string) => path.join(card('A001').path, 'CLIPS', name);
const dark = (file: string) =>
  run('ffmpeg', [
    ...['-nostdin', '-v', 'error', '-f', 'lavfi', '-i', 'color=black:size=64x36:rate=25:duration=1', '-f', 'lavfi'],
    ...['-i', 'anullsrc=sample_rate=48000:duration=1', '-shortest', '-c:v', 'mpeg4', '-c:a', 'pcm_s16le', file],
  ]);

describe('a look into copies', () => {
  it('finds what opens, plays, sounds and is lit, from a copy and never from the card', async () => {
    await recordMov(at('A001C001.mov'), { timecode: '10:00:00:00', rate: '25', durationMs: 2000 });
    await dark(at('A001C002.mov'));
    await recordWav(at('S.wav'), { startS: 36_000, durationMs: 1000 });
    await writeFile(at('A001C003.mov'), 'no film at all');
    await writeFile(at('R.mxf'), 'what nobody here decodes');
    await writeFile(at('note.txt'), 'no film either');
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w');
    expect(bench.server.sent.at(-1)).toEqual({ kind: 'look', cardId: card('A001').id });
    // Without its card: what is looked into is the copy.
    await rm(card('A001').path, { recursive: true });
    await lookIntoCard(bench.server.context, card('A001').id);
    const looked = await clips();
    const look = (name: string) => looked.get(name)!.looked;
    expect(look('A001C001.mov')).toMatchObject({
      opens: true,
      hasPicture: true,
      hasSound: true,
      frames: 8,
      unsure: '',
    });
    expect(look('A001C001.mov')!.playsMs).toBeCloseTo(2000, -2);
    expect(look('A001C001.mov')!.brightest).toBeGreaterThan(200);
    expect(look('A001C001.mov')!.peakDb).toBeGreaterThan(-30);
    expect(look('A001C002.mov')!.brightest).toBeLessThanOrEqual(24);
    expect(look('A001C002.mov')!.peakDb).toBeLessThan(-70);
    expect(look('S.wav')).toMatchObject({ opens: true, hasPicture: false, hasSound: true, brightest: null });
    expect(look('A001C003.mov')).toMatchObject({ opens: false });
    // What can’t be decoded here is not looked into: no finding.
    expect(look('R.mxf')).toMatchObject({ opens: null });
    expect(look('R.mxf')!.unsure).toContain('It was not looked into');
    expect(look('note.txt')).toBeNull();
    expect(
      (
        await bench.owner
          .post(url(`cards/${card('A001').id}/look`))
          .send({})
          .expect(200)
      ).body,
    ).toEqual({
      toLookInto: 0,
      notHere: 0,
    });
  });
});

describe('clips for the editor', () => {
  const ask = (driveId: string, list: readonly string[]) =>
    bench.owner.post(url('selects')).send({ driveId, clips: list.map((clipId) => ({ takeId: newId(), clipId })) });
  const send = () => sendSelects(bench.server.context, bench.plan.production.id);
  const sent = () => rows<SentSelect>('sentSelects');

  it('are copied from a verified copy, compared, listed beside them, and not sent twice', async () => {
    await fill('A001', { 'CLIPS/a.mov': 'film one', 'CLIPS/b.mov': 'film two' });
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w');
    await rm(card('A001').path, { recursive: true });
    const editor = bench.plan.drives[2]!;
    await mkdir(editor.path, { recursive: true });
    const id = (await clips()).get('a.mov')!.id;
    expect((await ask(editor.id, [id]).expect(200)).body).toEqual({ asked: 1, already: 0 });
    expect(bench.server.sent.at(-1)).toEqual({ kind: 'selects', productionId: bench.plan.production.id });
    await send();
    expect(await sent()).toMatchObject([{ state: 'sent', sentAs: 'A001/CLIPS/a.mov', by: 'owner', failure: null }]);
    expect((await sent())[0]!.hash).toMatch(/^[0-9a-f]{16}$/);
    const lies = (rest: string) => readFile(path.join(editor.path, 'SELECTS', rest), 'utf8');
    expect(await lies('A001/CLIPS/a.mov')).toBe('film one');
    expect(await lies('SELECTS.csv')).toContain((await sent())[0]!.hash);
    expect((await ask(editor.id, [id]).expect(200)).body).toEqual({ asked: 0, already: 1 });
    expect((await bench.owner.get(url('selects.csv')).expect(200)).text).toContain('A001/CLIPS/a.mov');
  });

  it('fail in words while no copy of them is here, and go when asked again', async () => {
    await fill('A001', { 'a.mov': 'film' });
    await start('A001', 1).expect(200);
    await runCopyJobs(bench.server.context, 'w');
    const [fast, , editor] = bench.plan.drives;
    const id = (await clips()).get('a.mov')!.id;
    await run('mv', [fast!.path, `${fast!.path} away`]);
    await ask(editor!.id, [id]).expect(200);
    await send();
    expect(await sent()).toMatchObject([{ state: 'failed' }]);
    expect((await sent())[0]!.failure).toContain('No verified copy of it is plugged in here');
    await rm(fast!.path, { recursive: true, force: true });
    await run('mv', [`${fast!.path} away`, fast!.path]);
    await ask(editor!.id, [id]).expect(200);
    await send();
    expect(await sent()).toMatchObject([{ state: 'sent', failure: null }]);
  });

  it('never go over what lies there already: the same is taken as sent, another file stands in the way', async () => {
    await fill('A001', { 'a.mov': 'film', 'b.mov': 'film two' });
    await start('A001').expect(200);
    await runCopyJobs(bench.server.context, 'w');
    const editor = bench.plan.drives[2]!;
    const folder = path.join(editor.path, 'SELECTS', 'A001');
    await mkdir(folder, { recursive: true });
    await writeFile(path.join(folder, 'a.mov'), 'film');
    await writeFile(path.join(folder, 'b.mov'), 'theirs');
    await ask(
      editor.id,
      [...(await clips()).values()].map((c) => c.id),
    ).expect(200);
    await send();
    const found = (await sent()).sort((a, b) => (a.path < b.path ? -1 : 1));
    expect(found.map((s) => s.state)).toEqual(['sent', 'failed']);
    expect(found[1]!.failure).toContain('Another file of this name lies there already');
    expect(await readFile(path.join(folder, 'b.mov'), 'utf8')).toBe('theirs');
  });
  it('of another production, or to a drive of another, are refused', async () => {
    expect((await ask(newId(), [newId()]).expect(404)).body.detail).toContain('no such drive');
    expect((await ask(bench.plan.drives[0]!.id, [newId()]).expect(404)).body.detail).toContain(
      'not in this production',
    );
    expect((await ask(bench.plan.drives[0]!.id, []).expect(400)).body.detail).toBe(
      'Nothing is starred that was copied.',
    );
  });
});
