import { createRequire } from 'node:module';
import path from 'node:path';
import pdfmake from 'pdfmake';
import type { Content, CustomTableLayout, TDocumentDefinitions } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
const font = (family: string, weight: number) =>
  path.join(
    path.dirname(require.resolve(`@fontsource/${family}/package.json`)),
    'files',
    `${family}-latin-${weight}-normal.woff`,
  );

pdfmake.setFonts({
  Text: {
    normal: font('atkinson-hyperlegible-next', 400),
    bold: font('atkinson-hyperlegible-next', 700),
    italics: font('atkinson-hyperlegible-next', 400),
    bolditalics: font('atkinson-hyperlegible-next', 700),
  },
  Mono: {
    normal: font('atkinson-hyperlegible-mono', 400),
    bold: font('atkinson-hyperlegible-mono', 700),
    italics: font('atkinson-hyperlegible-mono', 400),
    bolditalics: font('atkinson-hyperlegible-mono', 700),
  },
});
// Documents are made of our own data only: nothing is fetched, no file but the fonts is read.
pdfmake.setUrlAccessPolicy((url: string) => url.startsWith('data:'));
pdfmake.setLocalAccessPolicy((file: string) => file.includes('atkinson-hyperlegible'));

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
  const definition: TDocumentDefinitions = {
    pageSize: paper,
    pageOrientation: landscape ? 'landscape' : 'portrait',
    pageMargins: [36, 36, 36, 40],
    info: { title, creator: 'Kavrell', producer: 'Kavrell' },
    defaultStyle: { font: 'Text', fontSize, color: INK, lineHeight: 1.12 },
    content,
    footer: (page, pages) => {
      count = pages;
      return {
        margin: [36, 12, 36, 0],
        fontSize: 7.5,
        color: SOFT,
        columns: [
          { width: '*', text: footer },
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
      content,
    })
    .getBuffer();

/** Reads the fonts before anybody waits for them: the first document then takes as long as the next. */
export const warmPdf = (): Promise<Buffer> => renderPdf('Warm', [{ text: 'Kavrell', bold: true }], '');
