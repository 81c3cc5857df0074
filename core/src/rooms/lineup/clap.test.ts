import { describe, expect, it } from 'vitest';
import { seeded } from '../../base/random/index.ts';
import { findClaps, LINE_RATE, pairByClap, resampled, theClap } from './index.ts';
import { sourceOf } from './testing.ts';

const noise = (seconds: number, loud: number, seed: number) => {
  const random = seeded(seed);
  return Float32Array.from({ length: seconds * LINE_RATE }, () => (random() - 0.5) * loud);
};
/** A clap: a burst that is gone in a twentieth of a second. */
const clapAt = (sound: Float32Array, atS: number, loud = 0.8) => {
  const random = seeded(7);
  for (let i = 0; i < 400; i += 1)
    sound[Math.round(atS * LINE_RATE) + i]! += (random() - 0.5) * 2 * loud * Math.exp(-i / 80);
  return sound;
};
/** A slate’s tone of one frame of 25. */
const beepAt = (sound: Float32Array, atS: number) => {
  for (let i = 0; i < 0.04 * LINE_RATE; i += 1)
    sound[Math.round(atS * LINE_RATE) + i]! += 0.5 * Math.sin((2 * Math.PI * 1000 * i) / LINE_RATE);
  return sound;
};
const clapsOf = (sound: Float32Array) => findClaps(sourceOf(sound));

describe('claps', () => {
  it('are found to 5 ms, tones told from them, and lay two recordings together', () => {
    const a = clapsOf(clapAt(noise(8, 0.01, 1), 3.2));
    expect(a).toHaveLength(1);
    expect(a[0]).toMatchObject({ kind: 'clap' });
    expect(a[0]!.atS).toBeCloseTo(3.2, 2);
    const b = clapsOf(clapAt(noise(9, 0.02, 2), 5.75));
    const pair = pairByClap(a, b);
    expect(pair).toMatchObject({ refused: null, confidence: 0.45 });
    expect(pair.offsetMs).toBeCloseTo(-2550, -1);
    const beep = clapsOf(beepAt(noise(6, 0.01, 3), 2));
    expect(beep[0]).toMatchObject({ kind: 'beep' });
    // A tone is taken before any clap, and only with another tone.
    expect(theClap([...a, ...beep])!.kind).toBe('beep');
    expect(pairByClap(a, beep).refused).toBe('noCommonSound');
  });
  it('two alike, a loud room, or something that sounds on are none', () => {
    expect(theClap(clapsOf(clapAt(clapAt(noise(9, 0.01, 4), 3), 6)))).toBeNull();
    expect(clapsOf(noise(9, 0.8, 5))).toEqual([]);
    const lasting = noise(6, 0.01, 6);
    for (let i = 2 * LINE_RATE; i < 5 * LINE_RATE; i += 1) lasting[i] = 0.5 * Math.sin(i / 3);
    expect(clapsOf(lasting)).toEqual([]);
    expect(pairByClap([], []).refused).toBe('noCommonSound');
    expect(clapsOf(new Float32Array(0))).toEqual([]);
  });
});

describe('a resampled copy', () => {
  it('is the same sound at the pace of another clock, whatever the blocks it is made in', () => {
    const hz = 1000;
    const own = Float32Array.from({ length: 4 * LINE_RATE }, (_, i) => Math.sin((2 * Math.PI * hz * i) / LINE_RATE));
    const read = (from: number, into: Float32Array) => {
      const part = own.subarray(Math.max(0, from), Math.max(0, from) + into.length);
      into.set(part);
      return part.length;
    };
    const pace = 1 + 120e-6;
    const whole = resampled(read, { from: 1000.25, pace, length: 20_000 });
    const want = (n: number) => Math.sin((2 * Math.PI * hz * (1000.25 + n * pace)) / LINE_RATE);
    for (let n = 0; n < whole.length; n += 1) expect(Math.abs(whole[n]! - want(n))).toBeLessThan(2e-3);
    const half = resampled(read, { from: 1000.25 + 10_000 * pace, pace, length: 10_000 });
    for (let n = 0; n < half.length; n += 500) expect(half[n]).toBeCloseTo(whole[10_000 + n]!, 4);
    // Before the first sample there is silence.
    expect(Math.abs(resampled(read, { from: -100, pace: 1, length: 50 })[0]!)).toBeLessThan(1e-6);
  });
});
