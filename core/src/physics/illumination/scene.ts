import { cross, length, minus, times, unit, vec, type Pane, type Vec } from '../../base/geometry/index.ts';

/** Everything that gives, takes or turns light, and where it is read. Metres, lux, right-handed, z up. */
export interface Scene {
  sources: readonly Source[];
  panes: readonly ScenePane[];
  /** Light equal from every direction, lux on an open face; not with a room. */
  ambientLux: number;
  /** Parallel light: the way to the sun (unit), and lux square to its rays. */
  sun: { from: Vec; lux: number } | null;
  room: Room | null;
  faces: readonly Face[];
}

export interface Source {
  id: string;
  at: Vec;
  /** The way it looks, unit. */
  normal: Vec;
  shape: { radiusM: number } | { across: Vec; up: Vec };
  /** Lux on its axis, square to it, at `referenceM`, times its level. */
  referenceLux: number;
  referenceM: number;
  /** Intensity of each piece of its face goes with cos^power of the angle off its normal. */
  power: number;
}

export interface ScenePane extends Pane {
  id: string;
  kind: 'flag' | 'bounce' | 'diffusion';
  /** Share that comes back on the same side, and that comes out on the other; both matt. */
  reflectance: number;
  transmission: number;
}

export interface Room {
  widthM: number;
  depthM: number;
  heightM: number;
  reflectance: { walls: number; ceiling: number; floor: number };
  openings: readonly Opening[];
}
export interface Opening {
  pane: Pane;
  /** Exitance inwards, lux, and the share of the sun that it lets in. */
  exitanceLux: number;
  transmission: number;
}

export interface Face {
  id: string;
  at: Vec;
  /** Unit. */
  normal: Vec;
}

/** cos^m that falls to one half at half the beam angle; 1 (matt) where no beam is said. Source: cosine-power beam. */
export const powerOfBeam = (beamDeg: number | null): number =>
  beamDeg === null ? 1 : Math.log(0.5) / Math.log(Math.cos((beamDeg * Math.PI) / 360));

/** A rectangle square to `normal`: its width axis is normal × z (x where the normal is upright), turned by `rollDeg` about the normal. */
export function rectangle(at: Vec, normal: Vec, widthM: number, heightM: number, rollDeg = 0): Pane {
  const n = unit(normal);
  const level = cross(n, vec(0, 0, 1));
  const width = length(level) < 1e-9 ? vec(1, 0, 0) : unit(level);
  const height = cross(n, width);
  const [c, s] = [Math.cos((rollDeg * Math.PI) / 180), Math.sin((rollDeg * Math.PI) / 180)];
  const turned = (a: Vec, b: Vec, k: number): Vec => minus(times(a, c), times(b, -k * s));
  return {
    at,
    normal: n,
    across: times(turned(width, height, 1), widthM / 2),
    up: times(turned(height, width, -1), heightM / 2),
  };
}
