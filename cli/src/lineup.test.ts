import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { packSamples, wavHead, type WavFormat } from '@kavrell/core/formats';
import type { LineJson } from '@kavrell/core/lineup';
import { madeSound, recorded } from '../../core/src/rooms/lineup/testing.ts';
import { run } from './run.ts';

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-lineup-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const at = (name: string) => path.join(dir, name);

async function kavrell(...args: string[]) {
  let out = '';
  let err = '';
  const exit = await run(args, {
    out: (text) => void (out += text),
    err: (line) => void (err += `${line}\n`),
    input: async () => '',
  });
  return { exit, out, err };
}
function write(name: string, channels: Float32Array[], more: Partial<WavFormat> = {}) {
  const format: WavFormat = { encoding: 'pcm', bits: 16, sampleRate: 8000, ...more, channels: channels.length };
  const body = packSamples(format, channels);
  writeFileSync(at(name), Buffer.concat([wavHead(format, channels[0]!.length), body]));
}
/** Between the samples that there are in a straight line. */
const raised = (samples: Float32Array, times: number): Float32Array =>
  Float32Array.from({ length: samples.length * times }, (_, i) => {
    const [whole, part] = [Math.floor(i / times), (i % times) / times];
    return samples[whole]! * (1 - part) + (samples[whole + 1] ?? 0) * part;
  });

const names = (list: readonly { file: string }[]) => list.map((x) => path.basename(x.file));
beforeAll(() => {
  const talk = madeSound('speech', 50, 12);
  write('A.wav', [recorded(talk, { fromS: 0, toS: 36, snrDb: 15, seed: 1 })]);
  const phone = recorded(talk, { fromS: 8, toS: 46, driftPpm: 30, reverbS: 0.5, snrDb: 10, seed: 2 });
  // Loud and steady beside it, as timecode is.
  const steady = Float32Array.from({ length: phone.length * 6 }, (_, i) => (Math.floor(i / 12) % 2 ? 0.6 : -0.6));
  write('B.wav', [steady, raised(phone, 6)], { bits: 24, sampleRate: 48_000 });
  write('silent.wav', [new Float32Array(160_000)]);
  writeFileSync(at('empty.wav'), '');
  writeFileSync(at('notes.wav'), 'Not a sound at all, only words that somebody named so.');
});

