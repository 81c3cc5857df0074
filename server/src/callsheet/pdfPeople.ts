import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { type SheetContent, type SheetPerson } from '@kavrell/core/callsheet';
import { formatMinutes } from '@kavrell/core/units';
import { spotOf } from '@kavrell/core/places';
import { HAIR, SOFT, head, heading } from '../platform/documents/index.ts';
import { sketchOf } from './sketch.ts';
import { type Dense, tight } from './pdfOrder.ts';

export function peopleTable(
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

export function places(c: SheetContent, dense: Dense): Content[] {
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
