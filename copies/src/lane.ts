import type { DeviceThread } from './device.ts';
import type { HashKind } from './hash.ts';
import { bytesOf } from './items.ts';
import { codeOf, endsDrive, failedOutcome, wordsOf, type FileOutcome } from './outcome.ts';
import type { Destination, PlaceProgress } from './options.ts';
import type { Read } from './asRead.ts';
import type { SlotPool } from './slots.ts';
import type { WriterWork } from './thread.ts';
import type { SourceFile } from './walk.ts';
import type { Written } from './writer.ts';

/** Slots that one drive may hold: a slow one can't take all of them. */
const SLOTS = 3;
/** Files or batches that wait to be checked, at most. */
const CHECKS_AHEAD = 2;
/** Read and write errors in a row after which a drive is not tried again. */
const LAST_STRAW = 3;

/** A drive that did not answer, as if it had answered no. */
export const lost = (error: unknown): Written => ({
  state: 'failed',
  readFrom: null,
  failure: wordsOf(error),
  code: codeOf(error),
});

/** Waits for an answer whose failure is met elsewhere. */
export async function quietly(answer: Promise<unknown>): Promise<void> {
  await answer.catch(() => undefined);
}

/** One destination of a copy, and how it stands. */
export class Lane {
  readonly destination: Destination;
  readonly thread: DeviceThread<WriterWork>;
  readonly progress: Omit<PlaceProgress, 'failure'>;
  /** Work under way that holds a slot. */
  readonly holding = new Set<Promise<unknown>>();
  /** Files and batches that are being written or checked. */
  readonly checks = new Set<Promise<unknown>>();
  heldUpMs = 0;
  /** Large files begun so far, and whether the last of them still gets bytes. */
  files = 0;
  inFile = false;
  /** Why nothing more goes there. */
  failure: string | null = null;
  private errors = 0;

  /** `there`: files that it is known to hold. */
  constructor(destination: Destination, thread: DeviceThread<WriterWork>, there: readonly SourceFile[]) {
    this.destination = destination;
    this.thread = thread;
    this.progress = {
      id: destination.id,
      writtenBytes: bytesOf(there),
      checkedBytes: bytesOf(there),
      settledFiles: there.length,
      failedFiles: 0,
      behind: false,
    };
  }

  get isFull(): boolean {
    return this.holding.size >= SLOTS || this.checks.size > CHECKS_AHEAD;
  }
  get isIdle(): boolean {
    return this.holding.size <= 1 && this.checks.size <= 1;
  }
  shown(): PlaceProgress {
    return { ...this.progress, failure: this.failure };
  }

  /** Has it work on a slot; the slot is given back when it is done. */
  async give<T>(pool: SlotPool, slot: number, work: () => Promise<T>): Promise<T> {
    pool.hold(slot);
    const done = work();
    const held = quietly(done).then(() => {
      this.holding.delete(held);
      pool.release(slot);
    });
    this.holding.add(held);
    return done;
  }

  /** Counts work as being checked until it is done; `stumble` hears of what goes wrong in it. */
  checking(work: Promise<unknown>, stumble: (error: unknown) => void): void {
    const checked: Promise<unknown> = work.catch(stumble).finally(() => this.checks.delete(checked));
    this.checks.add(checked);
  }

  /** What became of a file; the drive's answer may end it. Without an answer, nothing of the file went there. */
  outcomeOf({ file, as, damage, hashes, failure }: Read, written: Written | null, kind: HashKind): FileOutcome {
    const failed = failedOutcome(this.destination.id, file, failure || (written?.failure ?? null), damage);
    if (written === null) return failed;
    if (written.state === 'failed') {
      this.errors += 1;
      if (endsDrive(written.code) || (written.code === 'EIO' && this.errors >= LAST_STRAW))
        this.failure ??= written.failure;
      return { ...failed, failure: written.failure };
    }
    this.errors = 0;
    const { state, readFrom } = written;
    if (as !== file.path) return { ...failed, hashes, readFrom, savedAs: as };
    return { ...failed, state, hash: hashes[kind] ?? null, hashes, readFrom, failure: null };
  }

  /** Files that it gets no more. */
  givenUp(files: readonly SourceFile[]): FileOutcome[] {
    return files.map((file) => failedOutcome(this.destination.id, file, this.failure));
  }

  count(outcomes: readonly FileOutcome[]): void {
    for (const o of outcomes) {
      if (o.state === 'failed') this.progress.failedFiles += 1;
      else this.progress.checkedBytes += o.sizeBytes;
      this.progress.settledFiles += 1;
    }
  }
}
