import type { Candidate } from './coarse.ts';
import { lineUpPair } from './pair.ts';
import { LINE_RATE, type LinePair, type LineRefusal, type LineSource } from './lineModel.ts';

/** Two recordings, by their numbers, and how they stand to each other. */
export interface LineEdge {
  a: number;
  b: number;
  pair: LinePair;
}
/** Where a recording is on the line of its component: common time = offsetS + t / (1 + driftPpm · 10⁻⁶). */
export interface PlacedRecording<E extends LineEdge = LineEdge> {
  index: number;
  offsetS: number;
  driftPpm: number;
  /** Recordings that hang together by sound have one number; 0 is the reference’s. */
  component: number;
  /** The least of the confidences on the way to the reference; 1 for itself. */
  confidence: number;
  /** The pair by which it hangs on the others; null: they hang on it. */
  via: E | null;
}
export interface LinedUp<E extends LineEdge = LineEdge> {
  edges: LineEdge[];
  placed: PlacedRecording<E>[];
  unplaced: { index: number; reason: LineRefusal }[];
}

/** Offsets that go round a loop of recordings may come out this far from nought. */
export const MOST_LOOP_MS = 4;

/** File time in the first as a line of file time in the second: t₁ = offset + t₂ · pace. */
interface Map1 {
  offset: number;
  pace: number;
}
const through = (first: Map1, second: Map1): Map1 => ({
  offset: first.offset + first.pace * second.offset,
  pace: first.pace * second.pace,
});
const inverse = ({ offset, pace }: Map1): Map1 => ({ offset: -offset / pace, pace: 1 / pace });

/** File time in a out of file time in b, by what was measured of the pair. */
function mapOf({ offsetMs, atS, driftPpm }: LinePair): Map1 {
  const [o, at, p] = [(offsetMs as number) / 1000, atS as number, (driftPpm as number) * 1e-6];
  // offset(tₐ) = o − p · (tₐ − at) and t_b = tₐ − offset(tₐ).
  return { offset: (o + p * at) / (1 + p), pace: 1 / (1 + p) };
}

/** What the pairs measured so far say of each other: one whose both ends hang together is looked for where it should be. */
export class Joined {
  private readonly roots = new Map<number, { component: number; map: Map1 }>();

  private rootOf(index: number): { component: number; map: Map1 } {
    return this.roots.get(index) ?? { component: index, map: { offset: 0, pace: 1 } };
  }

  /** Where a pair should be by the others; null while they do not hang together. */
  expected(a: number, b: number, sourceA: LineSource, sourceB: LineSource): Candidate | null {
    const [ra, rb] = [this.rootOf(a), this.rootOf(b)];
    return ra.component === rb.component ? expectedOf(through(inverse(ra.map), rb.map), sourceA, sourceB) : null;
  }

  /** Puts two recordings on one line, and with them all that hang on either. */
  join(a: number, b: number, pair: LinePair): void {
    const [ra, rb] = [this.rootOf(a), this.rootOf(b)];
    if (pair.refused !== null || ra.component === rb.component) return;
    const toA = through(through(ra.map, mapOf(pair)), inverse(rb.map));
    this.roots.set(a, ra);
    this.roots.set(b, rb);
    for (const [index, r] of this.roots)
      if (r.component === rb.component) this.roots.set(index, { component: ra.component, map: through(toA, r.map) });
  }
}

/**
 * All recordings on one line, through as few and as sure pairs as possible (a maximum spanning tree by confidence), so that one which shares no sound with the reference is placed
 * through another. Pairs beside the tree are measured where the tree says they should be; what does not close the loop is refused. `reference` is the number that the line is
 * counted from; where it has nothing in common with some, those have a line of their own. `progress` is told of each pair done.
 */
export function lineUpAll(
  sources: readonly LineSource[],
  reference: number,
  progress: (done: number, of: number) => void = () => undefined,
): LinedUp {
  const total = (sources.length * (sources.length - 1)) / 2;
  const edges: LineEdge[] = [];
  // The longest first: they are likeliest to have something with each other.
  const order = sources
    .map((_, i) => i)
    .sort(
      (x, y) =>
        Number(y === reference) - Number(x === reference) ||
        (sources[y] as LineSource).samples - (sources[x] as LineSource).samples ||
        x - y,
    );
  const joined = new Joined();
  order.forEach((one, n) => {
    for (const other of order.slice(0, n)) {
      // Said as the recordings stand: the earlier one in the list first.
      const [a, b] = one < other ? [one, other] : [other, one];
      const [first, second] = [sources[a] as LineSource, sources[b] as LineSource];
      const pair = lineUpPair(first, second, joined.expected(a, b, first, second));
      edges.push({ a, b, pair });
      progress(edges.length, total);
      joined.join(a, b, pair);
    }
  });
  return placedBy(sources.length, reference, edges);
}

