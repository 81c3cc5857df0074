import { contours } from 'd3-contour';
import { contourLevels, type LightField } from '@kavrell/core/light';

/** A line of equal light: its lux, and its path in metres of the plan. */
export interface Contour {
  lux: number;
  d: string;
  /** Where a figure can stand: the line’s highest place on the plan. */
  at: [number, number];
}

/** What is darker is drawn like this, lux. */
const DARK_LUX = 1e-6;

/** Lines of equal light over a plan, whole stops apart. */
export function linesOf(field: LightField): Contour[] {
  const { columns, rows } = field;
  const [sx, sy] = [field.widthM / columns, field.depthM / rows];
  const logs = Array.from(field.lux, (v) => Math.log2(Math.max(v, DARK_LUX)));
  const levels = contourLevels(field);
  const shapes = contours().size([columns, rows]).thresholds(levels.map(Math.log2))(logs);
  return shapes.flatMap((shape, i): Contour[] => {
    let top: [number, number] | null = null;
    const d = shape.coordinates
      .flatMap((polygon) =>
        polygon.map((ring) => {
          for (const [x = 0, y = 0] of ring)
            if (x > 1 && y > 1 && x < columns - 1 && y < rows - 1 && (!top || y < top[1])) top = [x, y];
          return `M${ring.map(([x = 0, y = 0]) => `${(x * sx).toFixed(2)} ${(y * sy).toFixed(2)}`).join('L')}Z`;
        }),
      )
      .join('');
    const [x, y] = (top as [number, number] | null) ?? [0, 0];
    return top && d ? [{ lux: levels[i] ?? 0, d, at: [x * sx, y * sy] }] : [];
  });
}
