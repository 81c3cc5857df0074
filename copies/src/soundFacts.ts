import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { InputError } from '@kavrell/core/errors';
import type { Wav } from '@kavrell/core/formats';
import type { LineFile } from '@kavrell/core/lineup';
import { framesPerDay, formatLabel, nominalFps, parseRate, RATES, rateName } from '@kavrell/core/timecode';

const PROBE_MS = 60_000;

const reelOf = (file: string) => path.basename(file).replace(/\.[^.]*$/, '');

/** What a WAV says of itself. */
export function wavFacts(file: string, wav: Wav): LineFile {
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

/** What a file that is no WAV says of itself, and how many streams of sound it has. */
export function probed(file: string): { facts: LineFile; streams: number; hasPicture: boolean } {
  const text = runHelper(
    'ffprobe',
    ['-v', 'error', '-of', 'json', '-show_format', '-show_streams', '-i', `file:${file}`],
    PROBE_MS,
  );
  const { format, streams = [] } = JSON.parse(text) as Probe;
  const sounds = streams.filter((s) => s.codec_type === 'audio');
  const [sound] = sounds;
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
    facts: {
      ...{ file, durationS: Number(format?.duration ?? sound.duration ?? 0), channels: sound.channels ?? 1 },
      rate: isCounted ? rateName(known) : null,
      startTimecode: isCounted ? label : null,
      reel: tags.find((t) => t?.reel_name)?.reel_name ?? reelOf(file),
    },
    streams: sounds.length,
    hasPicture: picture !== undefined,
  };
}

/** Runs a helper; its words become ours where the file is the trouble. */
export function runHelper(command: string, args: readonly string[], timeout: number): string {
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
