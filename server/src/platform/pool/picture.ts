import { rename } from 'node:fs/promises';
import sharp from 'sharp';
import type { PictureFacts } from './work.ts';

/** More than any still camera gives; a picture of this size takes about 300 MB while it is decoded line by line. */
const MOST_PIXELS = 120_000_000;
/** Enough for a page of paper at 200 dots an inch. */
const SMALL_PX = 1600;

sharp.concurrency(1);
sharp.cache(false);

/** Decodes a picture whole, turned as its camera held it, and writes a small JPEG of it. Throws in words when it is broken or too large. */
export async function makeSmall(file: string, small: string): Promise<PictureFacts> {
  const part = `${small}.part`;
  try {
    const picture = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'truncated', sequentialRead: true });
    const { width, height } = await picture.metadata();
    await picture
      .rotate()
      .resize(SMALL_PX, SMALL_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toFile(part);
    await rename(part, small);
    return { widthPx: width, heightPx: height };
  } catch (error) {
    const words = error instanceof Error ? error.message : '';
    throw new Error(
      /pixel limit/.test(words)
        ? `This picture has more than ${MOST_PIXELS / 1e6} million pixels. Nothing was stored: save it smaller and drop it again.`
        : 'This picture is broken: it can’t be decoded to its end. Nothing was stored; save it anew and drop it again.',
      { cause: error },
    );
  }
}
