import { openBytes } from '@kavrell/copies';
import type { DayLine, PlacedClip } from '@kavrell/core/dayline';
import { InputError } from '@kavrell/core/errors';
import {
  openWav,
  packSamples,
  readSamples,
  toCsv,
  wavHead,
  type Bytes,
  type Wav,
  type WavFormat,
} from '@kavrell/core/formats';
import { resampled } from '@kavrell/core/lineup';
import { dateOf, midnightMs } from '@kavrell/core/time';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import { ClipFiles } from './sources.ts';
import type { ZipEntry } from '../platform/documents/index.ts';

const BLOCK = 1 << 16;

/** A recording of a take, as long as the take is. */
interface Piece {
  clip: PlacedClip;
  file: string;
  fromMs: number;
  toMs: number;
}

/**
 * The sound of a take’s recorders as WAV files of one channel each, cut to the line: from where the first picture of the take begins to where the last ends, their time references
 * counted from midnight. As recorded the drift of each is said beside them; resampled they run at the line’s pace. Refused in words where no copy is plugged in here.
 */
export async function takeSoundFiles(
  context: Context,
  line: DayLine,
  { takeId, zone, isResampled }: { takeId: string; zone: string; isResampled: boolean },
): Promise<ZipEntry[]> {
  const own = line.placed.filter((c) => c.take?.id === takeId);
  const pictures = own.filter((c) => !c.isSound);
  const span = pictures.length > 0 ? pictures : own;
  const [fromMs, toMs] = [Math.min(...span.map((c) => c.startMs)), Math.max(...span.map((c) => c.endMs))];
  const files = new ClipFiles(context);
  const pieces: Piece[] = [];
  const away: string[] = [];
  for (const clip of line.placed) {
    if (!clip.isSound || clip.endMs <= fromMs || clip.startMs >= toMs) continue;
    const here = await files.find(clip, false);
    if (!here) away.push(clip.clip.name);
    else
      pieces.push({
        ...{ clip, file: here.file },
        ...{ fromMs: Math.max(fromMs, clip.startMs), toMs: Math.min(toMs, clip.endMs) },
      });
  }
  if (pieces.length === 0)
    throw new HttpProblem(
      409,
      'away',
      away.length > 0
        ? `No verified copy of ${away.join(', ')} is plugged in here. Plug in a drive that holds it, then ask again.`
        : 'No recorder ran in this take.',
    );
  const entries = pieces.flatMap((p) => channelsOf(p, zone, isResampled));
  const table = toCsv(
    ['File', 'Of', 'Begins (ms of the day)', 'Drift (ppm)', 'Pace'],
    entries.map((e) => [e.name, e.of, e.beginsMs, e.driftPpm, isResampled ? 'of the line' : 'as recorded']),
  );
  const missing = away.map((name) => `${name}: no verified copy of it was plugged in\r\n`).join('');
  return [
    ...entries,
    { name: 'line.csv', content: table },
    ...(missing ? [{ name: 'not here.txt', content: missing }] : []),
  ];
}

function channelsOf(
  { clip, file, fromMs, toMs }: Piece,
  zone: string,
  isResampled: boolean,
): (ZipEntry & { of: string; beginsMs: number; driftPpm: number })[] {
  const bytes = openBytes(file);
  try {
    const wav = wavOf(bytes, clip.clip.name);
    const stem = clip.clip.name.replace(/\.[^.]*$/, '');
    return Array.from({ length: wav.format.channels }, (_, channel) => {
      const named = wav.ixml?.tracks[channel];
      const name = `${stem} ${channel + 1}${named ? ` ${named.replace(/[^\p{L}\p{N} ._-]/gu, '_')}` : ''}.wav`;
      return {
        ...{ name, of: clip.clip.name, beginsMs: fromMs - midnightMs(dateOf(fromMs, zone), zone) },
        driftPpm: isResampled ? 0 : clip.driftPpm,
        content: () => monoCut({ clip, file, channel, fromMs, toMs, zone, isResampled }),
      };
    });
  } finally {
    bytes.close();
  }
}

function wavOf(bytes: Bytes, name: string): Wav {
  try {
    return openWav(bytes);
  } catch (error) {
    if (error instanceof InputError) throw new HttpProblem(409, 'sound', `${name} is no WAV: ${error.message}`);
    throw error;
  }
}

interface Cut extends Piece {
  channel: number;
  zone: string;
  isResampled: boolean;
}

/** One channel of a stretch of a recording, as a WAV of its own, block by block. */
async function* monoCut({ clip, file, channel, fromMs, toMs, zone, isResampled }: Cut): AsyncGenerator<Uint8Array> {
  const bytes = openBytes(file);
  try {
    const wav = openWav(bytes);
    const { sampleRate } = wav.format;
    const format: WavFormat = { ...wav.format, channels: 1 };
    const clock = 1 + clip.driftPpm * 1e-6;
    const first = ((fromMs - clip.startMs) / 1000) * clock * sampleRate;
    const pace = isResampled ? clock : 1;
    const last = Math.min(wav.frames, ((toMs - clip.startMs) / 1000) * clock * sampleRate);
    const frames = Math.max(0, Math.floor((last - first) / pace));
    const sinceMidnightS = (fromMs - midnightMs(dateOf(fromMs, zone), zone)) / 1000;
    yield wavHead(format, frames, {
      bext: {
        ...{ description: clip.clip.name.slice(0, 200).replace(/[^\x20-\xff]/g, '_'), originator: 'Kavrell' },
        ...{ originatorReference: '', date: dateOf(fromMs, zone), time: '', codingHistory: '' },
        timeReference: Math.round(sinceMidnightS * sampleRate),
      },
    });
    const read = (from: number, into: Float32Array) => readSamples(bytes, wav, channel, from, into);
    for (let at = 0; at < frames; at += BLOCK) {
      const length = Math.min(BLOCK, frames - at);
      if (isResampled) yield packSamples(format, [resampled(read, { from: first + at * pace, pace, length })]);
      else {
        const block = new Float32Array(length);
        read(Math.round(first) + at, block);
        yield packSamples(format, [block]);
      }
    }
    if (((frames * format.bits) / 8) & 1) yield new Uint8Array(1);
  } finally {
    bytes.close();
  }
}
