import QRCode from 'qrcode';
import { seeded } from '../../base/random/index.ts';
import { homographyOf, type Point } from './homography.ts';
import { BOX_MM, MARK_MM, PAGE_MM, tickPages, type Paper, type TickMark } from './layout.ts';
import type { Photograph } from './read.ts';

/** A page in shades of grey, as it comes out of a printer. */
export interface Grey {
  light: Float32Array;
  width: number;
  height: number;
}

export const PX_PER_MM = 6;

const blank = (width: number, height: number, value = 255): Grey => ({
  ...{ width, height },
  light: new Float32Array(width * height).fill(value),
});

function fill(page: Grey, [x1, y1, x2, y2]: readonly [number, number, number, number], value: number): void {
  for (let y = Math.max(0, Math.round(y1)); y < Math.min(page.height, Math.round(y2)); y += 1)
    for (let x = Math.max(0, Math.round(x1)); x < Math.min(page.width, Math.round(x2)); x += 1)
      page.light[y * page.width + x] = value;
}

/** A stroke of a pen, as thick as one. */
function stroke(page: Grey, from: Point, to: Point, widthPx: number, value: number): void {
  const steps = Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) * 2);
  for (let i = 0; i <= steps; i += 1) {
    const x = from.x + ((to.x - from.x) * i) / steps;
    const y = from.y + ((to.y - from.y) * i) / steps;
    fill(page, [x - widthPx / 2, y - widthPx / 2, x + widthPx / 2, y + widthPx / 2], value);
  }
}

/** One page of a tick sheet as printed by the layout, with some boxes ticked by pen. */
export function printed(
  sheet: { rows: number; tag: string; paper: Paper; page?: number },
  ticked: readonly { row: number; mark: TickMark; pen?: number }[],
): Grey {
  const size = PAGE_MM[sheet.paper];
  const page = blank(Math.round(size.widthMm * PX_PER_MM), Math.round(size.heightMm * PX_PER_MM));
  const layout = tickPages(sheet.rows, sheet.tag, sheet.paper)[sheet.page ?? 0]!;
  for (const mark of layout.marks) {
    const { modules } = QRCode.create(mark.text, { errorCorrectionLevel: 'M' });
    const edge = (MARK_MM / modules.size) * PX_PER_MM;
    for (let r = 0; r < modules.size; r += 1)
      for (let c = 0; c < modules.size; c += 1)
        if (modules.get(r, c)) {
          const [x, y] = [mark.xMm * PX_PER_MM + c * edge, mark.yMm * PX_PER_MM + r * edge];
          fill(page, [x, y, x + edge, y + edge], 20);
        }
  }
  for (const box of layout.boxes) {
    const [x, y, e] = [box.xMm * PX_PER_MM, box.yMm * PX_PER_MM, BOX_MM * PX_PER_MM];
    fill(page, [x, y, x + e, y + e], 40);
    fill(page, [x + 2, y + 2, x + e - 2, y + e - 2], 255);
    const tick = ticked.find((t) => t.row === box.row && t.mark === box.mark);
    if (!tick) continue;
    const value = tick.pen ?? 40;
    stroke(page, { x: x + 0.15 * e, y: y + 0.5 * e }, { x: x + 0.42 * e, y: y + 0.8 * e }, 4, value);
    stroke(page, { x: x + 0.42 * e, y: y + 0.8 * e }, { x: x + 0.95 * e, y: y - 0.1 * e }, 4, value);
  }
  return page;
}

export interface Camera {
  /** Where the page’s corners come to lie on the picture: top left, right, bottom right, left. */
  corners: [Point, Point, Point, Point];
  width: number;
  height: number;
  /** How bright paper is at the left and at the right, 0…1. */
  light: [number, number];
  noise: number;
  /** Half width of a box blur, pixels. */
  blurPx: number;
}

/** A photograph of a page, as a phone takes it: askew, dim on one side, noisy, not quite sharp. */
export function photographed(page: Grey, camera: Camera, seed = 1): Photograph {
  const { width, height, corners } = camera;
  const flat: Point[] = [
    { x: 0, y: 0 },
    { x: page.width - 1, y: 0 },
    { x: page.width - 1, y: page.height - 1 },
    { x: 0, y: page.height - 1 },
  ];
  const back = homographyOf(corners, flat)!;
  const sharp = blank(width, height, 70);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const p = back({ x, y });
      if (p.x < 0 || p.y < 0 || p.x >= page.width - 1 || p.y >= page.height - 1) continue;
      const [ix, iy] = [Math.floor(p.x), Math.floor(p.y)];
      const [fx, fy] = [p.x - ix, p.y - iy];
      const [above, below] = [iy * page.width + ix, (iy + 1) * page.width + ix];
      sharp.light[y * width + x] =
        (page.light[above]! * (1 - fx) + page.light[above + 1]! * fx) * (1 - fy) +
        (page.light[below]! * (1 - fx) + page.light[below + 1]! * fx) * fy;
    }
  const soft = blurred(sharp, camera.blurPx);
  const random = seeded(seed);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < soft.light.length; i += 1) {
    const share = (i % width) / width;
    const lit = camera.light[0] * (1 - share) + camera.light[1] * share;
    const value = soft.light[i]! * lit + (random() + random() + random() - 1.5) * camera.noise;
    data[i * 4] = data[i * 4 + 1] = data[i * 4 + 2] = value;
  }
  return { data, width, height };
}

function blurred(page: Grey, half: number): Grey {
  if (half < 1) return page;
  const pass = (from: Float32Array, stepAcross: number, stepAlong: number, across: number, along: number) => {
    const out = new Float32Array(from.length);
    for (let a = 0; a < across; a += 1) {
      let sum = 0;
      for (let i = -half; i < along + half; i += 1) {
        const enter = i + half;
        if (enter < along) sum += from[a * stepAcross + enter * stepAlong]!;
        const leave = i - half - 1;
        if (leave >= 0) sum -= from[a * stepAcross + leave * stepAlong]!;
        if (i >= 0 && i < along)
          out[a * stepAcross + i * stepAlong] = sum / (Math.min(along - 1, i + half) - Math.max(0, i - half) + 1);
      }
    }
    return out;
  };
  const rows = pass(page.light, page.width, 1, page.height, page.width);
  return { ...page, light: pass(rows, 1, page.width, page.width, page.height) };
}
