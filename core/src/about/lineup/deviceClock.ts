import { rateSaid } from '../../base/timecode/index.ts';
import { offsetSaid } from '../../rooms/clocks/index.ts';
import type { Clip } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { besideMs, faceOf, readRate, type Face, type TakeOn } from './labels.ts';

/** What a logger presses lies so far from what a camera does, ms. */
const PRESS_MS = 1500;
const ZONE_MS = 900_000;
const DAY_MS = 86_400_000;
/** So many of a device’s clips are laid beside the log: more say nothing new. */
const MOST_ASKED = 24;
/** A clip may be of a take that is so much longer or shorter, ms, or by this share. */
const LENGTH_MS = 6000;
const LENGTH_SHARE = 0.15;

/** How a device’s labels stand to the day, by what its takes were logged at. */
export interface DeviceClock {
  /**
   * `inStep`: as logged · `zone`: whole quarters of an hour beside · `slipped`: beside by something else · `unsteady`: its labels keep no time · `unchecked`: no take says ·
   * `none`: it has no labels.
   */
  standing: 'inStep' | 'zone' | 'slipped' | 'unsteady' | 'unchecked' | 'none';
  /** True time less label, ms: added to a label it is the time of day. Null: nothing to add it to. */
  offsetMs: number | null;
  words: string;
}

/** A clip of a device, and the take that its camera itself said it is of. */
export interface DeviceClip {
  clip: Clip;
  named: Take | null;
  durationS: number | null;
}

/** The middle of some figures, and how far the half of them lies from it at most. */
export function middleOf(values: readonly number[]): { middle: number; spread: number } {
  const half = (list: readonly number[]) => {
    const sorted = [...list].sort((a, b) => a - b);
    return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2;
  };
  const middle = half(values);
  return { middle, spread: half(values.map((v) => Math.abs(v - middle))) };
}

/**
 * How the labels of a device’s clips stand to the takes they are of: in step, in another zone, slipped, or without any sense. Where its camera named no clips, the clips
 * and the takes are laid over each other: the shift under which most of them meet is its clock’s. Rate-aware: labels count at the clip’s own rate. What the log says is good
 * to a press of a button; sound says it to a frame later. `takes` are those that the device may have been in.
 */
export function deviceClock(clips: readonly DeviceClip[], takes: readonly TakeOn[], jobRate: string): DeviceClock {
  const labelled = clips.flatMap((c) => {
    const face = faceOf(c.clip, jobRate);
    return face ? [{ ...c, face }] : [];
  });
  if (!clips.some((c) => c.clip.startTimecode))
    return { standing: 'none', offsetMs: null, words: 'It has no timecode.' };
  if (labelled.length === 0)
    return {
      standing: 'unsteady',
      offsetMs: null,
      words: 'Its labels can’t be at the rate it says: they are not used.',
    };
  const own = labelled.find((c) => c.clip.rate)?.clip.rate ?? jobRate;
  const rest = isOtherRate(own, jobRate)
    ? ` It counts ${saidRate(own)}, the job ${saidRate(jobRate)}: it is counted at its own rate.`
    : '';
  const takeOn = new Map(takes.map((t) => [t.take.id, t]));
  const named = labelled.flatMap(({ face, named: take }) => {
    const on = takeOn.get(take?.id ?? '');
    return on ? [besideMs(face, on)] : [];
  });
  const beside = named.length > 0 ? named : metMost(labelled, takes);
  if (beside.length === 0)
    return {
      ...{ standing: 'unchecked', offsetMs: 0 },
      words: `Its labels are taken as they are: no take says whether its clock was right.${rest}`,
    };
  const { middle, spread } = middleOf(beside);
  if (spread > PRESS_MS)
    return { standing: 'unsteady', offsetMs: null, words: `Its labels fit no clock: they are not used.${rest}` };
  if (Math.abs(middle) <= PRESS_MS)
    return { standing: 'inStep', offsetMs: 0, words: `Its labels agree with the log.${rest}` };
  const steps = Math.round(middle / ZONE_MS);
  if (steps !== 0 && Math.abs(middle - steps * ZONE_MS) <= PRESS_MS)
    return {
      ...{ standing: 'zone', offsetMs: steps * ZONE_MS },
      words: `Its clock is ${offsetSaid(-steps * ZONE_MS)}: another zone, taken off.${rest}`,
    };
  return {
    ...{ standing: 'slipped', offsetMs: middle },
    words: `Its clock is about ${offsetSaid(-middle)}, by ${beside.length} of its clips against the log.${rest}`,
  };
}

/** Differences of takes and labels under the shift at which most clips meet a take of their length; none where fewer than half of them do, or another shift does as well. */
function metMost(clips: readonly (DeviceClip & { face: Face })[], takes: readonly TakeOn[]): number[] {
  const step = Math.max(1, Math.floor(clips.length / MOST_ASKED));
  const asked = clips.filter((_, i) => i % step === 0).slice(0, MOST_ASKED);
  const met = asked.flatMap((c, i) =>
    takes.flatMap((on) => (isAsLong(c, on.take) ? [{ ms: besideMs(c.face, on), i }] : [])),
  );
  met.sort((a, b) => a.ms - b.ms);
  let best: { from: number; to: number; count: number } | null = null;
  let next = 0;
  const inside = new Map<number, number>();
  for (let from = 0, to = 0; from < met.length; from += 1) {
    for (; to < met.length && met[to]!.ms - met[from]!.ms <= 2 * PRESS_MS; to += 1)
      inside.set(met[to]!.i, (inside.get(met[to]!.i) ?? 0) + 1);
    const count = inside.size;
    const here = { from, to, count };
    if (!best || count > best.count || (count === best.count && nearer(met[from]!.ms, met[best.from]!.ms))) {
      if (best && met[from]!.ms - met[best.from]!.ms > 2 * PRESS_MS) next = Math.max(next, best.count);
      best = here;
    } else if (met[from]!.ms - met[best.from]!.ms > 2 * PRESS_MS) next = Math.max(next, count);
    const left = (inside.get(met[from]!.i) ?? 1) - 1;
    if (left > 0) inside.set(met[from]!.i, left);
    else inside.delete(met[from]!.i);
  }
  // A clock that is right is likelier than one that happens to fit as well.
  const isPlain = best !== null && (next < best.count || Math.abs(met[best.from]!.ms) <= 2 * PRESS_MS);
  if (!best || best.count * 2 < asked.length || !isPlain || (best.count < 2 && asked.length > 1)) return [];
  return met.slice(best.from, best.to).map((m) => m.ms);
}
const nearer = (a: number, b: number): boolean => Math.abs(a) < Math.abs(b);

function isAsLong({ durationS }: DeviceClip, take: Take): boolean {
  if (durationS === null || take.cutAtMs === null) return true;
  const takeMs = take.cutAtMs - take.rolledAtMs;
  return Math.abs(takeMs - durationS * 1000) <= Math.max(LENGTH_MS, takeMs * LENGTH_SHARE) && takeMs < DAY_MS;
}

function isOtherRate(a: string, b: string): boolean {
  const [x, y] = [readRate(a), readRate(b)];
  return x !== null && y !== null && x.num * y.den !== y.num * x.den;
}
const saidRate = (text: string): string => {
  const rate = readRate(text);
  return rate ? rateSaid(rate) : text;
};
