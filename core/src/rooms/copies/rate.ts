/** Measured over so much of the last while: long enough to be steady, short enough to be true. */
const WINDOW_MS = 8000;
const LEAST_MS = 500;

export interface Rate {
  /** Null until it has been watched for half a second. */
  bytesPerSecond: number | null;
  /** By that rate; null when there is none or nothing moves. */
  leftMs: number | null;
}

/** A rate as it was measured lately, and the time left by it. Times in ms of any clock that only goes forward. */
export class RateMeter {
  private samples: { atMs: number; bytes: number }[] = [];

  /** Takes in that so many of the total bytes are done now. */
  sample(atMs: number, bytes: number, totalBytes: number): Rate {
    // Less than before: a new run. What was measured of the old one says nothing of it.
    if (bytes < (this.samples.at(-1)?.bytes ?? 0)) this.samples = [];
    this.samples.push({ atMs, bytes });
    while (this.samples.length > 2 && this.samples[1]!.atMs <= atMs - WINDOW_MS) this.samples.shift();
    const [first] = this.samples as [{ atMs: number; bytes: number }];
    const spanMs = atMs - first.atMs;
    if (spanMs < LEAST_MS) return { bytesPerSecond: null, leftMs: null };
    const bytesPerSecond = ((bytes - first.bytes) / spanMs) * 1000;
    const left = totalBytes - bytes;
    const leftMs = left <= 0 ? 0 : bytesPerSecond > 0 ? (left / bytesPerSecond) * 1000 : null;
    return { bytesPerSecond, leftMs };
  }
}
