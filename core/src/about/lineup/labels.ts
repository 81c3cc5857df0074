import { InputError } from '../../base/errors/index.ts';
import { dateOf, midnightMs } from '../../base/time/index.ts';
import { framesPerDay, parseLabel, parseRate, type Rate } from '../../base/timecode/index.ts';
import type { Clip } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';

const DAY_MS = 86_400_000;

/** A label as time since the midnight that it counts from, at its own rate, and how long a day of such labels is, ms. */
export interface Face {
  ms: number;
  dayMs: number;
}
/** An instant as labels know it: since its midnight, and when before it on that day the device was jammed, ms. */
export interface Instant {
  atMs: number;
  sinceMs: number;
  jammedSinceMs: number | null;
}
export interface TakeOn extends Instant {
  take: Take;
}

/** What throws for what people typed or files say, as nothing. */
function known<T>(read: () => T): T | null {
  try {
    return read();
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
export const readRate = (text: string): Rate | null => known(() => parseRate(text));

/** A clip’s label at its own rate, the job’s where it says none; null without a label that its rate has. */
export function faceOf(clip: Pick<Clip, 'startTimecode' | 'rate'>, jobRate: string): Face | null {
  const { startTimecode } = clip;
  const rate = readRate(clip.rate ?? jobRate);
  if (!startTimecode || !rate) return null;
  const frames = known(() => parseLabel(startTimecode, rate));
  if (frames === null) return null;
  const ms = (count: number) => (count * rate.den * 1000) / rate.num;
  return { ms: ms(frames), dayMs: ms(framesPerDay(rate)) };
}

/** An instant as labels know it, of a device that nobody jammed. */
export function instantOn(atMs: number, zone: string): Instant {
  const midnight = midnightMs(dateOf(atMs, zone), zone);
  return { atMs, sinceMs: atMs - midnight, jammedSinceMs: null };
}

/** The same for a device that was jammed at these instants: the last one before it on its day counts. */
export function jammed<T extends Instant>(on: T, jams: readonly number[]): T {
  const midnight = on.atMs - on.sinceMs;
  const jam = jams.findLast((j) => j <= on.atMs);
  return jam !== undefined && jam >= midnight ? { ...on, jammedSinceMs: jam - midnight } : on;
}

/** By how much an instant is later than a label says, as near to nought as whole days of labels allow, ms. A jam hands on the face of another clock: from there the device counts at its own pace. */
export function besideMs({ ms, dayMs }: Face, { sinceMs, jammedSinceMs }: Instant): number {
  const ahead = jammedSinceMs === null ? 0 : jammedSinceMs * (dayMs / DAY_MS - 1);
  const beside = sinceMs - (ms - ahead);
  return beside - Math.round(beside / dayMs) * dayMs;
}

/** When a label put right by `offsetMs` was, as near to an instant as whole days of labels allow, ms. */
export function startNear(face: Face, near: Instant, offsetMs: number): number {
  const beside = besideMs(face, near) - offsetMs;
  return near.atMs - (beside - Math.round(beside / face.dayMs) * face.dayMs);
}
