import { formatCount, formatMinutes } from '../../base/units/index.ts';
import type { BookDay, BookSetup } from './model.ts';

/** What one kind of setup took on former jobs: `two-camera interview`. */
export interface UsualSetup {
  words: string;
  times: number;
  medianMin: number;
  leastMin: number;
  mostMin: number;
}

const NUMBERS = ['', 'one', 'two', 'three', 'four', 'five', 'six'];
const medianOf = (sorted: readonly number[]): number => {
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
};

/** Setups of the book by cameras and kind, with the minutes from the first hand to the first roll; the most often first. What was never timed is left out. */
export function usualSetups(setups: readonly BookSetup[]): UsualSetup[] {
  const kinds = new Map<string, number[]>();
  for (const s of setups) {
    if (s.tookMin === null) continue;
    const n = s.cameras.length;
    const cameras = n === 0 ? '' : `${NUMBERS[n] ?? n}-camera `;
    const words = `${cameras}${s.style.trim() || 'setup'}`;
    kinds.set(words, [...(kinds.get(words) ?? []), s.tookMin]);
  }
  return [...kinds]
    .map(([words, minutes]) => {
      const sorted = [...minutes].sort((a, b) => a - b);
      return {
        words,
        times: sorted.length,
        medianMin: medianOf(sorted),
        leastMin: sorted[0]!,
        mostMin: sorted.at(-1)!,
      };
    })
    .sort((a, b) => b.times - a.times || (a.words < b.words ? -1 : 1));
}

/** `your two-camera interview: 38 min, 11 times (25 min to 1 h)`. */
export const usualSaid = (u: UsualSetup): string =>
  `your ${u.words}: ${formatMinutes(u.medianMin)}, ${formatCount(u.times, 'time')}${u.times > 1 ? ` (${formatMinutes(u.leastMin)} to ${formatMinutes(u.mostMin)})` : ''}`;

/** What all work of former days took of its estimates, %; null: nothing was seen. */
export function bookPacePercent(days: readonly BookDay[]): { percent: number; times: number } | null {
  const seen = days.flatMap((d) => d.seen).filter((s) => s.estimate > 0);
  const estimate = seen.reduce((sum, s) => sum + s.estimate, 0);
  if (estimate === 0) return null;
  return { percent: Math.round((100 * seen.reduce((sum, s) => sum + s.actual, 0)) / estimate), times: seen.length };
}
