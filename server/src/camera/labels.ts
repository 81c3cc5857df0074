import type { ProductionRows } from '@kavrell/core/productions';
import { labelTable, renderPdf } from '../platform/documents/index.ts';

/** Every card of the job as a label to cut out: its name large, the camera, the production, and a code that says the same. */
export function cardLabels(rows: ProductionRows): Promise<Buffer> {
  const nameOf = new Map(rows.cameras.map((c) => [c.id, c.name]));
  const labels = [...rows.cards]
    .sort((a, b) => (a.label < b.label ? -1 : 1))
    .map((card) => ({
      code: `kavrell:card:${rows.production.id}:${card.label}`,
      name: card.label,
      lines: [(card.cameraId && nameOf.get(card.cameraId)) || 'sound', rows.production.title],
    }));
  return renderPdf(
    'Card labels',
    [
      labels.length === 0
        ? { text: 'No card yet: add cards on Copies, or walk past the cameras and say how many each has.' }
        : labelTable(labels),
    ],
    `${rows.production.title} · a label used twice makes two cards one: stick one, strike one out`,
  );
}
