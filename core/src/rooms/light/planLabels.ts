/** A word to be written beside something, and where it may stand, the best first; `y` is its baseline, px. */
export interface LabelAsk {
  words: string;
  size: number;
  bold: boolean;
  at: readonly { x: number; y: number; anchor: 'start' | 'middle' | 'end' }[];
}

/** A word that has its place. */
export interface PlacedLabel extends Omit<LabelAsk, 'at'> {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** How wide a letter is against its height, on the generous side: what is measured here is not what a page is set in. */
const LETTER = 0.6;

/** The room that a word takes. */
export function labelBox({ words, size, x, y, anchor }: PlacedLabel): Box {
  const width = words.length * size * LETTER;
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
  return { left, right: left + width, top: y - size * 0.8, bottom: y + size * 0.25 };
}

/** How much two boxes share, px². */
export function shared(a: Box, b: Box): number {
  const w = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const h = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  return w > 0 && h > 0 ? w * h : 0;
}

/**
 * Finds each word a place where it lies over no other word and nothing that is drawn (`taken`): the first of its places that is free, else the
 * one that hides least. Those that ask first choose first.
 */
export function placeLabels(asks: readonly LabelAsk[], taken: readonly Box[]): PlacedLabel[] {
  const boxes = [...taken];
  return asks.flatMap(({ at, ...label }) => {
    let best: { placed: PlacedLabel; hidden: number } | null = null;
    for (const place of at) {
      const placed = { ...label, ...place };
      const own = labelBox(placed);
      const hidden = boxes.reduce((t, b) => t + shared(own, b), 0);
      if (!best || hidden < best.hidden - 1e-9) best = { placed, hidden };
      if (hidden === 0) break;
    }
    if (!best) return [];
    boxes.push(labelBox(best.placed));
    return [best.placed];
  });
}

/** Places around a thing of half size `r` px at x, y: above, below, beside it, then further off. */
export function around(x: number, y: number, r: number, size: number): LabelAsk['at'] {
  const near = [0, 1, 2, 3, 4].flatMap((far) => {
    const off = far * size * 1.1;
    return [
      { x, y: y - r - size * 0.35 - off, anchor: 'middle' as const },
      { x, y: y + r + size * 0.95 + off, anchor: 'middle' as const },
      { x: x + r + size * 0.3 + off, y: y + size * 0.3, anchor: 'start' as const },
      { x: x - r - size * 0.3 - off, y: y + size * 0.3, anchor: 'end' as const },
    ];
  });
  // Then aslant.
  const aslant = [1, 2, 3].flatMap((far) =>
    [-1, 1].flatMap((dy) =>
      [-1, 1].map((dx) => ({
        x: x + dx * (r + size * 0.3),
        y: y + dy * (r + far * size * 1.1) + size * 0.3,
        anchor: dx < 0 ? ('end' as const) : ('start' as const),
      })),
    ),
  );
  return [...near, ...aslant];
}
