import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import type { ClipLook } from '@kavrell/core/copies';

const run = promisify(execFile);
const PROBE_MS = 20_000;
const DECODE_MS = 120_000;
/** Frames are looked at in the middle of so many equal parts. */
const FRAMES = 8;
const SMALL = { width: 32, height: 18 };
const MOST_BYTES = 4 * 1024 * 1024;
/** What should open wherever media are played; of what else can’t be decoded nothing is said. */
const COMMON = /\.(mov|mp4|m4v|wav|bwf|aif|aiff|flac|mp3|m4a)$/i;

interface Probe {
  format?: { duration?: string };
  streams?: { codec_type?: string }[];
}
type Tried<T> = { value: T } | { refused: string };

const reasonOf = (error: unknown): string => {
  const { killed, stderr, message } = error as { killed?: boolean; stderr?: string | Buffer; message: string };
  if (killed) return 'it took too long';
  return (
    String(stderr ?? '')
      .trim()
      .split('\n')
      .at(-1)
      ?.replace(/^\[[^\]]*\]\s*/, '')
      .slice(0, 160) || message.slice(0, 160)
  );
};
async function tried<T>(work: () => Promise<T>): Promise<Tried<T>> {
  try {
    return { value: await work() };
  } catch (error) {
    return { refused: reasonOf(error) };
  }
}

/**
 * Looks into a media file: whether it opens, how long it plays, the loudest sample of all its channels, the brightest of eight frames. What the decoder can’t
 * read is not looked into, and said so; it is no finding. Never throws for what is in the file.
 */
export async function lookInto(file: string, sizeBytes: number, atMs: number): Promise<ClipLook> {
  const nothing: ClipLook = {
    ...{ atMs, sizeBytes, opens: null, playsMs: null, hasPicture: null, hasSound: null },
    ...{ peakDb: null, brightest: null, frames: 0, unsure: '' },
  };
  const probed = await tried(() => probe(file));
  if ('refused' in probed) {
    const isShut = COMMON.test(file) && probed.refused !== 'it took too long';
    return { ...nothing, opens: isShut ? false : null, unsure: `It was not looked into: ${probed.refused}.` };
  }
  const { format, streams = [] } = probed.value;
  const seconds = Number(format?.duration);
  const has = (type: string) => streams.some((s) => s.codec_type === type);
  const [hasPicture, hasSound] = [has('video'), has('audio')];
  const look = {
    ...nothing,
    opens: true,
    hasPicture,
    hasSound,
    playsMs: Number.isFinite(seconds) ? seconds * 1000 : null,
  };
  const peak = hasSound ? await tried(() => peakOf(file)) : null;
  const frames = hasPicture && seconds > 0 ? await tried(() => brightestOf(file, seconds)) : null;
  const unsure = [
    peak && 'refused' in peak ? `sound: ${peak.refused}` : '',
    frames && 'refused' in frames ? `picture: ${frames.refused}` : '',
  ];
  return {
    ...look,
    peakDb: peak && 'value' in peak ? peak.value : null,
    brightest: frames && 'value' in frames ? frames.value : null,
    frames: frames && 'value' in frames ? FRAMES : 0,
    unsure: unsure.filter(Boolean).join('; '),
  };
}

async function probe(file: string): Promise<Probe> {
  const { stdout } = await run(
    'ffprobe',
    ['-v', 'error', '-show_entries', 'format=duration:stream=codec_type', '-of', 'json', file],
    { timeout: PROBE_MS, maxBuffer: MOST_BYTES },
  );
  return JSON.parse(stdout) as Probe;
}

/** The loudest sample of all sound streams, dB under full scale. */
async function peakOf(file: string): Promise<number | null> {
  const { stderr } = await run(
    'ffmpeg',
    ['-nostdin', '-hide_banner', '-i', file, '-map', '0:a', '-vn', '-af', 'volumedetect', '-f', 'null', '-'],
    { timeout: DECODE_MS, maxBuffer: MOST_BYTES },
  );
  const peaks = [...stderr.matchAll(/max_volume: (-?[\d.]+|-inf) dB/g)].map((m) =>
    m[1] === '-inf' ? -120 : Number(m[1]),
  );
  return peaks.length > 0 ? Math.max(...peaks) : null;
}

/** The brightest pixel of frames spread over the file, each made very small: 0…255. */
async function brightestOf(file: string, seconds: number): Promise<number> {
  const at = Array.from({ length: FRAMES }, (_, i) => (((i + 0.5) / FRAMES) * seconds).toFixed(3));
  const small = `trim=end_frame=1,setpts=0,scale=${SMALL.width}:${SMALL.height},format=gray`;
  const each = at.map((_, i) => `[${i}:v:0]${small}[v${i}]`).join(';');
  const beside = `${at.map((_, i) => `[v${i}]`).join('')}hstack=inputs=${FRAMES}`;
  const { stdout } = await run(
    'ffmpeg',
    [
      ...['-nostdin', '-v', 'error', ...at.flatMap((s) => ['-ss', s, '-i', file])],
      ...['-filter_complex', `${each};${beside}`, '-frames:v', '1', '-f', 'rawvideo', '-'],
    ],
    { timeout: DECODE_MS, encoding: 'buffer', maxBuffer: MOST_BYTES },
  );
  if (stdout.length < SMALL.width * SMALL.height * FRAMES) throw new Error('not all frames could be decoded');
  return stdout.reduce((most, value) => Math.max(most, value), 0);
}
