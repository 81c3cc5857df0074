import {
  add,
  crossing,
  direction,
  distance,
  dot,
  minus,
  reflect,
  tiltTo,
  times,
  turnTo,
  type Pane,
  type Vec,
} from '../../base/geometry/index.ts';
import { listed, metresText, nameOf, type LightFinding, type Sensor, type Surroundings } from './finding.ts';
import { clear, featurePane, paneOf, placeOf, type Space } from './space.ts';
import { edgesOf } from './emitters.ts';
import { lampOf } from './lamp.ts';
import type { Catalogue } from './library.ts';
import type { CameraItem, PersonItem, PlanItem, SourceItem } from './plan.ts';
import { outness, pictureOf, sensorOf } from './framed.ts';

export const round = (m: number) => Math.round(m * 100) / 100;

/** Things that show others by mirroring: mirrors and glass, and windows while it is darker outside. */
function mirrorsOf(s: Surroundings): { name: string; pane: Pane; id: string }[] {
  const dark = s.daylight === null || s.daylight.altitudeDeg < -4;
  const room = (s.room?.features ?? [])
    .filter((f) => f.kind === 'mirror' || (f.kind === 'window' && dark && !s.room?.outside))
    .map((f) => ({ id: f.id, name: f.name || f.kind, pane: featurePane(f) }));
  const items = s.plan.items
    .filter((i) => i.kind === 'mirror')
    .map((i) => ({ id: i.id, name: nameOf(i), pane: paneOf(i) }));
  return [...room, ...items];
}

/** Camera and operator as the few points of them that would be recognised. */
const cameraBody = (c: CameraItem): Vec[] => {
  const behind = add(placeOf(c), times(direction(c.turnDeg), -0.45));
  return [placeOf(c), { ...behind, z: Math.max(placeOf(c).z, 1.3) }, { ...behind, z: 1.65 }];
};

/** Round a lamp’s face it is looked at in so many places. */
const RIM = 12;

// While one thing is dragged all others stay the very same objects.
const faces = new WeakMap<SourceItem, { catalogue: Catalogue; points: Vec[] }>();

/** The whole face of a lamp with what is on it: its middle and its rim, as it looks. Worked out once for each as it stands. */
export function facePoints(item: SourceItem, { catalogue }: Pick<Surroundings, 'catalogue'>): Vec[] {
  const known = faces.get(item);
  if (known?.catalogue === catalogue) return known.points;
  const points = rimOf(item, catalogue);
  faces.set(item, { catalogue, points });
  return points;
}

function rimOf(item: SourceItem, catalogue: Catalogue): Vec[] {
  const at = placeOf(item);
  const emitter = lampOf(item, catalogue)?.emitter ?? { radiusM: 0.1 };
  const { right, up } = edgesOf(direction(item.turnDeg, item.tiltDeg));
  const [w, h] = 'radiusM' in emitter ? [emitter.radiusM, emitter.radiusM] : [emitter.widthM / 2, emitter.heightM / 2];
  const rim = Array.from({ length: RIM }, (_, n) => {
    const turn = (2 * Math.PI * n) / RIM;
    // Of a rectangle the rim goes through its corners.
    const [c, si] = [Math.cos(turn), Math.sin(turn)];
    const out = 'radiusM' in emitter ? 1 : 1 / Math.max(Math.abs(c), Math.abs(si));
    return add(add(at, times(right, w * c * out)), times(up, h * si * out));
  });
  return [at, ...rim];
}

/** Whether a camera sees any of the points in a mirror: the image behind the glass, cut to the pane, inside the picture, nothing between. */
export function seenIn(
  { pane: mirror, id: mirrorId }: { pane: Pane; id: string },
  camera: CameraItem,
  sensor: Sensor,
  points: readonly Vec[],
  space: Space,
): boolean {
  const eye = placeOf(camera);
  const inPicture = pictureOf(camera, sensor);
  return points.some((p) => {
    const side = dot(minus(p, mirror.at), mirror.normal) * dot(minus(eye, mirror.at), mirror.normal);
    if (side <= 0) return false;
    const hit = crossing(eye, reflect(p, mirror), mirror);
    if (!hit) return false;
    const f = inPicture(hit);
    return f !== null && outness(f) < 1 && clear(space, eye, hit, mirrorId) && clear(space, hit, p, mirrorId);
  });
}

