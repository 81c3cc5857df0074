import { fieldOfViewDeg, framingDistanceM } from './lens.ts';

/** Height of what is in the picture for a size, m: a standing adult of 1.75 m, head room counted. Rules of thumb. */
export const SIZE_HEIGHT_M: Readonly<Record<string, number>> = {
  ews: 8,
  ws: 3.6,
  fs: 2.1,
  mws: 1.5,
  ms: 1.1,
  mcu: 0.7,
  cu: 0.4,
  ecu: 0.16,
  insert: 0.25,
};

/** The one of size (as the height in the picture), distance and focal length that is left open. Thin lens, far against the focal length. */
export interface Framing {
  heightM: number;
  distanceM: number;
  focalMm: number;
}

/** Fills in whichever of the three is missing. Sensor height in mm; a squeezed lens is as tall as any other. */
export function solveFraming(
  known:
    | { heightM: number; distanceM: number }
    | { heightM: number; focalMm: number }
    | { distanceM: number; focalMm: number },
  sensorHeightMm: number,
): Framing {
  if (!('focalMm' in known)) return { ...known, focalMm: (known.distanceM * sensorHeightMm) / known.heightM };
  if (!('distanceM' in known))
    return { ...known, distanceM: framingDistanceM(known.focalMm, sensorHeightMm, known.heightM) };
  return { ...known, heightM: (known.distanceM * sensorHeightMm) / known.focalMm };
}

/** Focal length that frames the same width on another sensor: by the ratio of their widths and squeezes. */
export function equivalentFocalMm(
  focalMm: number,
  from: { sensorWidthMm: number; squeeze?: number },
  to: { sensorWidthMm: number; squeeze?: number },
): number {
  return (focalMm * to.sensorWidthMm * (to.squeeze ?? 1)) / (from.sensorWidthMm * (from.squeeze ?? 1));
}

/** What a lens sees at a distance, m across and high, and the angle across. */
export function seenAt(
  distanceM: number,
  focalMm: number,
  sensor: { widthMm: number; heightMm: number },
  squeeze = 1,
): { widthM: number; heightM: number; angleDeg: number } {
  return {
    widthM: (distanceM * sensor.widthMm * squeeze) / focalMm,
    heightM: (distanceM * sensor.heightMm) / focalMm,
    angleDeg: fieldOfViewDeg(sensor.widthMm, focalMm, squeeze),
  };
}
