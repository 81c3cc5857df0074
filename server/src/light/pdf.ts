import type { Content } from 'pdfmake/interfaces.js';
import {
  checkPlan,
  itemLine,
  lightsOf,
  nameOf,
  planCautions,
  planSvg,
  readingError,
  readPlan,
  rigTime,
  setupNeeds,
  sourceNumbers,
  type FaceReading,
  type LightPlan,
  type Setup,
  type Surroundings,
} from '@kavrell/core/light';
import { surroundingsOf, type ProductionRows } from '@kavrell/core/productions';
import { formatLux, formatMinutes, formatWallMinute, formatStop } from '@kavrell/core/units';
import type { LightAsked, LightRead } from '../platform/pool/work.ts';
import { SOFT, head, heading, renderWithin, rows as rowLayout } from '../platform/documents/index.ts';

/** How tightly the page is set: type size, legend columns, room for the drawing, findings and legend lines at the most. */
interface Density {
  typePt: number;
  columns: number;
  planPt: [number, number];
  findings: number;
  lines: number;
}
/** The roomiest first; the last fits a plan of 200 things, whose legend goes on in Kavrell. */
const DENSITIES: readonly Density[] = [
  { typePt: 7.5, columns: 2, planPt: [470, 330], findings: 14, lines: 200 },
  { typePt: 6.5, columns: 3, planPt: [440, 300], findings: 12, lines: 200 },
  { typePt: 5.5, columns: 3, planPt: [420, 270], findings: 10, lines: 200 },
  { typePt: 4.8, columns: 4, planPt: [380, 230], findings: 6, lines: 200 },
  { typePt: 4.8, columns: 4, planPt: [380, 230], findings: 3, lines: 60 },
];

/** Reads the faces of a plan by the light kernel; null where that can’t be done in time. */
export type ReadLight = (asked: LightAsked) => Promise<LightRead | null>;

/** A light setup on one landscape page. Its faces are read exactly where that can be done, else quickly; each says how far it may be off. */
export async function setupPdf(rows: ProductionRows, setup: Setup, read: ReadLight): Promise<Buffer> {
  const day =
    rows.days.find((d) =>
      rows.dayItems.some(
        (i) => i.dayId === d.id && rows.shots.some((s) => s.id === i.shotId && s.setupId === setup.id),
      ),
    ) ??
    rows.days[0] ??
    null;
  const s = surroundingsOf(rows, setup, day);
  const { plan } = setup;
  const { room, daylight, settings } = s;
  const exact = await read({ plan, room, daylight, kit: rows.lightKit, settings });
  const isExact = exact !== null && 'readings' in exact;
  const readings = isExact
    ? exact.readings
    : readPlan(lightsOf({ plan, room, catalogue: s.catalogue, daylight }), plan, settings);
  const around = room && !room.outside ? 'room' : 'open';
  const offBy = (r: FaceReading) => readingError(r, plan, s.catalogue, { how: isExact ? 'exact' : 'quick', around });
  const findings = checkPlan(s);
  const named = new Map(plan.items.map((i) => [i.id, nameOf(i)]));
  const pageOf = (density: Density): Content[] => {
    const { typePt: small, planPt } = density;
    const legend = legendOf(plan, s.catalogue, density);
    return [
      headingOf(rows, setup, s),
      ...(setup.notes ? [{ text: setup.notes, color: SOFT, margin: [0, 2, 0, 4] } as Content] : []),
      {
        columns: [
          { width: planPt[0], stack: [{ svg: planSvg(plan, s.room, rows.cameras), fit: planPt }] },
          {
            width: '*',
            stack: [
              ...(readings.length > 0 ? [readingsTable(readings, named, offBy)] : []),
              ...(readings.length > 0
                ? [
                    {
                      text: `± in stops, ${isExact ? 'read exactly' : `read quickly${exact ? `: ${exact.why}` : ''}`}`,
                      color: SOFT,
                      fontSize: small,
                    } as Content,
                  ]
                : []),
              heading('Look out'),
              ...(findings.length === 0
                ? [{ text: 'Nothing found.', color: SOFT }]
                : findings.slice(0, density.findings).map((f): Content => ({
                    text: [{ text: f.words, bold: f.level === 'danger' }, ` ${f.mend}`],
                    fontSize: small,
                    margin: [0, 0, 0, 1],
                  }))),
              ...(findings.length > density.findings
                ? [
                    {
                      text: `and ${findings.length - density.findings} more in Kavrell`,
                      color: SOFT,
                      fontSize: small,
                    } as Content,
                  ]
                : []),
              heading('Needs'),
              {
                text:
                  setupNeeds(plan, s.room, s.catalogue)
                    .map((x) => `${x.count} ${x.name}`)
                    .join(' · ') || 'nothing',
                fontSize: small,
              },
            ],
          },
        ],
        columnGap: 14,
      },
      {
        columns: Array.from({ length: density.columns }, (_, column) => ({
          width: '*',
          stack: legend.filter((_, i) => i % density.columns === column),
        })),
        columnGap: 14,
        margin: [0, 6, 0, 0],
      },
      ...(plan.cues.length > 0
        ? [
            {
              text: `Cues: ${plan.cues.map((c) => `${c.on}: ${named.get(c.itemId) ?? ''} ${Math.round(c.fromLevel * 100)} to ${Math.round(c.toLevel * 100)} % in ${c.seconds} s`).join(' · ')}`,
              fontSize: small,
              margin: [0, 3, 0, 0],
            } as Content,
          ]
        : []),
      { text: planCautions(s).join(' '), color: SOFT, fontSize: small, margin: [0, 4, 0, 0] },
    ];
  };
  return renderWithin(
    1,
    `${setup.code} ${setup.name}`,
    DENSITIES.map((d) => () => ({ content: pageOf(d) })),
    `${rows.production.title} · ${setup.code} · readings are estimates; a meter wins`,
    { landscape: true },
  );
}

