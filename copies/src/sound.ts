import { closeSync, openSync, readFileSync, readSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import path from 'node:path';
import { InputError } from '@kavrell/core/errors';
import { openWav, readSamples, type Bytes, type Wav } from '@kavrell/core/formats';
import { Decimator, FeatureTap, LINE_RATE, type LineFile, type LineSource } from '@kavrell/core/lineup';
import { lookIntoChannels, type ChannelTimecode } from './channels.ts';
import { openBytes } from './fileBytes.ts';
import { probed, runHelper, wavFacts } from './soundFacts.ts';

const BLOCK = 1 << 16;
/** So many loudnesses along a recording, and how finely they are gathered first, samples. */
const PEAKS = 240;
const PEAK_BLOCK = LINE_RATE / 10;
const DECODE_MS = 3_600_000;
/** More streams of sound than this are not laid beside each other. */
const MOST_STREAMS = 8;

/** What was read of a file whose sound lies beside it. */
export interface ReadSound {
  facts: LineFile;
  samples: number;
  /** What is wrong with the file and was got round, and which channel was taken. */
  notes: string[];
  /** How loud it is along its length, 0…255. */
  peaks: number[];
  timecode: ChannelTimecode | null;
  /** Its only channel holds timecode: there is nothing to hear. */
  onlyTimecode: boolean;
  hasPicture: boolean;
}

/** A sound file that can be lined up: its sound at `LINE_RATE` lies in a file of its own until `close`. */
export interface OpenSound extends Pick<ReadSound, 'facts' | 'notes' | 'timecode' | 'onlyTimecode'> {
  source: LineSource;
  close(): void;
}

/**
 * Reads a file for lining up: WAV and RF64 directly, everything else through ffmpeg. Its sound is brought to `LINE_RATE` block by block and written to `base.s16`, its features to
 * `base.features`, so that memory does not grow with length (features aside: 400 bytes a second). Throws `InputError` in words for what holds no sound.
 */
export function readSound(file: string, base: string): ReadSound {
  const bytes = openBytes(file);
  try {
    if (bytes.size === 0) throw new InputError('sound.empty', 'The file is empty.');
    const head = String.fromCharCode(...bytes.read(0, 4));
    if (['RIFF', 'RF64', 'BW64'].includes(head)) {
      const wav = openWav(bytes);
      return { ...extracted(bytes, wav, base), facts: wavFacts(file, wav), hasPicture: false };
    }
  } finally {
    bytes.close();
  }
  const { facts, streams, hasPicture } = probed(file);
  const decoded = `${base}.wav`;
  decode(file, decoded, Math.min(streams, MOST_STREAMS));
  const inside = openBytes(decoded);
  try {
    const wav = openWav(inside);
    return {
      ...extracted(inside, wav, base),
      ...{ facts: { ...facts, channels: wav.format.channels }, hasPicture },
    };
  } finally {
    inside.close();
    rmSync(decoded, { force: true });
  }
}

/** Sound of a file as WAV at 16 kHz; several streams as channels beside each other, for timecode may be on any of them. */
function decode(file: string, to: string, streams: number): void {
  const run = (chosen: readonly string[]) =>
    runHelper(
      'ffmpeg',
      [
        ...['-nostdin', '-v', 'error', '-y', '-i', `file:${file}`, ...chosen],
        ...['-ar', '16000', '-c:a', 'pcm_s16le', '-rf64', 'auto', to],
      ],
      DECODE_MS,
    );
  const first = ['-map', '0:a:0'];
  if (streams <= 1) return void run(first);
  const all = Array.from({ length: streams }, (_, i) => `[0:a:${i}]`).join('');
  try {
    run(['-filter_complex', `${all}amerge=inputs=${streams}[a]`, '-map', '[a]']);
  } catch (error) {
    // Streams that can’t be laid beside each other: the first is taken.
    if (!(error instanceof InputError)) throw error;
    run(first);
  }
}

/** Sound of one channel at `LINE_RATE` written to a file, with its features. */
function extracted(bytes: Bytes, wav: Wav, base: string): Omit<ReadSound, 'facts' | 'hasPicture'> {
  const { sound: channel, timecode } = lookIntoChannels(bytes, wav);
  const onlyTimecode = timecode?.channel === channel + 1;
  const decimator = new Decimator(wav.format.sampleRate);
  const tap = new FeatureTap();
  const loudness = new Loudness();
  const handle = openSync(`${base}.s16`, 'w');
  let samples = 0;
  const take = (block: Float32Array) => {
    tap.push(block);
    loudness.push(block);
    const stored = new Int16Array(block.length);
    for (let i = 0; i < block.length; i += 1)
      stored[i] = Math.max(-32_768, Math.min(32_767, Math.round((block[i] as number) * 32_767)));
    writeSync(handle, new Uint8Array(stored.buffer));
    samples += block.length;
  };
  try {
    const block = new Float32Array(BLOCK);
    for (let at = 0; at < wav.frames;) {
      const got = readSamples(bytes, wav, channel, at, block);
      if (got === 0) break;
      take(decimator.push(block.subarray(0, got)));
      at += got;
    }
    take(decimator.end());
  } finally {
    closeSync(handle);
  }
  const features = tap.features();
  writeFileSync(`${base}.features`, new Uint8Array(features.buffer, features.byteOffset, features.byteLength));
  const notes = [
    ...wav.notes,
    ...(channel > 0 ? [`Channel ${channel + 1} of ${wav.format.channels} was taken.`] : []),
    ...(timecode ? [`Channel ${timecode.channel} holds timecode.`] : []),
  ];
  return { samples, notes, peaks: loudness.peaks(), timecode, onlyTimecode };
}

/** How loud a sound is along its length, gathered as it comes. */
class Loudness {
  private readonly levels: number[] = [];
  private most = 0;
  private count = 0;
  push(samples: Float32Array): void {
    for (const x of samples) {
      this.most = Math.max(this.most, Math.abs(x));
      this.count += 1;
      if (this.count < PEAK_BLOCK) continue;
      this.levels.push(this.most);
      [this.most, this.count] = [0, 0];
    }
  }
  /** The loudest of each of so many equal parts, 0…255, a cube root apart so that soft sounds show. */
  peaks(): number[] {
    const levels = this.count > 0 ? [...this.levels, this.most] : this.levels;
    const parts = Math.min(PEAKS, levels.length);
    return Array.from({ length: parts }, (_, n) => {
      const own = levels.slice(Math.floor((n * levels.length) / parts), Math.floor(((n + 1) * levels.length) / parts));
      return Math.round(255 * Math.cbrt(Math.min(1, Math.max(...own))));
    });
  }
}

/** A sound that was read before, from where it lies; `close` when done. Throws as the file system does when it is gone. */
export function storedSound(base: string): LineSource & { close(): void } {
  const features = readFileSync(`${base}.features`);
  const stored = openBytes(`${base}.s16`);
  const handle = openSync(`${base}.s16`, 'r');
  const samples = Math.floor(stored.size / 2);
  stored.close();
  return {
    samples,
    features: new Int8Array(features.buffer, features.byteOffset, features.byteLength),
    read: (from, into) => readStored(handle, samples, from, into),
    close: () => closeSync(handle),
  };
}

/** Opens a file for lining up in a folder that is thrown away afterwards. Throws as `readSound` does. */
export function openSound(file: string, folder: string, nth: number): OpenSound {
  const base = path.join(folder, String(nth));
  const read = readSound(file, base);
  const source = storedSound(base);
  return {
    ...{ facts: read.facts, notes: read.notes, timecode: read.timecode, onlyTimecode: read.onlyTimecode, source },
    close() {
      source.close();
      for (const end of ['s16', 'features']) rmSync(`${base}.${end}`, { force: true });
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