/** Where a pair should be, at the middle of what both have. */
function expectedOf(map: Map1, a: LineSource, b: LineSource): Candidate {
  const [secondsA, secondsB] = [a.samples / LINE_RATE, b.samples / LINE_RATE];
  const [from, to] = [Math.max(0, map.offset), Math.min(secondsA, map.offset + map.pace * secondsB)];
  const atS = (from + to) / 2;
  return { offsetS: atS - (atS - map.offset) / map.pace, atS, score: 0 };
}

/** The tree of the surest pairs, and everything counted along it from the reference; without one, each part from its first recording. */
export function placedBy<E extends LineEdge>(count: number, reference: number | null, edges: readonly E[]): LinedUp<E> {
  const parent = Array.from({ length: count }, (_, i) => i);
  const rootOf = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] as number;
    return at;
  };
  const sure = edges.filter((e) => e.pair.refused === null).sort((x, y) => y.pair.confidence - x.pair.confidence);
  const tree = sure.filter(({ a, b }) => {
    const [ra, rb] = [rootOf(a), rootOf(b)];
    if (ra === rb) return false;
    parent[rb] = ra;
    return true;
  });
  const beside = Array.from({ length: count }, (): E[] => []);
  for (const edge of tree) {
    (beside[edge.a] as E[]).push(edge);
    (beside[edge.b] as E[]).push(edge);
  }
  const placed = new Map<number, { map: Map1; component: number; confidence: number; via: E | null }>();
  const starts = [...(reference === null ? [] : [reference]), ...Array.from({ length: count }, (_, i) => i)];
  let component = 0;
  for (const start of starts) {
    if (placed.has(start) || (start !== reference && (beside[start] as E[]).length === 0)) continue;
    const waiting = [start];
    placed.set(start, { map: { offset: 0, pace: 1 }, component, confidence: 1, via: null });
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      const here = placed.get(at) as { map: Map1; confidence: number };
      for (const edge of beside[at] as E[]) {
        const { a, b, pair } = edge;
        const next = a === at ? b : b === at ? a : null;
        if (next === null || placed.has(next)) continue;
        const map = through(here.map, a === at ? mapOf(pair) : inverse(mapOf(pair)));
        placed.set(next, { map, component, confidence: Math.min(here.confidence, pair.confidence), via: edge });
        waiting.push(next);
      }
    }
    component += 1;
  }
  return {
    edges: edges.map((e) =>
      isClosed(e, placed) ? e : { ...e, pair: { ...e.pair, refused: 'disagrees', confidence: 0 } },
    ),
    placed: [...placed]
      .map(([index, p]) => ({
        ...{ index, component: p.component, confidence: p.confidence, via: p.via },
        // t_common = offset + pace · t, and the pace is 1 / (1 + drift).
        ...{ offsetS: p.map.offset, driftPpm: (1 / p.map.pace - 1) * 1e6 },
      }))
      .sort((x, y) => x.index - y.index),
    unplaced: Array.from({ length: count }, (_, i) => i)
      .filter((i) => !placed.has(i))
      .map((index) => ({ index, reason: reasonOf(index, edges) })),
  };
}

/** Whether a pair comes out where the tree has its two. */
function isClosed({ a, b, pair }: LineEdge, placed: ReadonlyMap<number, { map: Map1; component: number }>): boolean {
  const [pa, pb] = [placed.get(a), placed.get(b)];
  if (pair.refused !== null || !pa || !pb || pa.component !== pb.component) return true;
  return Math.abs(besideS(pair, through(inverse(pa.map), pb.map))) * 1000 <= MOST_LOOP_MS;
}

/** By how much a pair was measured beside where a line has its two, s. */
function besideS({ atS, offsetMs }: LinePair, known: Map1): number {
  const at = atS as number;
  return at - (at - known.offset) / known.pace - (offsetMs as number) / 1000;
}

/** By how much a pair misses where all together have its two, ms; null where they are not on one line. In the tree it is nought. */
export function loopErrorMs(
  { a, b, pair }: LineEdge,
  placed: ReadonlyMap<number, Pick<PlacedRecording, 'offsetS' | 'driftPpm' | 'component'>>,
): number | null {
  const [pa, pb] = [placed.get(a), placed.get(b)];
  if (pair.offsetMs === null || !pa || !pb || pa.component !== pb.component) return null;
  const map = (p: Pick<PlacedRecording, 'offsetS' | 'driftPpm'>): Map1 => ({
    offset: p.offsetS,
    pace: 1 / (1 + p.driftPpm * 1e-6),
  });
  return besideS(pair, through(inverse(map(pa)), map(pb))) * 1000;
}

/** Why one is on no line: what was said of it most nearly. */
function reasonOf(index: number, edges: readonly LineEdge[]): LineRefusal {
  const own = edges.flatMap((e) => (e.a === index || e.b === index ? (e.pair.refused ?? []) : []));
  const order: LineRefusal[] = ['ambiguous', 'unsteady', 'noCommonSound', 'short', 'silent'];
  return order.find((r) => own.includes(r)) ?? 'noCommonSound';
}
