import { setTimeout as sleep } from 'node:timers/promises';
import { MISREAD, asRead, isUnread, wantedOf, type Read } from './asRead.ts';
import { DeviceThread } from './device.ts';
import type { Faults } from './gate.ts';
import type { HashKind } from './hash.ts';
import { bytesOf, filesOf, itemsOf, type Item } from './items.ts';
import { Lane, lost, quietly } from './lane.ts';
import type { Destination, OffloadHooks, OffloadOptions } from './options.ts';
import type { Presence } from './volume.ts';
import { wordsOf, type FileOutcome } from './outcome.ts';
import type { Closed, Packed } from './reader.ts';
import { SlotPool } from './slots.ts';
import type { ReaderWork, WriterWork } from './thread.ts';
import type { SourceFile } from './walk.ts';
import type { Written } from './writer.ts';

const STALL_MS = 30_000;
const PATIENCE_MS = 20_000;
/** Slots beside one for each drive: more than one slow drive may hold. */
const POOL_SLOTS = 4;
const LOOK_MS = 50;

const cardWords = (error: unknown) => wordsOf(error, 'The card');
/** A large file on its way to one lane. */
interface Writing {
  lane: Lane;
  /** Its number on the lane. */
  file: number;
  bytes: number;
  failure: { error: unknown } | null;
  done: Promise<unknown>[];
}

/** One reading of the source, for the lanes that keep pace with each other. */
interface Round {
  reader: DeviceThread<ReaderWork>;
  pool: SlotPool;
  lanes: Set<Lane>;
  /** Has a lane go on by itself. */
  leave: (lane: Lane) => void;
  /** Hears of bytes read; the first reading counts. */
  read: (bytes: number) => void;
}

/** One copy of a source to its destinations. `run` once. */
export class Copy {
  private readonly source: string;
  private readonly files: readonly SourceFile[];
  private readonly hooks: OffloadHooks;
  private readonly signal: AbortSignal;
  private readonly options: OffloadOptions;
  private readonly kinds: readonly [HashKind, ...HashKind[]];
  private readonly stallMs: number;
  private readonly patienceMs: number;
  private readonly lanes: Lane[];
  private readonly progress: { totalFiles: number; totalBytes: number; doneBytes: number };
  private readonly outcomes: FileOutcome[] = [];
  /** What each file hashed to when it was first read: a second reading must agree. */
  private readonly digests = new Map<string, string>();
  private readonly rounds: Promise<void>[] = [];
  private telling: Promise<void> = Promise.resolve();
  private trouble: unknown = null;

  constructor(
    source: string,
    files: readonly SourceFile[],
    destinations: readonly Destination[],
    { hooks, signal, options }: { hooks: OffloadHooks; signal: AbortSignal; options: OffloadOptions },
  ) {
    this.source = source;
    this.files = files;
    this.hooks = hooks;
    this.signal = signal;
    this.options = options;
    this.kinds = options.kinds ?? ['xxh64'];
    this.stallMs = options.stallMs ?? STALL_MS;
    this.patienceMs = options.patienceMs ?? PATIENCE_MS;
    this.progress = { totalFiles: files.length, totalBytes: bytesOf(files), doneBytes: 0 };
    this.lanes = destinations.map((destination) => {
      const { id, root, faults, presence } = destination;
      const there = files.filter((f) => !this.wants(id, f));
      const thread = this.thread<WriterWork>('writer', root, { faults: faults ?? null, presence, memory: null });
      return new Lane(destination, thread, there);
    });
  }

  private thread<Work>(
    role: 'reader' | 'writer',
    root: string,
    of: { faults: Faults | null; memory: SharedArrayBuffer | null; presence?: Presence | undefined },
  ): DeviceThread<Work> {
    return new DeviceThread<Work>({ role, root, ...of, kinds: this.kinds }, this.stallMs);
  }

  /** What became of every file on every destination. Throws the signal's reason, or what a hook threw. */
  async run(): Promise<FileOutcome[]> {
    try {
      this.begin(this.lanes, itemsOf(this.files), true);
      // Rounds of drives that were left behind are added while the first goes on.
      for (let i = 0; i < this.rounds.length; i += 1) await this.rounds[i];
      await this.telling;
      this.check();
      // The last line of defence: a file that nobody spoke of is no copied file.
      const silent = this.lanes.find((l) => l.progress.settledFiles !== this.progress.totalFiles);
      if (silent)
        throw new Error(
          `Only ${silent.progress.settledFiles} of ${this.progress.totalFiles} files are accounted for on ${silent.destination.root}. Copy again.`,
        );
      return this.outcomes;
    } finally {
      await Promise.allSettled(this.rounds);
      await Promise.all(
        this.lanes.map(async ({ thread }) => {
          // One that does not answer any more is ended all the same.
          await quietly(thread.call('end'));
          await thread.stop();
        }),
      );
      await Promise.all(this.lanes.flatMap((l) => [...l.checks]));
      await this.telling;
    }
  }

