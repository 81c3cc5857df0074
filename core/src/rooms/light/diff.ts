import { distance, sideOf, turnBetween } from '../../base/geometry/index.ts';
import { entryOf, type Catalogue } from './library.ts';
import { isRaised, type LightPlan, type PlanItem, type RaisedItem } from './plan.ts';
import { itemRigMin } from './rigTime.ts';
import { placeOf } from './space.ts';

export type ChangeKind =
  | 'in'
  | 'out'
  | 'swapped'
  | 'side'
  | 'moved'
  | 'turned'
  | 'height'
  | 'level'
  | 'gel'
  | 'modifier'
  | 'power'
  | 'stand'
  | 'cloth';

/** One difference between two plans, as one would say it. */
export interface Change {
  id: string;
  what: ChangeKind;
  words: string;
  /** Hand-minutes that the thing takes from nothing. */
  rigMin: number;
}

export type DiffablePlan = Pick<LightPlan, 'items' | 'haze' | 'wanted'>;

const MOVED_M = 0.15;
const TURNED_DEG = 5;
const HEIGHT_M = 0.1;
const LEVEL = 0.01;

/** What a plan is looked at along: from its first camera to the face that matters. */
export function axisOf(plan: DiffablePlan): { camera: PlanItem; face: PlanItem } | null {
  const camera = plan.items.find((i) => i.kind === 'camera');
  const face =
    plan.items.find((i) => i.id === plan.wanted.faceId) ??
    plan.items.find((i) => i.kind === 'person') ??
    plan.items.find((i) => i.kind === 'meter');
  return camera && face ? { camera, face } : null;
}

/** Left or right of the line from camera to face; '' near the line. */
function sideWord(plan: DiffablePlan, item: PlanItem): 'left' | 'right' | '' {
  const axis = axisOf(plan);
  if (!axis) return '';
  const { camera, face } = axis;
  const side = sideOf({ x: camera.xM, y: camera.yM }, { x: face.xM, y: face.yM }, { x: item.xM, y: item.yM });
  const off = side / Math.max(0.01, distance({ ...placeOf(camera), z: 0 }, { ...placeOf(face), z: 0 }));
  return Math.abs(off) < 0.2 ? '' : off > 0 ? 'right' : 'left';
}

const percent = (level: number) => `${Math.round(level * 100)}\u00a0%`;
const same = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((k) => b.includes(k));

