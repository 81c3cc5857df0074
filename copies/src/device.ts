import { Worker } from 'node:worker_threads';
import { Stalled } from './outcome.ts';
import type { ThreadData } from './thread.ts';

// Every device works on a thread of its own, by the system's plain calls: quick for files by the thousand, and a device that
// hangs in one holds up nobody else.

/** Beside the bundle that this is in; tests run from source and say where they built it. */
const threadFile = () => process.env.KAVRELL_COPY_THREAD ?? new URL('./copyThread.mjs', import.meta.url);

type Reply = { id: number; value?: unknown; failure?: string; code?: string | null };
type Arguments<F> = F extends (...args: infer A) => unknown ? A : never;
type Answer<F> = F extends (...args: never[]) => infer R ? Awaited<R> : never;
interface Pending {
  settle: (value: unknown) => void;
  fail: (error: Error) => void;
}

const CHECK_MS = 100;

/** A device's thread. Calls are answered in the order of their work; when it gives no sign of life for `stallMs`, all fail. */
export class DeviceThread<Work> {
  private readonly worker: Worker;
  private readonly pulse = new SharedArrayBuffer(8);
  private readonly counters = new Int32Array(this.pulse);
  private readonly pending = new Map<number, Pending>();
  private readonly watch: NodeJS.Timeout;
  private next = 0;
  private seen = 0;
  private seenMs = performance.now();
  private dead: Error | null = null;

  constructor(data: Omit<ThreadData, 'pulse'>, stallMs: number) {
    this.worker = new Worker(threadFile(), {
      workerData: { ...data, pulse: this.pulse } satisfies ThreadData,
      resourceLimits: { maxYoungGenerationSizeMb: 2, maxOldGenerationSizeMb: 32 },
    });
    this.worker.on('message', ({ id, value, failure, code }: Reply) => {
      const call = this.pending.get(id);
      this.pending.delete(id);
      this.sign();
      if (failure === undefined) call?.settle(value);
      else call?.fail(Object.assign(new Error(failure), code ? { code } : {}));
    });
    this.worker.on('error', (error: Error) => this.die(error));
    this.worker.on('exit', () => this.die(new Error('Its thread ended before its work was done.')));
    this.worker.unref();
    this.watch = setInterval(() => {
      const beats = Atomics.load(this.counters, 0);
      if (beats !== this.seen || this.pending.size === 0) {
        this.seen = beats;
        this.sign();
      } else if (performance.now() - this.seenMs > stallMs) {
        this.die(new Stalled(`gave no sign of life for ${Math.round(stallMs / 100) / 10}\u00a0s.`));
      }
    }, CHECK_MS);
    this.watch.unref();
  }

  private sign(): void {
    this.seenMs = performance.now();
  }

  private die(error: Error): void {
    if (this.dead) return;
    this.dead = error;
    void this.stop();
  }

  call<K extends keyof Work & string>(op: K, ...args: Arguments<Work[K]>): Promise<Answer<Work[K]>> {
    return new Promise((settle, fail) => {
      if (this.dead) return fail(this.dead);
      // While the thread works, the process must not end.
      this.worker.ref();
      const id = (this.next += 1);
      if (this.pending.size === 0) this.sign();
      const idle = () => {
        if (this.pending.size === 0) this.worker.unref();
      };
      this.pending.set(id, {
        settle: (value) => {
          idle();
          settle(value as Answer<Work[K]>);
        },
        fail: (error) => {
          idle();
          fail(error);
        },
      });
      this.worker.postMessage({ id, op, args });
    });
  }

  /** Writes of this file that are on their way are passed over from now on. */
  passOver(file: number): void {
    Atomics.store(this.counters, 1, file);
  }

  /** Ends the thread; what was asked for and not answered fails. */
  async stop(): Promise<void> {
    clearInterval(this.watch);
    this.dead ??= new Error('Stopped.');
    for (const call of this.pending.values()) call.fail(this.dead);
    this.pending.clear();
    await this.worker.terminate();
  }
}
