import { execFile } from 'node:child_process';
import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);

/** Simulated clips are no longer than this, however long the camera rolled. */
export const LONGEST_S = 600;

const ffmpeg = async (args: string[]) => void (await run('ffmpeg', ['-nostdin', '-v', 'error', '-y', ...args]));

/** Writes a small real MOV: moving test picture, tone, and a timecode track that starts at `timecode`. */
export async function recordMov(
  file: string,
  { timecode, rate, durationMs }: { timecode: string; rate: string; durationMs: number },
): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const seconds = Math.min(LONGEST_S, Math.max(1, durationMs / 1000)).toFixed(3);
  await ffmpeg([
    ...['-f', 'lavfi', '-i', `testsrc=size=160x90:rate=${rate.replace('df', '')}:duration=${seconds}`],
    ...['-f', 'lavfi', '-i', `sine=frequency=440:sample_rate=48000:duration=${seconds}`],
    ...['-c:v', 'mpeg4', '-b:v', '60k', '-c:a', 'pcm_s16le', '-ac', '1', '-timecode', timecode, '-shortest', file],
  ]);
}

/** Writes a small real WAV with a `bext` chunk whose time reference is seconds since midnight in samples. */
export async function recordWav(
  file: string,
  { startS, durationMs }: { startS: number; durationMs: number },
): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const seconds = Math.min(LONGEST_S, Math.max(1, durationMs / 1000)).toFixed(3);
  await ffmpeg([
    ...['-f', 'lavfi', '-i', `sine=frequency=330:sample_rate=48000:duration=${seconds}`],
    ...[
      '-c:a',
      'pcm_s16le',
      '-ac',
      '1',
      '-write_bext',
      '1',
      '-metadata',
      `time_reference=${Math.round(startS * 48000)}`,
      '-metadata',
      'originator=simulated recorder',
      file,
    ],
  ]);
}
