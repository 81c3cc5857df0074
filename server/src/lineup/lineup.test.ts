import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { copyFile, mkdir, mkdtemp, readdir, rename, rm, utimes, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { Response } from 'superagent';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { cameraHears, recorderHears, recordMov, recordWav } from '../devices/record.ts';
import { CopiesBench } from '../copies/testing.ts';
import { runCopyJobs } from '../copies/here.ts';
import { bytesOf, openWav, packSamples, wavHead } from '@kavrell/core/formats';
import { dayLine } from '@kavrell/core/dayline';
import type { LineFind, LineRun, LineSound } from '@kavrell/core/lineup';
import { ltcSource } from '@kavrell/core/ltc';
import { parseRate } from '@kavrell/core/timecode';
import { ChildLost } from '../platform/pool/index.ts';
import { loadRows } from '../productions/load.ts';
import { runLineUps } from './run.ts';
import { lineSourcesOf } from './sources.ts';
import { sweepSounds } from './store.ts';

const bench = new CopiesBench();
const { url, rows, card, start } = bench;
const NOON = Date.parse('2027-03-18T11:05:00Z');
const LENGTH_S = 18;
const clipAt = (label: string, name: string) => path.join(card(label).path, 'CLIPS', name);
const context = () => bench.server.context;
const day = () => bench.plan.days[0]!;
const runs = () => rows<LineRun>('lineRuns');
const finds = () => rows<LineFind>('lineFinds');
const clipId = async (name: string) =>
  (await rows<{ id: string; name: string }>('clips')).find((c) => c.name === name)!.id;
const begin = (body: object = {}) => bench.owner.post(url(`days/${day().id}/line-up`)).send(body);
const act = (id: string, what: string) => bench.owner.post(url(`line-runs/${id}/${what}`)).send({});
const line = async () => dayLine(lineSourcesOf(await loadRows(context(), bench.plan.production.id)), day().id);

/** The same recordings lie on the cards of every test: they are made once. */
const films = await mkdtemp(path.join(os.tmpdir(), 'kavrell-films-'));
afterAll(() => rm(films, { recursive: true, force: true }));
async function filmed(label: string, name: string, record: (file: string) => Promise<void>): Promise<void> {
  const made = path.join(films, name);
  if (!existsSync(made)) await record(made);
  await mkdir(path.dirname(clipAt(label, name)), { recursive: true });
  await copyFile(made, clipAt(label, name));
}

/** The pour as logged, with its four clips on their cards: A in step, B without a label, C an hour ahead, the recorder. */
async function pour(): Promise<string> {
  const takeId = randomUUID();
  const cameras = ['A', 'B', 'C'].map((letter) => ({
    ...{ letter, cameraId: bench.plan.cameras.find((c) => c.letter === letter)!.id, evidence: 'reports' as const },
    ...{ card: `${letter}001`, clip: `${letter}001_C001` },
  }));
  const shotId = bench.plan.shots.find((s) => s.code === '7C')!.id;
  const base = { takeId, clientId: 'test', device: 'test' };
  const payload = { kind: 'rolled', shotId, dayId: day().id, number: 1, wild: false, timecode: '11:05:00:00', cameras };
  await bench.owner
    .post(url('take-events'))
    .send({
      events: [
        { ...base, id: randomUUID(), seq: 1, atMs: NOON, payload },
        { ...base, id: randomUUID(), seq: 2, atMs: NOON + 9000, payload: { kind: 'starred', timecode: '11:05:09:00' } },
        {
          ...base,
          id: randomUUID(),
          seq: 3,
          atMs: NOON + LENGTH_S * 1000,
          payload: { kind: 'cut', timecode: '11:05:18:00' },
        },
      ],
    })
    .expect(200);
  const durationMs = LENGTH_S * 1000;
  const mov = (letter: string, timecode: string, afterMs: number) =>
    filmed(`${letter}001`, `${letter}001_C001.mov`, (file) =>
      recordMov(file, { timecode, rate: '25', durationMs, hears: cameraHears(letter, NOON + afterMs, 0) }),
    );
  await mov('A', '11:05:00:00', 0);
  await mov('C', '12:05:00:10', 400);
  await filmed('S001', 'S001_C001.wav', (file) =>
    recordWav(file, { startS: 39_900 - 1, durationMs: durationMs + 2000, hears: recorderHears(NOON - 1000) }),
  );
  // A phone: no timecode.
  await filmed('B001', 'B001_C001.wav', (file) =>
    recordWav(file, { startS: null, durationMs, hears: cameraHears('B', NOON + 1300, 0) }),
  );
  return takeId;
}
async function copyAll(...labels: string[]) {
  for (const label of labels) {
    await start(label).expect(200);
    await runCopyJobs(context(), 'w');
  }
}

// Recordings are really read and laid over each other: on a busy machine that takes its time.
describe('clips of a day', { timeout: 300_000 }, () => {
  it('are read from copies, laid over each other and placed; what was found stays, taken back or not', async () => {
    const takeId = await pour();
    await copyAll('A001', 'B001', 'C001', 'S001');
    for (const label of ['A001', 'B001', 'C001', 'S001']) await rm(card(label).path, { recursive: true });
    const run = (await begin().expect(200)).body as LineRun;
    expect(bench.server.sent.at(-1)).toEqual({ kind: 'lineup' });
    expect((await begin().expect(409)).body.detail).toContain('under way');
    await runLineUps(context(), Infinity);
    expect(await runs()).toMatchObject([
      {
        id: run.id,
        state: 'done',
        totalFiles: 4,
        doneFiles: 4,
        totalPairs: 6,
        donePairs: 6,
        notHere: 0,
        failure: null,
      },
    ]);
    const made = await line();
    expect(made.unplaced).toEqual([]);
    const at = (name: string) => made.placed.find((c) => c.clip.name === name)!;
    const reference = at('S001_C001.wav');
    // What each hears comes later by its way through the air: 0.8, 2.5, 7 and 4 m.
    const beside = (name: string, ms: number) => at(name).startMs - reference.startMs - (1000 + ms);
    expect(beside('A001_C001.mov', 0)).toBeCloseTo(-((2.5 - 0.8) / 343) * 1000, 0);
    expect(beside('C001_C001.mov', 400)).toBeCloseTo(-((7 - 0.8) / 343) * 1000, 0);
    expect(beside('B001_C001.wav', 1300)).toBeCloseTo(-((4 - 0.8) / 343) * 1000, 0);
    expect(at('B001_C001.wav')).toMatchObject({ means: 'sound', take: { number: 1 } });
    expect(made.worstLoopMs).toBeLessThan(1);
    const all = await finds();
    const evidence = (await bench.owner.get(url(`line-finds/${all[0]!.id}/evidence`)).expect(200)).body;
    expect(evidence.curve).toHaveLength(161);
    expect(evidence.windows).toHaveLength(all[0]!.windows);
    // A second run finds nothing new to do; one that measures again leaves the first as it was.
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    expect(await finds()).toHaveLength(all.length);
    await begin({ again: true }).expect(200);
    await runLineUps(context(), Infinity);
    expect(await finds()).toHaveLength(2 * all.length);
    const third = (await runs()).find((r) => r.again)!;
    expect((await act(third.id, 'withdraw').expect(200)).body.withdrawnBy).toBe('owner');
    expect((await line()).unplaced).toEqual([]);
    await act(run.id, 'withdraw').expect(200);
    expect((await line()).unplaced.map((c) => c.clip.name)).toEqual(['B001_C001.wav']);
    await act(run.id, 'restore').expect(200);
    expect((await line()).unplaced).toEqual([]);

    const sounds = (await bench.owner.get(url('line-sounds')).expect(200)).body as LineSound[];
    expect(sounds.map((s) => [s.peaks.length > 150, s.unread])).toEqual(Array(4).fill([true, null]));
    const id = await clipId('A001_C001.mov');
    const heard = await bench.owner
      .get(url(`clips/${id}/sound/1000/2000`))
      .buffer(true)
      .expect(200);
    expect(openWav(bytesOf(heard.body as Uint8Array)).frames).toBe(16_000);
    const picture = await bench.owner.get(url(`clips/${id}/picture.jpg`)).expect(200);
    expect((picture.body as Buffer).subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    await bench.owner.get(url(`clips/${await clipId('S001_C001.wav')}/picture.jpg`)).expect(404);
    await bench.owner.get(url(`clips/${randomUUID()}/sound/0/1000`)).expect(404);

    const otio = JSON.parse((await bench.owner.get(url(`days/${day().id}/line/otio/take/${takeId}`)).expect(200)).text);
    expect(otio.tracks.children.map((t: { name: string; kind: string }) => [t.name, t.kind])).toEqual([
      ['S', 'Audio'],
      ...['A', 'C', 'B'].map((name) => [name, 'Video']),
    ]);
    const clip = otio.tracks.children[1].children.at(-1);
    expect(clip.metadata.kavrell).toMatchObject({ take: '7C-1', camera: 'A', card: 'A001', placedBy: 'sound' });
    expect(clip.markers).toMatchObject([{ OTIO_SCHEMA: 'Marker.2', color: 'YELLOW' }]);
    expect(clip.media_references.DEFAULT_MEDIA.target_url).toBe('A001/CLIPS/A001_C001.mov');
    const csv = (await bench.owner.get(url(`days/${day().id}/line/csv/day/${day().id}`)).expect(200)).text;
    expect(csv).toContain('C001/CLIPS/C001_C001.mov');
    for (const kind of ['edl', 'all']) {
      const zip = await bench.owner
        .get(url(`days/${day().id}/line/${kind}/day/${day().id}`))
        .buffer(true)
        .parse(asBytes)
        .expect(200);
      expect((zip.body as Buffer).subarray(0, 2).toString()).toBe('PK');
    }
    for (const how of ['as-recorded', 'resampled']) {
      const zip = await bench.owner
        .get(url(`takes/${takeId}/sound/${how}`))
        .buffer(true)
        .parse(asBytes)
        .expect(200);
      const wav = openWav(bytesOf(stored(zip.body as Buffer, 'S001_C001 1.wav')));
      expect(wav.frames / 48_000).toBeCloseTo(LENGTH_S + 1, 1);
      // From where the first picture begins: a moment after 11:05 by the line.
      expect(wav.bext!.timeReference / 48_000).toBeCloseTo(39_900, 1);
    }
    await bench.owner.get(url(`days/${day().id}/live-cut.zip`)).expect(409);
  });

  it('stop by hand and are taken up; what is not here is counted and left, or read from its card when asked', async () => {
    await pour();
    await copyAll('A001', 'S001');
    const run = (await begin().expect(200)).body as LineRun;
    await act(run.id, 'pause').expect(200);
    await runLineUps(context(), Infinity);
    expect(await runs()).toMatchObject([{ state: 'paused', doneFiles: 0 }]);
    await act(run.id, 'resume').expect(200);
    // No time at all for it: one look, then others have their turn, and it goes on.
    await runLineUps(context(), 0);
    expect(await runs()).toMatchObject([{ state: 'running' }]);
    expect(bench.server.sent.at(-1)).toEqual({ kind: 'lineup' });
    await runLineUps(context(), Infinity);
    // C and the phone were not read into the list of clips yet: their cards were not.
    expect(await runs()).toMatchObject([{ state: 'done', totalFiles: 2, notHere: 0 }]);
    await bench.owner
      .post(url(`cards/${card('C001').id}/scan`))
      .send({})
      .expect(200);
    const { scanCard } = await import('../copies/here.ts');
    await scanCard(context(), card('C001').id);
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    expect((await runs()).at(-1)).toMatchObject({ state: 'done', totalFiles: 2, notHere: 1 });
    expect(await finds()).toHaveLength(1);
    await begin({ fromCards: true }).expect(200);
    await runLineUps(context(), Infinity);
    expect((await runs()).at(-1)).toMatchObject({ totalFiles: 3, notHere: 0, fromCards: true });
    expect(await finds()).toHaveLength(3);
    const cancelled = (await begin().expect(200)).body as LineRun;
    await act(cancelled.id, 'cancel').expect(200);
    await runLineUps(context(), Infinity);
    expect((await runs()).at(-1)!.state).toBe('cancelled');
  });

  it('that are broken, silent or only timecode say so, and the rest is placed', async () => {
    await pour();
    await writeFile(clipAt('A001', 'A001_C002.mov'), 'No film, only words that somebody named so.');
    await writeFile(clipAt('A001', 'A001_C003.mov'), '');
    const format = { encoding: 'pcm', bits: 16, channels: 1, sampleRate: 8000 } as const;
    const silent = [wavHead(format, 80_000), packSamples(format, [new Float32Array(80_000)])];
    await writeFile(clipAt('S001', 'S001_C002.wav'), Buffer.concat(silent));
    const fast = { ...format, sampleRate: 48_000, channels: 1 } as const;
    const ltc = new Float32Array(48_000 * 12);
    ltcSource({ rate: parseRate('25'), sampleRate: 48_000, startFrames: (11 * 3600 + 5 * 60 + 2) * 25 })(0, ltc);
    await writeFile(
      clipAt('S001', 'S001_C003.wav'),
      Buffer.concat([wavHead(fast, ltc.length), packSamples(fast, [ltc])]),
    );
    await copyAll('A001', 'S001');
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    const sounds = (await bench.owner.get(url('line-sounds')).expect(200)).body as LineSound[];
    const unread = new Map(sounds.map((s) => [s.clipId, s.unread]));
    expect(unread.get(await clipId('A001_C002.mov'))).toContain('can’t be read');
    expect(unread.get(await clipId('A001_C003.mov'))).toBe('The file is empty.');
    expect(unread.get(await clipId('S001_C002.wav'))).toBeNull();
    expect(unread.get(await clipId('S001_C003.wav'))).toContain('Its only channel holds timecode');
    expect((await finds()).find((f) => f.means === 'ltc')).toMatchObject({ label: '11:05:02:00', rate: '25' });
    expect((await line()).placed.find((c) => c.clip.name === 'A001_C001.mov')!.means).toBe('sound');
  });

  it('go on when one pair brings its child down: the others are measured, it is named, and the next run tries it again', async () => {
    await pour();
    await copyAll('A001', 'C001', 'S001');
    const { pool } = context();
    const run = pool.run.bind(pool);
    let isDown = false;
    const broken = vi.spyOn(pool, 'run').mockImplementation((work, ...rest) => {
      if (work.kind !== 'linePair' || isDown) return run(work, ...rest);
      isDown = true;
      return Promise.reject(new ChildLost('It came down.'));
    });
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    broken.mockRestore();
    expect(await runs()).toMatchObject([{ state: 'done', totalPairs: 3, donePairs: 2 }]);
    expect((await runs())[0]!.failure).toMatch(/^Could not be measured, for another try: .+ against .+\.$/);
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    expect(await finds()).toHaveLength(3);
    expect((await runs()).at(-1)).toMatchObject({ state: 'done', failure: null });
  });

  it('of which what was read takes too much room are swept, the longest unused first; they can be read again', async () => {
    await pour();
    await copyAll('A001', 'S001');
    await begin().expect(200);
    await runLineUps(context(), Infinity);
    const folder = path.join(bench.server.media, 'lineup');
    const kept = async () => (await readdir(folder)).filter((f) => f.endsWith('.s16'));
    expect(await kept()).toHaveLength(2);
    const [old] = await kept();
    await utimes(path.join(folder, old!), new Date(0), new Date(0));
    expect(await sweepSounds(context(), 500_000)).toBe(1);
    expect(await kept()).not.toContain(old);
    await begin({ again: true }).expect(200);
    await runLineUps(context(), Infinity);
    expect(await kept()).toContain(old);
  });

  it('of a day that has none, or of another production, are refused in words', async () => {
    expect((await begin().expect(409)).body.detail).toContain('There is no clip of this day yet');
    await bench.owner
      .post(url(`days/${randomUUID()}/line-up`))
      .send({})
      .expect(404);
    await act(randomUUID(), 'pause').expect(404);
    await rename(bench.server.media, `${bench.server.media} `);
    await rename(`${bench.server.media} `, bench.server.media);
  });
});

const asBytes = (res: Response, done: (error: Error | null, body: Buffer) => void) => {
  const parts: Buffer[] = [];
  const stream = res as unknown as NodeJS.ReadableStream;
  stream.on('data', (part: Buffer) => parts.push(part));
  stream.on('end', () => done(null, Buffer.concat(parts)));
};
/** A file that lies uncompressed in a ZIP, by its local header. */
function stored(zip: Buffer, name: string): Uint8Array {
  const at = zip.indexOf(name) - 30;
  const from = at + 30 + zip.readUInt16LE(at + 26) + zip.readUInt16LE(at + 28);
  return new Uint8Array(zip.subarray(from));
}
