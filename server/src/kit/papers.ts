import type { Content } from 'pdfmake/interfaces.js';
import { kitCodeText, KIT_SOURCE_WORDS, KIT_STATE_WORDS, type KitLine, type Piece } from '@kavrell/core/kit';
import { toCsv } from '@kavrell/core/formats';
import {
  customsList,
  hireList,
  packingList,
  packingRows,
  PACKING_HEAD,
  type ListOrder,
  type PackingGroup,
} from '@kavrell/core/kitNeeds';
import { kitOfJob, type ProductionRows } from '@kavrell/core/productions';
import { formatCount, formatMoney, moneyText } from '@kavrell/core/units';
import { SOFT, head, heading, labelTable, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

function groupsOf(rows: ProductionRows, order: ListOrder): PackingGroup[] {
  // What each need is for is worked out only where it is asked.
  const needs = order === 'place' ? kitOfJob(rows) : [];
  const placesOf = new Map(needs.map((n) => [n.key, n.places.map((p) => p.placeId)]));
  return packingList(order, { lines: rows.kitLines, people: rows.people, places: rows.places, placesOf });
}

export const packingCsvOf = (rows: ProductionRows, order: ListOrder): string =>
  toCsv(PACKING_HEAD, packingRows(groupsOf(rows, order)));

const ORDER_WORDS: Readonly<Record<ListOrder, string>> = { case: 'by case', place: 'by place', person: 'by person' };

/** A list to tick off by pen: out on one side, back on the other. */
export function packingPdfOf(rows: ProductionRows, order: ListOrder): Promise<Buffer> {
  const groups = groupsOf(rows, order);
  const total = rows.kitLines.filter((l) => l.source !== 'without').length;
  const content: Content[] = [
    { text: `${rows.production.title}: packing ${ORDER_WORDS[order]}`, bold: true, fontSize: 18 },
    { text: `${formatCount(total, 'thing')}. Two people: one reads, one looks.`, color: SOFT },
    ...(groups.length === 0
      ? [{ text: 'Nothing is taken along yet.', margin: [0, 12, 0, 0] as [number, number, number, number] }]
      : []),
    ...groups.flatMap((g): Content[] => [
      heading(g.title),
      {
        layout: rowLines,
        table: {
          headerRows: 1,
          widths: ['*', 40, 'auto', 'auto', 28, 28],
          body: [
            [head('What'), head('How many', 'right'), head('From'), head('State'), head('Out'), head('Back')],
            ...g.lines.map((l) => [
              { text: l.note ? `${l.name} (${l.note})` : l.name },
              { text: String(l.have), alignment: 'right' as const },
              { text: KIT_SOURCE_WORDS[l.source], fontSize: 8 },
              { text: KIT_STATE_WORDS[l.state], fontSize: 8 },
              tickedOr(l.state === 'packed' || l.state === 'there' || l.state === 'back' ? l.tickedBy : ''),
              tickedOr(l.state === 'back' ? l.tickedBy : ''),
            ]),
          ],
        },
      },
    ]),
  ];
  return renderPdf('Packing list', content, `${rows.production.title} · packing ${ORDER_WORDS[order]}`);
}
/** Who ticked it off, or a place for a pen. */
const tickedOr = (by: string): Content =>
  by ? { text: by, fontSize: 7 } : { canvas: [{ type: 'rect', x: 2, y: 1, w: 9, h: 9, lineWidth: 0.6 }] };

const money = (minor: number | null, currency: string): string =>
  minor === null ? 'not known' : formatMoney(minor, currency);

export const hireCsvOf = ({ kitLines, production }: ProductionRows): string =>
  toCsv(
    ['From whom', 'What', 'How many', 'How', 'By', 'Cost', 'Currency', 'State', 'Note'],
    hireList(kitLines).map((l) => [
      ...[l.supplier, l.name, l.have, KIT_SOURCE_WORDS[l.source], l.byDate ?? ''],
      ...[moneyText(l.costMinor, production.currency), production.currency, KIT_STATE_WORDS[l.state], l.note],
    ]),
  );

/** What comes from others, by whom: to be sent to them, or read on the telephone. */
export function hirePdfOf(rows: ProductionRows): Promise<Buffer> {
  const { production } = rows;
  const bySupplier = new Map<string, KitLine[]>();
  for (const l of hireList(rows.kitLines)) bySupplier.set(l.supplier, [...(bySupplier.get(l.supplier) ?? []), l]);
  const days = [...rows.days].sort((a, b) => (a.date < b.date ? -1 : 1));
  const span = days.length > 0 ? `${days[0]!.date} to ${days.at(-1)!.date}` : 'no date yet';
  const content: Content[] = [
    { text: `${production.title}: hired, lent, bought`, bold: true, fontSize: 18 },
    { text: span, color: SOFT },
    ...(bySupplier.size === 0 ? [{ text: 'Nothing comes from others yet.' }] : []),
    ...[...bySupplier].flatMap(([supplier, lines]): Content[] => {
      const known = lines.filter((l) => l.costMinor !== null);
      const sum = known.reduce((total, l) => total + (l.costMinor ?? 0), 0);
      return [
        heading(supplier || 'Nobody said from whom'),
        {
          layout: rowLines,
          table: {
            headerRows: 1,
            widths: ['*', 40, 'auto', 'auto', 'auto'],
            body: [
              [head('What'), head('How many', 'right'), head('How'), head('By'), head('Cost', 'right')],
              ...lines.map((l) => [
                l.name,
                { text: String(l.have), alignment: 'right' as const },
                KIT_SOURCE_WORDS[l.source],
                l.byDate ?? 'nobody said',
                { text: money(l.costMinor, production.currency), alignment: 'right' as const },
              ]),
            ],
          },
        },
        {
          text: `${money(sum, production.currency)}${known.length < lines.length ? `, and ${formatCount(lines.length - known.length, 'price')} not known` : ''}`,
          alignment: 'right',
          margin: [0, 2, 6, 0],
        },
      ];
    }),
  ];
  return renderPdf('Hire list', content, `${production.title} · hire list`);
}

export const customsCsvOf = (rows: ProductionRows, pieces: readonly Piece[]): string =>
  toCsv(
    ['What', 'Serial number', 'How many', 'Weight (kg)', 'Made in', 'Value', 'Currency', 'Not known'],
    customsList(rows.kitLines, pieces, rows.crates).lines.map((l) => [
      ...[l.name, l.serial, l.count, l.massKg ?? '', l.madeIn],
      ...[moneyText(l.valueMinor, l.currency || 'EUR'), l.currency, l.lacks.join(', ')],
    ]),
  );

/** One by one with numbers, weights and values, as a border asks for it; what is not known is said. */
export function customsPdfOf(rows: ProductionRows, pieces: readonly Piece[]): Promise<Buffer> {
  const list = customsList(rows.kitLines, pieces, rows.crates);
  const content: Content[] = [
    { text: `${rows.production.title}: equipment over the border`, bold: true, fontSize: 18 },
    {
      text: `${formatCount(list.lines.length, 'line')}; ${list.totals.map((t) => formatMoney(t.minor, t.currency)).join(' and ') || 'no value known'}; cases weigh ${list.massKg.toFixed(0)} kg.`,
      color: SOFT,
    },
    list.lacking > 0
      ? {
          text: `Of ${formatCount(list.lacking, 'line')} something is not known: it stands in the last column.`,
          bold: true,
          margin: [0, 6, 0, 0],
        }
      : { text: '' },
    {
      layout: rowLines,
      margin: [0, 8, 0, 0],
      table: {
        headerRows: 1,
        widths: [18, '*', 'auto', 30, 44, 'auto', 'auto', '*'],
        body: [
          ['', 'What', 'Serial number', 'Pieces', 'kg', 'Made in', 'Value', 'Not known'].map((h) => head(h)),
          ...list.lines.map((l, i) => [
            { text: String(i + 1), color: SOFT },
            l.name,
            { text: l.serial, font: 'Mono', fontSize: 8 },
            String(l.count),
            l.massKg === null ? '' : l.massKg.toFixed(1),
            l.madeIn,
            l.valueMinor === null ? '' : formatMoney(l.valueMinor, l.currency),
            { text: l.lacks.join(', '), fontSize: 8, color: SOFT },
          ]),
        ],
      },
    },
    {
      text: 'Which form a border wants, and which values count, its customs office says.',
      color: SOFT,
      margin: [0, 10, 0, 0],
    },
  ];
  return renderPdf('Customs list', content, `${rows.production.title} · customs list`, { landscape: true });
}

/** A label for every case, then for every thing: its name, where it belongs, and a code that a phone reads. */
export function kitLabels(rows: ProductionRows): Promise<Buffer> {
  const { production } = rows;
  const cases = rows.crates.map((c) => ({
    code: kitCodeText(production.id, 'crate', c.id),
    name: c.name,
    lines: [`off at stop ${c.stop}${c.thisSideUp ? ', this side up' : ''}`, production.title],
  }));
  const things = rows.kitLines
    .filter((l) => l.source !== 'without')
    .map((l) => ({
      code: kitCodeText(production.id, 'line', l.id),
      name: l.name,
      lines: [l.crate ? `in ${l.crate}` : 'in no case', production.title],
    }));
  return renderPdf(
    'Kit labels',
    [
      cases.length + things.length === 0
        ? { text: 'Nothing is taken along yet: add cases under In the van and things under Taken along.' }
        : labelTable([...cases, ...things], 3),
    ],
    `${production.title} · labels of the kit`,
  );
}
