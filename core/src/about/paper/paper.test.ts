import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../base/random/index.ts';
import { sampled } from '../../base/testing.ts';
import {
  homographyOf,
  readMark,
  readTickPage,
  rowsOnPage,
  sheetTag,
  tickPages,
  PAGE_MM,
  type ExpectedSheet,
  type Photograph,
  type Point,
  type ReadPage,
} from './index.ts';
import { photographed, printed, type Camera } from './testing.ts';

const SHEET: ExpectedSheet = { tag: '0badcafe', rows: 24, paper: 'A4' };
const [W, H] = [1100, 1480];
/** Straight down, a little table around the page. */
const STRAIGHT: Camera = {
  corners: [
    { x: 40, y: 30 },
    { x: W - 40, y: 30 },
    { x: W - 40, y: H - 30 },
    { x: 40, y: H - 30 },
  ],
  ...{ width: W, height: H, light: [0.95, 0.95], noise: 4, blurPx: 0 },
};
const TICKS = [
  { row: 0, mark: 'got' as const },
  { row: 3, mark: 'got' as const },
  { row: 7, mark: 'dropped' as const },
  { row: 23, mark: 'got' as const },
];
const said = (page: ReadPage) =>
  page.boxes.filter((b) => b.state !== 'empty').map((b) => `${b.row} ${b.mark}${b.state === 'unsure' ? '?' : ''}`);
const WANTED = ['0 got', '3 got', '7 dropped', '23 got'];
const photo = (camera: Partial<Camera> = {}, sheet = SHEET, ticks: Parameters<typeof printed>[1] = TICKS): Photograph =>
  photographed(printed(sheet, ticks), { ...STRAIGHT, ...camera });
const turned = (quarters: number): Camera['corners'] =>
  [...STRAIGHT.corners.slice(quarters), ...STRAIGHT.corners.slice(0, quarters)] as Camera['corners'];

describe('a tick sheet as it is drawn', () => {
  it('has its lines on as many pages as they need, nothing over anything else, all of it on the paper', () => {
    for (const paper of ['A4', 'LETTER'] as const) {
      const perPage = rowsOnPage(paper);
      const pages = tickPages(perPage * 2 + 1, 'aaaaaaaa', paper);
      expect(pages.map((p) => p.lines.length)).toEqual([perPage, perPage, 1]);
      for (const page of pages) {
        const { widthMm, heightMm } = PAGE_MM[paper];
        for (const b of page.boxes) expect(b.yMm + 6).toBeLessThan(heightMm - 32);
        for (const m of page.marks) {
          expect(m.xMm).toBeGreaterThanOrEqual(10);
          expect(m.xMm + 22).toBeLessThanOrEqual(widthMm - 10);
          expect(m.yMm + 22).toBeLessThanOrEqual(heightMm - 10);
        }
      }
    }
    expect(tickPages(0, 'aaaaaaaa', 'A4')).toHaveLength(1);
  });
  it('is told from every other by its job, day, rows and paper', () => {
    const tag = (...[job, day, codes, paper]: [string, string, string[], 'A4' | 'LETTER']) =>
      sheetTag(
        job,
        day,
        codes.map((code) => ({ code })),
        paper,
      );
    const own = tag('p', 'd', ['1A', '2C'], 'A4');
    expect(own).toMatch(/^[0-9a-f]{8}$/);
    expect(tag('p', 'd', ['1A', '2C'], 'A4')).toBe(own);
    const others = [
      tag('q', 'd', ['1A', '2C'], 'A4'),
      tag('p', 'e', ['1A', '2C'], 'A4'),
      tag('p', 'd', ['1A', '3C'], 'A4'),
      tag('p', 'd', ['1A', '2C'], 'LETTER'),
    ];
    expect(new Set([own, ...others]).size).toBe(5);
  });
  it('knows its own corner marks and no other code', () => {
    expect(readMark('KV1 0BADCAFE 12 BR')).toEqual({ tag: '0badcafe', page: 12, corner: 'br' });
    for (const other of ['https://a.example', 'KV1 0BADCAFE 1 XX', 'KV2 0BADCAFE 1 BR'])
      expect(readMark(other)).toBeNull();
  });
});

