import {
  closeSync,
  constants,
  fdatasyncSync,
  futimesSync,
  lstatSync,
  mkdirSync,
  openSync,
  renameSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import type { Gate } from './gate.ts';
import { hashOf, type HashKind } from './hash.ts';
import { inLanes } from './lanes.ts';
import { rawPath, writtenPath } from './names.ts';
import { codeOf, wordsOf } from './outcome.ts';
import { alignedBlock, hashFromMedium, hashSmallFromMedium, openPastCache, refusesDirect } from './readBack.ts';
import type { ReadFrom } from './outcome.ts';
import type { Presence } from './volume.ts';
import { presenceOf } from './volume.ts';
import { syncFileSystem, syncNow, syncing, unlinkForced } from './sync.ts';

const DIRECT_BYTES = 4096;
/** From so many files on one sync of the whole file system costs less than one for each. */
const SHARED_SYNC = 8;
/** Bytes that may lie in the machine's memory, not yet on the drive. */
const UNSYNCED_BYTES = 16 * 1024 * 1024;
/** Small files that are read back at once: each reading waits for the medium. */
const CHECK_LANES = 8;
export const SMALL_BYTES = 1024 * 1024;

/** A file as it is to be on the drive. */
export interface Wanted {
  path: string;
  sizeBytes: number;
  modifiedMs: number;
  hash: string;
}
export interface PutFile extends Wanted {
  /** Where its bytes lie in the slot. */
  at: number;
  bytes: number;
}
export interface Written {
  state: 'verified' | 'skipped' | 'failed';
  readFrom: ReadFrom | null;
  failure: string | null;
  /** The system's name for the failure. */
  code: string | null;
}

/** A half file's name: short, so that a name of 255 bytes has one too, and always the same, so that none is left behind. */
export function partName(filePath: string): string {
  return `.${hashOf('xxh64', Buffer.from(filePath))}.part`;
}
export const isPart = (name: string) => /^\.[0-9a-f]{16}\.part$/.test(path.posix.basename(name));

const failed = (error: unknown): Written => ({
  state: 'failed',
  readFrom: null,
  failure: wordsOf(error),
  code: codeOf(error),
});
const NOT_THE_SAME = 'Another file of this name is there already; it was left as it is.';
const NOT_AS_WRITTEN = 'What was read back is not what was written: do not trust this drive.';

interface Open {
  path: string;
  final: string;
  part: string;
  fd: number | null;
  /** Whether `fd` goes past the cache. */
  direct: boolean;
  at: number;
  unsynced: number;
  /** A file of this name is there already: it is compared, never written over. */
  there: boolean;
}

/** Writes files to one drive: half files first, then synced, read back, compared, and only then named. */
export class Writer {
  private readonly root: string;
  private readonly kind: HashKind;
  private readonly gate: Gate;
  private readonly beat: () => void;
  private readonly present: { check(): void };
  private readonly folders = new Set<string>();
  private readonly stop = new AbortController();
  private readonly small = Array.from({ length: CHECK_LANES }, () => alignedBlock(SMALL_BYTES + 65536));
  private block: Buffer | null = null;
  private current: Open | null = null;
  private finishing: Promise<unknown> = Promise.resolve();
  private checking: Promise<unknown> = Promise.resolve();

  /** Paths in here are written ones (`names.ts`); the system is asked by `rawPath`. */
  constructor(root: string, kind: HashKind, gate: Gate, beat: () => void, presence?: Presence) {
    this.root = writtenPath(root);
    this.kind = kind;
    this.gate = gate;
    this.beat = beat;
    this.present = presenceOf(presence);
  }

  private makeFolder(folder: string): void {
    if (this.folders.has(folder)) return;
    // A new folder's own name must last too, and those of the folders around it that came with it.
    if (mkdirSync(rawPath(folder), { recursive: true }) !== undefined)
      for (let made = folder; made.length >= this.root.length; made = path.dirname(made)) syncNow(path.dirname(made));
    this.folders.add(folder);
  }

  private place(filePath: string): { final: string; part: string; there: boolean } {
    const final = path.join(this.root, filePath);
    const folder = path.dirname(final);
    this.gate.touch();
    this.present.check();
    this.makeFolder(folder);
    const found = lstatSync(rawPath(final), { throwIfNoEntry: false });
    this.beat();
    // A link may lead to the card itself: what it leads to is no copy.
    if (found && !found.isFile()) throw new Error(NOT_THE_SAME);
    const there = found !== undefined;
    return { final, part: path.join(folder, partName(filePath)), there };
  }

  /** Begins a file that comes block by block. */
  open(filePath: string): void {
    // One that was given up in the midst is begun again.
    this.drop();
    const found = this.place(filePath);
    this.current = { path: filePath, ...found, fd: null, direct: false, at: 0, unsynced: 0 };
    if (found.there) return;
    // Past the cache what is written is on the medium at once: nothing piles up in memory, and syncing has little to do.
    const flags = constants.O_WRONLY | constants.O_CREAT | constants.O_TRUNC;
    const past = openPastCache(rawPath(found.part), flags);
    this.current.direct = past !== null;
    this.current.fd = past ?? openSync(rawPath(found.part), flags);
  }

  /** Adds bytes to the file that was begun. */
  write(bytes: Buffer): void {
    const { current } = this;
    if (!current || current.fd === null) return;
    const taken = this.gate.writing(bytes);
    for (let done = 0; done < taken.length;) {
      const whole = (taken.length - done) % DIRECT_BYTES === 0 && current.at % DIRECT_BYTES === 0;
      const length = taken.length - done - (current.direct && !whole ? (taken.length - done) % DIRECT_BYTES : 0);
      // The last part of a sector can't go past the cache.
      if (current.direct && length === 0) this.reopenPlain(current);
      try {
        const wrote = writeSync(current.fd!, taken, done, length || taken.length - done, current.at);
        this.beat();
        done += wrote;
        current.at += wrote;
        this.syncAlong(current, wrote);
      } catch (error) {
        if (!current.direct || !refusesDirect(error)) throw error;
        this.reopenPlain(current);
      }
    }
  }

  /** Where writing goes through the machine's memory, it is synced as it goes: else the end would take minutes without a sign of life. */
  private syncAlong(current: Open, bytes: number): void {
    if (current.direct) return;
    current.unsynced += bytes;
    if (current.unsynced < UNSYNCED_BYTES) return;
    fdatasyncSync(current.fd!);
    current.unsynced = 0;
    this.beat();
  }

  private reopenPlain(current: Open): void {
    closeSync(current.fd!);
    // Closed once only, whatever comes.
    current.fd = null;
    current.direct = false;
    current.fd = openSync(rawPath(current.part), constants.O_WRONLY);
  }

  /** Gives the file that was begun up. */
  drop(): void {
    const { current } = this;
    this.current = null;
    if (current) this.remove(current);
  }

  private remove(open: Open): void {
    const { fd } = open;
    open.fd = null;
    if (fd !== null) closeSync(fd);
    if (!open.there) unlinkForced(open.part);
  }

  /** Ends the file that was begun: synced, read back, compared, named, while the next may be written. */
  finish(wanted: Wanted): Promise<Written> {
    const open = this.current!;
    this.current = null;
    const work = this.finishing.then(() => this.settle(open, wanted));
    this.finishing = work.catch(() => undefined);
    return work;
  }

  private async settle(open: Open, wanted: Wanted): Promise<Written> {
    try {
      this.stop.signal.throwIfAborted();
      // What could not be read whole gets another name, unless a whole one is there.
      if (wanted.path !== open.path && !open.there) {
        const { final, there } = this.place(wanted.path);
        Object.assign(open, { final });
        if (there) return await this.compare(open, wanted);
      } else if (wanted.path !== open.path) throw new Error(NOT_THE_SAME);
      if (open.fd !== null) {
        futimesSync(open.fd, new Date(), new Date(wanted.modifiedMs));
        await syncing(open.fd);
        this.beat();
        closeSync(open.fd);
        open.fd = null;
      }
      this.block ??= alignedBlock();
      const found = await hashFromMedium(open.there ? open.final : open.part, this.block, this.kind, this.stop.signal, {
        ...this.gate,
        reading: (...read) => (this.beat(), this.gate.reading(...read)),
      });
      if (found.hash !== wanted.hash) throw new Error(open.there ? NOT_THE_SAME : NOT_AS_WRITTEN);
      if (open.there) return { state: 'skipped', readFrom: found.from, failure: null, code: null };
      this.name(open);
      await this.syncFolder(path.dirname(open.final));
      return { state: 'verified', readFrom: found.from, failure: null, code: null };
    } catch (error) {
      this.tryRemove(open);
      return failed(error);
    }
  }

  /** A damaged file that was saved before: kept when it is the same, else left beside nothing. */
  private async compare(open: Open, wanted: Wanted): Promise<Written> {
    this.remove(open);
    this.block ??= alignedBlock();
    const found = await hashFromMedium(open.final, this.block, this.kind, this.stop.signal, this.gate);
    if (found.hash !== wanted.hash) throw new Error(NOT_THE_SAME);
    return { state: 'skipped', readFrom: found.from, failure: null, code: null };
  }

  private name({ part, final }: { part: string; final: string }): void {
    this.gate.touch();
    this.present.check();
    // Somebody else may have put a file there meanwhile: a rename would replace it.
    if (lstatSync(rawPath(final), { throwIfNoEntry: false })) throw new Error(NOT_THE_SAME);
    renameSync(rawPath(part), rawPath(final));
    this.beat();
  }

  private tryRemove(open: Open): void {
    try {
      this.remove(open);
    } catch (error) {
      // The drive is gone with its half file, or will be swept when it is opened again.
      if (codeOf(error) === null) throw error;
    }
  }

  private async syncFolder(folder: string): Promise<void> {
    const fd = openSync(rawPath(folder), 'r');
    try {
      await syncing(fd);
    } finally {
      closeSync(fd);
    }
    this.beat();
  }

  /** Writes, checks and names many small files at once. */
  put(files: readonly PutFile[], slot: Buffer): Promise<Written[]> {
    const begun = files.map((file): Open | Written => {
      let open: Open | null = null;
      try {
        open = { path: file.path, ...this.place(file.path), fd: null, direct: false, at: 0, unsynced: 0 };
        if (open.there) return open;
        open.fd = openSync(rawPath(open.part), 'w');
        const bytes = this.gate.writing(slot.subarray(file.at, file.at + file.bytes));
        for (let done = 0; done < bytes.length;) done += writeSync(open.fd, bytes, done, bytes.length - done, done);
        this.beat();
        futimesSync(open.fd, new Date(), new Date(file.modifiedMs));
        closeSync(open.fd);
        open.fd = null;
        return open;
      } catch (error) {
        if (open) this.tryRemove(open);
        return failed(error);
      }
    });
    // The next batch is written while this one is checked; but only one is checked at a time.
    const work = this.checking.then(() => this.checkAll(begun, files));
    this.checking = work.catch(() => undefined);
    return work;
  }

  private async checkAll(begun: readonly (Open | Written)[], files: readonly Wanted[]): Promise<Written[]> {
    const fresh = begun.filter((b): b is Open => 'part' in b && !b.there);
    const shared = fresh.length >= SHARED_SYNC && (await syncFileSystem(this.root));
    this.beat();
    const named = new Set<string>();
    const results: Written[] = [];
    await inLanes(begun, CHECK_LANES, async (open, i, lane) => {
      results[i] = 'part' in open ? await this.checkSmall(open, files[i]!, shared, this.small[lane]!) : open;
      if (results[i].state === 'verified') named.add(path.dirname((open as Open).final));
    });
    try {
      for (const folder of named) await this.syncFolder(folder);
    } catch (error) {
      // The names may not last: none of them counts.
      return results.map((r) => (r.state === 'verified' ? failed(error) : r));
    }
    return results;
  }

  private async checkSmall(open: Open, wanted: Wanted, synced: boolean, block: Buffer): Promise<Written> {
    try {
      this.stop.signal.throwIfAborted();
      if (!synced && !open.there) syncNow(open.part);
      const name = open.there ? open.final : open.part;
      const found = await hashSmallFromMedium(name, wanted.sizeBytes, block, this.kind, this.gate);
      this.beat();
      if (found.hash !== wanted.hash) throw new Error(open.there ? NOT_THE_SAME : NOT_AS_WRITTEN);
      if (open.there) return { state: 'skipped', readFrom: found.from, failure: null, code: null };
      this.name(open);
      return { state: 'verified', readFrom: found.from, failure: null, code: null };
    } catch (error) {
      this.tryRemove(open);
      return failed(error);
    }
  }

  /** Stops what is being checked, takes half files back, and answers when all is at rest. */
  async end(): Promise<void> {
    this.stop.abort(new Error('Stopped.'));
    if (this.current) this.tryRemove(this.current);
    this.current = null;
    await Promise.all([this.finishing, this.checking]);
  }
}
