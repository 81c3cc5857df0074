import { parentPort, workerData } from 'node:worker_threads';
import { OPEN_GATE, simulatedGate, type Faults } from './gate.ts';
import type { HashKind } from './hash.ts';
import type { Presence } from './volume.ts';
import { codeOf } from './outcome.ts';
import { Reader } from './reader.ts';
import { slotOf } from './slots.ts';
import type { SourceFile } from './walk.ts';
import { Writer, type PutFile, type Wanted } from './writer.ts';

/** What a device's thread is begun with. */
export interface ThreadData {
  role: 'reader' | 'writer';
  root: string;
  kinds: readonly HashKind[];
  faults: Faults | null;
  /** What must stay under a drive's folder. */
  presence?: Presence | undefined;
  /** Two numbers: one that grows with every sign of life, the file whose writes are no longer wanted. */
  pulse: SharedArrayBuffer;
  memory: SharedArrayBuffer | null;
}

const { role, root, kinds, faults, presence, pulse, memory: first } = workerData as ThreadData;
const counters = new Int32Array(pulse);
const beat = () => void Atomics.add(counters, 0, 1);
const gate = faults ? simulatedGate(faults) : OPEN_GATE;
let memory = first;
const slot = (n: number) => slotOf(memory!, n);

function readerWork() {
  const reader = new Reader(root, kinds, gate, beat);
  return {
    open: (file: SourceFile) => reader.open(file),
    fill: (n: number) => reader.fill(slot(n)),
    close: () => reader.close(),
    pack: (files: readonly SourceFile[], n: number) => reader.pack(files, slot(n)),
    again: (path: string) => reader.again(path),
  };
}

function writerWork() {
  const writer = new Writer(root, kinds[0]!, gate, beat, presence);
  return {
    memory: (shared: SharedArrayBuffer) => void (memory = shared),
    open: (path: string) => writer.open(path),
    /** `file`: the number of the file that the bytes belong to, which may be one that is no longer wanted. */
    write: (n: number, bytes: number, file: number) => {
      if (file !== Atomics.load(counters, 1)) writer.write(slot(n).subarray(0, bytes));
    },
    drop: () => writer.drop(),
    finish: (wanted: Wanted) => writer.finish(wanted),
    put: (files: readonly PutFile[], n: number) => writer.put(files, slot(n)),
    end: () => writer.end(),
  };
}
export type ReaderWork = ReturnType<typeof readerWork>;
export type WriterWork = ReturnType<typeof writerWork>;

const work = (role === 'reader' ? readerWork() : writerWork()) as unknown as Record<
  string,
  (...args: unknown[]) => unknown
>;
parentPort!.on('message', ({ id, op, args }: { id: number; op: string; args: unknown[] }) => {
  void (async () => work[op]!(...args))().then(
    (value) => parentPort!.postMessage({ id, value }),
    (error: unknown) =>
      parentPort!.postMessage({
        id,
        failure: error instanceof Error ? error.message : String(error),
        code: codeOf(error),
      }),
  );
});
