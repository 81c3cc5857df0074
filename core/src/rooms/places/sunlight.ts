import { direction, normalTurn, turnBetween, type Vec } from '../../base/geometry/index.ts';
import { sunPosition, type SunPlace } from '../../physics/sun/index.ts';
import type { Feature, Room, SkylinePoint } from './model.ts';

/** Height of the skyline in a direction, degrees: straight between the points around it, flat when there are none. */
export function skylineAt(points: readonly SkylinePoint[], bearingDeg: number): number {
  if (points.length === 0) return 0;
  const sorted = [...points].sort((a, b) => a.bearingDeg - b.bearingDeg);
  const after = sorted.find((p) => p.bearingDeg >= bearingDeg) ?? (sorted[0] as SkylinePoint);
  const before = sorted.findLast((p) => p.bearingDeg <= bearingDeg) ?? (sorted.at(-1) as SkylinePoint);
  const way = normalTurn(after.bearingDeg - before.bearingDeg);
  if (way === 0) return before.altitudeDeg;
  const share = normalTurn(bearingDeg - before.bearingDeg) / way;
  return before.altitudeDeg + (after.altitudeDeg - before.altitudeDeg) * share;
}

export type FaceLight = 'front' | 'side' | 'back' | 'none';

/** How the sun lights a face that looks along a bearing: front within 45°, back beyond 120°, side between; none when it is down or hidden. */
export function faceLight(facingBearingDeg: number, sunAzimuthDeg: number, up: boolean): FaceLight {
  if (!up) return 'none';
  const off = Math.abs(turnBetween(facingBearingDeg, sunAzimuthDeg));
  return off <= 45 ? 'front' : off > 120 ? 'back' : 'side';
}

export interface SunStep {
  minute: number;
  altitudeDeg: number;
  azimuthDeg: number;
  /** Above the skyline. */
  up: boolean;
}

/** The sun through a day in steps of `stepMin`, held against the skyline. */
export function sunPath(
  place: SunPlace,
  skyline: readonly SkylinePoint[],
  stepMin = 5,
  fromMin = 0,
  toMin = 1440,
): SunStep[] {
  const steps: SunStep[] = [];
  for (let minute = fromMin; minute <= toMin; minute += stepMin) {
    const at = sunPosition(place, minute);
    steps.push({ minute, ...at, up: at.altitudeDeg > Math.max(0, skylineAt(skyline, at.azimuthDeg)) });
  }
  return steps;
}

/** Stretches of minutes where something holds along the steps: from the first to the last step of each run. */
export function spansWhere<T extends { minute: number }>(
  steps: readonly T[],
  holds: (step: T) => boolean,
): [number, number][] {
  const spans: [number, number][] = [];
  let from: number | null = null;
  for (const [i, step] of steps.entries()) {
    const yes = holds(step);
    if (yes && from === null) from = step.minute;
    const last = i === steps.length - 1;
    if (from !== null && (!yes || last)) {
      const to = yes ? step.minute : (steps[i - 1]?.minute ?? step.minute);
      if (to > from) spans.push([from, to]);
      from = null;
    }
  }
  return spans;
}

/** The way towards the sun on a room's plan. */
export const towardsSun = (room: Pick<Room, 'upBearingDeg'>, azimuthDeg: number, altitudeDeg: number): Vec =>
  direction(azimuthDeg - room.upBearingDeg, altitudeDeg);

/** Which way a window looks out, as a bearing: away from the middle of the room. */
export function windowBearing(
  room: Pick<Room, 'widthM' | 'depthM' | 'upBearingDeg'>,
  f: Pick<Feature, 'x1' | 'y1' | 'x2' | 'y2'>,
): number {
  const [nx, ny] = [f.y1 - f.y2, f.x2 - f.x1];
  const outward = (f.x1 + f.x2) / 2 - room.widthM / 2;
  const down = (f.y1 + f.y2) / 2 - room.depthM / 2;
  const sign = nx * outward + ny * down < 0 ? -1 : 1;
  return normalTurn(room.upBearingDeg + (Math.atan2(sign * nx, -sign * ny) * 180) / Math.PI);
}

/** The sun's patch on the floor through a window, as corners on the plan, cut to the room; empty when none falls in. */
export function sunPatch(
  room: Room,
  window: Feature,
  azimuthDeg: number,
  altitudeDeg: number,
): { x: number; y: number }[] {
  if (altitudeDeg <= 0.5) return [];
  const bearing = windowBearing(room, window);
  if (Math.abs(turnBetween(bearing, azimuthDeg)) >= 89.5) return [];
  const sun = towardsSun(room, azimuthDeg, altitudeDeg);
  const fall = (x: number, y: number, z: number) => ({ x: x - (sun.x / sun.z) * z, y: y - (sun.y / sun.z) * z });
  const quad = [
    fall(window.x1, window.y1, window.bottomM),
    fall(window.x2, window.y2, window.bottomM),
    fall(window.x2, window.y2, window.topM),
    fall(window.x1, window.y1, window.topM),
  ];
  return clipped(quad, room.widthM, room.depthM);
}

/** The part of a polygon inside the room. Source: Sutherland–Hodgman. */
function clipped(polygon: { x: number; y: number }[], widthM: number, depthM: number): { x: number; y: number }[] {
  type P = { x: number; y: number };
  const sides: ((p: P) => number)[] = [(p) => p.x, (p) => widthM - p.x, (p) => p.y, (p) => depthM - p.y];
  return sides.reduce<P[]>((shape, inside) => {
    return shape.flatMap((p, i) => {
      const q = shape[(i + 1) % shape.length] as P;
      const [a, b] = [inside(p), inside(q)];
      const kept: P[] = a >= 0 ? [p] : [];
      if (a * b < 0) kept.push({ x: p.x + ((q.x - p.x) * a) / (a - b), y: p.y + ((q.y - p.y) * a) / (a - b) });
      return kept;
    });
  }, polygon);
}

/** When the sun comes in through each window of a room that day, and where its patch lies at the middle of each stretch. */
export function windowSun(room: Room, steps: readonly SunStep[]): { window: Feature; spans: [number, number][] }[] {
  return room.features
    .filter((f) => f.kind === 'window')
    .map((window) => ({
      window,
      spans: spansWhere(steps, (s) => s.up && sunPatch(room, window, s.azimuthDeg, s.altitudeDeg).length > 2),
    }));
}

/** What a shot may wish of the sun. */
export interface SunWish {
  /** How the face is lit; null: no matter. */
  light: Exclude<FaceLight, 'none'> | null;
  /** Where the face looks, as a bearing. */
  facingBearingDeg: number;
  /** Sun no higher than this; null: no matter. */
  mostAltitudeDeg: number | null;
}

/** Stretches of the day when a wish is met, as windows for the Day. */
export function sunWindows(steps: readonly SunStep[], wish: SunWish): [number, number][] {
  return spansWhere(
    steps,
    (s) =>
      s.up &&
      (wish.mostAltitudeDeg === null || s.altitudeDeg <= wish.mostAltitudeDeg) &&
      (wish.light === null || faceLight(wish.facingBearingDeg, s.azimuthDeg, s.up) === wish.light),
  );
}