/** What changes from one plan to the next, thing by thing; the same thing has the same id in both. Cameras and people are no light. */
export function planDiff(from: DiffablePlan, to: DiffablePlan, catalogue: Catalogue): Change[] {
  const changes: Change[] = [];
  const before = new Map(from.items.filter(isRaised).map((i) => [i.id, i]));
  const after = to.items.filter(isRaised);
  const kept = new Set(after.map((i) => i.id));
  const called = (i: RaisedItem) => i.name || (i.kind === 'source' ? i.role : i.kind);
  for (const item of before.values())
    if (!kept.has(item.id))
      changes.push({ id: item.id, what: 'out', words: `${called(item)} out`, rigMin: itemRigMin(item, catalogue) });
  for (const item of after) {
    const was = before.get(item.id);
    const rigMin = itemRigMin(item, catalogue);
    const say = (what: ChangeKind, words: string) =>
      changes.push({ id: item.id, what, words: `${called(item)} ${words}`, rigMin });
    if (!was) {
      say('in', 'in');
      continue;
    }
    if (
      was.kind !== item.kind ||
      (was.kind === 'source' && item.kind === 'source' && was.fixtureKey !== item.fixtureKey)
    ) {
      const name =
        item.kind === 'source' ? (entryOf(catalogue, item.fixtureKey, 'fixture')?.name ?? item.fixtureKey) : item.kind;
      say('swapped', `now ${name}`);
      continue;
    }
    const [a, b] = [sideWord(from, was), sideWord(to, item)];
    const flat = distance({ ...placeOf(was), z: 0 }, { ...placeOf(item), z: 0 });
    if (a && b && a !== b && flat > MOVED_M) say('side', `from ${a} to ${b}`);
    else if (flat > MOVED_M) say('moved', `moved ${flat.toFixed(1)}\u00a0m`);
    else if (Math.abs(turnBetween(was.turnDeg, item.turnDeg)) > TURNED_DEG) say('turned', 'turned');
    if (Math.abs(was.zM - item.zM) > HEIGHT_M)
      say('height', `${item.zM > was.zM ? 'up' : 'down'} to ${item.zM.toFixed(1)}\u00a0m`);
    if (was.standKey !== item.standKey) say('stand', 'on another stand');
    if (was.kind === 'source' && item.kind === 'source') {
      if (was.on !== item.on) say('level', item.on ? 'on' : 'off');
      else if (Math.abs(was.level - item.level) > LEVEL) say('level', `to ${percent(item.level)}`);
      if (!same(was.gelKeys, item.gelKeys)) say('gel', item.gelKeys.length ? 'with another gel' : 'without gel');
      if (was.colourK !== item.colourK && item.colourK !== null) say('level', `to ${item.colourK}\u00a0K`);
      if (!same(was.modifierKeys, item.modifierKeys))
        say(
          'modifier',
          item.modifierKeys.length
            ? `with ${item.modifierKeys.map((k) => catalogue.get(k)?.name ?? k).join(' and ')}`
            : 'bare',
        );
      if (was.battery !== item.battery || was.circuitId !== item.circuitId) say('power', 'on another circuit');
    } else if ('clothKey' in was && 'clothKey' in item && was.clothKey !== item.clothKey) {
      say('cloth', `now ${catalogue.get(item.clothKey)?.name ?? item.clothKey}`);
    } else if ('widthM' in was && 'widthM' in item && (was.widthM !== item.widthM || was.heightM !== item.heightM)) {
      say('cloth', `now ${item.widthM}\u00a0×\u00a0${item.heightM}\u00a0m`);
    }
  }
  return changes;
}

/** A diff in one line: the first few changes, circuits counted. */
export function diffLine(changes: readonly Change[], most = 4): string {
  const power = changes.filter((c) => c.what === 'power').length;
  const rest = changes.filter((c) => c.what !== 'power').map((c) => c.words);
  const said = [...rest.slice(0, most), ...(power ? [`${power} circuit${power === 1 ? '' : 's'} changed`] : [])];
  const more = rest.length - Math.min(most, rest.length);
  return said.length === 0 ? 'nothing changes' : said.join(', ') + (more > 0 ? `, and ${more} more` : '');
}

/**
 * The plan seen in a mirror along the line from its first camera to the face: the camera stays, all else changes sides. Without
 * both, along the middle of `widthM`.
 */
export function mirrored(plan: LightPlan, widthM: number): LightPlan {
  const axis = axisOf(plan);
  const at = axis ? placeOf(axis.camera) : { x: widthM / 2, y: 0, z: 0 };
  const way = axis ? { x: axis.face.xM - at.x, y: axis.face.yM - at.y } : { x: 0, y: 1 };
  const l = Math.hypot(way.x, way.y) || 1;
  const [ux, uy] = [way.x / l, way.y / l];
  const axisTurn = (Math.atan2(ux, -uy) * 180) / Math.PI;
  const round = (v: number) => Math.round(v * 1000) / 1000;
  return {
    ...plan,
    items: plan.items.map((i) => {
      if (axis && i.id === axis.camera.id) return i;
      const [dx, dy] = [i.xM - at.x, i.yM - at.y];
      const along = dx * ux + dy * uy;
      return {
        ...i,
        xM: round(at.x + 2 * along * ux - dx),
        yM: round(at.y + 2 * along * uy - dy),
        turnDeg: round(turnBetween(0, 2 * axisTurn - i.turnDeg)),
      };
    }),
  };
}
