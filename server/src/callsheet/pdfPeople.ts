import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { type SheetContent, type SheetPerson } from '@kavrell/core/callsheet';
import { formatMinutes } from '@kavrell/core/units';
import { spotOf } from '@kavrell/core/places';
import { INK, SOFT, head } from '../platform/documents/index.ts';
import { placesSvg } from './sketch.ts';
import { type Dense, heading, tight } from './pdfOrder.ts';

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
    heading('People and their calls', dense),
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
        .map((text) => ({ text: String(text), fontSize: dense === 2 ? 7.5 : 8 })),
    ],
  });
  if (c.places.length === 0) return [];
  const cells = c.places.map((p) => ({ stack: [one(p)], length: wordsOf(p) }));
  const across = Math.min(3, cells.length);
  const lines = Array.from({ length: Math.ceil(cells.length / across) }, (_, i) =>
    cells.slice(i * across, (i + 1) * across),
  );
  // Where the places lie stands under the one of the last row that says the least.
  const map = placesSvg(c.places, { ink: INK, soft: '#888888' });
  const shortest = lines.at(-1)?.reduce((a, b) => (b.length < a.length ? b : a));
  if (map && shortest) shortest.stack.push({ svg: map, fit: [160, 85] });
  const drawn = lines.map((line): Content => ({
    columns: Array.from({ length: across }, (_, k): Content => (line[k] ? { stack: line[k].stack } : { text: '' })),
    columnGap: 12,
  }));
  return [{ stack: [heading('Places', dense), ...drawn], unbreakable: lines.length === 1 }];
}

/** How much is said of a place, by its letters. */
const wordsOf = (p: SheetContent['places'][number]): number =>
  [p.address, p.directions, p.parking, p.hospital, p.contact, ...p.facts].join().length;
