/** A place on the plan, metres. */
export interface Spot {
  x: number;
  y: number;
}

/** Length of the plan between two places, metres. */
export const apart = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y);

/** The place on the line from `a` to `b` that is nearest to `p`. */
export function nearestOn(a: Spot, b: Spot, p: Spot): Spot {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared));
  return { x: a.x + dx * t, y: a.y + dy * t };
}

/** Which side of the line from `a` to `b` a place is on: positive to its right (y runs down), 0 on it. */
export function sideOf(a: Spot, b: Spot, p: Spot): number {
  return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
}

/** Whether two stretches of the plan cross or touch. */
export function stretchesCross(a: Spot, b: Spot, c: Spot, d: Spot): boolean {
  const [s1, s2] = [sideOf(a, b, c), sideOf(a, b, d)];
  const [s3, s4] = [sideOf(c, d, a), sideOf(c, d, b)];
  if (s1 * s2 < 0 && s3 * s4 < 0) return true;
  const touches = (s: number, p: Spot, from: Spot, to: Spot) => s === 0 && apart(nearestOn(from, to, p), p) < 1e-9;
  return touches(s1, c, a, b) || touches(s2, d, a, b) || touches(s3, a, c, d) || touches(s4, b, c, d);
}

/** How far along the walls of a room from its top left corner, clockwise, a place on or nearest to a wall lies, metres. */
export function alongWalls(widthM: number, depthM: number, p: Spot): number {
  const walls: [Spot, Spot, number][] = [
    [{ x: 0, y: 0 }, { x: widthM, y: 0 }, 0],
    [{ x: widthM, y: 0 }, { x: widthM, y: depthM }, widthM],
    [{ x: widthM, y: depthM }, { x: 0, y: depthM }, widthM + depthM],
    [{ x: 0, y: depthM }, { x: 0, y: 0 }, 2 * widthM + depthM],
  ];
  const [best] = walls
    .map(([from, to, start]) => {
      const on = nearestOn(from, to, p);
      return { away: apart(on, p), at: start + apart(from, on) };
    })
    .sort((a, b) => a.away - b.away);
  return best?.at ?? 0;
}

/** The place that lies `alongM` along the walls; see `alongWalls`. */
export function onWalls(widthM: number, depthM: number, alongM: number): Spot {
  const round = 2 * (widthM + depthM);
  let rest = ((alongM % round) + round) % round;
  if (rest <= widthM) return { x: rest, y: 0 };
  rest -= widthM;
  if (rest <= depthM) return { x: widthM, y: rest };
  rest -= depthM;
  if (rest <= widthM) return { x: widthM - rest, y: depthM };
  return { x: 0, y: depthM - (rest - widthM) };
}
