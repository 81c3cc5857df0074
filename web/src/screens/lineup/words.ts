import type { PlacedClip } from '@kavrell/core/dayline';
import type { LineMeans } from '@kavrell/core/lineup';

/** By what a clip is where it is, as people say it. */
export const MEANS_WORDS: Readonly<Record<LineMeans, string>> = {
  ...{ hand: 'by hand', sound: 'sound', clap: 'a clap', ltc: 'timecode on a channel', timecode: 'timecode' },
};

export const meansSaid = (c: Pick<PlacedClip, 'means' | 'rough'>): string =>
  `${MEANS_WORDS[c.means]}${c.rough ? ', only about' : ''}`;

/** What most clips of a lane are placed by; where none are, that. */
export function laneSaid(placed: readonly PlacedClip[], unplaced: number): string {
  if (placed.length === 0) return unplaced > 0 ? 'not placed' : '';
  const counts = new Map<string, number>();
  for (const c of placed) counts.set(MEANS_WORDS[c.means], (counts.get(MEANS_WORDS[c.means]) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]) as [[string, number]];
  return most[0];
}

/** An offset in seconds to a tenth of a millisecond, with its sign. */
export const secondsSaid = (ms: number): string => `${ms < 0 ? '−' : '+'}${Math.abs(ms / 1000).toFixed(4)}\u00a0s`;

/** How fast a clock runs, with its sign. */
export const ppmSaid = (ppm: number): string => `${ppm < 0 ? '−' : '+'}${Math.abs(ppm).toFixed(1)}\u00a0ppm`;
