import {
  cancelLineUp,
  clipSound,
  pathOf,
  pauseLineUp,
  restoreLineUp,
  resumeLineUp,
  startLineUp,
  withdrawLineUp,
} from '@kavrell/contract';
import { bytesOf, openWav, readSamples } from '@kavrell/core/formats';
import type { LineRun } from '@kavrell/core/lineup';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';

/** What can be asked of the machinery that lines up; an answer of no is told in words. */
export function lineWork(productionId: string) {
  const asked = (work: Promise<unknown>) =>
    void work.then(
      () => queries.invalidateQueries({ queryKey: ['rows', productionId, 'lineRuns'] }),
      (error: unknown) => tell(wordsOf(error)),
    );
  const ofRun = ({ id }: LineRun) => ({ params: { productionId, runId: id }, body: {} });
  return {
    start: (dayId: string, body: { again: boolean; fromCards: boolean }) =>
      asked(call(startLineUp, { params: { productionId, dayId }, body })),
    pause: (run: LineRun) => asked(call(pauseLineUp, ofRun(run))),
    resume: (run: LineRun) => asked(call(resumeLineUp, ofRun(run))),
    cancel: (run: LineRun) => asked(call(cancelLineUp, ofRun(run))),
    withdraw: (run: LineRun) => asked(call(withdrawLineUp, ofRun(run))),
    restore: (run: LineRun) => asked(call(restoreLineUp, ofRun(run))),
  };
}
export type LineWork = ReturnType<typeof lineWork>;

/** A stretch of a clip’s sound as lines are measured by, with how many samples a second it has. Throws in words where it was not read, or nothing answers. */
export async function soundOf(
  productionId: string,
  clipId: string,
  fromMs: number,
  lengthMs: number,
): Promise<{ samples: Float32Array<ArrayBuffer>; rate: number }> {
  const params = { productionId, clipId, fromMs: String(fromMs), lengthMs: String(lengthMs) };
  const reply = await fetch(pathOf(clipSound, params));
  if (!reply.ok) {
    const { detail } = (await reply.json()) as { detail?: string };
    throw new Error(detail ?? 'This sound can’t be read just now.');
  }
  const bytes = bytesOf(new Uint8Array(await reply.arrayBuffer()));
  const wav = openWav(bytes);
  const samples = new Float32Array(wav.frames);
  readSamples(bytes, wav, 0, 0, samples);
  return { samples, rate: wav.format.sampleRate };
}

/** How loud each of so many equal parts of a sound is, 0…255. */
export function peaksOf(samples: Float32Array, parts: number): number[] {
  return Array.from({ length: parts }, (_, n) => {
    let most = 0;
    const [from, to] = [Math.floor((n * samples.length) / parts), Math.floor(((n + 1) * samples.length) / parts)];
    for (let i = from; i < to; i += 1) most = Math.max(most, Math.abs(samples[i]!));
    return Math.round(255 * Math.cbrt(Math.min(1, most)));
  });
}
