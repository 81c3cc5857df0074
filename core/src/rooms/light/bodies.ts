import { add, distance, times, type Vec } from '../../base/geometry/index.ts';
import type { Sensor } from './finding.ts';
import { ballInPicture, outness, pictureOf, type Framed } from './framed.ts';
import type { Catalogue } from './library.ts';
import { facePoints } from './mirrors.ts';
import type { CameraItem, PlanItem } from './plan.ts';
import { paneOf, placeOf, standPoints } from './space.ts';

/** Points of a thing, of its stand, and the ball all of it lies in. */
export interface Body {
  catalogue: Catalogue;
  points: Vec[];
  below: Vec[];
  at: Vec;
  reachM: number;
}

/** Points this near to each other stand for all between them, m: no edge slips through a picture unseen. */
const STEP_ALONG_M = 0.12;
const MOST_ALONG = 24;
/** A stand is looked at in so many places. */
const STAND_POINTS = 25;

/** Points of a thing’s body: its edges and what lies within them, so that it is seen too where no corner of it is. */
function pointsOf(item: PlanItem, catalogue: Catalogue): Vec[] {
  if (item.kind === 'source') return facePoints(item, { catalogue });
  if (!('widthM' in item)) return [placeOf(item)];
  const p = paneOf(item);
  const along = (sizeM: number) => Math.min(MOST_ALONG, Math.max(2, Math.ceil(sizeM / STEP_ALONG_M)));
  const [columns, rows] = [along(item.widthM), along(item.heightM)];
  return Array.from({ length: (columns + 1) * (rows + 1) }, (_, n) => {
    const [c, r] = [n % (columns + 1), Math.floor(n / (columns + 1))];
    return add(add(p.at, times(p.across, (2 * c) / columns - 1)), times(p.up, (2 * r) / rows - 1));
  });
}

// While one thing is dragged all others stay the very same objects: what was worked out of them stands.
const bodies = new WeakMap<PlanItem, Body>();

/** The body of a thing on a plan; worked out once for each as it stands. */
export function bodyOf(item: PlanItem, catalogue: Catalogue): Body {
  const known = bodies.get(item);
  if (known?.catalogue === catalogue) return known;
  const [points, below, at] = [pointsOf(item, catalogue), standPoints(item, STAND_POINTS), placeOf(item)];
  const reachM = Math.max(...[...points, ...below].map((p) => distance(at, p)));
  const body = { catalogue, points, below, at, reachM };
  bodies.set(item, body);
  return body;
}

/** A place of a thing that lies within a picture, if nothing stands before it. */
export interface Shown {
  at: Vec;
  framed: Framed;
}

export interface InPicture {
  body: Body;
  wideMm: number;
  highMm: number;
  points: Shown[];
  below: Shown[];
}
const inPictures = new WeakMap<CameraItem, WeakMap<PlanItem, InPicture>>();

/** What of a thing and of its stand lies within a camera’s picture; worked out once for each two as they stand. */
export function inPictureOf(camera: CameraItem, sensor: Sensor, item: PlanItem, catalogue: Catalogue): InPicture {
  const body = bodyOf(item, catalogue);
  const { sensorWidthMm: wideMm, sensorHeightMm: highMm } = sensor;
  let own = inPictures.get(camera);
  if (!own) inPictures.set(camera, (own = new WeakMap()));
  const known = own.get(item);
  if (known && known.body === body && known.wideMm === wideMm && known.highMm === highMm) return known;
  const placeIn = pictureOf(camera, sensor);
  const shown = (list: readonly Vec[]): Shown[] =>
    list.flatMap((at) => {
      const framed = placeIn(at);
      return framed && outness(framed) < 1 ? [{ at, framed }] : [];
    });
  const may = ballInPicture(camera, sensor)(body.at, body.reachM);
  const found = {
    ...{ body, wideMm, highMm },
    points: may ? shown(body.points) : [],
    below: may ? shown(body.below) : [],
  };
  own.set(item, found);
  return found;
}
