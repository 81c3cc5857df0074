import type { Production } from '../brief/index.ts';
import { clipsNamed } from '../wrap/index.ts';
import type { Day } from '../../plan/day/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { jamsOf, type Clock, type Jam } from '../../rooms/clocks/index.ts';
import { isSoundOnly, mayPlay, type Card, type Clip } from '../../rooms/copies/index.ts';
import type { HandLine, LineFind, LineRun } from '../../rooms/lineup/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { deviceClock, type DeviceClock } from './deviceClock.ts';
import { faceOf, instantOn, startNear, jammed, type Face, type TakeOn } from './labels.ts';

/** What the line of a day is worked out from. */
export interface LineSources {
  production: Pick<Production, 'rate'>;
  days: readonly Day[];
  cameras: readonly Camera[];
  cards: readonly Card[];
  clips: readonly Clip[];
  /** Of all days. */
  takes: readonly Take[];
  clocks: readonly Clock[];
  jams: readonly Jam[];
  lineRuns: readonly LineRun[];
  lineFinds: readonly LineFind[];
  handLines: readonly HandLine[];
  /** What was read of clips so far, by id: only for the words of what is not placed. */
  sounds?: ReadonlyMap<string, { unread: string | null }>;
}

/** A clip as it stands in a lane of the line. */
export interface LineClip {
  clip: Clip;
  /** What recorded it: a camera’s id, or what the cards of a recorder have in common. */
  deviceId: string;
  /** A camera’s letter, or the beginning of the recorder’s card labels. */
  device: string;
  isSound: boolean;
  card: Card;
  take: Take | null;
  dayId: string | null;
  /** Its length as the file says; null: unknown. */
  durationS: number | null;
  /** When it begins by its own label with its device’s clock put right, ms; null without a label to use. */
  byLabelMs: number | null;
}

/** What recorded clips, as one lane. */
export interface LineDevice {
  id: string;
  name: string;
  isSound: boolean;
  clock: DeviceClock;
}
export interface LineClips {
  clips: LineClip[];
  devices: LineDevice[];
}

/** What the cards of one recorder begin with: `S001` and `S002` are one. */
const stemOf = (label: string): string => label.replace(/\d+$/, '') || label;
/** Clips that start this long before the take was logged, or after it was cut, still belong to it. */
const SLACK_MS = 8000;

/**
 * All clips that may hold picture or sound, each with its device, its take and when it begins by its own label. A take is found by the clip’s name as its camera said it, else by
 * the label with the device’s clock put right. What no take explains goes with its card, or to the first day, so that nothing is left out. In the order of lanes: cameras by
 * letter, then recorders.
 */
export function lineClips(s: Omit<LineSources, 'lineRuns' | 'lineFinds' | 'handLines'>): LineClips {
  const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const [takeById, cardById, cameraById] = [byId(s.takes), byId(s.cards), byId(s.cameras)];
  const named = clipsNamed(s.takes, s.clips);
  const zoneOf = (take: Take) => s.days.find((d) => d.id === take.dayId)?.timeZone ?? s.days[0]?.timeZone ?? 'UTC';
  const instants = s.takes.map((take) => ({ take, ...instantOn(take.rolledAtMs, zoneOf(take)) }));
  const bare = s.clips.flatMap((clip) => {
    const card = cardById.get(clip.cardId);
    if (!card || !mayPlay(clip.name)) return [];
    const durationMs = clip.durationMs ?? clip.looked?.playsMs ?? null;
    const device = (card.cameraId === null ? undefined : cameraById.get(card.cameraId)?.letter) ?? stemOf(card.label);
    return [
      {
        ...{
          clip,
          card,
          device,
          deviceId: card.cameraId ?? stemOf(card.label),
          isSound: card.cameraId === null && isSoundOnly(clip),
        },
        ...{
          named: takeById.get(named.get(clip.id)?.takeId ?? '') ?? null,
          durationS: durationMs === null ? null : durationMs / 1000,
        },
      },
    ];
  });
  const own = new Map<string, typeof bare>();
  for (const c of bare) {
    const list = own.get(c.deviceId);
    if (list) list.push(c);
    else own.set(c.deviceId, [c]);
  }
  const devices: LineDevice[] = [];
  const clips = [...own].flatMap(([deviceId, list]): LineClip[] => {
    const [{ device }] = list as [(typeof bare)[number]];
    // A card of pictures that nobody gave to a camera is no recorder’s.
    const isSound = list.every((c) => c.isSound);
    const isCamera = cameraById.has(deviceId);
    const isIn = (t: Take) => !isCamera || t.cameras.some((c) => c.cameraId === deviceId);
    const jams = jamsFor(s, deviceId);
    const takes = instants.flatMap((on) => (isIn(on.take) ? [jammed(on, jams)] : []));
    const takeOn = new Map(takes.map((t) => [t.take.id, t]));
    const runs = runsOf(takes);
    const clock = deviceClock(list, takes, s.production.rate);
    devices.push({ id: deviceId, name: device, isSound, clock });
    const faces = new Map(list.map((c) => [c.clip.id, faceOf(c.clip, s.production.rate)]));
    const unnamed = takesOfUnnamed(
      list.flatMap(({ clip, durationS, named: said }) =>
        said ? [] : [{ id: clip.id, cardId: clip.cardId, face: faces.get(clip.id) ?? null, durationS }],
      ),
      runs,
      clock,
    );
    const placed = list.map(({ named: said, ...c }): LineClip => {
      const face = faces.get(c.clip.id) ?? null;
      const on = said ? takeOn.get(said.id) : unnamed.get(c.clip.id);
      const take = said ?? on?.take ?? null;
      const { offsetMs } = clock;
      return {
        ...c,
        take,
        dayId: take?.dayId ?? null,
        byLabelMs: face && on && offsetMs !== null ? startNear(face, on, offsetMs) : null,
      };
    });
    return placed.map((c) => (c.take ? c : besideIt(c, placed, clock, s)));
  });
  return {
    clips: clips.sort(
      (a, b) =>
        Number(a.isSound) - Number(b.isSound) ||
        compare(a.device, b.device) ||
        (a.byLabelMs ?? Infinity) - (b.byLabelMs ?? Infinity) ||
        compare(a.card.label, b.card.label) ||
        compare(a.clip.path, b.clip.path),
    ),
    devices: devices.sort((a, b) => Number(a.isSound) - Number(b.isSound) || compare(a.name, b.name)),
  };
}

