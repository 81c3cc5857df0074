import type { Content, TableCell } from 'pdfmake/interfaces.js';
import type { CardStatus, CopyFile, Drive } from '@kavrell/core/copies';
import { toCsv } from '@kavrell/core/formats';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatBytes } from '@kavrell/core/units';
import { MEDIA_WORDS } from '@kavrell/core/wrap';
import { SOFT, head, heading, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

/** One file of a card on one drive. */
interface Line {
  path: string;
  sizeBytes: number;
  drive: Drive;
  file: CopyFile | null;
}
export interface CardReport {
  title: string;
  status: CardStatus;
  lines: Line[];
  releases: ProductionRows['releases'];
}

/** What is proven of every file of a card, on each drive that holds part of it or all. */
export function cardReport(rows: ProductionRows, status: CardStatus): CardReport {
  const drives = rows.drives.filter((d) => status.drives.some((s) => s.driveId === d.id && s.state !== 'none'));
  return {
    title: `${rows.production.title}: card ${status.card.label}`,
    status,
    lines: drives.flatMap((drive) =>
      status.clips.map((clip) => ({
        path: clip.path,
        sizeBytes: clip.sizeBytes,
        drive,
        file: status.files.get(`${drive.id}|${clip.path}`) ?? null,
      })),
    ),
    releases: rows.releases.filter((r) => r.cardId === status.card.id),
  };
}

const stateOf = ({ file }: Line) => file?.state ?? 'not there';
const hashOf = ({ file }: Line) => file?.hash ?? '';
const READ_WORDS: Record<string, string> = { medium: 'the medium', cache: 'the system, perhaps its memory' };
const readFrom = ({ file }: Line) => READ_WORDS[file?.readFrom ?? ''] ?? '';
const damage = ({ file }: Line) => (file?.damage ?? []).map((d) => `${d.from}-${d.to - 1}`).join(' ');

export function cardCsv({ lines }: CardReport): string {
  return toCsv(
    [
      'Drive',
      'Where it is',
      'File',
      'Bytes',
      'State',
      'xxHash64',
      'Read back from',
      'Unreadable bytes',
      'Saved as',
      'Failure',
    ],
    lines.map((l) => [
      l.drive.name,
      l.drive.whereabouts,
      l.path,
      l.sizeBytes,
      stateOf(l),
      hashOf(l),
      readFrom(l),
      damage(l),
      l.file?.savedAs ?? '',
      l.file?.failure ?? '',
    ]),
  );
}

export async function cardPdf({ title, status, lines, releases }: CardReport): Promise<Buffer> {
  const drives = [...new Set(lines.map((l) => l.drive))];
  const at = (ms: number) => new Date(ms).toISOString().slice(0, 16).replace('T', ' ');
  const content: Content[] = [
    { text: title, bold: true, fontSize: 18 },
    {
      text: `${status.clips.length} files, ${formatBytes(status.sizeBytes)}, ${MEDIA_WORDS[status.state]}. ${status.missing}`,
      margin: [0, 2, 0, 0],
    },
    ...releases.map((r): Content => ({
      text: `Released to be formatted by ${r.by}, ${at(r.atMs)} UTC: ${r.grounds}.${r.withdrawnAtMs === null ? '' : ` Withdrawn by ${r.withdrawnBy}, ${at(r.withdrawnAtMs)} UTC.`}`,
      margin: [0, 2, 0, 0],
    })),
    ...drives.flatMap((drive): Content[] => [
      heading(`${drive.name}${drive.whereabouts ? `, ${drive.whereabouts}` : ''}`),
      {
        layout: rowLines,
        table: {
          headerRows: 1,
          widths: ['*', 54, 52, 96, 70],
          body: [
            [head('File'), head('Size', 'right'), head('State'), head('xxHash64'), head('Read back from')],
            ...lines
              .filter((l) => l.drive === drive)
              .map((l): TableCell[] => [
                { text: l.path, fontSize: 8 },
                { text: formatBytes(l.sizeBytes), alignment: 'right' },
                stateOf(l),
                { text: hashOf(l), font: 'Mono', fontSize: 8 },
                { text: l.file?.failure ?? readFrom(l), fontSize: 8, color: SOFT },
              ]),
          ],
        },
      },
    ]),
    {
      text: 'Verified: read back from the drive and compared with what was read from the card. A hash proves that bytes are the same, not that a picture is good.',
      color: SOFT,
      fontSize: 8,
      margin: [0, 8, 0, 0],
    },
  ];
  return renderPdf(title, content, title);
}
