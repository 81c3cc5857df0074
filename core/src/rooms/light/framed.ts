import { direction, dot, length, minus, type Vec } from '../../base/geometry/index.ts';
import { type Sensor } from './finding.ts';
import { placeOf } from './space.ts';
import type { CameraItem } from './plan.ts';

/** A place in a camera's picture: −1 … 1 from edge to edge across and up. */
export interface Framed {
  across: number;
  up: number;
  depthM: number;
}

/** The width of the sensor as a lens fills it: a squeezed picture is as wide as what it becomes. */
export const seenWidthMm = (camera: Pick<CameraItem, 'squeeze'>, sensor: Pick<Sensor, 'sensorWidthMm'>): number =>
  sensor.sensorWidthMm * (camera.squeeze ?? 1);

/** Where places come to lie in a camera's picture; null for one that is behind. Pinhole, focused far. */
export function pictureOf(camera: CameraItem, sensor: Sensor): (at: Vec) => Framed | null {
  // Worked out once for a camera: hundreds of places are asked about while something is dragged.
  const forward = direction(camera.turnDeg, camera.tiltDeg);
  const right = direction(camera.turnDeg + 90);
  const up = { x: right.y * forward.z, y: -right.x * forward.z, z: right.x * forward.y - right.y * forward.x };
  const eye = placeOf(camera);
  const across = (2 * camera.focalMm) / seenWidthMm(camera, sensor);
  const upwards = ((up.z < 0 ? -1 : 1) * 2 * camera.focalMm) / sensor.sensorHeightMm;
  return (at) => {
    const way = minus(at, eye);
    const depthM = dot(way, forward);
    if (depthM <= 0.01) return null;
    return { across: (dot(way, right) * across) / depthM, up: (dot(way, up) * upwards) / depthM, depthM };
  };
}

/** Whether anything within a ball can lie in a camera's picture: asked before its points are, one by one. */
export function ballInPicture(camera: CameraItem, sensor: Sensor): (middle: Vec, radiusM: number) => boolean {
  const forward = direction(camera.turnDeg, camera.tiltDeg);
  const eye = placeOf(camera);
  /** From the middle of the picture to its corner. */
  const corner = Math.atan(Math.hypot(seenWidthMm(camera, sensor), sensor.sensorHeightMm) / (2 * camera.focalMm));
  return (middle, radiusM) => {
    const way = minus(middle, eye);
    const far = length(way);
    if (far <= radiusM) return true;
    const aside = Math.acos(Math.max(-1, Math.min(1, dot(way, forward) / far)));
    return aside <= corner + Math.asin(radiusM / far);
  };
}

/** How far out of the picture's middle a place lies: under 1 is in the picture. */
export const outness = (f: Framed) => Math.max(Math.abs(f.across), Math.abs(f.up));

export const DEFAULT_SENSOR = { sensorWidthMm: 24.9, sensorHeightMm: 14 };

export const sensorOf = (camera: CameraItem, cameras: readonly Sensor[]): Sensor =>
  cameras.find((c) => c.letter === camera.letter) ?? { letter: camera.letter, ...DEFAULT_SENSOR };
