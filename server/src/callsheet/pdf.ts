import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { sheetWeather, type SheetContent, type SheetPerson } from '@kavrell/core/callsheet';
import { NBSP, formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { spotOf } from '@kavrell/core/places';
import { HAIR, SOFT, head, heading, renderWithin, rows } from '../platform/documents/index.ts';
import { sketchOf } from './sketch.ts';

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
    ...orderTable(c, time, short, dense),
    ...peopleTable(c, time, phones, dense),
    ...places(c, dense),
    ...shotTable(c, time, short, dense),
    ...notes(c, time, short),
  ];
  return renderWithin(
    NORMAL_PAGES,
    title,
    ([0, 1, 2] as const)
      .slice(likely(c))
      .map((dense) => () => ({ content: layout(dense), fontSize: [9, 8, 7.5][dense] ?? 9 })),
    `${title} · local to ${c.timeZone} · estimates, weather simulated${latestUrl ? ' · the code opens the latest version' : ''}`,
    { paper },
  );
}

/** Which closeness to begin with: trying is what takes time. Found on days of many lengths. */
function likely(c: SheetContent): 0 | 1 | 2 {
  const rowsOfAll = c.lines.length + c.shots.length + c.people.length + 3 * c.places.length + c.safety.length;
  return rowsOfAll > 75 ? 2 : rowsOfAll > 55 ? 1 : 0;
}

/** What a normal day fits on. */
const NORMAL_PAGES = 2;
/** How close things stand: roomy, tight, or tight and without short change-overs and the sketch. */
type Dense = 0 | 1 | 2;
/** Change-overs shorter than this are left out of the tightest sheet. */
const SHORT_CHANGE_MIN = 16;
const tight = (dense: Dense) => ({ ...rows, ...(dense ? { paddingTop: () => 1, paddingBottom: () => 1 } : {}) });

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

function orderTable(
  c: SheetContent,
  time: (m: number) => string,
  short: (ids: readonly string[]) => string,
  dense: Dense,
): Content[] {
  const units = new Set(c.lines.map((l) => l.unit)).size > 1;
  return [
    heading('Order of the day'),
    {
      layout: tight(dense),
      table: {
        headerRows: 1,
        widths: [30, '*', 30, 56, 100, 40, 26],
        dontBreakRows: true,
        body: [
          [
            head('From'),
            head('What'),
            head('Light'),
            head('Cameras'),
            head('Who'),
            head('Length', 'right'),
            head('Code', 'right'),
          ],
          ...c.lines
            .filter((l) => dense < 2 || l.kind !== 'change' || l.endMin - l.startMin >= SHORT_CHANGE_MIN)
            .map((l): TableCell[] => {
              const work = l.kind === 'work';
              const color = work ? {} : { color: SOFT };
              const more = [
                units ? `unit ${l.unit}` : '',
                l.shotCodes.length > 1 ? l.shotCodes.join(', ') : '',
                l.fixed ? 'fixed start' : '',
              ]
                .filter(Boolean)
                .join(' · ');
              return [
                { text: time(l.startMin), bold: work, ...color },
                {
                  stack: [
                    { text: l.title, bold: work, ...color },
                    ...(more ? [{ text: more, color: SOFT, fontSize: 7.5 }] : []),
                  ],
                },
                { text: l.light, color: SOFT },
                { text: l.cameras.join(`${NBSP}`), font: 'Mono', bold: true },
                { text: short(l.personIds), fontSize: 7.5 },
                { text: formatMinutes(l.endMin - l.startMin), alignment: 'right', ...color },
                { text: l.code, font: 'Mono', alignment: 'right' },
              ];
            }),
        ],
      },
    },
  ];
}

function peopleTable(
  c: SheetContent,
  time: (m: number) => string,
  phones: ReadonlyMap<string, string> | null,
  dense: Dense,
): Content[] {
  if (c.people.length === 0) return [];
  const letGo = (p: SheetPerson) =>
    p.kind === 'crew' ? time(c.wrapMin) : p.releaseMin === null ? '–' : time(p.releaseMin);
  const roomy = (list: readonly SheetPerson[]): Content => ({
    layout: tight(dense),
    table: {
      headerRows: 1,
      widths: [34, 110, '*', 60, 50, ...(phones ? [92] : [])],
      dontBreakRows: true,
      body: [
        [head('Call'), head('Name'), head('Role'), head('Radio'), head('Let go'), ...(phones ? [head('Phone')] : [])],
        ...list.map((p): TableCell[] => [
          { text: time(p.callMin), bold: true },
          { text: p.name },
          { text: p.role, color: SOFT },
          { text: p.comms, color: SOFT },
          { text: letGo(p), color: SOFT },
          ...(phones ? [{ text: phones.get(p.id) ?? '', color: SOFT }] : []),
        ]),
      ],
    },
  });
  // Side by side, what else is known of somebody under their name.
  const narrow = (list: readonly SheetPerson[]): Content => ({
    layout: tight(dense),
    table: {
      headerRows: 1,
      widths: [30, '*', 34],
      dontBreakRows: true,
      body: [
        [head('Call'), head('Name'), head('Let go', 'right')],
        ...list.map((p): TableCell[] => {
          const more = [p.role, p.comms && `radio ${p.comms}`, phones?.get(p.id)].filter(Boolean).join(' · ');
          return [
            { text: time(p.callMin), bold: true },
            { text: [{ text: p.name }, { text: more ? `  ${more}` : '', color: SOFT, fontSize: 7 }] },
            { text: letGo(p), color: SOFT, alignment: 'right' },
          ];
        }),
      ],
    },
  });
  const middle = Math.ceil(c.people.length / 2);
  return [
    heading('People and their calls'),
    dense === 0 || c.people.length < 6
      ? roomy(c.people)
      : { columns: [narrow(c.people.slice(0, middle)), narrow(c.people.slice(middle))], columnGap: 14 },
  ];
}

