import { corners, direction, polygonShare, type Vec } from '../../base/geometry/index.ts';
import { mixedKelvin, miredShift } from '../../physics/colour/index.ts';
import { solveExposure } from '../../physics/exposure/index.ts';
import { AMBIENT, SKY, SUN, directLux, patchShare, skyLux, sunLux, type Lights, type Seen } from './emitters.ts';
import { paneOf, placeOf } from './space.ts';
import type { LightPlan, MeterItem, PersonItem } from './plan.ts';

/** What falls on one surface, lux by cause, and what black flags keep from it. */
export interface Fall {
  lux: Map<string, number>;
  kept: Map<string, number>;
}

/**
 * Light on a small surface at `at` that looks along `normal`, by cause. Light from all around is lessened by the form factor of
 * black flags (negative fill).
 */
export function fallOn(
  lights: Lights,
  plan: Pick<LightPlan, 'items'>,
  at: Vec,
  normal: Vec,
  sight: Seen | null = null,
): Fall {
  const lux = new Map<string, number>();
  const give = (id: string, more: number) => more > 0 && lux.set(id, (lux.get(id) ?? 0) + more);
  for (const d of lights.directs) give(d.id, directLux(lights.space, d, at, normal, sight));
  for (const p of lights.patches) {
    const share = patchShare(lights.space, p, at, normal, sight);
    if (share > 0) for (const [id, lm] of p.glow) give(id, lm * share);
  }
  if (lights.sun) give(SUN, sunLux(lights.space, lights.sun, at, normal));
  const kept = new Map<string, number>();
  let open = 1;
  const all = [...lights.around.values()].reduce((a, b) => a + b, 0) + (lights.sky ? skyLux(lights.sky, normal) : 0);
  if (all > 0)
    for (const item of plan.items) {
      if (item.kind !== 'flag') continue;
      const share = Math.min(open, polygonShare(at, normal, corners(paneOf(item))));
      if (share <= 0.001) continue;
      open -= share;
      kept.set(item.id, share * all);
    }
  for (const [id, more] of lights.around) give(id, more * open);
  if (lights.sky) give(SKY, skyLux(lights.sky, normal) * open);
  return { lux, kept };
}

export const total = (m: ReadonlyMap<string, number>): number => [...m.values()].reduce((a, b) => a + b, 0);

/** The cheeks look this far to each side of where the face looks, degrees: a three-quarter key meets one and spares the other. */
export const CHEEK_DEG = 50;

export interface Settings {
  ei: number;
  fps: number;
  shutterDeg: number;
}

/** One cause of light at a face. */
export interface Part {
  id: string;
  keyLux: number;
  shadowLux: number;
  backLux: number;
  colourK: number;
}

export interface FaceReading {
  id: string;
  /** Brighter cheek, as the face itself has it. */
  keySide: 'left' | 'right';
  keyLux: number;
  shadowLux: number;
  backLux: number;
  /** (Key + fill) : fill, and in stops; null when the shadow side gets nothing. */
  ratio: number | null;
  ratioStops: number | null;
  /** Stop that exposes the key side; null in the dark. */
  tStop: number | null;
  /** Colour of the key side; null in the dark. */
  colourK: number | null;
  /** Mired from the white balance: positive is warmer. */
  miredOff: number | null;
  parts: Part[];
  /** What flags keep from the shadow side, lux. */
  kept: { id: string; lux: number }[];
}

/** The stop a light exposes at, by the job's rate, shutter and EI; null in the dark. */
export function stopFor(illuminanceLux: number, s: Settings): number | null {
  if (illuminanceLux <= 0) return null;
  return solveExposure({ illuminanceLux, angleDeg: s.shutterDeg, ei: s.ei }, { fps: s.fps }).tStop;
}

/** What falls on both cheeks of a face and on its back. */
export interface Falls {
  left: Fall;
  right: Fall;
  back: Fall;
}

/** The three ways a face is read, degrees to the side of where it looks. Its own left is anticlockwise of that. */
export const ASIDE_DEG: Readonly<Record<keyof Falls, number>> = { left: -CHEEK_DEG, right: CHEEK_DEG, back: 180 };

/** Everything a meter would say at a face: both cheeks, the back, each cause by itself. */
export function readFace(
  lights: Lights,
  plan: LightPlan,
  face: PersonItem | MeterItem,
  settings: Settings,
): FaceReading {
  const at = placeOf(face);
  const sight: Seen = new Map();
  const look = (aside: number) => fallOn(lights, plan, at, direction(face.turnDeg + aside), sight);
  const falls = { left: look(ASIDE_DEG.left), right: look(ASIDE_DEG.right), back: look(ASIDE_DEG.back) };
  return readingOf(face.id, falls, lights.colourK, { plan, settings });
}

/** What is read at a face out of what falls on it. */
export function readingOf(
  id: string,
  { left, right, back }: Falls,
  colours: ReadonlyMap<string, number>,
  { plan, settings }: { plan: LightPlan; settings: Settings },
): FaceReading {
  const [leftLux, rightLux] = [total(left.lux), total(right.lux)];
  const keySide = leftLux >= rightLux ? 'left' : 'right';
  const [key, shadow] = keySide === 'left' ? [left, right] : [right, left];
  const [keyLux, shadowLux] = keySide === 'left' ? [leftLux, rightLux] : [rightLux, leftLux];
  const ids = new Set([...key.lux.keys(), ...shadow.lux.keys(), ...back.lux.keys()]);
  const parts = [...ids].map((cause): Part => ({
    id: cause,
    keyLux: key.lux.get(cause) ?? 0,
    shadowLux: shadow.lux.get(cause) ?? 0,
    backLux: back.lux.get(cause) ?? 0,
    colourK: colours.get(cause) ?? 5600,
  }));
  const colourK = mixedKelvin(parts.map((p) => ({ lux: p.keyLux, kelvin: p.colourK })));
  const ratio = shadowLux > 0 ? keyLux / shadowLux : null;
  return {
    id,
    keySide,
    keyLux,
    shadowLux,
    backLux: total(back.lux),
    ratio,
    ratioStops: ratio === null ? null : Math.log2(ratio),
    tStop: stopFor(keyLux, settings),
    colourK,
    miredOff: colourK === null ? null : -miredShift(colourK, plan.wanted.whiteK),
    parts,
    kept: [...shadow.kept].map(([flag, lux]) => ({ id: flag, lux })),
  };
}

/** All faces and chosen points of a plan. */
export function readPlan(lights: Lights, plan: LightPlan, settings: Settings): FaceReading[] {
  return plan.items
    .filter((i): i is PersonItem | MeterItem => i.kind === 'person' || i.kind === 'meter')
    .map((face) => readFace(lights, plan, face, settings));
}

/** Names of light that comes from no thing on the plan. */
export const CAUSE_WORDS: Readonly<Record<string, string>> = {
  [SUN]: 'sun',
  [SKY]: 'window and sky',
  [AMBIENT]: 'the place’s own light',
};
