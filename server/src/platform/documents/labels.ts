import type { Content } from 'pdfmake/interfaces.js';
import { HAIR, SOFT } from './pdf.ts';

const ACROSS = 4;
/** A name of more letters is set smaller, so that it stays on one line. */
const SHORT = 5;

/** A label to cut out: large what it is called, below what it is, and a code that says the same to a scanner. */
export interface Label {
  code: string;
  name: string;
  lines: readonly string[];
}

/** Labels so many abreast. */
export function labelTable(labels: readonly Label[], across = ACROSS): Content {
  const cell = (label: Label | undefined): Content => {
    if (!label) return { text: '' };
    return {
      columns: [
        { width: 62, stack: [{ qr: label.code, fit: 58 }] },
        {
          width: '*',
          stack: [
            { text: label.name, bold: true, fontSize: label.name.length > SHORT ? 11 : 20, font: 'Mono' },
            ...label.lines.map((text, i) => (i === 0 ? { text, fontSize: 7.5 } : { text, fontSize: 6.5, color: SOFT })),
          ],
        },
      ],
      margin: [4, 6, 2, 6],
    };
  };
  const body = Array.from({ length: Math.ceil(labels.length / across) }, (_, i) =>
    Array.from({ length: across }, (_, j) => cell(labels[i * across + j])),
  );
  return {
    table: { widths: Array.from({ length: across }, () => '*'), body, dontBreakRows: true },
    layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
  };
}
