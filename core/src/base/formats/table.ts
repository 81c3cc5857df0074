import Papa from 'papaparse';

/** A pasted or dropped table: its heading line and the rows below, cells trimmed. */
export interface PlainTable {
  headings: string[];
  rows: string[][];
}

/** Control characters that no text holds, tab and line ends aside, and what stands for a letter that could not be read. */
const NOT_TEXT = /(?![\t\n\v\f\r])\p{Cc}|\ufffd/gu;

/**
 * Whether a text is what it says it is. Files that are pictures, archives or sound hold control characters and broken
 * letters: more than one in a hundred is taken for such a file.
 */
export function isText(text: string): boolean {
  if (text.includes('\0')) return false;
  const odd = text.match(NOT_TEXT)?.length ?? 0;
  return odd <= text.length / 100;
}

/** Reads CSV or what a spreadsheet puts on the clipboard (tabs); the separator is found by itself. Empty lines are left out. */
export function readTable(text: string): PlainTable {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: ['\t', ',', ';', '|'],
  });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const [headings = [], ...rest] = rows;
  return { headings, rows: rest };
}

/** The cells of a clipboard: lines by tabs, as spreadsheets write them; null when it is one cell only. */
export function readCells(text: string): string[][] | null {
  const cells = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
  return cells.length > 1 || (cells[0]?.length ?? 0) > 1 ? cells : null;
}

/** Cells as a spreadsheet takes them from the clipboard: lines by tabs; what holds a tab, a line’s end or a quote is quoted. */
export const toCells = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });
