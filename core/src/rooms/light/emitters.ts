import {
  add,
  corners,
  cross,
  crossing,
  direction,
  dot,
  length,
  minus,
  paneArea,
  polygonShare,
  reflect,
  split,
  times,
  type Pane,
  type Vec,
} from '../../base/geometry/index.ts';
import type { Room } from '../places/index.ts';
import { windowBearing } from '../places/index.ts';
import type { Daylight } from '../../physics/sun/index.ts';
import { lightAtDistance, type Emitter } from './falloff.ts';
import { lampLumens, lampOf, spread, type Lamp } from './lamp.ts';
import { entryOf, type Catalogue } from './library.ts';
import type { LightPlan, PlanItem, SourceItem } from './plan.ts';
import { clear, featurePane, paneOf, placeOf, spaceOf, type Space } from './space.ts';

/** Names that stand for light that is no thing on the plan. */
export const SUN = 'sun';
export const SKY = 'sky';
export const AMBIENT = 'ambient';

/** A lamp of the plan that is alight; intensities at its level. */
export interface Direct {
  id: string;
  lamp: Lamp;
  level: number;
  at: Vec;
  axis: Vec;
  samples: Vec[];
  /** Seen only through this pane, as an image in it. */
  through: Pane | null;
}

/** An evenly glowing matt piece of cloth, board or window: what leaves it on the side its normal looks to, per cause. */
export interface Patch {
  id: string;
  pane: Pane;
  corners: Vec[];
  /** lm/m² by cause: which lamp (or sky, sun) makes it glow. */
  glow: Map<string, number>;
  /** +1: glows to where the normal looks, −1: to the other side. */
  side: 1 | -1;
}

/** Everything that gives light, made ready for reading at many places. */
export interface Lights {
  space: Space;
  directs: Direct[];
  patches: Patch[];
  /** Light from all around, by cause: what the room throws back, the sky in the open, the place's own. */
  around: Map<string, number>;
  sun: { towards: Vec; lux: number } | null;
  /** Sky in the open: level light and what the ground throws back. */
  sky: { levelLux: number; groundLux: number } | null;
  colourK: Map<string, number>;
}

export interface LightScene {
  plan: Pick<LightPlan, 'items' | 'ambientLux' | 'ambientK'>;
  room: Room | null;
  catalogue: Catalogue;
  /** Sun and sky at the hour; null: night, or blacked out. */
  daylight: (Daylight & { azimuthDeg: number; altitudeDeg: number }) | null;
}

/** Share of daylight that window glass lets through. */
export const GLASS_SHARE = 0.8;
/** Share of daylight that open ground throws back. */
const GROUND_SHARE = 0.2;
/** Pieces a frame, bounce or window is cut into, each way. */
const PIECES = 3;

/** The edges of a lamp’s face, unit: the level one, and the one at right angles to it and to where the lamp looks. */
export function edgesOf(axis: Vec): { right: Vec; up: Vec } {
  const level = length({ x: axis.x, y: axis.y, z: 0 }) < 1e-6 ? { x: 1, y: 0, z: 0 } : { x: -axis.y, y: axis.x, z: 0 };
  const right = times(level, 1 / (length(level) || 1));
  return { right, up: cross(axis, right) };
}

function samplesOf(at: Vec, axis: Vec, emitter: Emitter): Vec[] {
  const { right, up } = edgesOf(axis);
  const [w, h] =
    'radiusM' in emitter
      ? [emitter.radiusM * 0.65, emitter.radiusM * 0.65]
      : [emitter.widthM * 0.35, emitter.heightM * 0.35];
  const spots = [at];
  if (w > 0.1) spots.push(add(at, times(right, w)), add(at, times(right, -w)));
  if (h > 0.1) spots.push(add(at, times(up, h)), add(at, times(up, -h)));
  return spots;
}

function directOf(item: SourceItem, lamp: Lamp): Direct {
  const at = placeOf(item);
  const axis = direction(item.turnDeg, item.tiltDeg);
  return { id: item.id, lamp, level: item.level, at, axis, samples: samplesOf(at, axis, lamp.emitter), through: null };
}

/** What is seen from one place, kept by the point looked at: a face is read three ways from where it is. */
export type Seen = Map<Vec, boolean>;
function isSeen(seen: Seen | null, point: Vec, look: () => boolean): boolean {
  const known = seen?.get(point);
  if (known !== undefined) return known;
  const found = look();
  seen?.set(point, found);
  return found;
}

