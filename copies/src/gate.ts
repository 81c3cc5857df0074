import { codeOf } from './outcome.ts';

/** Troubles of a simulated card or drive. Sizes in bytes moved to or from it since it was opened, unless said otherwise. */
export interface Faults {
  /** Reads and writes go no faster than this. */
  bytesPerSecond?: number;
  /** Unplugged from here on. */
  pulledAtBytes?: number;
  /** No room from here on. */
  fullAtBytes?: number;
  /** From here on it answers nothing at all. */
  stallsAtBytes?: number;
  /** One bit is not what was written: as it is written, or in files that were finished before. */
  flips?: 'write' | 'later';
  /** A block that can't be read, at this byte of the first file that is long enough. */
  unreadableAtByte?: number;
}

/** What stands between the engine and a card or drive: nothing for a real one; a simulated one slows, alters or fails here. */
export interface Gate {
  /** Before the device is asked for anything but bytes. Throws as the device would. */
  touch(): void;
  /** Before bytes are written: may wait or throw; answers the bytes that the device takes. */
  writing(bytes: Buffer): Buffer;
  /** After bytes were read from `at` of a file: may wait, throw or change them in place. */
  reading(file: string, at: number, bytes: Buffer): void;
}

export const OPEN_GATE: Gate = { touch: () => undefined, writing: (bytes) => bytes, reading: () => undefined };

const BLOCK_BYTES = 4096;
const trouble = (code: string, words: string) => Object.assign(new Error(`${code}: ${words}`), { code });

/** Waits without letting go of the thread, as a device's own call would. */
function wait(ms: number): void {
  if (ms > 0) Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
}

/** The gate of a simulated device. It keeps count: one per device and copy. */
export function simulatedGate(faults: Faults): Gate {
  let moved = 0;
  let flipped = false;
  let damagedFile: string | null = null;
  const began = performance.now();
  const touch = () => {
    if (moved >= (faults.pulledAtBytes ?? Infinity)) throw trouble('ENODEV', 'no such device');
    if (moved >= (faults.stallsAtBytes ?? Infinity)) wait(Infinity);
  };
  const move = (bytes: number) => {
    moved += bytes;
    if (faults.bytesPerSecond) wait((moved / faults.bytesPerSecond) * 1000 - (performance.now() - began));
  };
  const flip = (bytes: Buffer) => {
    bytes[bytes.length >> 1]! ^= 0x10;
    flipped = true;
  };
  return {
    touch,
    writing(bytes) {
      touch();
      if (moved + bytes.length > (faults.fullAtBytes ?? Infinity)) throw trouble('ENOSPC', 'no space left on device');
      move(bytes.length);
      if (faults.flips !== 'write' || flipped || bytes.length === 0) return bytes;
      const other = Buffer.from(bytes);
      flip(other);
      return other;
    },
    reading(file, at, bytes) {
      touch();
      const bad = faults.unreadableAtByte;
      if (bad !== undefined && at < bad + BLOCK_BYTES && at + bytes.length > bad) {
        damagedFile ??= file;
        if (damagedFile === file) throw trouble('EIO', 'i/o error');
      }
      move(bytes.length);
      if (faults.flips === 'later' && !flipped && bytes.length > 0 && !file.endsWith('.part')) flip(bytes);
    },
  };
}

/** True for what a reader can read around: a block of the medium, not the loss of the device. */
export const isBadBlock = (error: unknown) => codeOf(error) === 'EIO';
