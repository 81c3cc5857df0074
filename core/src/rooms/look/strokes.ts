import type { Picture } from './model.ts';

const WEIGHTS = { thin: 0.006, thick: 0.018 } as const;

/** A scribble’s strokes as SVG paths in a frame `width` × `height`: the same drawing on screen and on paper. */
export function strokePaths(
  strokes: Picture['strokes'],
  width: number,
  height: number,
): { d: string; strokeWidth: number }[] {
  return strokes.flatMap(({ points, weight }) => {
    const at = (i: number) => `${((points[i] ?? 0) * width).toFixed(1)} ${((points[i + 1] ?? 0) * height).toFixed(1)}`;
    if (points.length < 2) return [];
    const rest = Array.from({ length: points.length / 2 - 1 }, (_, k) => `L${at((k + 1) * 2)}`).join('');
    // A dot is a stroke of no length: drawn by its round cap.
    return [{ d: `M${at(0)}${rest || 'h0.01'}`, strokeWidth: WEIGHTS[weight] * width }];
  });
}

/** A frame’s width in the units of a picture on a sheet. */
const FRAME = 160;

/** A scribble as a picture of its own, black on white. */
export function scribbleSvg({ strokes, widthPx, heightPx }: Pick<Picture, 'strokes' | 'widthPx' | 'heightPx'>): string {
  const height = Math.round((FRAME * heightPx) / widthPx);
  const paths = strokePaths(strokes, FRAME, height).map(
    (p) =>
      `<path d="${p.d}" fill="none" stroke="#111" stroke-width="${p.strokeWidth.toFixed(2)}" stroke-linecap="round" stroke-linejoin="round"/>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${FRAME} ${height}"><rect width="${FRAME}" height="${height}" fill="#fff" stroke="#777"/>${paths.join('')}</svg>`;
}
