import type { Content, TableCell } from 'pdfmake/interfaces.js';
import type { Day } from '@kavrell/core/day';
import { reportOf, type ReportKind, type ReportTable } from '@kavrell/core/onset';
import type { ProductionRows } from '@kavrell/core/productions';
import { foldEveryTake } from '@kavrell/core/roll';
import { formatDate } from '@kavrell/core/units';
import { HttpProblem } from '../platform/problems.ts';
import { SOFT, head, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

export interface SetReport {
  production: string;
  day: Day;
  days: number;
  table: ReportTable;
}

/** One of a day’s reports, of everybody or of one person. */
export function setReportOf(
  rows: ProductionRows,
  day: Day,
  { kind, personId, nowMs }: { kind: ReportKind; personId: string | null; nowMs: number },
): SetReport {
  if (personId !== null && !rows.people.some((p) => p.id === personId))
    throw new HttpProblem(404, 'person', 'This person is not in the production any more.');
  const table = reportOf(kind, {
    ...{ day, personId, nowMs, log: rows.logEntries, shots: rows.shots, scenes: rows.scenes, cameras: rows.cameras },
    ...{ people: rows.people, places: rows.places, boxes: rows.soundBoxes, routes: rows.soundRoutes },
    ...{ sources: rows.soundSources, questions: rows.questions, cues: rows.cues },
    takes: foldEveryTake(rows.takeEvents).filter((t) => t.dayId === day.id),
  });
  return { production: rows.production.title, day, days: rows.days.length, table };
}

/** Columns whose words may be long take what the others leave. */
const WIDE = ['Remarks', 'Said', 'What', 'To watch', 'Tracks by the patch', 'Shot'];

export function setReportPdfOf({ production, day, days, table }: SetReport): Promise<Buffer> {
  // A column in which nobody said anything takes no room on paper; the CSV has them all.
  const kept = table.columns.flatMap((_, i) => (table.lines.some((l) => l[i] !== '') ? [i] : []));
  const content: Content[] = [
    { text: production, bold: true, fontSize: 22, lineHeight: 1 },
    {
      text: `${table.title} · ${formatDate(day.date, { long: true, year: true })} · day ${day.number} of ${days}`,
      color: SOFT,
      margin: [0, 2, 0, 8],
    },
    table.lines.length === 0
      ? { text: 'Nothing was logged for it on this day.' }
      : {
          layout: rowLines,
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: kept.map((i) => (WIDE.includes(table.columns[i] ?? '') ? '*' : 'auto')),
            body: [
              kept.map((i) => head(table.columns[i] ?? '')),
              ...table.lines.map((line) => kept.map((i): TableCell => ({ text: line[i] ?? '', fontSize: 8 }))),
            ],
          },
        },
  ];
  return renderPdf(`${production} – ${table.title}`, content, `${production} · ${table.title} · day ${day.number}`, {
    landscape: kept.length > 9,
  });
}
