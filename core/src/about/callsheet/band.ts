import { sunPlaceOf } from '../../rooms/places/index.ts';
import { sunTimes } from '../../physics/sun/index.ts';
import type { SheetContent } from './content.ts';

/** Light outside, from the darkest. */
export type BandLight = 'dark' | 'twilight' | 'low' | 'day';

/** The day of a sheet as one band: how light it is outside, and what fills it; minutes of the day. */
export interface SheetBand {
  fromMin: number;
  toMin: number;
  light: { kind: BandLight; fromMin: number; toMin: number }[];
  blocks: { kind: 'work' | 'meal' | 'other'; fromMin: number; toMin: number; title: string }[];
  hoursMin: number[];
}

const HOUR_MIN = 60;

/** Null for a sheet with nothing on it. Without a position no light is drawn: it is not known. */
export function sheetBand(content: SheetContent): SheetBand | null {
  const { lines, callMin, wrapMin } = content;
  if (lines.length === 0) return null;
  const fromMin = Math.floor(Math.min(callMin, ...lines.map((l) => l.startMin)) / HOUR_MIN) * HOUR_MIN;
  const toMin = Math.ceil(Math.max(wrapMin, ...lines.map((l) => l.endMin)) / HOUR_MIN) * HOUR_MIN;
  return {
    fromMin,
    toMin,
    light: lightOf(content, fromMin, toMin),
    blocks: lines
      .filter((l) => l.kind !== 'wait')
      .map((l) => ({
        kind: l.kind === 'work' || l.kind === 'meal' ? l.kind : ('other' as const),
        fromMin: l.startMin,
        toMin: l.endMin,
        title: l.title,
      })),
    hoursMin: Array.from({ length: (toMin - fromMin) / HOUR_MIN + 1 }, (_, i) => fromMin + i * HOUR_MIN),
  };
}

function lightOf(content: SheetContent, fromMin: number, toMin: number): SheetBand['light'] {
  const place = content.places.find((p) => p.name === content.sun?.place) ?? content.places[0];
  const at = place && sunPlaceOf(content, place);
  const sun = at && sunTimes(at);
  // Where the sun neither rises nor sets that day the band says nothing rather than something wrong.
  if (!sun || sun.riseMin === null || sun.setMin === null) return [];
  const edges: [number, BandLight][] = [
    [-Infinity, 'dark'],
    ...(sun.dawnMin === null ? [] : ([[sun.dawnMin, 'twilight']] as [number, BandLight][])),
    [sun.riseMin, 'low'],
    ...(sun.lowSunEndMin === null ? [] : ([[sun.lowSunEndMin, 'day']] as [number, BandLight][])),
    ...(sun.lowSunStartMin === null ? [] : ([[sun.lowSunStartMin, 'low']] as [number, BandLight][])),
    [sun.setMin, 'twilight'],
    ...(sun.duskMin === null ? [] : ([[sun.duskMin, 'dark']] as [number, BandLight][])),
  ];
  return edges
    .map(([at0, kind], i) => ({
      kind,
      fromMin: Math.max(fromMin, at0),
      toMin: Math.min(toMin, edges[i + 1]?.[0] ?? Infinity),
    }))
    .filter((s) => s.toMin > s.fromMin);
}