  /** Throws when the copy is to stop. */
  private check(): void {
    this.signal.throwIfAborted();
    if (this.trouble !== null) throw this.trouble;
  }

  private begin(lanes: readonly Lane[], items: readonly Item[], first: boolean): void {
    const round = this.conduct(lanes, items, first).catch((error: unknown) => {
      // The other rounds end with it.
      this.trouble ??= error;
      throw error;
    });
    round.catch(() => undefined);
    this.rounds.push(round);
  }

  /** Reads the items once and has the lanes write them; a lane that is left behind begins its own round with the item it was at. */
  private async conduct(lanes: readonly Lane[], items: readonly Item[], first: boolean): Promise<void> {
    const pool = new SlotPool(POOL_SLOTS + lanes.length);
    let at = 0;
    const round: Round = {
      pool,
      reader: this.thread<ReaderWork>('reader', this.source, {
        faults: this.options.faults ?? null,
        memory: pool.memory,
      }),
      lanes: new Set(lanes),
      leave: (lane) => {
        round.lanes.delete(lane);
        lane.progress.behind = true;
        // The bytes of a file that it begins anew are taken back, so that the others get the memory.
        if (lane.inFile) lane.thread.passOver(lane.files);
        lane.inFile = false;
        this.begin([lane], items.slice(at), false);
      },
      read: (bytes) => {
        if (!first) return;
        this.progress.doneBytes += bytes;
        this.show();
      },
    };
    const stop = () => void round.reader.stop();
    this.signal.addEventListener('abort', stop);
    try {
      for (const lane of lanes) void quietly(lane.thread.call('memory', pool.memory));
      for (; at < items.length; at += 1) {
        const item = items[at]!;
        const files = filesOf(item);
        const open = await this.roomFor(round, files);
        // Only now: a drive may fail while the others are waited for.
        for (const lane of round.lanes)
          if (lane.failure !== null && !open.includes(lane))
            this.note(lane, lane.givenUp(files.filter((f) => this.wants(lane.destination.id, f))));
        if (open.length === 0) round.read(bytesOf(files));
        else if ('small' in item) await this.copySmall(round, open, item.small);
        else await this.copyLarge(round, open, item.large);
      }
      for (const lane of round.lanes) while (lane.checks.size > 0) await Promise.all(lane.checks);
    } finally {
      this.signal.removeEventListener('abort', stop);
      await round.reader.stop();
    }
  }

  private wants(destinationId: string, file: SourceFile): boolean {
    return !(this.options.finished?.(file, destinationId) ?? false);
  }

  /**
   * Waits until every lane that wants some of these files has room for more, and answers those lanes. One that holds the others up is left
   * behind when it has done so for too long, all in all.
   */
  private async roomFor(round: Round, files: readonly SourceFile[]): Promise<Lane[]> {
    for (let before = performance.now(); ;) {
      this.check();
      const open = [...round.lanes].filter(
        (l) => l.failure === null && files.some((f) => this.wants(l.destination.id, f)),
      );
      const full = open.filter((l) => l.isFull);
      if (full.length === 0) return open;
      await Promise.race([...full.flatMap((l) => [...l.holding, ...l.checks]), sleep(LOOK_MS)]);
      const now = performance.now();
      if (open.some((l) => !full.includes(l) && l.isIdle)) {
        for (const lane of full) {
          lane.heldUpMs += now - before;
          if (lane.heldUpMs > this.patienceMs) round.leave(lane);
        }
      }
      before = now;
    }
  }

  private async copySmall({ reader, pool, read }: Round, lanes: readonly Lane[], files: SourceFile[]): Promise<void> {
    const slot = await pool.take();
    try {
      const packed = await reader
        .call('pack', files, slot)
        .catch((error: unknown) =>
          files.map((): Packed => ({ at: 0, bytes: 0, hashes: {}, damage: [], failure: cardWords(error) })),
        );
      const found = files.map((file, i) => ({ ...packed[i]!, ...this.readOf(file, packed[i]!) }));
      if (this.options.verifySource) for (const one of found) await this.readAgain(reader, one);
      read(bytesOf(files));
      for (const lane of lanes) {
        const wanted = found.filter((r) => this.wants(lane.destination.id, r.file));
        this.settle(
          lane,
          wanted.filter(isUnread).map((r) => [r, null]),
        );
        const put = wanted.filter((r) => !isUnread(r));
        if (put.length === 0) continue;
        const work = lane.give(pool, slot, () =>
          lane.thread.call(
            'put',
            put.map((r) => ({ ...wantedOf(r, this.kinds[0]), at: r.at, bytes: r.bytes })),
            slot,
          ),
        );
        lane.checking(
          work.then(
            (written) => {
              lane.progress.writtenBytes += bytesOf(put.map((r) => r.file));
              this.settle(
                lane,
                put.map((r, i) => [r, written[i]!]),
              );
            },
            (error: unknown) =>
              this.settle(
                lane,
                put.map((r) => [r, lost(error)]),
              ),
          ),
          this.stumble,
        );
      }
    } finally {
      pool.release(slot);
    }
  }

