import Papa from 'papaparse';

/**
 * Rows as CSV (RFC 4180, CRLF), with a heading line. Cells that a spreadsheet would run as a formula are made
 * plain text with a leading apostrophe.
 */
export function toCsv(headings: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  return (
    Papa.unparse(
      { fields: [...headings], data: rows.map((row) => row.map((cell) => cell ?? '')) },
      { escapeFormulae: true, newline: '\r\n' },
    ) + '\r\n'
  );
}
