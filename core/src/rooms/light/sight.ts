import {
  add,
  angleBetween,
  crossing,
  direction,
  distance,
  minus,
  pane,
  sideOf,
  tiltTo,
  times,
  turnBetween,
  turnTo,
  uprightPane,
  type Pane,
  type Vec,
} from '../../base/geometry/index.ts';
import { capital, metresText, nameOf, type LightFinding, type Surroundings } from './finding.ts';
import { lampOf } from './lamp.ts';
import { between, clear, placeOf, spaceOf, type Space } from './space.ts';
import type { CameraItem, PersonItem, SourceItem } from './plan.ts';
import { outness, seenWidthMm, sensorOf, type Framed } from './framed.ts';
import { STEP_M, inMirrors, round } from './mirrors.ts';
import { inPictureOf, type Shown } from './bodies.ts';

/** A little more than the edge, so that it isn't grazed. */
const SAFE = 1.04;

/** Lamps, flags, frames and stands that a camera sees. Practicals are meant to be seen. */
export function inFrame(s: Surroundings, space: Space): LightFinding[] {
  const found: LightFinding[] = [];
  const things = s.plan.items.filter((i) =>
    i.kind === 'source' ? i.role !== 'practical' : 'widthM' in i && i.kind !== 'mirror',
  );
  for (const camera of s.plan.items) {
    if (camera.kind !== 'camera') continue;
    const sensor = sensorOf(camera, s.cameras);
    const eye = placeOf(camera);
    for (const item of things) {
      const { body: whole, points, below } = inPictureOf(camera, sensor, item, s.catalogue);
      if (points.length + below.length === 0) continue;
      const near = between(space, eye, whole, item.id);
      const seen = (list: readonly Shown[]): Framed[] =>
        list.flatMap(({ at, framed }) => (clear(near, eye, at) ? [framed] : []));
      const [body, stand] = [seen(points), seen(below)];
      const all = [...body, ...stand];
      if (all.length === 0) continue;
      const nearest = all.reduce((a, b) => (outness(a) < outness(b) ? a : b));
      const clearMm = camera.focalMm / outness(nearest);
      // Out over the nearer side edge.
      const halfM = (nearest.depthM * seenWidthMm(camera, sensor)) / (2 * camera.focalMm);
      const inwards = all.map((f) => f.across * halfM * (f.depthM / nearest.depthM));
      const [toRight, toLeft] = [halfM * SAFE - Math.min(...inwards), halfM * SAFE + Math.max(...inwards)];
      const way = toRight <= toLeft ? toRight : -toLeft;
      const to = add(placeOf(item), times(direction(camera.turnDeg + 90), way));
      const fits =
        !s.room || s.room.outside || (to.x >= 0 && to.y >= 0 && to.x <= s.room.widthM && to.y <= s.room.depthM);
      const what = body.length > 0 ? capital(nameOf(item)) : `The stand of ${nameOf(item)}`;
      const lens = clearMm / camera.focalMm < 2.5 ? `${Math.ceil(clearMm * SAFE)}\u00a0mm clears it; or ` : '';
      found.push({
        key: `frame:${camera.id}:${item.id}`,
        level: 'look',
        itemIds: [item.id, camera.id],
        words: `${what} is in ${camera.letter}’s picture at ${camera.focalMm}\u00a0mm.`,
        mend: capital(
          `${lens}move it ${metresText(Math.abs(way))} to the ${way > 0 ? 'right' : 'left'} as ${camera.letter} sees it.`,
        ),
        fix: fits
          ? { label: `Move it ${metresText(Math.abs(way))}`, id: item.id, values: { xM: round(to.x), yM: round(to.y) } }
          : null,
      });
    }
  }
  return found;
}

/** An operator behind a camera, as a board in the light's way. */
function operatorPane(c: CameraItem, towards: Vec): Pane {
  const behind = add(placeOf(c), times(direction(c.turnDeg), -0.45));
  const turn = turnTo(behind, towards) + 90;
  const side = direction(turn);
  return uprightPane(add(behind, times(side, -0.25)), add(behind, times(side, 0.25)), 0, 1.75);
}

/** Cameras or their operators that keep a lamp from a face, by at least half. */
export function cameraShadows(s: Surroundings): LightFinding[] {
  const cameras = s.plan.items.filter((i): i is CameraItem => i.kind === 'camera');
  const found: LightFinding[] = [];
  for (const face of s.plan.items) {
    if (face.kind !== 'person') continue;
    const inTheWay = cameras.map((camera) => ({
      camera,
      body: pane(placeOf(camera), turnTo(placeOf(camera), placeOf(face)), 0, 0.3, 0.3),
      operator: operatorPane(camera, placeOf(face)),
    }));
    for (const lamp of s.plan.items) {
      if (lamp.kind !== 'source' || !lamp.on || lamp.role === 'practical' || lamp.role === 'background') continue;
      if (angleBetween(direction(face.turnDeg), minus(placeOf(lamp), placeOf(face))) > 100) continue;
      const half = (lampOf(lamp, s.catalogue)?.halfM ?? 0) * 0.7;
      const side = direction(lamp.turnDeg + 90);
      const samples = [0, half, -half].map((k) => add(placeOf(lamp), times(side, k)));
      for (const { camera, body, operator } of inTheWay) {
        const hidden = samples.filter(
          (p) => crossing(p, placeOf(face), body) ?? crossing(p, placeOf(face), operator),
        ).length;
        if (hidden * 2 < samples.length) continue;
        found.push({
          key: `shadow:${camera.id}:${lamp.id}:${face.id}`,
          level: 'look',
          itemIds: [camera.id, lamp.id, face.id],
          words: `${camera.letter} or its operator stands in ${nameOf(lamp)}’s way to ${nameOf(face)}.`,
          mend: 'Raise the lamp over the camera, move it round, or take a bigger source.',
          fix: null,
        });
      }
    }
  }
  return found;
}

