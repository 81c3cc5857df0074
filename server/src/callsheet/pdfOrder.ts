import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { type SheetContent } from '@kavrell/core/callsheet';
import { NBSP, formatMinutes } from '@kavrell/core/units';
import { SOFT, head, heading, rows } from '../platform/documents/index.ts';

/** How close things stand: roomy, tight, or tight and without short change-overs and the sketch. */
export type Dense = 0 | 1 | 2;

/** Change-overs shorter than this are left out of the tightest sheet. */
const SHORT_CHANGE_MIN = 16;

export const tight = (dense: Dense) => ({ ...rows, ...(dense ? { paddingTop: () => 1, paddingBottom: () => 1 } : {}) });

export function orderTable(
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

export function shotTable(
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
