/** A stroke of the plan in metres: drawn with ink, filled with ink, or laid out as paper. */
export interface Mark {
  d: string;
  fill: 'ink' | 'paper' | 'none';
  weight: 'hair' | 'thin' | 'thick';
  dash?: boolean;
}

/** A figure of a drawing: finer than a thousandth nothing is seen. */
export const n = (v: number): string => (Math.round(v * 1000) / 1000).toString();
export const path = (points: readonly (readonly [number, number])[], close = false) =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('') + (close ? 'Z' : '');
export const circle = (x: number, y: number, r: number) =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
