export type DifferenceKind = 'day' | 'call' | 'people' | 'place' | 'line' | 'shot' | 'note';

/** One thing that is other than it was, in words, and whom it concerns. */
export interface Difference {
  kind: DifferenceKind;
  words: string;
  /** Who is named by it; whom it concerns besides, `concerns` says. */
  personIds: string[];
}
export type Say = (kind: DifferenceKind, words: string, personIds?: readonly string[]) => void;
/** A minute as the new sheet says it, and as the old one did. */
export interface Times {
  now: (m: number) => string;
  was: (m: number) => string;
}
export const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
/** Under this many minutes a time is as good as it was. */
export const LEAST_SHIFT_MIN = 1;
