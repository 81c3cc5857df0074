import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { mkdir, rename } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { ROOM_RATE, roomSound, type Microphone } from '@kavrell/demo';

/** Simulated clips are no longer than this, however long the camera rolled. */
export const LONGEST_S = 600;

/** What a stand-in hears: where it stands in the made-up room, and how its clock runs. */
export type Hears = Omit<Microphone, 'durationS'>;
const lengthOf = (durationMs: number): number => Math.min(LONGEST_S, Math.max(1, durationMs / 1000));

/** Runs ffmpeg over what a microphone heard, given to it as its first input. */
function encode(heard: Microphone, args: readonly string[]): Promise<void> {
  const sound = roomSound(heard);
  const raw = ['-f', 'f32le', '-ar', String(ROOM_RATE), '-ac', '1', '-i', 'pipe:0'];
  return ffmpeg([...raw, ...args], Buffer.from(sound.buffer, sound.byteOffset, sound.byteLength));
}

async function ffmpeg(args: readonly string[], input: Buffer = Buffer.alloc(0)): Promise<void> {
  const child = spawn('ffmpeg', ['-v', 'error', '-y', ...args], { stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (part: Buffer) => (said += part.toString()));
  // It may have ended before it read all: its own words say why.
  child.stdin.on('error', () => undefined);
  child.stdin.end(input);
  const [code] = (await once(child, 'close')) as [number | null];
  if (code !== 0) throw new Error(`ffmpeg: ${said.trim().slice(-300) || `it ended with ${code}`}`);
}

const PICTURE_S = 10;
const pictures = new Map<string, Promise<string>>();
/**
 * Ten seconds of a moving test picture at a rate, drawn once on a machine: clips run it again and again, since the same picture drawn
 * anew for every clip was most of what a first start took.
 */
function pictureAt(rate: string): Promise<string> {
  const known = pictures.get(rate);
  if (known) return known;
  const drawn = drawPicture(rate);
  pictures.set(rate, drawn);
  drawn.catch(() => pictures.delete(rate));
  return drawn;
}

async function drawPicture(rate: string): Promise<string> {
  const folder = path.join(os.tmpdir(), `kavrell-pictures-${os.userInfo().uid}`);
  const file = path.join(folder, `${rate.replace('/', '-')}.mov`);
  if (existsSync(file)) return file;
  await mkdir(folder, { recursive: true, mode: 0o700 });
  // Another process may draw it too: each has a file of its own until it stands.
  const own = path.join(folder, `${randomUUID()}.mov`);
  await ffmpeg([
    ...['-f', 'lavfi', '-i', `testsrc=size=160x90:rate=${rate}:duration=${PICTURE_S}`],
    ...['-c:v', 'mpeg4', '-b:v', '60k', own],
  ]);
  await rename(own, file);
  return file;
}

/** Writes a small real MOV: moving test picture, what the stand-in heard of its made-up room, and a timecode track that starts at `timecode`. */
export async function recordMov(
  file: string,
  { timecode, rate, durationMs, hears }: { timecode: string; rate: string; durationMs: number; hears?: Hears },
): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const durationS = lengthOf(durationMs);
  await encode({ ...(hears ?? NEAR), durationS }, [
    ...['-stream_loop', '-1', '-i', await pictureAt(rate.replace('df', ''))],
    ...['-map', '1:v', '-map', '0:a', '-c:v', 'copy', '-c:a', 'pcm_s16le', '-ar', '48000'],
    ...['-timecode', timecode, '-t', durationS.toFixed(3), file],
  ]);
}
const NEAR: Hears = { startMs: 0, ppm: 0, distanceM: 2, snrDb: 20, seed: 1 };

/** Writes a small real WAV of what the stand-in heard, with a `bext` chunk whose time reference is seconds since midnight in samples; null: it keeps no time. */
export async function recordWav(
  file: string,
  { startS, durationMs, hears }: { startS: number | null; durationMs: number; hears?: Hears },
): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const bext =
    startS === null
      ? []
      : ['-write_bext', '1', '-metadata', `time_reference=${Math.round(startS * 48000)}`].concat([
          ...['-metadata', 'originator=simulated recorder'],
        ]);
  await encode({ ...(hears ?? NEAR), durationS: lengthOf(durationMs) }, [
    ...['-c:a', 'pcm_s16le', '-ar', '48000', ...bext, file],
  ]);
}

/** How far stand-ins stand from where it sounds, m, by the letter of a camera; recorders are near. */
const AWAY_M: Readonly<Record<string, number>> = { A: 2.5, B: 4, C: 7, D: 6.2 };
/** What a simulated camera hears: from its place, with the noise of a scratch microphone, at the pace of its own clock. */
export const cameraHears = (letter: string, startMs: number, ppm: number): Hears => ({
  ...{
    startMs,
    ppm,
    distanceM: AWAY_M[letter] ?? 5,
    snrDb: 6,
    seed: letter.charCodeAt(0) + Math.round(startMs / 1000),
  },
});
export const recorderHears = (startMs: number): Hears => ({
  ...{ startMs, ppm: 0, distanceM: 0.8, snrDb: 24, seed: 7 + Math.round(startMs / 1000) },
});
