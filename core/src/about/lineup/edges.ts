import { refusedPair, type HandLine, type LineEdge, type LineFind, type LinePair } from '../../rooms/lineup/index.ts';
import type { LineClip, LineSources } from './clips.ts';

/** What is known between two clips of a line, and whether it counts. */
export interface KnownEdge extends LineEdge {
  key: string;
  clipId: string;
  otherId: string;
  means: 'hand' | 'sound' | 'clap';
  find: LineFind | null;
  hand: HandLine | null;
  /** Why it does not count; null: it does. */
  aside: 'refused' | 'hand' | 'not' | 'disagrees' | null;
}

/** Two clips, whichever is said first. */
export const pairKey = (a: string, b: string): string => (a < b ? `${a} ${b}` : `${b} ${a}`);

/** Finds that count: of runs that were not taken back, the newest of each pair and means. */
export function findsThatCount({ lineFinds, lineRuns }: Pick<LineSources, 'lineFinds' | 'lineRuns'>): LineFind[] {
  const back = new Set(lineRuns.filter((r) => r.withdrawnAtMs !== null).map((r) => r.id));
  const newest = new Map<string, LineFind>();
  for (const find of lineFinds) {
    if (back.has(find.runId)) continue;
    const key = `${find.means} ${find.otherId === null ? find.clipId : pairKey(find.clipId, find.otherId)}`;
    const known = newest.get(key);
    if (!known || find.atMs > known.atMs) newest.set(key, find);
  }
  return [...newest.values()];
}

/** A find as the pair that was measured, without what stands behind it. */
export const foundPair = (f: LineFind): LinePair => ({
  ...{ refused: f.refused, offsetMs: f.offsetMs, atS: f.atS, driftPpm: f.driftPpm },
  ...{ errorMs: f.errorMs, confidence: f.confidence, runnerUp: f.runnerUp, windows: [], curve: [] },
});
/** A hand is surer than any sound; of drift it says nothing, so that what sound said of the same two stays. */
const handPair = (h: HandLine, found: LineFind | undefined): LinePair => ({
  ...{ refused: null, offsetMs: h.offsetMs, errorMs: null },
  ...driftOf(h, found),
  ...{ confidence: 2, runnerUp: 0, windows: [], curve: [] },
});

function driftOf(h: HandLine, found: LineFind | undefined): { atS: number; driftPpm: number } {
  if (!found || found.atS === null || found.driftPpm === null || found.offsetMs === null)
    return { atS: 0, driftPpm: 0 };
  return found.clipId === h.clipId
    ? { atS: found.atS, driftPpm: found.driftPpm }
    : { atS: found.atS - found.offsetMs / 1000, driftPpm: -found.driftPpm };
}

/** All that was found or said between clips of a line: what a hand placed wins over the machine’s word of the same two, what a hand set aside does not count. */
export function edgesOf(s: LineSources, clips: readonly LineClip[]): KnownEdge[] {
  const index = new Map(clips.map((c, i) => [c.clip.id, i]));
  const hands = new Map<string, HandLine>();
  const nots = new Map<string, HandLine>();
  for (const h of s.handLines) {
    if (h.otherId === null) continue;
    const key = pairKey(h.clipId, h.otherId);
    (h.kind === 'place' ? hands : nots).set(key, h);
  }
  const at = (clipId: string, otherId: string) => {
    const [a, b] = [index.get(clipId), index.get(otherId)];
    return a === undefined || b === undefined ? null : { a, b };
  };
  const found = findsThatCount(s).flatMap((find): KnownEdge[] => {
    const ends = find.otherId === null ? null : at(find.clipId, find.otherId);
    if (!ends || find.otherId === null || find.means === 'ltc') return [];
    const key = pairKey(find.clipId, find.otherId);
    const aside = hands.has(key) ? 'hand' : nots.has(key) ? 'not' : find.refused === null ? null : 'refused';
    return [
      {
        ...{ ...ends, key, clipId: find.clipId, otherId: find.otherId, means: find.means, find, hand: null, aside },
        pair: aside === null ? foundPair(find) : refusedPair(find.refused ?? 'disagrees'),
      },
    ];
  });
  const said = [...hands.values()].flatMap((hand): KnownEdge[] => {
    const ends = hand.otherId === null || hand.offsetMs === null ? null : at(hand.clipId, hand.otherId);
    if (!ends || hand.otherId === null) return [];
    const [clipId, otherId] = [hand.clipId, hand.otherId];
    return [
      {
        ...{ ...ends, key: pairKey(clipId, otherId), clipId, otherId, means: 'hand', find: null, hand, aside: null },
        pair: handPair(
          hand,
          found.find((f) => f.key === pairKey(clipId, otherId) && f.means === 'sound')?.find ?? undefined,
        ),
      },
    ];
  });
  return [...said, ...found];
}
