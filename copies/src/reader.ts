import { closeSync, fstatSync, openSync, read, readSync } from 'node:fs';
import { promisify } from 'node:util';
import type { Gate } from './gate.ts';
import { isBadBlock } from './gate.ts';
import { hashOf, startHash, type HashKind, type RunningHash } from './hash.ts';
import { inLanes } from './lanes.ts';
import { rawPath, writtenPath } from './names.ts';
import { wordsOf, type ByteRange } from './outcome.ts';
import { alignedBlock, hashFromMedium } from './readBack.ts';
import type { SourceFile } from './walk.ts';

export interface Packed {
  /** Where its bytes lie in the slot. */
  at: number;
  bytes: number;
  hashes: Partial<Record<HashKind, string>>;
  damage: ByteRange[];
  failure: string | null;
}
export interface Filled {
  bytes: number;
  end: boolean;
}
export interface Closed {
  hashes: Partial<Record<HashKind, string>>;
  damage: ByteRange[];
  failure: string | null;
}

const reading = promisify(read);
/** The thread is ended when its work is not wanted any more. */
const NEVER = new AbortController().signal;
const SECTOR_BYTES = 4096;
/**
 * After so many bad sectors in a row, wider and wider stretches are passed over: each bad reading can take seconds, and a dying card must
 * not cost the night. What is well in the midst of such a stretch is lost with it; its end is looked at again.
 */
const PATIENT_SECTORS = 16;
const WIDEST_BYTES = 128 * 1024;
/** Small files that are read at once. */
const READ_LANES = 8;
const SHORTER = 'The file became shorter while it was copied.';

/** A file that is not as it was listed is no copy of anything. */
function changedSince(fd: number, file: SourceFile): string | null {
  const now = fstatSync(fd);
  const moved = now.size !== file.sizeBytes || Math.abs(now.mtimeMs - file.modifiedMs) >= 1;
  return moved ? 'The file changed on the card while it was copied.' : null;
}

/** Device errors that end the reading of the whole card, not of a stretch. */
const isGone = (error: unknown) => !isBadBlock(error);

/** Reads a card's files into shared slots and hashes them on the way; what can't be read is left out stretch by stretch. */
export class Reader {
  private readonly root: string;
  private readonly kinds: readonly HashKind[];
  private readonly gate: Gate;
  private readonly beat: () => void;
  private current: {
    file: SourceFile;
    fd: number;
    at: number;
    hashes: { kind: HashKind; hash: RunningHash }[];
    damage: ByteRange[];
    failure: string | null;
  } | null = null;
  private block: Buffer | null = null;

  constructor(root: string, kinds: readonly HashKind[], gate: Gate, beat: () => void) {
    this.root = writtenPath(root);
    this.kinds = kinds;
    this.gate = gate;
    this.beat = beat;
  }

  private at(filePath: string): string {
    return `${this.root}/${filePath}`;
  }

  private begin() {
    return this.kinds.map((kind) => ({ kind, hash: startHash(kind) }));
  }

  /** Begins a file that is read block by block. Throws when it can't be opened. */
  open(file: SourceFile): void {
    this.gate.touch();
    const fd = openSync(rawPath(this.at(file.path)), 'r');
    this.current = { file, fd, at: 0, hashes: this.begin(), damage: [], failure: null };
  }

  /** Fills a slot with the file's next bytes. */
  fill(slot: Buffer): Filled {
    const current = this.current!;
    const length = Math.min(slot.length, Math.max(0, current.file.sizeBytes - current.at));
    try {
      const into = slot.subarray(0, length);
      const bytes = into.subarray(0, this.readStretch(current.fd, current.file, current.at, into, current.damage));
      for (const { hash } of current.hashes) hash.update(bytes);
      current.at += bytes.length;
      if (bytes.length < length) current.failure ??= SHORTER;
      return { bytes: bytes.length, end: current.failure !== null || current.at >= current.file.sizeBytes };
    } catch (error) {
      current.failure = wordsOf(error, 'The card');
      return { bytes: 0, end: true };
    }
  }

  /** Ends the file. */
  close(): Closed {
    const { fd, file, hashes, damage, failure } = this.current!;
    this.current = null;
    const changed = changedSince(fd, file);
    closeSync(fd);
    return {
      hashes: Object.fromEntries(hashes.map(({ kind, hash }) => [kind, hash.text()])),
      damage,
      failure: failure ?? changed,
    };
  }

