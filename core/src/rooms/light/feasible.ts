import type { Catalogue } from './library.ts';
import type { Room } from '../places/index.ts';
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
}

const MOST_AWAY = 3;
/** What is tried at most, so that a window stays quick. */
const MOST_TRIES = 600;

/**
 * The simplest light that still meets what is wanted within `targetMin`: fewest things left away, then fewest minutes; levels are set anew each time. Null
 * when three things away are not enough.
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
  let tries = 0;
  for (let count = 1; count <= Math.min(MOST_AWAY, away.length); count += 1) {
    let best: Fallback | null = null;
    for (const withoutIds of choose(away, count)) {
      tries += 1;
      if (tries > MOST_TRIES) return best;
      const bare: LightPlan = { ...plan, items: plan.items.filter((i) => !withoutIds.includes(i.id)) };
      const minutes = minutesOf({ plan: bare, hands: setup.hands }, from, scene.catalogue, scene.room);
      if (minutes > targetMin || (best && minutes >= best.minutes)) continue;
      const tried = litAsWanted(bare, face, scene, settings);
      if (tried) best = { withoutIds, minutes, ...tried };
    }
    if (best) return best;
  }
  return null;
}

const minutesOf = (
  s: { plan: LightPlan; hands: number },
  from: LightPlan | null,
  catalogue: Catalogue,
  room: Room | null,
) => (from ? relightTime(from, s, catalogue, room).minutes : rigTime(s, catalogue, room).minutes);

/** The face a plan is lit for: the one that is said, else the first person, else the first point. */
export function faceOf(plan: LightPlan): PersonItem | MeterItem | null {
  const faces = plan.items.filter((i): i is PersonItem | MeterItem => i.kind === 'person' || i.kind === 'meter');
  return faces.find((i) => i.id === plan.wanted.faceId) ?? faces.find((i) => i.kind === 'person') ?? faces[0] ?? null;
}

/** Sets levels for what is wanted; null when it can't be met. */
function litAsWanted(
  plan: LightPlan,
  face: PersonItem | MeterItem,
  scene: Omit<LightScene, 'plan'>,
  settings: Settings,
) {
  const reading = readFace(lightsOf({ ...scene, plan }), plan, face, settings);
  const solved = solveLevels(plan, reading, plan.wanted, settings, scene.catalogue);
  if (!solved.met) return null;
  const levels = new Map(solved.levels.map((l) => [l.id, l.level]));
  const set = withLevels(plan, levels);
  return { plan: set, reading: readFace(lightsOf({ ...scene, plan: set }), set, face, settings) };
}

export const withLevels = (plan: LightPlan, levels: ReadonlyMap<string, number>): LightPlan => ({
  ...plan,
  items: plan.items.map((i) =>
    i.kind === 'source' && levels.has(i.id) ? { ...i, level: levels.get(i.id) as number } : i,
  ),
});

function* choose(ids: readonly string[], count: number, from = 0): Generator<string[]> {
  if (count === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= ids.length - count; i += 1)
    for (const rest of choose(ids, count - 1, i + 1)) yield [ids[i] as string, ...rest];
}
