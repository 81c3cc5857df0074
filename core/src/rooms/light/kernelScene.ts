import { corners, dot, times, type Box, type Pane, type Vec } from '../../base/geometry/index.ts';
import {
  powerOfBeam,
  type Face,
  type Opening,
  type Room as SceneRoom,
  type Scene,
  type ScenePane,
  type Source,
} from '../../physics/illumination/index.ts';
import type { Room } from '../places/index.ts';
import { GLASS_SHARE, SKY, edgesOf, type Direct, type LightScene, type Lights } from './emitters.ts';
import { HALF_ROUND_DEG } from './lamp.ts';
import { kindOf } from './kinds.ts';
import type { Catalogue } from './library.ts';
import type { PlanItem } from './plan.ts';
import { boxFaces, featureBox } from './space.ts';

/** The kernel does not know it: the quick reading stands. */
export class NotExact extends Error {}

/** A plan as the kernel’s scene; throws `NotExact`, with words, where the kernel does not know it. */
export function sceneOf({ plan, room, catalogue, daylight }: LightScene, lights: Lights, faces: Face[]): Scene {
  const inside = room && !room.outside ? room : null;
  if (daylight && !inside) throw new NotExact('The open sky is read the quick way.');
  const sources = lights.directs.map(sourceOf);
  const panes = [
    ...plan.items.flatMap((i) => paneFor(i, catalogue)),
    ...(room?.features ?? []).filter((f) => f.kind === 'block').flatMap((f) => bodyOf(f.id, featureBox(f))),
  ];
  if (inside) {
    const places = [...sources.map((s) => s.at), ...faces.map((f) => f.at), ...panes.flatMap((p) => corners(p))];
    if (places.some((p) => !isWithin(p, inside))) throw new NotExact('Something stands outside the room.');
  }
  return {
    sources,
    panes,
    faces,
    ambientLux: inside ? 0 : plan.ambientLux,
    sun: lights.sun && daylight ? { from: lights.sun.towards, lux: daylight.sunLux } : null,
    room: inside ? roomOf(inside, lights) : null,
  };
}

function sourceOf({ id, lamp, level, at, axis, through }: Direct): Source {
  if (through) throw new NotExact('A board that mirrors is read the quick way.');
  if (lamp.beamDeg >= HALF_ROUND_DEG) throw new NotExact('A lamp that lights all round is read the quick way.');
  return {
    ...{ id, at, normal: axis },
    shape: 'radiusM' in lamp.emitter ? lamp.emitter : halfEdges(axis, lamp.emitter),
    ...{ referenceLux: lamp.luxAt1m * level, referenceM: 1, power: powerOfBeam(lamp.beamDeg) },
  };
}

/** Half edges of a lamp’s face. */
function halfEdges(axis: Vec, { widthM, heightM }: { widthM: number; heightM: number }): { across: Vec; up: Vec } {
  const { right, up } = edgesOf(axis);
  return { across: times(right, widthM / 2), up: times(up, heightM / 2) };
}

function paneFor(item: PlanItem, catalogue: Catalogue): ScenePane[] {
  const pane = kindOf(item).pane(item, catalogue);
  if (typeof pane === 'string') throw new NotExact(pane);
  return pane ? [pane] : [];
}

/** Furniture is dark: its sides and its top stand in the way and give nothing back. */
const bodyOf = (id: string, box: Box): ScenePane[] =>
  boxFaces(box).map((p, i) => ({ ...p, id: `${id} ${i}`, kind: 'flag', reflectance: 0, transmission: 0 }));

const EDGE_M = 1e-3;
const isWithin = (p: Vec, room: Room) =>
  [
    [p.x, room.widthM],
    [p.y, room.depthM],
    [p.z, room.heightM],
  ].every(([v, most]) => v! >= -EDGE_M && v! <= most! + EDGE_M);

/** A window drawn this near a wall is in it. */
const IN_WALL_M = 0.05;

/** A window as an opening of its wall: in the wall’s own plane, looking in. */
function inWall(pane: Pane, room: Room): Pane {
  const walls = [
    { off: pane.at.x, to: { x: 0 }, normal: { x: 1, y: 0, z: 0 } },
    { off: room.widthM - pane.at.x, to: { x: room.widthM }, normal: { x: -1, y: 0, z: 0 } },
    { off: pane.at.y, to: { y: 0 }, normal: { x: 0, y: 1, z: 0 } },
    { off: room.depthM - pane.at.y, to: { y: room.depthM }, normal: { x: 0, y: -1, z: 0 } },
  ];
  const wall = walls.find((w) => Math.abs(w.off) <= IN_WALL_M && Math.abs(dot(pane.normal, w.normal)) > 0.999);
  const opening = wall && { ...pane, at: { ...pane.at, ...wall.to }, normal: wall.normal };
  if (!opening || !corners(opening).every((c) => isWithin(c, room)))
    throw new NotExact('A window that is in no wall is read the quick way.');
  return opening;
}

function roomOf(room: Room, lights: Lights): SceneRoom {
  const { widthM, depthM, heightM, reflectance: share } = room;
  // Every window of a room looks at the same sky.
  const exitanceLux = lights.patches.find((p) => p.glow.has(SKY))?.glow.get(SKY) ?? 0;
  const openings = (lights.space.windows ?? []).map((pane): Opening => ({
    pane: inWall(pane, room),
    ...{ exitanceLux, transmission: GLASS_SHARE },
  }));
  return { widthM, depthM, heightM, reflectance: { walls: share, ceiling: share, floor: share }, openings };
}
