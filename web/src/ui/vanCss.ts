/** A hold with pieces in it: faces told apart by their lightness, the chosen one by its edge. */
export const vanCss = {
  '.van-floor': { fill: 'none', stroke: 'edge' },
  '.van-piece polygon': { stroke: 'text', strokeLinejoin: 'round' },
  '.van-top': { fill: 'raised' },
  '.van-end': { fill: 'panel' },
  '.van-side': { fill: 'bg' },
  '.van-piece.on polygon': { stroke: 'accent', strokeWidth: '14px' },
  '.van-door': { fill: 'none', stroke: 'soft', strokeDasharray: '40 40' },
} as const;
