import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { BOX_MM, tickPages } from '@kavrell/core/paper';

const DPI = 150;
const PX_PER_MM = DPI / 25.4;

/** The first page of a printed tick sheet with two boxes ticked by pen, photographed askew and not too brightly. */
export async function photographedPage(
  pdf: Buffer,
  { gotRow, droppedRow }: { gotRow: number; droppedRow: number },
): Promise<Buffer> {
  const dir = mkdtempSync(path.join(tmpdir(), 'kavrell-page-'));
  try {
    writeFileSync(path.join(dir, 'sheet.pdf'), pdf);
    execFileSync('pdftoppm', [
      '-r',
      String(DPI),
      '-l',
      '1',
      '-png',
      '-singlefile',
      path.join(dir, 'sheet.pdf'),
      path.join(dir, 'page'),
    ]);
    const page = sharp(readFileSync(path.join(dir, 'page.png')));
    const { width, height } = await page.metadata();
    // Where a box stands hangs on its row alone.
    const [first] = tickPages(Math.max(gotRow, droppedRow) + 1, '00000000', 'A4');
    const strokes = first!.boxes
      .filter((b) => (b.row === gotRow && b.mark === 'got') || (b.row === droppedRow && b.mark === 'dropped'))
      .map(({ xMm, yMm }) => {
        const [x, y, e] = [xMm * PX_PER_MM, yMm * PX_PER_MM, BOX_MM * PX_PER_MM];
        return `<path d="M${x + 0.1 * e} ${y + 0.5 * e} l${0.3 * e} ${0.35 * e} l${0.55 * e} ${-0.9 * e}" fill="none" stroke="#1b2b6b" stroke-width="4"/>`;
      });
    const pen = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${strokes.join('')}</svg>`;
    const ticked = await page
      .composite([{ input: Buffer.from(pen) }])
      .png()
      .toBuffer();
    return await sharp(ticked).rotate(5, { background: '#555' }).linear(0.7, 10).jpeg({ quality: 70 }).toBuffer();
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

/** A picture of nothing. */
export const greyPicture = (): Promise<Buffer> =>
  sharp({ create: { width: 600, height: 800, channels: 3, background: '#888888' } })
    .png()
    .toBuffer();
