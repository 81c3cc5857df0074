import type { Content, TableCell } from 'pdfmake/interfaces.js';
import type { CallSheet } from '@kavrell/core/callsheet';
import { NBSP, formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { HAIR, SOFT, head, heading, renderPdf, rows } from '../platform/documents/index.ts';

/** Lays a composed sheet out on paper. */
export function callSheetPdf(sheet: CallSheet): Promise<Buffer> {
  const { production, plan } = sheet;
  const { day } = plan;
  const time = (minute: number) => formatMinuteOfDay(minute, day);
  const title = `${production.title} – day ${day.number}`;

  const fact = (name: string, value: string): TableCell => ({
    stack: [
      { text: name, color: SOFT, fontSize: 8 },
      { text: value, bold: true, fontSize: 13 },
    ],
  });
  const sunFact = (name: string, minute: number | null) => fact(name, minute === null ? '–' : time(minute));
  const content: Content[] = [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: production.title, bold: true, fontSize: 22, lineHeight: 1 },
            { text: production.client, color: SOFT, margin: [0, 2, 0, 0] },
          ],
        },
        {
          width: 'auto',
          alignment: 'right',
          stack: [
            { text: formatDate(day.date, { long: true, year: true }), bold: true, fontSize: 12 },
            { text: `Day ${day.number} of ${sheet.ofDays} · call sheet`, color: SOFT },
          ],
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 523, y2: 0, lineWidth: 1.5 }], margin: [0, 8, 0, 8] },
    {
      layout: 'noBorders',
      table: {
        widths: ['*', '*', '*', '*', '*', '*'],
        body: [
          [
            fact('General call', time(day.callMin)),
            fact('Planned wrap', time(plan.wrapMin)),
            sunFact('Sunrise', sheet.sun?.riseMin ?? null),
            sunFact('Low sun from', sheet.sun?.lowSunStartMin ?? null),
            sunFact('Sunset', sheet.sun?.setMin ?? null),
            sunFact('Dark', sheet.sun?.duskMin ?? null),
          ],
        ],
      },
    },
  ];
  if (day.notes) content.push({ text: day.notes, margin: [0, 8, 0, 0] });

  content.push(heading('Order of the day'), {
    layout: rows,
    table: {
      headerRows: 1,
      widths: [34, '*', 34, 54, 108, 44],
      dontBreakRows: true,
      body: [
        [head('From'), head('What'), head('Light'), head('Cameras'), head('Who'), head('Length', 'right')],
        ...sheet.lines.map(({ block, light, cameras, people }): TableCell[] => {
          const work = block.kind === 'work';
          const color = work ? undefined : SOFT;
          const shots =
            block.rows.length > 1
              ? block.rows
                  .map((r) => r.shot?.code)
                  .filter(Boolean)
                  .join(', ')
              : '';
          const what: Content[] = [{ text: block.title, bold: work, ...(color ? { color } : {}) }];
          if (shots) what.push({ text: shots, color: SOFT, fontSize: 8 });
          const pinned = block.rows.some((r) => r.pinnedStartMin !== null);
          if (pinned) what.push({ text: 'fixed start', color: SOFT, fontSize: 8 });
          return [
            { text: time(block.startMin), bold: work, ...(color ? { color } : {}) },
            { stack: what },
            { text: light, color: SOFT },
            { text: cameras.join(`${NBSP}${NBSP}`), font: 'Mono', bold: true },
            { text: people.join(', '), fontSize: 8 },
            { text: formatMinutes(block.endMin - block.startMin), alignment: 'right', ...(color ? { color } : {}) },
          ];
        }),
      ],
    },
  });

  content.push(heading('People and their calls'), {
    layout: rows,
    table: {
      headerRows: 1,
      widths: [44, 110, '*', 70, 70],
      dontBreakRows: true,
      body: [
        [head('Call'), head('Name'), head('Role'), head('First needed'), head('Last needed')],
        ...sheet.calls.map((call): TableCell[] => [
          { text: time(call.callMin), bold: true },
          { text: call.person.name },
          { text: call.person.role, color: SOFT },
          { text: call.firstNeedMin === null ? '–' : time(call.firstNeedMin), color: SOFT },
          { text: call.releaseMin === null ? '–' : time(call.releaseMin), color: SOFT },
        ]),
      ],
    },
  });

  content.push(heading('Places'));
  for (const place of sheet.places) {
    const details = [
      place.address,
      place.parking &&
        `Parking: ${place.parking}${place.walkMin ? `, ${formatMinutes(place.walkMin)} walk to set` : ''}`,
      place.contact && `Contact: ${place.contact}`,
      place.hospital && `Nearest hospital: ${place.hospital}`,
      place.confirmed ? '' : 'Not confirmed yet.',
    ].filter(Boolean);
    content.push({
      unbreakable: true,
      margin: [0, 2, 0, 4],
      stack: [
        {
          text: [
            { text: place.name, bold: true },
            { text: `   ${place.latitude.toFixed(4)}, ${place.longitude.toFixed(4)}`, color: SOFT, fontSize: 8 },
          ],
        },
        ...details.map((text) => ({ text: String(text), fontSize: 8.5 })),
      ],
    });
  }

  content.push({
    unbreakable: true,
    margin: [0, 10, 0, 0],
    table: {
      widths: ['*'],
      body: [
        [
          {
            stack: [
              { text: 'With care', bold: true },
              ...sheet.cautions.map((text) => ({
                text,
                fontSize: 8.5,
                margin: [0, 2, 0, 0] as [number, number, number, number],
              })),
            ],
            margin: [4, 4, 4, 4],
          },
        ],
      ],
    },
    layout: { hLineColor: () => HAIR, vLineColor: () => HAIR, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
  });
  const notes = [...plan.violations.map((v) => v.message), ...plan.assumptions];
  if (notes.length) content.push(heading('Not yet settled'), { ul: notes, color: SOFT, fontSize: 8.5 });

  return renderPdf(
    title,
    content,
    `${title} · times are local to ${day.timeZone} · an estimate: see “Not yet settled” for what was assumed`.replace(
      notes.length ? '' : ': see “Not yet settled” for what was assumed',
      '',
    ),
  );
}