  /** Reads small files whole, one behind the other into a slot that is large enough for them. */
  async pack(files: readonly SourceFile[], slot: Buffer): Promise<Packed[]> {
    let next = 0;
    const places = files.map((file) => (next += file.sizeBytes) - file.sizeBytes);
    const packed: Packed[] = [];
    await inLanes(files, READ_LANES, async (file, i) => {
      packed[i] = await this.packOne(file, places[i]!, slot.subarray(places[i]!, places[i]! + file.sizeBytes));
    });
    return packed;
  }

  private async packOne(file: SourceFile, at: number, into: Buffer): Promise<Packed> {
    const found: Packed = { at, bytes: into.length, hashes: {}, damage: [], failure: null };
    try {
      this.gate.touch();
      const fd = openSync(rawPath(this.at(file.path)), 'r');
      try {
        try {
          const { bytesRead } = await reading(fd, into, 0, into.length, 0);
          this.gate.reading(file.path, 0, into.subarray(0, bytesRead));
          // Rather a second look than a short file.
          if (bytesRead < into.length) found.bytes = this.readStretch(fd, file, 0, into, found.damage);
        } catch (error) {
          if (isGone(error)) throw error;
          found.bytes = this.readStretch(fd, file, 0, into, found.damage);
        }
        this.beat();
        found.failure = found.bytes < into.length ? SHORTER : changedSince(fd, file);
      } finally {
        closeSync(fd);
      }
      for (const kind of this.kinds) found.hashes[kind] = hashOf(kind, into.subarray(0, found.bytes));
    } catch (error) {
      found.failure = wordsOf(error, 'The card');
    }
    return found;
  }

  /** Reads a file a second time, past the machine's memory of the first. */
  async again(filePath: string): Promise<string> {
    this.block ??= alignedBlock();
    const { hash } = await hashFromMedium(this.at(filePath), this.block, this.kinds[0]!, NEVER, this.gate);
    return hash;
  }

  /** Reads what follows `at`; a stretch that can't be read becomes zeros and is noted. Answers how many there were. */
  private readStretch(fd: number, file: SourceFile, at: number, into: Buffer, damage: ByteRange[]): number {
    const { length } = into;
    const whole = this.tryRead(fd, file, at, into);
    if (whole !== null) return whole;
    let bad = 0;
    let gap: { from: number; to: number } | null = null;
    // Of a wide stretch that failed, the end may be well: it is tried from behind, as far as it goes.
    const trim = () => {
      const last = damage.at(-1);
      while (gap && last && gap.to - gap.from > SECTOR_BYTES) {
        const from = Math.floor((gap.to - 1) / SECTOR_BYTES) * SECTOR_BYTES;
        const sector = into.subarray(from - at, gap.to - at);
        if (this.tryRead(fd, file, from, sector) !== sector.length) {
          sector.fill(0);
          break;
        }
        gap.to = from;
        last.to = from;
      }
      gap = null;
    };
    for (let done = 0; done < length;) {
      const wide =
        bad < PATIENT_SECTORS ? SECTOR_BYTES : Math.min(WIDEST_BYTES, SECTOR_BYTES * 2 ** (bad - PATIENT_SECTORS));
      // Sectors are counted from the file's beginning, so that the same stretch is named by every reading.
      const step = Math.min(length - done, wide - ((at + done) % wide));
      const [from, to] = [at + done, at + done + step];
      const got = this.tryRead(fd, file, from, into.subarray(done, done + step));
      if (got === null) {
        bad += 1;
        into.fill(0, done, done + step);
        const last = damage.at(-1);
        if (last?.to === from) last.to = to;
        else damage.push({ from, to });
        gap = { from, to };
      } else {
        trim();
        if (got < step) return done + got;
        bad = 0;
      }
      done += step;
    }
    trim();
    return length;
  }

  /** How many bytes there were; null when the stretch can't be read. */
  private tryRead(fd: number, file: SourceFile, at: number, into: Buffer): number | null {
    try {
      return this.readPlain(fd, file, at, into);
    } catch (error) {
      if (isGone(error)) throw error;
      return null;
    }
  }

  private readPlain(fd: number, file: SourceFile, at: number, into: Buffer): number {
    let got = 0;
    while (got < into.length) {
      const more = readSync(fd, into, got, into.length - got, at + got);
      this.beat();
      if (more === 0) break;
      got += more;
    }
    this.gate.reading(file.path, at, into.subarray(0, got));
    return got;
  }
}
