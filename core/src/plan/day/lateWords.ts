import type { LateDays, LatePart } from './late.ts';

/** Less than this is nothing one could act on, minutes. */
const LEAST_MIN = 1;
const MOST_ROWS = 6;

/** Minutes that late days are longer by, with words for what they go into; `rest` is what was too small to be named. */
export interface LateWords {
  rows: { words: string; minutes: number }[];
  restMin: number;
}

function wordsOf({ kind, id, minutes }: LatePart, nameOf: (id: string) => string): string {
  const name = id === null ? '' : nameOf(id);
  if (kind === 'day') return 'everything slower at once';
  if (kind === 'meals') return minutes > 0 ? 'a meal that early days wrap before' : 'less of meals';
  if (kind === 'shot') return `${name} itself`;
  if (kind === 'change') return `the way to ${name}`;
  return minutes > 0 ? `waiting before ${name}` : `no more waiting before ${name}, which took up delays`;
}

/** What late days are late by, in words, the largest first; what is under a minute is summed. */
export function lateWords({ parts }: LateDays, nameOf: (id: string) => string): LateWords {
  const named = [...parts]
    .sort((a, b) => Math.abs(b.minutes) - Math.abs(a.minutes))
    .filter((p) => Math.abs(p.minutes) >= LEAST_MIN)
    .slice(0, MOST_ROWS);
  const rows = named
    .map((p) => ({ words: wordsOf(p, nameOf), minutes: p.minutes }))
    .sort((a, b) => b.minutes - a.minutes);
  const total = parts.reduce((t, p) => t + p.minutes, 0);
  return { rows, restMin: total - rows.reduce((t, r) => t + r.minutes, 0) };
}