/** Two people who look at each other within this are a pair with a line between them, degrees. */
const PAIR_DEG = 60;

/** Cameras on both sides of the line between two people who look at each other. */
export function lineCrossed(s: Surroundings): LightFinding[] {
  const faces = s.plan.items.filter((i): i is PersonItem => i.kind === 'person');
  const cameras = s.plan.items.filter((i): i is CameraItem => i.kind === 'camera');
  const found: LightFinding[] = [];
  faces.forEach((a, n) =>
    faces.slice(n + 1).forEach((b) => {
      const looks = (x: PersonItem, y: PersonItem) =>
        Math.abs(turnBetween(x.turnDeg, turnTo(placeOf(x), placeOf(y)))) <= PAIR_DEG;
      if (!looks(a, b) || !looks(b, a)) return;
      const sides = cameras.map((c) => ({
        c,
        side: Math.sign(sideOf({ x: a.xM, y: a.yM }, { x: b.xM, y: b.yM }, { x: c.xM, y: c.yM })),
      }));
      const first = sides.find(({ side }) => side !== 0);
      const over = sides.filter(({ side }) => first && side !== 0 && side !== first.side);
      if (!first || over.length === 0) return;
      found.push({
        key: `line:${a.id}:${b.id}`,
        level: 'look',
        itemIds: [a.id, b.id, ...over.map(({ c }) => c.id)],
        words: `${over.map(({ c }) => c.letter).join(' and ')} stand${over.length === 1 ? 's' : ''} across the line between ${nameOf(a)} and ${nameOf(b)} from ${first.c.letter}.`,
        mend: 'Move to one side, or cut away between the two on purpose.',
        fix: null,
      });
    }),
  );
  return found;
}

/** Curved lenses throw light back within this of square, degrees; they sit leaning a little. */
const LENS_CURVE_DEG = 11;
const LENS_LEAN_DEG = -5;

/** Whether a camera sees a lamp in somebody's spectacles: the half-way direction lies within the lens' curve. */
export function glares(face: PersonItem, camera: CameraItem, lamp: SourceItem, halfM: number): boolean {
  const at = placeOf(face);
  const [toLamp, toEye] = [minus(placeOf(lamp), at), minus(placeOf(camera), at)];
  const [a, b] = [distance(placeOf(lamp), at), distance(placeOf(camera), at)];
  if (a === 0 || b === 0) return false;
  const middle = add(times(toLamp, 1 / a), times(toEye, 1 / b));
  const spreadDeg = (Math.atan(halfM / a) * 180) / Math.PI / 2;
  return angleBetween(middle, direction(face.turnDeg, LENS_LEAN_DEG)) <= LENS_CURVE_DEG + spreadDeg;
}

/** Lamps that show in spectacles, with the height that takes them out. */
export function spectacleGlare(s: Surroundings): LightFinding[] {
  const found: LightFinding[] = [];
  for (const face of s.plan.items) {
    if (face.kind !== 'person' || !face.spectacles) continue;
    for (const lamp of s.plan.items) {
      if (lamp.kind !== 'source' || !lamp.on) continue;
      const half = lampOf(lamp, s.catalogue)?.halfM ?? 0.1;
      const cameras = s.plan.items.filter((i): i is CameraItem => i.kind === 'camera' && glares(face, i, lamp, half));
      if (cameras.length === 0) continue;
      let up: SourceItem | null = null;
      for (let n = 1; n <= 20 && !up; n += 1) {
        const raised = { ...lamp, zM: round(lamp.zM + n * STEP_M) };
        const aimed = { ...raised, tiltDeg: round(tiltTo(placeOf(raised), placeOf(face))) };
        if (s.room && !s.room.outside && aimed.zM > s.room.heightM - 0.1) break;
        if (!cameras.some((c) => glares(face, c, aimed, half))) up = aimed;
      }
      found.push({
        key: `glare:${face.id}:${lamp.id}`,
        level: 'look',
        itemIds: [lamp.id, face.id, ...cameras.map((c) => c.id)],
        words: `${capital(nameOf(lamp))} shows in ${nameOf(face)}’s spectacles to ${cameras.map((c) => c.letter).join(' and ')}.`,
        mend: up
          ? `Raise it to ${metresText(up.zM)} and tilt it down, or tip the spectacles.`
          : 'Move it further round, or tip the spectacles.',
        fix: up
          ? { label: `Raise to ${metresText(up.zM)}`, id: lamp.id, values: { zM: up.zM, tiltDeg: up.tiltDeg } }
          : null,
      });
    }
  }
  return found;
}

export function sightFindings(s: Surroundings): LightFinding[] {
  const space = spaceOf(s.plan.items, s.room);
  return [...inFrame(s, space), ...inMirrors(s, space), ...cameraShadows(s), ...spectacleGlare(s), ...lineCrossed(s)];
}

/** Where a face looks as a camera has it: into the lens within 5°, else so far to its left or right. */
export function sightLine(face: PersonItem, camera: CameraItem): string {
  const off = Math.round(turnBetween(turnTo(placeOf(face), placeOf(camera)), face.turnDeg));
  if (Math.abs(off) <= 5) return `Looks into ${camera.letter}.`;
  if (Math.abs(off) > 100) return `Turned away from ${camera.letter}.`;
  return `Looks ${Math.abs(off)}° to the ${off > 0 ? 'left' : 'right'} of ${camera.letter}.`;
}
