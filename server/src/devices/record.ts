import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { ROOM_RATE, roomSound, type Microphone } from '@kavrell/demo';

/** Simulated clips are no longer than this, however long the camera rolled. */
export const LONGEST_S = 600;

/** What a stand-in hears: where it stands in the made-up room, and how its clock runs. */
export type Hears = Omit<Microphone, 'durationS'>;
const lengthOf = (durationMs: number): number => Math.min(LONGEST_S, Math.max(1, durationMs / 1000));

/** Runs ffmpeg over what a microphone heard, given to it as its first input. */
async function encode(heard: Microphone, args: readonly string[]): Promise<void> {
  const sound = roomSound(heard);
  const raw = ['-f', 'f32le', '-ar', String(ROOM_RATE), '-ac', '1', '-i', 'pipe:0'];
  const child = spawn('ffmpeg', ['-v', 'error', '-y', ...raw, ...args], { stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (part: Buffer) => (said += part.toString()));
  // It may have ended before it read all: its own words say why.
  child.stdin.on('error', () => undefined);
  child.stdin.end(Buffer.from(sound.buffer, sound.byteOffset, sound.byteLength));
  const [code] = (await once(child, 'close')) as [number | null];
  if (code !== 0) throw new Error(`ffmpeg: ${said.trim().slice(-300) || `it ended with ${code}`}`);
}

/** Writes a small real MOV: moving test picture, what the stand-in heard of its made-up room, and a timecode track that starts at `timecode`. */
export async function recordMov(
  file: string,
  { timecode, rate, durationMs, hears }: { timecode: string; rate: string; durationMs: number; hears?: Hears },
): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const durationS = lengthOf(durationMs);
  await encode({ ...(hears ?? NEAR), durationS }, [
    ...['-f', 'lavfi', '-i', `testsrc=size=160x90:rate=${rate.replace('df', '')}:duration=${durationS.toFixed(3)}`],
    ...['-map', '1:v', '-map', '0:a', '-c:v', 'mpeg4', '-b:v', '60k', '-c:a', 'pcm_s16le', '-ar', '48000'],
    ...['-timecode', timecode, '-shortest', file],
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