export const STEP_M = 0.1;

const MOST_STEPS = 25;

/** Cameras and lamps that show in mirrors, glass or dark windows. */
export function inMirrors(s: Surroundings, space: Space): LightFinding[] {
  const mirrors = mirrorsOf(s);
  if (mirrors.length === 0) return [];
  const cameras = s.plan.items.filter((i): i is CameraItem => i.kind === 'camera');
  const faces = s.plan.items.filter((i): i is PersonItem => i.kind === 'person');
  const found: LightFinding[] = [];
  for (const m of mirrors) {
    for (const camera of cameras) {
      const sensor = sensorOf(camera, s.cameras);
      const pointsAt = (at: PlanItem) =>
        at.kind === 'camera' ? cameraBody(at) : at.kind === 'source' ? facePoints(at, s) : [placeOf(at)];
      const shown = s.plan.items.filter(
        (other) =>
          (other.kind === 'camera' || (other.kind === 'source' && other.role !== 'practical')) &&
          seenIn(m, camera, sensor, pointsAt(other), space),
      );
      // One thing is moved at a time, the camera itself first: that often takes the others out too.
      const other = shown.find((x) => x.id === camera.id) ?? shown[0];
      if (!other) continue;
      const subject = faces.length
        ? faces.reduce((a, b) =>
            distance(placeOf(a), placeOf(camera)) < distance(placeOf(b), placeOf(camera)) ? a : b,
          )
        : null;
      const to = movedClear({ mirror: m, camera, sensor, other, pointsAt, subject, space }, s);
      const called = (x: PlanItem) => (x.id === camera.id ? 'itself' : nameOf(x));
      const mover = other.kind === 'camera' ? other.letter : nameOf(other);
      found.push({
        key: `mirror:${m.id}:${camera.id}`,
        level: 'look',
        itemIds: [...new Set([camera.id, ...shown.map((x) => x.id)])],
        words: `${camera.letter} sees ${listed(shown.map(called))} in ${m.name} at ${camera.focalMm}\u00a0mm.`,
        mend: to
          ? `Turn or cover the glass, take a longer lens, or move ${mover} ${metresText(to.wayM)}.`
          : 'Turn or cover the glass, or take a longer lens.',
        fix: to ? { label: `Move ${mover} ${metresText(to.wayM)}`, id: other.id, values: to.values } : null,
      });
    }
  }
  return found;
}

/** The shortest of a few straight moves that brings a thing out of the mirror; a camera keeps looking at its subject. */
function movedClear(
  {
    mirror,
    camera,
    sensor,
    other,
    pointsAt,
    subject,
    space,
  }: {
    mirror: { id: string; pane: Pane };
    camera: CameraItem;
    sensor: Sensor;
    other: PlanItem;
    pointsAt: (at: PlanItem) => Vec[];
    subject: PersonItem | null;
    space: Space;
  },
  s: Surroundings,
): { wayM: number; values: Record<string, number> } | null {
  for (let n = 1; n <= MOST_STEPS; n += 1) {
    for (const aside of [90, -90, 180, 0, 45, -45, 135, -135]) {
      const way = times(direction(camera.turnDeg + aside), n * STEP_M);
      const at = add(placeOf(other), way);
      if (
        s.room &&
        !s.room.outside &&
        (at.x < 0.2 || at.y < 0.2 || at.x > s.room.widthM - 0.2 || at.y > s.room.depthM - 0.2)
      )
        continue;
      const values: Record<string, number> = { xM: round(at.x), yM: round(at.y) };
      if (other.kind === 'camera' && subject) {
        values.turnDeg = round(turnTo(at, placeOf(subject)));
        values.tiltDeg = round(tiltTo(at, placeOf(subject)));
      }
      const moved = { ...other, ...values } as PlanItem;
      const eye = other.id === camera.id ? (moved as CameraItem) : camera;
      if (!seenIn(mirror, eye, sensor, pointsAt(moved), space)) return { wayM: n * STEP_M, values };
    }
  }
  return null;
}
