import type { Content } from 'pdfmake/interfaces.js';
import type { ProductionRows } from '@kavrell/core/productions';
import { HAIR, SOFT, renderPdf } from '../platform/documents/index.ts';

const ACROSS = 4;

/** Every card of the job as a label to cut out: its name large, the camera, the production, and a code that says the same. */
export function cardLabels(rows: ProductionRows): Promise<Buffer> {
  const letters = new Map(rows.cameras.map((c) => [c.id, c]));
  const cards = [...rows.cards].sort((a, b) => (a.label < b.label ? -1 : 1));
  const cell = (card: (typeof cards)[number] | undefined): Content => {
    if (!card) return { text: '' };
    const camera = card.cameraId ? letters.get(card.cameraId) : undefined;
    return {
      columns: [
        { width: 62, stack: [{ qr: `kavrell:card:${rows.production.id}:${card.label}`, fit: 58 }] },
        {
          width: '*',
          stack: [
            { text: card.label, bold: true, fontSize: 20, font: 'Mono' },
            { text: camera ? camera.name : 'sound', fontSize: 7.5 },
            { text: rows.production.title, fontSize: 6.5, color: SOFT },
          ],
        },
      ],
      margin: [4, 6, 2, 6],
    };
  };
  const lines = Array.from({ length: Math.ceil(cards.length / ACROSS) }, (_, i) =>
    Array.from({ length: ACROSS }, (_, j) => cell(cards[i * ACROSS + j])),
  );
  const content: Content[] =
    cards.length === 0
      ? [{ text: 'No card yet: add cards on Copies, or walk past the cameras and say how many each has.' }]
      : [
          {
            table: { widths: Array.from({ length: ACROSS }, () => '*'), body: lines, dontBreakRows: true },
            layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
          },
        ];
  return renderPdf(
    'Card labels',
    content,
    `${rows.production.title} · a label used twice makes two cards one: stick one, strike one out`,
  );
}
