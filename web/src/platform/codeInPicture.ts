/** Wider pictures are made smaller: a code that fills a tenth of this is read. */
const WIDEST_PX = 1600;

/** The text of a QR code in a picture; null when none is found, or when it is no picture. */
export async function codeInPicture(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, WIDEST_PX / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const pen = new OffscreenCanvas(width, height).getContext('2d');
  if (!pen) return null;
  pen.drawImage(picture, 0, 0, width, height);
  const { default: jsQr } = await import('jsqr');
  return jsQr(pen.getImageData(0, 0, width, height).data, width, height)?.data ?? null;
}