  private async copyLarge(round: Round, lanes: readonly Lane[], file: SourceFile): Promise<void> {
    const { reader, pool } = round;
    const writings = lanes.map((lane): Writing => ({
      lane,
      file: (lane.files += 1),
      bytes: 0,
      failure: null,
      done: [],
    }));
    const heed = (w: Writing, work: Promise<unknown>) =>
      w.done.push(work.catch((error: unknown) => void (w.failure ??= { error })));
    for (const w of writings) {
      w.lane.inFile = true;
      heed(w, w.lane.thread.call('open', file.path));
    }
    const keepingUp = () => writings.filter((w) => round.lanes.has(w.lane));
    let closed: Closed;
    let end = false;
    try {
      await reader.call('open', file);
      while (!end && keepingUp().some((w) => w.failure === null)) {
        await this.roomFor(round, [file]);
        const slot = await pool.take();
        try {
          const filled = await reader.call('fill', slot);
          end = filled.end;
          round.read(filled.bytes);
          for (const w of keepingUp()) {
            if (w.failure !== null) continue;
            const write = () => w.lane.thread.call('write', slot, filled.bytes, w.file);
            const work = w.lane.give(pool, slot, write).then(() => {
              w.bytes += filled.bytes;
              w.lane.progress.writtenBytes += filled.bytes;
            });
            heed(w, work);
          }
        } finally {
          pool.release(slot);
        }
      }
      closed = await reader.call('close');
    } catch (error) {
      this.check();
      closed = { hashes: {}, damage: [], failure: cardWords(error) };
    }
    // A file that nobody wants to the end was not read to its end: its hash says nothing.
    const found = end ? this.readOf(file, closed) : { file, as: file.path, ...closed, failure: closed.failure ?? '' };
    if (this.options.verifySource) await this.readAgain(reader, found);
    for (const w of writings) {
      // One that was left behind begins this file anew in its own round.
      if (!round.lanes.has(w.lane)) {
        w.lane.progress.writtenBytes -= w.bytes;
        continue;
      }
      w.lane.inFile = false;
      w.lane.checking(this.end(w, found), this.stumble);
    }
  }

  /** Ends a large file on a lane: checked, or dropped. */
  private async end(w: Writing, found: Read): Promise<void> {
    const { lane } = w;
    if (isUnread(found) || w.failure !== null) {
      await quietly(lane.thread.call('drop'));
      return this.settle(lane, [[found, w.failure === null ? null : lost(w.failure.error)]]);
    }
    // Asked for behind the last write, not after its answer: the drive need not wait.
    const written = await lane.thread.call('finish', wantedOf(found, this.kinds[0])).catch(lost);
    await Promise.all(w.done);
    const { failure } = w as Writing;
    this.settle(lane, [[found, failure === null ? written : lost(failure.error)]]);
  }

  private readOf(file: SourceFile, closed: Closed): Read {
    const found = asRead(file, closed);
    const digest = found.hashes[this.kinds[0]];
    if (found.failure !== null || digest === undefined) return found;
    const before = this.digests.get(file.path) ?? digest;
    this.digests.set(file.path, before);
    return before === digest ? found : { ...found, failure: MISREAD };
  }

  private async readAgain(reader: DeviceThread<ReaderWork>, read: Read): Promise<void> {
    if (read.failure !== null) return;
    const again = await reader.call('again', read.file.path).catch((error: unknown) => {
      read.failure = cardWords(error);
      return null;
    });
    if (again !== null && again !== read.hashes[this.kinds[0]]) read.failure = MISREAD;
  }

  /** Tells what became of files on a lane; without an answer from the drive, nothing of the file went there. */
  private settle(lane: Lane, settled: readonly (readonly [Read, Written | null])[]): void {
    this.note(
      lane,
      settled.map(([read, written]) => lane.outcomeOf(read, written, this.kinds[0])),
    );
  }

  /** What goes wrong beside the devices ends the copy. */
  private readonly stumble = (error: unknown): void => {
    this.trouble ??= error;
  };

  private note(lane: Lane, all: readonly FileOutcome[]): void {
    // When it is stopped, what is not done is not failed either.
    const outcomes = this.signal.aborted ? all.filter((o) => o.state !== 'failed') : all;
    if (outcomes.length === 0) return;
    this.outcomes.push(...outcomes);
    lane.count(outcomes);
    this.show();
    const { onFile } = this.hooks;
    if (!onFile) return;
    this.telling = this.telling.then(() => onFile(outcomes)).catch(this.stumble);
  }

  private show(): void {
    this.hooks.onProgress?.({
      ...this.progress,
      places: this.lanes.map((l) => l.shown()),
    });
  }
}
