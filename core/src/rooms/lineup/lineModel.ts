/** Samples a second of what is lined up: enough for speech and claps, a quarter of what is stored. */
export const LINE_RATE = 8000;
/** Frames of features a second, and bands in each. */
export const FEATURE_RATE = 100;
export const BANDS = 4;

/** A recording as it is lined up: its features whole, its sound read where it is looked at. */
export interface LineSource {
  /** Samples at `LINE_RATE`. */
  samples: number;
  /** `BANDS` to a frame, onsets against what is usual there. */
  features: Int8Array;
  /** Fills `into` from a sample on and answers how many there were. */
  read(from: number, into: Float32Array): number;
}

/** Why two recordings are not lined up. */
export const LINE_REFUSALS = ['silent', 'short', 'noCommonSound', 'ambiguous', 'unsteady', 'disagrees'] as const;
export type LineRefusal = (typeof LINE_REFUSALS)[number];
export const REFUSAL_WORDS: Readonly<Record<LineRefusal, string>> = {
  silent: 'one of them holds no sound',
  short: 'too little of both is there at once',
  noCommonSound: 'no common sound',
  ambiguous: 'the sound repeats: several places fit as well',
  unsteady: 'the sound is alike, but not of one moment: another performance',
  disagrees: 'it does not agree with the other recordings',
};

/** Why one recording is on no line. */
export const UNPLACED_WORDS: Readonly<Record<LineRefusal, string>> = {
  ...REFUSAL_WORDS,
  silent: 'it holds no sound',
  short: 'too little of it is there at once with another',
};

/** A window of both in which the same sound was looked for. */
export interface LineWindow {
  /** File time in a of its middle, s. */
  atS: number;
  /** File time in a less file time in b of the same sound, ms. */
  offsetMs: number;
  /** Height of its peak in standard deviations of what is beside it. */
  z: number;
  /** Whether the line goes through it. */
  fits: boolean;
}

/** How two recordings stand to each other. */
export interface LinePair {
  refused: LineRefusal | null;
  /** File time in a less file time in b of the same sound at `atS`, ms. */
  offsetMs: number | null;
  /** File time in a for which `offsetMs` is said: the middle of what both have. */
  atS: number | null;
  /** By how much b’s clock is faster than a’s, ppm; null where nothing is said. */
  driftPpm: number | null;
  /** ± of the offset at `atS`, ms, one standard deviation of the line through its windows. */
  errorMs: number | null;
  /** 0…1. */
  confidence: number;
  /** The best place that was not taken, as a share of the one that was. */
  runnerUp: number;
  windows: LineWindow[];
  /** All windows laid over each other, from `CURVE_S` before the place to as much after it: 0…100 of the highest. Empty where none were. */
  curve: number[];
}
/** How far around its place a pair’s curve goes, s, and in how many steps. */
export const CURVE_S = 0.25;
export const CURVE_STEPS = 161;

export const refusedPair = (
  refused: LineRefusal,
  windows: LineWindow[] = [],
  runnerUp = 0,
  curve: number[] = [],
): LinePair => ({
  ...{ refused, offsetMs: null, atS: null, driftPpm: null, errorMs: null, confidence: 0, runnerUp, windows, curve },
});
