import { exposureLadder, solveExposure } from '@kavrell/core/exposure';

/** The five that hang together, in the order most work in; one is left open and solved. */
export const OPENABLE = ['angleDeg', 'tStop', 'ei', 'ndStops', 'illuminanceLux'] as const;
export type Openable = (typeof OPENABLE)[number];

export interface Setting {
  illuminanceLux: number;
  fps: number;
  angleDeg: number;
  tStop: number;
  ei: number;
  ndStops: number;
  /** Diffusion, polariser, haze: what they take beside ND. */
  otherStops: number;
}

/** Fills in the open one. Throws `InputError` in words when it can’t be. Light too weak for no ND at all gives a negative ND: too dark. */
export function solved(s: Setting, open: Openable): Setting {
  if (open === 'ndStops') {
    const over = exposureLadder({ ...s, ndStops: 0 }).overStops;
    return { ...s, ndStops: over };
  }
  const { illuminanceLux, tStop, angleDeg, ei } = s;
  const known = { illuminanceLux, tStop, angleDeg, ei };
  const given = Object.fromEntries(Object.entries(known).filter(([k]) => k !== open));
  return { ...s, ...solveExposure(given, { fps: s.fps, ndStops: s.ndStops + s.otherStops }) };
}

/** A value as it stands in a field: whole from 400 on, else to two places. */
export const tidy = (v: number): string => String(v >= 400 ? Math.round(v) : Math.round(v * 100) / 100);
