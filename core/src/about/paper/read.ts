import jsQR from 'jsqr';
import { InputError } from '../../base/errors/index.ts';
import { homographyOf, worstOff, type Point } from './homography.ts';
import { BOX_MM, markAt, MARK_MM, readMark, tickPages, type Corner, type Paper, type TickMark } from './layout.ts';

/** A photograph’s pixels: red, green, blue, alpha. */
export interface Photograph {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** A box as it was read: `unsure` is neither empty nor surely ticked. */
export interface ReadBox {
  row: number;
  mark: TickMark;
  state: 'empty' | 'ticked' | 'unsure';
  /** Share of the box’s inside that is written on. */
  ink: number;
  /** Its four corners on the photograph, for showing. */
  corners: Point[];
}
export interface ReadPage {
  page: number;
  boxes: ReadBox[];
}

/** The sheet a photograph is held against. */
export interface ExpectedSheet {
  tag: string;
  rows: number;
  paper: Paper;
}

const cannot = (words: string) => new InputError('photograph', words, ['photograph']);

/** Less ink than the first is dust or the print’s own edge, more than the second a tick; between them a person looks. */
const INK = { empty: 0.02, ticked: 0.055 } as const;
/** The part of a box’s edge that counts: its print must not. */
const INSIDE = 0.62;
/** Points looked at along an edge of a box. */
const LOOKS = 24;
/** Marks may be off their places by this, as a share of the page’s width on the picture. */
const OFF_SHARE = 0.012;

interface FoundMark {
  tag: string;
  page: number;
  corner: Corner;
  points: Point[];
}

/**
 * Reads the ticks off a photograph of one page of a tick sheet: its corner marks say which page it is and how the paper lies in the picture; each box is looked at where
 * the layout says it is. A picture that is blurred, cut or of another sheet is refused in words, never guessed.
 */
export function readTickPage(photo: Photograph, sheet: ExpectedSheet): ReadPage {
  const marks = findMarks(photo);
  if (marks.length === 0)
    throw cannot(
      'No corner mark can be read: it may be blurred, too dark, too far away, or no tick sheet. Take it again, straight down, with all four corners.',
    );
  const foreign = marks.find((m) => m.tag !== sheet.tag);
  if (foreign)
    throw cannot(
      'This is a page of another sheet: another day, another version or another job. Nothing was read off it.',
    );
  const page = marks[0]!.page;
  if (marks.some((m) => m.page !== page)) throw cannot('Two pages lie in this picture: photograph them one by one.');
  if (marks.length < 3)
    throw cannot(
      `Only ${marks.length} of four corner marks can be read: the page is cut off, folded or blurred there. Take it again with all four corners.`,
    );
  const layout = tickPages(sheet.rows, sheet.tag, sheet.paper)[page];
  if (!layout) throw cannot('This sheet has no such page.');
  const from = marks.flatMap((m) => markCorners(sheet.paper, m.corner));
  const to = marks.flatMap((m) => m.points);
  const map = homographyOf(from, to);
  const acrossPx = map ? distance(map({ x: 0, y: 100 }), map({ x: 200, y: 100 })) : 0;
  if (!map || worstOff(map, from, to) > OFF_SHARE * acrossPx)
    throw cannot('The paper is bent or folded: its marks don’t lie as on a flat page. Lay it flat and take it again.');
  const levels = levelsOf(photo, map, sheet.paper, marks);
  return {
    page,
    boxes: layout.boxes.map(({ row, mark, xMm, yMm }): ReadBox => {
      const ink = inkIn(photo, map, { xMm, yMm }, levels);
      const corner = (dx: number, dy: number) => map({ x: xMm + dx * BOX_MM, y: yMm + dy * BOX_MM });
      return {
        ...{ row, mark, ink, state: ink < INK.empty ? 'empty' : ink > INK.ticked ? 'ticked' : 'unsure' },
        corners: [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)],
      };
    }),
  };
}

const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** The four corners of a mark on its page, in the order in which a code’s own are told: top left, right, bottom right, left. */
function markCorners(paper: Paper, corner: Corner): Point[] {
  const { xMm: x, yMm: y } = markAt(paper, corner);
  return [
    { x, y },
    { x: x + MARK_MM, y },
    { x: x + MARK_MM, y: y + MARK_MM },
    { x, y: y + MARK_MM },
  ];
}

/** Shares of the picture that are looked through, each for one code: quarters that overlap, since a page seldom lies in the middle. */
const WINDOWS: readonly (readonly [number, number, number, number])[] = [0, 0.22, 0.45].flatMap((x) =>
  [0, 0.22, 0.45].map((y) => [x, y, x + 0.55, y + 0.55] as const),
);

