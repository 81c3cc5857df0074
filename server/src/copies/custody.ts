import type { Content } from 'pdfmake/interfaces.js';
import type { HandOver } from '@kavrell/contract';
import { codeText, placesHolding, type KeepCode } from '@kavrell/core/copies';
import { toCsv } from '@kavrell/core/formats';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatBytes, formatCount } from '@kavrell/core/units';
import type { Context } from '../platform/context.ts';
import { SOFT, head, heading, labelTable, renderPdf, rows as rowLines } from '../platform/documents/index.ts';
import { cardsOf } from '@kavrell/core/productions';

interface Moved {
  at_ms: string;
  actor: string;
  name: string;
  was: string | null;
  is_now: string | null;
}

/** Where drives and cards went, the newest first: every time somebody changed where one is. */
export async function handOvers({ db }: Context, productionId: string): Promise<HandOver[]> {
  const [rows] = await db.query(
    `SELECT extract(epoch FROM at) * 1000 AS at_ms, actor, coalesce(after->>'name', 'Card ' || (after->>'label')) AS name, before->>'whereabouts' AS was, after->>'whereabouts' AS is_now
     FROM changes WHERE production_id = $1 AND table_name IN ('drives', 'cards') AND after IS NOT NULL
       AND coalesce(before->>'whereabouts', '') <> coalesce(after->>'whereabouts', '')
     ORDER BY id DESC LIMIT 2000`,
    { bind: [productionId] },
  );
  return (rows as Moved[]).map((r) => ({
    ...{ atMs: Math.round(Number(r.at_ms)), by: r.actor, what: r.name, from: r.was ?? '', to: r.is_now ?? '' },
  }));
}

const instant = (ms: number) => new Date(ms).toISOString().slice(0, 16).replace('T', ' ');
const placeWords = (words: string) => words || 'nobody said';

export const custodyCsvOf = (moves: readonly HandOver[]): string =>
  toCsv(
    ['When (UTC)', 'What', 'From', 'To', 'Said by'],
    moves.map((m) => [instant(m.atMs), m.what, m.from, m.to, m.by]),
  );

/** Where everything is now, what each holds, and every hand-over that led there. */
export function custodyPdfOf(rows: ProductionRows, moves: readonly HandOver[]): Promise<Buffer> {
  const { title } = rows.production;
  const cards = cardsOf(rows);
  const holds = (driveId: string) =>
    cards.filter((c) => c.drives.some((d) => d.driveId === driveId && d.state === 'verified'));
  const chain = (words: string) => {
    const [, ...outer] = placesHolding(words, rows.keepPlaces);
    return [
      placeWords(words),
      ...outer.map((o) => rows.keepPlaces.find((p) => p.name.trim().toLowerCase() === o)?.name ?? o),
    ].join(', in ');
  };
  const now = [
    ...rows.drives.map((d) => {
      const own = holds(d.id);
      return [
        d.name,
        chain(d.whereabouts),
        own.map((c) => c.card.label).join(' '),
        formatBytes(own.reduce((sum, c) => sum + c.sizeBytes, 0)),
      ];
    }),
    ...cards
      .filter((c) => c.clips.length > 0 && !c.release)
      .map((c) => [
        `Card ${c.card.label}`,
        c.card.unloaded ? chain(c.card.whereabouts) : 'in its camera',
        c.card.label,
        formatBytes(c.sizeBytes),
      ]),
  ];
  const content: Content[] = [
    { text: `${title}: custody`, bold: true, fontSize: 18 },
    {
      text: `${formatCount(rows.drives.length, 'drive')}; as it was said, none of it is measured.`,
      color: SOFT,
      margin: [0, 2, 0, 0],
    },
    heading('Where everything is now'),
    {
      layout: rowLines,
      table: {
        headerRows: 1,
        widths: ['auto', '*', '*', 60],
        body: [
          [head('What'), head('Where'), head('Holds verified'), head('Size', 'right')],
          ...now.map(([a, b, c, d]) => [
            { text: a ?? '', bold: true },
            b ?? '',
            { text: c ?? '', fontSize: 8 },
            { text: d ?? '', alignment: 'right' as const },
          ]),
        ],
      },
    },
    heading('Hand-overs'),
    moves.length === 0
      ? { text: 'Nobody has said yet where anything is.' }
      : {
          layout: rowLines,
          table: {
            headerRows: 1,
            widths: [84, 'auto', '*', '*', 'auto'],
            body: [
              ['When (UTC)', 'What', 'From', 'To', 'Said by'].map((h) => head(h)),
              ...moves.map((m) => [
                { text: instant(m.atMs), font: 'Mono', fontSize: 8 },
                m.what,
                placeWords(m.from),
                placeWords(m.to),
                m.by,
              ]),
            ],
          },
        },
  ];
  return renderPdf(`${title} – custody`, content, `${title} · custody`);
}

/** A label for every drive, place and card that is out, to stick on: a phone reads the code and says who has it now. */
export function keepLabels(rows: ProductionRows): Promise<Buffer> {
  const { id, title } = rows.production;
  const label = (code: KeepCode, name: string, what: string) => ({
    code: codeText(id, code),
    name,
    lines: [what, title],
  });
  const labels = [
    ...rows.drives.map((d) => label({ kind: 'drive', id: d.id }, d.name, 'drive')),
    ...rows.keepPlaces.map((p) => label({ kind: 'place', id: p.id }, p.name, p.kind)),
    ...rows.cards.filter((c) => c.unloaded).map((c) => label({ kind: 'card', id: c.id }, c.label, 'card')),
  ];
  return renderPdf(
    'Labels of drives and bags',
    [labels.length === 0 ? { text: 'No drive and no place yet: Copies has them.' } : labelTable(labels, 3)],
    `${title} · scanned in Copies, Where they are`,
  );
}