function spotWords(p: SheetContent['places'][number]): string {
  const spot = spotOf(p);
  return spot ? `   ${spot.latitude.toFixed(4)}, ${spot.longitude.toFixed(4)}` : '';
}

function places(c: SheetContent, dense: Dense): Content[] {
  // A sketch with a row of its own is left out where room is short.
  const sketch = dense > 0 && c.places.length % 3 === 0 ? null : sketchOf(c.places);
  const one = (p: SheetContent['places'][number]): Content => ({
    unbreakable: true,
    margin: [0, 2, 0, 3],
    stack: [
      {
        text: [
          { text: p.name, bold: true },
          { text: spotWords(p), color: SOFT, fontSize: 7.5 },
        ],
      },
      ...[
        p.address,
        p.directions && `Way there: ${p.directions}`,
        p.parking && `Parking: ${p.parking}${p.walkMin ? `, ${formatMinutes(p.walkMin)} on foot` : ''}`,
        p.hospital && `Hospital: ${p.hospital}`,
        p.contact && `Contact: ${p.contact}`,
        p.facts.join(' · '),
        p.confirmed ? '' : 'Not confirmed yet.',
      ]
        .filter(Boolean)
        .map((text) => ({ text: String(text), fontSize: 8 })),
    ],
  });
  if (c.places.length === 0) return [];
  const drawn: Content[] = sketch
    ? [
        {
          stack: [
            {
              svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${sketch.width} ${sketch.height}"><rect x="1" y="1" width="${sketch.width - 2}" height="${sketch.height - 2}" fill="none" stroke="${HAIR}"/>${sketch.points
                .map((p) => `<circle cx="${p.x.toFixed(1)}" cy="${p.y.toFixed(1)}" r="4" fill="#111"/>`)
                .join(
                  '',
                )}<path d="M10 ${sketch.height - 10}h${sketch.scale.px.toFixed(1)}" stroke="#111" fill="none"/></svg>`,
              width: 150,
            },
            {
              text: `North up, the bar is ${sketch.scale.metres >= 1000 ? `${sketch.scale.metres / 1000} km` : `${sketch.scale.metres} m`}.`,
              fontSize: 7,
              color: SOFT,
            },
          ],
        },
      ]
    : [];
  const cells = [...c.places.map(one), ...drawn];
  const across = Math.min(3, cells.length);
  const lines = Array.from({ length: Math.ceil(cells.length / across) }, (_, i): Content => ({
    columns: Array.from({ length: across }, (_, k) => cells[i * across + k] ?? { text: '' }),
    columnGap: 12,
  }));
  return [{ stack: [heading('Places'), ...lines], unbreakable: lines.length === 1 }];
}

function shotTable(
  c: SheetContent,
  time: (m: number) => string,
  short: (ids: readonly string[]) => string,
  dense: Dense,
): Content[] {
  if (c.shots.length === 0) return [];
  return [
    heading('Shots'),
    {
      layout: tight(dense === 0 ? 1 : dense),
      table: {
        headerRows: 1,
        widths: [26, 30, 28, '*', 120, 80, 30],
        dontBreakRows: true,
        body: [
          [head('Code'), head('At'), head('Shot'), head('What'), head('How'), head('Who'), head('Takes', 'right')],
          ...c.shots.map((s): TableCell[] => [
            { text: s.row, font: 'Mono', fontSize: 8 },
            { text: time(s.startMin), fontSize: 8 },
            { text: s.code, bold: true, fontSize: 8 },
            { text: `${s.what}${s.priority === 'must' ? ' · must' : ''}`, fontSize: 8 },
            { text: s.how, color: SOFT, fontSize: 7.5 },
            { text: short(s.personIds), fontSize: 7.5 },
            { text: String(s.takes), alignment: 'right', fontSize: 8 },
          ]),
        ],
      },
    },
  ];
}

const cautionText = (text: string): Content => ({ text, fontSize: 7.5, margin: [0, 2, 0, 0] });

/** A list in two columns of about the same length of text. */
function halves(list: Content[]): Content[] {
  const middle = Math.ceil(list.length / 2);
  return [{ stack: list.slice(0, middle) }, { stack: list.slice(middle) }];
}

function notes(c: SheetContent, time: (m: number) => string, short: (ids: readonly string[]) => string): Content[] {
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
        heading('Good to know'),
        {
          stack: lines.map((text) => ({ text, fontSize: 8, margin: [0, 1, 0, 1] as [number, number, number, number] })),
        },
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
              { columns: halves(c.safety.map(cautionText)), columnGap: 12 },
            ],
            margin: [4, 3, 4, 3],
          },
        ],
      ],
    },
    layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
  });
  if (c.gaps.length) out.push(heading('Not yet settled'), { ul: c.gaps, color: SOFT, fontSize: 8 });
  return out;
}
