import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import os from 'node:os';
import type { ChildReply, ChildWork } from './work.ts';

/** What one piece of work may cost. */
export interface Budget {
  timeMs: number;
  /** Of the whole child, as the system counts it: memory that a library takes for itself is in it. */
  memoryMB: number;
}

/** Work that took more than its budget, in words; its child was ended. */
export class OverBudget extends Error {
  readonly over: 'time' | 'memory';
  constructor(over: 'time' | 'memory', budget: Budget) {
    super(
      over === 'time'
        ? `It took longer than the ${budget.timeMs / 1000}\u00a0s that are given to it.`
        : `It took more than the ${budget.memoryMB}\u00a0MB of memory that are given to it.`,
    );
    this.over = over;
  }
}
/** Somebody asked for more at once than their share. */
export class TooManyAtOnce extends Error {}
/** The child ended by itself: what it was given brought it down. */
export class ChildLost extends Error {}
/** The work itself said no. */
export class WorkFailed extends Error {
  readonly code: string | null;
  constructor(message: string, code: string | null) {
    super(message);
    this.code = code;
  }
}

interface Waiting {
  work: ChildWork;
  budget: Budget;
  asker: string;
  settle: (value: unknown) => void;
  fail: (error: Error) => void;
}

const LOOK_MS = 100;
const MB = 1024 * 1024;
/** A machine's own memory limit of a child, beside the one that is watched. */
const HEAP_MB = 384;
const PAGE_BYTES = 4096;

/** Resident memory of a process, MB; 0 where the system doesn't say. */
function residentMB(pid: number): number {
  try {
    return (Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * PAGE_BYTES) / MB;
  } catch {
    // No such file system, or the child has just ended.
    return 0;
  }
}

export interface PoolSettings {
  /** The program that children run. */
  file: string;
  /** Children at the same time. */
  size: number;
  /** Pieces of work that one asker may have waiting or under way. */
  perAsker: number;
  /** A child without work ends after so long. */
  idleMs: number;
}

/** Does work in child processes: a few at a time, the rest in a queue, each within a budget of time and memory. */
export class ChildPool {
  /** Pieces of work that children have ended. */
  done = 0;
  private readonly settings: PoolSettings;
  private readonly idle: { child: ChildProcess; timer: NodeJS.Timeout }[] = [];
  private readonly busy = new Set<ChildProcess>();
  private readonly queue: Waiting[] = [];
  private readonly asked = new Map<string, number>();
  private stopped = false;

  constructor(settings: PoolSettings) {
    this.settings = settings;
  }

  /**
   * Has a child do the work. Rejects with `OverBudget`, `TooManyAtOnce`, `ChildLost`, or `WorkFailed` when the work itself said no.
   * Without an asker there is no share: the queue takes all.
   */
  run<T>(work: ChildWork, budget: Budget, asker = ''): Promise<T> {
    const held = this.asked.get(asker) ?? 0;
    if (asker !== '' && held >= this.settings.perAsker)
      return Promise.reject(
        new TooManyAtOnce(`${held} computations of yours are under way. Wait for one of them, then ask again.`),
      );
    this.asked.set(asker, held + 1);
    return new Promise<T>((settle, fail) => {
      this.queue.push({ work, budget, asker, settle: (value) => settle(value as T), fail });
      this.next();
    }).finally(() => {
      const left = (this.asked.get(asker) ?? 1) - 1;
      if (left > 0) this.asked.set(asker, left);
      else this.asked.delete(asker);
    });
  }

  private next(): void {
    if (this.stopped || this.busy.size >= this.settings.size) return;
    const waiting = this.queue.shift();
    if (waiting) this.give(this.take(), waiting);
  }

  /** A child without work, or a new one. */
  private take(): ChildProcess {
    const found = this.idle.pop();
    if (found) {
      clearTimeout(found.timer);
      return found.child;
    }
    const { PATH, NODE_ENV, TMPDIR, VITEST } = process.env;
    const child = fork(this.settings.file, [], {
      execArgv: [`--max-old-space-size=${HEAP_MB}`],
      // Nothing of ours that is secret: it reads what others made.
      env: {
        ...(PATH ? { PATH } : {}),
        ...(NODE_ENV ? { NODE_ENV } : {}),
        ...(TMPDIR ? { TMPDIR } : {}),
        ...(VITEST ? { VITEST } : {}),
      },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      serialization: 'advanced',
    });
    // Whoever waits for a page or a take goes first.
    if (child.pid !== undefined) {
      try {
        os.setPriority(child.pid, os.constants.priority.PRIORITY_BELOW_NORMAL);
      } catch {
        // Ended at once, or the system won't: the work goes on as it can.
      }
    }
    return child;
  }

  private give(child: ChildProcess, { work, budget, settle, fail }: Waiting): void {
    this.busy.add(child);
    const began = performance.now();
    let over: 'time' | 'memory' | null = null;
    const watch = setInterval(() => {
      if (performance.now() - began > budget.timeMs) over = 'time';
      else if (child.pid !== undefined && residentMB(child.pid) > budget.memoryMB) over = 'memory';
      if (over !== null) child.kill('SIGKILL');
    }, LOOK_MS);
    const end = (outcome: () => void, alive: boolean) => {
      clearInterval(watch);
      child.removeAllListeners();
      this.busy.delete(child);
      this.done += 1;
      if (alive) this.rest(child);
      else child.on('error', () => undefined);
      outcome();
      this.next();
    };
    child.once('message', (message) => {
      const reply = message as ChildReply;
      end(() => ('value' in reply ? settle(reply.value) : fail(new WorkFailed(reply.failure, reply.code))), true);
    });
    child.once('exit', () =>
      end(
        () =>
          fail(
            over === null ? new ChildLost('It can’t be read: what reads it came down.') : new OverBudget(over, budget),
          ),
        false,
      ),
    );
    child.once('error', (error) => end(() => fail(error), false));
    child.send(work, (error) => {
      // The exit tells of it.
      if (error) child.kill('SIGKILL');
    });
  }

  /** Keeps a child for the next piece of work, for a while. */
  private rest(child: ChildProcess): void {
    if (this.stopped) {
      child.kill('SIGKILL');
      return;
    }
    const leave = () => {
      const at = this.idle.findIndex((i) => i.child === child);
      if (at >= 0) clearTimeout(this.idle.splice(at, 1)[0]!.timer);
    };
    const timer = setTimeout(() => {
      leave();
      child.kill('SIGKILL');
    }, this.settings.idleMs);
    timer.unref();
    child.unref();
    child.channel?.unref();
    child.once('exit', leave);
    child.once('error', leave);
    this.idle.push({ child, timer });
  }

  /** Ends all children; what was under way fails. */
  stop(): void {
    this.stopped = true;
    for (const { fail } of this.queue.splice(0)) fail(new ChildLost('Kavrell is stopping.'));
    for (const { child, timer } of this.idle.splice(0)) {
      clearTimeout(timer);
      child.kill('SIGKILL');
    }
    for (const child of this.busy) child.kill('SIGKILL');
  }
}
