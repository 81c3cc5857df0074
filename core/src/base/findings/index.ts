/** How bad: somebody could be hurt or it can't work; somebody should look; good to know. */
export type FindingLevel = 'danger' | 'look' | 'note';

/** Something found by looking at a plan. Each room adds where it was found, and what one press mends. */
export interface Finding {
  /** The same for the same thing found again: what was decided about it holds. */
  key: string;
  level: FindingLevel;
  words: string;
  /** What helps, in words. */
  mend: string;
}

/** One thing to look for: what it finds in `W`, all that is looked at together. */
export type Rule<W, F extends Finding> = (w: W) => readonly F[];

/** All that some rules find, in the order of the rules. */
export const findAll = <W, F extends Finding>(rules: readonly Rule<W, F>[], w: W): F[] =>
  rules.flatMap((rule) => rule(w));

const RANK: Readonly<Record<FindingLevel, number>> = { danger: 0, look: 1, note: 2 };
/** Findings with the worst first; equally bad ones stay in their order. */
export const worstFirst = <F extends Pick<Finding, 'level'>>(findings: readonly F[]): F[] =>
  [...findings].sort((a, b) => RANK[a.level] - RANK[b.level]);