describe('where a plane lies in a picture', () => {
  const square: Point[] = [
    { x: 0, y: 0 },
    { x: 210, y: 0 },
    { x: 210, y: 297 },
    { x: 0, y: 297 },
  ];
  it('is found exactly from four points, whatever the camera', () => {
    const near = fc.integer({ min: -60, max: 60 });
    fc.assert(
      fc.property(fc.tuple(near, near, near, near, near, near, near, near), fc.nat(209), fc.nat(296), (off, x, y) => {
        const to = square.map((p, i) => ({ x: p.x * 4 + off[2 * i]!, y: p.y * 4 + off[2 * i + 1]! }));
        const there = homographyOf(square, to)!({ x, y });
        const back = homographyOf(to, square)!(there);
        expect(Math.hypot(back.x - x, back.y - y)).toBeLessThan(1e-4);
      }),
    );
  });
  it('is nowhere for points in a line, or too few', () => {
    const inLine = [0, 1, 2, 3].map((i) => ({ x: i, y: i }));
    expect(homographyOf(inLine, square)).toBeNull();
    expect(homographyOf(square.slice(1), square.slice(1))).toBeNull();
  });
});

describe('ticks read off a photograph', () => {
  it('straight down: each as it is, no other', () => expect(said(readTickPage(photo(), SHEET))).toEqual(WANTED));
  it('upside down and on its side', () => {
    expect(said(readTickPage(photo({ corners: turned(2) }), SHEET))).toEqual(WANTED);
    const side = {
      width: H,
      height: W,
      corners: STRAIGHT.corners.map(({ x, y }) => ({ x: H - y, y: x })) as Camera['corners'],
    };
    expect(said(readTickPage(photo(side), SHEET))).toEqual(WANTED);
  });
  it('askew, dim on one side, noisy and not quite sharp', () => {
    const corners: Camera['corners'] = [
      { x: 120, y: 90 },
      { x: W - 60, y: 30 },
      { x: W - 20, y: H - 120 },
      { x: 30, y: H - 20 },
    ];
    expect(said(readTickPage(photo({ corners, light: [0.35, 0.8], noise: 12, blurPx: 1 }), SHEET))).toEqual(WANTED);
  });
  it('made-up ways of holding a phone: every tick and no other, or words', () => {
    const random = seeded(11);
    const wobble = (most: number) => Math.round((random() - 0.5) * 2 * most);
    for (let i = 0; i < sampled(6, 2); i += 1) {
      const corners = STRAIGHT.corners.map((p) => ({ x: p.x + wobble(35), y: p.y + wobble(28) })) as Camera['corners'];
      const light: [number, number] = [0.5 + random() / 2, 0.5 + random() / 2];
      const page = readTickPage(photo({ corners, light, noise: 10 * random() }), SHEET);
      expect(said(page)).toEqual(WANTED);
      expect(page.boxes).toHaveLength(48);
    }
  });
  it('a faint pencil is unsure or ticked, never empty', () => {
    const [box] = readTickPage(photo({}, SHEET, [{ row: 5, mark: 'got', pen: 150 }]), SHEET).boxes.filter(
      (b) => b.row === 5 && b.mark === 'got',
    );
    expect(box!.state).not.toBe('empty');
  });
  it('of the second page has its rows; a box is shown where it lies', () => {
    const sheet = { ...SHEET, rows: 40 };
    const first = rowsOnPage('A4');
    const page = readTickPage(
      photographed(printed({ ...sheet, page: 1 }, [{ row: first, mark: 'dropped' }]), STRAIGHT),
      sheet,
    );
    expect([page.page, said(page)]).toEqual([1, [`${first} dropped`]]);
    const [corner] = page.boxes[0]!.corners;
    expect(corner!.x).toBeGreaterThan(40);
    expect(corner!.x).toBeLessThan(200);
  });
});

describe('a picture that can’t be read is refused in words', () => {
  const why = (picture: Photograph, sheet = SHEET): string => {
    try {
      readTickPage(picture, sheet);
    } catch (error) {
      return (error as Error).message;
    }
    return 'read';
  };
  it('blurred, or of something else', () => {
    expect(why(photo({ blurPx: 9 }))).toContain('No corner mark can be read');
    expect(why({ data: new Uint8ClampedArray(300 * 300 * 4).fill(128), width: 300, height: 300 })).toContain(
      'No corner mark',
    );
  });
  it('of another sheet', () =>
    expect(why(photo({}, { ...SHEET, tag: 'ffffffff' }))).toContain('a page of another sheet'));
  it('cut off', () => {
    const corners = STRAIGHT.corners.map((p) => ({ x: p.x, y: p.y + 260 })) as Camera['corners'];
    expect(why(photo({ corners }))).toMatch(/Only 2 of four corner marks/);
  });
  it('of a page that the sheet does not have', () => {
    const sheet = { ...SHEET, rows: 40 };
    expect(why(photographed(printed({ ...sheet, page: 1 }, []), STRAIGHT), { ...sheet, rows: 20 })).toContain(
      'no such page',
    );
  });
});
