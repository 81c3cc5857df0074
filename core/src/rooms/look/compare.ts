import type { Palette, Swatch } from './model.ts';
import { deltaEOk, oklabOf, type Oklab } from './oklab.ts';

const weights = (swatches: readonly Swatch[]): number[] => {
  const sum = swatches.reduce((t, s) => t + s.share, 0);
  return swatches.map((s) => (sum > 0 ? s.share / sum : 1 / swatches.length));
};

/**
 * How far one palette is from another, ΔE OK: each colour to its nearest in the other, weighed by its share, the mean
 * of both ways. 0 for the same colours; null when one of them is empty.
 */
export function paletteDistance(one: readonly Swatch[], other: readonly Swatch[]): number | null {
  if (one.length === 0 || other.length === 0) return null;
  const labs = (list: readonly Swatch[]) => list.map((s) => oklabOf(s.hex));
  const [a, b] = [labs(one), labs(other)];
  const oneWay = (from: readonly Oklab[], to: readonly Oklab[], by: readonly number[]) =>
    from.reduce((t, lab, i) => t + (by[i] ?? 0) * Math.min(...to.map((x) => deltaEOk(lab, x))), 0);
  return (oneWay(a, b, weights(one)) + oneWay(b, a, weights(other))) / 2;
}

/** From here on two neighbouring scenes look like different films. */
export const DRIFT_DELTA_E = 8;
/** A costume closer than this to the set behind it melts into it. */
export const MELT_DELTA_E = 6;
/** A costume or set whose every look colour is farther than this stands against the look. */
export const CLASH_DELTA_E = 16;

export interface SceneLook {
  sceneId: string;
  swatches: Swatch[];
  /** From the scene before that has a palette; null for the first or where there is none. */
  driftDeltaE: number | null;
  /** A new story state may well look different. */
  wanted: boolean;
}

type SceneState = { id: string; storyState: string };

const boundTo = (palettes: readonly Palette[], scene: SceneState, role: Palette['role']) =>
  palettes.filter(
    (p) =>
      p.role === role &&
      p.swatches.length > 0 &&
      (p.sceneIds.includes(scene.id) || (p.storyState !== '' && p.storyState === scene.storyState)),
  );

/** The look of every scene in story order, with how far it drifts from the one before. */
export function lookStrip(scenes: readonly SceneState[], palettes: readonly Palette[]): SceneLook[] {
  let before: { swatches: Swatch[]; storyState: string } | null = null;
  return scenes.map((scene): SceneLook => {
    const swatches = boundTo(palettes, scene, 'look').flatMap((p) => p.swatches);
    if (swatches.length === 0) return { sceneId: scene.id, swatches, driftDeltaE: null, wanted: false };
    const driftDeltaE = before ? paletteDistance(before.swatches, swatches) : null;
    const wanted = before !== null && before.storyState !== scene.storyState;
    before = { swatches, storyState: scene.storyState };
    return { sceneId: scene.id, swatches, driftDeltaE, wanted };
  });
}

export interface Clash {
  sceneId: string;
  kind: 'melts' | 'against';
  one: { paletteId: string; hex: string };
  other: { paletteId: string; hex: string };
  deltaE: number;
}

/**
 * Where costume, set and look quarrel in a scene: a costume colour that melts into the set behind it (ΔE OK below 6),
 * and a costume or set colour with no kin in the look (nearest above 16).
 */
export function clashes(scenes: readonly SceneState[], palettes: readonly Palette[]): Clash[] {
  return scenes.flatMap((scene) => {
    const [looks, costumes, sets] = (['look', 'costume', 'set'] as const).map((role) =>
      boundTo(palettes, scene, role),
    ) as [Palette[], Palette[], Palette[]];
    const found: Clash[] = [];
    for (const costume of costumes)
      for (const worn of costume.swatches)
        for (const set of sets)
          for (const wall of set.swatches) {
            const deltaE = deltaEOk(oklabOf(worn.hex), oklabOf(wall.hex));
            if (deltaE < MELT_DELTA_E)
              found.push({
                sceneId: scene.id,
                kind: 'melts',
                one: { paletteId: costume.id, hex: worn.hex },
                other: { paletteId: set.id, hex: wall.hex },
                deltaE,
              });
          }
    const wanted = looks.flatMap((p) => p.swatches.map((s) => ({ paletteId: p.id, hex: s.hex })));
    if (wanted.length === 0) return found;
    for (const palette of [...costumes, ...sets])
      for (const { hex } of palette.swatches) {
        const lab = oklabOf(hex);
        const near = wanted
          .map((w) => ({ ...w, deltaE: deltaEOk(lab, oklabOf(w.hex)) }))
          .reduce((best, w) => (w.deltaE < best.deltaE ? w : best));
        if (near.deltaE > CLASH_DELTA_E)
          found.push({
            sceneId: scene.id,
            kind: 'against',
            one: { paletteId: palette.id, hex },
            other: { paletteId: near.paletteId, hex: near.hex },
            deltaE: near.deltaE,
          });
      }
    return found;
  });
}
