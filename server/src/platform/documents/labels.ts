import type { Content } from 'pdfmake/interfaces.js';
import { HAIR, SOFT } from './pdf.ts';

const ACROSS = 4;

/** A label to cut out: large what it is called, below what it is, and a code that says the same to a scanner. */
export interface Label {
  code: string;
  name: string;
  lines: readonly string[];
}

/** Labels four abreast. */
export function labelTable(labels: readonly Label[]): Content {
  const cell = (label: Label | undefined): Content => {
    if (!label) return { text: '' };
    return {
      columns: [
        { width: 62, stack: [{ qr: label.code, fit: 58 }] },
        {
          width: '*',
          stack: [
            { text: label.name, bold: true, fontSize: 20, font: 'Mono' },
            ...label.lines.map((text, i) => (i === 0 ? { text, fontSize: 7.5 } : { text, fontSize: 6.5, color: SOFT })),
          ],
        },
      ],
      margin: [4, 6, 2, 6],
    };
  };
  const body = Array.from({ length: Math.ceil(labels.length / ACROSS) }, (_, i) =>
    Array.from({ length: ACROSS }, (_, j) => cell(labels[i * ACROSS + j])),
  );
  return {
    table: { widths: Array.from({ length: ACROSS }, () => '*'), body, dontBreakRows: true },
    layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
  };
}
