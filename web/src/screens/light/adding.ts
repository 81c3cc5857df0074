import { direction, tiltTo, turnTo } from '@kavrell/core/geometry';
import { catalogueOf, faceOf, lampOf, placeOf, sizeOf, type LightPlan, type PlanItem } from '@kavrell/core/light';
import type { Person } from '@kavrell/core/people';
import type { Room } from '@kavrell/core/places';

export const ADDABLE = [
  ['person', 'Person'],
  ['camera', 'Camera'],
  ['source', 'Lamp'],
  ['flag', 'Flag'],
  ['frame', 'Frame'],
  ['bounce', 'Bounce'],
  ['mirror', 'Mirror'],
  ['meter', 'Point'],
] as const;
export type Addable = (typeof ADDABLE)[number][0];

const round = (m: number) => Math.round(m * 10) / 10;
const MARGIN_M = 0.4;
/** Within the plan, off its edge. */
const inside = (v: number, most: number) => round(Math.min(most - MARGIN_M, Math.max(MARGIN_M, v)));
/** Places tried for a new thing: round the face, from where a light usually comes. */
const ROUND_DEG = [50, -50, 160, -110, 110, 20, -20, 80];

/** Nearer than this two things are hard to tell apart, and to take hold of. */
const APART_M = 0.7;

/** A new thing is put by what is there already. */
interface Placing {
  id: string;
  /** How many of its kind there are with it, as its name says. */
  n: number;
  plan: LightPlan;
  size: readonly [number, number];
  middle: Spot;
  /** The face that is lit, else where one would stand. */
  base: { xM: number; yM: number; zM: number; turnDeg: number };
  letters: readonly string[];
  people: readonly Person[];
}

interface Spot {
  xM: number;
  yM: number;
}
/** The first of some spots, within the plan, where nothing stands; where something stands at all of them, the one with the most room. */
function freeOf(spots: readonly Spot[], { plan, size: [w, d] }: Placing): Spot {
  const places = spots.map(({ xM, yM }) => ({ xM: inside(xM, w), yM: inside(yM, d) }));
  const roomM = (at: Spot) => Math.min(...plan.items.map((i) => Math.hypot(i.xM - at.xM, i.yM - at.yM)));
  return places.find((at) => roomM(at) >= APART_M) ?? places.reduce((a, b) => (roomM(b) > roomM(a) ? b : a));
}

/** Spots beside a first one, to both sides and further and further off. */
const rowOf = ({ xM, yM }: Spot, stepM: number): Spot[] =>
  [0, 1, -1, 2, -2, 3, -3, 4, -4].map((k) => ({ xM: xM + k * stepM, yM }));

/** Beside the face and turned to it, in a direction of its own; a little further off where all are taken. */
function near(p: Placing, far: number, zM: number) {
  const { base } = p;
  const spots = [far, far + APART_M].flatMap((off) =>
    ROUND_DEG.map((deg) => {
      const way = direction(base.turnDeg + deg);
      return { xM: base.xM + way.x * off, yM: base.yM + way.y * off };
    }),
  );
  const at = { ...freeOf(spots, p), zM };
  return {
    ...at,
    turnDeg: Math.round(turnTo(placeOf(at), placeOf(base))),
    tiltDeg: Math.round(tiltTo(placeOf(at), placeOf(base))),
  };
}

const raised = { standKey: null, ballastKg: 0, watcherId: null };
const onArm = { ...raised, standKey: 'stand-arm' };
const flat = (p: Placing, far: number) => ({
  ...{ id: p.id, name: '', ...near(p, far, p.base.zM) },
  ...{ tiltDeg: 0, widthM: 1.2, heightM: 1.2 },
});

