import { LINE_RATE, refusedPair, type LinePair, type LineSource } from './lineModel.ts';

/** Sound is looked at in steps so long, samples: 5 ms. */
const STEP = LINE_RATE / 200;
const STEP_S = STEP / LINE_RATE;
/** A clap stands this far over what was before it, and falls by so much within so many steps. */
const OVER_DB = 22;
const FALL_DB = 12;
const FALL_STEPS = 40;
const BEFORE_STEPS = 80;
/** A slate’s tone: 1 kHz, as long as one frame of any usual rate. */
const BEEP_HZ = 1000;
const BEEP_STEPS: readonly [number, number] = [3, 13];
const BEEP_SHARE = 0.75;
/** The one clap of a take stands this far over the next. */
const ALONE_DB = 5;
const FLOOR = 1e-10;
const BLOCK = STEP * 2000;
/** A clap says where two stand to a few milliseconds; sound’s way through the air comes to that. */
const ERROR_MS = 3;
/** One event agrees with anything: it is believed less than a minute of sound. */
const CONFIDENCE = { clap: 0.45, beep: 0.6 } as const;

/** One sharp sound, as a slate makes it. */
export interface Clap {
  kind: 'clap' | 'beep';
  atS: number;
  /** Over what was before it, dB. */
  overDb: number;
}

/**
 * Claps and slate tones in a recording, the loudest over what was before them first, eight at most: something sharp out of something soft that is soon over, or one frame of 1 kHz.
 * Reads the sound once, block by block.
 */
export function findClaps(source: LineSource): Clap[] {
  const steps = Math.floor(source.samples / STEP);
  const levels = new Float32Array(steps);
  const tones = new Float32Array(steps);
  const block = new Float32Array(BLOCK);
  const turn = 2 * Math.cos((2 * Math.PI * BEEP_HZ) / LINE_RATE);
  for (let from = 0; from < steps * STEP; from += BLOCK) {
    const got = source.read(from, block);
    for (let at = 0; at + STEP <= got; at += STEP) {
      let power = 0;
      let [s1, s2] = [0, 0];
      for (let i = at; i < at + STEP; i += 1) {
        const x = block[i] as number;
        power += x * x;
        [s2, s1] = [s1, x + turn * s1 - s2];
      }
      const step = (from + at) / STEP;
      levels[step] = 10 * Math.log10(power / STEP + FLOOR);
      // Goertzel: the share of the power that is at 1 kHz.
      const tone = (s1 * s1 + s2 * s2 - turn * s1 * s2) / (STEP / 2);
      tones[step] = tone / (power + FLOOR * STEP);
    }
  }
  const found: Clap[] = [];
  for (let i = BEFORE_STEPS; i < steps; i += 1) {
    const before = highest(levels, i - BEFORE_STEPS, i - 1);
    const overDb = (levels[i] as number) - before;
    if (overDb < OVER_DB) continue;
    const beep = lengthOfTone(tones, i);
    const isBeep = beep >= BEEP_STEPS[0] && beep <= BEEP_STEPS[1];
    const after = Math.min(steps - 1, i + FALL_STEPS);
    const peak = highest(levels, i, i + 3);
    if (isBeep || (levels[after] as number) < peak - FALL_DB)
      found.push({ kind: isBeep ? 'beep' : 'clap', atS: i * STEP_S, overDb });
    i += FALL_STEPS;
  }
  return found.sort((x, y) => y.overDb - x.overDb).slice(0, 8);
}

const highest = (levels: Float32Array, from: number, to: number): number => {
  let most = -Infinity;
  for (let i = Math.max(0, from); i <= Math.min(levels.length - 1, to); i += 1)
    most = Math.max(most, levels[i] as number);
  return most;
};
/** Steps in a row that are a tone, from one on (the first may begin in its middle). */
function lengthOfTone(tones: Float32Array, from: number): number {
  let at = (tones[from] as number) >= BEEP_SHARE ? from : from + 1;
  const first = at;
  while (at < tones.length && (tones[at] as number) >= BEEP_SHARE) at += 1;
  return at - first;
}

/** The one clap of a recording; null where it has none, or several that could be it. A tone is taken before any clap. */
export function theClap(claps: readonly Clap[]): Clap | null {
  const beeps = claps.filter((c) => c.kind === 'beep');
  const [first, second] = beeps.length > 0 ? beeps : claps;
  return first && (!second || second.overDb <= first.overDb - ALONE_DB) ? first : null;
}

/** Two recordings laid together by the one clap that each has; refused where either has none. */
export function pairByClap(a: readonly Clap[], b: readonly Clap[]): LinePair {
  const [x, y] = [theClap(a), theClap(b)];
  if (!x || !y || x.kind !== y.kind) return refusedPair('noCommonSound');
  return {
    ...{ refused: null, offsetMs: (x.atS - y.atS) * 1000, atS: x.atS, driftPpm: 0, errorMs: ERROR_MS },
    ...{ confidence: CONFIDENCE[x.kind], runnerUp: 0, windows: [], curve: [] },
  };
}
