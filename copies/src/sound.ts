import { execFileSync } from 'node:child_process';
import { closeSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';
import { InputError } from '@kavrell/core/errors';
import { openWav, readSamples, type Bytes, type Wav } from '@kavrell/core/formats';
import { Decimator, FeatureTap, LINE_RATE, type LineFile, type LineSource } from '@kavrell/core/lineup';
import { openBytes } from './fileBytes.ts';
import { framesPerDay, formatLabel, nominalFps, parseRate, RATES, rateName } from '@kavrell/core/timecode';

const BLOCK = 1 << 16;
/** The channel with the signal is looked for in so many stretches of so many seconds. */
const STRETCHES = 8;
const STRETCH_S = 4;
const FRAME_S = 0.05;
/** Below this a channel holds nothing. */
const SILENT = 10 ** (-80 / 20);
const PROBE_MS = 60_000;
const DECODE_MS = 3_600_000;

/** A sound file that can be lined up: its sound at `LINE_RATE` lies in a file of its own until `close`. */
export interface OpenSound {
  facts: LineFile;
  source: LineSource;
  /** What is wrong with the file and was got round, and which channel was taken. */
  notes: string[];
  close(): void;
}

/**
 * Opens a file for lining up: WAV and RF64 are read directly, everything else through ffmpeg. Its sound is brought to `LINE_RATE` block by block and kept in `folder`, so that
 * memory does not grow with length (features aside: 400 bytes a second). Throws `InputError` in words for what holds no sound.
 */
export function openSound(file: string, folder: string, nth: number): OpenSound {
  const bytes = openBytes(file);
  try {
    if (bytes.size === 0) throw new InputError('sound.empty', 'The file is empty.');
    const head = String.fromCharCode(...bytes.read(0, 4));
    if (['RIFF', 'RF64', 'BW64'].includes(head)) {
      const wav = openWav(bytes);
      return extracted(bytes, wav, wavFacts(file, wav), path.join(folder, `${nth}.s16`));
    }
  } finally {
    bytes.close();
  }
  const facts = probed(file);
  const decoded = path.join(folder, `${nth}.wav`);
  run(
    'ffmpeg',
    [
      '-nostdin',
      '-v',
      'error',
      '-y',
      '-i',
      `file:${file}`,
      '-map',
      '0:a:0',
      '-ar',
      '16000',
      '-c:a',
      'pcm_s16le',
      '-rf64',
      'auto',
      decoded,
    ],
    DECODE_MS,
  );
  const inside = openBytes(decoded);
  try {
    const wav = openWav(inside);
    return extracted(inside, wav, { ...facts, channels: wav.format.channels }, path.join(folder, `${nth}.s16`));
  } finally {
    inside.close();
    rmSync(decoded, { force: true });
  }
}

/** Sound of one channel at `LINE_RATE` written to a file, with its features. */
function extracted(bytes: Bytes, wav: Wav, facts: LineFile, to: string): OpenSound {
  const channel = liveliest(bytes, wav);
  const decimator = new Decimator(wav.format.sampleRate);
  const tap = new FeatureTap();
  const handle = openSync(to, 'w+');
  let samples = 0;
  const take = (block: Float32Array) => {
    tap.push(block);
    const stored = new Int16Array(block.length);
    for (let i = 0; i < block.length; i += 1)
      stored[i] = Math.max(-32_768, Math.min(32_767, Math.round((block[i] as number) * 32_767)));
    writeSync(handle, new Uint8Array(stored.buffer));
    samples += block.length;
  };
  const block = new Float32Array(BLOCK);
  for (let at = 0; at < wav.frames;) {
    const got = readSamples(bytes, wav, channel, at, block);
    if (got === 0) break;
    take(decimator.push(block.subarray(0, got)));
    at += got;
  }
  take(decimator.end());
  return {
    facts,
    notes: [...wav.notes, ...(channel > 0 ? [`Channel ${channel + 1} of ${wav.format.channels} was taken.`] : [])],
    source: { samples, features: tap.features(), read: (from, into) => readStored(handle, samples, from, into) },
    close() {
      closeSync(handle);
      rmSync(to, { force: true });
    },
  };
}

function readStored(handle: number, samples: number, from: number, into: Float32Array): number {
  const count = Math.max(0, Math.min(into.length, samples - from));
  const stored = new Int16Array(count);
  const got = readSync(handle, new Uint8Array(stored.buffer), 0, count * 2, from * 2) / 2;
  for (let i = 0; i < got; i += 1) into[i] = (stored[i] as number) / 32_767;
  return Math.floor(got);
}

/** The channel with the sound in it: the one whose loudness moves most. Timecode is loud and does not move. */
function liveliest(bytes: Bytes, wav: Wav): number {
  const { channels, sampleRate } = wav.format;
  if (channels === 1) return 0;
  const stretch = new Float32Array(Math.round(STRETCH_S * sampleRate));
  const frame = Math.round(FRAME_S * sampleRate);
  let best = { channel: 0, moves: -1 };
  for (let channel = 0; channel < channels; channel += 1) {
    const levels: number[] = [];
    for (let s = 0; s < STRETCHES; s += 1) {
      const from = Math.floor((Math.max(0, wav.frames - stretch.length) * s) / (STRETCHES - 1));
      const got = readSamples(bytes, wav, channel, from, stretch);
      for (let at = 0; at + frame <= got; at += frame) {
        let power = 0;
        for (let i = at; i < at + frame; i += 1) power += (stretch[i] as number) ** 2;
        levels.push(Math.sqrt(power / frame));
      }
    }
    const loud = levels.filter((l) => l > SILENT);
    const logs = loud.map((l) => 20 * Math.log10(l));
    const mean = logs.reduce((sum, l) => sum + l, 0) / Math.max(1, logs.length);
    const spread = Math.sqrt(logs.reduce((sum, l) => sum + (l - mean) ** 2, 0) / Math.max(1, logs.length));
    const moves = loud.length === 0 ? 0 : spread * (loud.length / levels.length);
    // A little more is no reason to leave the first one.
    if (moves > best.moves + 0.5) best = { channel, moves };
  }
  return best.channel;
}

const reelOf = (file: string) => path.basename(file).replace(/\.[^.]*$/, '');

function wavFacts(file: string, wav: Wav): LineFile {
  const { sampleRate, channels } = wav.format;
  const rate = ixmlRate(wav);
  const fromMidnightS = wav.bext ? wav.bext.timeReference / sampleRate : null;
  return {
    ...{ file, durationS: wav.frames / sampleRate, channels, rate, reel: wav.ixml?.tape || reelOf(file) },
    startTimecode: rate && fromMidnightS !== null ? labelAt(fromMidnightS, rate) : null,
  };
}

/** The rate that a recorder noted; null where it noted none, or none that there is. */
function ixmlRate({ ixml }: Wav): string | null {
  if (!ixml?.timecodeRate) return null;
  try {
    return rateName(parseRate(`${ixml.timecodeRate}${ixml.timecodeFlag === 'DF' ? 'df' : ''}`));
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** The label of so many seconds of sound since midnight. */
function labelAt(seconds: number, rateText: string): string {
  const rate = parseRate(rateText);
  return formatLabel(Math.floor((seconds * rate.num) / rate.den + 1e-6) % framesPerDay(rate), rate);
}

interface Probe {
  format?: { duration?: string; tags?: Record<string, string> };
  streams?: {
    codec_type?: string;
    r_frame_rate?: string;
    channels?: number;
    duration?: string;
    tags?: Record<string, string>;
  }[];
}

/** What a file that is no WAV says of itself. */
function probed(file: string): LineFile {
  const text = run(
    'ffprobe',
    ['-v', 'error', '-of', 'json', '-show_format', '-show_streams', '-i', `file:${file}`],
    PROBE_MS,
  );
  const { format, streams = [] } = JSON.parse(text) as Probe;
  const sound = streams.find((s) => s.codec_type === 'audio');
  if (!sound) throw new InputError('sound.none', 'It has no sound.');
  const picture = streams.find((s) => s.codec_type === 'video');
  const tags = [...streams.map((s) => s.tags), format?.tags];
  const label = tags.find((t) => t?.timecode)?.timecode ?? null;
  const [num = 0, den = 1] = (picture?.r_frame_rate ?? '0/1').split('/').map(Number);
  const known = Object.values(RATES).find(
    (r) => r.drop === (label?.includes(';') ?? false) && den > 0 && Math.abs(r.num / r.den - num / den) < 0.005,
  );
  const isCounted = known !== undefined && nominalFps(known) <= 60;
  return {
    ...{ file, durationS: Number(format?.duration ?? sound.duration ?? 0), channels: sound.channels ?? 1 },
    rate: isCounted ? rateName(known) : null,
    startTimecode: isCounted ? label : null,
    reel: tags.find((t) => t?.reel_name)?.reel_name ?? reelOf(file),
  };
}

/** Runs a helper; its words become ours where the file is the trouble. */
function run(command: string, args: readonly string[], timeout: number): string {
  try {
    return execFileSync(command, args, {
      encoding: 'utf8',
      timeout,
      maxBuffer: 64 << 20,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
  } catch (error) {
    const { code, stderr } = error as NodeJS.ErrnoException & { stderr?: string };
    if (code === 'ENOENT') throw new InputError('sound.helper', `This needs ${command}: install Debian’s ffmpeg.`);
    const last = stderr?.trim().split('\n').at(-1) ?? '';
    throw new InputError(
      'sound.unread',
      `It can’t be read as sound or picture${last ? ` (${last.slice(0, 120)})` : ''}.`,
    );
  }
}

/** Seconds of a source, for whoever tells progress. */
export const secondsOf = ({ samples }: LineSource): number => samples / LINE_RATE;
