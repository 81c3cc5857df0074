import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bytesOf, openWav } from '@kavrell/core/formats';
import { CALCS } from '@kavrell/core/registry';
import { run } from './run.ts';

const recordings = fileURLToPath(new URL('../../core/src/base/ltc/recordings/', import.meta.url));
const bin = fileURLToPath(new URL('../bin/kavrell.mjs', import.meta.url));
const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-cli-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const file = (name: string) => path.join(dir, name);

async function kavrell(args: string[], input = '') {
  let out = '';
  let err = '';
  const exit = await run(args, {
    out: (text) => void (out += text),
    err: (line) => void (err += `${line}\n`),
    input: async () => input,
  });
  return { exit, out, err };
}

describe('calc', () => {
  it('answers one value with one, an array with an array', async () => {
    const one = await kavrell(['calc', 'timecode.frames'], '{"label":"01:00:00;00","rate":"29.97df"}');
    expect(one).toEqual({ exit: 0, out: '{"frames":107892}\n', err: '' });
    const many = await kavrell(['calc', 'timecode.label'], '[{"frames":-1,"rate":"25"},{"frames":0,"rate":"25/1"}]');
    expect(JSON.parse(many.out)).toEqual([{ label: '23:59:59:24' }, { label: '00:00:00:00' }]);
  });
  it('answers the good ones beside a bad one, and ends with 1', async () => {
    const { exit, out, err } = await kavrell(
      ['calc', 'clock.drift'],
      '[{"ppm":6,"seconds":14400},{"ppm":"x","seconds":1},3]',
    );
    expect(exit).toBe(1);
    expect(err).toBe('');
    expect(JSON.parse(out)).toEqual([
      { offsetMs: 86.4 },
      { error: { code: 'input.type', message: 'The difference of the clocks is a number in ppm.', path: ['ppm'] } },
      { error: { code: 'input.type', message: 'Give the inputs as an object.', path: [] } },
    ]);
  });
  it.each([
    [['calc', 'timecode.sum'], '{}', /There is no computation “timecode.sum”/],
    [['calc', 'clock.drift'], '{"ppm":', /not JSON/],
    [['calc', 'clock.drift'], '', /not JSON/],
    [['calc'], '', /kavrell calc NAME/],
    [['calc', 'a', 'b'], '', /kavrell calc NAME/],
    [['cook'], '', /no command “cook”/],
    [['ltc', 'sing'], '', /no command “ltc sing”/],
    [['ltc', 'decode'], '', /ltc decode FILE/],
    [['ltc', 'decode', '--loud', 'x'], '', /loud/],
    [['ltc', 'decode', '/no/such/file.wav'], '', /no such file/],
    [['ltc', 'decode', os.tmpdir()], '', /no file/],
    [['ltc', 'encode', '--rate', '25', 'x.wav'], '', /--start/],
    [['ltc', 'encode', '--rate', '26', '--start', '0', '--seconds', '1', 'x.wav'], '', /not a frame rate/],
    [['ltc', 'encode', '--rate', '25', '--start', '99999999', '--seconds', '1', 'x.wav'], '', /Hours run/],
    [['ltc', 'encode', '--rate', '25', '--start', '0', '--seconds', 'long', 'x.wav'], '', /--seconds is a number/],
    [['ltc', 'encode', '--rate', '25', '--start', '0', '--seconds', '1', '--user', 'zz', 'x.wav'], '', /user bits/],
    [
      ['ltc', 'encode', '--rate', '25', '--start', '0', '--seconds', '1', '--date', '2027-02-30', 'x.wav'],
      '',
      /not a date/,
    ],
  ])('%j is told off in one line, with 2', async (args, input, words) => {
    const { exit, out, err } = await kavrell(args, input);
    expect(exit).toBe(2);
    expect(out).toBe('');
    expect(err).toMatch(words);
    expect(err.trimEnd()).not.toContain('\n');
  });
  it('lists every computation with its schemas', async () => {
    const { out } = await kavrell(['calc', '--list']);
    const listed = JSON.parse(out) as { name: string; input: { type: string } }[];
    expect(listed.map((c) => c.name)).toEqual(CALCS.map((c) => c.name));
    expect(listed.every((c) => c.input.type === 'object')).toBe(true);
  });
});

