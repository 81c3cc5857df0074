import type { Column, Content, TableCell } from 'pdfmake/interfaces.js';
import { sheetWeather, type SheetContent } from '@kavrell/core/callsheet';
import { formatDate, formatMinuteOfDay } from '@kavrell/core/units';
import { HAIR, SOFT, renderWithin } from '../platform/documents/index.ts';
import { bandSvg } from './sketch.ts';
import { type Dense, heading, orderTable, shotTable } from './pdfOrder.ts';
import { peopleTable, places } from './pdfPeople.ts';

export interface SheetPdf {
  content: SheetContent;
  /** Null for a draft. */
  revision: number | null;
  note: string;
  paper: 'A4' | 'LETTER';
  /** Phone numbers for who may see them; without it the column is left out. */
  phones: ReadonlyMap<string, string> | null;
  /** Where the latest version is read; drawn as a code. Null leaves it out. */
  latestUrl: string | null;
}

/** Text width between the margins, points. */
const WIDTH = { A4: 523, LETTER: 540 } as const;

/** A day’s sheet on paper: two pages for a normal day, with a code to the latest version and row codes to type ticks back by. */
export function callSheetPdf({ content: c, revision, note, paper, phones, latestUrl }: SheetPdf): Promise<Buffer> {
  const day = { date: c.date, timeZone: c.timeZone };
  const time = (minute: number) => formatMinuteOfDay(minute, day);
  const version = revision === null ? 'draft' : `version ${revision}`;
  const title = `${c.production.title} – day ${c.dayNumber}, ${version}`;
  const width = WIDTH[paper];
  const short = (ids: readonly string[]) =>
    ids.flatMap((id) => c.people.find((p) => p.id === id)?.shortName ?? []).join(', ');

  const layout = (dense: Dense): Content[] => [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: c.production.title, bold: true, fontSize: 20, lineHeight: 1 },
            { text: c.production.client, color: SOFT, margin: [0, 2, 0, 0] },
          ],
        },
        {
          width: 'auto',
          alignment: 'right',
          stack: [
            { text: formatDate(c.date, { long: true, year: true }), bold: true, fontSize: 12 },
            { text: `Day ${c.dayNumber} of ${c.ofDays} · call sheet, ${version}`, color: SOFT },
            ...(note ? [{ text: note, color: SOFT, fontSize: 8 }] : []),
          ],
        },
        ...(latestUrl
          ? [
              {
                width: 58,
                stack: [{ qr: latestUrl, fit: 50, eccLevel: 'L' as const }],
                margin: [8, 0, 0, 0] as [number, number, number, number],
              },
            ]
          : []),
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: width, y2: 0, lineWidth: 1.5 }], margin: [0, 6, 0, 6] },
    ...figures(c, time),
    ...drawnDay(c, width),
    ...orderTable(c, time, short, dense),
    ...peopleTable(c, time, phones, dense),
    ...drawings(c, dense),
    ...places(c, dense),
    ...shotTable(c, time, short, dense),
    ...notes(c, time, short, dense),
  ];
  return renderWithin(
    NORMAL_PAGES,
    title,
    ([0, 1, 2] as const)
      .slice(likely(c))
      .map((dense) => () => ({ content: layout(dense), fontSize: [9, 8, 7.5][dense] ?? 9 })),
    `${title} · local to ${c.timeZone} · estimates${c.forecast ? ', weather simulated' : ''}${latestUrl ? ' · the code opens the latest version' : ''}`,
    { paper },
  );
}

/** Which closeness to begin with: trying is what takes time. Found on days of many lengths. */
function likely(c: SheetContent): 0 | 1 | 2 {
  const rowsOfAll = c.lines.length + c.shots.length + c.people.length + 3 * c.places.length + c.safety.length;
  return rowsOfAll > 75 ? 2 : rowsOfAll > 55 ? 1 : 0;
}

/** The day as a strip: its light outside, its work, its hours. */
function drawnDay(c: SheetContent, width: number): Content[] {
  const band = bandSvg(c, width);
  return band
    ? [
        {
          stack: [{ svg: band, fit: [width, 60] as [number, number] }],
          margin: [0, 6, 0, 0] as [number, number, number, number],
        },
      ]
    : [];
}

/** How large a small picture may be, points, and how many stand in a row. */
const PICTURE: Readonly<Record<Dense, { size: [number, number]; inRow: number }>> = {
  0: { size: [124, 96], inRow: 4 },
  1: { size: [124, 84], inRow: 4 },
  2: { size: [67, 44], inRow: 7 },
};

