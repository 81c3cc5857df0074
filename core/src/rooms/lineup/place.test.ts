import { describe, expect, it } from 'vitest';
import { lineUpAll } from './index.ts';
import { madeSound, recorded, sourceOf } from './testing.ts';

const talk = madeSound('speech', 90, 71);
const speech = (fromS: number, toS: number, driftPpm = 0) =>
  sourceOf(recorded(talk, { fromS, toS, driftPpm, snrDb: 12, reverbS: 0.6, seed: Math.round(fromS + toS) }));

describe('many recordings on one line', () => {
  // The third has nothing in common with the first: only the second heard both.
  const found = lineUpAll([speech(0, 34), speech(20, 70, 25), speech(56, 88, -40)], 0);
  const at = (i: number) => found.placed.find((p) => p.index === i)!;
  it('one that shares nothing with the reference is placed through another', () => {
    expect(found.unplaced).toEqual([]);
    expect(found.placed.map((p) => p.component)).toEqual([0, 0, 0]);
    expect(at(0)).toMatchObject({ offsetS: 0, driftPpm: 0, confidence: 1 });
    expect(at(1).offsetS).toBeCloseTo(20, 2);
    // Twice the way, twice the error.
    expect(Math.abs(at(2).offsetS - 56)).toBeLessThan(0.02);
    expect(at(2).confidence).toBeLessThanOrEqual(at(1).confidence);
  });
  it('its drift is counted from the reference’s clock, along the way', () => {
    expect(Math.abs(at(1).driftPpm - 25)).toBeLessThan(30);
    expect(Math.abs(at(2).driftPpm + 40)).toBeLessThan(80);
  });
  it('every pair is told, the earlier one first, with why it is none', () => {
    expect(found.edges.map((e) => [e.a, e.b]).sort()).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
    ]);
    expect(found.edges.find((e) => e.a === 0 && e.b === 2)!.pair.refused).not.toBeNull();
  });
  it('what hangs on no sound of the reference has a line of its own, or is not placed', () => {
    const other = madeSound('applause', 46, 9);
    const clap = (fromS: number, toS: number) => sourceOf(recorded(other, { fromS, toS, seed: 3 }));
    const said: number[] = [];
    const apart = lineUpAll([speech(0, 24), clap(0, 30), clap(12, 44), sourceOf(new Float32Array(90_000))], 0, (n) =>
      said.push(n),
    );
    expect(apart.placed.map((p) => [p.index, p.component])).toEqual([
      [0, 0],
      [1, 1],
      [2, 1],
    ]);
    expect(apart.placed[2]!.offsetS - apart.placed[1]!.offsetS).toBeCloseTo(12, 2);
    expect(apart.unplaced).toEqual([{ index: 3, reason: 'silent' }]);
    expect(said).toEqual([1, 2, 3, 4, 5, 6]);
  });
});