/** When a device was set to the job’s clock, oldest first, ms. */
function jamsFor(s: Pick<LineSources, 'clocks' | 'jams'>, deviceId: string): number[] {
  const clock = s.clocks.find((c) => c.cameraId === deviceId);
  return clock ? jamsOf(clock, s.jams).map((j) => j.atMs) : [];
}

/** Takes of one day and one jam, in order: a label says one instant for all of them. */
interface TakeRun {
  takes: TakeOn[];
  longestMs: number;
}
function runsOf(takes: readonly TakeOn[]): TakeRun[] {
  const runs = new Map<string, TakeRun>();
  for (const on of [...takes].sort((a, b) => a.atMs - b.atMs)) {
    const key = `${on.atMs - on.sinceMs} ${on.jammedSinceMs}`;
    let run = runs.get(key);
    if (!run) runs.set(key, (run = { takes: [], longestMs: 0 }));
    run.takes.push(on);
    run.longestMs = Math.max(run.longestMs, (on.take.cutAtMs ?? on.take.rolledAtMs) - on.take.rolledAtMs);
  }
  return [...runs.values()];
}

/** A take that a clip lies over by its label put right. */
interface Over {
  run: TakeRun;
  on: TakeOn;
  overlapMs: number;
}
/** On each day, the take that a clip overlaps longest by its label put right: a label says no date. */
function takesByLabel(
  face: Face | null,
  durationS: number | null,
  runs: readonly TakeRun[],
  clock: DeviceClock,
): Over[] {
  const { offsetMs } = clock;
  if (offsetMs === null || !face) return [];
  return runs.flatMap((run): Over[] => {
    const { takes, longestMs } = run;
    let best: Over | null = null;
    const from = startNear(face, takes[takes.length >> 1]!, offsetMs);
    const to = from + (durationS ?? 0) * 1000;
    for (let i = firstAfter(takes, from - longestMs - SLACK_MS); i < takes.length; i += 1) {
      const on = takes[i]!;
      if (on.atMs > to + SLACK_MS) break;
      const cutMs = on.take.cutAtMs ?? on.atMs;
      if (from > cutMs + SLACK_MS) continue;
      // Beside it by less than the slack it may be of it; what truly lies over it longest is.
      const overlapMs = Math.min(to, cutMs) - Math.max(from, on.atMs);
      if (!best || overlapMs > best.overlapMs) best = { run, on, overlapMs };
    }
    return best ? [best] : [];
  });
}

/** The take of each clip that no camera named: on the day on which most of its card lies over takes, for what is on one card was recorded together; else where it lies over one longest. */
function takesOfUnnamed(
  clips: readonly { id: string; cardId: string; face: Face | null; durationS: number | null }[],
  runs: readonly TakeRun[],
  clock: DeviceClock,
): Map<string, TakeOn> {
  const found = clips.map((c) => ({ ...c, overs: takesByLabel(c.face, c.durationS, runs, clock) }));
  const onCard = new Map<string, Map<TakeRun, number>>();
  for (const { cardId, overs } of found) {
    let sums = onCard.get(cardId);
    if (!sums) onCard.set(cardId, (sums = new Map()));
    for (const o of overs) sums.set(o.run, (sums.get(o.run) ?? 0) + o.overlapMs);
  }
  const dayOf = new Map(
    [...onCard].map(([cardId, sums]) => [cardId, [...sums].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null] as const),
  );
  return new Map(
    found.flatMap(({ id, cardId, overs }) => {
      const longest = overs.reduce<Over | null>((best, o) => (!best || o.overlapMs > best.overlapMs ? o : best), null);
      const own = overs.find((o) => o.run === dayOf.get(cardId)) ?? longest;
      return own ? [[id, own.on] as const] : [];
    }),
  );
}
function firstAfter(takes: readonly TakeOn[], ms: number): number {
  let [low, high] = [0, takes.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (takes[middle]!.atMs < ms) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A clip of no take goes to the day of what is on its card, at its own label of that day. */
function besideIt(
  c: LineClip,
  others: readonly LineClip[],
  clock: DeviceClock,
  s: Pick<LineSources, 'days' | 'production' | 'clocks' | 'jams'>,
): LineClip {
  const beside = others.find((o) => o.take && o.clip.cardId === c.clip.cardId)?.take ?? null;
  const day = s.days.find((d) => d.id === beside?.dayId) ?? s.days[0];
  if (!day) return c;
  const nearMs = beside?.rolledAtMs ?? minuteToMs(day.date, day.timeZone, 12 * 60);
  const near = jammed(instantOn(nearMs, day.timeZone), jamsFor(s, c.deviceId));
  const face = faceOf(c.clip, s.production.rate);
  const { offsetMs } = clock;
  return {
    ...{ ...c, dayId: day.id },
    byLabelMs: face && offsetMs !== null ? startNear(face, near, offsetMs) : null,
  };
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
