import { eiPrice, exposureLadder, ndFor, rippleOf, shutterFor } from '../../physics/exposure/index.ts';
import type { Shot } from '../scenes/index.ts';
import { widestStop, type Lens } from './lens.ts';
import type { Camera } from './model.ts';
import { type FitExposure, type FitFinding, type FitSources } from './fitModel.ts';

/** Stop that is planned where nobody wished for one. */
const USUAL_T = 2.8;

/** Under this, exposure is right. */
const THIRD = 1 / 3;

export const NB = '\u00a0';

const stops = (n: number) => `${n.toFixed(1)}${NB}stops`;

/** A lens on a camera, at a focal length. */
interface Mounted {
  camera: Camera;
  lens: Lens;
  focalMm: number;
}
interface Said {
  exposure: FitExposure;
  /** Lenses that are no longer there, faulty or left. */
  gone: readonly Lens[];
  say: (what: string, level: FitFinding['level'], words: string, mend: string) => void;
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

export function sayExposure(
  s: FitSources,
  shot: Shot,
  { camera, lens, focalMm }: Mounted,
  { exposure: e, gone, say }: Said,
): void {
  const who = `${shot.code} on ${camera.letter}`;
  if (e.shortStops > 0) {
    const left = gone.filter((l) => widestStop(l, focalMm) < widestStop(lens, focalMm) - 0.05);
    const since = left[0] ? ` since ${left[0].name} ${left[0].state === 'faulty' ? 'is faulty' : 'left'}` : '';
    const price = eiPrice(s.job.ei * 2 ** e.shortStops, camera.nativeEis);
    say(
      'dark',
      'look',
      `${who} needs ${stops(e.shortStops)} more${since}: ${Math.round(e.illuminanceLux)}${NB}lx at ${e.fps} frames a second, ${Math.round(e.angleDeg * 10) / 10}°, T${NB}${widestStop(lens, focalMm).toFixed(1)} wide open, EI${NB}${Math.round(s.job.ei)}.`,
      s.job.eiSchool === 'native'
        ? `${(2 ** e.shortStops).toFixed(1)} times the light, or EI${NB}${Math.round(s.job.ei * 2 ** e.shortStops)} (${price.words}).`
        : `EI${NB}${Math.round(s.job.ei * 2 ** e.shortStops)} (${price.words}), or ${(2 ** e.shortStops).toFixed(1)} times the light.`,
    );
  }
  const light = shot.setupId ? s.light.get(shot.setupId) : undefined;
  if (light?.rippling) {
    const ripple = rippleOf(e.angleDeg, e.fps, s.job.mainsHz);
    if (!ripple.safe) {
      const angles = [ripple.below, ripple.above].filter((a): a is number => a !== null);
      say(
        'ripple',
        'look',
        `${who}: ${Math.round(e.angleDeg * 10) / 10}° at ${e.fps} frames a second takes in ${ripple.ripples.toFixed(2)} ripples of the mains: its light will flicker.`,
        angles.length > 0
          ? `${[...new Set(angles.map((a) => Math.round(a * 10) / 10))].join('° or ')}°.`
          : `No angle is safe at this rate: ${s.job.mainsHz * 2} frames a second at most, or lamps that don’t ripple.`,
      );
    }
  }
}