describe('ltc', () => {
  it('decodes a recording, finds the channel by itself and says what it found', async () => {
    const wav = file('right.wav');
    writeFileSync(wav, gunzipSync(readFileSync(path.join(recordings, 'stereo_right_2997df.wav.gz'))));
    for (const channel of [[], ['--channel', '2'], ['--channel', '1']]) {
      const { exit, out } = await kavrell(['ltc', 'decode', wav, '--json', ...channel]);
      expect(exit).toBe(0);
      const found = JSON.parse(out) as {
        channel: number;
        rate: string;
        notes: string[];
        words: { label: string; sample: number }[];
      };
      expect(found).toMatchObject({ channel: 2, rate: '30000/1001df' });
      expect(found.words.length).toBe(105);
      expect(found.words[0]).toMatchObject({ label: '21:02:58;00', sample: 0 });
      expect(found.notes.length).toBe(channel[1] === '1' ? 1 : 0);
    }
    expect((await kavrell(['ltc', 'decode', wav, '--channel', '3'])).err).toMatch(/there is no channel 3/);
    const { out } = await kavrell(['ltc', 'decode', wav]);
    expect(out).toMatch(/105 words in channel 2/);
    expect(out).toMatch(/21:02:58;00 – 21:03:01;16/);
  });
  it('encodes what it decodes, with user bits, a date, and pairs above 30 frames a second', async () => {
    const wav = file('pairs.wav');
    const made = await kavrell([
      'ltc',
      'encode',
      '--rate',
      '50',
      '--start',
      '23595900',
      '--seconds',
      '2',
      '--date',
      '2027-03-18',
      '--zone',
      '60',
      '--bits',
      '24',
      wav,
    ]);
    expect(made.exit).toBe(0);
    const { out } = await kavrell(['ltc', 'decode', wav, '--json', '--rate', '50']);
    const { words } = JSON.parse(out) as { words: { label: string; pair: string[]; date: { date: string } }[] };
    expect(words.length).toBe(50);
    expect(words[0]!.pair).toEqual(['23:59:59:00', '23:59:59:01']);
    expect(words.at(-1)).toMatchObject({
      pair: ['00:00:00:48', '00:00:00:49'],
      date: { date: '2027-03-19', zoneMin: 60 },
    });
    const head = openWav(bytesOf(readFileSync(wav)));
    expect(head.format).toEqual({ encoding: 'pcm', bits: 24, channels: 1, sampleRate: 48000 });
    expect(head.bext!.timeReference).toBe(86399 * 48000);
  });
  it('never writes over a file unless told to', async () => {
    const wav = file('kept.wav');
    writeFileSync(wav, 'precious');
    const args = ['ltc', 'encode', '--rate', '25', '--start', '10:00:00:00', '--seconds', '0.5', wav];
    expect((await kavrell(args)).err).toMatch(/exists already/);
    expect(readFileSync(wav, 'utf8')).toBe('precious');
    expect((await kavrell([...args, '--force'])).exit).toBe(0);
    expect(statSync(wav).size).toBeGreaterThan(48000);
  });
  it('says 1 where there is no timecode, and why a file can’t be read', async () => {
    const silent = file('silent.wav');
    await kavrell(['ltc', 'encode', '--rate', '25', '--start', '0', '--seconds', '0.5', silent]);
    const bytes = readFileSync(silent);
    bytes.fill(0, 1000);
    writeFileSync(silent, bytes);
    expect((await kavrell(['ltc', 'decode', silent])).exit).toBe(1);
    writeFileSync(file('page.wav'), '<html>');
    expect((await kavrell(['ltc', 'decode', file('page.wav')])).err).toMatch(/too short to be a WAV/);
  });
});