/** Each kind of thing where it usually stands. */
const USUAL: { [K in Addable]: (p: Placing) => Extract<PlanItem, { kind: K }> } = {
  person: (p) => {
    const there = p.plan.items.filter((i) => i.kind === 'person');
    const free = p.people.find((one) => one.kind === 'talent' && !there.some((i) => i.personId === one.id));
    return {
      ...{ id: p.id, kind: 'person', name: free?.shortName ?? `person ${p.n}`, personId: free?.id ?? null },
      ...{ ...freeOf(rowOf(p.middle, 0.8), p), zM: 1.6, turnDeg: 180, spectacles: false },
    };
  },
  camera: (p) => {
    const { base, letters } = p;
    const there = p.plan.items.filter((i) => i.kind === 'camera');
    const letter = [...letters, ...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((l) => !there.some((c) => c.letter === l)) ?? 'A';
    const way = direction(base.turnDeg);
    const before = { xM: base.xM + way.x * 2.5, yM: base.yM + way.y * 2.5 };
    const at = { ...freeOf(rowOf(before, 0.9), p), zM: base.zM };
    const turnDeg = Math.round(turnTo(placeOf(at), placeOf(base)));
    return { id: p.id, kind: 'camera', name: '', letter, ...at, turnDeg, tiltDeg: 0, focalMm: 50 };
  },
  source: (p) => {
    const sources = p.plan.items.filter((i) => i.kind === 'source');
    const role = (['key', 'fill', 'back'] as const).find((r) => !sources.some((s) => s.role === r)) ?? 'background';
    // Another lamp is set to the colour of the first one, not to the end of its own range.
    const [first] = sources;
    const colourK = first ? Math.round((lampOf(first, catalogueOf([]))?.colourK ?? 5600) / 100) * 100 : null;
    return {
      ...{ id: p.id, kind: 'source', name: role, role, colourK, level: 0.5, on: true },
      fixtureKey: role === 'key' ? 'cob-300' : role === 'fill' ? 'panel-2x1' : 'tube-4',
      ...{ modifierKeys: [], gelKeys: [], circuitId: null, battery: false, cableM: null },
      ...{ ...raised, standKey: role === 'back' ? 'stand-light' : 'stand-junior' },
      ...near(p, role === 'back' ? 2.2 : 2.6, 2),
    };
  },
  flag: (p) => ({ ...flat(p, 0.8), kind: 'flag', ...onArm }),
  frame: (p) => ({ ...flat(p, 1.5), kind: 'frame', ...onArm, clothKey: 'grid-half' }),
  bounce: (p) => ({ ...flat(p, 1.5), kind: 'bounce', ...onArm, clothKey: 'white' }),
  mirror: (p) => ({ ...flat(p, 1.5), kind: 'mirror' }),
  meter: (p) => ({
    ...{ id: p.id, kind: 'meter', name: `point ${p.n}`, ...freeOf(rowOf(p.middle, 0.8), p) },
    ...{ zM: 1.5, turnDeg: 180 },
  }),
};

/** A new thing where it usually stands: people in the middle, cameras and lights before them and turned to them. */
export function newItem(
  kind: Addable,
  plan: LightPlan,
  room: Room | null,
  letters: readonly string[],
  people: readonly Person[],
): PlanItem {
  const size = sizeOf(plan, room);
  const ids = new Set(plan.items.map((i) => i.id));
  let n = 1;
  while (ids.has(`${kind}-${n}`)) n += 1;
  const middle = { xM: round(size[0] / 2), yM: round(size[1] / 2) };
  const base = faceOf(plan) ?? { ...middle, zM: kind === 'camera' ? 1.6 : 1.5, turnDeg: 180 };
  return USUAL[kind]({ id: `${kind}-${n}`, n, plan, size, middle, base, letters, people });
}

/** A thing turned and tilted to the face that is lit. */
export function aimed(item: PlanItem, plan: LightPlan): { turnDeg: number; tiltDeg?: number } | null {
  const face = faceOf(plan);
  if (!face || face.id === item.id) return null;
  const turnDeg = Math.round(turnTo(placeOf(item), placeOf(face)));
  return 'tiltDeg' in item ? { turnDeg, tiltDeg: Math.round(tiltTo(placeOf(item), placeOf(face))) } : { turnDeg };
}
