import path from 'node:path';
import { RateMeter, type Clip, type JobPlace } from '@kavrell/core/copies';
import { failedOutcome, verifyFolder, wordsOf, type FileOutcome, type SoundFile } from '@kavrell/copies';
import { faultsOf } from '../devices/media.ts';
import { listFiles, settle } from './jobFiles.ts';
import { type Run } from './jobRun.ts';

/** Reads the card’s copies again, drive after drive, against their lists; answers what is wrong, in words. */
export async function check({ host, job, card, targets, absent, progress, signal }: Run): Promise<string | null> {
  const clips = await host.desk.clipsOf(card.id);
  await listFiles(host.desk, job, clips, targets, absent);
  const words: string[] = absent.map((a) => a.reason);
  for (const { drive, folder } of targets) {
    const meter = new RateMeter();
    const base = progress.doneBytes;
    const place: JobPlace = {
      driveId: drive.id,
      writtenBytes: 0,
      checkedBytes: 0,
      settledFiles: 0,
      failedFiles: 0,
      behind: false,
      failure: null,
      bytesPerSecond: null,
      leftMs: null,
    };
    progress.places.push(place);
    // A reading that hangs would hang the worker: it is not played here.
    const { stallsAtBytes: _, ...faults } = faultsOf(drive.faults) ?? {};
    const wrong = new Map<string, string>();
    let sound: readonly SoundFile[] = [];
    try {
      const found = await verifyFolder(path.join(folder, card.label), {
        signal,
        faults,
        onFile: () => void (place.settledFiles += 1),
        onProgress: (done, total) => {
          place.checkedBytes = done;
          Object.assign(place, meter.sample(performance.now(), done, total));
          progress.doneBytes = base + done;
        },
      });
      sound = found.sound;
      for (const c of found.changed) wrong.set(c.path, `It is not as it was copied: ${c.reason}.`);
      for (const m of found.missing) wrong.set(m, 'It is not there any more.');
      for (const r of found.renamed) wrong.set(r.from, `It was renamed to ${r.to}.`);
      words.push(...found.problems.map((p) => `${drive.name}: ${p}`));
      if (found.extra.length > 0)
        words.push(`${drive.name}: ${found.extra.length} files that no list knows, such as ${found.extra[0]}.`);
    } catch (error) {
      if (signal.aborted) throw error;
      for (const clip of clips) wrong.set(clip.path, wordsOf(error));
    }
    const outcomes = checkOutcomes(drive.id, clips, sound, wrong);
    const failed = outcomes.filter((o) => o.state === 'failed');
    place.failedFiles = failed.length;
    const [first] = failed;
    if (first)
      words.push(
        `${drive.name}: ${failed.length} of ${clips.length} files failed: ${first.path}: ${first.failure ?? ''}`,
      );
    await settle(host.desk, job, outcomes, (id) => id);
    await host.desk.dropWaiting(job.id, drive.id);
  }
  return words.length > 0 ? words.join(' ') : null;
}

/**
 * What a reading says of the card’s clips on a drive. Verified is only what was read there with the bytes that were listed and has the
 * clip’s size; of a clip that the drive’s list doesn’t know nothing is said.
 */
function checkOutcomes(
  driveId: string,
  clips: readonly Pick<Clip, 'path' | 'sizeBytes'>[],
  sound: readonly SoundFile[],
  wrong: ReadonlyMap<string, string>,
): FileOutcome[] {
  const read = new Map(sound.map((f) => [f.path, f]));
  return clips.flatMap((clip): FileOutcome[] => {
    const found = read.get(clip.path);
    const other = found && found.sizeBytes !== clip.sizeBytes;
    const failure = wrong.get(clip.path) ?? (other ? 'It is an older file of this name: copy the card again.' : null);
    if (failure !== null) return [failedOutcome(driveId, clip, failure)];
    if (!found) return [];
    const hash = found.hashes.xxh64 ?? null;
    return [{ ...failedOutcome(driveId, clip, null), state: 'verified', hash, hashes: found.hashes }];
  });
}
