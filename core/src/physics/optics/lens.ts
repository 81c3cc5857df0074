/** Angle of view in degrees of a sensor side: 2·atan(side·squeeze / (2·focal)). Focused far; thin lens. */
export function fieldOfViewDeg(sensorMm: number, focalMm: number, squeeze = 1): number {
  return (2 * Math.atan((sensorMm * squeeze) / (2 * focalMm)) * 180) / Math.PI;
}

/** Distance in metres at which a frame is `heightM` high: focal × height ÷ sensor height. */
export function framingDistanceM(focalMm: number, sensorHeightMm: number, heightM: number): number {
  return (focalMm * heightM) / sensorHeightMm;
}

/** Captured ratio (sensor ratio × squeeze) and the share of the picture that a delivery ratio throws away. */
export function captureRatio(sensorRatio: number, squeeze: number, deliveryRatio: number) {
  const capturedRatio = sensorRatio * squeeze;
  const cropShare = 1 - Math.min(capturedRatio, deliveryRatio) / Math.max(capturedRatio, deliveryRatio);
  return { capturedRatio, cropShare };
}

/** Circle of confusion taken as the sensor's diagonal over this. */
const COC_DIVISOR = 1500;

export interface DepthOfField {
  nearM: number;
  /** Null: to infinity. */
  farM: number | null;
  hyperfocalM: number;
  cocMm: number;
}

/**
 * What is sharp: hyperfocal H = f²/(N·c) + f, near = d(H−f)/(H+d−2f), far = d(H−f)/(H−d). The distance must be more than the
 * focal length. Source: thin-lens depth of field, circle of confusion = diagonal / 1500.
 */
export function depthOfField(
  focalMm: number,
  stop: number,
  distanceM: number,
  sensorWidthMm: number,
  sensorHeightMm: number,
): DepthOfField {
  const cocMm = Math.hypot(sensorWidthMm, sensorHeightMm) / COC_DIVISOR;
  const hyper = (focalMm * focalMm) / (stop * cocMm) + focalMm;
  const d = distanceM * 1000;
  const near = (d * (hyper - focalMm)) / (hyper + d - 2 * focalMm);
  const far = d >= hyper ? null : (d * (hyper - focalMm)) / (hyper - d) / 1000;
  return { nearM: near / 1000, farM: far, hyperfocalM: hyper / 1000, cocMm };
}