/** Which setup of which job, where and when, and how long it is rigged. */
function headingOf(rows: ProductionRows, setup: Setup, s: Surroundings): Content {
  const { plan } = setup;
  return {
    columns: [
      { width: '*', text: `${setup.code}  ${setup.name}`, bold: true, fontSize: 16 },
      {
        width: 'auto',
        alignment: 'right',
        color: SOFT,
        text: [
          rows.production.title,
          rows.places.find((p) => p.id === setup.placeId)?.name ?? '',
          plan.atMin !== null ? formatWallMinute(plan.atMin) : '',
          `rig ${formatMinutes(setup.rigMin ?? rigTime(setup, s.catalogue, s.room).minutes)} with ${setup.hands}`,
        ]
          .filter(Boolean)
          .join(' · '),
      },
    ],
  };
}

/** Each thing of the plan in a line, by its number; of very many the rest is told. */
function legendOf(plan: LightPlan, catalogue: Surroundings['catalogue'], { typePt, lines: most }: Density): Content[] {
  const numbers = sourceNumbers(plan);
  const lines: Content[] = plan.items.slice(0, most).map((i) => ({
    text: [
      {
        text: numbers.has(i.id) ? `${numbers.get(i.id)}  ` : i.kind === 'camera' ? `${i.letter}  ` : '·  ',
        bold: true,
      },
      itemLine(i, catalogue),
    ],
    fontSize: typePt,
    margin: [0, 0, 0, 1],
  }));
  const more = plan.items.length - lines.length;
  return more > 0 ? [...lines, { text: `and ${more} more in Kavrell`, color: SOFT, fontSize: typePt }] : lines;
}

/** What each face reads, and how far it may be off. */
function readingsTable(
  readings: readonly FaceReading[],
  named: ReadonlyMap<string, string>,
  offBy: (r: FaceReading) => { stops: number } | null,
): Content {
  const right = (text: string) => ({ text, alignment: 'right' as const });
  return {
    layout: rowLayout,
    fontSize: 8,
    table: {
      headerRows: 1,
      widths: ['*', 'auto', 'auto', 'auto', 'auto', 'auto', 'auto'],
      body: [
        [head('At'), ...['Key', 'Shadow', 'Back', 'Ratio', 'Stop', '±'].map((words) => head(words, 'right'))],
        ...readings.map((r) => [
          named.get(r.id) ?? '',
          right(formatLux(r.keyLux)),
          right(formatLux(r.shadowLux)),
          right(formatLux(r.backLux)),
          right(r.ratio === null ? '–' : `${r.ratio.toFixed(1)} : 1`),
          right(r.tStop === null ? '–' : formatStop(r.tStop)),
          { ...right(offBy(r)?.stops.toFixed(1) ?? '–'), color: SOFT },
        ]),
      ],
    },
  };
}
