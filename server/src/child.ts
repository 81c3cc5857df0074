import { InputError } from '@kavrell/core/errors';
import type { ChildReply, ChildWork } from './platform/pool/work.ts';

// One piece of work after the other, in a process that may be ended at any moment. What a kind of work needs is loaded when it is first asked for.

async function perform(work: ChildWork): Promise<unknown> {
  if (work.kind === 'tracks') return (await import('./platform/pool/tracks.ts')).readTracks(work.file);
  if (work.kind === 'light') return (await import('./platform/pool/light.ts')).readLight(work.asked);
  if (work.kind === 'picture') return (await import('./platform/pool/picture.ts')).makeSmall(work.file, work.small);
  if (work.kind === 'lineSound' || work.kind === 'linePair') {
    const lineup = await import('./platform/pool/lineup.ts');
    return work.kind === 'linePair' ? lineup.measureLinePair(work.asked) : lineup.readLineSound(work.file, work.base);
  }
  const calcs = await import('./platform/pool/calcs.ts');
  return work.kind === 'calc' ? calcs.compute(work.name, work.input, work.timeMs) : calcs.described();
}

process.on('message', (work: ChildWork) => {
  void perform(work)
    .then(
      (value): ChildReply => ({ value }),
      (error: unknown): ChildReply => ({
        failure: error instanceof Error ? error.message : String(error),
        code: error instanceof InputError ? error.code : null,
      }),
    )
    .then((reply) => process.send?.(reply));
});
process.on('disconnect', () => process.exit(0));