describe('offload and verify', () => {
  it('copy, list and check, and their exit codes tell', async () => {
    const card = file('A001');
    mkdirSync(path.join(card, 'CLIPS'), { recursive: true });
    mkdirSync(file('one'));
    mkdirSync(file('two'));
    writeFileSync(path.join(card, 'CLIPS', 'C001.mov'), Buffer.alloc(2_000_000, 5));
    symlinkSync('CLIPS', path.join(card, 'link'));
    const places = ['--to', file('one'), '--to', file('two')];
    const more = ['--hash', 'xxh64,md5', '--verify-source'];
    // What nobody left out on purpose stands against the card.
    const short = await kavrell(['offload', card, '--to', file('one')]);
    expect(short.exit).toBe(1);
    expect(short.out).toMatch(/NOT COPIED: link: a link/);
    rmSync(file('one'), { recursive: true });
    mkdirSync(file('one'));
    const made = await kavrell(['offload', card, ...places, ...more, '--ignore', 'link']);
    expect(made.exit).toBe(0);
    expect(made.out).toMatch(/left out: link: left out by the pattern “link”/);
    expect(made.out).toMatch(/one device: .*one and .*two lie on the same device/);
    expect(made.out).toMatch(/one\/A001: 1 verified, .*; 0 there before; 0 failed/);
    expect(made.err).toMatch(/one: 2\u00a0MB written, 2\u00a0MB of 2\u00a0MB verified/);
    const copy = path.join(file('two'), 'A001');
    expect((await kavrell(['verify', copy])).exit).toBe(0);
    writeFileSync(path.join(copy, 'CLIPS', 'C001.mov'), Buffer.alloc(2_000_000, 6));
    const bad = await kavrell(['verify', copy, '--json']);
    expect(bad.exit).toBe(1);
    expect(JSON.parse(bad.out)).toMatchObject({
      verified: 0,
      changed: [{ path: 'CLIPS/C001.mov' }],
      missing: [],
      extra: [],
    });
    const again = await kavrell(['offload', card, '--to', file('two'), '--json']);
    expect(again.exit).toBe(1);
    expect(JSON.parse(again.out)).toMatchObject({ places: [{ copied: [], failed: [{ path: 'CLIPS/C001.mov' }] }] });
  });
  it.each([
    [['offload'], /--to A/],
    [['offload', 'x'], /--to A/],
    [['offload', '/no/such', '--to', os.tmpdir()], /no such file/],
    [['offload', os.tmpdir(), '--to', path.join(os.tmpdir(), 'in', 'it')], /lies within the source/],
    [['offload', '/etc', '--to', '/tmp', '--to', '/tmp/'], /named twice/],
    [['offload', '/etc', '--to', '/tmp', '--hash', 'crc32'], /no hash that can be made/],
    [['verify'], /verify DIR/],
    [['verify', '/no/such'], /no such file/],
  ])('%j is told off in one line, with 2', async (args, words) => {
    const { exit, out, err } = await kavrell(args);
    expect([exit, out]).toEqual([2, '']);
    expect(err).toMatch(words);
  });
});

describe('the committed command', () => {
  // Made here, so that the test sees the sources as they are and not an older bundle.
  beforeAll(
    () => void execFileSync(process.execPath, [fileURLToPath(new URL('../../scripts/buildCli.mjs', import.meta.url))]),
  );
  it('is found by its name after an install', () => {
    const linked = fileURLToPath(new URL('../../node_modules/.bin/kavrell', import.meta.url));
    const found = spawnSync(linked, ['calc', '--list'], { encoding: 'utf8' });
    expect(found).toMatchObject({ status: 0 });
    expect(found.stdout).toContain('timecode.elapsed');
  });
  it('runs, reads standard input and gives its exit code', () => {
    const good = spawnSync(process.execPath, [bin, 'calc', 'clock.rejam'], {
      input: '{"ppm":20,"toleranceMs":24}',
      encoding: 'utf8',
    });
    expect(good).toMatchObject({ status: 0, stdout: '{"minutes":20}\n', stderr: '' });
    const bad = spawnSync(process.execPath, [bin, 'calc', 'nothing'], { input: '', encoding: 'utf8' });
    expect(bad.status).toBe(2);
    expect(bad.stderr).toMatch(/^There is no computation “nothing”/);
  });
});
