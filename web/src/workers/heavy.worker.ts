import { expose } from 'comlink';
import { paletteOf, type Swatch } from '@kavrell/core/look';
import { peaksOf } from '@kavrell/core/scenes';
import { readFountain, type ReadScript } from '@kavrell/core/script';

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
  /** A script read in pieces. */
  script(source: string): ReadScript {
    return readFountain(source);
  },
  peaks(channels: Float32Array[], steps: number): number[] {
    return peaksOf(channels, steps);
  },
};
export type Heavy = typeof work;
expose(work);