describe('lineup', () => {
  it('says where each file stands, through the channel with the sound in it, and why one does not', async () => {
    const files = ['A.wav', 'B.wav', 'silent.wav', 'empty.wav', 'notes.wav'].map(at);
    const { exit, out, err } = await kavrell('lineup', ...files, '--json');
    const line = JSON.parse(out) as LineJson;
    expect(exit).toBe(1);
    expect(err).toContain('B.wav: Channel 2 of 2 was taken.');
    expect(names(line.files)).toEqual(['A.wav', 'B.wav', 'silent.wav']);
    expect(line.files[1]).toMatchObject({ channels: 2, rate: null, startTimecode: null, reel: 'B' });
    const [pair] = line.pairs;
    expect([path.basename(pair!.a), path.basename(pair!.b), pair!.refused]).toEqual(['A.wav', 'B.wav', null]);
    const offsetAt0 = line.devices.find((d) => d.file === at('B.wav'))!.offsetMs;
    expect(Math.abs(offsetAt0 - 8000)).toBeLessThan(2);
    expect(Object.fromEntries(line.unplaced.map((u) => [path.basename(u.file), u.reason]))).toEqual({
      'silent.wav': 'it holds no sound',
      'empty.wav': 'The file is empty.',
      'notes.wav': expect.stringMatching(/can’t be read as sound or picture/) as string,
    });
  });
  it('is counted from the reference, and read by people too', async () => {
    const { exit, out } = await kavrell('lineup', at('A.wav'), at('B.wav'), '--reference', at('B.wav'));
    expect(exit).toBe(0);
    expect(out).toMatch(/A\.wav: begins at -(7\.99|8\.00)\d* s/);
    expect(out).toContain('B.wav: begins at 0.0000 s, clock +0.0 ppm');
  });
  it('two copies of one file are told to be that', async () => {
    copyFileSync(at('A.wav'), at('A again.wav'));
    const { exit, err } = await kavrell('lineup', at('A.wav'), at('A again.wav'));
    expect(exit).toBe(0);
    expect(err).toContain('A again.wav: it holds the same recording as ');
  });
  it('reads what ffmpeg reads, with the timecode in it; a picture without sound is told', async () => {
    const encode = (...args: string[]) => execFileSync('ffmpeg', ['-nostdin', '-v', 'error', '-y', ...args]);
    const picture = ['-f', 'lavfi', '-i', 'color=s=32x32:r=25:d=36'];
    encode(...picture, '-i', at('A.wav'), '-c:v', 'mpeg4', '-c:a', 'aac', '-timecode', '10:00:00:00', at('A.mov'));
    encode(...picture, '-c:v', 'mpeg4', at('mute.mov'));
    const { out } = await kavrell('lineup', at('B.wav'), at('A.mov'), at('mute.mov'), '--json');
    const line = JSON.parse(out) as LineJson;
    expect(line.files[1]).toMatchObject({ rate: '25', startTimecode: '10:00:00:00' });
    // What the encoder puts before the sound is within a few samples of nothing.
    expect(Math.abs(line.devices.find((d) => d.file === at('A.mov'))!.offsetMs + 8000)).toBeLessThan(60);
    expect(line.unplaced).toEqual([{ file: at('mute.mov'), reason: 'It has no sound.' }]);
  });
  it.each([
    [['lineup'], /two files at the least/],
    [['lineup', 'a.wav'], /two files at the least/],
    [['lineup', '/no/such.wav', '/no/other.wav'], /there is no such file/],
    [['lineup', 'a.wav', 'b.wav', '--reference', 'c.wav'], /it is not one of the files/],
    [['export'], /kavrell export otio\|edl\|csv/],
    [['export', 'aaf', '--from', 'x', '--rate', '25', '--out', 'y'], /kavrell export otio\|edl\|csv/],
    [['export', 'csv', '--from', '/no/line.json', '--rate', '25', '--out', 'y'], /there is no such file/],
  ])('%j is told in one line, and ends with 2', async (args, words) => {
    const { exit, err, out } = await kavrell(...args);
    expect([exit, out]).toEqual([2, '']);
    expect(err).toMatch(words);
  });
});

describe('export', () => {
  it('makes of a line what editors read, and writes over nothing', async () => {
    const line: LineJson = {
      files: [
        { file: 'A.mov', durationS: 10, rate: '25', startTimecode: '10:00:00:00', channels: 2, reel: 'A001' },
        { file: 'S.wav', durationS: 20, rate: null, startTimecode: null, channels: 1, reel: '' },
        { file: 'apart.wav', durationS: 20, rate: null, startTimecode: null, channels: 1, reel: '' },
      ],
      pairs: [],
      devices: [
        { file: 'A.mov', offsetMs: 0, driftPpm: 0, component: 0 },
        { file: 'S.wav', offsetMs: -2000, driftPpm: 4, component: 0 },
      ],
      unplaced: [{ file: 'apart.wav', reason: 'no common sound' }],
    };
    writeFileSync(at('line.json'), JSON.stringify(line));
    const make = (kind: string, out: string, ...more: string[]) =>
      kavrell('export', kind, '--from', at('line.json'), '--rate', '25', '--out', at(out), ...more);
    const otio = await make('otio', 'line.otio');
    expect(otio).toMatchObject({ exit: 0, err: 'Not on this line, and left out: apart.wav\n' });
    expect(JSON.parse(readFileSync(at('line.otio'), 'utf8'))).toMatchObject({ OTIO_SCHEMA: 'Timeline.1' });
    expect((await make('edl', 'edls')).exit).toBe(0);
    expect(readdirSync(at('edls')).sort()).toEqual(['A001.edl', 'S.edl', 'reels.csv']);
    expect((await make('csv', 'line.csv')).exit).toBe(0);
    expect(await make('csv', 'line.csv')).toMatchObject({ exit: 2 });
    expect((await make('csv', 'line.csv', '--force')).exit).toBe(0);
    writeFileSync(at('bad.json'), '{"files":[]}');
    const bad = await kavrell('export', 'csv', '--from', at('bad.json'), '--rate', '25', '--out', at('x.csv'));
    expect(bad.exit).toBe(2);
    expect(bad.err).toContain('pairs');
    const rate = await kavrell('export', 'csv', '--from', at('line.json'), '--rate', '7', '--out', at('x.csv'));
    expect(rate.exit).toBe(2);
  });
});