/** The light of the day’s setups and the boards of its shots, small, each with its code. */
function drawings(c: SheetContent, dense: Dense): Content[] {
  const pictures = [
    ...(c.plans ?? []).map((p) => ({ ...p, words: `${p.code} ${p.name}` })),
    ...(c.boards ?? []).map((b) => ({ ...b, words: `${b.code}, board` })),
  ];
  if (pictures.length === 0) return [];
  const { size, inRow } = PICTURE[dense];
  const cell = ({ svg, words }: (typeof pictures)[number]): Column => ({
    width: size[0],
    stack: [
      { svg, fit: size },
      { text: words, fontSize: 7.5, color: SOFT },
    ],
  });
  const rowsOf = Array.from({ length: Math.ceil(pictures.length / inRow) }, (_, i): Content => ({
    columns: pictures.slice(i * inRow, (i + 1) * inRow).map(cell),
    columnGap: 9,
    margin: [0, 0, 0, 4],
    unbreakable: true,
  }));
  return [heading('Light and boards', dense), ...rowsOf];
}

/** What a normal day fits on. */
const NORMAL_PAGES = 2;
function figures(c: SheetContent, time: (m: number) => string): Content[] {
  const fact = (name: string, value: string): TableCell => ({
    stack: [
      { text: name, color: SOFT, fontSize: 7.5 },
      { text: value, bold: true, fontSize: 12 },
    ],
  });
  const sun = (name: string, minute: number | null | undefined) =>
    fact(name, minute === null || minute === undefined ? '–' : time(minute));
  const weather = sheetWeather(c);
  return [
    {
      layout: 'noBorders',
      table: {
        widths: ['*', '*', '*', '*', '*', '*'],
        body: [
          [
            fact('General call', time(c.callMin)),
            fact('Planned wrap', time(c.wrapMin)),
            sun('Sunrise', c.sun?.riseMin),
            sun('Low sun from', c.sun?.lowSunStartMin),
            sun('Sunset', c.sun?.setMin),
            fact('For meals', `${c.heads}`),
          ],
        ],
      },
    },
    ...(weather
      ? [
          {
            text: `Weather: ${weather}.`,
            fontSize: 8.5,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...(c.notes ? [{ text: c.notes, margin: [0, 4, 0, 0] as [number, number, number, number] }] : []),
  ];
}

/** A list in columns of about the same length of text, read down. */
function columnsOf(texts: readonly string[], count: number, cell: (text: string) => Content): Content[] {
  const whole = texts.reduce((t, x) => t + x.length, 0);
  const stacks: Content[][] = Array.from({ length: count }, () => []);
  let before = 0;
  for (const text of texts) {
    const middle = before + text.length / 2;
    stacks[Math.min(count - 1, Math.floor((middle / Math.max(1, whole)) * count))]?.push(cell(text));
    before += text.length;
  }
  return stacks.map((stack) => ({ stack }));
}

function notes(
  c: SheetContent,
  time: (m: number) => string,
  short: (ids: readonly string[]) => string,
  dense: Dense,
): Content[] {
  const columns = dense === 2 ? 3 : 2;
  const caution = (text: string): Content => ({ text, fontSize: dense === 2 ? 7 : 7.5, margin: [0, 2, 0, 0] });
  const line = (text: string): Content => ({ text, fontSize: dense === 2 ? 7.5 : 8, margin: [0, 1, 0, 1] });
  const dressed = c.scenes.filter((s) => s.props || s.wardrobe);
  const quiet = c.quiet.map((q) => `${time(q.startMin)}–${time(q.endMin)}`).join(', ');
  const lines = [
    ...dressed.map(
      (s) =>
        `${s.number} ${s.title} (${s.where})${s.personIds.length ? `: ${short(s.personIds)}` : ''}${s.wardrobe ? ` · wardrobe: ${s.wardrobe}` : ''}${s.props ? ` · props: ${s.props}` : ''}`,
    ),
    c.diets.length ? `Meals for ${c.heads}: ${c.diets.map((d) => `${d.count} × ${d.diet}`).join(', ')}` : '',
    quiet ? `Quiet, sound is recorded: ${quiet}` : '',
    c.technical.length ? `Camera: ${c.technical.join('; ')}` : '',
    c.soundNotes.length ? `Sound: ${c.soundNotes.join('; ')}` : '',
  ].filter(Boolean);
  const out: Content[] = lines.length
    ? [
        heading('Good to know', dense),
        dense === 2 ? { columns: columnsOf(lines, 2, line), columnGap: 12 } : { stack: lines.map(line) },
      ]
    : [];
  out.push({
    unbreakable: true,
    margin: [0, 8, 0, 0],
    table: {
      widths: ['*'],
      body: [
        [
          {
            stack: [
              { text: 'With care', bold: true },
              { columns: columnsOf(c.safety, columns, caution), columnGap: 12 },
            ],
            margin: [4, 3, 4, 3],
          },
        ],
      ],
    },
    layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
  });
  if (c.gaps.length)
    out.push(
      dense === 2
        ? { text: [{ text: 'Not yet settled: ', bold: true }, c.gaps.join(' ')], fontSize: 7.5, margin: [0, 6, 0, 0] }
        : [heading('Not yet settled', dense), { ul: c.gaps, color: SOFT, fontSize: 8 }],
    );
  return out;
}
