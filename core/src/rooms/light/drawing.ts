import { direction } from '../../base/geometry/index.ts';
import { type Feature, type Room } from '../places/index.ts';
import type { Sensor } from './finding.ts';
import { seenWidthMm, sensorOf } from './framed.ts';
import { kindOf } from './kinds.ts';
import type { Catalogue } from './library.ts';
import { path, type Mark } from './marks.ts';
import type { CameraItem, LightPlan, PlanItem } from './plan.ts';

/** Marks of one thing, around its own place, `unitM` metres to a symbol’s half: cloths and boards are drawn as wide as they are. */
export function itemMarks(item: PlanItem, unitM: number): Mark[] {
  const ahead = direction(item.turnDeg);
  const aside = direction(item.turnDeg + 90);
  const metres = (a: number, b: number): [number, number] => [ahead.x * a + aside.x * b, ahead.y * a + aside.y * b];
  const at = (a: number, b: number) => metres(a * unitM, b * unitM);
  return kindOf(item).marks(item, { at, metres, unitM });
}

/** The two edges of what a camera sees, `farM` long, from its own place. */
export function wedge(camera: CameraItem, cameras: readonly Sensor[], farM: number): [Mark, Mark] {
  const half = (Math.atan(seenWidthMm(camera, sensorOf(camera, cameras)) / (2 * camera.focalMm)) * 180) / Math.PI;
  const edge = (turn: number): Mark => {
    const to = direction(camera.turnDeg + turn);
    return {
      d: path([
        [0, 0],
        [to.x * farM, to.y * farM],
      ]),
      fill: 'none',
      weight: 'hair',
      dash: true,
    };
  };
  return [edge(-half), edge(half)];
}

/** Marks of what belongs to the room, in its own metres. */
export function featureMarks(f: Feature, unitM: number): Mark[] {
  const l = Math.hypot(f.x2 - f.x1, f.y2 - f.y1) || 1;
  const [nx, ny] = [(-(f.y2 - f.y1) / l) * 0.07, ((f.x2 - f.x1) / l) * 0.07];
  const line = path([
    [f.x1, f.y1],
    [f.x2, f.y2],
  ]);
  const beside = (k: number) =>
    path([
      [f.x1 + nx * k, f.y1 + ny * k],
      [f.x2 + nx * k, f.y2 + ny * k],
    ]);
  const opening = path(
    [
      [f.x1 - nx, f.y1 - ny],
      [f.x2 - nx, f.y2 - ny],
      [f.x2 + nx, f.y2 + ny],
      [f.x1 + nx, f.y1 + ny],
    ],
    true,
  );
  switch (f.kind) {
    case 'window':
      return [
        {
          d: opening,
          fill: 'paper',
          weight: 'thin',
        },
        { d: line, fill: 'none', weight: 'hair' },
      ];
    case 'door':
      return [
        {
          d: opening,
          fill: 'paper',
          weight: 'hair',
          dash: true,
        },
      ];
    case 'mirror':
      return [
        { d: beside(1.4), fill: 'none', weight: 'thick' },
        { d: beside(-0.4), fill: 'none', weight: 'hair' },
      ];
    case 'socket':
      return [
        {
          d: path(
            [
              [f.x1 - 0.5 * unitM, f.y1 - 0.35 * unitM],
              [f.x1 + 0.5 * unitM, f.y1 - 0.35 * unitM],
              [f.x1 + 0.5 * unitM, f.y1 + 0.35 * unitM],
              [f.x1 - 0.5 * unitM, f.y1 + 0.35 * unitM],
            ],
            true,
          ),
          fill: 'paper',
          weight: 'thin',
        },
      ];
    case 'block':
      return [
        {
          d: path(
            [
              [f.x1, f.y1],
              [f.x2, f.y1],
              [f.x2, f.y2],
              [f.x1, f.y2],
            ],
            true,
          ),
          fill: 'none',
          weight: 'hair',
        },
      ];
    default:
      return [{ d: line, fill: 'none', weight: 'thick', dash: true }];
  }
}

/** Where the name of a thing of the room stands: below its middle, drawn in from the walls. `lineM` is the height of a line of text. */
export function featureLabel(
  f: Feature,
  widthM: number,
  depthM: number,
  lineM: number,
): { x: number; y: number; anchor: 'start' | 'middle' | 'end' } {
  const [x, y] = [(f.x1 + f.x2) / 2, (f.y1 + f.y2) / 2];
  const nearM = 4 * lineM;
  const anchor = x < nearM ? 'start' : x > widthM - nearM ? 'end' : 'middle';
  const inset = { start: 0.7 * lineM, middle: 0, end: -0.7 * lineM }[anchor];
  const below = f.kind === 'block' ? 0.35 * lineM : y > depthM - 2 * lineM ? -0.8 * lineM : 1.5 * lineM;
  return { x: x + inset, y: y + below, anchor };
}

/** Sources are numbered in their order on the plan, people and boards are named. */
export function sourceNumbers(plan: Pick<LightPlan, 'items'>): Map<string, number> {
  return new Map(plan.items.filter((i) => i.kind === 'source').map((i, index) => [i.id, index + 1]));
}

const metres = (m: number) => `${m.toFixed(1)}\u00a0m`;
/** A thing of the plan in one line of words, as a screen reader or a phone call has it. */
export function itemLine(item: PlanItem, catalogue: Catalogue): string {
  const where = `${metres(item.xM)} across, ${metres(item.yM)} down, ${metres(item.zM)} high, turned ${Math.round(item.turnDeg)}°`;
  const stand =
    'standKey' in item && item.standKey
      ? `, on ${catalogue.get(item.standKey)?.name ?? item.standKey}${item.ballastKg > 0 ? ` with ${item.ballastKg}\u00a0kg` : ''}`
      : '';
  const tilt = item.kind === 'source' ? `, tilted ${Math.round(item.tiltDeg)}°` : '';
  return `${kindOf(item).said(item, catalogue)}; ${where}${tilt}${stand}`;
}

/** Width and depth that a plan is drawn in: its room, or what stands on it. */
export function sizeOf(plan: Pick<LightPlan, 'items'>, room: Room | null): [number, number] {
  if (room) return [room.widthM, room.depthM];
  const [x, y] = [plan.items.map((i) => i.xM), plan.items.map((i) => i.yM)];
  return [Math.max(8, ...x) + 1, Math.max(6, ...y) + 1];
}
