import { pairKey } from './edges.ts';
import type { LineClip } from './clips.ts';

/** What is said about when a clip began may be beside by so much, s: by its label, by the log, by a slipped clock. */
const SLACK_S = { label: 4, log: 8 };
/** A clip of which nobody knows when it was is laid beside so many of the longest, no more. */
const MOST_FOR_LOST = 12;

interface Stretch {
  fromS: number;
  toS: number;
}

/** When a clip was at the earliest and latest; null where nobody knows. */
function stretchOf(c: LineClip): Stretch | null {
  const at = c.byLabelMs ?? c.take?.rolledAtMs ?? null;
  if (at === null) return null;
  const slack = c.byLabelMs === null ? SLACK_S.log : SLACK_S.label;
  const takeS = c.take?.cutAtMs ? (c.take.cutAtMs - c.take.rolledAtMs) / 1000 : 0;
  return { fromS: at / 1000 - slack, toS: at / 1000 + (c.durationS ?? takeS) + slack };
}

/** Two clips to be laid over each other by their sound. */
export interface WantedPair {
  a: LineClip;
  b: LineClip;
}

/**
 * Pairs of clips that may hold the same sound: of two devices and, by label or log, at one time. A clip of which nobody knows when it was is laid beside the longest of the others.
 * Take by take, so that what hangs together is measured together; clips of recorders first, for most hear what they hear. `known` are pairs that need not be measured.
 */
export function pairsToMeasure(clips: readonly LineClip[], known: ReadonlySet<string>): WantedPair[] {
  const timed = clips.map((c) => ({ c, stretch: stretchOf(c) }));
  const dated = timed.flatMap(({ c, stretch }) => (stretch ? [{ c, ...stretch }] : []));
  dated.sort((x, y) => x.fromS - y.fromS);
  const wanted: WantedPair[] = [];
  const add = (x: LineClip, y: LineClip) => {
    const [a, b] = x.clip.id < y.clip.id ? [x, y] : [y, x];
    if (!known.has(pairKey(a.clip.id, b.clip.id))) wanted.push({ a, b });
  };
  const rank = (c: LineClip) => (c.isSound ? 0 : 1);
  for (let i = 0; i < dated.length; i += 1) {
    const one = dated[i]!;
    const own: LineClip[] = [];
    for (let j = i + 1; j < dated.length && dated[j]!.fromS < one.toS; j += 1)
      if (dated[j]!.c.deviceId !== one.c.deviceId) own.push(dated[j]!.c);
    for (const other of own.sort((x, y) => rank(x) - rank(y))) add(one.c, other);
  }
  const lost = timed.filter((t) => t.stretch === null).map((t) => t.c);
  const longest = [...clips].sort((x, y) => rank(x) - rank(y) || (y.durationS ?? 0) - (x.durationS ?? 0));
  const seen = new Set<string>();
  for (const c of lost)
    for (const other of longest.filter((o) => o.deviceId !== c.deviceId).slice(0, MOST_FOR_LOST)) {
      const key = pairKey(c.clip.id, other.clip.id);
      if (!seen.has(key)) add(c, other);
      seen.add(key);
    }
  return wanted;
}
