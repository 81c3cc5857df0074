import type { Content } from 'pdfmake/interfaces.js';
import QRCode from 'qrcode';
import type { Day } from '@kavrell/core/day';
import {
  BOX_MM,
  BOX_X_MM,
  MARK_MM,
  WORDS_X_MM,
  sheetTag,
  tickPages,
  type Paper,
  type TickPage,
} from '@kavrell/core/paper';
import { sheetOf, tickLines, type ProductionRows, type TickLine } from '@kavrell/core/productions';
import { formatDate } from '@kavrell/core/units';
import { INK, SOFT, renderPlaced } from '../platform/documents/index.ts';

const POINTS_PER_MM = 72 / 25.4;
const pt = (mm: number): number => mm * POINTS_PER_MM;
/** Thin enough not to be taken for a tick. */
const LINE_PT = 0.8;
/** The head stands between the upper marks, the foot between the lower ones. */
const BETWEEN_X_MM = 10 + MARK_MM + 6;
const LONGEST = 78;
/** What the boxes of a column say stands above the first. */
const COLUMNS_Y_MM = 33.6;

/** A day’s shots as boxes, got and dropped, each where the layout says; what is read back from a photograph is read by the same figures. */
export function tickSheet(rows: ProductionRows, day: Day, paper: Paper): Promise<Buffer> {
  const { lines, revision } = tickLines(rows.frozenSheets, day, sheetOf(rows, day));
  const tag = sheetTag(rows.production.id, day.id, lines, paper);
  const pages = tickPages(lines.length, tag, paper);
  const title = `${rows.production.title} – day ${day.number}, tick sheet`;
  const head = [
    rows.production.title,
    `${formatDate(day.date, { long: true, year: true })} · day ${day.number} · tick sheet, ${revision === null ? 'draft' : `version ${revision}`}`,
    'A tick in the first box: got. In the second: dropped. Then photograph the page flat, with all four corners.',
  ];
  const content = pages.flatMap((page, i): Content[] => [
    ...(i > 0 ? [{ text: '', pageBreak: 'before' as const }] : []),
    ...drawn(page, lines, [...head, `page ${i + 1} of ${pages.length}`]),
  ]);
  return renderPlaced(title, content, paper);
}

function drawn(page: TickPage, lines: readonly TickLine[], head: readonly string[]): Content[] {
  const at = (xMm: number, yMm: number) => ({ absolutePosition: { x: pt(xMm), y: pt(yMm) } });
  return [
    ...page.marks.map((mark): Content => {
      const { modules } = QRCode.create(mark.text, { errorCorrectionLevel: 'M' });
      const edge = pt(MARK_MM) / modules.size;
      const pieces = Array.from({ length: modules.size * modules.size }, (_, i) => ({
        row: Math.floor(i / modules.size),
        column: i % modules.size,
      })).filter(({ row, column }) => modules.get(row, column));
      return {
        canvas: pieces.map(({ row, column }) => ({
          ...{ type: 'rect' as const, x: column * edge, y: row * edge, w: edge, h: edge },
          ...{ color: INK, lineWidth: 0 },
        })),
        ...at(mark.xMm, mark.yMm),
      };
    }),
    ...page.boxes.map((box): Content => ({
      canvas: [{ type: 'rect', x: 0, y: 0, w: pt(BOX_MM), h: pt(BOX_MM), lineWidth: LINE_PT, lineColor: INK }],
      ...at(box.xMm, box.yMm),
    })),
    ...(['got', 'dropped'] as const).map((mark): Content => ({
      text: mark,
      fontSize: 7.5,
      color: SOFT,
      ...at(BOX_X_MM[mark], COLUMNS_Y_MM),
    })),
    ...head.map((text, i): Content => ({
      text,
      ...(i === 0 ? { bold: true, fontSize: 13 } : { fontSize: 8.5, color: SOFT }),
      ...at(BETWEEN_X_MM, 11 + i * 5.5),
    })),
    ...page.lines.map(({ row, yMm }): Content => {
      const line = lines[row];
      const words = line?.words ?? '';
      return {
        text: [
          { text: `${line?.code ?? ''}  `, font: 'Mono', color: SOFT, fontSize: 8.5 },
          { text: `${line?.name ?? ''}  `, bold: true, fontSize: 10 },
          { text: words.length > LONGEST ? `${words.slice(0, LONGEST)} …` : words, fontSize: 9 },
        ],
        ...at(WORDS_X_MM, yMm + 2.2),
      };
    }),
  ];
}
