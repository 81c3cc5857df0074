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
/** Places tried for a new thing: round the face, from where a light usually comes. */
const ROUND_DEG = [50, -50, 160, -110, 110, 20, -20, 80];

/** A new thing where it usually stands: people in the middle, cameras and lights before them and turned to them. */
export function newItem(
  kind: Addable,
  plan: LightPlan,
  room: Room | null,
  letters: readonly string[],
  people: readonly Person[],
): PlanItem {
  const [w, d] = sizeOf(plan, room);
  const ids = new Set(plan.items.map((i) => i.id));
  let n = 1;
  while (ids.has(`${kind}-${n}`)) n += 1;
  const id = `${kind}-${n}`;
  const face = faceOf(plan);
  const middle = { xM: round(w / 2), yM: round(d / 2) };
  /** Beside the face, in a direction of its own that is still free. */
  const near = (far: number, zM: number) => {
    const base = face ?? { ...middle, zM: 1.5, turnDeg: 180 };
    const inside = (v: number, most: number) => Math.min(most - 0.4, Math.max(0.4, v));
    const free = ROUND_DEG.find((deg) => {
      const way = direction(base.turnDeg + deg);
      return !plan.items.some((i) => Math.hypot(i.xM - base.xM - way.x * far, i.yM - base.yM - way.y * far) < 0.7);
    });
    const way = direction(base.turnDeg + (free ?? 50));
    const at = { xM: round(inside(base.xM + way.x * far, w)), yM: round(inside(base.yM + way.y * far, d)), zM };
    return {
      ...at,
      turnDeg: Math.round(turnTo(placeOf(at), placeOf(base))),
      tiltDeg: Math.round(tiltTo(placeOf(at), placeOf(base))),
    };
  };
  const raised = { standKey: null, ballastKg: 0, watcherId: null };
  switch (kind) {
    case 'person': {
      const free = people.find(
        (p) => p.kind === 'talent' && !plan.items.some((i) => i.kind === 'person' && i.personId === p.id),
      );
      const count = plan.items.filter((i) => i.kind === 'person').length;
      return {
        id,
        kind,
        name: free?.shortName ?? `person ${n}`,
        ...middle,
        xM: round(middle.xM + count * 0.8),
        zM: 1.6,
        turnDeg: 180,
        personId: free?.id ?? null,
        spectacles: false,
      };
    }
    case 'camera': {
      const used = new Set(plan.items.flatMap((i) => (i.kind === 'camera' ? [i.letter] : [])));
      const letter = [...letters, ...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((l) => !used.has(l)) ?? 'A';
      const base = face ?? { ...middle, zM: 1.6, turnDeg: 180 };
      const way = direction(base.turnDeg);
      const count = plan.items.filter((i) => i.kind === 'camera').length;
      const at = {
        xM: round(Math.min(w - 0.4, Math.max(0.4, base.xM + way.x * 2.5 + count * 0.9))),
        yM: round(Math.min(d - 0.4, Math.max(0.4, base.yM + way.y * 2.5))),
        zM: base.zM,
      };
      return {
        id,
        kind,
        name: '',
        letter,
        ...at,
        turnDeg: Math.round(turnTo(placeOf(at), placeOf(base))),
        tiltDeg: 0,
        focalMm: 50,
      };
    }
    case 'source': {
      const sources = plan.items.filter((i) => i.kind === 'source');
      const role = (['key', 'fill', 'back'] as const).find((r) => !sources.some((s) => s.role === r)) ?? 'background';
      const fixtureKey = role === 'key' ? 'cob-300' : role === 'fill' ? 'panel-2x1' : 'tube-4';
      const at = near(role === 'back' ? 2.2 : 2.6, 2);
      // Another lamp is set to the colour of the first one, not to the end of its own range.
      const [first] = sources;
      const colourK = first ? Math.round((lampOf(first, catalogueOf([]))?.colourK ?? 5600) / 100) * 100 : null;
      return {
        id,
        kind,
        name: role,
        role,
        fixtureKey,
        modifierKeys: [],
        gelKeys: [],
        level: 0.5,
        colourK,
        on: true,
        circuitId: null,
        battery: false,
        cableM: null,
        ...raised,
        standKey: role === 'back' ? 'stand-light' : 'stand-junior',
        ...at,
      };
    }
    case 'meter':
      return { id, kind, name: `point ${n}`, ...middle, zM: 1.5, turnDeg: 180 };
    default: {
      const at = near(kind === 'flag' ? 0.8 : 1.5, face?.zM ?? 1.5);
      const flat = { id, name: '', ...at, tiltDeg: 0, widthM: 1.2, heightM: 1.2 };
      if (kind === 'mirror') return { ...flat, kind };
      if (kind === 'flag') return { ...flat, kind, ...raised, standKey: 'stand-arm' };
      return { ...flat, kind, ...raised, standKey: 'stand-arm', clothKey: kind === 'frame' ? 'grid-half' : 'white' };
    }
  }
}

/** A thing turned and tilted to the face that is lit. */
export function aimed(item: PlanItem, plan: LightPlan): { turnDeg: number; tiltDeg?: number } | null {
  const face = faceOf(plan);
  if (!face || face.id === item.id) return null;
  const turnDeg = Math.round(turnTo(placeOf(item), placeOf(face)));
  return 'tiltDeg' in item ? { turnDeg, tiltDeg: Math.round(tiltTo(placeOf(item), placeOf(face))) } : { turnDeg };
}
