import { direction } from '../../base/geometry/index.ts';
import { type Feature, type Room } from '../places/index.ts';
import { entryOf, type Catalogue } from './library.ts';
import { nameOf, type Sensor } from './finding.ts';
import { lampOf } from './lamp.ts';
import { seenWidthMm, sensorOf } from './framed.ts';
import type { CameraItem, LightPlan, PlanItem } from './plan.ts';

/** A stroke of the plan in metres: drawn with ink, filled with ink, or laid out as paper. */
export interface Mark {
  d: string;
  fill: 'ink' | 'paper' | 'none';
  weight: 'hair' | 'thin' | 'thick';
  dash?: boolean;
}

/** A figure of a drawing: finer than a thousandth nothing is seen. */
export const n = (v: number): string => (Math.round(v * 1000) / 1000).toString();
const path = (points: readonly (readonly [number, number])[], close = false) =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('') + (close ? 'Z' : '');
const circle = (x: number, y: number, r: number) =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;

/** Marks of one thing, around its own place, `unitM` metres to a symbol’s half: cloths and boards are drawn as wide as they are. */
export function itemMarks(item: PlanItem, unitM: number): Mark[] {
  const f = direction(item.turnDeg);
  const r = direction(item.turnDeg + 90);
  const u = unitM;
  /** Forward and to the right of where it looks, in symbol halves. */
  const at = (ahead: number, aside: number): [number, number] => [
    (f.x * ahead + r.x * aside) * u,
    (f.y * ahead + r.y * aside) * u,
  ];
  const wide = (ahead: number, aside: number): [number, number] => [
    f.x * ahead + r.x * aside,
    f.y * ahead + r.y * aside,
  ];
  switch (item.kind) {
    case 'source':
      return [
        { d: path([at(1, 0), at(0, 1), at(-1, 0), at(0, -1)], true), fill: item.on ? 'ink' : 'paper', weight: 'thin' },
        { d: path([at(1.15, -0.55), at(1.6, 0), at(1.15, 0.55)]), fill: 'none', weight: 'thin' },
      ];
    case 'person':
      return [
        {
          d: `M${at(1.5, 0).map(n).join(' ')}C${at(0.4, 1.3).map(n).join(' ')} ${at(-0.9, 0.9).map(n).join(' ')} ${at(-1.2, 0).map(n).join(' ')}C${at(-0.9, -0.9).map(n).join(' ')} ${at(0.4, -1.3).map(n).join(' ')} ${at(1.5, 0).map(n).join(' ')}Z`,
          fill: 'ink',
          weight: 'thin',
        },
        { d: circle(0, 0, 0.42 * u), fill: 'paper', weight: 'hair' },
      ];
    case 'camera':
      return [
        {
          d: path([at(1, -1.05), at(0.85, 0.95), at(-0.95, 1.1), at(-0.7, 0.3), at(-1, -0.1), at(-0.8, -1)], true),
          fill: 'ink',
          weight: 'thin',
        },
      ];
    case 'meter':
      return [
        { d: circle(0, 0, 0.6 * u), fill: 'none', weight: 'thin' },
        { d: path([at(1.3, 0), at(-0.6, 0)]) + path([at(0, -0.6), at(0, 0.6)]), fill: 'none', weight: 'thin' },
      ];
    default: {
      const half = item.widthM / 2;
      const lean = Math.abs(Math.sin((item.tiltDeg * Math.PI) / 180)) * (item.heightM / 2);
      const thick = Math.max(0.12 * u, lean);
      const board = path([wide(thick, -half), wide(thick, half), wide(-thick, half), wide(-thick, -half)], true);
      if (item.kind === 'flag') return [{ d: board, fill: 'ink', weight: 'thick' }];
      const ticks = Array.from({ length: 5 }, (_, i) => {
        const aside = -half + (half * (2 * i + 1)) / 5;
        return path([wide(thick, aside - 0.06), wide(thick + 0.35 * u, aside + 0.06)]);
      }).join('');
      if (item.kind === 'bounce')
        return [
          { d: board, fill: 'paper', weight: 'thin' },
          { d: ticks, fill: 'none', weight: 'thin' },
        ];
      if (item.kind === 'mirror')
        return [
          { d: board, fill: 'paper', weight: 'hair' },
          { d: ticks, fill: 'none', weight: 'hair', dash: true },
        ];
      return [
        { d: board, fill: 'paper', weight: 'thin' },
        { d: path([wide(0, -half), wide(0, half)]), fill: 'none', weight: 'hair', dash: true },
      ];
    }
  }
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
  switch (item.kind) {
    case 'source': {
      const lamp = lampOf(item, catalogue);
      return `${nameOf(item)} (${item.role}): ${lamp?.words ?? item.fixtureKey}, ${item.on ? `${Math.round(item.level * 100)}\u00a0%` : 'off'}, ${Math.round(lamp?.colourK ?? 0)}\u00a0K; ${where}, tilted ${Math.round(item.tiltDeg)}°${stand}`;
    }
    case 'camera':
      return `Camera ${item.letter}: ${item.focalMm}\u00a0mm${(item.squeeze ?? 1) > 1 ? `, squeezed ${item.squeeze}` : ''}; ${where}`;
    case 'person':
      return `${nameOf(item)}${item.spectacles ? ', with spectacles' : ''}; ${where}`;
    case 'meter':
      return `${nameOf(item)}; ${where}`;
    default: {
      const cloth = 'clothKey' in item ? `${entryOf(catalogue, item.clothKey, 'cloth')?.name ?? item.clothKey}, ` : '';
      return `${nameOf(item)}: ${cloth}${item.widthM}\u00a0×\u00a0${item.heightM}\u00a0m; ${where}${stand}`;
    }
  }
}

/** Width and depth that a plan is drawn in: its room, or what stands on it. */
export function sizeOf(plan: Pick<LightPlan, 'items'>, room: Room | null): [number, number] {
  if (room) return [room.widthM, room.depthM];
  const [x, y] = [plan.items.map((i) => i.xM), plan.items.map((i) => i.yM)];
  return [Math.max(8, ...x) + 1, Math.max(6, ...y) + 1];
}
