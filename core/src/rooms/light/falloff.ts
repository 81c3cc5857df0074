/** What a lamp's light comes from: a disc, or a rectangle. */
export type Emitter = { radiusM: number } | { widthM: number; heightM: number };

/**
 * Form factor of a rectangle seen squarely from distance `d` on its axis: the share of what the point could
 * receive that comes from it. F = (2/π)[A/√(1+A²)·atan(B/√(1+A²)) + B/√(1+B²)·atan(A/√(1+B²))], A = w/2d, B = h/2d.
 * Source: textbook configuration factor of four corner rectangles.
 */
export function rectangleShare(widthM: number, heightM: number, distanceM: number): number {
  const a = widthM / (2 * distanceM);
  const b = heightM / (2 * distanceM);
  const rootA = Math.sqrt(1 + a * a);
  const rootB = Math.sqrt(1 + b * b);
  return (2 / Math.PI) * ((a / rootA) * Math.atan(b / rootA) + (b / rootB) * Math.atan(a / rootB));
}

/** Light on axis at `distanceM`, lux, from a reading at `referenceM`: by the area for a disc, by form factors for a rectangle. */
export function lightAtDistance(emitter: Emitter, referenceLux: number, referenceM: number, distanceM: number): number {
  if ('radiusM' in emitter) {
    const r2 = emitter.radiusM ** 2;
    return (referenceLux * (referenceM ** 2 + r2)) / (distanceM ** 2 + r2);
  }
  const share = (d: number) => rectangleShare(emitter.widthM, emitter.heightM, d);
  return (referenceLux * share(distanceM)) / share(referenceM);
}

/** Share of the light on axis that goes `offAxisDeg` aside, for a beam of half intensity at half its angle: cos^m, m = ln ½ / ln cos(beam/2). */
export function beamShare(beamDeg: number, offAxisDeg: number): number {
  if (offAxisDeg >= 90) return 0;
  const radians = Math.PI / 180;
  const m = Math.log(0.5) / Math.log(Math.cos((beamDeg / 2) * radians));
  return Math.cos(offAxisDeg * radians) ** m;
}

/** Contrast of key side to fill side, as the two are measured apart: (key + fill) : fill, and in stops. */
export function lightRatio(keyOnlyLux: number, fillLux: number): { ratio: number; stops: number } {
  const ratio = (keyOnlyLux + fillLux) / fillLux;
  return { ratio, stops: Math.log2(ratio) };
}
