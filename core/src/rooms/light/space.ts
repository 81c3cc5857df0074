import {
  crosses,
  direction,
  distance,
  dot,
  length,
  minus,
  pane,
  throughBox,
  uprightPane,
  type Box,
  type Pane,
  type Vec,
} from '../../base/geometry/index.ts';
import type { Feature, Room } from '../places/index.ts';
import { isRaised, type PlanItem } from './plan.ts';

export const placeOf = (i: Pick<PlanItem, 'xM' | 'yM' | 'zM'>): Vec => ({ x: i.xM, y: i.yM, z: i.zM });

/** The flat rectangle of a flag, frame, bounce or mirror. */
export function paneOf(i: Extract<PlanItem, { widthM: number }>): Pane {
  return pane(placeOf(i), i.turnDeg, i.tiltDeg, i.widthM, i.heightM);
}

export const featurePane = (f: Feature): Pane =>
  uprightPane({ x: f.x1, y: f.y1 }, { x: f.x2, y: f.y2 }, f.bottomM, f.topM);

export function featureBox(f: Feature): Box {
  return {
    x1: Math.min(f.x1, f.x2),
    y1: Math.min(f.y1, f.y2),
    x2: Math.max(f.x1, f.x2),
    y2: Math.max(f.y1, f.y2),
    bottomM: f.bottomM,
    topM: f.topM,
  };
}

/** The sides, the top and the bottom of a box that have a size. */
export function boxFaces({ x1, y1, x2, y2, bottomM, topM }: Box): Pane[] {
  const side = (ax: number, ay: number, bx: number, by: number) =>
    uprightPane({ x: ax, y: ay }, { x: bx, y: by }, bottomM, topM);
  const lid = (z: number): Pane => ({
    at: { x: (x1 + x2) / 2, y: (y1 + y2) / 2, z },
    across: { x: (x2 - x1) / 2, y: 0, z: 0 },
    up: { x: 0, y: (y2 - y1) / 2, z: 0 },
    normal: { x: 0, y: 0, z: 1 },
  });
  return [
    ...[side(x1, y1, x2, y1), side(x2, y1, x2, y2), side(x2, y2, x1, y2), side(x1, y2, x1, y1)],
    ...[lid(topM), lid(bottomM)],
  ].filter((p) => length(p.across) > 0 && length(p.up) > 0);
}

/** What stands in the way of light and of sight. */
export interface Space {
  panes: { id: string; pane: Pane }[];
  boxes: Box[];
  /** Openings to the outside; null in the open, where everything is outside. */
  windows: Pane[] | null;
  room: Room | null;
}

/** The obstacles of a plan in its room: flags, frames, bounces and mirrors, furniture, and the walls with their windows. */
export function spaceOf(items: readonly PlanItem[], room: Room | null): Space {
  return {
    room,
    panes: items.flatMap((i) => ('widthM' in i ? [{ id: i.id, pane: paneOf(i) }] : [])),
    boxes: (room?.features ?? []).filter((f) => f.kind === 'block').map(featureBox),
    windows: !room || room.outside ? null : room.features.filter((f) => f.kind === 'window').map(featurePane),
  };
}

const within = (p: Vec, room: Room) =>
  p.x >= 0 && p.y >= 0 && p.x <= room.widthM && p.y <= room.depthM && p.z <= room.heightM;

/** Whether nothing stands between two places. `except` leaves out a pane: the frame the light comes from. */
export function clear(space: Space, a: Vec, b: Vec, except: string | null = null): boolean {
  for (const { id, pane: p } of space.panes) if (id !== except && crosses(a, b, p)) return false;
  for (const box of space.boxes) if (throughBox(a, b, box)) return false;
  if (space.windows && space.room) {
    const [inA, inB] = [within(a, space.room), within(b, space.room)];
    if (inA !== inB && !space.windows.some((w) => crosses(a, b, w))) return false;
  }
  return true;
}

/** The same space with only those panes that may stand between a place and anything within a ball; `except` is left out. */
export function between(space: Space, from: Vec, ball: { at: Vec; reachM: number }, except: string): Space {
  const way = minus(ball.at, from);
  const long2 = dot(way, way);
  const panes = space.panes.filter(({ id, pane: p }) => {
    if (id === except) return false;
    const along = long2 > 0 ? Math.max(0, Math.min(1, dot(minus(p.at, from), way) / long2)) : 0;
    const nearest = { x: from.x + way.x * along, y: from.y + way.y * along, z: from.z + way.z * along };
    return distance(p.at, nearest) <= ball.reachM + Math.hypot(length(p.across), length(p.up));
  });
  return { ...space, panes };
}

/** A body that stands on the floor under something on the plan, as upright points from floor to top. */
export function standPoints(i: PlanItem, steps = 5): Vec[] {
  if (!isRaised(i) || i.standKey === null) return [];
  return Array.from({ length: steps }, (_, n) => ({ x: i.xM, y: i.yM, z: (i.zM * n) / (steps - 1) }));
}

export const facing = (i: Pick<PlanItem, 'turnDeg'>, aside = 0): Vec => direction(i.turnDeg + aside);
