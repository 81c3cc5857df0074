import pdfmake from 'pdfmake';
import type { Content, CustomTableLayout, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { FONTS, inFontsThatHaveIt } from './fonts.ts';

pdfmake.setFonts(FONTS);
// Documents are made of our own data only: nothing is fetched, no file but the fonts is read.
pdfmake.setUrlAccessPolicy((url: string) => url.startsWith('data:'));
const OUR_FONTS = new Set(Object.values(FONTS).flatMap((font) => Object.values(font)));
pdfmake.setLocalAccessPolicy((file: string) => OUR_FONTS.has(file));

export const INK = '#111111';
export const SOFT = '#555555';
export const HAIR = '#c8c8c8';

/** Hairlines between rows, none at the sides. */
export const rows: CustomTableLayout = {
  hLineWidth: (i, node) => (i === 0 || i === node.table.body.length ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => HAIR,
  paddingLeft: (i) => (i === 0 ? 0 : 6),
  paddingRight: () => 6,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

/** A heading of a part. */
export const heading = (text: string): Content => ({ text, bold: true, fontSize: 11, margin: [0, 12, 0, 3] });

/** A soft cell of a table's heading line. */
export const head = (
  text: string,
  alignment: 'left' | 'right' = 'left',
): { text: string; color: string; fontSize: number; alignment: 'left' | 'right' } => ({
  text,
  color: SOFT,
  fontSize: 8,
  alignment,
});

/** Renders a document, on A4 unless asked otherwise, with Kavrell's look and page numbers. */
export async function renderPdf(
  title: string,
  content: Content[],
  footer: string,
  { landscape = false, paper = 'A4' }: { landscape?: boolean; paper?: 'A4' | 'LETTER' } = {},
): Promise<Buffer> {
  return (await counted({ title, content, footer, landscape, paper })).pdf;
}

export interface Layout {
  content: Content[];
  /** Size of plain text, points. */
  fontSize?: number;
}

/** Tries one layout after the other, the roomiest first, until one fits into `pages`; the last one is taken as it comes. */
export async function renderWithin(
  pages: number,
  title: string,
  tries: readonly (() => Layout)[],
  footer: string,
  { landscape = false, paper = 'A4' }: { landscape?: boolean; paper?: 'A4' | 'LETTER' } = {},
): Promise<Buffer> {
  let last: Buffer | null = null;
  for (const layout of tries) {
    const { content, fontSize } = layout();
    const made = await counted({
      title,
      content,
      footer,
      landscape,
      paper,
      ...(fontSize === undefined ? {} : { fontSize }),
    });
    if (made.pages <= pages) return made.pdf;
    last = made.pdf;
  }
  if (!last) throw new Error('A document needs one layout at least.');
  return last;
}

/** What a paper says of letters that it shows as boxes. */
const noFontFor = (boxes: readonly string[]): string =>
  boxes.length === 0
    ? ''
    : `${boxes.length === 1 ? 'One letter stands as a box' : `${boxes.length} letters stand as boxes`}: this paper has no font for them. In Kavrell they can be read.`;

async function counted({
  title,
  content,
  footer,
  landscape,
  paper,
  fontSize = 9,
}: {
  title: string;
  content: Content[];
  footer: string;
  landscape: boolean;
  paper: 'A4' | 'LETTER';
  fontSize?: number;
}): Promise<{ pdf: Buffer; pages: number }> {
  let count = 0;
  const set = inFontsThatHaveIt(content);
  const foot = inFontsThatHaveIt([footer, noFontFor(set.boxes)].filter((words) => words !== ''));
  const definition: TDocumentDefinitions = {
    pageSize: paper,
    pageOrientation: landscape ? 'landscape' : 'portrait',
    pageMargins: [36, 36, 36, 40],
    info: { title, creator: 'Kavrell', producer: 'Kavrell' },
    defaultStyle: { font: 'Text', fontSize, color: INK, lineHeight: 1.12 },
    content: set.content,
    footer: (page, pages) => {
      count = pages;
      return {
        margin: [36, 12, 36, 0],
        fontSize: 7.5,
        color: SOFT,
        columns: [
          { width: '*', stack: foot.content },
          { width: 60, text: `Page ${page} of ${pages}`, alignment: 'right' },
        ],
      };
    },
  };
  const pdf = await pdfmake.createPdf(definition).getBuffer();
  return { pdf, pages: count };
}

/** Renders pages on which everything has a place of its own, to the edge of the paper: no margins, no footer. */
export const renderPlaced = (title: string, content: Content[], paper: 'A4' | 'LETTER'): Promise<Buffer> =>
  pdfmake
    .createPdf({
      pageSize: paper,
      pageMargins: 0,
      info: { title, creator: 'Kavrell', producer: 'Kavrell' },
      defaultStyle: { font: 'Text', fontSize: 9, color: INK, lineHeight: 1.12 },
      content: inFontsThatHaveIt(content).content,
    })
    .getBuffer();

/** Reads the fonts before anybody waits for them: the first document then takes as long as the next. */
export const warmPdf = (): Promise<Buffer> => renderPdf('Warm', [{ text: 'Kavrell', bold: true }], '');
