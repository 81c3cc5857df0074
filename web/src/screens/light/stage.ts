import { corners } from '@kavrell/core/geometry';
import { itemMarks, paneOf, type Mark, type PlanItem } from '@kavrell/core/light';

/** Seen from above, or from the plan’s lower edge. */
export type Side = 'top' | 'side';

/** What part of the plan is shown: its left top corner and its width, metres. */
export interface Window {
  x: number;
  y: number;
  w: number;
}

export const spotOf = (i: PlanItem, side: Side, heightM: number) =>
  side === 'top' ? { x: i.xM, y: i.yM } : { x: i.xM, y: heightM - i.zM };

const fixed = (v: number) => v.toFixed(3);

/** Marks of a thing in the view: from the side boards show their own outline, lights where they tilt. */
export function marksIn(item: PlanItem, side: Side, unitM: number): Mark[] {
  if (side === 'top') return itemMarks(item, unitM);
  if ('widthM' in item) {
    const outline = corners(paneOf(item)).map((c) => [c.x - item.xM, -(c.z - item.zM)] as const);
    return [
      {
        d: `M${outline.map(([x, y]) => `${fixed(x)} ${fixed(y)}`).join('L')}Z`,
        fill: item.kind === 'flag' ? 'ink' : 'paper',
        weight: 'thin',
      },
    ];
  }
  const tilt = 'tiltDeg' in item ? (item.tiltDeg * Math.PI) / 180 : 0;
  const across = Math.sin((item.turnDeg * Math.PI) / 180) * Math.cos(tilt);
  const turnDeg = (Math.atan2(across, Math.sin(tilt)) * 180) / Math.PI;
  return itemMarks({ ...item, turnDeg }, unitM);
}

const GRID_M = 0.1;
const ALIGN_M = 0.12;
/** To a tenth of a metre, and onto the line of another thing when near it; what it caught on is drawn. */
export function snapped(
  x: number,
  y: number,
  others: readonly { x: number; y: number }[],
): { x: number; y: number; lineX: number | null; lineY: number | null } {
  const near = (v: number, of: (o: { x: number; y: number }) => number) => {
    const best = others.map(of).sort((a, b) => Math.abs(a - v) - Math.abs(b - v))[0];
    return best !== undefined && Math.abs(best - v) < ALIGN_M ? best : null;
  };
  const grid = (v: number) => Math.round(v / GRID_M) * GRID_M;
  const [lineX, lineY] = [near(x, (o) => o.x), near(y, (o) => o.y)];
  const tidy = (v: number) => Math.round(v * 1000) / 1000;
  return { x: tidy(lineX ?? grid(x)), y: tidy(lineY ?? grid(y)), lineX, lineY };
}

interface Label {
  id: string;
  x: number;
  y: number;
  words: string;
}
interface Symbol {
  id: string;
  x: number;
  y: number;
}
export type Placed = Label & { anchor: 'start' | 'end' | 'middle' };
interface Box {
  id: string;
  x1: number;
  x2: number;
  y1: number;
  y2: number;
}
const CHAR_PX = 6.6;
const LINE_PX = 15;
const symbolBoxes = (symbols: readonly Symbol[], unitM: number): Box[] =>
  symbols.map((s) => ({ id: s.id, x1: s.x - unitM, x2: s.x + unitM, y1: s.y - unitM, y2: s.y + unitM }));
function labelBox(l: Omit<Placed, 'id'>, px: number): Box {
  const long = l.words.length * CHAR_PX * px;
  const x1 = l.x - { start: 0, middle: long / 2, end: long }[l.anchor];
  return { id: '', x1, x2: x1 + long, y1: l.y - LINE_PX * px, y2: l.y };
}
const over = (a: Box, b: Box) => a.x1 < b.x2 && a.x2 > b.x1 && a.y1 < b.y2 && a.y2 > b.y1;

/** Labels that don’t lie over one another nor over a symbol; those that would are left out. `px` is metres to a pixel. */
export function placeLabels(wanted: readonly Label[], symbols: readonly Symbol[], px: number, unitM: number): Placed[] {
  const line = LINE_PX * px;
  const taken = symbolBoxes(symbols, unitM);
  const out: Placed[] = [];
  for (const l of wanted) {
    const free = (
      [
        { ...l, y: l.y - unitM * 1.9, anchor: 'middle' },
        { ...l, y: l.y + unitM * 1.9 + line * 0.7, anchor: 'middle' },
        { ...l, x: l.x + unitM * 1.8, y: l.y + line * 0.3, anchor: 'start' },
        { ...l, x: l.x - unitM * 1.8, y: l.y + line * 0.3, anchor: 'end' },
      ] satisfies Placed[]
    ).find((t) => !taken.some((b) => b.id !== l.id && over(labelBox(t, px), b)));
    if (!free) continue;
    taken.push(labelBox(free, px));
    out.push(free);
  }
  return out;
}

/** Figures on lines of light: only where they lie free, inside the room, and off its walls. */
export function placeFigures(
  wanted: readonly { words: string; x: number; y: number }[],
  { labels, symbols }: { labels: readonly Placed[]; symbols: readonly Symbol[] },
  room: { w: number; d: number },
  px: number,
  unitM: number,
): { words: string; x: number; y: number }[] {
  const taken = [...symbolBoxes(symbols, unitM), ...labels.map((l) => labelBox(l, px))];
  return wanted.filter((f) => {
    const box = labelBox({ ...f, anchor: 'middle' }, px);
    const inside = box.x1 > 4 * px && box.x2 < room.w - 4 * px && box.y1 > 4 * px && box.y2 < room.d - 4 * px;
    if (!inside || taken.some((b) => over(box, b))) return false;
    taken.push(box);
    return true;
  });
}
