import { hexOfLch, oklchOf, type Oklch } from './oklab.ts';

/** Hues of skin of all tones in OKLCH, degrees: from the rosy to the golden. Chroma is low to middling, so only the hue is kept clear of. */
export const SKIN_HUES = { from: 20, to: 85 } as const;

export interface KeyScreenInput {
  /** Colours in the picture that must not be cut out: costume, props, graphics, brand, as `#rrggbb`. */
  colours: readonly string[];
  /** Whether a person stands in the keyed layer. */
  person: boolean;
}

export interface KeyCandidate {
  hex: string;
  hueDeg: number;
  /** Least distance in hue from anything that must stay, degrees. */
  clearDeg: number;
  /** What that is. */
  nearest: string;
  /** What the screen’s own light does to faces and edges, in words. */
  spill: string;
}

export interface KeyAdvice {
  best: KeyCandidate;
  runnerUp: KeyCandidate;
  /** Whether even the best is too near something to be cut cleanly. */
  risky: boolean;
  words: string;
}

/** Greys have no hue to keep clear of. */
const LEAST_CHROMA = 0.04;
/** Below this distance in hue an edge of the picture is cut out with the screen. */
export const LEAST_CLEAR_DEG = 40;
/** Two screens this near to each other are the same choice. */
const APART_DEG = 40;
/** Lightness and chroma of a paint that a camera sees strongly. */
const SCREEN: Pick<Oklch, 'l' | 'c'> = { l: 0.62, c: 0.19 };

const arc = (a: number, b: number) => Math.min(Math.abs(a - b) % 360, 360 - (Math.abs(a - b) % 360));

/** Distance to the skin range: 0 inside it. */
function toSkin(hue: number): number {
  if (hue >= SKIN_HUES.from && hue <= SKIN_HUES.to) return 0;
  return Math.min(arc(hue, SKIN_HUES.from), arc(hue, SKIN_HUES.to));
}

/** A hue’s everyday name. */
export function hueName(hueDeg: number): string {
  const names: readonly (readonly [number, string])[] = [
    [15, 'pink-red'],
    [45, 'red-orange'],
    [80, 'orange'],
    [115, 'yellow'],
    [135, 'yellow-green'],
    [165, 'green'],
    [210, 'blue-green'],
    [245, 'sky blue'],
    [285, 'blue'],
    [315, 'violet'],
    [345, 'magenta'],
  ];
  return names.find(([to]) => hueDeg < to)?.[1] ?? 'pink-red';
}

function spillOf(hueDeg: number, person: boolean): string {
  if (!person)
    return 'No person in the layer: spill shows on shiny edges only; stand things 2 m or more from the screen.';
  const skin = toSkin(hueDeg);
  if (skin < LEAST_CLEAR_DEG)
    return 'Spill on faces looks like skin and can’t be taken out again: not with a person in the layer.';
  if (hueDeg >= 120 && hueDeg < 175)
    return 'Bright green light spills far and makes skin look ill: 2 m or more of distance, and a black flag at each side.';
  if (hueDeg >= 230 && hueDeg < 300)
    return 'Blue spills less but is darker and noisier in the camera: light it one stop more than a green one.';
  return 'Spill tints hair and shoulders: 2 m or more of distance, and a backlight of the new background’s colour.';
}

/**
 * The screen colour whose hue lies farthest, in OKLCH, from everything that must stay: given colours and, with a person
 * in the layer, the range of skin. Also the best one that is a truly different choice. All 360 whole degrees are tried.
 */
export function keyScreen({ colours, person }: KeyScreenInput): KeyAdvice {
  const keep = colours.map((hex) => ({ hex, lch: oklchOf(hex) })).filter((k) => k.lch.c >= LEAST_CHROMA);
  const candidates = Array.from({ length: 360 }, (_, hueDeg): KeyCandidate => {
    let clearDeg = 180;
    let nearest = 'nothing';
    for (const { hex, lch } of keep) {
      const d = arc(hueDeg, lch.h);
      if (d < clearDeg) {
        clearDeg = d;
        nearest = hex;
      }
    }
    if (person && toSkin(hueDeg) < clearDeg) {
      clearDeg = toSkin(hueDeg);
      nearest = 'skin';
    }
    return { hex: hexOfLch({ ...SCREEN, h: hueDeg }), hueDeg, clearDeg, nearest, spill: spillOf(hueDeg, person) };
  });
  const better = (a: KeyCandidate, b: KeyCandidate) => (b.clearDeg > a.clearDeg ? b : a);
  const best = candidates.reduce(better);
  const runnerUp = candidates.filter((c) => arc(c.hueDeg, best.hueDeg) >= APART_DEG).reduce(better);
  const risky = best.clearDeg < LEAST_CLEAR_DEG;
  const from = (c: KeyCandidate) => `${Math.round(c.clearDeg)}° from ${c.nearest}`;
  return {
    best,
    runnerUp,
    risky,
    words: risky
      ? `No screen is clear: even ${hueName(best.hueDeg)} is only ${from(best)}. Change a costume or a graphic, or key by light or depth instead.`
      : `${hueName(best.hueDeg)}: ${from(best)}. Next best ${hueName(runnerUp.hueDeg)}: ${from(runnerUp)}.`,
  };
}
