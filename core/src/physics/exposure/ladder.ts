import { illuminanceFor, shutterSeconds } from './illuminance.ts';

/** One rung: what takes light on its way to the sensor, or asks for more of it, in stops; minus takes. */
export interface Rung {
  key: 'rate' | 'shutter' | 'stop' | 'filters' | 'ei';
  words: string;
  stops: number;
}

export interface LadderInput {
  illuminanceLux: number;
  fps: number;
  angleDeg: number;
  tStop: number;
  ei: number;
  ndStops: number;
  /** Stops that diffusion, polariser and haze take beside ND. */
  otherStops: number;
}

export interface Ladder {
  rungs: Rung[];
  /** Light at the face over what this setting asks for, in stops: 0 is right, minus too dark. */
  overStops: number;
  /** Light that the setting asks for, lux. */
  askedLux: number;
}

/** What the ladder is drawn against: rates and stops most people carry in their heads. */
const BASE = { fps: 25, angleDeg: 180, tStop: 2.8, ei: 800 } as const;
const rate = (v: number) => (Number.isInteger(v) ? String(v) : v.toFixed(3));

/**
 * The stops from the scene’s light to the sensor, in the order operators choose: frame rate, shutter, stop, filters, EI; each against 25 fps,
 * 180°, T2.8, no filter, EI 800. Their sum plus the light’s own distance from that base is `overStops`. Source: ISO 2720, incident form.
 */
export function exposureLadder(i: LadderInput): Ladder {
  const base = illuminanceFor(BASE.tStop, BASE.ei, shutterSeconds(BASE.angleDeg, BASE.fps));
  const asked = illuminanceFor(i.tStop, i.ei, shutterSeconds(i.angleDeg, i.fps)) * 2 ** (i.ndStops + i.otherStops);
  const filters = i.ndStops + i.otherStops;
  const rungs: Rung[] = [
    { key: 'rate', words: `${rate(i.fps)} frames a second`, stops: Math.log2(BASE.fps / i.fps) },
    {
      key: 'shutter',
      words: `${rate(Math.round(i.angleDeg * 10) / 10)}°`,
      stops: Math.log2(i.angleDeg / BASE.angleDeg),
    },
    { key: 'stop', words: `T\u00a0${i.tStop.toFixed(1)}`, stops: 2 * Math.log2(BASE.tStop / i.tStop) },
    { key: 'filters', words: filters === 0 ? 'no filter' : 'filters', stops: -filters },
    { key: 'ei', words: `EI\u00a0${Math.round(i.ei)}`, stops: Math.log2(i.ei / BASE.ei) },
  ];
  const light = Math.log2(i.illuminanceLux / base);
  return { rungs, overStops: light + rungs.reduce((t, r) => t + r.stops, 0), askedLux: asked };
}

export interface EiPrice {
  /** The native EI it is measured from. */
  nativeEi: number;
  /** Stops above native: noise. Below: minus, highlights are lost that much earlier. */
  stops: number;
  words: string;
}

/** What an EI costs from the nearest native one at or below it (dual-native bodies have two); under the lowest it costs highlights. */
export function eiPrice(ei: number, nativeEis: readonly number[]): EiPrice {
  const sorted = [...nativeEis].sort((a, b) => a - b);
  // A third of a stop under a native EI it is that one that serves.
  const nativeEi = sorted.findLast((n) => n <= ei * 1.26) ?? sorted[0] ?? ei;
  const stops = Math.log2(ei / nativeEi);
  const said = `${Math.abs(stops).toFixed(1)}\u00a0stops`;
  const words =
    Math.abs(stops) < 0.05
      ? `native EI\u00a0${nativeEi}`
      : stops > 0
        ? `${said} over native ${nativeEi}: more noise`
        : `${said} under native ${nativeEi}: highlights go ${said} earlier`;
  return { nativeEi, stops, words };
}

/** Common ND filters, stops. */
export const ND_STOPS = [0, 1, 2, 3, 4, 5, 6, 7, 8, 10] as const;
const STRONGEST_ND = Math.max(...ND_STOPS);
/** The weakest ND of the bag that leaves a third of a stop over at most; beyond the strongest, filters behind each other. */
export const ndFor = (stops: number): number =>
  stops <= 1 / 3 ? 0 : (ND_STOPS.find((n) => n >= stops - 1 / 3 - 1e-9) ?? STRONGEST_ND + ndFor(stops - STRONGEST_ND));
