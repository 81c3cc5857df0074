import { closeSync, openSync, writeSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { packSamples, wavHead, type WavFormat } from '@kavrell/core/formats';
import { ltcSource, parseUserBits } from '@kavrell/core/ltc';
import { framesToMs, parseRate, rateName, readEntry, parseLabel } from '@kavrell/core/timecode';
import { Usage, type Exit, type Streams } from './exit.ts';
import { fileTrouble } from './files.ts';

const HELP =
  'kavrell ltc encode --rate R --start L --seconds S OUT.wav [--user HEX | --date YYYY-MM-DD [--zone MINUTES]] [--sample-rate 48000] [--bits 16] [--level -6] [--force]';
const BLOCK = 1 << 16;
const LONGEST_S = 86_400 * 2;

function numberOf(text: string | undefined, fallback: number | null, name: string, from: number, to: number): number {
  if (text === undefined && fallback === null) throw new Usage(HELP);
  const value = text === undefined ? fallback! : Number(text);
  if (text?.trim() === '' || !(value >= from && value <= to))
    throw new Usage(`--${name} is a number from ${from} to ${to}, not “${text}”.`);
  return value;
}

/** `kavrell ltc encode`: writes a WAV of linear timecode. */
export function encodeCommand(args: readonly string[], streams: Streams): Exit {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      rate: { type: 'string' },
      start: { type: 'string' },
      seconds: { type: 'string' },
      user: { type: 'string' },
      date: { type: 'string' },
      zone: { type: 'string' },
      'sample-rate': { type: 'string' },
      bits: { type: 'string' },
      level: { type: 'string' },
      force: { type: 'boolean' },
    },
  });
  const [file, ...rest] = positionals;
  if (!file || rest.length > 0 || values.rate === undefined || values.start === undefined) throw new Usage(HELP);
  if (values.user !== undefined && values.date !== undefined)
    throw new Usage('User bits hold either --user or --date.');
  if (values.zone !== undefined && values.date === undefined) throw new Usage('--zone goes with --date.');
  const rate = parseRate(values.rate);
  const startFrames = parseLabel(readEntry(values.start, rate), rate);
  const length = numberOf(values.seconds, null, 'seconds', 0, LONGEST_S);
  const bits = numberOf(values.bits, 16, 'bits', 16, 32);
  if (bits !== 16 && bits !== 24 && bits !== 32) throw new Usage('--bits is 16, 24 or 32.');
  const sampleRate = numberOf(values['sample-rate'], 48000, 'sample-rate', 16000, 192000);
  const level = numberOf(values.level, -6, 'level', -80, 0);
  const format: WavFormat = { encoding: 'pcm', bits, channels: 1, sampleRate: Math.round(sampleRate) };
  const frames = Math.round(length * format.sampleRate);
  const fill = ltcSource({
    rate,
    sampleRate: format.sampleRate,
    startFrames,
    groups: values.user === undefined ? undefined : parseUserBits(values.user),
    date:
      values.date === undefined
        ? undefined
        : { date: values.date, zoneMin: numberOf(values.zone, 0, 'zone', -780, 780) },
    amplitude: 10 ** (level / 20),
  });
  const head = wavHead(format, frames, {
    bext: {
      description: `Linear timecode ${rateName(rate)} from ${values.start}`.slice(0, 256),
      originator: 'Kavrell',
      originatorReference: '',
      date: values.date ?? '',
      time: '',
      timeReference: Math.round((framesToMs(startFrames, rate) / 1000) * format.sampleRate),
      codingHistory: '',
    },
  });
  // Made before the file is opened: a date that can't be written must not leave an empty file.
  const block = new Float32Array(Math.min(BLOCK, frames));
  fill(0, block);
  const handle = (() => {
    try {
      return openSync(file, values.force ? 'w' : 'wx');
    } catch (error) {
      throw fileTrouble(file, error);
    }
  })();
  const write = (bytes: Uint8Array) => {
    for (let at = 0; at < bytes.length;) at += writeSync(handle, bytes, at);
  };
  try {
    write(head);
    for (let at = 0; at < frames; at += block.length) {
      const part = block.subarray(0, Math.min(block.length, frames - at));
      if (at > 0) fill(at, part);
      write(packSamples(format, [part]));
    }
    if (((frames * bits) / 8) % 2) write(new Uint8Array(1));
  } finally {
    closeSync(handle);
  }
  streams.out(`${file}: ${frames} samples at ${format.sampleRate} a second\n`);
  return 0;
}
