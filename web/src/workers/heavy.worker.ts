import { expose } from 'comlink';
import {
  cutToFit,
  lateDays,
  lastMove,
  mendsOf,
  missShares,
  unitsOdds,
  whatToDrop,
  without,
  type Cut,
  type Drop,
  type LateDays,
  type LastMove,
  type Mended,
  type MissShares,
  type Odds,
  type OddsPart,
  type OrderContext,
  type OrderPlan,
} from '@kavrell/core/day';
import {
  exactField,
  lightField,
  lightsOf,
  readExactly,
  simplerPlan,
  type Exact,
  type Nearness,
  type Fallback,
  type LightPlan,
  type LightScene,
  type Settings,
} from '@kavrell/core/light';
import { packKit, type PackPlan, type Packed } from '@kavrell/core/kit';
import { paletteOf, type Swatch } from '@kavrell/core/look';
import type { ExpectedSheet, ReadPage } from '@kavrell/core/paper';
import { exactKeys, type LitSetup } from '@kavrell/core/productions';
import { peaksOf } from '@kavrell/core/scenes';
import { cleanSet, type CleanSetWish } from '@kavrell/core/sound';
import { readFountain, type ReadScript } from '@kavrell/core/script';
import { linesOf, type Contour } from './contour.ts';

/** Enough pixels for a palette: finer ones are the same colours again. */
const PALETTE_PX = 160;

async function drawn(bitmap: ImageBitmap, longestPx: number): Promise<OffscreenCanvas> {
  const scale = Math.min(1, longestPx / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  );
  const context = canvas.getContext('2d', { willReadFrequently: longestPx === PALETTE_PX });
  if (!context) throw new Error('This browser can’t draw pictures outside the page.');
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return canvas;
}

export interface ReadPicture {
  swatches: Swatch[];
  /** The picture made small enough to keep, as JPEG. */
  jpeg: Blob;
  widthPx: number;
  heightPx: number;
}

/** Enough for the corner marks of a page that fills the picture; finer ones only take longer. */
const PAPER_PX = 1700;
/** A page of a tick sheet as it was read, with the picture that it was read from. */
export interface PhotographedPage extends ReadPage {
  jpeg: Blob;
  width: number;
  height: number;
}

const work = {
  /** A picture’s palette, and the picture at most `longestPx` long, as JPEG. */
  async picture(file: Blob, colours: number, longestPx: number): Promise<ReadPicture> {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file);
    } catch {
      throw new Error('This can’t be read as a picture. Use JPEG, PNG or WebP.');
    }
    const small = await drawn(bitmap, PALETTE_PX);
    const context = small.getContext('2d');
    const pixels = context?.getImageData(0, 0, small.width, small.height).data ?? new Uint8ClampedArray();
    const swatches = paletteOf(pixels, colours);
    const kept = await drawn(bitmap, longestPx);
    bitmap.close();
    const jpeg = await kept.convertToBlob({ type: 'image/jpeg', quality: 0.86 });
    return { swatches, jpeg, widthPx: kept.width, heightPx: kept.height };
  },
  /** The ticks on a photograph of a page of a tick sheet, where they lie on it, and the photograph made small enough to show. */
  async tickPage(file: Blob, sheet: ExpectedSheet): Promise<PhotographedPage> {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file);
    } catch {
      throw new Error('This can’t be read as a picture. Use JPEG, PNG or WebP.');
    }
    const canvas = await drawn(bitmap, PAPER_PX);
    bitmap.close();
    const { width, height } = canvas;
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser can’t read pictures outside the page.');
    // Its code is fetched only where somebody photographs paper.
    const { readTickPage } = await import('@kavrell/core/paper');
    const { data } = context.getImageData(0, 0, width, height);
    const read = readTickPage({ data, width, height }, sheet);
    return { ...read, jpeg: await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.7 }), width, height };
  },
  /** The faces of a plan read by the light kernel. */
  exact(scene: LightScene, plan: LightPlan, settings: Settings, how: Nearness): Exact {
    return readExactly(scene, plan, settings, how);
  },
  /** The simplest light that still meets what is wanted in so many minutes. */
  simpler(...asked: Parameters<typeof simplerPlan>): Fallback | null {
    return simplerPlan(...asked);
  },
  /** The key sides that cameras are exposed for, by the light kernel. */
  keys(setups: readonly LitSetup[]): Map<string, number> {
    return exactKeys(setups);
  },
  /** A script read in pieces. */
  script(source: string): ReadScript {
    return readFountain(source);
  },
  /** Lines of equal light over a plan, whole stops apart, read quickly: while something is moved. */
  contours(scene: LightScene, widthM: number, depthM: number, heightM: number): Contour[] {
    return linesOf(lightField(lightsOf(scene), widthM, depthM, heightM));
  },
  /** The same by the light kernel; null where it does not know the plan. */
  exactContours(scene: LightScene, widthM: number, depthM: number, heightM: number): Contour[] | null {
    const field = exactField(scene, widthM, depthM, heightM);
    return field && linesOf(field);
  },
  /** Carriers that do not disturb each other, or null when none were found in the tries given. */
  cleanSet(wish: CleanSetWish): number[] | null {
    return cleanSet(wish);
  },
  odds(parts: readonly OddsPart[]): Odds {
    return unitsOdds(parts);
  },
  late(parts: readonly OddsPart[]): LateDays {
    return lateDays(parts);
  },
  miss(parts: readonly OddsPart[]): MissShares {
    return missShares(parts);
  },
  drop(parts: readonly OddsPart[], level: number): Drop {
    return whatToDrop(parts, level);
  },
  mends(plan: OrderPlan, ids: string[], before: OrderContext | null): Mended[] {
    return mendsOf(plan, ids, before);
  },
  cut(plan: OrderPlan, ids: string[], byMin: number, before: OrderContext | null): { cut: Cut; move: LastMove | null } {
    const cut = cutToFit(plan, ids, byMin, before, { musts: true });
    return { cut, move: lastMove(without(plan, new Set(cut.goIds)), cut.keptIds, byMin, before) };
  },
  /** Pieces into a vehicle, by a budget of milliseconds of a usual machine. */
  pack(plan: PackPlan): Packed {
    return packKit(plan);
  },
  peaks(channels: Float32Array[], steps: number): number[] {
    return peaksOf(channels, steps);
  },
};
export type Heavy = typeof work;
expose(work);
