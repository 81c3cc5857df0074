import type { RateMeter } from '@kavrell/core/copies';
import { formatRunning } from '@kavrell/core/units';

const EVERY_MS = 500;

export const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(0)}\u00a0MB`;

/** `, 412 MB/s, 0:05 left` as it was measured lately; empty until there is something to say. */
export function rateWords(meter: RateMeter, doneBytes: number, totalBytes: number): string {
  const { bytesPerSecond, leftMs } = meter.sample(performance.now(), doneBytes, totalBytes);
  const rate = bytesPerSecond === null ? '' : `, ${megabytes(bytesPerSecond)}/s`;
  return rate + (leftMs === null ? '' : `, ${formatRunning(leftMs)} left`);
}

/** True at most twice a second, and for the last time. */
export function everySoOften(): (last: boolean) => boolean {
  let before = -Infinity;
  return (last) => {
    const now = performance.now();
    if (now - before < EVERY_MS && !last) return false;
    before = now;
    return true;
  };
}