/** Light of one lamp on a surface at `at` that looks along `normal` (null: towards the lamp), lux. `sight` holds what was seen from there. */
export function directLux(space: Space, d: Direct, at: Vec, normal: Vec | null, sight: Seen | null = null): number {
  const way = minus(at, d.at);
  const far = length(way);
  if (far === 0 || d.level === 0) return 0;
  const cosine = dot(way, d.axis) / far;
  const off = (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
  const share = spread(d.lamp.beamDeg, off);
  if (share === 0) return 0;
  let [seen, facing, whole] = [0, 0, true];
  for (const s of d.samples) {
    const towards = minus(s, at);
    const cosineThere = normal === null ? 1 : dot(towards, normal) / length(towards);
    if (cosineThere <= 0) {
      whole = false;
      continue;
    }
    const { through } = d;
    const clearThere = isSeen(sight, s, () => {
      if (!through) return clear(space, s, at);
      // An image lies behind its mirror: what can stand in the way is between the lamp and the glass, and between the glass and here.
      const glass = crossing(s, at, through);
      return glass !== null && clear(space, reflect(s, through), glass) && clear(space, glass, at);
    });
    if (!clearThere) continue;
    seen += 1;
    facing += cosineThere;
  }
  if (seen === 0) return 0;
  // Wholly above the surface's horizon the formula of the face holds with the cosine of its middle; cut by it, the samples' mean.
  const middle = normal === null ? 1 : -dot(way, normal) / far;
  const received = whole && middle > 0 ? (middle * seen) / d.samples.length : facing / d.samples.length;
  return d.level * share * received * lightAtDistance(d.lamp.emitter, d.lamp.luxAt1m, 1, Math.max(0.05, far));
}

/** Light of a glowing piece on a surface, as a share of what it gives off: form factor, 0 when something stands between. */
export function patchShare(space: Space, p: Patch, at: Vec, normal: Vec, sight: Seen | null = null): number {
  if (dot(minus(at, p.pane.at), p.pane.normal) * p.side <= 0) return 0;
  const share = polygonShare(at, normal, p.corners);
  if (share === 0) return 0;
  const look = () => clear(space, add(p.pane.at, times(p.pane.normal, 0.002 * p.side)), at, p.id);
  return isSeen(sight, p.corners[0] ?? p.pane.at, look) ? share : 0;
}

type ClothItem = Extract<PlanItem, { clothKey: string }>;

/** What a mirror throws back of what falls on it; silvered glass. */
const MIRROR_SHARE = 0.9;

/** The share of light that a thing throws back as an image. */
function mirrorShareOf(item: PlanItem, catalogue: Catalogue): number {
  if (item.kind === 'mirror') return MIRROR_SHARE;
  const cloth = item.kind === 'bounce' ? entryOf(catalogue, item.clothKey, 'cloth')?.data : null;
  return cloth ? cloth.reflectance * cloth.mirrorShare : 0;
}

/** Lamps, glowing cloth and boards, windows, sky and what the room throws back: everything on the plan that lights. */
export function lightsOf({ plan, room, catalogue, daylight }: LightScene): Lights {
  const space = spaceOf(plan.items, room);
  const directs: Direct[] = [];
  const colourK = new Map<string, number>();
  const lumens = new Map<string, number>();
  for (const item of plan.items) {
    if (item.kind !== 'source' || !item.on) continue;
    const lamp = lampOf(item, catalogue);
    if (!lamp) continue;
    directs.push(directOf(item, lamp));
    colourK.set(item.id, lamp.colourK);
    lumens.set(item.id, lampLumens(lamp) * item.level);
  }
  const around = new Map<string, number>();
  const patches: Patch[] = [];
  let sun: Lights['sun'] = null;
  let sky: Lights['sky'] = null;
  if (daylight) {
    colourK.set(SUN, daylight.sunK);
    colourK.set(SKY, daylight.skyK);
    const towards = direction(daylight.azimuthDeg - (room?.upBearingDeg ?? 0), daylight.altitudeDeg);
    if (daylight.sunLux > 0) sun = { towards, lux: daylight.sunLux * (space.windows ? GLASS_SHARE : 1) };
    if (space.windows && room) {
      const ground = GROUND_SHARE * (daylight.skyLux + daylight.sunLux * Math.max(0, towards.z));
      // Through an upright window half of what is seen is sky and half ground.
      const glow = GLASS_SHARE * (daylight.skyLux / 2 + ground / 2);
      for (const f of room.features.filter((x) => x.kind === 'window')) {
        const whole = featurePane(f);
        const outward = direction(windowBearing(room, f) - room.upBearingDeg);
        const side = dot(outward, whole.normal) > 0 ? -1 : 1;
        for (const piece of split(whole, PIECES, PIECES))
          patches.push({ id: f.id, pane: piece, corners: corners(piece), glow: new Map([[SKY, glow]]), side });
        lumens.set(SKY, (lumens.get(SKY) ?? 0) + glow * paneArea(whole));
      }
    } else if (!space.windows) {
      sky = {
        levelLux: daylight.skyLux,
        groundLux: GROUND_SHARE * (daylight.skyLux + daylight.sunLux * Math.max(0, towards.z)),
      };
    }
  }
  if (room && !room.outside) {
    const { widthM: w, depthM: d, heightM: h, reflectance: r } = room;
    const area = 2 * (w * d + w * h + d * h);
    for (const [id, flux] of lumens) around.set(id, (flux * r) / (area * (1 - r)));
  }
  if (plan.ambientLux > 0) {
    around.set(AMBIENT, plan.ambientLux);
    colourK.set(AMBIENT, plan.ambientK);
  }

  const windows = [...patches];
  const cloths = plan.items.filter((i): i is ClothItem => i.kind === 'bounce' || i.kind === 'frame');
  const glowFrom = (item: ClothItem, upstream: readonly Patch[]): Patch[] => {
    const cloth = entryOf(catalogue, item.clothKey, 'cloth')?.data;
    if (!cloth) return [];
    const share = item.kind === 'bounce' ? cloth.reflectance * (1 - cloth.mirrorShare) : cloth.transmission;
    const made: Patch[] = [];
    for (const piece of split(paneOf(item), PIECES, PIECES)) {
      for (const side of [1, -1] as const) {
        // A bounce throws light back to the side it came from, a frame lets it out on the other.
        const lit = item.kind === 'bounce' ? side : (-side as 1 | -1);
        const normal = times(piece.normal, lit);
        const at = add(piece.at, times(normal, 0.002));
        const glow = new Map<string, number>();
        const give = (id: string, lux: number) => lux > 0 && glow.set(id, (glow.get(id) ?? 0) + lux * share);
        for (const d of directs) give(d.id, directLux(space, d, at, normal));
        if (sun) give(SUN, sunLux(space, sun, at, normal));
        if (sky) give(SKY, skyLux(sky, normal));
        for (const p of upstream) {
          if (p.id === item.id) continue;
          const form = patchShare(space, p, at, normal);
          if (form > 0) for (const [id, lm] of p.glow) give(id, lm * form);
        }
        for (const [id, lux] of around) give(id, lux);
        if (glow.size > 0) made.push({ id: item.id, pane: piece, corners: corners(piece), glow, side });
      }
    }
    return made;
  };
  // Bounces first: a frame may stand before one. Light that goes round more often is left out.
  for (const item of cloths) if (item.kind === 'bounce') patches.push(...glowFrom(item, windows));
  const upstream = [...patches];
  for (const item of cloths) if (item.kind === 'frame') patches.push(...glowFrom(item, upstream));
  const images = plan.items.flatMap((item): Direct[] => {
    const share = mirrorShareOf(item, catalogue);
    if (share === 0 || !('widthM' in item)) return [];
    const through = paneOf(item);
    const turned = (v: Vec) => minus(v, times(through.normal, 2 * dot(v, through.normal)));
    return directs.map((d): Direct => ({
      ...d,
      level: d.level * share,
      at: reflect(d.at, through),
      axis: turned(d.axis),
      samples: d.samples.map((s) => reflect(s, through)),
      through,
    }));
  });
  return { space: { ...space }, directs: [...directs, ...images], patches, around, sun, sky, colourK };
}

/** So far towards the sun that everything on a plan lies before it, metres. */
const SUN_WAY_M = 400;

export function sunLux(space: Space, sun: NonNullable<Lights['sun']>, at: Vec, normal: Vec | null): number {
  const facing = normal === null ? 1 : dot(sun.towards, normal);
  if (facing <= 0) return 0;
  return clear(space, at, add(at, times(sun.towards, SUN_WAY_M))) ? sun.lux * facing : 0;
}

/** Light of the open sky and the ground on a surface by its tilt: half sky, half ground when it is upright. */
export function skyLux(sky: NonNullable<Lights['sky']>, normal: Vec): number {
  return (sky.levelLux * (1 + normal.z)) / 2 + (sky.groundLux * (1 - normal.z)) / 2;
}
