import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { labelled } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { cuesFor, cuesOfDay } from '@kavrell/core/holds';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatDate, formatRunning, formatSecondOfDay } from '@kavrell/core/units';
import { HttpProblem } from '../platform/problems.ts';
import { SOFT, head, labelTable, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

/** The running order of a day on paper: all of it, or only what one person calls and does. */
export function runningOrder(rows: ProductionRows, day: Day, personId: string | null): Promise<Buffer> {
  const person = rows.people.find((p) => p.id === personId);
  if (personId !== null && !person)
    throw new HttpProblem(404, 'person', 'This person is not in the production any more.');
  const timed = cuesFor(cuesOfDay(rows.cues, day), personId);
  const nameOf = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? '';
  const { title } = rows.production;
  const what = person ? `Cues of ${person.name}` : 'Running order';
  const line = ({ cue, startS, latestS, overS }: (typeof timed)[number]): TableCell[] => [
    { text: formatSecondOfDay(startS, day), font: 'Mono', bold: cue.fixedMin !== null },
    { text: formatRunning(cue.lengthS * 1000), font: 'Mono', alignment: 'right' },
    { text: cue.kind },
    {
      stack: [
        { text: cue.words, bold: true },
        ...(cue.file ? [{ text: cue.file, fontSize: 8, color: SOFT }] : []),
        ...(overS !== null && overS !== 0
          ? [
              {
                text:
                  overS > 0
                    ? `what comes before runs ${formatRunning(overS * 1000)} over it`
                    : `${formatRunning(-overS * 1000)} to fill before it`,
                fontSize: 8,
                color: SOFT,
              },
            ]
          : []),
      ],
    },
    { text: nameOf(cue.callerId) },
    { text: nameOf(cue.doerId) },
    { text: latestS === null ? '' : formatSecondOfDay(latestS, day), font: 'Mono', color: SOFT },
  ];
  const content: Content[] = [
    { text: title, bold: true, fontSize: 22, lineHeight: 1 },
    {
      text: `${what} · ${formatDate(day.date, { long: true, year: true })}`,
      color: SOFT,
      margin: [0, 2, 0, 8],
    },
    timed.length === 0
      ? { text: person ? 'Nothing on this day is called or done by them.' : 'No cue on this day yet.' }
      : {
          layout: rowLines,
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: ['auto', 'auto', 'auto', '*', 'auto', 'auto', 'auto'],
            body: [
              ['At', 'Length', 'What', 'Cue', 'Calls', 'Does', 'At the latest'].map((h) => head(h)),
              ...timed.map(line),
            ],
          },
        },
  ];
  return renderPdf(`${title} – ${what}`, content, `${title} · ${what} · day ${day.number} · bold times are fixed`);
}

/** Two labels for each cable, one for either end: where it comes from, where it goes to. */
export function cableLabels(rows: ProductionRows): Promise<Buffer> {
  const { title } = rows.production;
  const labels = labelled(rows.cables).flatMap((c) => {
    const end = (what: string, socket: string) => [what, socket].filter(Boolean).join(', ');
    const code = `kavrell:cable:${rows.production.id}:${c.label}`;
    const [from, to] = [end(c.fromWhat, c.fromSocket), end(c.toWhat, c.toSocket)];
    return [
      { code, name: c.label, lines: [`here ${from}`, `to ${to}`, title] },
      { code, name: c.label, lines: [`here ${to}`, `from ${from}`, title] },
    ];
  });
  return renderPdf(
    'Cable labels',
    [
      labels.length === 0
        ? { text: 'No cable yet: Cover, Plugged where, makes them from the plan.' }
        : labelTable(labels),
    ],
    `${title} · two of each: one for either end`,
  );
}
