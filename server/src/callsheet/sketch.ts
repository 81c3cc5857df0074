import type { SheetPlace } from '@kavrell/core/callsheet';
import { spotOf } from '@kavrell/core/places';

const [WIDTH, HEIGHT, EDGE] = [320, 150, 28];
const METRES_PER_DEGREE = 111_320;

export interface Sketch {
  width: number;
  height: number;
  points: { name: string; x: number; y: number }[];
  /** A round length and how long it is drawn. */
  scale: { metres: number; px: number };
}

/** Where places lie to each other: north up, to scale, on a plane at their latitude. Null for fewer than two that are known to lie apart. */
export function sketchOf(places: readonly Pick<SheetPlace, 'name' | 'latitude' | 'longitude'>[]): Sketch | null {
  const found = places.flatMap((p) => {
    const spot = spotOf(p);
    return spot ? [{ name: p.name, ...spot }] : [];
  });
  if (found.length < 2) return null;
  const latitude = found.reduce((t, p) => t + p.latitude, 0) / found.length;
  const flat = found.map((p) => ({
    name: p.name,
    e: p.longitude * METRES_PER_DEGREE * Math.cos((latitude * Math.PI) / 180),
    n: p.latitude * METRES_PER_DEGREE,
  }));
  const [west, east] = [Math.min(...flat.map((p) => p.e)), Math.max(...flat.map((p) => p.e))];
  const [south, north] = [Math.min(...flat.map((p) => p.n)), Math.max(...flat.map((p) => p.n))];
  const span = Math.max(east - west, north - south);
  if (span < 5) return null;
  const pxPerM = Math.min(
    (WIDTH - 2 * EDGE) / Math.max(1, east - west),
    (HEIGHT - 2 * EDGE) / Math.max(1, north - south),
  );
  const rough = 60 / pxPerM;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const metres = ([5, 2, 1].find((k) => k * ten <= rough) ?? 1) * ten;
  return {
    width: WIDTH,
    height: HEIGHT,
    points: flat.map((p) => ({
      name: p.name,
      x: EDGE + (p.e - west) * pxPerM + (WIDTH - 2 * EDGE - (east - west) * pxPerM) / 2,
      y: HEIGHT - EDGE - (p.n - south) * pxPerM - (HEIGHT - 2 * EDGE - (north - south) * pxPerM) / 2,
    })),
    scale: { metres, px: metres * pxPerM },
  };
}
