import type { Production } from '../brief/index.ts';
import { matchClips } from '../wrap/index.ts';
import type { Day } from '../../plan/day/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { jamsOf, type Clock, type Jam } from '../../rooms/clocks/index.ts';
import { mayPlay, type Card, type Clip } from '../../rooms/copies/index.ts';
import type { HandLine, LineFind, LineRun } from '../../rooms/lineup/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { dateOf, minuteToMs } from '../../base/time/index.ts';
import { deviceClock, labelMs, type DeviceClock, type LabelRules } from './deviceClock.ts';

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
export function lineClips(s: LineSources): LineClips {
  const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const [takeById, cardById, cameraById] = [byId(s.takes), byId(s.cards), byId(s.cameras)];
  const namedOf = new Map(
    matchClips(s.takes, s.clips, s.cards, s.cameras, s.production.rate).flatMap((m) => {
      const take = m.by === 'name' ? takeById.get(m.takeId) : undefined;
      return take ? [[m.clipId, take] as const] : [];
    }),
  );
  const zoneOf = (take: Take) => s.days.find((d) => d.id === take.dayId)?.timeZone ?? s.days[0]?.timeZone ?? 'UTC';
  const rules = (deviceId: string, zone = s.days[0]?.timeZone ?? 'UTC') => labelRules(s, deviceId, zone);
  const bare = s.clips.flatMap((clip) => {
    const card = cardById.get(clip.cardId);
    if (!card || !mayPlay(clip.name)) return [];
    const durationMs = clip.durationMs ?? clip.looked?.playsMs ?? null;
    const device = (card.cameraId === null ? undefined : cameraById.get(card.cameraId)?.letter) ?? stemOf(card.label);
    return [
      {
        ...{ clip, card, device, deviceId: card.cameraId ?? stemOf(card.label), isSound: card.cameraId === null },
        ...{ named: namedOf.get(clip.id) ?? null, durationS: durationMs === null ? null : durationMs / 1000 },
      },
    ];
  });
  const own = new Map<string, typeof bare>();
  for (const c of bare) own.set(c.deviceId, [...(own.get(c.deviceId) ?? []), c]);
  const devices: LineDevice[] = [];
  const clips = [...own].flatMap(([deviceId, list]): LineClip[] => {
    const [{ device, isSound }] = list as [(typeof bare)[number]];
    const isIn = (t: Take) => isSound || t.cameras.some((c) => c.cameraId === deviceId);
    const takes = s.takes.filter(isIn);
    const clock = deviceClock(list, takes, rules(deviceId));
    devices.push({ id: deviceId, name: device, isSound, clock });
    const placed = list.map(({ named, ...c }): LineClip => {
      const take = named ?? takeByLabel(c, takes, clock, rules(deviceId));
      return { ...c, take, dayId: take?.dayId ?? null, byLabelMs: take ? labelNear(take) : null };
      function labelNear(near: Take): number | null {
        if (clock.offsetMs === null) return null;
        const at = labelMs(c.clip, rules(deviceId, zoneOf(near)), near.rolledAtMs - clock.offsetMs);
        return at === null ? null : at + clock.offsetMs;
      }
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

/** How labels of a device are read: a jam that was logged tells from where it counts at its own pace. */
export function labelRules(
  s: Pick<LineSources, 'production' | 'clocks' | 'jams'>,
  deviceId: string,
  zone: string,
): LabelRules {
  const clock = s.clocks.find((c) => c.cameraId === deviceId);
  const jams = clock ? jamsOf(clock, s.jams) : [];
  return {
    ...{ rate: s.production.rate, zone },
    jammedMs: (atMs) => {
      const last = jams.findLast((j) => j.atMs <= atMs);
      return last && dateOf(last.atMs, zone) === dateOf(atMs, zone) ? last.atMs : null;
    },
  };
}

/** The take that a clip overlaps longest by its label put right; null when it overlaps none. */
function takeByLabel(
  { clip, durationS }: Pick<LineClip, 'clip' | 'durationS'>,
  takes: readonly Take[],
  clock: DeviceClock,
  rules: LabelRules,
): Take | null {
  if (clock.offsetMs === null) return null;
  let best: { take: Take; overlapMs: number } | null = null;
  for (const take of takes) {
    const at = labelMs(clip, rules, take.rolledAtMs - clock.offsetMs);
    if (at === null) return null;
    const from = at + clock.offsetMs;
    const until = Math.min(from + (durationS ?? 0) * 1000, (take.cutAtMs ?? take.rolledAtMs) + SLACK_MS);
    const overlapMs = until - Math.max(from, take.rolledAtMs - SLACK_MS);
    if (overlapMs > 0 && (!best || overlapMs > best.overlapMs)) best = { take, overlapMs };
  }
  return best?.take ?? null;
}

/** A clip of no take goes to the day of what is on its card, at its own label of that day. */
function besideIt(c: LineClip, others: readonly LineClip[], clock: DeviceClock, s: LineSources): LineClip {
  const beside = others.find((o) => o.take && o.clip.cardId === c.clip.cardId)?.take ?? null;
  const day = s.days.find((d) => d.id === beside?.dayId) ?? s.days[0];
  if (!day) return c;
  const nearMs = beside?.rolledAtMs ?? minuteToMs(day.date, day.timeZone, 12 * 60);
  const at =
    clock.offsetMs === null ? null : labelMs(c.clip, labelRules(s, c.deviceId, day.timeZone), nearMs - clock.offsetMs);
  return { ...c, dayId: day.id, byLabelMs: at === null ? null : at + (clock.offsetMs ?? 0) };
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
