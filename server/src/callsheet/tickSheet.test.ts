import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  PAGE_MM,
  readTickPage,
  rowsOnPage,
  sheetTag,
  tickPages,
  type Paper,
  type Photograph,
} from '@kavrell/core/paper';
import { sampled } from '@kavrell/core/testing';
import { nothingShot, sheetOf, tickLines } from '@kavrell/core/productions';
import { ninthBell } from '@kavrell/demo';
import { pdfText } from '../testing/harness.ts';
import { tickSheet } from './tickSheet.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const plan = ninthBell(newId, '/media');
const rows = { ...plan, ...nothingShot() };
const day = rows.days[0]!;
const { lines } = tickLines(rows.frozenSheets, day, sheetOf(rows, day));
const DPI = 150;
const PX_PER_MM = DPI / 25.4;
let dir: string;

beforeAll(() => (dir = mkdtempSync(path.join(tmpdir(), 'kavrell-paper-'))));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

/** A page of the PDF as a picture, its boxes ticked by pen. */
async function onPaper(paper: Paper, page: number, ticked: readonly string[]): Promise<Buffer> {
  const pdf = path.join(dir, `${paper}.pdf`);
  writeFileSync(pdf, await tickSheet(rows, day, paper));
  const from = String(page + 1);
  execFileSync('pdftoppm', [
    '-r',
    String(DPI),
    '-f',
    from,
    '-l',
    from,
    '-png',
    '-singlefile',
    pdf,
    path.join(dir, 'page'),
  ]);
  const tag = sheetTag(rows.production.id, day.id, lines, paper);
  const layout = tickPages(lines.length, tag, paper)[page]!;
  const strokes = layout.boxes
    .filter((b) => ticked.includes(`${b.row} ${b.mark}`))
    .map(({ xMm, yMm }) => {
      const [x, y, e] = [xMm * PX_PER_MM, yMm * PX_PER_MM, 6 * PX_PER_MM];
      return `<path d="M${x + 0.1 * e} ${y + 0.5 * e} l${0.3 * e} ${0.35 * e} l${0.55 * e} ${-0.9 * e}" fill="none" stroke="#1b2b6b" stroke-width="4"/>`;
    });
  const { widthMm, heightMm } = PAGE_MM[paper];
  const [width, height] = [Math.floor(widthMm * PX_PER_MM), Math.floor(heightMm * PX_PER_MM)];
  return sharp(readFileSync(path.join(dir, 'page.png')))
    .composite([
      {
        input: Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${strokes.join('')}</svg>`,
        ),
      },
    ])
    .png()
    .toBuffer();
}

async function pixels(picture: Sharp): Promise<Photograph> {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data: new Uint8ClampedArray(data), width: info.width, height: info.height };
}
const expected = (paper: Paper) => ({
  tag: sheetTag(rows.production.id, day.id, lines, paper),
  rows: lines.length,
  paper,
});
const read = (photo: Photograph, paper: Paper) =>
  readTickPage(photo, expected(paper))
    .boxes.filter((b) => b.state !== 'empty')
    .map((b) => `${b.row} ${b.mark} ${b.state}`);

describe('a tick sheet, printed and photographed', () => {
  it('has a page for as many shots as fit, and says what it is', async () => {
    const pdf = await tickSheet(rows, day, 'A4');
    expect(pdf.subarray(0, 4).toString()).toBe('%PDF');
    const text = pdfText(pdf);
    expect(text).toContain(rows.production.title);
    expect(text).toContain('tick sheet, draft');
    for (const l of lines) expect(text).toContain(l.code);
    expect(text.split('\f').filter((p) => p.trim() !== '')).toHaveLength(Math.ceil(lines.length / rowsOnPage('A4')));
  });
  it.each(sampled<Paper[]>(['A4', 'LETTER'], ['LETTER']))(
    'on %s: read as it was ticked, turned, dimmed and noisy',
    async (paper) => {
      const paged = await onPaper(paper, 0, ['0 got', '2 dropped', '5 got']);
      const wanted = ['0 got ticked', '2 dropped ticked', '5 got ticked'];
      expect(read(await pixels(sharp(paged)), paper)).toEqual(wanted);
      const turned = await sharp(paged).rotate(7, { background: '#555' }).toBuffer();
      const dim = sharp(turned)
        .linear(0.55, 12)
        .blur(0.8)
        .affine(
          [
            [1, 0.04],
            [0.02, 1],
          ],
          { background: '#444' },
        );
      expect(read(await pixels(dim), paper)).toEqual(wanted);
      const jpeg = await sharp(await sharp(paged).rotate(180).toBuffer())
        .jpeg({ quality: 45 })
        .toBuffer();
      expect(read(await pixels(sharp(jpeg)), paper)).toEqual(wanted);
    },
  );
  it('of another day is refused', async () => {
    const paged = await onPaper('A4', 0, []);
    const photo = await pixels(sharp(paged));
    const other = { ...expected('A4'), tag: sheetTag(rows.production.id, newId(), lines, 'A4') };
    expect(() => readTickPage(photo, other)).toThrow('another sheet');
  });
});
