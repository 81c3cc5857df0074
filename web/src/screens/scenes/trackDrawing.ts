import type { Pin, Track } from '@kavrell/core/scenes';
import { formatTrackTime, parseRunning } from '@kavrell/core/units';

/** Cues as they are typed: `0:12.5 verse; 0:40 chorus`, in any order. */
export const cuesSaid = (cues: Track['cues']): string =>
  cues.map((c) => `${formatTrackTime(c.atS)} ${c.name}`).join('; ');

/** Cues read from that; throws in words at what is no time. */
export function readCues(text: string): { atS: number; name: string }[] {
  return text
    .split(/[;\n]/)
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const [time = '', ...words] = t.split(/\s+/);
      return { atS: parseRunning(time), name: words.join(' ') };
    })
    .sort((a, b) => a.atS - b.atS);
}

/** Which row each pin is drawn in, so that none lies over another. */
export function laneOf(pins: readonly Pick<Pin, 'id' | 'fromS' | 'toS'>[]): Map<string, number> {
  const ends: number[] = [];
  const lanes = new Map<string, number>();
  for (const p of [...pins].sort((a, b) => a.fromS - b.fromS)) {
    let lane = ends.findIndex((end) => end <= p.fromS + 1e-6);
    if (lane < 0) lane = ends.length;
    ends[lane] = p.toS;
    lanes.set(p.id, lane);
  }
  return lanes;
}
