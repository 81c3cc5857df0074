import { distance } from '../../base/geometry/index.ts';
import { faceOf, placeOf, type LightPlan, type PlanItem } from '../../rooms/light/index.ts';
import type { Room } from '../../rooms/places/index.ts';
import { formatCount } from '../../base/units/index.ts';

/** Things stand so far from a wall at least. */
const WALL_M = 0.3;
/** What is up high ends so far below the ceiling. */
const CEILING_M = 0.15;

/** A setup of the book put into another room, with what had to give way, in words. */
export interface Rebuilt {
  plan: LightPlan;
  words: string[];
}

type Spot = Pick<PlanItem, 'xM' | 'yM'>;
/** How far all of it is moved along one side so that it stands within; when it is longer than the room, its middle into the room’s. */
function shiftOf(low: number, high: number, roomM: number): number {
  const [from, to] = [WALL_M, roomM - WALL_M];
  if (high - low > to - from) return (from + to) / 2 - (low + high) / 2;
  if (low < from) return from - low;
  return high > to ? to - high : 0;
}
const within = (v: number, roomM: number): number =>
  Math.min(Math.max(v, Math.min(WALL_M, roomM / 2)), Math.max(roomM - WALL_M, roomM / 2));
const metres = (m: number): string => `${m.toFixed(1)}\u00a0m`;
const nameOf = (i: PlanItem): string =>
  i.name || ('role' in i ? i.role : i.kind === 'camera' ? `camera ${i.letter}` : i.kind);

/**
 * A plan as it was built, in another room: moved as a whole so that it stands within the walls; what still stands beyond a wall comes in, what reaches the ceiling comes
 * down, and a lamp whose way to the face changed is set by the inverse square of it, as far as it goes. Outside nothing is in the way. The old place’s own light is left
 * out: nobody measured the new one’s. `room` null: no room is said, so nothing is moved. The lamp’s distance rules its light as a point’s would.
 */
export function rebuiltIn(plan: LightPlan, room: Room | null): Rebuilt {
  const words: string[] = [];
  const bare: LightPlan = { ...plan, roomId: room?.id ?? null, ambientLux: 0 };
  if (plan.ambientLux > 0) words.push('The light of the old place is left out: measure what this one gives.');
  if (!room || room.outside || plan.items.length === 0) return { plan: bare, words };
  const of = (pick: (s: Spot) => number) => plan.items.map(pick);
  const [xs, ys] = [of((i) => i.xM), of((i) => i.yM)];
  const dx = shiftOf(Math.min(...xs), Math.max(...xs), room.widthM);
  const dy = shiftOf(Math.min(...ys), Math.max(...ys), room.depthM);
  const top = room.heightM - CEILING_M;
  const lowered: string[] = [];
  const pushed: string[] = [];
  const items = plan.items.map((i): PlanItem => {
    const [x, y] = [i.xM + dx, i.yM + dy];
    const [xM, yM, zM] = [within(x, room.widthM), within(y, room.depthM), Math.min(i.zM, Math.max(top, 0))];
    if (Math.hypot(xM - x, yM - y) > 0.01) pushed.push(nameOf(i));
    if (zM < i.zM) lowered.push(nameOf(i));
    return { ...i, xM, yM, zM };
  });
  if (pushed.length > 0)
    words.push(`This room is smaller: ${pushed.join(', ')} ${pushed.length === 1 ? 'comes' : 'come'} in to the wall.`);
  if (lowered.length > 0)
    words.push(
      `The ceiling is at ${metres(room.heightM)}: ${lowered.join(', ')} ${lowered.length === 1 ? 'comes' : 'come'} down.`,
    );
  const moved = { ...bare, items };
  return { plan: { ...moved, items: levelled(plan, moved, words) }, words };
}

/** Lamps whose way to the face changed, set so that as much arrives; told where full is not enough. */
function levelled(before: LightPlan, after: LightPlan, words: string[]): PlanItem[] {
  const [was, is] = [faceOf(before), faceOf(after)];
  if (!was || !is) return after.items;
  const old = new Map(before.items.map((i) => [i.id, i]));
  let changed = 0;
  const items = after.items.map((i): PlanItem => {
    const from = old.get(i.id);
    if (i.kind !== 'source' || from?.kind !== 'source') return i;
    const [d0, d1] = [distance(placeOf(from), placeOf(was)), distance(placeOf(i), placeOf(is))];
    if (Math.abs(d1 - d0) < 0.02 || d0 <= 0) return i;
    const level = i.level * (d1 / d0) ** 2;
    if (level > 1)
      words.push(
        `${nameOf(i)} was ${metres(d0)} from the face and is ${metres(d1)}: at full it gives ${Math.log2(level).toFixed(1)} stops less.`,
      );
    changed += 1;
    return { ...i, level: Math.min(1, level) };
  });
  if (changed > 0)
    words.push(`${formatCount(changed, 'lamp is', 'lamps are')} set anew for its distance; measure before you roll.`);
  return items;
}
