/** What a tick sheet has of each line: its row code, and what stands beside it. */
export interface TickRow {
  code: string;
  name: string;
  words: string;
}

export type TickMark = 'got' | 'dropped';

/** A square to be ticked, millimetres from the page’s top left corner. */
export interface TickBox {
  row: number;
  mark: TickMark;
  xMm: number;
  yMm: number;
}

/** A corner mark: a code that says which sheet, page and corner it is. */
export interface CornerMark {
  corner: Corner;
  text: string;
  xMm: number;
  yMm: number;
}

export interface TickPage {
  page: number;
  marks: CornerMark[];
  boxes: TickBox[];
  /** Rows of this page: index in the sheet, and where its words stand. */
  lines: { row: number; yMm: number }[];
}

export const CORNERS = ['tl', 'tr', 'bl', 'br'] as const;
export type Corner = (typeof CORNERS)[number];

export const PAGE_MM = { A4: { widthMm: 210, heightMm: 297 }, LETTER: { widthMm: 215.9, heightMm: 279.4 } } as const;
export type Paper = keyof typeof PAGE_MM;

/** Edge of a corner mark and of a box, mm; printers leave no less margin than this. */
export const MARK_MM = 22;
export const BOX_MM = 6;
const MARGIN_MM = 10;
const ROW_MM = 8;
/** Boxes of a line: got, dropped. */
export const BOX_X_MM: Readonly<Record<TickMark, number>> = { got: 14, dropped: 26 };
export const WORDS_X_MM = 38;
/** From the page’s top to the first line, and kept free below the last. */
const HEAD_MM = MARGIN_MM + MARK_MM + 6;
const FOOT_MM = MARGIN_MM + MARK_MM + 4;

const FNV_PRIME = 16777619;
const FNV_START = 2166136261;

/** What tells a sheet from every other: its production, its day and its row codes. Source: FNV-1a, 32 bits. */
export function sheetTag(
  productionId: string,
  dayId: string,
  rows: readonly Pick<TickRow, 'code'>[],
  paper: Paper,
): string {
  let hash = FNV_START;
  for (const char of `${productionId}|${dayId}|${paper}|${rows.map((r) => r.code).join(' ')}`)
    hash = Math.imul(hash ^ char.codePointAt(0)!, FNV_PRIME) >>> 0;
  return hash.toString(16).padStart(8, '0');
}

export const rowsOnPage = (paper: Paper): number => Math.floor((PAGE_MM[paper].heightMm - HEAD_MM - FOOT_MM) / ROW_MM);

/** Short and in capitals: the smallest code there is, whose pieces are large on a picture. */
export const markText = (tag: string, page: number, corner: Corner): string =>
  `KV1 ${tag} ${page} ${corner}`.toUpperCase();
/** What a corner mark says; null for any other code. */
export function readMark(text: string): { tag: string; page: number; corner: Corner } | null {
  const match = /^KV1 ([0-9A-F]{8}) (\d{1,2}) (TL|TR|BL|BR)$/.exec(text);
  return match
    ? { tag: match[1]!.toLowerCase(), page: Number(match[2]), corner: match[3]!.toLowerCase() as Corner }
    : null;
}

/** Where a corner mark stands on its page, mm. */
export function markAt(paper: Paper, corner: Corner): { xMm: number; yMm: number } {
  const { widthMm, heightMm } = PAGE_MM[paper];
  const far = MARGIN_MM + MARK_MM;
  return {
    xMm: corner.endsWith('l') ? MARGIN_MM : widthMm - far,
    yMm: corner.startsWith('t') ? MARGIN_MM : heightMm - far,
  };
}

/** The pages of a tick sheet: drawn by these figures, and read back by the same. */
export function tickPages(count: number, tag: string, paper: Paper): TickPage[] {
  const perPage = rowsOnPage(paper);
  return Array.from({ length: Math.max(1, Math.ceil(count / perPage)) }, (_, page) => {
    const lines = Array.from({ length: Math.min(perPage, count - page * perPage) }, (_x, i) => ({
      row: page * perPage + i,
      yMm: HEAD_MM + i * ROW_MM,
    }));
    return {
      page,
      marks: CORNERS.map((corner) => ({ corner, text: markText(tag, page, corner), ...markAt(paper, corner) })),
      lines,
      boxes: lines.flatMap(({ row, yMm }) =>
        (['got', 'dropped'] as const).map((mark) => ({
          ...{ row, mark, xMm: BOX_X_MM[mark] },
          yMm: yMm + (ROW_MM - BOX_MM) / 2,
        })),
      ),
    };
  });
}
