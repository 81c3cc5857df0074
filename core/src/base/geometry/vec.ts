/** A place or direction in metres: x to the right of the plan, y down the plan, z up from the floor. */
export interface Vec {
  x: number;
  y: number;
  z: number;
}

export const vec = (x: number, y: number, z = 0): Vec => ({ x, y, z });
export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z });
export const minus = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
export const times = (a: Vec, k: number): Vec => ({ x: a.x * k, y: a.y * k, z: a.z * k });
export const dot = (a: Vec, b: Vec): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const cross = (a: Vec, b: Vec): Vec => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
});
export const length = (a: Vec): number => Math.sqrt(dot(a, a));
export const distance = (a: Vec, b: Vec): number => length(minus(a, b));

/** The same direction one metre long; a zero vector stays as it is. */
export function unit(a: Vec): Vec {
  const l = length(a);
  return l === 0 ? a : times(a, 1 / l);
}

const RADIANS = Math.PI / 180;

/**
 * Direction of a turn (degrees clockwise from the plan’s up) and a tilt (degrees above level). Unit length.
 * Turn 0 looks up the plan, 90 to its right.
 */
export function direction(turnDeg: number, tiltDeg = 0): Vec {
  const [turn, tilt] = [turnDeg * RADIANS, tiltDeg * RADIANS];
  return { x: Math.sin(turn) * Math.cos(tilt), y: -Math.cos(turn) * Math.cos(tilt), z: Math.sin(tilt) };
}

/** Turn in degrees, 0 ≤ turn < 360, of the way from one place to another; level difference left out. */
export function turnTo(from: Vec, to: Vec): number {
  return normalTurn(Math.atan2(to.x - from.x, -(to.y - from.y)) / RADIANS);
}

/** Tilt in degrees above level of the way from one place to another. */
export function tiltTo(from: Vec, to: Vec): number {
  return Math.atan2(to.z - from.z, Math.hypot(to.x - from.x, to.y - from.y)) / RADIANS;
}

/** The same turn from 0 up to, not reaching, 360°. */
export function normalTurn(deg: number): number {
  const turn = ((deg % 360) + 360) % 360;
  return turn === 360 ? 0 : turn;
}

/** Signed way from one turn to another, −180 < way ≤ 180: positive is clockwise. */
export function turnBetween(fromDeg: number, toDeg: number): number {
  const way = normalTurn(toDeg - fromDeg);
  return way > 180 ? way - 360 : way;
}

/** Angle between two directions in degrees, 0 to 180. */
export function angleBetween(a: Vec, b: Vec): number {
  const l = length(a) * length(b);
  return l === 0 ? 0 : Math.acos(Math.max(-1, Math.min(1, dot(a, b) / l))) / RADIANS;
}
