import type { Room } from '../places/index.ts';
import { featureMarks, itemMarks, sizeOf, sourceNumbers } from './drawing.ts';
import { n, type Mark } from './marks.ts';
import type { LightPlan } from './plan.ts';

/** Symbols are drawn this large against the plan’s width: in a small picture they must be told apart, not measured. */
const SYMBOL_SHARE = 1 / 26;

/** Something in a small picture of a plan, where it stands (m), with the number or letter on it. */
export interface SmallPart {
  id: string;
  xM: number;
  yM: number;
  marks: Mark[];
  /** Of the room, not of what is put into it. */
  isRoom: boolean;
  label: string;
  /** The label stands on ink: it is written in the colour of the paper. */
  onInk: boolean;
}

/** A plan of light as a small picture, to know a setup by: its room, what stands in it, the numbers of its lamps; metres. */
export interface SmallPlan {
  widthM: number;
  depthM: number;
  /** Size of a symbol. */
  unitM: number;
  /** Walls all round; else the edge is only where the drawing ends. */
  isInside: boolean;
  parts: SmallPart[];
}

/** What is drawn of a plan where it is small: no words, no squares. */
export function smallPlan(plan: LightPlan, room: Room | null): SmallPlan {
  const [widthM, depthM] = sizeOf(plan, room);
  const unitM = widthM * SYMBOL_SHARE;
  const numbers = sourceNumbers(plan);
  return {
    widthM,
    depthM,
    unitM,
    isInside: room !== null && !room.outside,
    parts: [
      ...(room?.features ?? []).map((f): SmallPart => {
        const marks = featureMarks(f, unitM);
        return { id: f.id, xM: 0, yM: 0, marks, isRoom: true, label: '', onInk: false };
      }),
      ...plan.items.map((i): SmallPart => {
        const label = i.kind === 'source' ? String(numbers.get(i.id) ?? '') : i.kind === 'camera' ? i.letter : '';
        const onInk = i.kind !== 'source' || i.on;
        return { id: i.id, xM: i.xM, yM: i.yM, marks: itemMarks(i, unitM), isRoom: false, label, onInk };
      }),
    ],
  };
}

/** The same as a picture of its own, black on white: for sheets on paper and pages without script. */
export function smallPlanSvg(plan: LightPlan, room: Room | null): string {
  const { widthM, depthM, unitM, isInside, parts } = smallPlan(plan, room);
  const hair = unitM / 12;
  const width = { hair, thin: hair * 1.6, thick: hair * 3.4 } as const;
  const path = (m: Mark, ink: string) =>
    `<path d="${m.d}" fill="${m.fill === 'ink' ? ink : m.fill === 'paper' ? '#fff' : 'none'}" stroke="${ink}" stroke-width="${n(width[m.weight])}" stroke-linejoin="round"${m.dash ? ` stroke-dasharray="${n(hair * 5)} ${n(hair * 4)}"` : ''}/>`;
  const drawn = parts.map(
    (p) =>
      `<g transform="translate(${n(p.xM)} ${n(p.yM)})">${p.marks.map((m) => path(m, p.isRoom ? '#777' : '#111')).join('')}${
        p.label
          ? `<text y="${n(unitM * 0.42)}" font-size="${n(unitM * 1.2)}" font-weight="700" text-anchor="middle" fill="${p.onInk ? '#fff' : '#111'}">${p.label}</text>`
          : ''
      }</g>`,
  );
  const box = [-unitM, -unitM, widthM + 2 * unitM, depthM + 2 * unitM].map(n).join(' ');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" font-family="sans-serif"><rect x="${n(-unitM)}" y="${n(-unitM)}" width="${n(widthM + 2 * unitM)}" height="${n(depthM + 2 * unitM)}" fill="#fff"/><rect width="${n(widthM)}" height="${n(depthM)}" fill="none" stroke="#777" stroke-width="${n(isInside ? width.thin : hair)}"${isInside ? '' : ` stroke-dasharray="${n(hair * 5)} ${n(hair * 4)}"`}/>${drawn.join('')}</svg>`;
}
