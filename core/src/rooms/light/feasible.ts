import type { Catalogue } from './library.ts';
import type { Room } from '../places/index.ts';
import { readExactly } from './exact.ts';
import { lightsOf, type LightScene } from './emitters.ts';
import { isRaised, type LightPlan, type PersonItem, type MeterItem } from './plan.ts';
import { readFace, type FaceReading, type Settings } from './reading.ts';
import { rigTime } from './rigTime.ts';
import { relightTime } from './relight.ts';
import { solveLevels } from './solve.ts';

/** How a setup fits where it stands in a day. */
export interface Fit {
  /** Minutes it takes there. */
  needMin: number;
  /** Minutes there are between what ends before and the shot. */
  gapMin: number;
  /** Rigging must begin then. */
  beginByMin: number;
  /** Nothing is changed after this: exposure and marks are looked at, then it is shot. */
  lockByMin: number;
  /** Minutes that are missing; 0 when it fits. */
  shortMin: number;
}

/** Minutes kept before the shot for exposure and marks. */
export const LOCK_MIN = 5;

export function fitOf(needMin: number, previousEndMin: number, startMin: number): Fit {
  const gapMin = Math.max(0, startMin - previousEndMin);
  return {
    needMin,
    gapMin,
    beginByMin: startMin - needMin,
    lockByMin: startMin - Math.min(LOCK_MIN, needMin),
    shortMin: Math.max(0, Math.round(needMin - gapMin)),
  };
}

export interface Fallback {
  /** Things left away. */
  withoutIds: string[];
  plan: LightPlan;
  minutes: number;
  reading: FaceReading;
  /** Whether the light kernel agrees that it is lit as wanted; else the quick reading says so alone, since the kernel does not know all of it. */
  isExact: boolean;
}

const MOST_AWAY = 3;
/** What is timed, read and read exactly at most: of a very large plan not every three things are tried. */
const MOST_TIMED = 4000;
const MOST_TRIES = 600;
const MOST_EXACT = 12;

/**
 * The simplest light that still meets what is wanted within `targetMin`: fewest things left away, then fewest minutes; levels are set anew each
 * time. Sought by the quick reading; what it finds must be so by the light kernel too, where that knows all of it. Null when three
 * things away are not enough, or when of the twelve that look best none is lit as wanted.
 */
export function simplerPlan(
  setup: { plan: LightPlan; hands: number },
  scene: Omit<LightScene, 'plan'>,
  settings: Settings,
  targetMin: number,
  from: LightPlan | null,
): Fallback | null {
  const { plan } = setup;
  const face = faceOf(plan);
  if (!face) return null;
  const away = plan.items.filter((i) => isRaised(i) && !(i.kind === 'source' && i.role === 'key')).map((i) => i.id);
  let [timed, tries, asked] = [0, 0, 0];
  for (let count = 1; count <= Math.min(MOST_AWAY, away.length); count += 1) {
    const inTime = [...first(choose(away, count), MOST_TIMED - timed)]
      .map((withoutIds) => {
        timed += 1;
        const bare: LightPlan = { ...plan, items: plan.items.filter((i) => !withoutIds.includes(i.id)) };
        return {
          withoutIds,
          bare,
          minutes: minutesOf({ plan: bare, hands: setup.hands }, from, scene.catalogue, scene.room),
        };
      })
      .filter((c) => c.minutes <= targetMin)
      .sort((a, b) => a.minutes - b.minutes);
    for (const { withoutIds, bare, minutes } of inTime) {
      tries += 1;
      if (tries > MOST_TRIES || asked >= MOST_EXACT) return null;
      const quick = litAsWanted(bare, face, scene, settings, quickly);
      if (quick === null || quick === 'unknown') continue;
      asked += 1;
      const exact = litAsWanted(bare, face, scene, settings, exactly);
      if (exact === null) continue;
      const lit = exact === 'unknown' ? quick : exact;
      return { withoutIds, minutes, ...lit, isExact: exact !== 'unknown' };
    }
  }
  return null;
}

const minutesOf = (
  s: { plan: LightPlan; hands: number },
  from: LightPlan | null,
  catalogue: Catalogue,
  room: Room | null,
) => (from ? relightTime(from, s, catalogue, room).minutes : rigTime(s, catalogue, room).minutes);

type Face = PersonItem | MeterItem;
/** The face a plan is lit for: the one that is said, else the first person, else the first point. */
export function faceOf(plan: LightPlan): Face | null {
  const faces = plan.items.filter((i): i is Face => i.kind === 'person' || i.kind === 'meter');
  return faces.find((i) => i.id === plan.wanted.faceId) ?? faces.find((i) => i.kind === 'person') ?? faces[0] ?? null;
}

type Read = (plan: LightPlan, face: Face, scene: Omit<LightScene, 'plan'>, settings: Settings) => FaceReading | null;
const quickly: Read = (plan, face, scene, settings) => readFace(lightsOf({ ...scene, plan }), plan, face, settings);
/** By the light kernel; null where it does not know all of the light. */
const exactly: Read = (plan, face, scene, settings) => {
  const read = readExactly({ ...scene, plan }, plan, settings, 'close');
  return ('readings' in read && read.readings.find((r) => r.id === face.id)) || null;
};

/** Sets levels for what is wanted; null when it can’t be met. */
function litAsWanted(
  plan: LightPlan,
  face: Face,
  scene: Omit<LightScene, 'plan'>,
  settings: Settings,
  read: Read,
): { plan: LightPlan; reading: FaceReading } | null | 'unknown' {
  const reading = read(plan, face, scene, settings);
  if (!reading) return 'unknown';
  const solved = solveLevels(plan, reading, plan.wanted, settings, scene.catalogue);
  if (!solved.met) return null;
  const set = withLevels(plan, new Map(solved.levels.map((l) => [l.id, l.level])));
  const lit = read(set, face, scene, settings);
  return lit ? { plan: set, reading: lit } : 'unknown';
}

export const withLevels = (plan: LightPlan, levels: ReadonlyMap<string, number>): LightPlan => ({
  ...plan,
  items: plan.items.map((i) =>
    i.kind === 'source' && levels.has(i.id) ? { ...i, level: levels.get(i.id) as number } : i,
  ),
});

function* first<T>(of: Iterable<T>, most: number): Generator<T> {
  let count = 0;
  for (const one of of) {
    if (count >= most) return;
    count += 1;
    yield one;
  }
}

function* choose(ids: readonly string[], count: number, from = 0): Generator<string[]> {
  if (count === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= ids.length - count; i += 1)
    for (const rest of choose(ids, count - 1, i + 1)) yield [ids[i] as string, ...rest];
}