function findMarks(photo: Photograph): FoundMark[] {
  const found = new Map<string, FoundMark>();
  // The corners first: mostly that is all of them.
  const order = [...WINDOWS].sort((a, b) => middling(a) - middling(b));
  for (const window of order) {
    if (found.size === 4) break;
    const mark = markIn(photo, window);
    if (mark) found.set(`${mark.tag} ${mark.page} ${mark.corner}`, mark);
  }
  return [...found.values()];
}
const middling = ([x, y]: readonly [number, number, number, number]): number => Number(x === 0.22) + Number(y === 0.22);

function markIn(photo: Photograph, [x1, y1, x2, y2]: readonly [number, number, number, number]): FoundMark | null {
  const left = Math.floor(x1 * photo.width);
  const top = Math.floor(y1 * photo.height);
  const width = Math.min(photo.width, Math.ceil(x2 * photo.width)) - left;
  const height = Math.min(photo.height, Math.ceil(y2 * photo.height)) - top;
  const part = smoothed(photo, left, top, width, height);
  const code = jsQR(part, width, height, { inversionAttempts: 'dontInvert' });
  const said = code && readMark(code.data);
  if (!code || !said) return null;
  const at = (p: Point): Point => ({ x: p.x + left, y: p.y + top });
  const { topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner } = code.location;
  return { ...said, points: [topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner].map(at) };
}

/** A part of the picture in grey, each pixel the mean of the nine around it: the noise of a dim picture is taken for no pattern. */
function smoothed(
  { data, width: across }: Photograph,
  left: number,
  top: number,
  width: number,
  height: number,
): Uint8ClampedArray {
  const grey = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = ((top + y) * across + left + x) * 4;
      grey[y * width + x] = 0.299 * data[i]! + 0.587 * data[i + 1]! + 0.114 * data[i + 2]!;
    }
  // Along each row first, then down: six sums a pixel in place of nine.
  const along = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      along[i] = grey[i]! + (x > 0 ? grey[i - 1]! : 0) + (x < width - 1 ? grey[i + 1]! : 0);
    }
  const part = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      const sum = along[at]! + (y > 0 ? along[at - width]! : 0) + (y < height - 1 ? along[at + width]! : 0);
      const columns = 1 + Number(x > 0) + Number(x < width - 1);
      const rows = 1 + Number(y > 0) + Number(y < height - 1);
      const i = at * 4;
      part[i] = part[i + 1] = part[i + 2] = sum / (columns * rows);
    }
  return part;
}

/** How light a place of the picture is, 0…255; null outside it. */
function lightAt({ data, width, height }: Photograph, { x, y }: Point): number | null {
  const [px, py] = [Math.round(x), Math.round(y)];
  if (px < 0 || py < 0 || px >= width || py >= height) return null;
  const i = (py * width + px) * 4;
  return 0.299 * data[i]! + 0.587 * data[i + 1]! + 0.114 * data[i + 2]!;
}

interface Levels {
  /** How dark print is. */
  ink: number;
}

/** How dark the print of the marks is on this picture: the darkest tenth of what lies in them. */
function levelsOf(photo: Photograph, map: (p: Point) => Point, paper: Paper, marks: readonly FoundMark[]): Levels {
  const seen = marks.flatMap(({ corner }) => {
    const { xMm, yMm } = markAt(paper, corner);
    return grid(40).flatMap(([u, v]) => lightAt(photo, map({ x: xMm + u * MARK_MM, y: yMm + v * MARK_MM })) ?? []);
  });
  seen.sort((a, b) => a - b);
  return { ink: seen[Math.floor(seen.length / 10)] ?? 0 };
}

const grid = (count: number): [number, number][] =>
  Array.from({ length: count * count }, (_, i) => [((i % count) + 0.5) / count, (Math.floor(i / count) + 0.5) / count]);

/** The share of a box’s inside that is nearer to ink than to the paper around it. */
function inkIn(photo: Photograph, map: (p: Point) => Point, box: { xMm: number; yMm: number }, levels: Levels): number {
  const around = [-0.35, 1.35].flatMap((out) =>
    [0.1, 0.3, 0.5, 0.7, 0.9].flatMap((along) => [
      lightAt(photo, map({ x: box.xMm + out * BOX_MM, y: box.yMm + along * BOX_MM })),
      lightAt(photo, map({ x: box.xMm + along * BOX_MM, y: box.yMm + out * BOX_MM })),
    ]),
  );
  const paper = around.filter((v): v is number => v !== null).sort((a, b) => a - b);
  const white = paper[Math.floor(paper.length / 2)] ?? 255;
  // A pencil is lighter than print: a third of the way to black is written on.
  const dark = white - (white - levels.ink) / 3;
  const lights = grid(LOOKS).flatMap(([u, v]) => {
    const inside = (share: number) => (1 - INSIDE) / 2 + share * INSIDE;
    return lightAt(photo, map({ x: box.xMm + inside(u) * BOX_MM, y: box.yMm + inside(v) * BOX_MM })) ?? [];
  });
  if (lights.length === 0) return 0;
  return lights.filter((v) => v < dark).length / lights.length;
}
