import { direction } from '../../base/geometry/index.ts';
import { FEATURE_WORDS, type Room } from '../places/index.ts';
import { featureLabel, featureMarks, itemMarks, sizeOf, sourceNumbers, wedge } from './drawing.ts';
import { n, type Mark } from './marks.ts';
import { nameOf, type Sensor } from './finding.ts';
import { around, placeLabels, type Box, type LabelAsk } from './planLabels.ts';
import type { LightPlan } from './plan.ts';

const STROKE = { hair: 1, thin: 2, thick: 4.5 } as const;
const escape = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);
/** Pixels to a metre in the sheet’s picture. */
const PX = 100;
/** Words keep a size that can be read however large the room is: so many of them would stand across it. */
const WORDS_ACROSS = 62;
const emOf = (widthM: number) => Math.max(20, (widthM * PX) / WORDS_ACROSS);

/** The plan as a picture for a sheet: black on white, to scale, numbers on sources, letters on cameras, a metre rule and north. */
export function planSvg(plan: LightPlan, room: Room | null, cameras: readonly Sensor[]): string {
  const [w, d] = sizeOf(plan, room);
  const margin = 0.6;
  const unitM = Math.max(0.16, Math.min(0.3, w / 50));
  const out: string[] = [];
  const draw = (marks: readonly Mark[], x = 0, y = 0) => {
    for (const m of marks)
      out.push(
        `<path d="${m.d}" transform="translate(${n(x * PX)} ${n(y * PX)}) scale(${PX})" fill="${m.fill === 'ink' ? '#111' : m.fill === 'paper' ? '#fff' : 'none'}" stroke="#111" stroke-width="${STROKE[m.weight] / PX}"${m.dash ? ` stroke-dasharray="${10 / PX} ${7 / PX}"` : ''}/>`,
      );
  };
  const text = (
    x: number,
    y: number,
    words: string,
    { size = 22, fill = '#111', anchor = 'middle', bold = true } = {},
  ) =>
    out.push(
      `<text x="${n(x * PX)}" y="${n(y * PX)}" font-size="${n(size)}" fill="${fill}" text-anchor="${anchor}" font-weight="${bold ? 700 : 400}">${escape(words)}</text>`,
    );
  for (let x = 1; x < w; x += 1)
    out.push(`<path d="M${x * PX} 0V${n(d * PX)}" stroke="#ddd" stroke-width="1" fill="none"/>`);
  for (let y = 1; y < d; y += 1)
    out.push(`<path d="M0 ${y * PX}H${n(w * PX)}" stroke="#ddd" stroke-width="1" fill="none"/>`);
  out.push(
    `<rect x="0" y="0" width="${n(w * PX)}" height="${n(d * PX)}" fill="none" stroke="#111" stroke-width="${room && !room.outside ? 6 : 2}"${room?.outside ? ' stroke-dasharray="14 10"' : ''}/>`,
  );
  for (const f of room?.features ?? []) {
    draw(featureMarks(f, unitM));
  }
  const clip = `<clipPath id="room"><rect x="0" y="0" width="${n(w * PX)}" height="${n(d * PX)}"/></clipPath>`;
  out.push('<g clip-path="url(#room)">');
  for (const i of plan.items) if (i.kind === 'camera') draw(wedge(i, cameras, w + d), i.xM, i.yM);
  out.push('</g>');
  const numbers = sourceNumbers(plan);
  for (const i of plan.items) draw(itemMarks(i, unitM), i.xM, i.yM);
  for (const i of plan.items) {
    if (i.kind === 'source')
      text(i.xM, i.yM + 0.08, String(numbers.get(i.id)), { size: 22, fill: i.on ? '#fff' : '#111' });
    else if (i.kind === 'camera') text(i.xM, i.yM + 0.08, i.letter, { size: 24, fill: '#fff' });
  }
  for (const l of placeLabels(labelsOf(plan, room, unitM), symbolsOf(plan, unitM)))
    text(l.x / PX, l.y / PX, l.words, { size: l.size, bold: l.bold, anchor: l.anchor });
  const up = room?.upBearingDeg ?? 0;
  const north = direction(-up);
  const [nx, ny] = [w - 0.6, d - 0.7];
  if (room) {
    out.push(
      `<path d="M${n((nx - north.x * 0.35) * PX)} ${n((ny - north.y * 0.35) * PX)}L${n((nx + north.x * 0.35) * PX)} ${n((ny + north.y * 0.35) * PX)}" stroke="#111" stroke-width="3" fill="none"/>`,
    );
    text(nx + north.x * 0.55, ny + north.y * 0.55 + 0.08, 'N', { size: 22 });
  }
  text(0.02, d + 0.38, 'one square is 1 m', { size: 18, anchor: 'start', bold: false });
  const box = `${n(-margin * PX)} ${n(-margin * PX)} ${n((w + 2 * margin) * PX)} ${n((d + 2 * margin) * PX)}`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" font-family="sans-serif"><defs>${clip}</defs><rect x="${n(-margin * PX)}" y="${n(-margin * PX)}" width="${n((w + 2 * margin) * PX)}" height="${n((d + 2 * margin) * PX)}" fill="#fff"/>${out.join('')}</svg>`;
}

/** The words of a sheet’s picture: names of what has no number, then of the room; where two would lie over each other one steps aside. */
export function labelsOf(plan: LightPlan, room: Room | null, unitM: number): LabelAsk[] {
  const [w, d] = sizeOf(plan, room);
  const em = emOf(w);
  return [
    ...plan.items
      .filter((i) => i.kind !== 'source' && i.kind !== 'camera')
      .map((i) => ({
        ...{ words: nameOf(i), size: em, bold: true },
        at: around(i.xM * PX, i.yM * PX, unitM * 1.3 * PX, em),
      })),
    ...(room?.features ?? []).map((f) => {
      const at = featureLabel(f, w, d, 0.2);
      const [x, y] = [at.x * PX, at.y * PX];
      const steps = [0, 1, -1, 2, -2, 3, -3, 4, -4].map((k) => ({ x, y: y + k * em, anchor: at.anchor }));
      return { words: f.name || FEATURE_WORDS[f.kind], size: em * 0.9, bold: false, at: steps };
    }),
  ];
}

/** What is drawn of a plan’s things, as boxes that no word may lie over. */
export const symbolsOf = (plan: LightPlan, unitM: number): Box[] =>
  plan.items.map((i) => {
    const [x, y, r] = [i.xM * PX, i.yM * PX, unitM * PX];
    return { left: x - r, right: x + r, top: y - r, bottom: y + r };
  });
