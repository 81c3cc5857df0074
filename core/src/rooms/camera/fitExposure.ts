import { eiPrice, exposureLadder, ndFor, shutterFor } from '../../physics/exposure/index.ts';
import type { Shot } from '../scenes/index.ts';
import { widestStop, type Lens } from './lens.ts';
import type { Camera } from './model.ts';
import { type FitExposure, type FitSources } from './fitModel.ts';

/** Stop that is planned where nobody wished for one. */
const USUAL_T = 2.8;

/** Under this, exposure is right. */
const THIRD = 1 / 3;

/** A lens on a camera, at a focal length. */
interface Mounted {
  camera: Camera;
  lens: Lens;
  focalMm: number;
}

/** In the order most work in: rate, shutter, stop, EI, ND. Null when the setup has no light drawn. */
export function exposureFor(
  s: FitSources,
  shot: Shot,
  { camera, lens, focalMm, fps }: Mounted & { fps: number },
): FitExposure | null {
  const light = shot.setupId ? s.light.get(shot.setupId) : undefined;
  if (!light?.keyLux) return null;
  const { job } = s;
  const angleDeg = shutterFor(job.shutterSchool, job.shutterDeg, fps, job.mainsHz);
  const open = widestStop(lens, focalMm);
  const ei = job.eiSchool === 'native' ? eiPrice(job.ei, camera.nativeEis).nativeEi : job.ei;
  const at = (tStop: number) =>
    exposureLadder({ illuminanceLux: light.keyLux as number, fps, angleDeg, tStop, ei, ndStops: 0, otherStops: 0 })
      .overStops;
  const tWanted = Math.max(open, light.wantedT ?? USUAL_T);
  const over = at(tWanted);
  const base = { illuminanceLux: light.keyLux, fps, angleDeg };
  if (over > THIRD) {
    const ndStops = ndFor(over);
    return { ...base, tStop: tWanted, ei, ndStops, shortStops: 0, price: eiPrice(ei, camera.nativeEis).words };
  }
  if (over >= -THIRD)
    return { ...base, tStop: tWanted, ei, ndStops: 0, shortStops: 0, price: eiPrice(ei, camera.nativeEis).words };
  // Too dark at the stop that is wanted: open up first, then EI.
  const tStop = Math.max(open, tWanted * 2 ** (over / 2));
  const left = Math.max(0, -at(tStop));
  const solved = job.eiSchool === 'native' ? ei : ei * 2 ** (left > THIRD ? left : 0);
  return {
    ...base,
    tStop,
    ei: solved,
    ndStops: 0,
    shortStops: left > THIRD ? left : 0,
    price: eiPrice(solved, camera.nativeEis).words,
  };
}
