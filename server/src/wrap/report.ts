import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { toCsv } from '@kavrell/core/formats';
import { factsOf, wrapOf, type DayFacts, type ProductionRows } from '@kavrell/core/productions';
import type { Day } from '@kavrell/core/day';
import { MEDIA_WORDS, STATE_WORDS, VERDICT_WORDS, wrapCode, wrapWhat, type WrapRow } from '@kavrell/core/wrap';
import { remarksOf } from '@kavrell/core/roll';
import { formatBytes, formatDate, formatRunning } from '@kavrell/core/units';
import { SOFT, head, heading, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

export interface DayReport {
  rows: ProductionRows;
  day: Day;
  facts: DayFacts;
  lines: WrapRow[];
}

/** What was wanted, taken, recorded and kept on one day. */
export function dayReport(rows: ProductionRows, day: Day, nowMs: number): DayReport {
  const facts = factsOf(rows, day, nowMs);
  return { rows, day, facts, lines: wrapOf(rows, day, facts) };
}

const length = (row: WrapRow) => (row.take?.cutAtMs ? formatRunning(row.take.cutAtMs - row.take.rolledAtMs) : '');
const takeName = (row: WrapRow) => (row.take ? `${row.take.wild ? 'wild ' : ''}${row.take.number}` : '');
const noteOf = (row: WrapRow) =>
  [row.shot ? '' : wrapWhat(row), ...(row.take ? remarksOf(row.take) : []), row.trouble].filter(Boolean).join('; ');

export function reportCsv({ lines, facts, rows }: DayReport): string {
  const drives = new Map(rows.drives.map((d) => [d.id, d.name]));
  const where = (row: WrapRow) => {
    const card = facts.cards.find((c) => c.card.id === row.clip?.cardId);
    return card
      ? card.drives
          .filter((d) => d.state === 'verified')
          .map((d) => drives.get(d.driveId))
          .join(' + ')
      : '';
  };
  return toCsv(
    [
      'Scene',
      'Shot',
      'What',
      'State',
      'Priority',
      'Take',
      'Camera',
      'Timecode in',
      'Timecode out',
      'Length',
      'Verdict',
      'Clip',
      'Clip start',
      'Clip bytes',
      'Media',
      'Verified on',
      'Notes',
    ],
    lines.map((r) => [
      ...[
        r.scene?.number ?? '',
        r.shot?.code ?? '',
        wrapWhat(r),
        r.state ? STATE_WORDS[r.state] : '',
        r.shot?.priority ?? '',
        takeName(r),
        r.letter ?? '',
        r.take?.timecodeIn ?? '',
        r.take?.timecodeOut ?? '',
        length(r),
      ],
      ...[
        r.take?.verdict ? VERDICT_WORDS[r.take.verdict] : '',
        r.clip?.name ?? '',
        r.clip?.startTimecode ?? '',
        r.clip?.sizeBytes ?? '',
        r.media ? MEDIA_WORDS[r.media] : '',
        where(r),
        noteOf(r),
      ],
    ]),
  );
}

export function reportPdf({ lines, facts, rows, day }: DayReport): Promise<Buffer> {
  const title = `${rows.production.title} – day ${day.number} report`;
  const content: Content[] = [
    { text: rows.production.title, bold: true, fontSize: 22, lineHeight: 1 },
    {
      text: `${formatDate(day.date, { long: true, year: true })} · day ${day.number} of ${rows.days.length} · report`,
      color: SOFT,
      margin: [0, 2, 0, 8],
    },
    {
      columns: facts.answers.map((a): Content => ({
        stack: [
          { text: a.title, color: SOFT, fontSize: 8 },
          { text: a.figure, bold: true, fontSize: 15 },
          { text: a.rest },
        ],
      })),
    },
    heading('Shots, takes, clips, copies'),
    {
      layout: rowLines,
      table: {
        headerRows: 1,
        widths: [26, 36, 20, 28, 54, 28, 40, 72, 50, '*'],
        dontBreakRows: true,
        body: [
          ['Shot', 'State', 'Take', '', 'From', 'Length', 'Verdict', 'Clip', 'Media', 'Notes'].map((t) => head(t)),
          ...lines.map((r, i): TableCell[] => {
            const before = lines[i - 1];
            const repeated = wrapCode(r) !== '' && before !== undefined && wrapCode(before) === wrapCode(r);
            return [
              { text: repeated ? '' : wrapCode(r) || '–', bold: true },
              { text: repeated || !r.state ? '' : STATE_WORDS[r.state], color: SOFT },
              takeName(r),
              { text: r.letter ?? '', font: 'Mono', bold: true },
              { text: r.take?.timecodeIn ?? '', font: 'Mono', fontSize: 7.5 },
              length(r),
              { text: r.take?.verdict ? VERDICT_WORDS[r.take.verdict] : '', bold: true },
              { text: r.clip?.name ?? '', font: 'Mono', fontSize: 7.5 },
              { text: r.media ? MEDIA_WORDS[r.media] : '', color: SOFT },
              {
                text: lines[i - 1]?.take && lines[i - 1]?.take?.id === r.take?.id ? r.trouble : noteOf(r),
                fontSize: 8,
              },
            ];
          }),
        ],
      },
    },
    heading('Cards'),
    {
      layout: rowLines,
      table: {
        headerRows: 1,
        widths: [50, 50, 60, 80, '*'],
        body: [
          ['Card', 'Files', 'Size', 'State', 'Missing'].map((t) => head(t)),
          ...facts.cards
            .filter((c) => c.clips.length)
            .map((c): TableCell[] => [
              { text: c.card.label, font: 'Mono', bold: true },
              String(c.clips.length),
              formatBytes(c.sizeBytes),
              MEDIA_WORDS[c.state],
              { text: c.missing || 'nothing', color: SOFT },
            ]),
        ],
      },
    },
    {
      text: 'Verified: read back from the drive and compared. Kept: the keep policy of the production is met. Copied without comparison counts for nothing.',
      color: SOFT,
      fontSize: 8,
      margin: [0, 8, 0, 0],
    },
  ];
  return renderPdf(title, content, title);
}
