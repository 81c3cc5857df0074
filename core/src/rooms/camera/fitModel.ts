import type { Finding } from '../../base/findings/index.ts';
import { type ShutterSchool } from '../../physics/exposure/index.ts';
import type { Shot } from '../scenes/index.ts';
import { type Lens } from './lens.ts';
import type { Camera } from './model.ts';

/** What the light of a setup says to cameras. */
export interface SetupLight {
  /** Light on the key side of the face, lux; null when nothing is drawn. */
  keyLux: number | null;
  wantedT: number | null;
  /** Whether something in it ripples with the mains. */
  rippling: boolean;
  /** Longest way across its room, m; null without a room. */
  roomM: number | null;
}

export interface FitJob {
  fps: number;
  ei: number;
  shutterDeg: number;
  mainsHz: number;
  shutterSchool: ShutterSchool;
  eiSchool: 'last' | 'native';
  /** Thread of the filters of the job, mm; null: nobody said. */
  filterThreadMm: number | null;
  /** Narrowest and widest ratio that is delivered; null: none. */
  deliveryRatio: number | null;
}

export interface FitSources {
  job: FitJob;
  shots: readonly Shot[];
  cameras: readonly Camera[];
  lenses: readonly Lens[];
  light: ReadonlyMap<string, SetupLight>;
}

/** One camera on one shot, worked out. Figures are null where the plan does not say enough. */
export interface Fitting {
  shot: Shot;
  camera: Camera;
  /** The lens that would be taken: the widest stop among those that reach and go on. */
  lens: Lens | null;
  focalMm: number | null;
  adapterMm: number | null;
  /** Height of what is in the picture, m, and from how far. */
  heightM: number | null;
  distanceM: number | null;
  exposure: FitExposure | null;
}

export interface FitExposure {
  illuminanceLux: number;
  fps: number;
  angleDeg: number;
  tStop: number;
  ei: number;
  ndStops: number;
  /** Stops missing at the job’s EI with the lens wide open; 0 when there is enough. */
  shortStops: number;
  price: string;
}

export interface FitFinding extends Finding {
  shotId: string;
  letter: string;
}

export interface FitResult {
  fittings: Fitting[];
  findings: FitFinding[];
  /** Step rings that filters need, such as `77 → 82`, and adapters, with how many are needed at once. */
  rings: { name: string; count: number }[];
}
