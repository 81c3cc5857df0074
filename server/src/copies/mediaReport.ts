import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { toCsv } from '@kavrell/core/formats';
import { cardsOf, type ProductionRows } from '@kavrell/core/productions';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { MEDIA_WORDS } from '@kavrell/core/wrap';
import { SOFT, head, heading, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

interface Line {
  card: string;
  path: string;
  sizeBytes: number;
  state: string;
  hash: string;
  verifiedOn: string[];
}

/** Every file of every card: how it stands, its hash, and the drives on which it was read back and compared. */
export function mediaLines(rows: ProductionRows): Line[] {
  const nameOf = new Map(rows.drives.map((d) => [d.id, d.name]));
  return cardsOf(rows)
    .sort((a, b) => (a.card.label < b.card.label ? -1 : 1))
    .flatMap((c) =>
      c.clips.map((clip) => {
        const on = rows.drives.flatMap((d) => c.files.get(`${d.id}|${clip.path}`) ?? []);
        const verified = on.filter((f) => f.state === 'verified' && f.sizeBytes === clip.sizeBytes);
        return {
          ...{ card: c.card.label, path: clip.path, sizeBytes: clip.sizeBytes, state: MEDIA_WORDS[c.state] },
          hash: verified[0]?.hash ?? '',
          verifiedOn: verified.map((f) => nameOf.get(f.driveId) ?? ''),
        };
      }),
    );
}

export const mediaCsvOf = (rows: ProductionRows): string =>
  toCsv(
    ['Card', 'File', 'Bytes', 'The card is', 'xxHash64', 'Verified on'],
    mediaLines(rows).map((l) => [l.card, l.path, l.sizeBytes, l.state, l.hash, l.verifiedOn.join('; ')]),
  );

export function mediaPdfOf(rows: ProductionRows): Promise<Buffer> {
  const { title } = rows.production;
  const lines = mediaLines(rows);
  const cards = cardsOf(rows)
    .filter((c) => c.clips.length > 0)
    .sort((a, b) => (a.card.label < b.card.label ? -1 : 1));
  const content: Content[] = [
    { text: `${title}: media`, bold: true, fontSize: 18 },
    {
      text: `${formatCount(cards.length, 'card')}, ${formatCount(lines.length, 'file')}, ${formatBytes(lines.reduce((sum, l) => sum + l.sizeBytes, 0))}; ${cards.filter((c) => c.state === 'kept').length} of ${cards.length} kept.`,
      margin: [0, 2, 0, 0],
    },
    ...cards.flatMap((c): Content[] => [
      heading(`${c.card.label}: ${MEDIA_WORDS[c.state]}`),
      ...(c.missing ? [{ text: c.missing, color: SOFT }] : []),
      {
        layout: rowLines,
        table: {
          headerRows: 1,
          widths: ['*', 54, 100, 120],
          body: [
            [head('File'), head('Size', 'right'), head('xxHash64'), head('Verified on')],
            ...lines
              .filter((l) => l.card === c.card.label)
              .map((l): TableCell[] => [
                { text: l.path, fontSize: 8 },
                { text: formatBytes(l.sizeBytes), alignment: 'right' },
                { text: l.hash, font: 'Mono', fontSize: 8 },
                { text: l.verifiedOn.join(', ') || 'nowhere', fontSize: 8 },
              ]),
          ],
        },
      },
    ]),
    {
      text: 'Verified: read back from the drive and compared with what was read from the card. A hash proves that bytes are the same, not that a picture is good.',
      ...{ color: SOFT, fontSize: 8, margin: [0, 8, 0, 0] },
    },
  ];
  return renderPdf(`${title} – media`, content, `${title} · media`);
}
