import { describe, expect, it } from 'vitest';
import type { PlacedClip, ToldEdge } from '@kavrell/core/dayline';
import { offsetOnLine } from './ByHand.tsx';
import { foldOf, threadsOf } from './mapDrawing.ts';

const clip = (startMs: number, lengthS: number, driftPpm = 0) =>
  ({ startMs, endMs: startMs + lengthS * 1000, driftPpm }) as PlacedClip;

describe('the offset of two clips', () => {
  it('is that of the middle of what both hold, where a hand looks: clocks that run apart are half way there', () => {
    expect(offsetOnLine(clip(0, 3600), clip(1000, 3600))).toBeCloseTo(1000, 6);
    // 60 ppm over half of an hour.
    expect(offsetOnLine(clip(0, 3600, 60), clip(0, 3600))).toBeCloseTo(108, 3);
    expect(offsetOnLine(clip(0, 10), clip(60_000, 10))).toBe(60_000);
  });
});

describe('threads', () => {
  it('are as many as can be told apart: six of a long pair, one of a thin one', () => {
    const [a, b] = [clip(0, 60), clip(0, 60, -20)];
    const fold = foldOf([{ fromMs: 0, toMs: 7_200_000 }]);
    const count = (toMs: number) => threadsOf({ find: null } as ToldEdge, a, b, { fromMs: 0, toMs, fold }).length;
    expect([count(60_000), count(7_200_000)]).toEqual([6, 2]);
    expect(threadsOf({ find: null } as ToldEdge, a, clip(90_000, 5), { fromMs: 0, toMs: 60_000, fold })).toEqual([]);
  });
});
