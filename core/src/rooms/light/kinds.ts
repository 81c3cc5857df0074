import type { ScenePane } from '../../physics/illumination/index.ts';
import { nameOf } from './finding.ts';
import { lampOf } from './lamp.ts';
import { entryOf, type Catalogue } from './library.ts';
import { circle, n, path, type Mark } from './marks.ts';
import type { BounceItem, FlagItem, FrameItem, MirrorItem, PlanItem } from './plan.ts';
import { paneOf } from './space.ts';

/** What marks are drawn with: places ahead of a thing and to the right of it, in halves of a symbol or in metres. */
interface Pen {
  at(ahead: number, aside: number): [number, number];
  metres(ahead: number, aside: number): [number, number];
  /** Half a symbol, metres. */
  unitM: number;
}

/** What a kind of thing on a plan is to everybody who asks. A new kind is one entry more. */
interface Kind<T extends PlanItem> {
  /** How it is drawn, around its own place. */
  marks(item: T, pen: Pen): Mark[];
  /** What it is, in words; where it stands is said by who asks. */
  said(item: T, catalogue: Catalogue): string;
  /** The pane that it is to the light kernel: null for what is none, words for what the kernel does not know. */
  pane(item: T, catalogue: Catalogue): ScenePane | string | null;
}

const noPane = () => null;
type Flat = FlagItem | FrameItem | BounceItem | MirrorItem;

/** A board as wide as it is, as thick as it leans; and ticks on the side that it looks to. */
function boardOf(item: Flat, { metres, unitM }: Pen): { board: string; ticks: string } {
  const half = item.widthM / 2;
  const lean = Math.abs(Math.sin((item.tiltDeg * Math.PI) / 180)) * (item.heightM / 2);
  const thick = Math.max(0.12 * unitM, lean);
  const ticks = Array.from({ length: 5 }, (_, i) => {
    const aside = -half + (half * (2 * i + 1)) / 5;
    return path([metres(thick, aside - 0.06), metres(thick + 0.35 * unitM, aside + 0.06)]);
  });
  return {
    board: path([metres(thick, -half), metres(thick, half), metres(-thick, half), metres(-thick, -half)], true),
    ticks: ticks.join(''),
  };
}
const flatSaid = (item: Flat, cloth = '') =>
  `${nameOf(item)}: ${cloth}${item.widthM}\u00a0×\u00a0${item.heightM}\u00a0m`;
const clothOf = (item: FrameItem | BounceItem, catalogue: Catalogue) => entryOf(catalogue, item.clothKey, 'cloth');
const clothSaid = (item: FrameItem | BounceItem, catalogue: Catalogue) =>
  flatSaid(item, `${clothOf(item, catalogue)?.name ?? item.clothKey}, `);
const scenePane = (item: Flat) => ({ ...paneOf(item), id: item.id, reflectance: 0, transmission: 0 });

const KINDS: { [K in PlanItem['kind']]: Kind<Extract<PlanItem, { kind: K }>> } = {
  source: {
    marks: (item, { at }) => [
      { d: path([at(1, 0), at(0, 1), at(-1, 0), at(0, -1)], true), fill: item.on ? 'ink' : 'paper', weight: 'thin' },
      { d: path([at(1.15, -0.55), at(1.6, 0), at(1.15, 0.55)]), fill: 'none', weight: 'thin' },
    ],
    said: (item, catalogue) => {
      const lamp = lampOf(item, catalogue);
      return `${nameOf(item)} (${item.role}): ${lamp?.words ?? item.fixtureKey}, ${item.on ? `${Math.round(item.level * 100)}\u00a0%` : 'off'}, ${Math.round(lamp?.colourK ?? 0)}\u00a0K`;
    },
    pane: noPane,
  },
  person: {
    marks: (_, { at, unitM }) => {
      const to = (ahead: number, aside: number) => at(ahead, aside).map(n).join(' ');
      return [
        {
          d: `M${to(1.5, 0)}C${to(0.4, 1.3)} ${to(-0.9, 0.9)} ${to(-1.2, 0)}C${to(-0.9, -0.9)} ${to(0.4, -1.3)} ${to(1.5, 0)}Z`,
          fill: 'ink',
          weight: 'thin',
        },
        { d: circle(0, 0, 0.42 * unitM), fill: 'paper', weight: 'hair' },
      ];
    },
    said: (item) => `${nameOf(item)}${item.spectacles ? ', with spectacles' : ''}`,
    pane: noPane,
  },
  camera: {
    marks: (_, { at }) => [
      {
        d: path([at(1, -1.05), at(0.85, 0.95), at(-0.95, 1.1), at(-0.7, 0.3), at(-1, -0.1), at(-0.8, -1)], true),
        fill: 'ink',
        weight: 'thin',
      },
    ],
    said: (item) =>
      `Camera ${item.letter}: ${item.focalMm}\u00a0mm${(item.squeeze ?? 1) > 1 ? `, squeezed ${item.squeeze}` : ''}`,
    pane: noPane,
  },
  meter: {
    marks: (_, { at, unitM }) => [
      { d: circle(0, 0, 0.6 * unitM), fill: 'none', weight: 'thin' },
      { d: path([at(1.3, 0), at(-0.6, 0)]) + path([at(0, -0.6), at(0, 0.6)]), fill: 'none', weight: 'thin' },
    ],
    said: (item) => nameOf(item),
    pane: noPane,
  },
  flag: {
    marks: (item, pen) => [{ d: boardOf(item, pen).board, fill: 'ink', weight: 'thick' }],
    said: (item) => flatSaid(item),
    pane: (item) => ({ ...scenePane(item), kind: 'flag' }),
  },
  frame: {
    marks: (item, pen) => [
      { d: boardOf(item, pen).board, fill: 'paper', weight: 'thin' },
      {
        d: path([pen.metres(0, -item.widthM / 2), pen.metres(0, item.widthM / 2)]),
        fill: 'none',
        weight: 'hair',
        dash: true,
      },
    ],
    said: clothSaid,
    pane: (item, catalogue) => ({
      ...scenePane(item),
      kind: 'diffusion',
      transmission: clothOf(item, catalogue)?.data.transmission ?? 0,
    }),
  },
  bounce: {
    marks: (item, pen) => {
      const { board, ticks } = boardOf(item, pen);
      return [
        { d: board, fill: 'paper', weight: 'thin' },
        { d: ticks, fill: 'none', weight: 'thin' },
      ];
    },
    said: clothSaid,
    pane: (item, catalogue) => {
      const cloth = clothOf(item, catalogue)?.data;
      const reflectance = cloth ? cloth.reflectance * (1 - cloth.mirrorShare) : 0;
      return { ...scenePane(item), kind: 'bounce', reflectance };
    },
  },
  mirror: {
    marks: (item, pen) => {
      const { board, ticks } = boardOf(item, pen);
      return [
        { d: board, fill: 'paper', weight: 'hair' },
        { d: ticks, fill: 'none', weight: 'hair', dash: true },
      ];
    },
    said: (item) => flatSaid(item),
    pane: () => 'A mirror is read the quick way.',
  },
};

/** What the kind of a thing is. */
export const kindOf = (item: PlanItem): Kind<PlanItem> => KINDS[item.kind];
