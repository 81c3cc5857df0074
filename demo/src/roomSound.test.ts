import { describe, expect, it } from 'vitest';
import { ROOM_RATE, roomSound, type Microphone } from './roomSound.ts';

const AT = Date.parse('2027-03-18T11:05:00Z');
const hear = (more: Partial<Microphone> = {}) =>
  roomSound({ startMs: AT, durationS: 3, ppm: 0, distanceM: 0, snrDb: 60, seed: 1, ...more });
/** By how much two stretches differ at most. */
const apart = (a: Float32Array, b: Float32Array) => Math.max(...a.map((x, i) => Math.abs(x - (b[i] ?? 0))));

describe('a made-up room', () => {
  it('sounds the same for all at one instant, whenever they began', () => {
    const [early, late] = [hear(), hear({ startMs: AT + 500 })];
    expect(apart(late.slice(0, 2 * ROOM_RATE), early.slice(ROOM_RATE / 2))).toBeLessThan(0.001);
    expect(Math.max(...early)).toBeGreaterThan(0.05);
    expect(apart(hear({ startMs: AT + 3_600_000 }), early)).toBeGreaterThan(0.1);
  });
  it('comes later by the way through the air, and at the pace of a clock', () => {
    // 343 m are a second.
    expect(apart(hear({ startMs: AT + 1000, distanceM: 343, durationS: 2 }), hear({ durationS: 2 }))).toBeLessThan(
      0.001,
    );
    const fast = hear({ ppm: 100_000 });
    // A tenth fast: what was at a second is at 1.1.
    const [x, y] = [hear()[ROOM_RATE]!, fast[Math.round(1.1 * ROOM_RATE)]!];
    expect(Math.abs(x - y)).toBeLessThan(0.02);
  });
  it('has a noise of each microphone’s own, as loud as is said', () => {
    const power = (s: Float32Array) => s.reduce((sum, v) => sum + v * v, 0) / s.length;
    const clean = hear({ snrDb: 200 });
    const noiseOf = (snrDb: number, seed: number) => hear({ snrDb, seed }).map((v, i) => v - clean[i]!);
    expect(apart(noiseOf(0, 1), noiseOf(0, 2))).toBeGreaterThan(0.01);
    expect(10 * Math.log10(power(noiseOf(0, 1)) / power(noiseOf(20, 1)))).toBeCloseTo(20, 0);
  });
});
