import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { type SheetContent } from '@kavrell/core/callsheet';
import { NBSP, formatMinutes } from '@kavrell/core/units';
import { SOFT, head, heading as roomyHeading, rows } from '../platform/documents/index.ts';

/** How close things stand: roomy, tight, or tight and without short change-overs and the sketch. */
export type Dense = 0 | 1 | 2;

/** Change-overs shorter than this are left out of the tightest sheet. */
const SHORT_CHANGE_MIN = 16;

/** A heading, closer to what stands above it on a tight sheet. */
export const heading = (text: string, dense: Dense): Content =>
  dense === 2 ? { text, bold: true, fontSize: 10, margin: [0, 7, 0, 2] } : roomyHeading(text);

const CLOSE: Readonly<Record<Dense, number | null>> = { 0: null, 1: 1, 2: 0.5 };
export function tight(dense: Dense) {
  const padding = CLOSE[dense];
  return padding === null ? rows : { ...rows, paddingTop: () => padding, paddingBottom: () => padding };
}

export function orderTable(
  c: SheetContent,
  time: (m: number) => string,
  short: (ids: readonly string[]) => string,
  dense: Dense,
): Content[] {
  const units = new Set(c.lines.map((l) => l.unit)).size > 1;
  return [
    heading('Order of the day', dense),
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
                // A title that begins with its codes has said them.
                l.shotCodes.length > 1 && !l.title.startsWith(l.shotCodes[0] ?? '') ? l.shotCodes.join(', ') : '',
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

export function shotTable(
  c: SheetContent,
  time: (m: number) => string,
  short: (ids: readonly string[]) => string,
  dense: Dense,
): Content[] {
  if (c.shots.length === 0) return [];
  const small = dense === 2 ? 7.5 : 8;
  return [
    heading('Shots', dense),
    {
      layout: tight(dense === 0 ? 1 : dense),
      table: {
        headerRows: 1,
        widths: [26, 28, 26, '*', 132, 70, 26],
        dontBreakRows: true,
        body: [
          [head('Code'), head('At'), head('Shot'), head('What'), head('How'), head('Who'), head('Takes', 'right')],
          ...c.shots.map((s): TableCell[] => [
            { text: s.row, font: 'Mono', fontSize: small },
            { text: time(s.startMin), fontSize: small },
            { text: s.code, bold: true, fontSize: small },
            { text: `${s.what}${s.priority === 'must' ? ' · must' : ''}`, fontSize: small },
            { text: s.how, color: SOFT, fontSize: 7.5 },
            { text: short(s.personIds), fontSize: 7.5 },
            { text: String(s.takes), alignment: 'right', fontSize: small },
          ]),
        ],
      },
    },
  ];
}
